import { headOf, useDesk } from '../state/store';
import {
    asItComes, copyStretch, direct, finger, fix, goal, join, openOrFour, position, reshape, slur,
} from './acts';

type Desk = ReturnType<typeof useDesk>;

/** The key card: what each key does, in words. */
export const KEY_CARD: [string, string][] = [
    ['← →', 'walk by note'],
    ['Shift ← →', 'walk by stroke'],
    ['Ctrl ← →', 'walk by measure'],
    ['Alt ← →', 'choose a stretch'],
    ['d  u', 'down bow, up bow; again to take it away'],
    ['s', 'slur to the next note, or the stretch; again to undo'],
    ['h', 'hook: same way as the stroke before'],
    ['r', 'retake: carried back, same way again'],
    ['l', 'lift: set again, and it turns'],
    ['g', 'goal: I want the other direction here'],
    ['f', 'fix the bows of the stretch as they are'],
    ['0 – 4', 'finger; again to take it away'],
    ['-  =', 'the finger lower, higher'],
    ['o', 'open, fourth finger, or left open'],
    ['[  ]', 'lower, higher position, for the stretch too'],
    ['c  v', 'carry the marks of the stretch, lay them here'],
    ['.', 'take my mark away: as it comes'],
    ['p', 'propose instead of decide'],
    ['/', 'Say it'],
    ['drag, Shift-click', 'choose a stretch'],
    ['press a measure number', 'choose the measure'],
    ['press a rehearsal mark', 'choose its section'],
    ['Ctrl Z', 'undo, with Shift redo'],
    ['?', 'this card'],
];

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

/** What keys do besides marking. */
interface Hands {
    sayIt: () => void;
    keyCard: () => void;
    lay: () => void;
    undo: (kind: 'undo' | 'redo') => void;
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
    switch (event.key) {
        case 'd':
            direct(desk, 'down');
            return true;
        case 'u':
            direct(desk, 'up');
            return true;
        case 's':
            slur(desk);
            return true;
        case 'h':
            join(desk, 'hook');
            return true;
        case 'r':
            join(desk, 'retake');
            return true;
        case 'l':
            join(desk, 'lift');
            return true;
        case 'g':
            goal(desk);
            return true;
        case 'f':
            fix(desk);
            return true;
        case '0':
        case '1':
        case '2':
        case '3':
        case '4':
            finger(desk, event.key);
            return true;
        case '-':
            reshape(desk, -1);
            return true;
        case '=':
            reshape(desk, 1);
            return true;
        case 'o':
            openOrFour(desk);
            return true;
        case '[':
            position(desk, -1);
            return true;
        case ']':
            position(desk, 1);
            return true;
        case 'c':
            copyStretch(desk);
            return true;
        case 'v':
            ui.lay();
            return true;
        case '.':
            asItComes(desk);
            return true;
        case 'p':
            desk.isProposing = !desk.isProposing;
            return true;
        case '/':
            ui.sayIt();
            return true;
        case '?':
            ui.keyCard();
            return true;
        default:
            return false;
    }
}
