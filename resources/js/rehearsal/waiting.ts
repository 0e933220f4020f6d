/** What was heard, written down at once and sent when there is a network: a rehearsal room often has none. */
import { computed, ref } from 'vue';
import { api } from '../api/client';
import { useOutbox } from '../api/outbox';
import type { HeardChoice, HeardList } from '../api/types';
import { has } from '../ui/remembered';

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

const isWishes = (value: unknown): value is HeardWish[] => Array.isArray(value) && value.every((one) => has(one, 'piece', 'measure', 'kind', 'token'));
/** What the server would not take, in its words: it is kept until somebody looks. */
const refused = ref<{ wish: HeardWish; problem: string }[]>([]);
/** The newest list of each piece that was sent to. */
const lists = new Map<number, HeardList>();
const outbox = useOutbox<HeardWish>({
    key: 'heard-waiting',
    isItems: isWishes,
    send: async ({ piece, ...body }) => void lists.set(piece, await api.post<HeardList>(`pieces/${piece}/heard`, body)),
    refused: (wish, { message }) => (refused.value = [...refused.value, { wish, problem: message }]),
});

/** Sends what waits, the first one first. Answers the newest list of each piece that was sent to. */
async function send(): Promise<Map<number, HeardList>> {
    lists.clear();
    await outbox.flush();
    return new Map(lists);
}

export function useWaiting() {
    /** Writes it down here, then sends it if it can. */
    async function hear(wish: Omit<HeardWish, 'token' | 'at'>): Promise<HeardList | null> {
        lists.delete(wish.piece);
        await outbox.add({ ...wish, token: crypto.randomUUID(), at: new Date().toISOString() });
        return lists.get(wish.piece) ?? null;
    }
    return { waiting: computed(() => outbox.items.value), refused, hear, send, forget: () => (refused.value = []) };
}
