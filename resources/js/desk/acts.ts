/** What the keys (and the buttons beside them) do to the chosen note: everything becomes pencil lines. */
import type { DeskMark, DeskNote, Direction } from '../api/types';
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
