/** Write-in as a sheet over the desk: which measures it opens on, and what the desk does when something came of it. */
import { ref, type Ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../../api/client';
import { tell, tellWithUndo } from '../../ui/say';
import { orWarn } from '../../ui/trying';
import type { Kept } from '../../writein/shelving';
import { useDesk } from './store';

export interface Writing {
    /** Printed numbers of the first and the last measure that are taken up. */
    measures: Ref<{ from: string; to: string }>;
    /** Measures that are asked for ("12" or "12-16"), or those that are chosen. */
    choose: (asked?: string) => void;
    /** Something was written: the desk's notes are others now. */
    kept: (kept: Kept) => Promise<void>;
}

/** @param reopen opens the part on the desk from anew */
export function useWriting(reopen: () => Promise<void>): Writing {
    const desk = useDesk();
    const route = useRoute();
    const router = useRouter();
    const measures = ref({ from: '1', to: '1' });

    function choose(asked = ''): void {
        const [first, last] = desk.stretch.map((at) => desk.notes[at]?.measure);
        const [from = '', to = from] = /\d/.test(asked) ? asked.split('-') : [first ?? '1', last ?? first ?? '1'];
        measures.value = { from: from || '1', to: to || from || '1' };
    }

    async function kept({ piece, section, told, correction }: Kept): Promise<void> {
        const here = desk.frame?.section.id;
        if (section === null || section === here) await desk.open(String(piece), String(here ?? ''));
        else if (route.name === 'desk') await router.push({ name: 'desk', params: { ...route.params, section: String(section) } });
        if (correction === null) tell(told);
        else tellWithUndo(told, () => void takeBack(correction));
    }

    async function takeBack(correction: number): Promise<void> {
        await orWarn(async () => {
            await api.delete(`corrections/${correction}`);
            await reopen();
            tell('The score is as it was.');
        });
    }

    return { measures, choose, kept };
}
