import { mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, h, nextTick, ref } from 'vue';
import type { Play, PlayStroke, Tone } from '../../resources/js/api/types';
import { playOptions, type PlayOptions } from '../../resources/js/practice/options';
import { usePlaying, type PlayingAlong } from '../../resources/js/practice/playing';
import type { Wish } from '../../resources/js/sound/player';

const begun: Wish[] = [];
let stopped = 0;
let fails = false;
let second = 0;
vi.mock('../../resources/js/sound/player', () => ({
    play: (wish: Wish) => {
        if (fails) return Promise.reject(new Error('nothing sounds'));
        begun.push(wish);
        return Promise.resolve({
            second: () => second, lap: () => 0, count: () => 0, setLevel: () => undefined, setDrone: () => undefined, stop: () => { stopped += 1; },
        });
    },
}));

const measures = [0, 1, 2, 3].map((index) => ({
    index, number: String(index + 1), rehearsal: null, pass: 1, start: index * 2, end: index * 2 + 2, at: index * 4, length: 4, tempo: 120, beat: 1,
    beats: [], countIn: [{ at: 2, count: 1 }],
}));
const whole: Play = { instrument: 'violin', strings: ['G', 'D', 'A', 'E'], opens: [55, 62, 69, 76], seconds: 8, measures, tones: [], strokes: [] };

let along: PlayingAlong;
let options: PlayOptions;
const rung = ref<number | null>(null);

function open(play: Play | null = whole): void {
    options = playOptions();
    mount(defineComponent({
        setup() {
            along = usePlaying(() => play, () => [], options, () => rung.value);
            return () => h('i');
        },
    }));
}

async function settle(): Promise<void> {
    await vi.advanceTimersByTimeAsync(100);
    await nextTick();
}

describe('playing along', () => {
    beforeEach(() => {
        vi.useFakeTimers();
        localStorage.clear();
        begun.length = 0;
        [stopped, fails, second] = [0, false, 0];
        rung.value = null;
    });

    it('is heard once by who presses faster than sound can follow', async () => {
        open();
        void along.start();
        void along.start();
        void along.start();
        await settle();
        expect(begun).toHaveLength(1);
        expect(along.state.value).toBe('plays');
        along.stop();
        expect([along.state.value, stopped]).toEqual(['rests', 1]);
        void along.start();
        along.stop();
        await settle();
        expect([begun.length, along.state.value]).toEqual([1, 'rests']);
    });

    it('goes round with a beat before it, and begins again when the stretch is another', async () => {
        open();
        along.loop.value = { first: 1, last: 2 };
        void along.start();
        await settle();
        expect(begun.at(-1)).toMatchObject({ from: 1.5, until: 6, laps: Infinity });
        along.loop.value = { first: 3, last: 3 };
        await settle();
        expect(begun.at(-1)).toMatchObject({ from: 5.5, until: 8 });
    });

    it('goes on where it was stopped, at another tempo too', async () => {
        open();
        void along.start();
        await settle();
        second = 3.2;
        await vi.advanceTimersByTimeAsync(50);
        options.percent = 60;
        await settle();
        await settle();
        expect(begun.at(-1)).toMatchObject({ speed: 0.6, from: expect.closeTo(3.2, 3) as number });
        expect(along.tempo.value).toBe(72);
    });

    it('plays the outside line, the inside line, or both; and on open strings what each string is', async () => {
        const tone = (id: string, line: number): Tone => ({
            id, line, at: 0, until: 1, start: 0, end: 0.5, key: 71, level: 0.5, leaves: 0.5, isStroke: true, isPlucked: false, isAccented: false,
            isTremolo: false,
        });
        const stroke = (id: string, line: number, string: string): PlayStroke => ({
            id, line, string, start: 0, end: 0.5, sounds: 0.5, direction: 'down', from: 0, to: 1, join: 'start', finger: '1', position: 'I', advice: '',
        });
        open({ ...whole, tones: [tone('up', 0), tone('low', 1)], strokes: [stroke('up', 0, 'A'), stroke('low', 1, 'D')] });
        void along.start();
        await settle();
        expect(begun.at(-1)?.parts[0]?.tones.map(({ id }) => id)).toEqual(['up', 'low']);
        options.line = 1;
        await settle();
        await settle();
        expect(begun.at(-1)?.parts[0]?.tones.map(({ id }) => id)).toEqual(['low']);
        options.sounds = 'open';
        await settle();
        await settle();
        expect(begun.at(-1)?.parts[0]?.tones.map(({ key }) => key)).toEqual([62]);
        options.sounds = 'air';
        await settle();
        await settle();
        expect(begun.at(-1)?.isMute).toBe(true);
    });

    it('begins where one chooses, before the place it was stopped at too', async () => {
        open();
        void along.start();
        await settle();
        second = 5;
        await vi.advanceTimersByTimeAsync(50);
        along.stop();
        along.from.value = 1;
        await nextTick();
        void along.start();
        await settle();
        expect(begun.at(-1)?.from).toBe(2);
        second = 3;
        await vi.advanceTimersByTimeAsync(50);
        along.from.value = 0;
        await settle();
        await settle();
        expect(begun.at(-1)?.from).toBe(0);
        along.reset();
        expect([along.state.value, along.here.value]).toEqual(['rests', null]);
    });

    it('climbs by tempo, whatever the percent says', async () => {
        open();
        rung.value = 90;
        void along.start();
        await settle();
        expect(begun.at(-1)?.speed).toBe(0.75);
    });

    it('moves by measures and stays inside the music', async () => {
        open();
        void along.start();
        await settle();
        await vi.advanceTimersByTimeAsync(50);
        void along.move(2);
        await settle();
        expect(begun.at(-1)?.from).toBe(4);
        second = 4;
        void along.move(-9);
        await settle();
        expect(begun.at(-1)?.from).toBe(0);
    });

    it('says what is wrong in a sentence, and plays nothing', async () => {
        open(null);
        await along.start();
        expect(along.problem.value).toBe('There is nothing to play here.');
        fails = true;
        open();
        void along.start();
        await settle();
        expect(along.problem.value).toContain('lets nothing sound yet');
        expect(along.state.value).toBe('rests');
    });

    it('says when the sound was interrupted', async () => {
        open();
        void along.start();
        await settle();
        begun[0]?.ended('interrupted');
        expect(along.problem.value).toContain('interrupted');
        expect(along.state.value).toBe('rests');
    });

    it('remembers how one likes it, but not which line', async () => {
        open();
        options.clicks = 'all';
        options.line = 1;
        await nextTick();
        const again = playOptions();
        expect([again.clicks, again.line]).toEqual(['all', null]);
    });
});
