/** What the book says at the notes of the part on the desk: shown at the measures while it is little, or when it is wanted. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { api } from '../../api/client';
import type { BookWordsRow, NoteWords } from '../../api/types';
import { remember, remembered } from '../../ui/remembered';

/** More than this and a page is full of it: then it is shown when somebody asks. */
const LITTLE = 12;
const NAME = 'book-words';

/** So much is said at one measure. */
const MOST = 4;

/** What is said at a measure, at the first of its notes that something is said of. */
export function wordsByNote(words: NoteWords[], before: string): Map<string, string> {
    const measures = new Map<string, { note: string; texts: string[] }>();
    words.forEach(({ note, measure, text }) => {
        const there = measures.get(measure);
        if (there) there.texts.push(text);
        else measures.set(measure, { note, texts: [text] });
    });
    return new Map([...measures.values()].map(({ note, texts }) => {
        const more = texts.length - MOST;
        return [note, `${before}: ${texts.slice(0, MOST).join(', ')}${more > 0 ? ` and ${more} more` : ''}`];
    }));
}

export const useBookWords = defineStore('book-words', () => {
    const row = shallowRef<BookWordsRow | null>(null);
    const wish = ref(remembered<boolean | null>(NAME, null, (value): value is boolean | null => value === null || typeof value === 'boolean'));
    const isShown = computed(() => wish.value ?? (row.value?.words.length ?? 0) <= LITTLE);
    const words = computed(() => (row.value && isShown.value ? wordsByNote(row.value.words, row.value.isLesson ? 'new' : 'not in the book') : new Map<string, string>()));
    let asked = 0;

    /** @param section whose part is on the desk; its page does not wait for it */
    async function ask(section: number | null): Promise<void> {
        asked += 1;
        const mine = asked;
        row.value = null;
        if (section === null) return;
        try {
            const answer = await api.get<BookWordsRow>(`sections/${section}/book-words`);
            if (mine === asked) row.value = answer;
        } catch {
            // The desk is whole without it.
        }
    }

    function show(isWanted: boolean): void {
        wish.value = isWanted;
        remember(NAME, isWanted);
    }

    return { row, words, isShown, ask, show };
});
