/** Plays along by one clock, and says which moment is heard. */
import type { PlayBeat, Tone } from '../api/types';
import type { Click, Span } from './lap';

/** Seconds before the first tone: what is laid is there in time. */
const AHEAD = 0.12;
/** Seconds of music laid at once, and how often more is laid: a tab in the background is woken once a second. */
const LAID = 2.5;
const LAY_EVERY = 300;
/** Seconds the clock may stand still before it is said that the sound was interrupted. */
const INTERRUPTED = 1.2;

/** One instrument that is heard. */
export interface Part {
    instrument: string;
    tones: Tone[];
    /** 0 to 1. */
    level: number;
}

export interface Wish extends Span {
    parts: Part[];
    clicks: Click[];
    /** Share of the tempo. */
    speed: number;
    /** Beats counted before the first time, in seconds before it at full tempo. */
    countIn: PlayBeat[];
    /** How often it is played; as long as nobody stops it where it is endless. */
    laps: number;
    /** Which parts are silent in a time through, counted from 0. */
    isSilent?: (part: number, lap: number) => boolean;
    /** Semitones, 60 for the C in the middle; null for none. */
    drone: number | null;
    /** Nothing is heard: the bow moves in the air. */
    isMute: boolean;
    /** Seconds by which what is heard comes later than the clock says. */
    delay: number;
    /** It is over, or was interrupted. */
    ended: (why: 'over' | 'interrupted') => void;
}

export interface Playing {
    /** Second of the part that is heard now; before it, less than where it begins. */
    second: () => number;
    /** Which time through it is, counted from 0. */
    lap: () => number;
    /** The beat that is counted in now; 0 when it plays. */
    count: () => number;
    setLevel: (part: number, level: number) => void;
    setDrone: (key: number | null) => void;
    stop: () => void;
}

/** What makes a sound, or none. */
interface Stage {
    now: () => number;
    latency: () => number;
    part: (part: Part) => { lay: (tones: Tone[], timeOf: (second: number) => number) => void; level: (level: number) => void };
    click: (time: number, isFirst: boolean) => void;
    drone: (key: number | null) => void;
    close: () => void;
}

/** The bow in the air needs a clock and no loudspeaker. */
function silentStage(): Stage {
    return {
        now: () => performance.now() / 1000,
        latency: () => 0,
        part: () => ({ lay: () => undefined, level: () => undefined }),
        click: () => undefined,
        drone: () => undefined,
        close: () => undefined,
    };
}

/** Begins to play: the first time, what makes the sound is fetched. */
export async function play(wish: Wish): Promise<Playing> {
    const stage: Stage = wish.isMute ? silentStage() : await (await import('./sounds')).Sounds.open();
    const { from, until, speed } = wish;
    const length = Math.max(0.001, until - from);
    const counted = Math.max(0, ...wish.countIn.map(({ at }) => at));
    const begun = stage.now() + AHEAD;
    const first = begun + counted / speed;
    const timeOf = (lap: number) => (second: number): number => first + (second - from + lap * length) / speed;
    const heard = wish.parts.map((part) => stage.part(part));
    wish.countIn.forEach(({ at, count }) => stage.click(first - at / speed, count === 1));
    stage.drone(wish.drone);

    /** How far is laid: the time through, and in it the place in each list. */
    let lap = 0;
    let next = wish.parts.map(() => 0);
    let clicked = 0;
    let timer = 0;
    let isOver = false;
    let [stood, last] = [0, -1];

    function layLap(horizon: number): boolean {
        const at = timeOf(lap);
        wish.parts.forEach(({ tones }, index) => {
            const begins = next[index] ?? 0;
            let ends = begins;
            while (ends < tones.length && at(tones[ends]?.start ?? 0) <= horizon) ends += 1;
            if (!wish.isSilent?.(index, lap)) heard[index]?.lay(tones.slice(begins, ends), at);
            next[index] = ends;
        });
        while (clicked < wish.clicks.length && at(wish.clicks[clicked]?.at ?? 0) <= horizon) {
            const click = wish.clicks[clicked];
            if (click) stage.click(at(click.at), click.isFirst);
            clicked += 1;
        }
        return at(until) <= horizon;
    }

    function lay(): void {
        const horizon = stage.now() + LAID;
        while (lap < wish.laps && layLap(horizon)) {
            lap += 1;
            next = wish.parts.map(() => 0);
            clicked = 0;
        }
        const now = stage.now();
        stood = now === last ? stood + LAY_EVERY / 1000 : 0;
        last = now;
        if (now > timeOf(wish.laps - 1)(until) + 0.1) end('over');
        else if (stood > INTERRUPTED) end('interrupted');
        else timer = window.setTimeout(lay, LAY_EVERY);
    }

    function stop(): void {
        if (isOver) return;
        isOver = true;
        window.clearTimeout(timer);
        stage.close();
    }

    function end(why: 'over' | 'interrupted'): void {
        if (isOver) return;
        stop();
        wish.ended(why);
    }

    lay();
    const passed = (): number => (stage.now() - wish.delay - stage.latency() - first) * speed;
    const lapNow = (): number => Math.max(0, Math.min(wish.laps - 1, Math.floor(passed() / length)));
    return {
        second: () => from + (passed() < 0 ? passed() : Math.min(length, passed() - lapNow() * length)),
        lap: lapNow,
        count: () => {
            const left = -passed();
            return left <= 0 ? 0 : (wish.countIn.findLast(({ at }) => at >= left - 1e-6)?.count ?? 0);
        },
        setLevel: (part, level) => heard[part]?.level(level),
        setDrone: (key) => stage.drone(key),
        stop,
    };
}

/** One line of tones, once from beginning to end. @returns quarter notes that are heard now, and how to stop */
export async function playOnce(wish: {
    instrument: string;
    tones: Tone[];
    from: number;
    until: number;
    speed: number;
    quarterAt: (second: number) => number;
    ended: () => void;
}): Promise<{ now: () => number; stop: () => void }> {
    const tones = wish.tones.filter((tone) => tone.start >= wish.from - 1e-6 && tone.start < wish.until - 1e-6);
    const playing = await play({
        parts: [{ instrument: wish.instrument, tones, level: 1 }],
        clicks: [],
        from: wish.from,
        until: wish.until,
        speed: wish.speed,
        countIn: [],
        laps: 1,
        drone: null,
        isMute: false,
        delay: 0,
        ended: () => wish.ended(),
    });
    return { now: () => wish.quarterAt(playing.second()), stop: playing.stop };
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
