/**
 * Everything that can be done to what is chosen, once: keys, buttons, the ring at a touched note, the key card and Tutti all read this
 * table. A new act is a row of it.
 */
import type { Direction } from '../../api/types';
import { headOf, type useDesk } from '../state/store';
import {
    asItComes, copyStretch, direct, finger, fix, goal, join, openOrFour, partOfBow, PARTS_OF_BOW, position, reshape, slur,
} from './acts';

type Desk = ReturnType<typeof useDesk>;

/** What acts need of the screen they are done on. */
export interface Hands {
    sayIt: () => void;
    keyCard: () => void;
    lay: () => void;
    undo: (kind: 'undo' | 'redo') => void;
}

/** Where none of that is needed. */
export const NO_HANDS: Hands = { sayIt: () => undefined, keyCard: () => undefined, lay: () => undefined, undo: () => undefined };

/** Where an act is offered: for a stroke, for where on the bow it lies, for the hand, for a stretch; or by its key alone. */
type Place = 'bow' | 'part' | 'hand' | 'stretch' | 'keys';

export interface Act {
    name: string;
    /** Keys that do it; none where a button alone does. */
    keys: string[];
    at: Place;
    /** On its button. */
    label: string | ((desk: Desk) => string);
    /** What it does, on the key card and read aloud; acts that share these words share a row of the card. */
    says: string;
    /** How it stands in the ring at a touched note; not there without. */
    ring?: string;
    /** The pencil line that does it at a note: what has one can be done in several sections at once. */
    line?: string;
    does: (desk: Desk, hands: Hands) => void;
}

function turned(desk: Desk): Direction {
    return desk.notes[headOf(desk.notes, desk.chosen)]?.bow?.direction === 'down' ? 'up' : 'down';
}

const CARD = {
    bows: 'down bow, up bow; again to take it away',
    fingers: 'finger; again to take it away',
    shape: 'the finger lower, higher',
    position: 'lower, higher position, for the stretch too',
    carry: 'carry the marks of the stretch, lay them here',
};

export const ACTS: Act[] = [
    { name: 'down', keys: ['d'], at: 'bow', label: '⊓ down', says: CARD.bows, ring: '⊓', line: 'down', does: (desk) => direct(desk, 'down') },
    { name: 'up', keys: ['u'], at: 'bow', label: 'V up', says: CARD.bows, ring: 'V', line: 'up', does: (desk) => direct(desk, 'up') },
    { name: 'slur', keys: ['s'], at: 'bow', label: 'slur on', says: 'slur to the next note, or the stretch; again to undo', ring: 'slur', does: slur },
    { name: 'hook', keys: ['h'], at: 'bow', label: 'hook', says: 'hook: same way as the stroke before', ring: 'hook', line: 'hook', does: (desk) => join(desk, 'hook') },
    { name: 'retake', keys: ['r'], at: 'bow', label: 'retake', says: 'retake: carried back, same way again', ring: 'retake', line: 'retake', does: (desk) => join(desk, 'retake') },
    { name: 'lift', keys: ['l'], at: 'bow', label: 'lift', says: 'lift: set again, and it turns', ring: 'lift', line: 'lift', does: (desk) => join(desk, 'lift') },
    { name: 'goal', keys: ['g'], at: 'bow', label: (desk) => `aim for ${turned(desk)}`, says: 'goal: I want the other direction here', does: goal },
    ...PARTS_OF_BOW.map((part): Act => ({
        name: part, keys: [], at: 'part', label: part, says: `this stroke, or the stretch: ${part}`, line: part, does: (desk) => partOfBow(desk, part),
    })),
    { name: 'fix', keys: ['f'], at: 'stretch', label: 'fix these bows', says: 'fix the bows of the stretch as they are', does: fix },
    ...['0', '1', '2', '3', '4'].map((digit): Act => ({
        name: `finger ${digit}`, keys: [digit], at: 'keys', label: digit, says: CARD.fingers, does: (desk) => finger(desk, digit),
    })),
    { name: 'lower', keys: ['-'], at: 'hand', label: 'finger lower', says: CARD.shape, does: (desk) => reshape(desk, -1) },
    { name: 'higher', keys: ['='], at: 'hand', label: 'finger higher', says: CARD.shape, does: (desk) => reshape(desk, 1) },
    { name: 'open or four', keys: ['o'], at: 'hand', label: '0 or 4', says: 'open, fourth finger, or left open', does: openOrFour },
    { name: 'lower position', keys: ['['], at: 'hand', label: 'position lower', says: CARD.position, does: (desk) => position(desk, -1) },
    { name: 'higher position', keys: [']'], at: 'hand', label: 'position higher', says: CARD.position, does: (desk) => position(desk, 1) },
    { name: 'carry', keys: ['c'], at: 'stretch', label: 'carry the marks', says: CARD.carry, does: copyStretch },
    { name: 'lay', keys: ['v'], at: 'stretch', label: 'lay them here', says: CARD.carry, does: (_, hands) => hands.lay() },
    { name: 'as it comes', keys: ['.'], at: 'stretch', label: 'as it comes', says: 'take my mark away: as it comes', does: asItComes },
    { name: 'propose', keys: ['p'], at: 'keys', label: 'propose', says: 'propose instead of decide', does: (desk) => { desk.isProposing = !desk.isProposing; } },
    { name: 'say it', keys: ['/'], at: 'keys', label: 'Say it', says: 'Say it', does: (_, hands) => hands.sayIt() },
    { name: 'key card', keys: ['?'], at: 'keys', label: 'Keys', says: 'this card', does: (_, hands) => hands.keyCard() },
];

export function actsAt(place: Place): Act[] {
    return ACTS.filter((act) => act.at === place);
}

export function labelOf(act: Act, desk: Desk): string {
    return typeof act.label === 'string' ? act.label : act.label(desk);
}

/** The act a key does; none for a key that does nothing. */
export function actOf(key: string): Act | undefined {
    return ACTS.find((act) => act.keys.includes(key));
}

/** What walks and chooses is no act: it changes nothing. */
const WALKING: [string, string][] = [
    ['← →', 'walk by note'],
    ['Shift ← →', 'walk by stroke'],
    ['Ctrl ← →', 'walk by measure'],
    ['Alt ← →', 'choose a stretch'],
];
const CHOOSING: [string, string][] = [
    ['drag, Shift-click', 'choose a stretch'],
    ['press a measure number', 'choose the measure'],
    ['press a rehearsal mark', 'choose its section'],
    ['Ctrl Z', 'undo, with Shift redo'],
];

/** The key card: what each key does, in words. */
export function keyCard(): [string, string][] {
    const rows = new Map<string, string[]>();
    ACTS.filter((act) => act.keys.length > 0 && act.name !== 'key card').forEach((act) => {
        rows.set(act.says, [...(rows.get(act.says) ?? []), ...act.keys]);
    });
    const acts = [...rows].map(([says, keys]): [string, string] => [keys.length > 2 ? `${keys[0]} – ${keys.at(-1)}` : keys.join('  '), says]);
    return [...WALKING, ...acts, ...CHOOSING, ['?', 'this card']];
}
