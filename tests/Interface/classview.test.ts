import { describe, expect, it } from 'vitest';
import { momentAt, strokesOf } from '../../resources/js/classview/bowing';
import { placesOf, stretchOf } from '../../resources/js/classview/places';
import { mark, notes } from './support';

describe('what the class looks at', () => {
    const of = notes().map((note, index) => ({ ...note, index: index < 3 ? 4 : 9 }));
    const open = mark({ from: 'n4', to: 'n6', choices: ['III', 'I'] });

    it('is the open choices, in their order, each measure once', () => {
        const first = mark({ from: 'n1', to: 'n1', choices: ['4', '0'] });
        expect(placesOf([open, first, mark({ from: 'n2', choices: ['up', 'down'] })], of, 40)).toEqual([4, 9]);
    });

    it('is every fourth measure where nothing is open', () => {
        expect(placesOf([], of, 10)).toEqual([0, 4, 8]);
        expect(placesOf([], of, 0)).toEqual([]);
    });

    it('shows a choice with the measure before it, to its end and a little further', () => {
        expect(stretchOf(open, of, 9, 40)).toEqual({ from: 8, until: 12 });
        expect(stretchOf(open, of, 9, 10)).toEqual({ from: 8, until: 10 });
        expect(stretchOf(mark({ from: 'n1', to: 'n6', choices: ['III', 'I'] }), of, 4, 40)).toEqual({ from: 3, until: 10 });
        expect(stretchOf(null, of, 36, 38)).toEqual({ from: 36, until: 38 });
    });
});

describe('the bow in the air', () => {
    const bow = (id: string, at: number, lasts: number, from: number, to: number, direction: 'down' | 'up', voice = '1') => ({
        ...notes()[0]!, id, at, lasts, voice, bow: { stroke: 1, direction, from, to, join: 'change', origin: 'worked-out', changes: [], why: '' },
    }) as ReturnType<typeof notes>[number];
    const part = [
        bow('a', 0, 2, 0.1, 0.9, 'down'), bow('b', 0, 2, 0, 1, 'down', '2'), bow('c', 2, 1, 0.9, 0.5, 'up'),
        // A rest, in which the bow goes back.
        bow('d', 4, 2, 0.1, 0.6, 'down'),
    ];

    it('goes as it is planned, on the highest line alone', () => {
        const strokes = strokesOf(part, 0, 8);
        expect(strokes.map((one) => one.id)).toEqual(['a', 'c', 'd']);
        expect(momentAt(strokes, 1)).toEqual({ id: 'a', direction: 'down', place: 0.5, isSounding: true });
        expect(momentAt(strokes, 2.5)?.place).toBeCloseTo(0.7);
    });

    it('waits on the string before it begins, goes to the next note in a rest, and ends', () => {
        const strokes = strokesOf(part, 0, 8);
        expect(momentAt(strokes, -1)).toEqual({ id: 'a', direction: 'down', place: 0.1, isSounding: false });
        expect(momentAt(strokes, 3.5)).toMatchObject({ id: 'd', isSounding: false });
        expect(momentAt(strokes, 3.5)?.place).toBeCloseTo(0.3);
        expect(momentAt(strokes, 6)).toBeNull();
    });

    it('keeps to the measures that are seen', () => {
        expect(strokesOf(part, 2, 4).map((one) => one.id)).toEqual(['c']);
        expect(strokesOf([], 0, 4)).toEqual([]);
    });
});
