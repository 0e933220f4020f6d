/**
 * The sound of bowed and plucked strings, made here and from nothing else: a sawtooth with the noise of the bow, a body, a vibrato that
 * comes when a tone lasts.
 *
 * What sounds when is worked out on the server; here it is laid on the clock of the audio, and never on another.
 */
import type { Tone } from '../api/types';
import { Gain } from 'tone/build/esm/core/context/Gain.js';
import type { BaseContext } from 'tone/build/esm/core/context/BaseContext.js';
import { Filter } from 'tone/build/esm/component/filter/Filter.js';
import { LFO } from 'tone/build/esm/source/oscillator/LFO.js';
import { Noise } from 'tone/build/esm/source/Noise.js';
import { Oscillator } from 'tone/build/esm/source/oscillator/Oscillator.js';

/** How an instrument is heard: where its body sings, how bright it is, how wide it shakes. */
interface Body {
    /** Hertz of its two strongest resonances. */
    sings: [number, number];
    /** How many times the pitch its brightest part lies, softly and loudly. */
    bright: [number, number];
    /** Cents of the vibrato. */
    shakes: number;
    /** How loud it is beside the others. */
    gain: number;
}

const BODIES: Record<string, Body> = {
    violin: { sings: [460, 2400], bright: [4, 11], shakes: 16, gain: 0.5 },
    viola: { sings: [350, 1700], bright: [4, 9], shakes: 14, gain: 0.55 },
    cello: { sings: [220, 1100], bright: [5, 11], shakes: 12, gain: 0.7 },
    bass: { sings: [110, 700], bright: [6, 12], shakes: 7, gain: 0.9 },
};

/** Seconds the bow needs to speak, and to be heard no more; quicker where it is accented. */
const SPEAKS = 0.055;
const SPEAKS_ACCENTED = 0.018;
const FADES = 0.05;
/** Seconds of a slide from one tone to the next under a slur: no gap, and no shift that is heard. */
const SLIDES = 0.02;
/** Seconds until a held tone begins to shake, and until it shakes wholly. */
const SHAKES_AFTER = 0.28;
const SHAKES_FULLY = 0.7;
/** Softest and loudest tone, as a share. */
const SOFT = 0.16;
/** How much louder an accent begins than it goes on. */
const ACCENT = 1.5;
/** Beats of the bow a second in a tremolo. */
const TREMBLES = 13;
/** Seconds apart at which two tones still touch. */
const TOUCHES = 0.01;
/** The noise of the bow beside the tone. */
const BOW_NOISE = 0.05;

export function hertz(key: number): number {
    return 440 * 2 ** ((key - 69) / 12);
}

function loudness(level: number): number {
    return SOFT + (1 - SOFT) * level;
}

/** One line of tones, each after the other. A chord takes as many as it has notes. */
class Line {
    private readonly saw: Oscillator;
    private readonly noise: Noise;
    private readonly shake: LFO;
    private readonly bright: Filter;
    private readonly tone: Gain;
    private readonly hiss: Gain;
    private readonly nodes: { dispose: () => unknown }[];
    /** When what was laid last is over. */
    ends = -Infinity;

    constructor(context: BaseContext, out: Gain, private readonly body: Body) {
        this.tone = new Gain({ context, gain: 0 });
        this.hiss = new Gain({ context, gain: 0 });
        this.saw = new Oscillator({ context, type: 'sawtooth', frequency: 440 });
        this.noise = new Noise({ context, type: 'pink' });
        this.shake = new LFO({ context, frequency: 5.4, min: -body.shakes, max: body.shakes, amplitude: 0 });
        this.bright = new Filter({ context, type: 'lowpass', frequency: 2000, rolloff: -24, Q: 0.6 });
        const low = new Filter({ context, type: 'peaking', frequency: body.sings[0], gain: 5, Q: 1.2 });
        const high = new Filter({ context, type: 'peaking', frequency: body.sings[1], gain: 4, Q: 1.6 });
        const breath = new Filter({ context, type: 'bandpass', frequency: body.sings[1], Q: 0.8 });
        this.shake.connect(this.saw.detune);
        this.saw.connect(this.tone);
        this.noise.connect(breath);
        breath.connect(this.hiss);
        this.tone.connect(this.bright);
        this.bright.connect(low);
        low.connect(high);
        high.connect(out);
        this.hiss.connect(out);
        this.nodes = [this.saw, this.noise, this.shake, this.tone, this.hiss, this.bright, low, high, breath];
    }

    start(time: number): void {
        this.saw.start(time);
        this.noise.start(time);
        this.shake.start(time);
    }

    /**
     * Lays a tone from one moment of the audio clock to another.
     *
     * @param isFollowed whether the next tone goes on in it
     */
    lay(tone: Tone, from: number, until: number, isFollowed: boolean): void {
        const pitch = hertz(tone.key);
        const [begins, leaves] = [loudness(tone.level), loudness(tone.leaves)];
        const goesOn = !tone.isStroke && !tone.isPlucked && from <= this.ends + 0.01;
        const { frequency } = this.saw;
        if (goesOn) frequency.exponentialRampToValueAtTime(pitch, from + SLIDES);
        frequency.setValueAtTime(pitch, goesOn ? from + SLIDES : from);
        if (tone.isPlucked) this.pluck(pitch, begins, from, until);
        else this.bow(tone, pitch, begins, leaves, from, until, goesOn, isFollowed);
        this.ends = isFollowed ? until : until + FADES;
    }

    private bow(tone: Tone, pitch: number, begins: number, leaves: number, from: number, until: number, goesOn: boolean, isFollowed: boolean): void {
        const { gain } = this.tone;
        const speaks = Math.min(tone.isAccented ? SPEAKS_ACCENTED : SPEAKS, (until - from) / 3);
        const full = from + (goesOn ? SLIDES : speaks);
        gain.setValueAtTime(goesOn ? begins : 0, from);
        gain.linearRampToValueAtTime(begins * (tone.isAccented ? ACCENT : 1), full);
        if (tone.isAccented) gain.linearRampToValueAtTime(begins, Math.min(until, full + 0.12));
        if (tone.isTremolo) this.tremble(full, until, begins, leaves);
        gain.linearRampToValueAtTime(leaves, Math.max(full, until));
        if (!isFollowed) gain.linearRampToValueAtTime(0, until + FADES);
        const [soft, loud] = this.body.bright;
        const bright = (level: number): number => Math.min(9000, Math.max(900, pitch * (soft + (loud - soft) * level)));
        this.bright.frequency.setValueAtTime(bright(tone.level), from);
        this.bright.frequency.linearRampToValueAtTime(bright(tone.leaves), until);
        // The bow is heard most when it takes hold of the string.
        this.hiss.gain.setValueAtTime(goesOn ? BOW_NOISE * begins * 0.5 : BOW_NOISE * begins * 1.6, from);
        this.hiss.gain.linearRampToValueAtTime(BOW_NOISE * 0.5 * leaves, Math.min(until, from + 0.12));
        if (!isFollowed) this.hiss.gain.linearRampToValueAtTime(0, until + FADES);
        const { amplitude } = this.shake;
        amplitude.setValueAtTime(0, from);
        if (until - from > SHAKES_FULLY) {
            amplitude.setValueAtTime(0, from + SHAKES_AFTER);
            amplitude.linearRampToValueAtTime(1, from + SHAKES_FULLY);
        }
    }

    private tremble(from: number, until: number, begins: number, leaves: number): void {
        for (let at = from; at < until - 1 / TREMBLES; at += 1 / TREMBLES) {
            const level = begins + ((leaves - begins) * (at - from)) / (until - from);
            this.tone.gain.linearRampToValueAtTime(level * 0.35, at + 0.5 / TREMBLES);
            this.tone.gain.linearRampToValueAtTime(level, at + 1 / TREMBLES);
        }
    }

    /** A string that is let go: bright at once, and fading. */
    private pluck(pitch: number, level: number, from: number, until: number): void {
        const { gain } = this.tone;
        gain.setValueAtTime(0, from);
        gain.linearRampToValueAtTime(level * 1.2, from + 0.004);
        gain.exponentialRampToValueAtTime(0.0008, Math.max(from + 0.25, until));
        gain.linearRampToValueAtTime(0, Math.max(from + 0.25, until) + 0.02);
        this.bright.frequency.setValueAtTime(Math.min(9000, pitch * 8), from);
        this.bright.frequency.exponentialRampToValueAtTime(Math.max(300, pitch * 1.6), from + 0.35);
        this.hiss.gain.setValueAtTime(0, from);
        this.shake.amplitude.setValueAtTime(0, from);
    }

    dispose(): void {
        this.nodes.forEach((node) => node.dispose());
    }
}

/** @param tones by the time they begin */
function isFollowed(tone: Tone, tones: Tone[], index: number): boolean {
    for (let at = index + 1; at < tones.length; at += 1) {
        const next = tones[at];
        if (!next || next.start > tone.end + TOUCHES) return false;
        if (!next.isStroke && next.start > tone.start && next.start >= tone.end - TOUCHES) return true;
    }
    return false;
}

/** One part: as many lines as sound at once in it. */
export class Voice {
    private readonly out: Gain;
    private readonly lines: Line[] = [];
    /** Tones in which the next one goes on. */
    private readonly followed: Set<Tone>;

    /** @param instrument violin, viola, cello or bass; any other sounds like a violin */
    constructor(private readonly context: BaseContext, private readonly instrument: string, into: Gain, tones: Tone[]) {
        this.followed = new Set(tones.filter((tone, index) => isFollowed(tone, tones, index)));
        this.out = new Gain({ context, gain: this.body.gain });
        this.out.connect(into);
    }

    private get body(): Body {
        return BODIES[this.instrument] ?? { sings: [460, 2400], bright: [4, 11], shakes: 16, gain: 0.5 };
    }

    /**
     * Lays tones on the audio clock.
     *
     * @param timeOf moment of the audio clock, in seconds, for a second of the part at full tempo
     */
    lay(tones: Tone[], timeOf: (second: number) => number): void {
        for (const tone of tones) {
            const [from, until] = [timeOf(tone.start), timeOf(tone.end)];
            this.free(tone, from).lay(tone, from, until, this.followed.has(tone));
        }
    }

    /** A line that is free: the one that sang last, so that a slur goes on in it. */
    private free(tone: Tone, from: number): Line {
        const free = this.lines.filter((line) => line.ends <= from + 0.005).sort((a, b) => b.ends - a.ends);
        const known = tone.isStroke ? free.filter((line) => line.ends <= from).at(-1) : free[0];
        if (known) return known;
        const line = new Line(this.context, this.out, this.body);
        line.start(Math.max(0, from - 0.01));
        this.lines.push(line);
        return line;
    }

    dispose(): void {
        this.lines.forEach((line) => line.dispose());
        this.out.dispose();
    }
}
