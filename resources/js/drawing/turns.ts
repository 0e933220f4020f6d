/** Where the pages of a printed part end: as few as there can be, evenly filled, and turned where there is a rest. */
import type { CutScore } from '../engraving/score';

/** Price of a turn without a rest, and of one between two pages that lie side by side; of a page that is fuller or emptier, squared. */
const HURRIED = 1;
const SIDE_BY_SIDE = 0.25;
const UNEVEN = 4;
/** Price of systems that stand closer than they should, all the way down to as close as they may. */
const CROWDED = 0.6;
const NOTE = /<note[\s>][\s\S]*?<\/note>/g;

/** Air between two systems, in the units of the drawing: at least, as it should be, and at most. */
export interface Air {
    least: number;
    usual: number;
    most: number;
}

/** Whether there is time to turn before a measure: it begins with a rest, or the one before it ends with one. */
export function mayTurnBefore({ measures }: CutScore, measure: number): boolean {
    const after = measures[measure]?.match(NOTE)?.[0];
    const before = measures[measure - 1]?.match(NOTE)?.at(-1);
    return [before, after].some((note) => note !== undefined && /<rest[\s/>]/.test(note) && !/<type>(?:16th|32nd|64th)/.test(note));
}

/**
 * Which systems begin a page, so that no more pages are needed than must be.
 *
 * @param heights of the systems, with all that stands over and under them
 * @param room height of a page
 * @param isRest whether there is a rest before a system
 * @returns the first system of each page but the first
 */
export function turns(heights: number[], room: number, air: Air, isRest: (system: number) => boolean): number[] {
    const total = heights.length;
    const sum = heights.reduce<number[]>((sums, height) => [...sums, (sums.at(-1) ?? 0) + height], [0]);
    const filled = (from: number, until: number, gap: number): number => (sum[until] ?? 0) - (sum[from] ?? 0) + (until - from - 1) * gap;
    const fits = (from: number, until: number): boolean => until - from === 1 || filled(from, until, air.least) <= room;
    const pages = fewest(total, fits);
    const even = filled(0, total, air.usual) / pages / room;
    const turn = pages === 2 ? SIDE_BY_SIDE : HURRIED;
    /** By the system a page begins with: what it and the pages after it cost, and where the next begins. */
    let after = new Map<number, { price: number; turns: number[] }>([[total, { price: 0, turns: [] }]]);
    for (let left = pages; left > 0; left -= 1) {
        const now = new Map<number, { price: number; turns: number[] }>();
        for (let from = 0; from < total; from += 1) {
            for (let until = from + 1; until <= total && fits(from, until); until += 1) {
                const rest = after.get(until);
                if (!rest) continue;
                const gap = until - from > 1 ? (room - filled(from, until, 0)) / (until - from - 1) : air.usual;
                const crowded = Math.max(0, Math.min(1, (air.usual - gap) / (air.usual - air.least)));
                const price = rest.price + UNEVEN * (filled(from, until, air.usual) / room - even) ** 2 + CROWDED * crowded
                    + (until < total && !isRest(until) ? turn : 0);
                if (price < (now.get(from)?.price ?? Infinity)) {
                    now.set(from, { price, turns: until < total ? [until, ...rest.turns] : [] });
                }
            }
        }
        after = now;
    }
    return after.get(0)?.turns ?? [];
}

/** How many pages there must be. */
function fewest(total: number, fits: (from: number, until: number) => boolean): number {
    let pages = 0;
    for (let from = 0; from < total;) {
        let until = from + 1;
        while (until < total && fits(from, until + 1)) until += 1;
        from = until;
        pages += 1;
    }
    return pages;
}
