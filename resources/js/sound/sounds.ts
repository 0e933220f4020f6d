/** What makes the sound: fetched when something is to be heard for the first time. */
import { Context } from 'tone/build/esm/core/context/Context.js';
import { OfflineContext } from 'tone/build/esm/core/context/OfflineContext.js';
import { Gain } from 'tone/build/esm/core/context/Gain.js';
import { setContext } from 'tone/build/esm/core/context/GlobalContext.js';
import type { Tone } from '../api/types';
import { Voice } from './voice';

/** Seconds in which a voice that is stopped fades. */
const FADES = 0.05;
/** How loud everything is together. */
const VOLUME = 0.32;

let context: Context | null = null;

export class Sounds {
    private constructor(private readonly here: Context, private readonly out: Gain, readonly voice: Voice) {}

    static async open(instrument: string, tones: Tone[]): Promise<Sounds> {
        // No clock of its own is needed: everything is laid on that of the audio.
        context ??= new Context({ clockSource: 'offline', latencyHint: 'interactive' });
        setContext(context);
        await context.resume();
        const out = new Gain({ context, gain: VOLUME });
        out.connect(context.destination);
        return new Sounds(context, out, new Voice(context, instrument, out, tones));
    }

    /** The clock of the audio, in seconds. */
    now(): number {
        return this.here.currentTime;
    }

    close(): void {
        this.out.gain.linearRampToValueAtTime(0, this.now() + FADES);
        window.setTimeout(() => {
            this.voice.dispose();
            this.out.dispose();
        }, FADES * 2000);
    }
}

/** The same tones without a loudspeaker: samples, as they would be heard from the first second on. */
export async function render(instrument: string, tones: Tone[], seconds: number, rate = 44_100): Promise<Float32Array> {
    const offline = new OfflineContext(1, seconds, rate);
    const before = context;
    setContext(offline);
    const out = new Gain({ context: offline, gain: VOLUME });
    out.connect(offline.destination);
    new Voice(offline, instrument, out, tones).lay(tones, (second) => second);
    const buffer = await offline.render(false);
    if (before) setContext(before);
    return buffer.getChannelData(0);
}
