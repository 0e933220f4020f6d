import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../resources/js/desk/commands/keys';
import { keyCard } from '../../resources/js/desk/commands/table';
import KeySheet from '../../resources/js/desk/sheets/KeySheet.vue';
import { headOf } from '../../resources/js/desk/state/store';
import { calls, desk, mark, notes, sent, serve, settled } from './support';

const ui = { sayIt: vi.fn(), keyCard: vi.fn(), lay: vi.fn(), undo: vi.fn() };

function key(name: string, over: KeyboardEventInit = {}): KeyboardEvent {
    return new KeyboardEvent('keydown', { key: name, ...over });
}

const posted = () => calls.filter((call) => call.method === 'POST');

beforeEach(() => {
    serve(() => ({ revision: 4, names: { bow: 'b1', hand: 'h1' }, since: { bow: '', hand: '' }, notes: [], marks: [], flags: [], can: { undo: null, redo: null } }));
    vi.clearAllMocks();
});

describe('walking', () => {
    it.each([
        ['note', {}, [1, 2, 3]],
        ['stroke', { shiftKey: true }, [1, 3, 4]],
        ['measure', { ctrlKey: true }, [4, 5, 5]],
    ] as const)('goes on by %s', (_, over, stops) => {
        const open = desk();
        const seen = stops.map(() => {
            press(key('ArrowRight', over), open, ui);
            return open.chosen;
        });
        expect(seen).toEqual(stops);
    });

    it.each([
        ['note', {}, [4, 3, 2]],
        ['stroke', { shiftKey: true }, [4, 3, 1]],
        ['measure', { ctrlKey: true }, [4, 0, 0]],
    ] as const)('goes back by %s', (_, over, stops) => {
        const open = desk();
        open.choose(5);
        const seen = stops.map(() => {
            press(key('ArrowLeft', over), open, ui);
            return open.chosen;
        });
        expect(seen).toEqual(stops);
    });

    it('chooses a stretch with Alt', () => {
        const open = desk();
        press(key('ArrowRight', { altKey: true }), open, ui);
        press(key('ArrowRight', { altKey: true }), open, ui);
        expect(open.stretch).toEqual([0, 2]);
    });

    it('finds the head of a stroke', () => {
        expect(notes().map((_, index) => headOf(notes(), index))).toEqual([0, 1, 1, 3, 4, 5]);
    });
});

describe('taking back', () => {
    it.each([
        ['undo', { ctrlKey: true }], ['undo', { metaKey: true }], ['redo', { ctrlKey: true, shiftKey: true }],
    ] as const)('%s by the keys', (kind, over) => {
        press(key('shiftKey' in over ? 'Z' : 'z', over), desk(), ui);
        expect(ui.undo.mock.calls).toEqual([[kind]]);
    });

    it('waits while a mark is on its way', async () => {
        const open = desk();
        press(key('u'), open, ui);
        press(key('z', { ctrlKey: true }), open, ui);
        await settled();
        expect(posted().map((call) => call.path)).toEqual(['sections/7/marks']);
    });

    it('leaves z alone to the browser', () => {
        expect(press(key('z'), desk(), ui)).toBe(false);
    });
});

describe('marking', () => {
    it.each([
        ['d', 'n1 down'], ['u', 'n1 up'], ['g', 'n1 goal up'],
        ['s', 'n1 slur n2'], ['4', 'n1 4'], ['0', 'n1 0'], ['-', 'n1 low 1'], ['o', 'n1 0'], [']', 'n1 II'], ['[', 'n1 ½'],
    ])('%s says %s', async (name, line) => {
        expect(press(key(name), desk(), ui)).toBe(true);
        await settled();
        expect(sent().lines).toEqual([line]);
    });

    it.each([['h', 'n4 hook'], ['r', 'n4 retake'], ['l', 'n4 lift']])('%s says %s, and at the first stroke why it cannot', async (name, line) => {
        const open = desk();
        press(key(name), open, ui);
        await settled();
        expect(sent().lines).toEqual([]);
        expect(document.body.textContent).toContain('This is the first stroke');
        open.choose(3);
        press(key(name), open, ui);
        await settled();
        expect(sent().lines).toEqual([line]);
    });

    it('proposes after p, and decides after p again', async () => {
        const open = desk();
        press(key('p'), open, ui);
        press(key('u'), open, ui);
        await settled();
        expect(open.isProposing).toBe(true);
        expect(posted().map((call) => call.body.propose)).toEqual([true]);
        press(key('p'), open, ui);
        press(key('d'), open, ui);
        await settled();
        expect(posted().map((call) => call.body.propose)).toEqual([true, false]);
    });

    it('always proposes for those who may only propose', async () => {
        const open = desk([], 'propose');
        press(key('u'), open, ui);
        press(key('p'), open, ui);
        press(key('u'), open, ui);
        press(key('p'), open, ui);
        press(key('d'), open, ui);
        await settled();
        expect(posted().map((call) => call.body.propose)).toEqual([true, true, true]);
    });

    it('does not take somebody else’s proposal away with the same key', async () => {
        const open = desk([mark({ key: 'theirs', state: 'proposed', mine: false })]);
        press(key('u'), open, ui);
        await settled();
        expect(sent()).toEqual({ lines: ['n1 up'], takes: [] });
    });

    it('rubs out what is decided and one’s own proposals, not those of others', async () => {
        const open = desk([
            mark({ key: 'decided', author: 'Ilse', mine: false }),
            mark({ key: 'mine', slot: 'words', state: 'proposed' }),
            mark({ key: 'theirs', slot: 'finger', state: 'proposed', mine: false }),
        ]);
        press(key('.'), open, ui);
        await settled();
        expect(sent().takes).toEqual(['decided', 'mine']);
    });

    it('opens what belongs to other keys', () => {
        const open = desk();
        press(key('/'), open, ui);
        press(key('?'), open, ui);
        press(key('v'), open, ui);
        expect([ui.sayIt, ui.keyCard, ui.lay].map((one) => one.mock.calls.length)).toEqual([1, 1, 1]);
    });

    it('leaves other keys to the browser', () => {
        const open = desk();
        expect(press(key('x'), open, ui)).toBe(false);
        expect(press(key('d', { ctrlKey: true }), open, ui)).toBe(false);
    });

    it('marks nothing for those who may only look', async () => {
        press(key('d'), desk([], 'read'), ui);
        await settled();
        expect(sent().lines).toEqual([]);
    });

    it('has a word for every key on the card', () => {
        expect(keyCard().every(([keys, what]) => keys.length > 0 && what.length > 3)).toBe(true);
    });
});

describe('the key card', () => {
    it('is looked through by what a key should do', async () => {
        document.body.innerHTML = '';
        mount(KeySheet, { attachTo: document.body });
        await flushPromises();
        const seek = document.querySelector<HTMLInputElement>('input[type=search]')!;
        const shown = (): (string | null)[] => [...document.querySelectorAll('.key-card dt')].map((one) => one.textContent);
        expect(shown().length).toBe(keyCard().length);
        for (const [typed, keys] of [['undo', ['s', 'Ctrl Z']], ['h', ['h']]] as const) {
            seek.value = typed;
            seek.dispatchEvent(new Event('input'));
            await flushPromises();
            expect(shown()).toEqual(expect.arrayContaining([...keys]));
            expect(shown().length).toBeLessThan(keyCard().length);
        }
        seek.value = 'trombone';
        seek.dispatchEvent(new Event('input'));
        await flushPromises();
        expect(document.body.textContent).toContain('No key does that.');
    });
});
