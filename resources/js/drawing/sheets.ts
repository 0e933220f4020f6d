/** The widths a handed-out page is drawn for beforehand, and the papers. */
import type { Sheet } from '../engraving/layout';

const PIXELS_PER_MM = 96 / 25.4;
/** White edge of printed paper in millimetres, and the line over and under the music. */
export const MARGIN = 12;
const HEADING = 14;

/** Paper in millimetres. */
const PAPERS = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const;
/** Size of the printed notes in percent: as parts are usually printed, for who reads from afar, and of a score. */
const PRINTS = { '': 38, '-large': 52, '-score': 25, '-week': 38, '-week-large': 52 } as const;

function paper(name: keyof typeof PAPERS, size: keyof typeof PRINTS): Sheet {
    const { width, height } = PAPERS[name];
    return {
        width: (width - 2 * MARGIN) * PIXELS_PER_MM,
        height: (height - 2 * MARGIN - HEADING) * PIXELS_PER_MM,
        scale: PRINTS[size],
        room: 6,
    };
}

const SHEETS: Record<string, Sheet> = {
    // For who has the notes large on a phone, or reads the screen magnified.
    narrow: { width: 344, height: null, scale: 56, room: 6 },
    phone: { width: 360, height: null, scale: 36, room: 6 },
    tablet: { width: 740, height: null, scale: 42, room: 6 },
    desktop: { width: 1080, height: null, scale: 43, room: 6 },
    // A line of print is longer than one of a screen.
    lines: { width: 1080, height: null, scale: 43, room: 6, breaks: 'line' },
    a4: paper('a4', ''),
    letter: paper('letter', ''),
    'a4-large': paper('a4', '-large'),
    'letter-large': paper('letter', '-large'),
    'a4-score': paper('a4', '-score'),
    'letter-score': paper('letter', '-score'),
    // Each of several lessons begins a line.
    'a4-week': { ...paper('a4', '-week'), breaks: 'smart' },
    'letter-week': { ...paper('letter', '-week'), breaks: 'smart' },
    'a4-week-large': { ...paper('a4', '-week-large'), breaks: 'smart' },
    'letter-week-large': { ...paper('letter', '-week-large'), breaks: 'smart' },
};

export function sheetOf(name: string): Sheet | null {
    return SHEETS[name] ?? null;
}
