/** What measures are called where a screen names them itself; sentences come in the class's words already. */
export const COUNTED = {
    measure: { one: 'Measure', many: 'Measures' },
    bar: { one: 'Bar', many: 'Bars' },
} as const;
