import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { api, ApiError } from '../../api/client';
import { useOutbox } from '../../api/outbox';
import type {
    DeskFrame, DeskMark, DeskNote, DeskPlan, Direction, NoteDetail, PassageReturn, Piece, PlanNames, PlannedNote, ScoreNote,
} from '../../api/types';
import { useSession } from '../../stores/session';
import { tell, warn } from '../../ui/say';
import { sentenceOf } from '../../ui/trying';
import { has } from '../../ui/remembered';

/** One change on its way to the server: marks to put, marks to take. */
interface Errand {
    section: number;
    lines: string;
    takes: string[];
    label: string;
    propose: boolean;
    /** Lines that cannot be read are left out. */
    anyway?: boolean;
}

function isErrands(value: unknown): value is Errand[] {
    return Array.isArray(value) && value.every((one) => has(one, 'section', 'lines', 'takes', 'label', 'propose'));
}

const WAITING = 'waiting-marks';
/** Milliseconds the eye must rest on a note before its reasons are asked for. */
const DETAIL_REST = 160;
/** The same after a mark: the page comes first. */
const DETAIL_AFTER_MARK = 450;

/** What was worked out, put to the notes of the score. */
export function withPlan(score: ScoreNote[], planned: PlannedNote[]): DeskNote[] {
    const told = new Map(planned.map((note) => [note.id, note]));
    return score.flatMap((printed) => {
        const note = told.get(printed.id);
        return note ? [{ ...printed, bow: note.bow ?? null, finger: note.finger ?? null, sign: note.sign ?? false }] : [];
    });
}

/** The part that is opened: the one that is named, else the one of the piece that was looked at last; 0 where none is known. */
export function likelySection(piece: string, section?: string): number {
    return Number(section ?? localStorage.getItem(`section-of-${piece}`) ?? 0);
}

/** What was fetched, or its failure. */
function got<T>(answer: T | Error): T {
    if (answer instanceof Error) throw answer;
    return answer;
}

/** Where the stroke of a note begins: the server says which notes do. */
export function headOf(notes: DeskNote[], at: number): number {
    for (let index = at; index >= 0; index -= 1) {
        const note = notes[index];
        if (!note?.bow || note.bow.head) return index === at || note?.bow ? index : at;
    }
    return at;
}

/** The section on the desk: what the server worked out, what is chosen, and changes not yet saved. */
export const useDesk = defineStore('desk', () => {
    const session = useSession();
    const piece = shallowRef<Piece | null>(null);
    const frame = shallowRef<DeskFrame | null>(null);
    const plan = shallowRef<DeskPlan | null>(null);
    const problem = ref('');
    /** Index of the chosen note in `notes`. */
    const chosen = ref(0);
    const anchor = ref<number | null>(null);
    const isProposing = ref(false);
    const { items: waiting, isSending, problem: unsaved, add, flush: sendWaiting } = useOutbox<Errand>({
        key: WAITING, isItems: isErrands, send: sendMarks, refused: marksRefused, waits: marksWait,
    });
    /** Counts answers, so that the page knows when to be engraved again. */
    const version = ref(0);
    const turned = ref<string[]>([]);
    /** Directions put by a key and not engraved yet, by note id. */
    const ink = ref<Record<string, Direction | null>>({});

    /** Why the chosen note has its finger, and what else it could have: asked for when the hand rests on it. */
    const detail = shallowRef<NoteDetail | null>(null);
    const returns = shallowRef<PassageReturn[]>([]);
    let detailTimer = 0;
    /** Counts what was opened: of two parts opened in haste the last one counts. */
    let opening = 0;

    const notes = computed<DeskNote[]>(() => withPlan(frame.value?.score ?? [], plan.value?.notes ?? []));
    const note = computed<DeskNote | null>(() => notes.value[chosen.value] ?? null);
    /** Names of the bows and hands that are shown, old as a hand may be: what changes is told over them. */
    const held = computed<PlanNames>(() => plan.value?.since ?? { bow: '', hand: '' });
    const can = computed(() => plan.value?.can ?? { undo: null, redo: null });
    const mayEdit = computed(() => ['own', 'edit'].includes(frame.value?.piece.role ?? 'read'));
    const mayPropose = computed(() => (frame.value?.piece.role ?? 'read') !== 'read');
    const proposes = computed(() => mayPropose.value && (!mayEdit.value || isProposing.value));
    const flags = computed(() => (plan.value?.flags ?? []).filter((flag) => flag.leftBy === null));
    /** First and last index of the chosen stretch. */
    const stretch = computed<[number, number]>(() =>
        anchor.value === null
            ? [chosen.value, chosen.value]
            : [Math.min(anchor.value, chosen.value), Math.max(anchor.value, chosen.value)],
    );

    async function open(pieceId: string, sectionId?: string): Promise<number | null> {
        problem.value = '';
        opening += 1;
        const mine = opening;
        try {
            if (piece.value?.id !== Number(pieceId)) {
                piece.value = null;
                frame.value = null;
                plan.value = null;
            }
            const wanted = likelySection(pieceId, sectionId);
            // Asked for at once: nearly always it is the one that was looked at last.
            const likely = wanted > 0 ? fetchSection(wanted) : null;
            const opened = await api.get<Piece>(`pieces/${pieceId}`);
            if (mine !== opening) return null;
            piece.value = opened;
            localStorage.setItem('last-piece', pieceId);
            const section = piece.value.sections.find((one) => one.id === wanted) ?? piece.value.sections[0];
            if (!section) {
                problem.value = 'This piece has no parts.';
                return null;
            }
            localStorage.setItem(`section-of-${pieceId}`, String(section.id));
            const answer = await (section.id === wanted && likely ? likely : fetchSection(section.id)).then(got);
            if (mine !== opening) return null;
            frame.value = answer;
            takeWhole(answer);
            chosen.value = Math.min(Number(localStorage.getItem(`note-of-${section.id}`)) || 0, answer.notes.length - 1);
            anchor.value = null;
            ink.value = {};
            turned.value = [];
            version.value += 1;
            returns.value = [];
            void fetchReturns(section.id);
            askAbout();
            void sendWaiting();
            return section.id;
        } catch (error) {
            problem.value = sentenceOf(error);
            return null;
        }
    }

    /** A part; its failure is told when it is waited for. */
    function fetchSection(section: number): Promise<(DeskFrame & DeskPlan) | Error> {
        return api.get<DeskFrame & DeskPlan>(`sections/${section}`).catch((error: unknown) =>
            error instanceof Error ? error : new Error(sentenceOf(error)),
        );
    }

    function choose(index: number, extend = false): void {
        const last = notes.value.length - 1;
        if (last < 0) {
            return;
        }
        anchor.value = extend ? (anchor.value ?? chosen.value) : null;
        chosen.value = Math.max(0, Math.min(last, index));
        if (frame.value) {
            localStorage.setItem(`note-of-${frame.value.section.id}`, String(chosen.value));
        }
        askAbout();
    }

    function chooseId(id: string, extend = false): void {
        const index = notes.value.findIndex((one) => one.id === id);
        if (index >= 0) {
            choose(index, extend);
        }
    }

    /** All from one note to another. */
    function chooseSpan(first: string, last: string): void {
        chooseId(first);
        chooseId(last, true);
    }

    /** The first note of a measure, by its printed number. */
    function chooseMeasure(number: string): void {
        const index = notes.value.findIndex((one) => one.measure === number);
        if (index >= 0) choose(index);
    }

    /** All from a rehearsal mark to the next one. */
    function chooseSection(first: string): void {
        const from = notes.value.findIndex((one) => one.id === first);
        const start = notes.value[from]?.index ?? 0;
        const until = frame.value?.measures.find((measure) => measure.index > start && measure.rehearsal !== null)?.index ?? Infinity;
        choose(from);
        choose(notes.value.findLastIndex((one) => one.index < until), true);
    }

    function askAbout(rest = DETAIL_REST): void {
        window.clearTimeout(detailTimer);
        detail.value = null;
        detailTimer = window.setTimeout(() => void fetchDetail(), rest);
    }

    function isChosen(id: string): boolean {
        return note.value?.id === id;
    }

    async function fetchDetail(): Promise<void> {
        const section = frame.value?.section.id;
        const id = note.value?.id;
        if (!section || !id || waiting.value.length > 0) {
            return;
        }
        try {
            const answer = await api.get<NoteDetail>(`sections/${section}/notes/${id}`);
            if (isChosen(id)) {
                detail.value = answer;
            }
        } catch {
            // The page is whole without it; the next note asks again.
        }
    }

    async function fetchReturns(section: number): Promise<void> {
        try {
            returns.value = await api.get<PassageReturn[]>(`sections/${section}/returns`);
        } catch {
            returns.value = [];
        }
    }

    function marksAt(id: string): DeskMark[] {
        return (plan.value?.marks ?? []).filter((mark) => mark.from === id);
    }

    /** Puts lines and takes marks; the page may show ink before the answer. */
    function change(lines: string[], takes: string[], label: string, shown: Record<string, Direction | null> = {}, anyway = false): void {
        if (!frame.value) {
            return;
        }
        if (!mayPropose.value) {
            warn('You may look at this piece, but not mark it.');
            return;
        }
        if (!proposes.value) {
            ink.value = { ...ink.value, ...shown };
        }
        void add({
            section: frame.value.section.id,
            lines: lines.join('\n'),
            takes,
            label,
            propose: proposes.value,
            ...(anyway ? { anyway } : {}),
        });
    }

    async function sendMarks({ section, ...body }: Errand): Promise<void> {
        const answer = await api.post<DeskPlan>(`sections/${section}/marks`, { ...body, seen: plan.value?.revision ?? 0, ...names() });
        if (frame.value?.section.id === section) {
            take(answer, waiting.value.length === 1);
        }
        if (answer.shared) tell(`In all ${answer.shared} parts of the lesson: one rhythm, one bowing.`);
    }

    function marksRefused(_: Errand, error: ApiError): void {
        ink.value = {};
        warn(error.message);
        if (error.status === 409 && Array.isArray(error.body.notes)) {
            take(error.body as unknown as DeskPlan, true);
        } else {
            version.value += 1;
        }
    }

    function marksWait(error: ApiError, seconds: number, tries: number): void {
        if (error.isSignedOut) session.needsSignIn = true;
        else if (error.isOffline && tries === 1) warn(error.message);
        else if (tries === 1) warn(`The server could not save this mark. It is kept here and sent again in ${seconds} seconds.`);
    }

    /** What the server need not tell again: the halves that are known, and what is shown of them. */
    function names(): { known?: PlanNames; held: PlanNames } {
        return { known: plan.value?.names, held: held.value };
    }

    /** What an answer leaves out is here. */
    function merged(answer: DeskPlan): DeskPlan {
        const old = plan.value;
        if (old && answer.scoreName !== old.scoreName && piece.value) {
            tell('The score of this piece was corrected. It is opened anew.');
            void open(String(piece.value.id), String(frame.value?.section.id));
            return old;
        }
        const [{ since, names: now }, shown] = [answer, held.value];
        const isOver = (half: 'bow' | 'hand'): boolean => ['', shown[half]].includes(since[half]) || now[half] === shown[half];
        if (old && (!isOver('bow') || !isOver('hand'))) {
            // Two answers crossed: what was left out is not what is here.
            void refresh();
        }
        const changed = new Map(answer.notes.map((note) => [note.id, note]));
        return {
            ...answer,
            since: { bow: now.bow || shown.bow, hand: now.hand || shown.hand },
            notes: old && changed.size > 0 ? old.notes.map((note) => ({ ...note, ...changed.get(note.id) })) : (old?.notes ?? answer.notes),
        };
    }

    /** A whole answer, after which nothing of another is kept. */
    function takeWhole(answer: DeskPlan): void {
        plan.value = { ...answer, since: answer.names };
    }

    /** The whole section again, as it stands on the server. */
    async function refresh(): Promise<void> {
        const section = frame.value?.section.id;
        if (!section) return;
        try {
            const answer = await api.get<DeskFrame & DeskPlan>(`sections/${section}`);
            if (frame.value?.section.id === section) {
                takeWhole(answer);
                version.value += 1;
            }
        } catch (error) {
            fail(error);
        }
    }

    /** A change that touched both halves is answered with the bow; the hand is asked for when nobody waits for it. */
    async function fetchHand(): Promise<void> {
        const section = frame.value?.section.id;
        const { names, revision } = plan.value ?? {};
        if (!section || names?.hand !== '') return;
        try {
            const answer = await api.get<DeskPlan>(`sections/${section}/hand?bow=${names.bow}&held=${held.value.hand}`);
            if (frame.value?.section.id === section && plan.value?.revision === revision) {
                plan.value = merged(answer);
                version.value += 1;
            }
        } catch {
            // The next mark asks again.
        }
    }

    function take(answer: DeskPlan, isSettled: boolean): void {
        plan.value = merged(answer);
        if (isSettled) void fetchHand();
        turned.value = answer.turned ?? [];
        version.value += 1;
        askAbout(DETAIL_AFTER_MARK);
    }

    /** What somebody else did is drawn in, and nothing moves. */
    function takeQuietly(answer: DeskPlan): void {
        if (waiting.value.length > 0 || isSending.value) return;
        plan.value = merged(answer);
        void fetchHand();
        version.value += 1;
    }

    /** The page shows what the keys asked for. */
    function inkIsDry(): void {
        if (waiting.value.length === 0) ink.value = {};
    }

    /** Takes back, or does again, what was done last to this part. */
    async function turnBack(kind: 'undo' | 'redo'): Promise<void> {
        if (!frame.value || waiting.value.length > 0) {
            return;
        }
        try {
            const answer = await api.post<DeskPlan>(`sections/${frame.value.section.id}/${kind}`, { ...names(), named: can.value[kind]?.id });
            take(answer, true);
        } catch (error) {
            fail(error);
        }
    }

    async function settle(key: string, answer: 'take' | 'decline' | 'choose', choice = 0): Promise<void> {
        if (!frame.value || !plan.value) {
            return;
        }
        try {
            take(
                await api.post<DeskPlan>(`sections/${frame.value.section.id}/settle`, {
                    key,
                    answer,
                    choice,
                    seen: plan.value.revision,
                    ...names(),
                }),
                true,
            );
        } catch (error) {
            fail(error);
        }
    }

    async function leave(key: string, isLeft: boolean): Promise<void> {
        if (!frame.value) {
            return;
        }
        try {
            take(await api.post<DeskPlan>(`sections/${frame.value.section.id}/leave`, { key, leave: isLeft, ...names() }), true);
        } catch (error) {
            fail(error);
        }
    }

    function fail(error: unknown): void {
        if (error instanceof ApiError && error.isSignedOut) {
            session.needsSignIn = true;
            return;
        }
        warn(sentenceOf(error));
        if (error instanceof ApiError && error.status === 409 && Array.isArray(error.body.notes)) {
            take(error.body as unknown as DeskPlan, true);
        }
    }

    return {
        piece, frame, plan, problem, chosen, anchor, isProposing, waiting, isSending, unsaved, version, turned, ink,
        notes, note, detail, returns, can, mayEdit, mayPropose, proposes, flags, stretch,
        open, choose, chooseId, chooseSpan, chooseSection, chooseMeasure, marksAt, change, sendWaiting, turnBack, settle, leave, refresh, take, takeQuietly, names, fail, askAbout, inkIsDry,
    };
});
