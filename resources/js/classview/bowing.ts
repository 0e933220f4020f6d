/** The bow in the air: where it is at any moment of a few measures, and a clock that moves it. */
import { onBeforeUnmount, ref, type Ref } from 'vue';
import type { DeskNote, Tone } from '../api/types';
import { playOnce, quarters } from '../sound/player';

/** What the bow does at one moment. */
export interface Moment {
    /** The note that sounds, or the next one while nothing does. */
    id: string;
    direction: 'down' | 'up';
    /** Where on the bow the string is: 0 at the frog, 1 at the tip. */
    place: number;
    isSounding: boolean;
}

/** Quarter notes the bow rests on the string before it begins. */
export const READY = 1;

interface Stroke {
    id: string;
    at: number;
    until: number;
    from: number;
    to: number;
    direction: 'down' | 'up';
}

/** The strokes of the highest line between two moments, in quarter notes from the beginning of the part. */
export function strokesOf(notes: DeskNote[], from: number, until: number): Stroke[] {
    const voice = notes.find((note) => note.bow)?.voice;
    const seen = new Set<number>();
    return notes.flatMap((note) => {
        const bow = note.bow;
        if (bow?.from === undefined || bow.to === undefined || note.voice !== voice || note.lasts <= 0 || seen.has(note.at)) return [];
        if (note.at < from || note.at >= until) return [];
        seen.add(note.at);
        return [{ id: note.id, at: note.at, until: note.at + note.lasts, from: bow.from, to: bow.to, direction: bow.direction }];
    });
}

/** Between two notes the bow goes to where the next one begins. */
export function momentAt(strokes: Stroke[], quarter: number): Moment | null {
    const index = strokes.findIndex((stroke) => quarter < stroke.until);
    const stroke = strokes[index];
    if (!stroke) return null;
    const { id, direction } = stroke;
    if (quarter >= stroke.at) {
        const share = (quarter - stroke.at) / (stroke.until - stroke.at);
        return { id, direction, place: stroke.from + (stroke.to - stroke.from) * share, isSounding: true };
    }
    const before = strokes[index - 1];
    const share = before ? (quarter - before.until) / (stroke.at - before.until) : 1;
    return { id, direction, place: before ? before.to + (stroke.from - before.to) * share : stroke.from, isSounding: false };
}

export interface Bowing {
    /** Which version is bowed; null while the bow rests. */
    moving: Ref<number | null>;
    moment: Ref<Moment | null>;
    start: (version: number, notes: DeskNote[]) => void;
    /** With its sound, once from beginning to end. @returns what went wrong, in a sentence; empty when it is heard */
    startHeard: (version: number, notes: DeskNote[], tones: Tone[], instrument: string, speed: number) => Promise<string>;
    stop: () => void;
}

/**
 * @param between first and last moment of the place, in quarter notes from the beginning of the part
 * @param tempo quarter notes a minute at a moment
 */
export function useBowing(between: () => [number, number], tempo: (quarter: number) => number): Bowing {
    const moving = ref<number | null>(null);
    const moment = ref<Moment | null>(null);
    let frame = 0;
    let playing: Awaited<ReturnType<typeof playOnce>> | null = null;
    /** Counts what was begun: sound that comes after something else began is not for it. */
    let begun = 0;

    function stop(): void {
        begun += 1;
        playing?.stop();
        playing = null;
        cancelAnimationFrame(frame);
        moving.value = null;
        moment.value = null;
    }

    function start(version: number, notes: DeskNote[]): void {
        stop();
        const [from, until] = between();
        const strokes = strokesOf(notes, from, until);
        if (strokes.length === 0) return;
        moving.value = version;
        let quarter = from - READY;
        let last = performance.now();
        const tick = (now: number): void => {
            // The tempo may be changed while the bow moves; a tab that slept does not leap.
            quarter += (Math.min(now - last, 100) * tempo(quarter)) / 60_000;
            last = now;
            if (quarter >= until) quarter = from - READY;
            moment.value = momentAt(strokes, quarter);
            frame = requestAnimationFrame(tick);
        };
        frame = requestAnimationFrame(tick);
    }

    async function startHeard(version: number, notes: DeskNote[], tones: Tone[], instrument: string, speed: number): Promise<string> {
        stop();
        const mine = begun;
        const [from, until] = between();
        const here = tones.filter((tone) => tone.at >= from - 1e-6 && tone.at < until - 1e-6);
        const [first, last] = [here[0], here.at(-1)];
        if (!first || !last) return 'Nothing sounds here.';
        const strokes = strokesOf(notes, from, until);
        moving.value = version;
        try {
            const begin = await playOnce({
                instrument,
                tones: here,
                from: first.start,
                until: Math.max(...here.map((tone) => tone.end)),
                speed,
                quarterAt: quarters(here),
                ended: () => {
                    if (mine === begun) stop();
                },
            });
            if (mine !== begun) {
                begin.stop();
                return '';
            }
            playing = begin;
        } catch {
            stop();
            return 'This browser makes no sound here. The bow can be moved in the air all the same.';
        }
        const tick = (): void => {
            if (playing) moment.value = momentAt(strokes, playing.now());
            frame = requestAnimationFrame(tick);
        };
        frame = requestAnimationFrame(tick);
        return '';
    }

    onBeforeUnmount(stop);
    return { moving, moment, start, startHeard, stop };
}
