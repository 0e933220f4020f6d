/** Playing along: what is chosen, what is heard now, and where the bow is. Draws nothing. */
import { computed, onBeforeUnmount, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { OtherPart, Play, PlayMeasure, PlayStroke, Tone } from '../api/types';
import { bowAt, clicksIn, measureAt, quarterAt, spanOf, toneAt, tonesIn, withLead, type BowMoment, type Span } from '../sound/lap';
import { play as begin, type Part, type Playing } from '../sound/player';
import { LEVELS, percentOf, type PlayOptions } from './options';

/** A stretch of printed measures, by their indices. */
export interface Stretch {
    first: number;
    last: number;
}

export interface Here {
    second: number;
    /** The note that sounds; empty in rests. */
    note: string;
    measure: PlayMeasure | null;
    /** Quarter notes from the beginning, in printed order. */
    quarter: number;
    bow: BowMoment | null;
    /** Which beat is counted in; 0 when it plays. */
    count: number;
    lap: number;
}

export interface PlayingAlong {
    state: Ref<'rests' | 'waits' | 'plays'>;
    here: ShallowRef<Here | null>;
    problem: Ref<string>;
    /** What goes round; null for all of it. */
    loop: Ref<Stretch | null>;
    /** Index of the printed measure it begins with where nothing goes round. */
    from: Ref<number>;
    /** Quarter notes a minute now, as it is played. */
    tempo: ComputedRef<number>;
    /** How far, 0 to 1. */
    share: ComputedRef<number>;
    drone: Ref<number | null>;
    /** Seconds it has been played since it was opened, or since the last rest. */
    played: Ref<number>;
    start: () => Promise<void>;
    stop: () => void;
    reset: () => void;
    toggle: () => Promise<void>;
    /** Goes on from here with what was chosen. */
    again: () => Promise<void>;
    move: (measures: number) => Promise<void>;
}

const SILENT = 'This browser lets nothing sound yet. Press play once more, or move the bow in the air.';
const INTERRUPTED = 'The sound was interrupted. Press play to go on.';
/** Keys pressed faster than this are one. */
const SETTLES = 60;
const USUAL_TEMPO = 100;
/** How loud others are beside one's own part. */
const OTHERS = 0.7;

/**
 * @param play what is played; null until it is there
 * @param others the other parts, where they are heard
 * @param rung quarter notes a minute of the ladder, over the tempo of the stretch; null where none is climbed
 */
export function usePlaying(play: () => Play | null, others: () => OtherPart[], options: PlayOptions, rung: () => number | null): PlayingAlong {
    const state = ref<'rests' | 'waits' | 'plays'>('rests');
    const here = shallowRef<Here | null>(null);
    const problem = ref('');
    const loop = ref<Stretch | null>(null);
    const from = ref(0);
    const drone = ref<number | null>(null);
    const played = ref(0);
    let playing: Playing | null = null;
    let frame = 0;
    let turn = 0;
    let last = 0;
    /** Where it was stopped; the next start goes on there. */
    let left: number | null = null;
    /** The measure it was last begun with, and the second. */
    let begunFrom = 0;
    let began = 0;

    /** The stretch as it is played: with its beat before it where it goes round. */
    const span = computed<Span>(() => {
        const whole = play();
        if (!whole) return { from: 0, until: 0 };
        if (loop.value) return withLead(whole, spanOf(whole, loop.value.first, loop.value.last));
        const begins = whole.measures.find(({ index }) => index === from.value)?.start ?? 0;
        return { from: begins, until: whole.seconds };
    });
    const strokes = computed(() => play()?.strokes.filter((stroke) => stroke.line === (options.line ?? 0)) ?? []);
    const full = computed(() => {
        const whole = play();
        return (whole ? measureAt(whole, here.value?.second ?? span.value.from)?.tempo : null) ?? USUAL_TEMPO;
    });
    const speed = computed(() => {
        const step = rung();
        if (step === null) return percentOf(options.percent) / 100;
        const whole = play();
        const fastest = Math.max(1, ...(whole?.measures.map(({ tempo }) => tempo) ?? [USUAL_TEMPO]));
        return Math.max(0.1, step / fastest);
    });
    const tempo = computed(() => Math.round(full.value * speed.value));
    const share = computed(() => {
        const { from: begins, until } = span.value;
        return here.value && until > begins ? Math.max(0, Math.min(1, (here.value.second - begins) / (until - begins))) : 0;
    });

    function opened(whole: Play, tones: Tone[]): Tone[] {
        const keys = new Map(whole.strings.map((name, index) => [name, whole.opens[index] ?? 60]));
        const byLine = new Map<number, PlayStroke[]>();
        for (const stroke of whole.strokes) {
            const known = byLine.get(stroke.line);
            if (known) known.push(stroke);
            else byLine.set(stroke.line, [stroke]);
        }
        return tones.map((tone) => {
            const stroke = bowAt(byLine.get(tone.line) ?? [], tone.start + 1e-4)?.stroke;
            return { ...tone, key: keys.get(stroke?.string ?? '') ?? tone.key };
        });
    }

    function parts(whole: Play, stretch: Span): Part[] {
        const own = tonesIn(whole.tones, stretch, options.line);
        return [
            { instrument: whole.instrument, tones: options.sounds === 'open' ? opened(whole, own) : own, level: LEVELS[options.own] },
            ...others().map((other) => ({ instrument: other.instrument, tones: tonesIn(other.tones, stretch), level: LEVELS[options.others] * OTHERS })),
        ];
    }

    async function start(): Promise<void> {
        const whole = play();
        turn += 1;
        const mine = turn;
        cancelAnimationFrame(frame);
        playing?.stop();
        playing = null;
        problem.value = '';
        if (!whole || whole.seconds <= 0) {
            problem.value = 'There is nothing to play here.';
            return;
        }
        state.value = 'waits';
        begunFrom = from.value;
        // Who presses faster than sound can follow is heard once.
        await new Promise((resolve) => setTimeout(resolve, SETTLES));
        if (mine !== turn) return;
        const begins = left !== null && left > span.value.from && left < span.value.until - 0.2 ? left : span.value.from;
        const stretch = { from: loop.value ? span.value.from : begins, until: span.value.until };
        began = stretch.from;
        const measure = measureAt(whole, stretch.from + 1e-3);
        try {
            const begun = await begin({
                ...stretch,
                parts: parts(whole, stretch),
                clicks: clicksIn(whole, stretch, options.clicks),
                speed: speed.value,
                countIn: options.countsIn ? (measure?.countIn ?? []) : [],
                laps: loop.value ? Infinity : 1,
                isSilent: (part, lap) => part === 0 && options.isAlone && lap % 2 === 1,
                drone: drone.value,
                isMute: options.sounds === 'air',
                delay: options.delay / 1000,
                ended: (why) => {
                    if (mine !== turn) return;
                    left = why === 'over' ? null : (here.value?.second ?? null);
                    rest();
                    if (why === 'interrupted') problem.value = INTERRUPTED;
                },
            });
            if (mine !== turn) {
                begun.stop();
                return;
            }
            playing = begun;
            state.value = 'plays';
            last = performance.now();
            frame = requestAnimationFrame(tick);
        } catch {
            if (mine !== turn) return;
            rest();
            problem.value = SILENT;
        }
    }

    function tick(now: number): void {
        const whole = play();
        if (!playing || !whole) return;
        played.value += Math.min(1, (now - last) / 1000);
        last = now;
        const count = playing.count();
        // While it counts in, the bow stands where the music begins.
        const second = count > 0 ? Math.max(began, playing.second()) : playing.second();
        here.value = {
            second,
            // What sounded before the place it begins at is none of it.
            note: count > 0 || second < began ? '' : (toneAt(whole.tones, second)?.id ?? ''),
            measure: measureAt(whole, Math.max(0, second)),
            quarter: quarterAt(whole, Math.max(0, second)),
            bow: bowAt(strokes.value, second),
            count,
            lap: playing.lap(),
        };
        frame = requestAnimationFrame(tick);
    }

    function rest(): void {
        cancelAnimationFrame(frame);
        playing?.stop();
        playing = null;
        state.value = 'rests';
    }

    function stop(): void {
        turn += 1;
        if (state.value === 'plays') left = here.value?.second ?? null;
        rest();
    }

    /** Forgets where it was: something else is played. */
    function reset(): void {
        stop();
        left = null;
        here.value = null;
    }

    async function again(): Promise<void> {
        const second = here.value?.second ?? null;
        if (state.value === 'rests') {
            left = null;
            return;
        }
        // Who chose another measure begins there.
        left = loop.value || from.value !== begunFrom ? null : second;
        await start();
    }

    async function move(measures: number): Promise<void> {
        const whole = play();
        if (!whole) return;
        const at = whole.measures.findIndex(({ start: begins, end }) => {
            const second = Math.max(0, here.value?.second ?? left ?? span.value.from);
            return second >= begins - 1e-3 && second < end - 1e-3;
        });
        const to = whole.measures[Math.max(0, Math.min(whole.measures.length - 1, at + measures))];
        if (!to) return;
        left = to.start;
        if (here.value) here.value = { ...here.value, second: to.start, measure: to, quarter: to.at, note: '' };
        if (state.value !== 'rests') await start();
    }

    // What only sounds otherwise is changed where it stands; what is laid already is laid again.
    watch(() => options.own, (own) => playing?.setLevel(0, LEVELS[own]));
    watch(() => options.others, (level) => others().forEach((_, index) => playing?.setLevel(index + 1, LEVELS[level] * OTHERS)));
    watch(drone, (key) => playing?.setDrone(key));
    watch(() => [options.sounds, options.clicks, options.isAlone, options.delay, options.line, speed.value, loop.value, from.value], () => void again());
    onBeforeUnmount(stop);
    async function toggle(): Promise<void> {
        if (state.value === 'rests') await start();
        else stop();
    }

    return { state, here, problem, loop, from, tempo, share, drone, played, start, stop, reset, toggle, again, move };
}
