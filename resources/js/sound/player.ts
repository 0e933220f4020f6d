/** Plays tones by the clock of the audio, and says which moment of the part is heard. */
import type { Tone } from '../api/types';

/** Seconds before the first tone: what is laid is there in time. */
const AHEAD = 0.12;
/** Seconds of music laid at once, and how often more is laid. */
const LAID = 1.5;
const LAY_EVERY = 300;

export interface Playing {
    /** Quarter notes from the beginning of the part that are heard now. */
    now: () => number;
    stop: () => void;
}

export interface Wish {
    instrument: string;
    tones: Tone[];
    /** From which second of the part, at full tempo, to which. */
    from: number;
    until: number;
    /** Share of the tempo. */
    speed: number;
    /** Quarter notes heard at a second of the part. */
    quarterAt: (second: number) => number;
    /** It is over. */
    ended: () => void;
}

/** Begins to play: the first time, what makes the sound is fetched. */
export async function play(wish: Wish): Promise<Playing> {
    const { Sounds } = await import('./sounds');
    const sounds = await Sounds.open(wish.instrument, wish.tones);
    const begun = sounds.now() + AHEAD;
    const timeOf = (second: number): number => begun + (second - wish.from) / wish.speed;
    const tones = wish.tones.filter((tone) => tone.start >= wish.from - 1e-6 && tone.start < wish.until - 1e-6);
    let laid = 0;
    let timer = 0;
    let isOver = false;
    const lay = (): void => {
        const horizon = sounds.now() + LAID;
        const next = tones.findIndex((tone, index) => index >= laid && timeOf(tone.start) > horizon);
        const until = next < 0 ? tones.length : next;
        sounds.voice.lay(tones.slice(laid, until), timeOf);
        laid = until;
        if (sounds.now() > timeOf(wish.until) + 0.1) {
            stop();
            wish.ended();
        } else {
            timer = window.setTimeout(lay, LAY_EVERY);
        }
    };
    function stop(): void {
        if (isOver) return;
        isOver = true;
        window.clearTimeout(timer);
        sounds.close();
    }
    lay();
    return { now: () => wish.quarterAt(wish.from + (sounds.now() - begun) * wish.speed), stop };
}

/** Quarter notes at a second, by the tones: between two of them it goes evenly. */
export function quarters(tones: Tone[]): (second: number) => number {
    const fixed: Tone[] = [];
    tones.forEach((tone) => {
        const last = fixed.at(-1);
        // Grace notes take no time of their own; of a chord one is enough.
        if (tone.until > tone.at && (!last || tone.at > last.at)) fixed.push(tone);
    });
    return (second) => {
        const index = fixed.findLastIndex((tone) => tone.start <= second);
        const [one, next] = [fixed[Math.max(0, index)], fixed[Math.max(0, index) + 1]];
        if (!one) return 0;
        const [at, start] = next ? [next.at, next.start] : [one.until, one.end];
        return one.at + ((second - one.start) * (at - one.at)) / (start - one.start || 1);
    };
}
