import { describe, expect, it } from 'vitest';
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
