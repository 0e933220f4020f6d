/** A desk with a few notes on it, and a server that answers as it is told. */
import { createPinia, setActivePinia } from 'pinia';
import { vi } from 'vitest';
import type { DeskFrame, DeskMark, DeskNote, DeskPlan, Finger, Flag, Form } from '../../resources/js/api/types';
import { useDesk } from '../../resources/js/desk/state/store';

export interface Call {
    method: string;
    path: string;
    body: Record<string, unknown>;
}

/** Some of what can be said. */
export const FORMS: Form[] = [
    { words: 'down', means: 'down bow', stands: 'both', group: 'bow' },
    { words: 'up', means: 'up bow', stands: 'both', group: 'bow' },
    { words: 'upper half', means: 'in the upper half', stands: 'both', group: 'bow' },
    { words: 'hook', means: 'hooked', stands: 'note', group: 'bow' },
    { words: 'low 4', means: 'finger low 4', stands: 'note', group: 'hand' },
    { words: 'simile', means: 'go on alike', stands: 'note', group: 'text' },
];

/** Every call to the server since the last {@link serve}. */
export let calls: Call[] = [];

type Answer = (call: Call) => unknown;

/** Answers every call with what `answer` gives; an Error becomes a refusal with its message. */
export function serve(answer: Answer = () => ({})): void {
    calls = [];
    vi.stubGlobal(
        'fetch',
        vi.fn((url: string, init?: RequestInit) => {
            const call: Call = {
                method: init?.method ?? 'GET',
                path: url.replace(/^\/api\/v1\//, ''),
                body: init?.body ? (JSON.parse(init.body as string) as Record<string, unknown>) : {},
            };
            calls.push(call);
            const said = answer(call);
            if (said instanceof Error) {
                return Promise.resolve(new Response(JSON.stringify({ message: said.message }), { status: 422 }));
            }
            return Promise.resolve(new Response(JSON.stringify(said), { status: 200 }));
        }),
    );
}

/** What the server says of a finger beside its place. */
function said({ number = 1, shape = 'regular' }: Partial<Finger>): Partial<Finger> {
    const reach = shape === 'forward' || shape === 'back';
    const bent = reach || (number !== 2 && (shape === 'low' || shape === 'high'));
    const words = reach ? `x${number}` : shape === 'low' || shape === 'high' ? `${shape} ${number}` : String(number);
    return { words, ...(bent ? { bent } : {}), ...(reach ? { reach } : {}) };
}

export function finger(over: Partial<Finger> = {}): Finger {
    return {
        string: 'D', number: 1, shape: 'regular', position: 'I', semitones: 2, shift: false, leaveDown: false, slide: false,
        laid: false, origin: 'worked-out', ...said(over), ...over,
    };
}

/** Four quarters in measure 1, two halves in measure 2; the third note is slurred to the second. */
export function notes(): DeskNote[] {
    const rows: [string, string, string, string, string, string][] = [
        ['n1', '1', '1', '0', '1', 'change'],
        ['n2', '1', '2', '1', '1', 'change'],
        ['n3', '1', '3', '2', '1', 'slur'],
        ['n4', '1', '4', '3', '1', 'change'],
        ['n5', '2', '1', '4', '2', 'change'],
        ['n6', '2', '3', '6', '2', 'change'],
    ];
    const directions = ['down', 'up', 'up', 'down', 'up', 'down'] as const;
    return rows.map(([id, measure, beat, onset, duration, join], index) => ({
        id,
        place: `${measure}.${beat}`,
        inWords: `m. ${measure} beat ${beat}`,
        measure,
        index: Number(measure) - 1,
        beat,
        voice: '1',
        onset,
        duration,
        pitch: 'E4',
        spoken: 'E4',
        until: String(Number(onset) + Number(duration)),
        at: Number(onset),
        lasts: Number(duration),
        bow: {
            stroke: index + 1, direction: directions[index] ?? 'down', join: join as 'change', origin: 'worked-out', why: '',
            changes: [], from: 0.2, to: 0.6, ...(join === 'slur' ? {} : { head: true as const }),
        },
        finger: finger(),
        sign: true,
    }));
}

export function mark(over: Partial<DeskMark>): DeskMark {
    return {
        key: 'k', from: 'n1', to: 'n1', target: '', line: '1.1 up', place: '1.1', words: 'up', kind: 'bow-direction', slot: 'direction',
        group: 'bow', state: 'decided',
        choices: [], for: 'all', author: 'Maren', mine: true, time: '', ...over,
    };
}

export function flag(over: Partial<Flag> = {}): Flag {
    return {
        code: 'stretch', title: '', text: '', index: 0, indexes: [over.index ?? 0], rank: 'look', rankWords: '', beatWords: '', key: 'k', leftBy: null,
        ways: [], ...over,
    };
}

/** A desk that is open, with these marks on it. */
export function desk(marks: DeskMark[] = [], role: 'own' | 'read' | 'propose' = 'own'): ReturnType<typeof useDesk> {
    setActivePinia(createPinia());
    localStorage.clear();
    const all = notes();
    const opened = useDesk();
    const frame: DeskFrame = {
        piece: { id: 1, title: 'Tune', role, owner: 'Maren', counts: 'measure', typed: null },
        section: { id: 7, name: 'Violin I', instrument: 'violin', done: { bow: false, hand: false }, edition: null },
        score: all,
        strings: ['G', 'D', 'A', 'E'],
        positions: ['½', 'I', 'II', 'III', 'IV', 'V', 'VI', 'VII'],
        positionWords: { '½': 'half position', I: 'first position', II: 'second position', III: 'third position' },
        fingers: { 1: ['low 1', '1'], 2: ['low 2', 'high 2'], 3: ['low 3', '3', 'high 3'], 4: ['low 4', '4', 'x4'] },
        tapes: [2, 4, 5, 7],
        board: Array.from({ length: 25 }, (_, semitones) => 1 - 2 ** (-semitones / 12)),
        forms: FORMS,
        measures: [
            { index: 0, number: '1', onset: 0, length: 4, rehearsal: null, repeat: false, beats: 4, tempo: 100 },
            { index: 1, number: '2', onset: 4, length: 4, rehearsal: 'A', repeat: false, beats: 4, tempo: 100 },
        ],
    };
    const plan: DeskPlan = {
        revision: 3, scoreName: 's1', names: { bow: 'b1', hand: 'h1' }, since: { bow: 'b1', hand: 'h1' }, notes: all, marks, flags: [], can: { undo: null, redo: null },
    };
    opened.frame = frame;
    opened.plan = plan;
    return opened;
}

/** The lines of the last marks sent, and the keys taken away. */
export function sent(): { lines: string[]; takes: unknown } {
    const last = calls.filter((call) => call.path.endsWith('/marks')).at(-1);
    return { lines: ((last?.body.lines ?? '') as string).split('\n').filter(Boolean), takes: last?.body.takes ?? [] };
}

/** Lets what was begun come to its end. */
export async function settled(): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, 5));
}
