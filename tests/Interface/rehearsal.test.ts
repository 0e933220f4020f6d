import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Rehearsal, RehearsalEntry } from '../../resources/js/api/types';
import { calls, serve } from './support';

vi.mock('element-plus', () => ({ ElMessage: Object.assign(vi.fn(() => ({ close: vi.fn() })), {}), ElMessageBox: {} }));

const wish = { piece: 7, measure: '12', note: null, sections: [3], kind: 'rhythm' as const, text: '', date: 4 };

function entry(changes: Partial<RehearsalEntry>): RehearsalEntry {
    return {
        key: '7:0-7', kind: 'work', piece: 7, title: 'Boats', at: 0, minutes: 5, clock: '14:05', from: '1', to: '8', fromIndex: 0, toIndex: 7, who: 'all',
        tempo: 60, fullTempo: 80, how: '', why: '', isFixed: false, isDone: false, tune: null, causes: [], places: [], ...changes,
    };
}

function rehearsal(entries: RehearsalEntry[]): Rehearsal {
    return {
        date: { id: 4, kind: 'rehearsal', title: '', place: '', day: '', date: '', time: '', minutes: 45, isHeld: false, isPast: false },
        shelf: 1, name: '', begin: 'end', begins: [], entries, spent: 0, left: [], dropped: [{ key: 'warm-up', text: 'the warm-up' }], done: [],
        pieces: [{ id: 7, title: 'Boats', isIn: true }, { id: 8, title: 'Bridge', isIn: true }], cover: [], heard: [], concert: null, remaining: 0, dates: [],
        counts: 'measure',
    };
}

describe('what was heard, kept until it is sent', () => {
    beforeEach(() => {
        localStorage.clear();
        vi.resetModules();
    });

    it('is sent at once where there is a network', async () => {
        serve(() => ({ rows: [] }));
        const { useWaiting } = await import('../../resources/js/rehearsal/waiting');
        const { hear, waiting } = useWaiting();
        await hear(wish);
        expect(calls).toHaveLength(1);
        expect(calls[0]).toMatchObject({ method: 'POST', path: 'pieces/7/heard', body: { measure: '12', kind: 'rhythm', sections: [3] } });
        expect(String(calls[0]?.body.token)).toMatch(/^[a-z0-9-]{36}$/);
        expect(waiting.value).toEqual([]);
    });

    it('waits without one, over a reload, and goes in its order with the token it had', async () => {
        vi.stubGlobal('fetch', vi.fn(() => Promise.reject(new TypeError('offline'))));
        let { useWaiting } = await import('../../resources/js/rehearsal/waiting');
        await useWaiting().hear(wish);
        await useWaiting().hear({ ...wish, measure: '13' });
        expect(useWaiting().waiting.value.map(({ measure }) => measure)).toEqual(['12', '13']);
        const tokens = useWaiting().waiting.value.map(({ token }) => token);

        vi.resetModules();
        serve(() => ({ rows: [] }));
        ({ useWaiting } = await import('../../resources/js/rehearsal/waiting'));
        await useWaiting().send();
        expect(calls.map(({ body }) => body.measure)).toEqual(['12', '13']);
        expect(calls.map(({ body }) => body.token)).toEqual(tokens);
        expect(useWaiting().waiting.value).toEqual([]);
    });

    it('tells what the server would not take, and goes on with the rest', async () => {
        serve(({ body }) => (body.measure === '99' ? new Error('“Boats” has no measure 99.') : { rows: [] }));
        const { useWaiting } = await import('../../resources/js/rehearsal/waiting');
        const { hear, waiting, refused } = useWaiting();
        await hear({ ...wish, measure: '99' });
        await hear(wish);
        expect(refused.value.map(({ problem }) => problem)).toEqual(['“Boats” has no measure 99.']);
        expect(waiting.value).toEqual([]);
    });
});

describe('the plan of a rehearsal', () => {
    beforeEach(() => {
        localStorage.clear();
        setActivePinia(createPinia());
    });

    async function opened(entries: RehearsalEntry[]) {
        const shown = rehearsal(entries);
        serve(() => shown);
        const { usePlan } = await import('../../resources/js/rehearsal/plan');
        const made = usePlan(() => 4);
        await made.load();
        return made;
    }
    const put = () => calls.find(({ method }) => method === 'PUT')?.body;

    it('locks what is moved where it was put, and leaves the rest free', async () => {
        const { move } = await opened([entry({ kind: 'warm-up', key: 'warm-up' }), entry({}), entry({ key: '7:8-15', from: '9', to: '16' })]);
        await move(2, 0);
        expect(put()).toEqual({
            minutes: 45, begin: 'end', pieces: null, dropped: ['warm-up'],
            fixed: [{ kind: 'work', piece: 7, from: '9', to: '16', minutes: 5, place: 0 }],
        });
    });

    it('keeps what was locked at its place when something before it is left out', async () => {
        const { drop } = await opened([entry({}), entry({ key: '7:8-15', from: '9', to: '16', isFixed: true, minutes: 9 })]);
        await drop(0);
        expect(put()).toMatchObject({ dropped: ['warm-up', '7:0-7'], fixed: [{ from: '9', minutes: 9, place: 0 }] });
    });

    it('makes one change after the other', async () => {
        const { change } = await opened([entry({})]);
        await Promise.all([change({ minutes: 20 }, ''), change({ begin: 'hard' }, '')]);
        expect(calls.filter(({ method }) => method === 'PUT').map(({ body }) => [body.minutes, body.begin])).toEqual([[20, 'end'], [45, 'hard']]);
    });

    it('ticks what was done beside what was ticked already', async () => {
        const { plan, tick } = await opened([entry({})]);
        if (plan.value) plan.value = { ...plan.value, done: [{ kind: 'run', piece: 8, from: '1', to: '24', minutes: 4 }] };
        await tick([entry({})], true, '');
        expect(put()?.done).toEqual([{ kind: 'run', piece: 8, from: '1', to: '24', minutes: 4 }, { kind: 'work', piece: 7, from: '1', to: '8', minutes: 5 }]);
    });
});

describe('names of stretches', () => {
    it('say the pickup, and a measure alone once', async () => {
        const { measuresOf, titleOf } = await import('../../resources/js/rehearsal/plan');
        expect(measuresOf({ from: '0', to: '9' })).toBe('pickup–9');
        expect(measuresOf({ from: '5', to: '5' })).toBe('5');
        expect(titleOf(entry({ from: '0', to: '8' }))).toBe('Boats pickup–8');
    });
});
