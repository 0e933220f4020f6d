import { beforeEach, describe, expect, it } from 'vitest';
import { direct } from '../../resources/js/desk/commands/acts';
import { calls, desk, flag as told, mark, notes, serve, settled } from './support';

const act = { id: 5, what: 'up at 1.1', where: 'Violin I', section: 7, topic: 'marks' as const, when: '2026-11-26T19:00:00Z' };

const answer = (over: Record<string, unknown> = {}): Record<string, unknown> => ({
    revision: 4, scoreName: 's1', names: { bow: 'b2', hand: 'h2' }, since: { bow: '', hand: '' }, notes: notes(), marks: [], flags: [], can: { undo: act, redo: null }, ...over,
});

beforeEach(() => serve((call) => (call.path.includes('/notes/') ? { finger: null, choices: [], again: [] } : answer())));

describe('changes on their way', () => {
    it('are sent one after the other, each with what was seen', async () => {
        const open = desk();
        direct(open, 'up');
        open.choose(3);
        direct(open, 'up');
        await settled();
        const marks = calls.filter((call) => call.path.endsWith('/marks'));
        expect(marks.map((call) => call.body.lines)).toEqual(['n1 up', 'n4 up']);
        expect(marks.map((call) => call.body.seen)).toEqual([3, 4]);
        expect(open.waiting).toEqual([]);
        // The ink stays until it is engraved.
        expect(Object.keys(open.ink)).toEqual(['n1', 'n4']);
        open.inkIsDry();
        expect(open.ink).toEqual({});
    });

    it('open the part anew when its score was corrected meanwhile', async () => {
        serve((call) => {
            if (call.path === 'pieces/1') return { id: 1, title: 'Tune', role: 'own', sections: [{ id: 5, name: 'Violin I' }] };
            if (call.path === 'sections/5') return { ...desk().frame, ...answer({ scoreName: 's2' }) };
            return call.path.includes('/notes/') ? { finger: null, choices: [], again: [] } : answer({ scoreName: 's2' });
        });
        const open = desk();
        open.piece = { id: 1, title: 'Tune', role: 'own', sections: [{ id: 5, name: 'Violin I' }] } as unknown as typeof open.piece;
        direct(open, 'up');
        await settled();
        await settled();
        expect(calls.map((call) => call.path)).toContain('pieces/1');
        expect(open.plan?.scoreName).toBe('s2');
        expect(open.ink).toEqual({});
    });

    it('are kept when the server cannot be reached', async () => {
        serve(() => {
            throw new Error('offline');
        });
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(open.waiting).toHaveLength(1);
        expect(JSON.parse(localStorage.getItem('waiting-marks') ?? '[]')).toHaveLength(1);
    });

    it('are let go when they are refused, and the ink with them', async () => {
        serve(() => new Error('There is no measure 99.'));
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(open.waiting).toEqual([]);
        expect(open.ink).toEqual({});
    });

    it('tell which bows turned round', async () => {
        serve(() => answer({ turned: ['n2', 'n4'] }));
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(open.turned).toEqual(['n2', 'n4']);
    });
});

describe('the halves of an answer', () => {
    const halves = (half: 'bow' | 'finger'): Record<string, unknown>[] =>
        notes().map((note) => (half === 'bow' ? { id: note.id, bow: { ...note.bow, direction: 'up' }, sign: true } : { id: note.id, finger: null }));

    it('says by what names the desk knows its own', async () => {
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(calls.find((call) => call.path.endsWith('/marks'))?.body.known).toEqual({ bow: 'b1', hand: 'h1' });
        expect(open.plan?.names).toEqual({ bow: 'b2', hand: 'h2' });
    });

    it('keeps the hand when only the bow is answered', async () => {
        serve((call) => (call.path.endsWith('/marks') ? answer({ notes: halves('bow'), names: { bow: 'b2', hand: 'h1' } }) : {}));
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(open.notes[0]).toMatchObject({ bow: { direction: 'up' }, finger: { number: 1 } });
        expect(calls.some((call) => call.path.includes('/hand'))).toBe(false);
    });

    it('takes over the notes that changed and leaves the others', async () => {
        const [first] = halves('bow');
        const since = { bow: 'b1', hand: 'h1' };
        serve((call) => (call.path.endsWith('/marks') ? answer({ notes: [first], names: { bow: 'b2', hand: 'h1' }, since }) : {}));
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(open.notes.map((note) => note.bow?.direction).slice(0, 2)).toEqual(['up', notes()[1]?.bow?.direction]);
        expect(open.notes).toHaveLength(notes().length);
        direct(open, 'down');
        await settled();
        expect(calls.filter((call) => call.path.endsWith('/marks')).at(-1)?.body.held).toEqual({ bow: 'b2', hand: 'h1' });
    });

    it('keeps everything when an answer has nothing new', async () => {
        serve((call) => (call.path.endsWith('/marks') ? answer({ notes: [], names: { bow: 'b1', hand: 'h1' } }) : {}));
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(open.notes[0]).toMatchObject({ bow: { direction: 'down' }, finger: { number: 1 } });
    });

    it('asks for the hand when the bow was answered first', async () => {
        serve((call) => {
            if (call.path.endsWith('/marks')) return answer({ notes: halves('bow'), names: { bow: 'b2', hand: '' } });
            return call.path.includes('/hand') ? answer({ notes: halves('finger'), names: { bow: 'b2', hand: 'h2' } }) : {};
        });
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(calls.find((call) => call.path.includes('/hand'))?.path).toBe('sections/7/hand?bow=b2&held=h1');
        expect(open.notes[0]).toMatchObject({ bow: { direction: 'up' }, finger: null });
        expect(open.plan?.names.hand).toBe('h2');
    });

    it('fetches all of it when two answers crossed', async () => {
        serve((call) => (call.path.endsWith('/marks') ? answer({ notes: halves('bow'), names: { bow: 'b2', hand: 'h9' }, since: { bow: 'b1', hand: 'h9' } }) : answer({ revision: 9 })));
        const open = desk();
        direct(open, 'up');
        await settled();
        expect(calls.some((call) => call.method === 'GET' && call.path === 'sections/7')).toBe(true);
        expect(open.plan?.revision).toBe(9);
    });
});

describe('what the desk shows', () => {
    it('puts what was worked out to the notes of the score', () => {
        const open = desk();
        expect(open.notes[0]).toMatchObject({ place: '1.1', bow: { direction: 'down' }, finger: { number: 1 } });
    });

    it('leaves out an answer that is for another score', () => {
        const open = desk();
        open.plan = { ...open.plan!, notes: open.plan!.notes.map((note) => ({ ...note, id: `x${note.id}` })) };
        expect(open.notes).toEqual([]);
    });

    it('knows who may do what', () => {
        expect([desk().mayEdit, desk([], 'propose').mayEdit, desk([], 'read').mayEdit]).toEqual([true, false, false]);
        expect([desk().proposes, desk([], 'propose').proposes, desk([], 'read').proposes]).toEqual([false, true, false]);
    });

    it('hides flags that somebody left', () => {
        const open = desk();
        const flag = told();
        open.plan = { ...open.plan!, flags: [flag, { ...flag, leftBy: 'Maren' }] };
        expect(open.flags).toHaveLength(1);
    });

    it('finds the marks of a note', () => {
        const open = desk([mark({ from: 'n2' }), mark({ from: 'n3' })]);
        expect(open.marksAt('n2')).toHaveLength(1);
    });

    it('remembers the chosen note of a section', () => {
        const open = desk();
        open.choose(4);
        expect(localStorage.getItem('note-of-7')).toBe('4');
        open.choose(99);
        expect(open.chosen).toBe(5);
        open.chooseId('n2');
        expect(open.chosen).toBe(1);
    });

    it('asks about a note when the eye rests on it', async () => {
        // What earlier desks still ask for has been asked.
        await new Promise((resolve) => setTimeout(resolve, 600));
        calls.length = 0;
        serve(() => ({ finger: null, choices: [], again: [], bowedBefore: null }));
        const open = desk();
        open.choose(2);
        open.choose(3);
        await new Promise((resolve) => setTimeout(resolve, 220));
        expect(calls.map((call) => call.path)).toEqual(['sections/7/notes/n4']);
    });
});

describe('taking back', () => {
    it('settles a proposal', async () => {
        const open = desk();
        await open.settle('key', 'take');
        expect(calls.find((call) => call.path.endsWith('/settle'))).toMatchObject({ path: 'sections/7/settle', body: { key: 'key', answer: 'take', seen: 3 } });
        expect(open.can.undo?.what).toBe('up at 1.1');
    });

    it('leaves a flag', async () => {
        await desk().leave('flag', true);
        expect(calls.find((call) => call.path.endsWith('/leave'))).toMatchObject({ path: 'sections/7/leave', body: { key: 'flag', leave: true } });
    });
});

describe('choosing', () => {
    it('takes all from one note to another, and a section up to the next rehearsal mark', () => {
        const open = desk();
        open.chooseSpan('n2', 'n4');
        expect(open.stretch).toEqual([1, 3]);
        // Measure 2 has the mark A: what is before it ends there.
        open.chooseSection('n1');
        expect(open.stretch).toEqual([0, notes().filter((note) => note.index === 0).length - 1]);
        open.chooseSection(notes().find((note) => note.index === 1)!.id);
        expect(open.stretch[1]).toBe(notes().length - 1);
        open.choose(2);
        expect(open.stretch).toEqual([2, 2]);
    });
});
