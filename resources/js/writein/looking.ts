/** Asks the server what the typed text is, with every change: one question at a time, always about the newest text. */
import { onBeforeUnmount, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { api, ApiError } from '../api/client';
import type { Typing } from '../api/types';
import { sentenceOf } from '../ui/trying';
import type { Draft } from './draft';

/** Milliseconds of rest after which it is asked what is new: the book is read through for it. */
const REST = 500;
/** Milliseconds after which it is tried again where the server cannot be reached. */
const AGAIN = 4000;

export interface Looking {
    /** What the text was when it was looked at, and what it is. */
    looked: ShallowRef<{ abc: string; told: Typing } | null>;
    problem: Ref<string>;
    isOffline: Ref<boolean>;
    /** Something changed. */
    soon: () => void;
}

/** @param ask what is typed, and which part is to be shown */
export function useLooking(ask: () => { draft: Draft; shown: string }): Looking {
    const looked = shallowRef<{ abc: string; told: Typing } | null>(null);
    const problem = ref('');
    const isOffline = ref(false);
    let isAsking = false;
    let isStale = false;
    let timer = 0;
    let resting = 0;

    async function look(news = false): Promise<void> {
        if (isAsking) {
            isStale = true;
            return;
        }
        isAsking = true;
        isStale = false;
        const { draft, shown } = ask();
        const { abc } = draft.typed;
        try {
            const told = await api.post<Typing>('write-in/look', { typed: draft.typed, shown, shelf: draft.shelf, lesson: draft.lesson, news });
            // What was new stays until it is asked again.
            looked.value = { abc, told: news ? told : { ...told, news: looked.value?.told.news ?? [] } };
            window.clearTimeout(resting);
            if (!news && draft.shelf !== null) resting = window.setTimeout(() => void look(true), REST);
            problem.value = '';
            isOffline.value = false;
        } catch (error) {
            isOffline.value = error instanceof ApiError && error.isOffline;
            problem.value = isOffline.value ? 'The server cannot be reached. What you type is kept here; the page follows when it is back.' : sentenceOf(error);
            if (isOffline.value) again(AGAIN);
        } finally {
            isAsking = false;
        }
        if (waits()) void look();
    }

    function waits(): boolean {
        return isStale;
    }

    function again(after: number): void {
        window.clearTimeout(timer);
        window.clearTimeout(resting);
        if (after === 0) void look();
        else timer = window.setTimeout(() => void look(), after);
    }

    onBeforeUnmount(() => {
        window.clearTimeout(timer);
        window.clearTimeout(resting);
    });
    return { looked, problem, isOffline, soon: () => again(0) };
}
