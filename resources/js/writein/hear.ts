/** One note as it is pressed. */
import type { Tone } from '../api/types';
import { playOnce } from '../sound/player';

const SECONDS = 0.45;
let sounding: Awaited<ReturnType<typeof playOnce>> | null = null;

/** @param key of the piano, middle C being 60 */
export async function hear(instrument: string, key: number): Promise<void> {
    const tone: Tone = {
        id: '', at: 0, until: 1, start: 0, end: SECONDS, key, level: 0.6, leaves: 0.5, isStroke: true, isPlucked: false, isAccented: false, isTremolo: false,
    line: 0,
    };
    sounding?.stop();
    sounding = null;
    sounding = await playOnce({ instrument, tones: [tone], from: 0, until: SECONDS + 0.2, speed: 1, quarterAt: (second) => second, ended: () => undefined });
}
