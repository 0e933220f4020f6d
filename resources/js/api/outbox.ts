/**
 * What is written waits here until the server has taken it: kept in the browser, sent in order, tried again with growing patience.
 * What a busy or ailing server does not answer comes again; what it refuses by a rule is told, and goes.
 */
import { ref, type Ref } from 'vue';
import { remember, remembered } from '../ui/remembered';
import { ApiError } from './client';

/** Seconds before the first try again, and at most. */
const FIRST = 2;
const LONGEST = 60;

interface Wishes<T> {
    /** Under which it is kept. */
    key: string;
    isItems: (value: unknown) => value is T[];
    send: (item: T) => Promise<void>;
    /** The server will not take it. */
    refused: (item: T, problem: ApiError) => void;
    /** It is tried again in so many seconds, for the so manyth time. */
    waits?: (problem: ApiError, seconds: number, tries: number) => void;
}

export interface Outbox<T> {
    items: Ref<T[]>;
    isSending: Ref<boolean>;
    /** What the server said the last time it did not take something; empty while all goes well. */
    problem: Ref<string>;
    add: (item: T) => Promise<void>;
    flush: () => Promise<void>;
}

/** How long to wait before trying again. */
export function patience(tries: number): number {
    return Math.min(LONGEST, FIRST * 2 ** (tries - 1));
}

export function useOutbox<T>({ key, isItems, send, refused, waits }: Wishes<T>): Outbox<T> {
    const items = ref(remembered(key, [], isItems)) as Ref<T[]>;
    const isSending = ref(false);
    const problem = ref('');
    let tries = 0;
    let timer = 0;

    function done(): void {
        items.value = items.value.slice(1);
        remember(key, items.value);
        problem.value = '';
        tries = 0;
    }

    async function flush(): Promise<void> {
        if (isSending.value) return;
        window.clearTimeout(timer);
        isSending.value = true;
        try {
            for (let item = items.value[0]; item !== undefined; item = items.value[0]) {
                try {
                    await send(item);
                    done();
                } catch (error) {
                    if (!(error instanceof ApiError)) throw error;
                    if (error.comesAgain) {
                        tries += 1;
                        problem.value = error.message;
                        const seconds = patience(tries);
                        // Whoever signs in again sends it.
                        if (!error.isSignedOut) timer = window.setTimeout(() => void flush(), seconds * 1000);
                        waits?.(error, seconds, tries);
                        return;
                    }
                    done();
                    refused(item, error);
                }
            }
        } finally {
            isSending.value = false;
        }
    }

    async function add(item: T): Promise<void> {
        items.value = [...items.value, item];
        remember(key, items.value);
        await flush();
    }

    window.addEventListener('online', () => void flush());
    return { items, isSending, problem, add, flush };
}
