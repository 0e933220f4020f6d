/** The hand lane: the strings as hair lines, a dot for every note on its string, and where the hand is, on the notes' own axis. */
import type { DeskNote, Flag } from '../../api/types';
import type { Geometry } from '../../engraving/ink';
import { element, word } from '../../engraving/svg';
import { notesOf } from '../flags';

const STEP = 11;
const GAP = 10;

/** Pixels the hand lane takes. */
export const HAND_LANE = GAP + 3 * STEP + 20;

/**
 * The lane of one system.
 *
 * @param notes of the whole part: the hand comes from the system before
 * @param below pixels under the system that the bow lane takes already
 * @param strings letters, low to high
 */
export function drawHandLanes(
    geometry: Geometry,
    notes: DeskNote[],
    strings: string[],
    below: number,
    flags: Flag[] = [],
): SVGElement[] {
    const fingered = new Map(notes.filter((note) => note.finger).map((note) => [note.id, note]));
    if (fingered.size === 0 || strings.length === 0) return [];
    const firstVoice = notes.find((note) => note.finger)?.voice;
    /** Notes that ask for what the class has not learned yet. */
    const beyond = new Set(flags.filter((flag) => flag.code === 'out-of-range').flatMap(notesOf));
    const top = geometry.bottom + below + GAP;
    const y = (string: string): number => top + STEP * (strings.length - 1 - strings.indexOf(string));
    const bottom = top + STEP * (strings.length - 1);
    const lane: SVGElement[] = [];
    const spots = geometry.notes
        .flatMap((id) => {
            const note = fingered.get(id);
            const box = geometry.boxes.get(id);
            return note?.finger && box && note.voice === firstVoice ? [{ note, finger: note.finger, x: box.x + box.width / 2 }] : [];
        })
        .sort((a, b) => a.x - b.x);
    if (spots.length === 0) return [];
    strings.forEach((string) => {
        lane.push(
            element('line', { x1: geometry.left, x2: geometry.right, y1: y(string), y2: y(string), class: 'hand-string' }),
            word(string, geometry.left - 5, y(string) + 4, 'hand-word'),
        );
    });
    const first = notes.findIndex((note) => note.id === spots[0]?.note.id);
    const position = notes.slice(0, first).findLast((note) => note.finger && note.voice === firstVoice)?.finger?.position ?? 'I';
    // Where the hand is: a band from shift to shift, named where it begins.
    let band = { from: geometry.left, name: position };
    const bands: { from: number; to: number; name: string }[] = [];
    spots.forEach((spot) => {
        const name = spot.finger.position;
        if (name !== band.name) {
            bands.push({ ...band, to: spot.x - 9 });
            band = { from: spot.x - 9, name };
        }
    });
    bands.push({ ...band, to: geometry.right });
    bands
        .filter((one) => one.name !== 'I' && one.to > one.from)
        .forEach((one) => {
            lane.unshift(
                element('rect', { x: one.from, y: top - 4, width: one.to - one.from, height: bottom - top + 8, class: 'hand-band' }),
            );
            lane.push(word(one.name, one.from + 2, bottom + 15, 'hand-position'));
        });
    spots.forEach((spot, index) => {
        const { finger } = spot;
        const before = spots[index - 1];
        if (finger.shift && before) {
            const x = (before.x + spot.x) / 2;
            lane.push(element('path', { d: `M${x - 3} ${bottom + 4}L${x} ${bottom + 9}L${x + 3} ${bottom + 4}`, class: 'hand-shift' }));
        }
        const until = finger.leaveDownTo ? spots.find((one) => one.note.id === finger.leaveDownTo) : undefined;
        if (until) {
            lane.push(element('line', { x1: spot.x, x2: until.x, y1: y(finger.string), y2: y(finger.string), class: 'hand-hold' }));
        }
        if (finger.slide && before) {
            lane.push(element('line', { x1: before.x, x2: spot.x, y1: y(finger.string) - 2, y2: y(finger.string) - 2, class: 'hand-slide' }));
        }
        if (beyond.has(spot.note.id)) {
            lane.push(element('circle', { cx: spot.x, cy: y(finger.string), r: 5.5, class: 'hand-beyond' }));
        }
        lane.push(
            element('circle', {
                cx: spot.x,
                cy: y(finger.string),
                r: 2.7,
                class: finger.number === 0 ? 'hand-open' : finger.bent ? 'hand-dot is-bent' : 'hand-dot',
            }),
        );
    });
    return lane;
}
