/** What the keys (and the buttons beside them) do to the chosen note: everything becomes pencil lines. */
import { api } from '../api/client';
import type { CopyLook, DeskMark, DeskNote, DeskPlan, Direction, OtherFinger } from '../api/types';
import { tell, warn } from '../ui/say';
import { headOf, useDesk } from './store';

type Desk = ReturnType<typeof useDesk>;

const BOW_SLOTS = ['direction', 'join'];

function own(marks: DeskMark[], slots: string[]): DeskMark[] {
    return marks.filter((mark) => slots.includes(mark.slot) && mark.state !== 'proposed');
}

function keys(marks: DeskMark[]): string[] {
    return marks.map((mark) => mark.key);
}

function heads(desk: Desk): DeskNote[] {
    const [from, to] = desk.stretch;
    const found: DeskNote[] = [];
    for (let index = headOf(desk.notes, from); index <= to; index += 1) {
        const note = desk.notes[index];
        if (note?.bow && headOf(desk.notes, index) === index) {
            found.push(note);
        }
    }
    return found;
}

export function direct(desk: Desk, direction: Direction): void {
    const note = desk.notes[headOf(desk.notes, desk.chosen)];
    if (!note?.bow) {
        return;
    }
    const marks = own(desk.marksAt(note.id), BOW_SLOTS);
    const same = marks.find((mark) => mark.slot === 'direction' && mark.words === direction);
    if (same) {
        desk.change([], [same.key], `take away ${direction} at ${note.place}`);
        return;
    }
    desk.change([`${note.id} ${direction}`], keys(marks.filter((mark) => mark.slot === 'join')), `${direction} at ${note.place}`, {
        [note.id]: direction,
    });
}

export function join(desk: Desk, words: 'hook' | 'retake' | 'lift'): void {
    const at = headOf(desk.notes, desk.chosen);
    const note = desk.notes[at];
    if (!note?.bow) {
        return;
    }
    const marks = own(desk.marksAt(note.id), BOW_SLOTS);
    const same = marks.find((mark) => mark.words === words);
    if (same) {
        desk.change([], [same.key], `take away ${words} at ${note.place}`);
        return;
    }
    const before = desk.notes[headOf(desk.notes, at - 1)]?.bow?.direction;
    const shown: Record<string, Direction> = before
        ? { [note.id]: words === 'lift' ? (before === 'down' ? 'up' : 'down') : before }
        : {};
    desk.change([`${note.id} ${words}`], keys(marks.filter((mark) => mark.slot === 'direction')), `${words} at ${note.place}`, shown);
}

/** The goal key asks for the direction the note does not have. */
export function goal(desk: Desk): void {
    const note = desk.notes[headOf(desk.notes, desk.chosen)];
    if (!note?.bow) {
        return;
    }
    const marks = own(desk.marksAt(note.id), BOW_SLOTS);
    const same = marks.find((mark) => mark.words.startsWith('goal'));
    if (same) {
        desk.change([], [same.key], `take away the goal at ${note.place}`);
        return;
    }
    const wanted: Direction = note.bow.direction === 'down' ? 'up' : 'down';
    desk.change([`${note.id} goal ${wanted}`], keys(marks), `goal ${wanted} at ${note.place}`, { [note.id]: wanted });
}

/** Slurs the chosen note to the next, or the chosen stretch; takes a slur away where there is one. */
export function slur(desk: Desk): void {
    const [from, to] = desk.stretch;
    const first = desk.notes[from];
    const last = desk.notes[to === from ? from + 1 : to];
    if (!first?.bow || !last?.bow) {
        return;
    }
    const slurs = desk.marksAt(first.id).filter((mark) => mark.slot === 'slur' && mark.state !== 'proposed');
    if (slurs.length > 0) {
        desk.change([], keys(slurs), `take back the slur mark at ${first.place}`);
        return;
    }
    const isSlurred = last.bow.join === 'slur';
    if (isSlurred) {
        const head = desk.notes[headOf(desk.notes, from)] ?? first;
        const added = desk.marksAt(head.id).filter((mark) => mark.words.startsWith('slur') && mark.state !== 'proposed');
        if (added.length > 0) {
            desk.change([], keys(added), `take back the slur at ${head.place}`);
        } else {
            desk.change([`${head.id} no slurs`], [], `no slur at ${head.place}`);
        }
        return;
    }
    desk.change([`${first.id} slur ${last.id}`], [], `slur ${first.place} to ${last.place}`);
}

/** Takes the marks of the chosen stretch away: as it comes. */
export function asItComes(desk: Desk): void {
    const [from, to] = desk.stretch;
    const ids = new Set(heads(desk).map((note) => note.id));
    desk.notes.slice(from, to + 1).forEach((note) => ids.add(note.id));
    const marks = (desk.plan?.marks ?? []).filter((mark) => ids.has(mark.from) && (mark.state !== 'proposed' || mark.mine));
    if (marks.length > 0) {
        const place = desk.notes[from]?.place ?? '';
        desk.change([], keys(marks), `as it comes at ${place}`);
    }
}

/** Fixes every direction of the chosen stretch as it stands, so that later marks cannot turn it. */
export function freeze(desk: Desk): void {
    const lines = heads(desk).map((note) => `${note.id} ${note.bow?.direction}`);
    const first = desk.notes[desk.stretch[0]];
    desk.change(lines, [], `freeze the bows from ${first?.place ?? ''}`);
}

/** Puts what the bow lane advises on the page, as words over the stroke. */
export function printAdvice(desk: Desk): void {
    const note = desk.notes[headOf(desk.notes, desk.chosen)];
    const advice = note?.bow?.advice;
    if (!note || !advice) return;
    desk.change([`${note.id} "${advice}"`], [], `“${advice}” at ${note.place}`);
}

const HAND_SLOTS = ['finger', 'position', 'string'];
const POSITIONS = ['½', 'I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];
const BASS_POSITIONS = ['½', 'I', 'II', 'II½', 'III', 'III½', 'IV', 'V', 'V½', 'VI'];

/** A finger in the words of a pencil line. */
export function fingerWords(finger: { number: number; shape: string }): string {
    if (finger.number === 0) return '0';
    if (finger.shape === 'forward' || finger.shape === 'back') return `x${finger.number}`;
    return finger.shape === 'low' || finger.shape === 'high' ? `${finger.shape} ${finger.number}` : String(finger.number);
}

/** Puts a finger on the chosen note; again takes it away. */
export function finger(desk: Desk, words: string): void {
    const note = desk.note;
    if (!note?.finger) return;
    const marks = own(desk.marksAt(note.id), HAND_SLOTS);
    const same = marks.find((mark) => mark.slot === 'finger' && mark.words === words);
    if (same) {
        desk.change([], [same.key], `take away ${words} at ${note.place}`);
        return;
    }
    desk.change([`${note.id} ${words}`], keys(marks.filter((mark) => mark.slot !== 'position')), `${words} at ${note.place}`);
}

/** Takes another way to play the note: finger, string and position as it was offered. */
export function takeOther(desk: Desk, other: OtherFinger): void {
    const note = desk.note;
    if (!note?.finger) return;
    const marks = own(desk.marksAt(note.id), HAND_SLOTS);
    const said = [fingerWords(other)];
    if (other.string !== note.finger.string) said.push(`on ${other.string}`);
    if (other.number > 0 && other.position !== note.finger.position) said.push(other.position);
    desk.change([`${note.id} ${said.join(', ')}`], keys(marks), `${said.join(', ')} at ${note.place}`);
}

/** The chosen finger lower or higher on its string: low, as it is, high. */
export function reshape(desk: Desk, by: -1 | 1): void {
    const note = desk.note;
    if (!note?.finger || note.finger.number === 0) return;
    const { number, shape } = note.finger;
    const order = number === 1 ? ['low', ''] : number === 4 ? ['low', '', 'x'] : ['low', number === 2 ? 'high' : '', 'high'];
    const now = { low: 0, regular: 1, high: 2, forward: 2, back: 0, open: 0, harmonic: 1 }[shape];
    const at = Math.max(0, Math.min(order.length - 1, (number === 2 && shape === 'high' ? 1 : now) + by));
    const word = order[at] ?? '';
    finger(desk, word === 'x' ? `x${number}` : word === '' ? String(number) : `${word} ${number}`);
}

/** Open, fourth finger, or left open for the class: one after the other. */
export function openOrFour(desk: Desk): void {
    const note = desk.note;
    if (!note?.finger) return;
    const mark = own(desk.marksAt(note.id), ['finger'])[0];
    const said = mark?.words ?? String(note.finger.number);
    finger(desk, said === '0' ? '4' : said === '4' ? '0 or 4' : '0');
}

/** The position below or above, for the chosen note or stretch. */
export function position(desk: Desk, by: -1 | 1): void {
    const [from, to] = desk.stretch;
    const first = desk.notes[from];
    const last = desk.notes[to];
    if (!first?.finger || !last) return;
    const names = desk.frame?.section.instrument === 'bass' ? BASS_POSITIONS : POSITIONS;
    const next = names[names.indexOf(first.finger.position) + by];
    if (!next) {
        tell(by < 0 ? 'There is no lower position.' : 'There is no higher position.');
        return;
    }
    const place = from === to ? first.id : `${first.place}-${last.place}`;
    const inside = desk.notes.slice(from, to + 1).flatMap((note) => own(desk.marksAt(note.id), ['position']));
    desk.change([`${place} ${next}`], keys(inside), `${next} at ${first.place}`);
}

/** The hand's marks of the chosen note, laid wherever its measure returns. */
export function sameWhereverItReturns(desk: Desk, ids: string[]): void {
    const note = desk.note;
    if (!note) return;
    const said = own(desk.marksAt(note.id), [...HAND_SLOTS, 'leave-down', 'slide']).map((mark) => mark.words);
    const words = said.length > 0 ? said.join(', ') : note.finger ? fingerWords(note.finger) : '';
    if (words === '') return;
    desk.change(ids.map((id) => `${id} ${words}`), [], `${words} wherever ${note.place} returns`);
}

const CLIPPED = 'clipped-stretch';

interface Clipped {
    section: number;
    start: string;
    until: string;
    name: string;
}

function plus(onset: string, duration: string): string {
    const [a = 0, b = 1] = onset.split('/').map(Number);
    const [c = 0, d = 1] = duration.split('/').map(Number);
    return `${a * d + c * b}/${b * d}`;
}

/** Remembers the chosen stretch, so that its marks can be laid elsewhere. */
export function copyStretch(desk: Desk): void {
    const [from, to] = desk.stretch;
    const first = desk.notes[from];
    const last = desk.notes[to];
    if (!first || !last || !desk.frame) return;
    const clipped: Clipped = {
        section: desk.frame.section.id,
        start: first.onset,
        until: plus(last.onset, last.duration === '0' ? '1/64' : last.duration),
        name: from === to ? first.place : `${first.place} to ${last.place}`,
    };
    localStorage.setItem(CLIPPED, JSON.stringify(clipped));
    tell(`The marks from ${clipped.name} are ready to be laid elsewhere: choose where they begin and press v.`);
}

/** Lays the remembered marks where the chosen note stands; asks first when that overwrites others. */
export async function layStretch(desk: Desk, ask: (look: CopyLook) => Promise<boolean>): Promise<void> {
    const clipped = JSON.parse(localStorage.getItem(CLIPPED) ?? 'null') as Clipped | null;
    const note = desk.notes[desk.stretch[0]];
    if (!clipped || !note) {
        tell('Choose a stretch and press c first; then its marks can be laid here.');
        return;
    }
    await carry(desk, { from: clipped.section, start: clipped.start, until: clipped.until, onto: note.onset, what: 'all' }, ask);
}

export interface Carried {
    from: number;
    start: string;
    until: string;
    onto: string;
    what: 'bowings' | 'fingers' | 'all';
}

/** Carries the marks of one stretch to another: a look first, then the deed. */
export async function carry(desk: Desk, stretch: Carried, ask: (look: CopyLook) => Promise<boolean>): Promise<void> {
    const path = `sections/${desk.frame?.section.id}/copy`;
    try {
        const look = await api.post<CopyLook>(path, { ...stretch, look: true });
        if (look.puts.length === 0 && look.overwrites.length === 0) {
            tell(look.missing > 0 ? 'The notes differ too much: no mark finds its note here.' : 'There are no marks to carry.');
            return;
        }
        if (look.overwrites.length > 0 && !(await ask(look))) {
            return;
        }
        desk.take(await api.post<DeskPlan>(path, { ...stretch, seen: desk.plan?.revision ?? 0 }), true);
        const left = look.missing > 0 ? `; ${look.missing} found no note here` : '';
        tell(`${look.puts.length} ${look.puts.length === 1 ? 'mark is' : 'marks are'} laid${left}.`);
    } catch (error) {
        warn((error as Error).message);
    }
}
