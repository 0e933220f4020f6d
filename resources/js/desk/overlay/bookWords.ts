/** Words of the book at their notes, under the lanes: what is new in a lesson, what no lesson has brought. */
import type { Geometry } from '../../engraving/ink';
import { word } from '../../engraving/svg';

/** More pixels that a second row of words wants under a system whose lanes end tightly. */
export const BOOK_WORDS = 12;
/**
 * Where the rows stand, from the end of the lanes: under the strings there is room for one, and under that, as under all lanes, for another.
 * They take no room of their own, so that a page does not move when they come.
 */
const ROWS = { hand: [-5, 9], other: [9, 9] } as const;
/** About how wide a letter is. */
const LETTER = 6.1;

/**
 * @param words by the note they belong to
 * @param under pixels that lanes take under the system
 * @param hasHand whether the hand's lane is the last of them
 */
export function drawBookWords(geometry: Geometry, words: Map<string, string>, under: number, hasHand: boolean): SVGElement[] {
    const drawn: SVGElement[] = [];
    const rows = hasHand ? ROWS.hand : ROWS.other;
    const ends: [number, number] = [-Infinity, -Infinity];
    const here = geometry.notes.filter((id) => words.has(id)).map((id) => ({ text: words.get(id) ?? '', x: geometry.boxes.get(id)?.x ?? 0 }));
    here.sort((one, other) => one.x - other.x).forEach(({ text, x }) => {
        const wide = LETTER * text.length;
        const start = Math.max(0, Math.min(x, geometry.right - wide));
        // Where both rows are taken, it stands behind the shorter one: what is said first is read first.
        const row = ends[0] <= start || !hasHand ? 0 : ends[1] <= start ? 1 : ends[0] <= ends[1] ? 0 : 1;
        const at = Math.max(start, ends[row] + LETTER);
        if (at + wide > geometry.right + LETTER * 4) return;
        drawn.push(word(text, at, geometry.bottom + under + rows[row], 'book-word'));
        ends[row] = at + wide + LETTER;
    });
    return drawn;
}
