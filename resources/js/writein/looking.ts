/** Asks the server what the typed text is, with every change: one question at a time, always about the newest text. */
import { onBeforeUnmount, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { api, ApiError } from '../api/client';
import type { Typing } from '../api/types';
import { sentenceOf } from '../ui/trying';
import type { Draft } from './draft';

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

    async function look(): Promise<void> {
        if (isAsking) {
            isStale = true;
            return;
        }
        isAsking = true;
        isStale = false;
        const { draft, shown } = ask();
        const { abc } = draft.typed;
        try {
            const told = await api.post<Typing>('write-in/look', { typed: draft.typed, shown, shelf: draft.shelf, lesson: draft.lesson });
            looked.value = { abc, told };
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
        timer = window.setTimeout(() => void look(), after);
    }

    onBeforeUnmount(() => window.clearTimeout(timer));
    return { looked, problem, isOffline, soon: () => again(0) };
}
