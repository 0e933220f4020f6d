/** What was heard, written down at once and sent when there is a network: a rehearsal room often has none. */
import { computed, ref } from 'vue';
import { api, ApiError } from '../api/client';
import type { HeardChoice, HeardList } from '../api/types';
import { has, remember, remembered } from '../ui/remembered';

export interface HeardWish {
    piece: number;
    measure: string;
    note: string | null;
    sections: number[];
    kind: HeardChoice['kind'];
    text: string;
    date: number | null;
    /** Sent twice, it is written once. */
    token: string;
    at: string;
}

const KEY = 'heard-waiting';
const AGAIN = 20_000;
const isWishes = (value: unknown): value is HeardWish[] => Array.isArray(value) && value.every((one) => has(one, 'piece', 'measure', 'kind', 'token'));
const waiting = ref<HeardWish[]>(remembered(KEY, [], isWishes));
/** What the server would not take, in its words: it is kept until somebody looks. */
const refused = ref<{ wish: HeardWish; problem: string }[]>([]);
let isSending = false;
let timer = 0;

function keep(): void {
    remember(KEY, waiting.value);
}

/** Sends what waits, the first one first. Answers the newest list of each piece that was sent to. */
async function send(): Promise<Map<number, HeardList>> {
    const lists = new Map<number, HeardList>();
    if (isSending) return lists;
    isSending = true;
    try {
        while (waiting.value.length > 0) {
            const wish = waiting.value[0];
            if (!wish) break;
            const { piece, ...body } = wish;
            try {
                lists.set(piece, await api.post<HeardList>(`pieces/${piece}/heard`, body));
            } catch (error) {
                const isLater = error instanceof ApiError && (error.isOffline || error.isSignedOut || error.status >= 500);
                if (isLater) {
                    window.clearTimeout(timer);
                    timer = window.setTimeout(() => void send(), AGAIN);
                    break;
                }
                refused.value = [...refused.value, { wish, problem: error instanceof Error ? error.message : '' }];
            }
            waiting.value = waiting.value.filter(({ token }) => token !== wish.token);
            keep();
        }
    } finally {
        isSending = false;
    }
    return lists;
}

export function useWaiting() {
    /** Writes it down here, then sends it if it can. */
    async function hear(wish: Omit<HeardWish, 'token' | 'at'>): Promise<HeardList | null> {
        waiting.value = [...waiting.value, { ...wish, token: crypto.randomUUID(), at: new Date().toISOString() }];
        keep();
        return (await send()).get(wish.piece) ?? null;
    }
    return { waiting: computed(() => waiting.value), refused, hear, send, forget: () => (refused.value = []) };
}

window.addEventListener('online', () => void send());
