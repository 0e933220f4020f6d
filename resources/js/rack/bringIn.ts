/** Bringing scores in: each file is looked at first, and kept when the director says so; one after the other. */
import { ref, type Ref } from 'vue';
import { api } from '../api/client';
import type { Instrument, ShelfRow, Understanding } from '../api/types';
import { warn } from '../ui/say';
import { sentenceOf } from '../ui/trying';

export const MOST_MEGABYTES = 16;

export interface Choice {
    title: string;
    shelf: number;
    /** The name of a shelf that is made for it; null where one of those that are there is meant. */
    newShelf: string | null;
    lesson: number | null;
    /** What each part is for; null for a part that is left out. */
    parts: { id: string; instrument: Instrument | null }[];
}

export interface BringIn {
    /** Name of the file that is being read. */
    looking: Ref<string>;
    understood: Ref<Understanding | null>;
    isKeeping: Ref<boolean>;
    waiting: Ref<File[]>;
    take: (files: File[]) => Promise<void>;
    next: () => Promise<void>;
    keep: (choice: Choice) => Promise<void>;
}

/** The lesson's number, where a title says it: "Lesson 12: Tunnels", "No. 7", "14 Hopscotch"; empty where it does not. */
export function lessonIn(title: string): string {
    return /^\s*(?:(?:lesson|exercise|no\.?|nr\.?)\s*|#)?(\d{1,3})(?!\d|[/:]\d)/i.exec(title)?.[1] ?? /\blesson\s+(\d{1,3})\b/i.exec(title)?.[1] ?? '';
}

/**
 * @param reload called when a piece was kept
 * @param open called with the piece when the last one was kept
 */
export function useBringIn(reload: () => Promise<void>, open: (id: number) => unknown): BringIn {
    const looking = ref('');
    const understood = ref<Understanding | null>(null);
    const isKeeping = ref(false);
    const waiting = ref<File[]>([]);
    let made: ShelfRow | null = null;

    async function take(files: File[]): Promise<void> {
        waiting.value = files;
        await next();
    }

    async function next(): Promise<void> {
        understood.value = null;
        const file = waiting.value.shift();
        if (!file) {
            return;
        }
        if (file.size > MOST_MEGABYTES * 1024 * 1024) {
            warn(`${file.name}: the file is larger than ${MOST_MEGABYTES} MB, which is more than any part needs.`);
            await next();
            return;
        }
        looking.value = file.name;
        const form = new FormData();
        form.append('score', file);
        try {
            understood.value = await api.post<Understanding>('scores/look', form);
        } catch (error) {
            warn(`${file.name}: ${sentenceOf(error)}`);
            await next();
        } finally {
            looking.value = '';
        }
    }

    /** Made once, however often keeping is tried. */
    async function shelfNamed(name: string): Promise<number> {
        if (made?.name !== name) made = await api.post<ShelfRow>('shelves', { name, kind: 'programme' });
        return made.id;
    }

    async function keep(choice: Choice): Promise<void> {
        if (!understood.value) {
            return;
        }
        isKeeping.value = true;
        try {
            const { token, file } = understood.value;
            const { newShelf, ...rest } = choice;
            if (newShelf !== null) rest.shelf = await shelfNamed(newShelf);
            const kept = await api.post<{ id: number }>('pieces', { token, file, ...rest });
            localStorage.setItem('last-shelf', String(rest.shelf));
            await reload();
            if (waiting.value.length > 0) {
                await next();
            } else {
                understood.value = null;
                await open(kept.id);
            }
        } catch (error) {
            warn(sentenceOf(error));
        } finally {
            isKeeping.value = false;
        }
    }

    return { looking, understood, isKeeping, waiting, take, next, keep };
}
