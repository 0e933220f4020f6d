/** What measures are called where a screen names them itself; sentences come in the class's words already. */
export const COUNTED = {
    measure: { one: 'Measure', many: 'Measures' },
    bar: { one: 'Bar', many: 'Bars' },
} as const;

/** A measure by its number, as it is said: "m. 9", "the pickup". */
export function atMeasure(number: string): string {
    return number === '0' ? 'the pickup' : `m. ${number}`;
}
