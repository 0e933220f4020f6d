/** The bow lane: the path of the bow from frog (bottom) to tip (top), under every system, on the notes' own axis. */
import type { Bow } from '../../api/answers';
import type { DeskNote, Flag } from '../../api/types';
import type { Geometry } from '../../engraving/ink';
import { element, word } from '../../engraving/svg';
import { notesOf } from '../flags';

const HEIGHT = 28;
const GAP = 8;
/** About how wide a letter of advice is. */
const LETTER = 6.4;
/** Rows of advice under the lane, in pixels below it. */
const ROWS = [14, 27] as const;

interface Spot {
    note: DeskNote;
    bow: Bow & { from: number; to: number };
    x: number;
}

/** The bow of a note whose place on the bow is known. */
function placed(note: DeskNote | undefined): Spot['bow'] | null {
    const { from, to } = note?.bow ?? {};
    return note?.bow && from !== undefined && to !== undefined && note.lasts > 0 ? { ...note.bow, from, to } : null;
}

/** Pixels the bow lane takes under a system. */
export const BOW_LANE = HEIGHT + GAP + 26;

/** Where notes without a bow begin: the lane says why it is empty there. */
function pluckedFrom(geometry: Geometry, all: Map<string, DeskNote>, voice: string | undefined): number[] {
    const begins: number[] = [];
    let isPlucked = false;
    geometry.notes.forEach((id) => {
        const note = all.get(id);
        const box = geometry.boxes.get(id);
        if (!note || !box || (note.bow && note.voice !== voice) || note.lasts <= 0) return;
        if (!note.bow && !isPlucked) begins.push(box.x);
        isPlucked = !note.bow;
    });
    return begins;
}

/**
 * The lane of one system, to be laid over it.
 *
 * @param notes of the whole part
 */
export function drawLanes(geometry: Geometry, notes: DeskNote[], flags: Flag[]): SVGElement[] {
    const drawn: SVGElement[] = [];
    if (!notes.some((note) => placed(note))) return drawn;
    const firstVoice = notes.find((note) => note.bow)?.voice;
    const all = new Map(notes.map((note) => [note.id, note]));
    const runsOut = new Set(flags.filter((flag) => flag.code === 'bow-runs-out').flatMap(notesOf));
    const { left, right } = geometry;
    const top = geometry.bottom + GAP;
    const y = (place: number): number => top + HEIGHT * (1 - place);
    const spots: Spot[] = [];
    // Plucked notes too: the bow's line ends where its note does, whoever comes next.
    const places = geometry.notes
        .map((id) => ({ onset: all.get(id)?.at ?? 0, x: (geometry.boxes.get(id)?.x ?? 0) + (geometry.boxes.get(id)?.width ?? 0) / 2 }))
        .sort((a, b) => a.x - b.x);
    const seen = new Set<string>();
    geometry.notes.forEach((id) => {
        const note = all.get(id);
        const bow = placed(note);
        const box = geometry.boxes.get(id);
        if (!note || !bow || !box || note.voice !== firstVoice || seen.has(note.onset)) return;
        seen.add(note.onset);
        spots.push({ note, bow, x: box.x + box.width / 2 });
    });
    if (spots.length === 0) return drawn;
    const plucked = pluckedFrom(geometry, all, firstVoice);
    spots.sort((a, b) => a.x - b.x);
    /** Where a stroke ends on the page. */
    const endOf = (spot: Spot): number => {
        const start = spot.note.at;
        const next = places.find((place) => place.onset > start && place.x > spot.x);
        // A note that is followed by measures of rest ends with its own.
        const until = next ? next.x : Math.min(right, ...geometry.ends.filter((end) => end > spot.x)) - 6;
        const length = spot.note.lasts;
        const gap = next ? next.onset - start : length;
        return spot.x + (until - spot.x) * Math.min(1, gap > 0 ? length / gap : 1);
    };
    drawn.push(
        element('rect', { x: left, y: top, width: right - left, height: HEIGHT, class: 'lane-ground' }),
        element('line', { x1: left, x2: right, y1: y(0.5), y2: y(0.5), class: 'lane-middle' }),
        word('tip', left - 5, top + 9, 'lane-word'),
        word('frog', left - 5, top + HEIGHT, 'lane-word'),
        ...plucked.map((x) => word('plucked', x, top + HEIGHT / 2 + 4, 'lane-plucked')),
    );
    let advisedTo = 0;
    spots.forEach((spot, index) => {
        const { bow } = spot;
        const end = endOf(spot);
        const className = runsOut.has(spot.note.id) ? 'lane-wrong' : bow.direction === 'down' ? 'lane-down' : 'lane-up';
        drawn.push(element('line', { x1: spot.x, y1: y(bow.from), x2: end, y2: y(bow.to), class: className }));
        const before = spots[index - 1];
        const jump = ['retake', 'lift', 'start'].includes(bow.join);
        if (before && jump) {
            const x1 = endOf(before);
            const y1 = y(before.bow.to);
            const y2 = y(bow.from);
            const peak = Math.min(y1, y2) - 9;
            drawn.push(
                element('path', { d: `M${x1} ${y1}Q${(x1 + spot.x) / 2} ${peak} ${spot.x} ${y2}`, class: 'lane-air' }),
            );
        }
        const advice = bow.advice ?? spot.note.finger?.advice;
        if (advice) {
            // Words that would run into each other stand on two rows.
            const isCrowded = spot.x < advisedTo;
            // Nor do they run out of the page.
            const isLast = spot.x + LETTER * advice.length > right;
            drawn.push(word(advice, isLast ? right : spot.x, top + HEIGHT + ROWS[isCrowded ? 1 : 0], isLast ? 'lane-advice is-last' : 'lane-advice'));
            advisedTo = isCrowded ? 0 : spot.x + LETTER * advice.length;
        }
    });
    return drawn;
}
