/** What is typed goes on its shelf or into its score, or is taken away as a file. */
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { api } from '../api/client';
import { orWarn } from '../ui/trying';
import { forget, type Draft, type Where } from './draft';
import { fieldOf } from './text';

/** What was kept: the piece, one of its parts, and what was done, in words. */
export interface Kept {
    piece: number;
    section: number | null;
    told: string;
    /** Takes a passage out of the score again. */
    correction: number | null;
    isLesson: boolean;
}

export interface Shelving {
    isKeeping: Ref<boolean>;
    /** What the button says that keeps it. */
    words: ComputedRef<string>;
    store: () => Promise<Kept | null>;
    takeAbc: () => void;
    takeMusicXml: () => Promise<void>;
}

/** @param isBook whether it stands in a book */
export function useShelving(where: () => Where, draft: Ref<Draft>, isBook: ComputedRef<boolean>): Shelving {
    const isKeeping = ref(false);
    const words = computed(() => (where().passage ? 'Put into the score' : where().piece === null ? 'Put on the shelf' : 'Keep it so'));

    async function onTheShelf(): Promise<Kept> {
        const { typed, title, shelf, lesson, page, revision } = draft.value;
        const { piece } = where();
        const body = { typed, title, shelf, lesson: isBook.value ? lesson : null, page: isBook.value ? page : null, seen: revision };
        const made = await (piece === null
            ? api.post<{ id: number; section: number | null }>('write-in', body)
            : api.put<{ id: number; section: number | null }>(`pieces/${piece}/typed`, body));
        localStorage.setItem('last-shelf', String(shelf ?? ''));
        const told = `“${title || fieldOf(typed.abc, 'T') || 'Without a title'}” stands on the shelf.`;
        return { piece: made.id, section: made.section, told, correction: null, isLesson: typed.kind === 'lesson' };
    }

    async function intoTheScore(piece: number): Promise<Kept> {
        const { typed, passage, revision } = draft.value;
        const made = await api.post<{ section: number; correction: number; text: string; away: string[] }>(
            `pieces/${piece}/passage`,
            { section: passage?.section ?? null, typed, seen: revision },
        );
        const away = made.away.length === 0 ? '' : ` Put away with its note: ${made.away.slice(0, 4).join(', ')}${made.away.length > 4 ? ` and ${made.away.length - 4} more` : ''}.`;
        return { piece, section: made.section, told: made.text + away, correction: made.correction, isLesson: false };
    }

    async function store(): Promise<Kept | null> {
        if (isKeeping.value) return null;
        isKeeping.value = true;
        let made: Kept | null = null;
        await orWarn(async () => {
            const { passage, piece } = where();
            made = passage && piece !== null ? await intoTheScore(piece) : await onTheShelf();
            forget(where());
        });
        isKeeping.value = false;
        return made;
    }

    function download(text: string, ending: string, type: string): void {
        const link = document.createElement('a');
        link.href = URL.createObjectURL(new Blob([text], { type }));
        link.download = `${(draft.value.title || 'line').replace(/[^\p{L}\p{N} .-]/gu, '')}.${ending}`;
        link.click();
        URL.revokeObjectURL(link.href);
    }

    function takeAbc(): void {
        download(draft.value.typed.abc, 'abc', 'text/vnd.abc');
    }

    async function takeMusicXml(): Promise<void> {
        await orWarn(async () => {
            const { typed, title, shelf } = draft.value;
            download(await api.postForText('write-in/musicxml', { typed, title, shelf }), 'musicxml', 'application/vnd.recordare.musicxml+xml');
        });
    }

    return { isKeeping, words, store, takeAbc, takeMusicXml };
}
