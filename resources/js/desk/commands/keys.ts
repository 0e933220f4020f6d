/** Keys of the desk: walking through the part, and the acts of the table. */
import { headOf, useDesk } from '../state/store';
import { actOf, type Hands } from './table';

type Desk = ReturnType<typeof useDesk>;

function walk(desk: Desk, step: 1 | -1, by: 'note' | 'stroke' | 'measure', extend: boolean): void {
    const { notes, chosen } = desk;
    if (by === 'note') {
        desk.choose(chosen + step, extend);
        return;
    }
    if (by === 'stroke') {
        let at = headOf(notes, chosen);
        if (step === -1) {
            at = at < chosen ? at : headOf(notes, at - 1);
        } else {
            at = chosen + 1;
            while (at < notes.length && headOf(notes, at) !== at) at += 1;
        }
        desk.choose(Math.max(0, Math.min(notes.length - 1, at)), extend);
        return;
    }
    const measure = notes[chosen]?.index ?? 0;
    if (step === 1) {
        const next = notes.findIndex((note) => note.index > measure);
        desk.choose(next === -1 ? notes.length - 1 : next, extend);
    } else {
        const first = notes.findIndex((note) => note.index === measure);
        const before = first < chosen ? measure : (notes[first - 1]?.index ?? measure);
        desk.choose(
            notes.findIndex((note) => note.index === before),
            extend,
        );
    }
}

/** Answers one key press on the desk; true when it was one of ours. */
export function press(event: KeyboardEvent, desk: Desk, ui: Hands): boolean {
    if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
        const by = event.ctrlKey || event.metaKey ? 'measure' : event.shiftKey ? 'stroke' : 'note';
        walk(desk, event.key === 'ArrowRight' ? 1 : -1, by, event.altKey);
        return true;
    }
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
        ui.undo(event.shiftKey ? 'redo' : 'undo');
        return true;
    }
    if (event.ctrlKey || event.metaKey || event.altKey) {
        return false;
    }
    const act = actOf(event.key);
    act?.does(desk, ui);
    return act !== undefined;
}
