/** A line as it is being typed: what stands where, and what may come next. */
import type { DeskNote, Form } from '../../api/types';

const OFFERED = 6;
/** The place, and what is typed of the last mark. */
const PARTS = /^(\S+)\s+(?:.*(?:,\s*|\s+or\s+))?([^,]*)$/;

export function isRange(place: string): boolean {
    return /^[^-–]+[-–][^-–]+$/.test(place);
}

/**
 * Forms that can stand where the line says, beginning as what is typed.
 *
 * @param note the chosen note, which the line is about as long as it names no other
 */
export function offersFor(line: string, forms: Form[], note: DeskNote | null): Form[] {
    const [, place = '', typed = ''] = PARTS.exec(line) ?? [];
    if (place === '') return [];
    const isBowed = note?.bow !== null || note.place !== place;
    return forms
        .filter((form) => form.words.startsWith(typed) && form.words !== typed.trim())
        .filter((form) => form.stands === 'both' || !isRange(place))
        .filter((form) => form.group !== 'bow' || isBowed)
        .slice(0, OFFERED);
}

/** The line with its last mark completed. */
export function completed(line: string, words: string): string {
    const [whole = line, , typed = ''] = PARTS.exec(line) ?? [];
    return whole.slice(0, whole.length - typed.length) + words;
}

/** What lines that were typed would do, in a few words. */
export function told({ marks, turned, flags }: { marks: number; turned: string[]; flags: number }): string {
    const said = [`${marks} ${marks === 1 ? 'mark' : 'marks'}`];
    if (turned.length > 0) said.push(turned.length === 1 ? 'one bow turns' : `${turned.length} bows turn`);
    if (flags !== 0) said.push(`${Math.abs(flags)} ${flags > 0 ? 'more' : 'less'} to look at`);
    return said.join(', ');
}
