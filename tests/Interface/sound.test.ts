import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Tone } from '../../resources/js/api/types';
import { playOnce as play, quarters } from '../../resources/js/sound/player';

const clock = { now: 10 };
const laid: [string, number][] = [];
let closed = 0;
vi.mock('../../resources/js/sound/sounds', () => ({
    Sounds: {
        open: () => Promise.resolve({
            part: () => ({
                lay: (tones: Tone[], timeOf: (second: number) => number) => tones.forEach((tone) => laid.push([tone.id, timeOf(tone.start)])),
                level: () => undefined,
            }),
            drone: () => undefined,
            latency: () => 0,
            now: () => clock.now,
            close: () => { closed += 1; },
        }),
    },
}));

function tone(id: string, at: number, length: number, secondsPerQuarter = 0.5): Tone {
    return {
        id, at, until: at + length, start: at * secondsPerQuarter, end: (at + length) * secondsPerQuarter, key: 69, level: 0.5, leaves: 0.5,
        isStroke: true, isPlucked: false, isAccented: false, isTremolo: false,
    line: 0,
    };
}

const tones = Array.from({ length: 16 }, (_, index) => tone(`n${index}`, index, 1));
const wish = { instrument: 'violin', tones, from: 1, until: 8, speed: 1, quarterAt: quarters(tones), ended: () => undefined };

beforeEach(() => {
    vi.useFakeTimers();
    clock.now = 10;
    laid.length = 0;
    closed = 0;
});

describe('playing', () => {
    it('lays tones on the clock of the audio, a little ahead and no more', async () => {
        const playing = await play(wish);
        expect(laid[0]?.[0]).toBe('n2');
        const first = laid[0]![1];
        expect(first).toBeGreaterThan(10);
        expect(laid.length).toBeLessThan(tones.length);
        laid.forEach(([, time], index) => expect(time).toBeCloseTo(first + index * 0.5, 9));
        clock.now = 12;
        vi.advanceTimersByTime(400);
        expect(laid.length).toBeGreaterThan(4);
        expect(new Set(laid.map(([id]) => id)).size).toBe(laid.length);
        playing.stop();
        expect(closed).toBe(1);
    });

    it('says which moment is heard, and not one that is only laid', async () => {
        const playing = await play(wish);
        const begins = laid[0]![1];
        clock.now = begins;
        expect(playing.now()).toBeCloseTo(2);
        clock.now = begins + 0.75;
        expect(playing.now()).toBeCloseTo(3.5);
        playing.stop();
    });

    it('takes its time at half the tempo', async () => {
        const playing = await play({ ...wish, speed: 0.5 });
        expect(laid[1]![1] - laid[0]![1]).toBeCloseTo(1);
        clock.now = laid[0]![1] + 1;
        expect(playing.now()).toBeCloseTo(3);
        playing.stop();
    });

    it('ends by itself, once, and is silent after it was stopped', async () => {
        const ended = vi.fn();
        await play({ ...wish, until: 3, ended });
        clock.now = 13;
        vi.advanceTimersByTime(1000);
        expect([ended.mock.calls.length, closed]).toEqual([1, 1]);
        const other = await play({ ...wish, ended });
        other.stop();
        const count = laid.length;
        clock.now = 20;
        vi.advanceTimersByTime(5000);
        expect([laid.length, ended.mock.calls.length]).toEqual([count, 1]);
    });
});

describe('quarter notes by the tones', () => {
    it('goes evenly from one tone to the next, through a rest and a change of tempo', () => {
        const some = [tone('a', 0, 1), tone('b', 2, 1), { ...tone('c', 4, 2), start: 2, end: 6 }];
        const at = quarters(some);
        expect([0, 0.5, 1, 1.5, 2, 4, 6].map((second) => at(second))).toEqual([0, 1, 2, 3, 4, 5, 6]);
    });

    it('passes over grace notes, and is 0 where nothing sounds', () => {
        expect(quarters([{ ...tone('g', 1, 0), start: 0.4, end: 0.5 }, tone('a', 1, 1)])(0.75)).toBe(1.5);
        expect(quarters([])(3)).toBe(0);
    });
});
