/** How many measures are seen at once. */
export const WINDOW = 8;

export type View = 'bows' | 'fingers' | 'entrances' | 'unisons';
