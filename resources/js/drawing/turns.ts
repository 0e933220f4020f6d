/** Where the pages of a printed part end: evenly filled, and turned where there is a rest. */
import type { CutScore } from '../engraving/score';

/** Price of a turn without a rest; of a system more or less than on an even page, squared. */
const HURRIED = 1;
const UNEVEN = 0.06;
const NOTE = /<note[\s>][\s\S]*?<\/note>/g;

/** Whether there is time to turn before a measure: it begins with a rest, or the one before it ends with one. */
export function mayTurnBefore({ measures }: CutScore, measure: number): boolean {
    const after = measures[measure]?.match(NOTE)?.[0];
    const before = measures[measure - 1]?.match(NOTE)?.at(-1);
    return [before, after].some((note) => note !== undefined && /<rest[\s/>]/.test(note) && !/<type>(?:16th|32nd|64th)/.test(note));
}

/**
 * Which systems begin a page, so that no more pages are needed than there were.
 *
 * @param pages how many systems stood on each page
 * @param isRest whether there is a rest before a system
 * @returns the first system of each page but the first
 */
export function turns(pages: number[], isRest: (system: number) => boolean): number[] {
    const total = pages.reduce((sum, count) => sum + count, 0);
    const most = Math.max(...pages);
    const even = total / pages.length;
    /** By the system a page begins with: what it and the pages after it cost, and where the next begins. */
    let after = new Map<number, { price: number; turns: number[] }>([[total, { price: 0, turns: [] }]]);
    for (let left = pages.length; left > 0; left -= 1) {
        const now = new Map<number, { price: number; turns: number[] }>();
        for (let from = 0; from < total; from += 1) {
            for (let until = from + 1; until <= Math.min(total, from + most); until += 1) {
                const rest = after.get(until);
                if (!rest) continue;
                const price = rest.price + UNEVEN * (until - from - even) ** 2 + (until < total && !isRest(until) ? HURRIED : 0);
                if (price < (now.get(from)?.price ?? Infinity)) {
                    now.set(from, { price, turns: until < total ? [until, ...rest.turns] : [] });
                }
            }
        }
        after = now;
    }
    return after.get(0)?.turns ?? [];
}
