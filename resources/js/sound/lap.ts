/**
 * What sounds in one time through a stretch, and where everything is at a moment of it.
 *
 * All times are seconds of the part at full tempo, in playing order; a tempo stretches them when they are laid on a clock.
 */
import type { Play, PlayMeasure, PlayStroke, Tone } from '../api/types';

const SAME = 1e-6;
/** No more tones than these sound at once in a part. */
const CHORD = 8;

/** A stretch, in seconds of the part. */
export interface Span {
    from: number;
    until: number;
}

export interface Click {
    at: number;
    isFirst: boolean;
}

export type Clicks = 'none' | 'rests' | 'all';

/** What the bow does at a moment. */
export interface BowMoment {
    stroke: PlayStroke;
    /** Where on the bow the string is, 0 at the frog, 1 at the tip. */
    place: number;
    /** It sounds; it stands on the string; it is carried through the air; it is set and waits. */
    does: 'sounds' | 'stands' | 'air' | 'set';
    /** How high it is over the string, 0 to 1. */
    height: number;
}

/** Tones that begin in a stretch, none of them longer than it: what is cut off goes on in nothing. */
export function tonesIn(tones: Tone[], { from, until }: Span, line: number | null = null): Tone[] {
    return tones
        .filter((tone) => tone.start >= from - SAME && tone.start < until - SAME && (line === null || tone.line === line))
        .map((tone) => (tone.end > until ? { ...tone, end: until } : tone));
}

/** The beats of a stretch that are clicked: all, or those in which the part rests. */
export function clicksIn(play: Play, { from, until }: Span, which: Clicks): Click[] {
    if (which === 'none') return [];
    return play.measures.flatMap((measure) =>
        measure.beats
            .filter(({ at }) => at >= from - SAME && at < until - SAME && (which === 'all' || !sounds(play.tones, at)))
            .map(({ at, count }) => ({ at, isFirst: count === 1 })),
    );
}

function sounds(tones: Tone[], second: number): boolean {
    return tones.some((tone) => tone.start <= second + SAME && tone.end > second + SAME);
}

/** Position of the last thing that has begun at a moment; -1 before the first. */
function lastBegun(things: { start: number }[], second: number): number {
    let [low, high] = [0, things.length];
    while (low < high) {
        const middle = (low + high) >> 1;
        if ((things[middle]?.start ?? 0) <= second + SAME) low = middle + 1;
        else high = middle;
    }
    return low - 1;
}

/** The tone that is heard at a moment: of several the one that began last; null in a rest. */
export function toneAt(tones: Tone[], second: number): Tone | null {
    const begun = lastBegun(tones, second);
    for (let at = begun; at >= 0 && at > begun - CHORD; at -= 1) {
        const tone = tones[at];
        if (tone && tone.end > second) return tone;
    }
    return null;
}

/** The measure that is played at a moment. */
export function measureAt(play: Play, second: number): PlayMeasure | null {
    return play.measures[Math.max(0, lastBegun(play.measures, second))] ?? null;
}

/** Quarter notes from the beginning of the part, in printed order. */
export function quarterAt(play: Play, second: number): number {
    const measure = measureAt(play, second);
    if (!measure) return 0;
    const share = (second - measure.start) / (measure.end - measure.start || 1);
    return measure.at + measure.length * Math.min(1, Math.max(0, share));
}

/**
 * A stretch of printed measures as it is first played.
 *
 * @param first index of the printed measure
 * @param last the same; where it is not played after the first, the stretch goes to the first's end
 */
export function spanOf(play: Play, first: number, last: number): Span {
    const spans = play.measures.flatMap((measure, from): Span[] => {
        if (measure.index !== first) return [];
        const until = play.measures.findIndex((other, at) => at >= from && other.index === last);
        return [{ from: measure.start, until: (play.measures[until] ?? measure).end }];
    });
    // Of several the shortest, and of two alike the first.
    const shortest = spans.reduce<Span | null>((best, span) => (best && span.until - span.from > best.until - best.from - SAME ? best : span), null);
    return shortest ?? { from: 0, until: play.seconds };
}

/** The same with one beat before it, where there is one. */
export function withLead(play: Play, span: Span): Span {
    const measure = measureAt(play, span.from);
    const beat = measure ? (measure.beat * 60) / measure.tempo : 0;
    return span.from - beat < -SAME ? span : { from: span.from - beat, until: span.until };
}

/** Where the bow is. Between two strokes it goes through the air where it is carried, and else waits where it was left. */
export function bowAt(strokes: PlayStroke[], second: number): BowMoment | null {
    const index = lastBegun(strokes, second);
    const [stroke, next] = [strokes[index], strokes[index + 1]];
    if (!stroke) {
        const first = strokes[0];
        return first ? { stroke: first, place: first.from, does: 'set', height: 0 } : null;
    }
    if (second < stroke.sounds) {
        const share = (second - stroke.start) / (stroke.sounds - stroke.start || 1);
        return { stroke, place: stroke.from + (stroke.to - stroke.from) * share, does: 'sounds', height: 0 };
    }
    if (next && Math.abs(next.from - stroke.to) > 0.01 && ['retake', 'lift', 'start'].includes(next.join)) {
        // Set a moment before it is needed.
        const [from, until] = [stroke.sounds, next.start - Math.min(0.15, (next.start - stroke.sounds) / 4)];
        if (second >= until) return { stroke: next, place: next.from, does: 'set', height: 0 };
        const share = (second - from) / (until - from || 1);
        return { stroke: next, place: stroke.to + (next.from - stroke.to) * share, does: 'air', height: Math.sin(Math.PI * share) };
    }
    return { stroke, place: stroke.to, does: 'stands', height: 0 };
}
