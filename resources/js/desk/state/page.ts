import { onBeforeUnmount, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import { api } from '../../api/client';
import type { PageScore } from '../../api/types';
import { cut, withMeasures, type CutScore } from '../../engraving/score';
import { useDesk } from './store';

/** Milliseconds the hands must rest before the page is asked for again. */
const REST = 20;

export interface DeskPage {
    /** The page as it came last; null until there is one. */
    score: ShallowRef<CutScore | null>;
    /** Under which name the server knows it; empty for none. */
    name: Ref<string>;
    /** Another part: its page is on its way while the part is told. */
    begin: (section: number) => void;
    /** The hands did something more: the page can wait until they rest. */
    wait: () => void;
    /** Whether something was asked for that is not on the page yet. */
    isDue: () => boolean;
}

/** The music of the open part as it is to be engraved: asked for when a change has been answered. */
export function useDeskPage(): DeskPage {
    const desk = useDesk();
    const score = shallowRef<CutScore | null>(null);
    const name = ref('');
    let ahead: { section: number; page: Promise<PageScore> } | null = null;
    let isDue = false;
    let fetching = 0;
    let timer = 0;

    function begin(section: number): void {
        score.value = null;
        name.value = '';
        ahead = section > 0 ? { section, page: api.get<PageScore>(`sections/${section}/page`) } : null;
        ahead?.page.catch(() => undefined);
    }

    function soon(rest: number): void {
        window.clearTimeout(timer);
        timer = window.setTimeout(() => void fetchPage(), rest);
    }

    async function fetchPage(): Promise<void> {
        const section = desk.frame?.section.id;
        if (!section) return;
        isDue = false;
        fetching += 1;
        const mine = fetching;
        try {
            const path = `sections/${section}/page${name.value === '' ? '' : `?since=${name.value}`}`;
            const answer = await (ahead?.section === section ? ahead.page : api.get<PageScore>(path));
            ahead = null;
            if (mine !== fetching) return;
            name.value = answer.name;
            if (answer.xml !== null) score.value = cut(answer.xml);
            else if (score.value) score.value = withMeasures(score.value, answer.measures);
        } catch (error) {
            if (mine === fetching) desk.fail(error);
        }
    }

    watch(() => desk.version, () => {
        // Wait until the hands rest: the ink is on the page already.
        isDue = true;
        soon(score.value ? REST : 0);
    });
    onBeforeUnmount(() => window.clearTimeout(timer));

    return {
        score,
        name,
        begin,
        wait: () => {
            if (isDue && score.value) soon(REST);
        },
        isDue: () => isDue,
    };
}
