/** Which measures the class looks at. */
import type { DeskMark, DeskNote } from '../api/types';
import type { Stretch } from '../engraving/score';

/** So many measures are seen at once, and one more before an open choice. */
const SEEN = 4;
const BEFORE = 1;

function measureOf(notes: DeskNote[], id: string): number | undefined {
    return notes.find((note) => note.id === id)?.index;
}

/** Where one turns to: the open choices, or where there are none every few measures. */
export function placesOf(choices: DeskMark[], notes: DeskNote[], count: number): number[] {
    const open = choices.flatMap((mark) => measureOf(notes, mark.from) ?? []);
    const places = open.length > 0 ? open : Array.from({ length: Math.ceil(count / SEEN) }, (_, index) => index * SEEN);
    return [...new Set(places)].sort((one, other) => one - other);
}

/** The measures that are seen: those of a choice with one before it, or a few from a place on. */
export function stretchOf(choice: DeskMark | null, notes: DeskNote[], at: number, count: number): Stretch {
    if (!choice) return { from: at, until: Math.min(count, at + SEEN) };
    const last = measureOf(notes, choice.to) ?? at;
    const from = Math.max(0, at - BEFORE);
    return { from, until: Math.min(count, Math.max(last + 1, from + SEEN)) };
}
