/** What is typed on: a new line, a piece that was typed, measures of one that came as a file; or the draft that was left of it. */
import { nextTick, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { api } from '../api/client';
import type { PassagePart, PassageRow, Rack, Shelf, TypedPieceRow } from '../api/types';
import { orWarn } from '../ui/trying';
import { EMPTY, forget, fresh, keep, kept, type Draft, type Passage, type Where } from './draft';

export interface Opening {
    draft: Ref<Draft>;
    isOpen: Ref<boolean>;
    /** What is shown is a draft of before, and not what stands on the shelf or in the score. */
    isRestored: Ref<boolean>;
    shelves: ShallowRef<Shelf[]>;
    /** Parts of the piece that a passage can be put into. */
    parts: ShallowRef<PassagePart[]>;
    open: () => Promise<void>;
    beginAnew: () => Promise<void>;
    /** Other measures, as they stand in the score. */
    takeUp: (passage: Passage, reader?: string) => Promise<void>;
    keepDraft: () => void;
}

export function useOpening(where: () => Where): Opening {
    const draft = ref<Draft>(fresh(where().shelf, where().number));
    const isOpen = ref(false);
    const isRestored = ref(false);
    const shelves = shallowRef<Shelf[]>([]);
    const parts = shallowRef<PassagePart[]>([]);

    async function open(): Promise<void> {
        const { passage, piece } = where();
        isOpen.value = false;
        const went = await orWarn(async () => {
            if (passage) await openPassage(passage);
            else if (piece !== null) await openTyped(piece);
            else await openNew();
        });
        isOpen.value = went;
        await nextTick();
    }

    async function openNew(): Promise<void> {
        const { shelf, number } = where();
        const own = kept(where());
        const rack = await api.get<Rack>('rack');
        shelves.value = rack.shelves;
        isRestored.value = own !== null && own.typed.abc !== EMPTY && shelf === null;
        const last = Number(localStorage.getItem('last-shelf'));
        const likely = rack.shelves.find((one) => one.id === last) ?? rack.shelves.find((one) => one.kind === 'book') ?? rack.shelves[0];
        draft.value = own !== null && isRestored.value ? own : fresh(shelf ?? likely?.id ?? null, number);
    }

    async function openTyped(piece: number): Promise<void> {
        const own = kept(where());
        const [rack, row] = await Promise.all([api.get<Rack>('rack'), api.get<TypedPieceRow>(`pieces/${piece}/typed`)]);
        shelves.value = rack.shelves;
        const stored: Draft = { typed: row.typed, title: row.title, shelf: row.shelf, lesson: row.lesson, page: row.page, revision: row.revision };
        isRestored.value = own !== null && own.typed.abc !== row.typed.abc;
        draft.value = own !== null && isRestored.value ? { ...own, revision: row.revision } : stored;
    }

    async function openPassage(passage: Passage): Promise<void> {
        const own = kept(where());
        isRestored.value = own?.passage !== undefined && own.passage !== null && own.typed.abc !== own.passage.stood;
        await taken(isRestored.value && own?.passage ? own.passage : passage);
        if (own && isRestored.value) draft.value = { ...own, revision: draft.value.revision };
    }

    async function taken(passage: Passage, reader?: string): Promise<void> {
        const query = new URLSearchParams({ from: passage.from, to: passage.to, ...(reader ? { reader } : {}), ...(passage.section ? { section: String(passage.section) } : {}) });
        const row = await api.get<PassageRow>(`pieces/${where().piece}/passage?${query.toString()}`);
        parts.value = row.parts;
        const { typed } = fresh(row.shelf, null);
        draft.value = {
            typed: { ...typed, kind: 'passage', abc: row.abc, reader: row.reader, part: row.part, first: row.first },
            title: row.title,
            shelf: row.shelf,
            lesson: null,
            page: null,
            revision: row.revision,
            passage: { section: row.section, from: row.from, to: row.to, stood: row.abc },
        };
    }

    async function takeUp(passage: Passage, reader?: string): Promise<void> {
        if (await orWarn(() => taken(passage, reader))) isRestored.value = false;
    }

    async function beginAnew(): Promise<void> {
        forget(where());
        await open();
    }

    return { draft, isOpen, isRestored, shelves, parts, open, beginAnew, takeUp, keepDraft: () => keep(where(), draft.value) };
}
