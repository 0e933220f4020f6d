/** What is being typed: kept in the browser with every key, so that neither a closed page nor a lost network takes it away. */
import { has, remember, remembered } from '../ui/remembered';
import type { Typed } from '../api/types';

export interface Draft {
    typed: Typed;
    title: string;
    shelf: number | null;
    lesson: number | null;
    page: number | null;
    /** The piece's revision it was begun over. */
    revision: number;
}

const keyOf = (piece: number | null): string => `write-in ${piece ?? 'new'}`;

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
export function kept(piece: number | null): Draft | null {
    return remembered<Draft | null>(keyOf(piece), null, isDraft);
}

export function keep(piece: number | null, draft: Draft): void {
    remember(keyOf(piece), draft);
}

export function forget(piece: number | null): void {
    localStorage.removeItem(keyOf(piece));
}
