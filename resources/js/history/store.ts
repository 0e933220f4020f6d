import { ElMessageBox } from 'element-plus';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import type { Act, NextActs } from '../api/types';
import { useDesk } from '../desk/state/store';
import { tell, when } from '../ui/say';
import { orWarn } from '../ui/trying';

type Kind = 'undo' | 'redo';
interface TurnedActs extends NextActs {
    done: Act | null;
}

/** What is done on a screen, and so is taken back there without a question; on the others it is asked first. */
const OWN: Record<string, Act['topic'][]> = {
    rack: ['rack'],
    class: ['class'],
    'hand-out': ['link', 'part'],
    'read-through': ['look', 'marks'],
    tutti: ['marks'],
    'class-view': ['marks'],
    lesson: ['marks', 'rack'],
    practice: ['part'],
    book: ['rack'],
    rehearsal: ['rehearsal'],
    term: ['rehearsal'],
    hear: ['rehearsal'],
    logbook: ['rehearsal', 'marks', 'part'],
};
const NONE: NextActs = { undo: null, redo: null };
/** Milliseconds after something was written until it is asked what could be taken back now. */
const REST = 250;

/** One undo for all screens: what the next press would take back, named before it is pressed. */
export const useHistory = defineStore('history', () => {
    const desk = useDesk();
    /** The screen, and the piece it shows. */
    const screen = ref('');
    const piece = ref<string | null>(null);
    const asked = shallowRef<NextActs>(NONE);
    const isTurning = ref(false);
    /** Counts what was turned back: screens read again what they show. */
    const version = ref(0);
    let timer = 0;
    /** Something was written since it was asked what could be taken back. */
    let isStale = false;

    const onDesk = computed(() => screen.value === 'desk');
    const next = computed<NextActs>(() => (onDesk.value ? desk.can : asked.value));
    const scope = computed((): Record<string, string> | null => {
        if (screen.value === 'rack' || screen.value === 'class') return { on: screen.value };
        // What is done in a book is done on the rack.
        if (screen.value === 'book') return { on: 'rack' };
        if (['rehearsal', 'term', 'hear'].includes(screen.value)) return { on: 'rehearsal' };
        return piece.value === null ? null : { piece: piece.value };
    });

    function show(name: string, pieceId: string | null): void {
        screen.value = name;
        piece.value = pieceId;
        asked.value = NONE;
        void look();
    }

    async function look(): Promise<void> {
        const of = scope.value;
        if (of === null || onDesk.value) return;
        try {
            const answer = await api.get<NextActs>(`history/next?${new URLSearchParams(of).toString()}`);
            if (scope.value === of) asked.value = answer;
            isStale = false;
        } catch {
            // Nothing is offered that is not known.
        }
    }

    function lookSoon(): void {
        isStale = true;
        window.clearTimeout(timer);
        timer = window.setTimeout(() => void look(), REST);
    }

    function isInSight(act: Act): boolean {
        if (onDesk.value) return act.topic === 'marks' && act.section === desk.frame?.section.id;
        return OWN[screen.value]?.includes(act.topic) ?? false;
    }

    async function isMeant(kind: Kind, act: Act): Promise<boolean> {
        if (isInSight(act)) return true;
        const what = `“${act.what}”${act.where ? ` (${act.where}, ${when(act.when)})` : ''}`;
        return ElMessageBox.confirm(
            `The last thing ${kind === 'undo' ? 'you did' : 'you took back'} is not on this page: ${what}.`,
            kind === 'undo' ? 'Take it back?' : 'Do it again?',
            { confirmButtonText: kind === 'undo' ? 'Take it back' : 'Do it again', cancelButtonText: 'Leave it' },
        ).then(() => true, () => false);
    }

    /** Turns back what was named, and nothing else. */
    async function turn(kind: Kind): Promise<void> {
        if (isTurning.value || scope.value === null || (onDesk.value && desk.waiting.length > 0)) return;
        isTurning.value = true;
        // A hand that takes back what it has just done is quicker than the question.
        if (isStale && !onDesk.value) await look();
        const act = next.value[kind];
        if (act === null) {
            tell(kind === 'undo' ? 'There is nothing to take back here.' : 'There is nothing to do again here.');
            isTurning.value = false;
            return;
        }
        if (await isMeant(kind, act)) {
            await (onDesk.value && isInSight(act) ? desk.turnBack(kind) : turnElsewhere(kind, act));
        }
        isTurning.value = false;
    }

    async function turnElsewhere(kind: Kind, act: Act): Promise<void> {
        await orWarn(async () => {
            const answer = await api.post<TurnedActs>(`history/${kind}`, { ...scope.value, named: act.id });
            asked.value = { undo: answer.undo, redo: answer.redo };
            tell(`${kind === 'undo' ? 'Took back' : 'Did again'}: ${act.what}${act.where ? ` (${act.where})` : ''}.`);
            turned();
        });
        void look();
    }

    /** What is on the screen is read again. */
    function turned(): void {
        version.value += 1;
        if (onDesk.value || screen.value === 'class-view') void desk.refresh();
    }

    return { piece, onDesk, next, version, isTurning, show, look, lookSoon, turn, turned };
});
