/** How somebody likes to play along: kept in the browser. */
import { reactive, watch } from 'vue';
import type { Clicks } from '../sound/lap';
import { has, remember, remembered } from '../ui/remembered';

export type Loudness = 'loud' | 'soft' | 'off';

export interface PlayOptions {
    /** The part with its notes, on open strings, or the bow alone without a sound. */
    sounds: 'part' | 'open' | 'air';
    own: Loudness;
    others: Loudness;
    clicks: Clicks;
    countsIn: boolean;
    /** Of two times through the second is the player's. */
    isAlone: boolean;
    /** Percent of the tempo, where no ladder is climbed. */
    percent: number;
    climbs: boolean;
    showsBow: boolean;
    isLeftHanded: boolean;
    /** Of a part with several lines the one that is played: 0 outside, 1 inside; null for all. */
    line: number | null;
    /** Milliseconds by which a headphone is late. */
    delay: number;
}

export const SLOWEST = 30;
export const FASTEST = 120;
export const MOST_DELAY = 500;
export const LEVELS: Record<Loudness, number> = { loud: 1, soft: 0.35, off: 0 };

const USUAL: PlayOptions = {
    sounds: 'part', own: 'loud', others: 'off', clicks: 'rests', countsIn: true, isAlone: false, percent: 100, climbs: false, showsBow: true,
    isLeftHanded: false, line: null, delay: 0,
};

function isOptions(value: unknown): value is Partial<PlayOptions> {
    return has(value, 'sounds');
}

/** A tempo that was typed or kept, brought inside what is played. */
export function percentOf(value: unknown): number {
    const percent = typeof value === 'number' && Number.isFinite(value) ? Math.round(value) : USUAL.percent;
    return Math.max(SLOWEST, Math.min(FASTEST, percent));
}

export function playOptions(): PlayOptions {
    const kept = remembered<Partial<PlayOptions>>('play-along', {}, isOptions);
    // Which line is played is another thing in every part.
    const options = reactive<PlayOptions>({ ...USUAL, ...kept, line: null, percent: percentOf(kept.percent) });
    watch(options, () => remember('play-along', options));
    return options;
}
