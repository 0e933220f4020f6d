import { beforeEach, describe, expect, it } from 'vitest';
import { BELOW, climb, keepStanding, standingOf, type Standing } from '../../resources/js/practice/ladder';
import { percentOf } from '../../resources/js/practice/options';

const rules = { clean: 3, failures: 2, down: 2, minutes: 10, times: 8 };
const ladder = { from: 60, to: 80, steps: [60, 63, 66, 69, 73, 76, 80], doubling: [], why: '', rules };

function times(standing: Standing, ...how: ('clean' | 'again')[]): Standing {
    return how.reduce((now, went) => climb(now, ladder, went).standing, standing);
}

describe('the ladder', () => {
    beforeEach(() => localStorage.clear());

    it('goes up after three clean times running', () => {
        expect(times(BELOW, 'clean', 'clean').rung).toBe(0);
        expect(times(BELOW, 'clean', 'clean', 'clean').rung).toBe(1);
        expect(times(BELOW, 'clean', 'clean', 'again', 'clean', 'clean').rung).toBe(0);
        expect(climb(times(BELOW, 'clean', 'clean'), ladder, 'clean').says).toBe('Up to ♩ = 63.');
    });

    it('goes two down after two failures, and never below its foot', () => {
        const high = { ...BELOW, rung: 4 };
        expect(times(high, 'again').rung).toBe(4);
        expect(times(high, 'again', 'again').rung).toBe(2);
        expect(times(high, 'again', 'clean', 'again').rung).toBe(4);
        expect(times({ ...BELOW, rung: 1 }, 'again', 'again').rung).toBe(0);
        expect(climb(times(BELOW, 'again'), ladder, 'again').says).toBe('Again: listen once first.');
    });

    it('says when it goes at its goal', () => {
        const top = times({ ...BELOW, rung: 6 }, 'clean', 'clean');
        const step = climb(top, ladder, 'clean');
        expect(step.says).toBe('It goes at ♩ = 80.');
        expect(step.standing).toMatchObject({ rung: 6, isDone: true });
    });

    it('asks for a rest after eight times', () => {
        let standing = BELOW;
        const rests = Array.from({ length: 16 }, () => {
            const step = climb(standing, ladder, 'clean');
            standing = step.standing;
            return step.rests;
        });
        expect(rests.flatMap((isTime, index) => (isTime ? [index + 1] : []))).toEqual([8, 16]);
    });

    it('is kept in the browser, and a ladder that became shorter holds', () => {
        keepStanding('a part', { ...BELOW, rung: 12 });
        expect(standingOf('a part').rung).toBe(12);
        expect(climb(standingOf('a part'), ladder, 'again').standing.rung).toBe(6);
        localStorage.setItem('ladder-a part', '{"rung":"high"}');
        expect(standingOf('a part')).toEqual(BELOW);
    });
});

describe('a tempo that nobody can play', () => {
    it('is brought inside', () => {
        expect([10, 400, 100, Number.NaN, 'fast', 33.4].map(percentOf)).toEqual([30, 120, 100, 100, 100, 33]);
    });
});
