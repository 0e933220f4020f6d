/** Several people at one piece: what they do is drawn in on every open desk, and each sees where the others are. */
import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue';
import { api } from '../../api/client';
import type { DeskNow, News, Person } from '../../api/types';
import type { useDesk } from './store';

const ASK_EVERY = 2000;
/** How long what somebody did stays told. */
const TOLD = 12_000;

export interface Others {
    people: Ref<Person[]>;
    /** The last thing somebody else did; null when that was long ago. */
    news: Ref<News | null>;
}

export function useOthers(desk: ReturnType<typeof useDesk>): Others {
    const people = ref<Person[]>([]);
    const news = ref<News | null>(null);
    let timer = 0;
    let forgetting = 0;
    let isOpen = true;

    async function ask(): Promise<void> {
        const section = desk.frame?.section.id;
        const revision = desk.plan?.revision;
        // A hidden desk asks nothing; one whose own marks are on their way hears of the others with their answer.
        const isBusy = document.hidden || desk.waiting.length > 0 || desk.isSending;
        if (section !== undefined && revision !== undefined && !isBusy) {
            try {
                const now = await api.post<DeskNow>(`sections/${section}/now`, {
                    revision, measure: desk.note?.index ?? 0, ...desk.names(),
                });
                if (isOpen && desk.frame?.section.id === section) hear(now, revision);
            } catch {
                // No network, or signed out: the next mark says so.
            }
        }
        if (isOpen) timer = window.setTimeout(() => void ask(), ASK_EVERY);
    }

    function hear(now: DeskNow, asked: number): void {
        people.value = now.people;
        // What one did oneself meanwhile is newer.
        if (!now.plan || desk.plan?.revision !== asked || desk.waiting.length > 0) return;
        desk.takeQuietly(now.plan);
        const last = now.news.at(-1);
        if (!last) return;
        news.value = last;
        window.clearTimeout(forgetting);
        forgetting = window.setTimeout(() => (news.value = null), TOLD);
    }

    onMounted(() => (timer = window.setTimeout(() => void ask(), ASK_EVERY)));
    onBeforeUnmount(() => {
        isOpen = false;
        window.clearTimeout(timer);
        window.clearTimeout(forgetting);
    });
    return { people, news };
}
