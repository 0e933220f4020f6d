/** What is being typed: kept in the browser with every key, so that neither a closed page nor a lost network takes it away. */
import { has, remember, remembered } from '../ui/remembered';
import type { Typed } from '../api/types';

/** Measures of a part of a piece that came as a file. */
export interface Passage {
    /** Whose part; null for one that is not in the score yet. */
    section: number | null;
    /** Printed numbers of the first and the last measure. */
    from: string;
    to: string;
}

/** What is written, and where it belongs. */
export interface Where {
    /** The piece that is typed on; null for a new one. */
    piece: number | null;
    /** For a new one: its shelf and its number, where they are known. */
    shelf: number | null;
    number: number | null;
    passage: Passage | null;
}

export interface Draft {
    typed: Typed;
    title: string;
    shelf: number | null;
    lesson: number | null;
    page: number | null;
    /** The piece's revision it was begun over. */
    revision: number;
    /** Of a passage: the measures, and the text as it stood in the score. */
    passage?: (Passage & { stood: string }) | null;
}

const keyOf = ({ piece, passage }: Where): string => `write-in ${passage ? 'into ' : ''}${piece ?? 'new'}`;

export const EMPTY = 'X:1\nT:\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\n';

export function fresh(shelf: number | null, number: number | null): Draft {
    return {
        typed: {
            kind: 'lesson',
            abc: EMPTY,
            reader: 'violin',
            sections: ['violin-1', 'violin-2', 'viola', 'cello', 'bass'],
            choices: {},
            part: 'Violin I',
            first: 1,
            others: [],
        },
        title: '',
        shelf,
        lesson: number,
        page: null,
        revision: 0,
    };
}

function isDraft(value: unknown): value is Draft {
    return has(value, 'typed', 'title', 'shelf', 'revision') && has(value.typed, 'abc', 'kind', 'sections') && typeof value.typed.abc === 'string';
}

/** What was typed and not put on a shelf; nothing where there is none. */
export function kept(where: Where): Draft | null {
    return remembered<Draft | null>(keyOf(where), null, isDraft);
}

export function keep(where: Where, draft: Draft): void {
    remember(keyOf(where), draft);
}

export function forget(where: Where): void {
    localStorage.removeItem(keyOf(where));
}
