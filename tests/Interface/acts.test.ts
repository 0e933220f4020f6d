import { beforeEach, describe, expect, it, vi } from 'vitest';
import {
    asItComes, carry, copyStretch, direct, finger, fix, goal, partHere, partOfBow, join, layStretch, openOrFour, position, reshape,
    sameWhereverItReturns, slur, takeOther,
} from '../../resources/js/desk/commands/acts';
import { calls, desk, finger as made, mark, sent, serve, settled } from './support';

beforeEach(() => serve(() => ({ revision: 4, names: { bow: 'b1', hand: 'h1' }, since: { bow: '', hand: '' }, notes: [], marks: [], flags: [], can: { undo: null, redo: null } })));

describe('the bow', () => {
    it('puts a direction on the chosen stroke', async () => {
        const open = desk();
        open.choose(1);
        direct(open, 'down');
        await settled();
        expect(sent().lines).toEqual(['n2 down']);
    });

    it('puts it at the head of the stroke when a slurred note is chosen', async () => {
        const open = desk();
        open.choose(2);
        direct(open, 'down');
        await settled();
        expect(sent().lines).toEqual(['n2 down']);
    });

    it('takes the same direction away when it is pressed again', async () => {
        const open = desk([mark({ key: 'up-at-1' })]);
        direct(open, 'up');
        await settled();
        expect(sent()).toEqual({ lines: [], takes: ['up-at-1'] });
    });

    it('shows the ink before the server answers', () => {
        const open = desk();
        direct(open, 'up');
        expect(open.ink).toEqual({ n1: 'up' });
    });

    it('shows no ink for a proposal', () => {
        const open = desk([], 'propose');
        direct(open, 'up');
        expect(open.ink).toEqual({});
    });

    it.each(['hook', 'retake', 'lift'] as const)('puts a %s', async (words) => {
        const open = desk();
        open.choose(3);
        join(open, words);
        await settled();
        expect(sent().lines).toEqual([`n4 ${words}`]);
    });

    it('asks for the direction a note does not have', async () => {
        const open = desk();
        goal(open);
        await settled();
        expect(sent().lines).toEqual(['n1 goal up']);
    });

    it('slurs to the next note, and over a stretch', async () => {
        const open = desk();
        open.choose(3);
        slur(open);
        await settled();
        expect(sent().lines).toEqual(['n4 slur n5']);
        open.plan = desk().plan;
        open.frame = desk().frame;
        open.choose(3);
        open.choose(5, true);
        slur(open);
        await settled();
        expect(sent().lines).toEqual(['n4 slur n6']);
    });

    it('takes a printed slur out', async () => {
        const open = desk();
        open.choose(1);
        slur(open);
        await settled();
        expect(sent().lines).toEqual(['n2 no slurs']);
    });

    it.each([
        ['hook', 'up'], ['retake', 'up'], ['lift', 'down'],
    ] as const)('a %s shows at once how the bow goes then', (words, shown) => {
        const open = desk();
        open.choose(3);
        join(open, words);
        expect(open.ink).toEqual({ n4: shown });
    });

    it('takes the place of a direction, and of nothing else', async () => {
        const open = desk([
            mark({ key: 'd', from: 'n4' }),
            mark({ key: 'theirs', from: 'n4', state: 'proposed', mine: false }),
            mark({ key: 'sign', from: 'n4', kind: 'no-sign', slot: 'sign', words: 'no sign' }),
            mark({ key: 'finger', from: 'n4', slot: 'finger', group: 'hand', words: '3' }),
        ]);
        open.choose(3);
        join(open, 'hook');
        await settled();
        expect(sent()).toEqual({ lines: ['n4 hook'], takes: ['d'] });
    });

    it('slurs where a slur is only proposed', async () => {
        const open = desk([mark({ key: 'p', kind: 'slur-to', slot: 'slur', state: 'proposed', mine: false })]);
        slur(open);
        await settled();
        expect(sent()).toEqual({ lines: ['n1 slur n2'], takes: [] });
    });

    it('finds the mark of a slur at its first note', async () => {
        const open = desk([
            mark({ key: 'added', kind: 'slur-to', slot: 'slur', from: 'n2' }),
            mark({ key: 'proposed', kind: 'slur-to', slot: 'slur', from: 'n2', state: 'proposed' }),
            mark({ key: 'other', from: 'n2' }),
        ]);
        const [, , third, fourth] = open.notes;
        if (third?.bow && fourth?.bow) fourth.bow = { ...third.bow };
        open.choose(2);
        slur(open);
        await settled();
        expect(sent()).toEqual({ lines: [], takes: ['added'] });
    });

    it('fixes every stroke of a stretch as it stands', async () => {
        const open = desk();
        open.choose(0);
        open.choose(4, true);
        fix(open);
        await settled();
        expect(sent().lines).toEqual(['n1 down', 'n2 up', 'n4 down', 'n5 up']);
    });

    it('takes every mark of a stretch away', async () => {
        const open = desk([mark({ key: 'a' }), mark({ key: 'b', from: 'n4' }), mark({ key: 'c', from: 'n6' })]);
        open.choose(0);
        open.choose(3, true);
        asItComes(open);
        await settled();
        expect(sent().takes).toEqual(['a', 'b']);
    });
});

describe('the hand', () => {
    it('puts a finger, and takes it away again', async () => {
        const open = desk([mark({ key: 'f', slot: 'finger', words: '3', from: 'n2' })]);
        finger(open, '4');
        await settled();
        expect(sent().lines).toEqual(['n1 4']);
        const again = desk([mark({ key: 'f', slot: 'finger', words: '3', from: 'n2' })]);
        again.choose(1);
        finger(again, '3');
        await settled();
        expect(sent().takes).toEqual(['f']);
    });

    it.each([
        [made({ number: 2, shape: 'low' }), 1, 'n1 high 2'],
        [made({ number: 2, shape: 'high' }), -1, 'n1 low 2'],
        [made({ number: 1, shape: 'regular' }), -1, 'n1 low 1'],
        [made({ number: 4, shape: 'regular' }), 1, 'n1 x4'],
        [made({ number: 3, shape: 'regular' }), 1, 'n1 high 3'],
    ] as const)('moves a finger on its string', async (at, by, line) => {
        const open = desk();
        open.plan = { ...open.plan!, notes: open.plan!.notes.map((note, index) => (index === 0 ? { ...note, finger: at } : note)) };
        reshape(open, by);
        await settled();
        expect(sent().lines).toEqual([line]);
    });

    it('goes from open to four to either', async () => {
        const said: string[][] = [];
        for (const words of ['0', '4', '0 or 4']) {
            const open = desk([mark({ slot: 'finger', words })]);
            openOrFour(open);
            await settled();
            said.push(sent().lines);
        }
        expect(said).toEqual([['n1 4'], ['n1 0 or 4'], ['n1 0']]);
    });

    it('moves the position for a note and for a stretch', async () => {
        const open = desk();
        position(open, 1);
        await settled();
        expect(sent().lines).toEqual(['n1 II']);
        const stretch = desk();
        stretch.choose(0);
        stretch.choose(3, true);
        position(stretch, -1);
        await settled();
        expect(sent().lines).toEqual(['1.1-1.4 ½']);
    });

    it('takes another answer with its string and position', async () => {
        const open = desk();
        takeOther(open, { string: 'A', number: 3, shape: 'high', position: 'III', costs: 1, why: '', words: 'high 3' });
        await settled();
        expect(sent().lines).toEqual(['n1 high 3, on A, III']);
    });

    it('does not name the position of an open string', async () => {
        const open = desk();
        takeOther(open, { string: 'A', number: 0, shape: 'open', position: 'III', costs: 1, why: '' });
        await settled();
        expect(sent().lines).toEqual(['n1 0, on A']);
    });

    it('lays the fingers of a note wherever its measure returns', async () => {
        const open = desk([mark({ slot: 'finger', words: '4' }), mark({ slot: 'string', words: 'on D' })]);
        sameWhereverItReturns(open, ['n5', 'n6']);
        await settled();
        expect(sent().lines).toEqual(['n5 4, on D', 'n6 4, on D']);
    });
});

describe('carrying marks', () => {
    it('remembers a stretch and lays it where the chosen note stands', async () => {
        serve((call) => (call.body.look ? { puts: ['2.1 up'], overwrites: [], missing: 0 } : desk().plan));
        const open = desk();
        open.choose(0);
        open.choose(1, true);
        copyStretch(open);
        open.choose(4);
        await layStretch(open, () => Promise.resolve(true));
        const posted = calls.filter((call) => call.path === 'sections/7/copy');
        expect(posted.map((call) => call.body)).toEqual([
            { from: 7, start: '0', until: '2', onto: '4', what: 'all', look: true },
            { from: 7, start: '0', until: '2', onto: '4', what: 'all', seen: 3 },
        ]);
    });

    it('asks before it overwrites, and does nothing when the answer is no', async () => {
        serve(() => ({ puts: ['2.1 up'], overwrites: ['2.1 down'], missing: 0 }));
        const open = desk();
        let asked = 0;
        await carry(open, { from: 7, start: '0', until: '4', onto: '4', what: 'bowings' }, () => {
            asked += 1;
            return Promise.resolve(false);
        });
        expect(asked).toBe(1);
        expect(calls.filter((call) => !call.path.includes('/notes/'))).toHaveLength(1);
    });

    it.each([
        [{ puts: ['2.1 up'], overwrites: [], missing: 0 }, '1 mark is laid.'],
        [{ puts: ['2.1 up', '2.3 down'], overwrites: [], missing: 2 }, '2 marks are laid; 2 found no note here.'],
        [{ puts: [], overwrites: [], missing: 1 }, 'The notes differ too much: no mark finds its note here.'],
        [{ puts: [], overwrites: [], missing: 0 }, 'There are no marks to carry.'],
    ])('says how it went: %o', async (look, said) => {
        serve((call) => (call.body.look ? look : desk().plan));
        let asked = 0;
        await carry(desk(), { from: 7, start: '0', until: '4', onto: '4', what: 'all' }, () => {
            asked += 1;
            return Promise.resolve(true);
        });
        expect(asked).toBe(0);
        await vi.waitFor(() => {
            expect(document.body.textContent).toContain(said);
        });
    });

    it('lays nothing when nothing was remembered', async () => {
        await layStretch(desk(), () => Promise.resolve(true));
        expect(calls).toEqual([]);
    });

    it('says so when the server refuses', async () => {
        serve(() => new Error('Choose a stretch first.'));
        await carry(desk(), { from: 7, start: '0', until: '4', onto: '4', what: 'all' }, () => Promise.resolve(true));
        expect(document.body.textContent).toContain('Choose a stretch first.');
    });
});

describe('where on the bow', () => {
    it('is asked for at the chosen stroke, or over the chosen stretch', async () => {
        const open = desk();
        open.choose(2);
        partOfBow(open, 'upper half');
        await settled();
        open.choose(3);
        open.choose(5, true);
        partOfBow(open, 'save');
        await settled();
        // The third note is slurred to the second: its stroke begins there.
        expect(calls.filter((call) => call.path.endsWith('/marks')).map((call) => call.body.lines)).toEqual(['n2 upper half', 'n4-n6 save']);
    });

    it('is taken away by asking for it again, anywhere in its range', async () => {
        const open = desk([mark({ key: 'k', from: 'n1', to: 'n4', words: 'tip', slot: 'part-of-bow', kind: 'part-of-bow' })]);
        open.choose(3);
        expect(partHere(open)?.words).toBe('tip');
        partOfBow(open, 'tip');
        await settled();
        expect(calls.find((call) => call.path.endsWith('/marks'))?.body).toMatchObject({ takes: ['k'] });
        open.choose(4);
        expect(partHere(open)).toBeNull();
    });

    it('takes the place of what was asked for at the same note', async () => {
        const open = desk([mark({ key: 'k', from: 'n1', to: 'n1', words: 'tip', slot: 'part-of-bow', kind: 'part-of-bow' })]);
        open.choose(0);
        partOfBow(open, 'frog');
        await settled();
        expect(calls.find((call) => call.path.endsWith('/marks'))?.body).toMatchObject({ lines: 'n1 frog', takes: ['k'] });
    });
});
