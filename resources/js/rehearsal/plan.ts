/** The plan of one rehearsal: read, changed, ticked. Every change plans the rest again on the server. */
import { computed, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import type { Rehearsal, RehearsalEntry } from '../api/types';
import { useHistory } from '../history/store';
import { tellWithUndo } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';

type Done = Rehearsal['done'][number];
interface Changes {
    minutes?: number;
    begin?: Rehearsal['begin'];
    pieces?: number[] | null;
    entries?: RehearsalEntry[];
    dropped?: string[];
}

/** What an entry is called on the strip. */
export function titleOf(entry: RehearsalEntry): string {
    if (entry.kind === 'warm-up') return 'Warm-up';
    if (entry.kind === 'run') return `Run: ${entry.title}`;
    if (entry.kind === 'tune') return `Tune: ${entry.title}`;
    return `${entry.title} ${measuresOf(entry)}`;
}

export function measuresOf({ from, to }: { from: string; to: string }): string {
    const first = from === '0' ? 'pickup' : from;
    return from === to ? first : `${first}–${to}`;
}

function isOf(done: Done, entry: RehearsalEntry): boolean {
    return done.kind === entry.kind && done.piece === entry.piece && done.from === entry.from && done.to === entry.to;
}

export function usePlan(id: () => number) {
    const history = useHistory();
    const { problem, attempt } = useTrying();
    const plan = shallowRef<Rehearsal | null>(null);
    const isBusy = ref(false);

    const load = (): Promise<boolean> => attempt(async () => void (plan.value = await api.get<Rehearsal>(`dates/${id()}/plan`)));

    /** One change after the other: none is lost because another is still on its way. */
    let last: Promise<void> = Promise.resolve();

    function change(changes: Changes, said: string): Promise<void> {
        last = last.then(() => write(changes, said));
        return last;
    }

    async function write(changes: Changes, said: string): Promise<void> {
        const now = plan.value;
        if (!now) return;
        isBusy.value = true;
        const entries = changes.entries ?? now.entries;
        const pieces = now.pieces.every(({ isIn }) => isIn) ? null : now.pieces.filter(({ isIn }) => isIn).map((piece) => piece.id);
        const went = await orWarn(async () => {
            plan.value = await api.put<Rehearsal>(`dates/${id()}/plan`, {
                minutes: changes.minutes ?? now.date.minutes,
                begin: changes.begin ?? now.begin,
                pieces: changes.pieces === undefined ? pieces : changes.pieces,
                fixed: entries.flatMap((entry, place) =>
                    entry.isFixed ? [{ kind: entry.kind, piece: entry.piece, from: entry.from, to: entry.to, minutes: entry.minutes, place }] : [],
                ),
                dropped: changes.dropped ?? now.dropped.map(({ key }) => key),
            });
            tellWithUndo(said, () => void history.turn('undo'));
        });
        // What was not taken is shown as it was.
        if (!went) plan.value = { ...now };
        isBusy.value = false;
    }

    /** An entry at another place is where the director wants it: it stays there. */
    function move(from: number, to: number): Promise<void> {
        const entries = [...(plan.value?.entries ?? [])];
        const [entry] = entries.splice(from, 1);
        if (!entry || to < 0 || to > entries.length || to === from) return Promise.resolve();
        entries.splice(to, 0, { ...entry, isFixed: true });
        return change({ entries }, `${titleOf(entry)} comes ${to < from ? 'earlier' : 'later'}.`);
    }

    function set(at: number, changed: Partial<RehearsalEntry>, said: string): Promise<void> {
        return change({ entries: (plan.value?.entries ?? []).map((entry, index) => (index === at ? { ...entry, ...changed } : entry)) }, said);
    }

    function drop(at: number): Promise<void> {
        const entry = plan.value?.entries[at];
        if (!entry) return Promise.resolve();
        const dropped = [...(plan.value?.dropped ?? []).map(({ key }) => key).filter((key) => key !== entry.key), entry.key];
        return change({ entries: (plan.value?.entries ?? []).filter((_, index) => index !== at), dropped }, `${titleOf(entry)} does not come this time.`);
    }

    function bringBack(key: string, text: string): Promise<void> {
        return change({ dropped: (plan.value?.dropped ?? []).map((one) => one.key).filter((one) => one !== key) }, `${text} may come again.`);
    }

    async function tick(entries: RehearsalEntry[], isDone: boolean, said: string): Promise<void> {
        const now = plan.value;
        if (!now) return;
        const others = now.done.filter((done) => !entries.some((entry) => isOf(done, entry)));
        const done = isDone ? [...others, ...entries.map(({ kind, piece, from, to, minutes }) => ({ kind, piece, from, to, minutes }))] : others;
        await orWarn(async () => {
            plan.value = await api.put<Rehearsal>(`dates/${id()}/done`, { done });
            if (said) tellWithUndo(said, () => void history.turn('undo'));
        });
    }

    const allDone = computed(() => !!plan.value && plan.value.entries.length > 0 && plan.value.entries.every(({ isDone }) => isDone));

    return { plan, problem, isBusy, load, change, move, set, drop, bringBack, tick, allDone };
}
