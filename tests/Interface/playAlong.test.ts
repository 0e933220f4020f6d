import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Play, PlayStroke, Tone } from '../../resources/js/api/types';
import { bowAt, clicksIn, measureAt, quarterAt, spanOf, tonesIn, withLead } from '../../resources/js/sound/lap';
import { play, type Wish } from '../../resources/js/sound/player';

const clock = { now: 100 };
const laid: [number, string, number][] = [];
const clicked: [number, boolean][] = [];
let [closed, opened] = [0, 0];
vi.mock('../../resources/js/sound/sounds', () => ({
    Sounds: {
        open: () => {
            let parts = 0;
            opened += 1;
            return Promise.resolve({
                part: () => {
                    const index = parts;
                    parts += 1;
                    return {
                        lay: (tones: Tone[], timeOf: (second: number) => number) =>
                            tones.forEach((tone) => laid.push([index, tone.id, timeOf(tone.start)])),
                        level: () => undefined,
                    };
                },
                click: (time: number, isFirst: boolean) => clicked.push([time, isFirst]),
                drone: () => undefined,
                latency: () => 0,
                now: () => clock.now,
                close: () => { closed += 1; },
            });
        },
    },
}));

function tone(id: string, start: number, end: number, more: Partial<Tone> = {}): Tone {
    return {
        id, at: start, until: end, start, end, key: 69, level: 0.5, leaves: 0.5, isStroke: true, isPlucked: false, isAccented: false,
        isTremolo: false, line: 0, ...more,
    };
}

function stroke(start: number, end: number, from: number, to: number, more: Partial<PlayStroke> = {}): PlayStroke {
    return {
        id: `s${start}`, start, end, sounds: end, direction: to > from ? 'down' : 'up', from, to, join: 'change', string: 'A', finger: '1',
        position: 'I', advice: '', line: 0, ...more,
    };
}

/** Measures 1 2 3 1 2 4 of four seconds each, a tone a second but in measure 2. */
const order = [0, 1, 2, 0, 1, 3];
const whole: Play = {
    instrument: 'violin',
    strings: ['G', 'D', 'A', 'E'],
    opens: [55, 62, 69, 76],
    seconds: 24,
    measures: order.map((index, at) => ({
        index, number: String(index + 1), rehearsal: null, pass: at > 2 && index < 2 ? 2 : 1, start: at * 4, end: at * 4 + 4, at: index * 4, length: 4,
        tempo: 60, beat: 1, beats: [0, 1, 2, 3].map((beat) => ({ at: at * 4 + beat, count: beat + 1 })),
        countIn: [4, 3, 2, 1].map((before, beat) => ({ at: before, count: beat + 1 })),
    })),
    tones: order.flatMap((index, at) => (index === 1 ? [] : [0, 1, 2, 3].map((beat) => tone(`m${index}.${beat}`, at * 4 + beat, at * 4 + beat + 1)))),
    strokes: [],
};

describe('a stretch', () => {
    it('holds what begins in it, cut at its end, and of one line where one is chosen', () => {
        const tones = [tone('a', 0, 1), tone('b', 1, 3), tone('c', 2, 3, { line: 1 }), tone('d', 3, 4)];
        expect(tonesIn(tones, { from: 1, until: 2.5 }).map(({ id, end }) => [id, end])).toEqual([['b', 2.5], ['c', 2.5]]);
        expect(tonesIn(tones, { from: 0, until: 4 }, 1).map(({ id }) => id)).toEqual(['c']);
    });

    it('is clicked on its beats, or in its rests', () => {
        expect(clicksIn(whole, { from: 0, until: 8 }, 'all')).toHaveLength(8);
        expect(clicksIn(whole, { from: 0, until: 8 }, 'rests').map(({ at }) => at)).toEqual([4, 5, 6, 7]);
        expect(clicksIn(whole, { from: 0, until: 8 }, 'none')).toEqual([]);
        expect(clicksIn(whole, { from: 3, until: 6 }, 'all').map(({ isFirst }) => isFirst)).toEqual([false, true, false]);
    });

    it('is found by its printed measures, over a repeat too', () => {
        expect(spanOf(whole, 0, 1)).toEqual({ from: 0, until: 8 });
        expect(spanOf(whole, 1, 3)).toEqual({ from: 16, until: 24 });
        expect(spanOf(whole, 2, 0)).toEqual({ from: 8, until: 16 });
        expect(spanOf(whole, 9, 9)).toEqual({ from: 0, until: 24 });
    });

    it('has a beat before it, but where the music begins', () => {
        expect(withLead(whole, { from: 4, until: 8 })).toEqual({ from: 3, until: 8 });
        expect(withLead(whole, { from: 0, until: 8 })).toEqual({ from: 0, until: 8 });
    });

    it('knows which measure is played, the second time too', () => {
        expect([measureAt(whole, 13)?.number, measureAt(whole, 13)?.pass]).toEqual(['1', 2]);
        expect(quarterAt(whole, 21.5)).toBe(13.5);
    });
});

describe('the bow', () => {
    const strokes = [stroke(0, 1, 0.1, 0.9), stroke(1, 2, 0.9, 0.2, { sounds: 1.5 }), stroke(3, 4, 0.1, 0.5, { join: 'retake' })];

    it('goes evenly while it sounds, and stands where it was left', () => {
        expect(bowAt(strokes, 0.5)).toMatchObject({ place: 0.5, does: 'sounds' });
        expect(bowAt([strokes[0]!, strokes[1]!], 1.9)).toMatchObject({ place: 0.2, does: 'stands' });
    });

    it('is carried through the air where it is lifted, and set before it is needed', () => {
        const middle = bowAt(strokes, 2.175);
        expect(middle).toMatchObject({ does: 'air', height: 1 });
        expect(bowAt(strokes, 2.95)).toMatchObject({ does: 'set', place: 0.1 });
    });

    it('waits at its first place, and nowhere where there is no bow', () => {
        expect(bowAt(strokes, -1)).toMatchObject({ does: 'set', place: 0.1 });
        expect(bowAt([], 1)).toBeNull();
    });
});

describe('playing along', () => {
    const wish = (more: Partial<Wish> = {}): Wish => ({
        from: 4, until: 8, parts: [{ instrument: 'violin', tones: tonesIn(whole.tones, { from: 3, until: 8 }), level: 1 }], clicks: [], speed: 1, countIn: [],
        laps: 1, drone: null, isMute: false, delay: 0, ended: () => undefined, ...more,
    });

    beforeEach(() => {
        vi.useFakeTimers();
        clock.now = 100;
        laid.length = 0;
        clicked.length = 0;
        [closed, opened] = [0, 0];
    });

    function run(until: number): void {
        while (clock.now < until) {
            clock.now += 0.3;
            vi.advanceTimersByTime(300);
        }
    }

    it('counts in, and says which beat it is', async () => {
        const playing = await play(wish({ from: 0, until: 4, countIn: whole.measures[0]!.countIn, speed: 2 }));
        expect(clicked.map(([time]) => Math.round((time - clicked[0]![0]) * 1000))).toEqual([0, 500, 1000, 1500]);
        clock.now = clicked[0]![0] + 0.6;
        expect(playing.count()).toBe(2);
        expect(playing.second()).toBeLessThan(0);
        clock.now = clicked[3]![0] + 0.5;
        expect(playing.count()).toBe(0);
        expect(playing.second()).toBeCloseTo(0);
        playing.stop();
    });

    it('goes round without drifting', async () => {
        const tones = [tone('a', 4, 5), tone('b', 6, 7)];
        const playing = await play(wish({ laps: Infinity, parts: [{ instrument: 'violin', tones, level: 1 }], speed: 0.7 }));
        run(100 + 600);
        const first = laid.filter(([, id]) => id === 'a').map(([, , time]) => time);
        expect(first.length).toBeGreaterThan(100);
        first.forEach((time, lap) => expect(time).toBeCloseTo(first[0]! + (lap * 4) / 0.7, 6));
        clock.now = first[7]! + 1;
        expect([playing.lap(), playing.second()]).toEqual([7, expect.closeTo(4.7, 6) as number]);
        playing.stop();
        expect(closed).toBe(1);
    });

    it('leaves a part out the second time', async () => {
        const tones = [tone('a', 4, 5)];
        const playing = await play(wish({
            laps: 4, parts: [{ instrument: 'violin', tones, level: 1 }, { instrument: 'cello', tones, level: 1 }],
            isSilent: (part, lap) => part === 0 && lap % 2 === 1,
        }));
        run(120);
        expect(laid.map(([part]) => part)).toEqual([0, 1, 1, 0, 1, 1]);
        playing.stop();
    });

    it('ends by itself once, and lays nothing after it was stopped', async () => {
        const ended = vi.fn();
        await play(wish({ ended }));
        run(110);
        expect(ended.mock.calls).toEqual([['over']]);
        expect(closed).toBe(1);
        const other = await play(wish({ laps: Infinity, ended }));
        other.stop();
        other.stop();
        const count = laid.length;
        run(130);
        expect([laid.length, ended.mock.calls.length, closed]).toEqual([count, 1, 2]);
    });

    it('says when the sound was interrupted, and holds no tone', async () => {
        const ended = vi.fn();
        await play(wish({ laps: Infinity, ended }));
        run(102);
        vi.advanceTimersByTime(3000);
        expect(ended.mock.calls).toEqual([['interrupted']]);
        expect(closed).toBe(1);
    });

    it('moves the bow in the air without a loudspeaker', async () => {
        const now = vi.spyOn(performance, 'now').mockReturnValue(5000);
        const playing = await play(wish({ isMute: true, speed: 0.5 }));
        now.mockReturnValue(5000 + 120 + 2000);
        expect(playing.second()).toBeCloseTo(5);
        expect(opened).toBe(0);
        playing.stop();
    });

    it('shows what is heard as much later as a headphone needs', async () => {
        const playing = await play(wish({ delay: 0.25 }));
        clock.now += 0.12 + 1.25;
        expect(playing.second()).toBeCloseTo(5);
        playing.stop();
    });
});
