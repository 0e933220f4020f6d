/** What is typed goes on its shelf, or is taken away as a file. */
import { ref, type ComputedRef, type Ref } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../api/client';
import { tell } from '../ui/say';
import { orWarn } from '../ui/trying';
import { forget, type Draft } from './draft';
import { fieldOf } from './text';

interface Kept {
    id: number;
    section: number | null;
}

export interface Shelving {
    isKeeping: Ref<boolean>;
    store: () => Promise<void>;
    takeAbc: () => void;
    takeMusicXml: () => Promise<void>;
}

/**
 * @param piece that is typed on; null for a new one
 * @param isBook whether it stands in a book
 */
export function useShelving(piece: ComputedRef<number | null>, draft: Ref<Draft>, isBook: ComputedRef<boolean>): Shelving {
    const router = useRouter();
    const isKeeping = ref(false);

    async function store(): Promise<void> {
        if (isKeeping.value) return;
        isKeeping.value = true;
        await orWarn(async () => {
            const { typed, title, shelf, lesson, page, revision } = draft.value;
            const body = { typed, title, shelf, lesson: isBook.value ? lesson : null, page: isBook.value ? page : null, seen: revision };
            const kept = piece.value === null ? await api.post<Kept>('write-in', body) : await api.put<Kept>(`pieces/${piece.value}/typed`, body);
            forget(piece.value);
            localStorage.setItem('last-shelf', String(shelf ?? ''));
            tell(`“${title || fieldOf(typed.abc, 'T') || 'Without a title'}” stands on the shelf.`);
            await router.push(typed.kind === 'lesson' ? `/piece/${kept.id}/lesson` : `/piece/${kept.id}/desk`);
        });
        isKeeping.value = false;
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

    return { isKeeping, store, takeAbc, takeMusicXml };
}
