/** What the keys (and the buttons beside them) do to the chosen note: everything becomes pencil lines. */
import { api } from '../../api/client';
import type { CopyLook, DeskMark, DeskNote, DeskPlan, Direction, FingerOption, Slot } from '../../api/types';
import { tell } from '../../ui/say';
import { headOf, useDesk } from '../state/store';
import { orWarn } from '../../ui/trying';
import { has, remember, remembered } from '../../ui/remembered';

type Desk = ReturnType<typeof useDesk>;

const BOW_SLOTS: Slot[] = ['direction', 'join'];

function own(marks: DeskMark[], slots: Slot[]): DeskMark[] {
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
        desk.change([], [same.key], `take away ${direction} at ${note.inWords}`);
        return;
    }
    desk.change([`${note.id} ${direction}`], keys(marks.filter((mark) => mark.slot === 'join')), `${direction} at ${note.inWords}`, {
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
        desk.change([], [same.key], `take away ${words} at ${note.inWords}`);
        return;
    }
    if (at === 0) {
        tell('This is the first stroke: there is none before it to join, carry back or lift from.');
        return;
    }
    const before = desk.notes[headOf(desk.notes, at - 1)]?.bow?.direction;
    const shown: Record<string, Direction> = before
        ? { [note.id]: words === 'lift' ? (before === 'down' ? 'up' : 'down') : before }
        : {};
    desk.change([`${note.id} ${words}`], keys(marks.filter((mark) => mark.slot === 'direction')), `${words} at ${note.inWords}`, shown);
}

/** The goal key asks for the direction the note does not have. */
export function goal(desk: Desk): void {
    const note = desk.notes[headOf(desk.notes, desk.chosen)];
    if (!note?.bow) {
        return;
    }
    const marks = own(desk.marksAt(note.id), BOW_SLOTS);
    const same = marks.find((mark) => mark.kind === 'goal');
    if (same) {
        desk.change([], [same.key], `take away the goal at ${note.inWords}`);
        return;
    }
    const wanted: Direction = note.bow.direction === 'down' ? 'up' : 'down';
    desk.change([`${note.id} goal ${wanted}`], keys(marks), `goal ${wanted} at ${note.inWords}`, { [note.id]: wanted });
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
        desk.change([], keys(slurs), `take back the slur mark at ${first.inWords}`);
        return;
    }
    const isSlurred = last.bow.join === 'slur';
    if (isSlurred) {
        const head = desk.notes[headOf(desk.notes, from)] ?? first;
        const added = desk.marksAt(head.id).filter((mark) => mark.kind === 'slur-to' && mark.state !== 'proposed');
        if (added.length > 0) {
            desk.change([], keys(added), `take back the slur at ${head.inWords}`);
        } else {
            desk.change([`${head.id} no slurs`], [], `no slur at ${head.inWords}`);
        }
        return;
    }
    desk.change([`${first.id} slur ${last.id}`], [], `slur ${first.inWords} to ${last.inWords}`);
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
export function fix(desk: Desk): void {
    const lines = heads(desk).map((note) => `${note.id} ${note.bow?.direction}`);
    const first = desk.notes[desk.stretch[0]];
    desk.change(lines, [], `fix the bows from ${first?.inWords ?? ''}`);
}

/** Puts what the bow lane advises on the page, as words over the stroke. */
export function printAdvice(desk: Desk): void {
    write(desk, desk.notes[headOf(desk.notes, desk.chosen)], (note) => note.bow?.advice);
}

/** Puts on the page what the bow arm should know of the strings at the chosen note. */
export function printStringAdvice(desk: Desk): void {
    write(desk, desk.note ?? undefined, (note) => note.finger?.advice);
}

function write(desk: Desk, note: DeskNote | undefined, of: (note: DeskNote) => string | undefined): void {
    const advice = note ? of(note) : undefined;
    if (!note || !advice) return;
    desk.change([`${note.id} "${advice}"`], [], `“${advice}” at ${note.inWords}`);
}

const HAND_SLOTS: Slot[] = ['finger', 'position', 'string'];

/** Puts a finger on the chosen note; again takes it away. */
export function finger(desk: Desk, words: string): void {
    const note = desk.note;
    if (!note?.finger) return;
    const marks = own(desk.marksAt(note.id), HAND_SLOTS);
    const same = marks.find((mark) => mark.slot === 'finger' && mark.words === words);
    if (same) {
        desk.change([], [same.key], `take away ${words} at ${note.inWords}`);
        return;
    }
    desk.change([`${note.id} ${words}`], keys(marks.filter((mark) => mark.slot !== 'position')), `${words} at ${note.inWords}`);
}

/** Takes another way to play the note: finger, string and position as it was offered. */
export function takeOther(desk: Desk, other: FingerOption): void {
    const note = desk.note;
    if (!note?.finger) return;
    const marks = own(desk.marksAt(note.id), HAND_SLOTS);
    const said = [other.words ?? String(other.number)];
    if (other.string !== note.finger.string) said.push(`on ${other.string}`);
    if (other.number > 0 && other.position !== note.finger.position) said.push(other.position);
    desk.change([`${note.id} ${said.join(', ')}`], keys(marks), `${said.join(', ')} at ${note.inWords}`);
}

/** The chosen finger lower or higher on its string, among the places it has there. */
export function reshape(desk: Desk, by: -1 | 1): void {
    const found = desk.note?.finger;
    const places = found ? desk.frame?.fingers[found.number] : undefined;
    if (!found || !places) return;
    const now = places.indexOf(found.words ?? '');
    const words = places[Math.max(0, Math.min(places.length - 1, now + by))];
    if (words !== undefined && words !== found.words) finger(desk, words);
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
    const names = desk.frame?.positions ?? [];
    const next = names[names.indexOf(first.finger.position) + by];
    if (!next) {
        tell(by < 0 ? 'There is no lower position.' : 'There is no higher position.');
        return;
    }
    const place = from === to ? first.id : `${first.place}-${last.place}`;
    const inside = desk.notes.slice(from, to + 1).flatMap((note) => own(desk.marksAt(note.id), ['position']));
    desk.change([`${place} ${next}`], keys(inside), `${next} at ${first.inWords}`);
}

/** The hand's marks of the chosen note, laid wherever its measure returns. */
export function sameWhereverItReturns(desk: Desk, ids: string[]): void {
    const note = desk.note;
    if (!note) return;
    const said = own(desk.marksAt(note.id), [...HAND_SLOTS, 'leave-down', 'slide']).map((mark) => mark.words);
    const words = said.length > 0 ? said.join(', ') : (note.finger?.words ?? '');
    if (words === '') return;
    desk.change(ids.map((id) => `${id} ${words}`), [], `${words} wherever ${note.inWords} returns`);
}

const CLIPPED = 'clipped-stretch';

interface Clipped {
    section: number;
    start: string;
    until: string;
    name: string;
}

function isClipped(value: unknown): value is Clipped {
    return has(value, 'section', 'start', 'until', 'name');
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
        until: last.until,
        name: from === to ? first.inWords : `${first.inWords} to ${last.inWords}`,
    };
    remember(CLIPPED, clipped);
    tell(`The marks from ${clipped.name} are ready to be laid elsewhere: choose where they begin and press v.`);
}

/** Lays the remembered marks where the chosen note stands; asks first when that overwrites others. */
export async function layStretch(desk: Desk, ask: (look: CopyLook) => Promise<boolean>): Promise<void> {
    const clipped = remembered<Clipped | null>(CLIPPED, null, isClipped);
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

/**
 * Carries the marks of one stretch to another: a look first, then the deed.
 *
 * @param otherwise what is done where there is none to carry
 */
export async function carry(
    desk: Desk,
    stretch: Carried,
    ask: (look: CopyLook) => Promise<boolean>,
    otherwise = (): void => tell('There are no marks to carry.'),
): Promise<void> {
    const path = `sections/${desk.frame?.section.id}/copy`;
    await orWarn(async () => {
        const look = await api.post<CopyLook>(path, { ...stretch, look: true });
        if (look.puts.length === 0 && look.overwrites.length === 0) {
            if (look.missing > 0) tell('The notes differ too much: no mark finds its note here.');
            else otherwise();
            return;
        }
        if (look.overwrites.length > 0 && !(await ask(look))) {
            return;
        }
        desk.take(await api.post<DeskPlan>(path, { ...stretch, seen: desk.plan?.revision ?? 0 }), true);
        const left = look.missing > 0 ? `; ${look.missing} found no note here` : '';
        tell(`${look.puts.length} ${look.puts.length === 1 ? 'mark is' : 'marks are'} laid${left}.`);
    });
}

/** Parts of the bow in the words of a pencil line, and how they are called on a button. */
export const PARTS_OF_BOW = ['frog', 'balance', 'middle', 'tip', 'lower half', 'upper half', 'whole bow', 'save'] as const;
export type PartOfBow = (typeof PARTS_OF_BOW)[number];

/** The mark that asks for a part of the bow at the chosen stroke: its own, or that of a range it lies in. */
export function partHere(desk: Desk): DeskMark | null {
    const at = headOf(desk.notes, desk.chosen);
    const index = new Map(desk.notes.map((note, place) => [note.id, place]));
    const holding = (desk.plan?.marks ?? []).filter(({ slot, state, from, to }) =>
        slot === 'part-of-bow' && state !== 'proposed' && (index.get(from) ?? Infinity) <= at && at <= (index.get(to) ?? -1));
    return holding.at(-1) ?? null;
}

/** The chosen stroke, or all of the chosen stretch, lies in this part of the bow; asked for again, it is taken away. */
export function partOfBow(desk: Desk, part: PartOfBow): void {
    const [from, to] = desk.stretch;
    const first = desk.notes[headOf(desk.notes, from)];
    const last = desk.notes[to];
    if (!first?.bow || !last) {
        return;
    }
    const here = partHere(desk);
    if (here?.words === part) {
        desk.change([], [here.key], `take away ${part} at ${here.place}`);
        return;
    }
    const range = from === to ? first.id : `${first.id}-${last.id}`;
    const old = own(desk.marksAt(first.id), ['part-of-bow']);
    desk.change([`${range} ${part}`], keys(old), `${part} at ${first.inWords}`);
}
