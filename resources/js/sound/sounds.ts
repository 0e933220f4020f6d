/** What makes the sound: fetched when something is to be heard for the first time. */
import type { BaseContext } from 'tone/build/esm/core/context/BaseContext.js';
import { Context } from 'tone/build/esm/core/context/Context.js';
import { Gain } from 'tone/build/esm/core/context/Gain.js';
import { setContext } from 'tone/build/esm/core/context/GlobalContext.js';
import { OfflineContext } from 'tone/build/esm/core/context/OfflineContext.js';
import { Filter } from 'tone/build/esm/component/filter/Filter.js';
import { Oscillator } from 'tone/build/esm/source/oscillator/Oscillator.js';
import type { PlayBeat, Tone } from '../api/types';
import type { Click, Span } from './lap';
import { hertz, Voice } from './voice';

/** Seconds in which a voice that is stopped fades. */
const FADES = 0.05;
/** How loud everything is together. */
const VOLUME = 0.32;
/** Seconds a browser may need to let something sound, before it is told that it does not. */
const PATIENCE = 2;
/** A click: hertz on the first beat and on the others, seconds, loudness. */
const CLICK = { first: 1760, other: 1175, lasts: 0.05, level: 0.55 };
const DRONE = { level: 0.16, swells: 0.4 };

let context: Context | null = null;

interface Heard {
    lay: (tones: Tone[], timeOf: (second: number) => number) => void;
    level: (level: number) => void;
}

export class Sounds {
    private readonly out: Gain;
    private readonly nodes: { dispose: () => unknown }[] = [];
    private clicker: { pitch: Oscillator; gain: Gain } | null = null;
    private held: { pitch: Oscillator; gain: Gain } | null = null;

    constructor(private readonly here: BaseContext, private readonly clock: () => number) {
        this.out = new Gain({ context: here, gain: VOLUME });
        this.out.connect(here.destination);
        this.nodes.push(this.out);
    }

    /** @throws Error when the browser lets nothing sound */
    static async open(): Promise<Sounds> {
        // No clock of its own is needed: everything is laid on that of the audio.
        context ??= new Context({ clockSource: 'offline', latencyHint: 'interactive' });
        const here = context;
        setContext(here);
        await Promise.race([here.resume(), new Promise((resolve) => window.setTimeout(resolve, PATIENCE * 1000))]);
        if (here.rawContext.state !== 'running') throw new Error('This browser lets nothing sound yet.');
        return new Sounds(here, () => here.currentTime);
    }

    /** Seconds by which what is heard comes later than the clock says, as far as the browser knows. */
    latency(): number {
        const raw = this.here.rawContext;
        return 'outputLatency' in raw && typeof raw.outputLatency === 'number' ? raw.outputLatency : 0;
    }

    /** The clock of the audio, in seconds. */
    now(): number {
        return this.clock();
    }

    part({ instrument, tones, level }: { instrument: string; tones: Tone[]; level: number }): Heard {
        const gain = new Gain({ context: this.here, gain: level });
        gain.connect(this.out);
        const voice = new Voice(this.here, instrument, gain, tones);
        this.nodes.push(gain, voice);
        return {
            lay: (laid, timeOf) => voice.lay(laid, timeOf),
            level: (value) => gain.gain.linearRampToValueAtTime(value, this.now() + FADES),
        };
    }

    click(time: number, isFirst: boolean): void {
        this.clicker ??= this.oscillator('triangle', 0);
        const { pitch, gain } = this.clicker;
        pitch.frequency.setValueAtTime(isFirst ? CLICK.first : CLICK.other, time);
        gain.gain.setValueAtTime(0, time);
        gain.gain.linearRampToValueAtTime(CLICK.level, time + 0.002);
        gain.gain.exponentialRampToValueAtTime(0.001, time + CLICK.lasts);
        gain.gain.linearRampToValueAtTime(0, time + CLICK.lasts + 0.005);
    }

    /** A tone that is held until another is, or none. */
    drone(key: number | null): void {
        if (key === null && !this.held) return;
        this.held ??= this.oscillator('sawtooth', 700);
        const { pitch, gain } = this.held;
        if (key !== null) pitch.frequency.setValueAtTime(hertz(key), this.now());
        gain.gain.linearRampToValueAtTime(key === null ? 0 : DRONE.level, this.now() + DRONE.swells);
    }

    private oscillator(type: 'triangle' | 'sawtooth', darkenedFrom: number): { pitch: Oscillator; gain: Gain } {
        const gain = new Gain({ context: this.here, gain: 0 });
        const pitch = new Oscillator({ context: this.here, type, frequency: 440 });
        if (darkenedFrom > 0) {
            const filter = new Filter({ context: this.here, type: 'lowpass', frequency: darkenedFrom });
            pitch.connect(filter);
            filter.connect(gain);
            this.nodes.push(filter);
        } else {
            pitch.connect(gain);
        }
        gain.connect(this.out);
        pitch.start(Math.max(0, this.now()));
        this.nodes.push(pitch, gain);
        return { pitch, gain };
    }

    close(): void {
        this.out.gain.linearRampToValueAtTime(0, this.now() + FADES);
        window.setTimeout(() => this.nodes.forEach((node) => node.dispose()), FADES * 2000);
    }
}

/** The same without a loudspeaker: samples of what would be heard. */
async function offline(seconds: number, rate: number, lay: (sounds: Sounds) => void): Promise<Float32Array> {
    const here = new OfflineContext(1, seconds, rate);
    const before = context;
    setContext(here);
    lay(new Sounds(here, () => 0));
    const buffer = await here.render(false);
    if (before) setContext(before);
    return buffer.getChannelData(0);
}

/** Tones as they would be heard from the first second on. */
export function render(instrument: string, tones: Tone[], seconds: number, rate = 44_100): Promise<Float32Array> {
    return offline(seconds, rate, (sounds) => sounds.part({ instrument, tones, level: 1 }).lay(tones, (second) => second));
}

/** A stretch with its count-in and its clicks, so many times, as {@see play} lays it; the first thing that is heard comes at once. */
export function renderAlong(
    wish: Span & { instrument: string; tones: Tone[]; clicks: Click[]; countIn: PlayBeat[]; speed: number; laps: number },
    rate = 44_100,
): Promise<Float32Array> {
    const { from, until, speed } = wish;
    const counted = Math.max(0, ...wish.countIn.map(({ at }) => at)) / speed;
    return offline(counted + ((until - from) * wish.laps) / speed + 0.5, rate, (sounds) => {
        const part = sounds.part({ instrument: wish.instrument, tones: wish.tones, level: 1 });
        wish.countIn.forEach(({ at, count }) => sounds.click(counted - at / speed, count === 1));
        for (let lap = 0; lap < wish.laps; lap += 1) {
            const at = (second: number): number => counted + (second - from + lap * (until - from)) / speed;
            part.lay(wish.tones, at);
            wish.clicks.forEach((click) => sounds.click(at(click.at), click.isFirst));
        }
    });
}
