/** Words of the book at their notes, under the lanes: what is new in a lesson, what no lesson has brought. */
import type { Geometry } from '../../engraving/ink';
import { word } from '../../engraving/svg';

/** Pixels under a system that has such words. */
export const BOOK_WORDS = 34;
const ROWS = [14, 28] as const;
/** About how wide a letter is. */
const LETTER = 6.1;

/**
 * @param words by the note they belong to
 * @param under pixels that lanes take under the system
 */
export function drawBookWords(geometry: Geometry, words: Map<string, string>, under: number): SVGElement[] {
    const drawn: SVGElement[] = [];
    const ends: [number, number] = [-Infinity, -Infinity];
    const here = geometry.notes.filter((id) => words.has(id)).map((id) => ({ text: words.get(id) ?? '', x: geometry.boxes.get(id)?.x ?? 0 }));
    here.sort((one, other) => one.x - other.x).forEach(({ text, x }) => {
        const wide = LETTER * text.length;
        const start = Math.max(0, Math.min(x, geometry.right - wide));
        // Where both rows are taken, it stands over the shorter one's end: what is said first is read first.
        const row = ends[0] <= start ? 0 : ends[1] <= start ? 1 : ends[0] <= ends[1] ? 0 : 1;
        const at = Math.max(start, ends[row] + LETTER);
        if (at + wide > geometry.right + LETTER * 4) return;
        drawn.push(word(text, at, geometry.bottom + under + ROWS[row], 'book-word'));
        ends[row] = at + wide + LETTER;
    });
    return drawn;
}
