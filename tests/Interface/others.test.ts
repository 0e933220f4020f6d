import { mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent } from 'vue';
import { useOthers, type Others } from '../../resources/js/desk/state/others';
import { calls, desk, notes, serve } from './support';

let told: Record<string, unknown>;

const plan = (over: Record<string, unknown> = {}): Record<string, unknown> => ({
    revision: 5, scoreName: 's1', names: { bow: 'b2', hand: 'h1' }, since: { bow: 'b1', hand: 'h1' }, notes: [{ ...notes()[0], bow: null }],
    marks: [], flags: [], can: { undo: null, redo: null }, ...over,
});

function open(): { others: Others; store: ReturnType<typeof desk>; close: () => void } {
    const store = desk();
    let others: Others | null = null;
    const screen = mount(defineComponent({
        setup() {
            others = useOthers(store);
            return () => null;
        },
    }));
    return { others: others!, store, close: () => screen.unmount() };
}

beforeEach(() => {
    vi.useFakeTimers();
    told = { revision: 3, people: [{ id: 2, name: 'Idris', section: 8, part: 'Bass', measure: 1 }], news: [], plan: null };
    serve((call) => (call.path.endsWith('/now') ? told : {}));
});
afterEach(() => vi.useRealTimers());

const asked = (): typeof calls => calls.filter((call) => call.path.endsWith('/now'));

describe('others at the piece', () => {
    it('are asked for every two seconds, with what is shown and where one is', async () => {
        const { others, close } = open();
        await vi.advanceTimersByTimeAsync(4100);
        expect(asked().length).toBe(2);
        expect(asked()[0]).toMatchObject({ method: 'POST', path: 'sections/7/now', body: { revision: 3, measure: 0, known: { bow: 'b1', hand: 'h1' } } });
        expect(others.people.value.map((person) => person.name)).toEqual(['Idris']);
        close();
        await vi.advanceTimersByTimeAsync(10_000);
        expect(asked().length).toBe(2);
    });

    it('change the part on the desk, are named, and the name goes again', async () => {
        const { others, store, close } = open();
        const version = store.version;
        told = { ...told, revision: 5, plan: plan(), news: [{ who: 'Idris', what: 'up at 1.1', part: 'Violin I' }] };
        await vi.advanceTimersByTimeAsync(2100);
        expect(store.plan?.revision).toBe(5);
        expect(store.notes[0]?.bow).toBeNull();
        expect(store.notes[1]?.bow).not.toBeNull();
        expect(store.version).toBe(version + 1);
        expect(store.chosen).toBe(0);
        expect(others.news.value?.who).toBe('Idris');
        told = { ...told, plan: null, news: [] };
        await vi.advanceTimersByTimeAsync(13_000);
        expect(others.news.value).toBeNull();
        close();
    });

    it('are not asked for while marks of one’s own are on their way, nor from a hidden page', async () => {
        const { store, close } = open();
        store.waiting = [{ section: 7, lines: 'n1 up', takes: [], label: '', propose: false }];
        await vi.advanceTimersByTimeAsync(6000);
        expect(asked()).toEqual([]);
        store.waiting = [];
        vi.spyOn(document, 'hidden', 'get').mockReturnValue(true);
        await vi.advanceTimersByTimeAsync(6000);
        expect(asked()).toEqual([]);
        vi.restoreAllMocks();
        close();
    });

    it('do no harm when they cannot be asked for', async () => {
        serve((call) => (call.path.endsWith('/now') ? new Error('Sign in first.') : {}));
        const { others, close } = open();
        await vi.advanceTimersByTimeAsync(6500);
        expect(asked().length).toBe(3);
        expect(others.people.value).toEqual([]);
        close();
    });
});
