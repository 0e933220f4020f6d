import { createPinia, setActivePinia } from 'pinia';
import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Act, ChangeRow } from '../../resources/js/api/types';
import { days, told } from '../../resources/js/history/gather';
import HistoryDrawer from '../../resources/js/history/HistoryDrawer.vue';
import { useHistory } from '../../resources/js/history/store';
import { calls, serve } from './support';

const said = vi.hoisted(() => ({ confirm: vi.fn() }));
vi.mock('element-plus', async (original) => ({ ...(await original<object>()), ElMessageBox: { confirm: said.confirm } }));

function act(over: Partial<Act> = {}): Act {
    return { id: 9, what: 'the link of Viola ended', where: 'Hand out', section: null, topic: 'link', when: '2026-11-26T19:02:00Z', ...over };
}

function change(id: number, when: string, over: Partial<ChangeRow> = {}): ChangeRow {
    return { id, who: 'Maren', isMine: true, what: `act ${id}`, where: 'Viola', when, topic: 'marks', canBeGoneBackTo: true, ...over };
}

beforeEach(() => {
    setActivePinia(createPinia());
    said.confirm.mockReset();
    document.body.innerHTML = '';
});

describe('reading the history', () => {
    const now = new Date('2026-11-26T20:00:00');

    it('goes by day, and tells once what one person did in one go', () => {
        const read = days([
            change(6, '2026-11-26T19:20:00'),
            change(5, '2026-11-26T19:10:00'),
            change(4, '2026-11-26T19:05:00', { who: 'Ida', isMine: false }),
            change(3, '2026-11-26T18:00:00'),
            change(2, '2026-11-25T23:59:00'),
            change(1, '2026-11-20T08:00:00', { where: 'Cello' }),
        ], now);
        expect(read.map((day) => [day.name, day.sittings.map((one) => one.acts.length)])).toEqual([
            ['Today', [2, 1, 1]], ['Yesterday', [1]], ['Friday 20 November', [1]],
        ]);
        expect(told(read[0]!.sittings[0]!)).toBe('2 things, 19:10 to 19:20');
    });

    it('begins a sitting anew after a rest, and in another part', () => {
        const read = days([change(3, '2026-11-26T19:50:00'), change(2, '2026-11-26T19:20:00'), change(1, '2026-11-26T19:19:00', { where: 'Bass' })], now);
        expect(read[0]!.sittings.map((one) => one.acts.map((each) => each.id))).toEqual([[3], [2], [1]]);
    });
});

describe('taking back', () => {
    it('names what it would take back, and takes back that', async () => {
        serve(({ method }) => (method === 'GET' ? { undo: act(), redo: null } : { done: act(), undo: null, redo: act() }));
        const history = useHistory();
        history.show('hand-out', '3');
        await flushPromises();
        expect(history.next.undo?.what).toBe('the link of Viola ended');
        await history.turn('undo');
        expect(calls.find((call) => call.method === 'POST')).toMatchObject({ path: 'history/undo', body: { piece: '3', named: 9 } });
        expect(said.confirm).not.toHaveBeenCalled();
        expect([history.version, history.next.redo?.id]).toEqual([1, 9]);
        expect(document.body.textContent).toContain('Took back: the link of Viola ended (Hand out).');
    });

    it('asks before it takes back what is not on the page', async () => {
        serve(({ method }) => (method === 'GET' ? { undo: act(), redo: null } : { done: act(), undo: null, redo: null }));
        const history = useHistory();
        history.show('read-through', '3');
        await flushPromises();
        said.confirm.mockRejectedValueOnce('cancel');
        await history.turn('undo');
        expect(calls.filter((call) => call.method === 'POST')).toEqual([]);
        expect(String(said.confirm.mock.calls[0]?.[0])).toContain('“the link of Viola ended” (Hand out,');
        said.confirm.mockResolvedValueOnce('confirm');
        await history.turn('undo');
        expect(calls.filter((call) => call.method === 'POST')).toHaveLength(1);
    });

    it('takes one thing back however often it is pressed', async () => {
        serve(({ method }) => (method === 'GET' ? { undo: act(), redo: null } : { done: act(), undo: null, redo: null }));
        const history = useHistory();
        history.show('hand-out', '3');
        await flushPromises();
        await Promise.all([history.turn('undo'), history.turn('undo'), history.turn('undo')]);
        expect(calls.filter((call) => call.method === 'POST')).toHaveLength(1);
    });

    it('asks again first when something was done just now', async () => {
        let newest = act();
        serve(({ method }) => (method === 'GET' ? { undo: newest, redo: null } : { done: newest, undo: null, redo: null }));
        const history = useHistory();
        history.show('hand-out', '3');
        await flushPromises();
        newest = act({ id: 10, what: 'a new link for Viola' });
        history.lookSoon();
        await history.turn('undo');
        expect(calls.find((call) => call.method === 'POST')?.body).toMatchObject({ named: 10 });
    });

    it('says so when there is nothing, and on a screen that takes nothing back does nothing', async () => {
        serve(() => ({ undo: null, redo: null }));
        const history = useHistory();
        history.show('rack', null);
        await flushPromises();
        expect(calls[0]?.path).toBe('history/next?on=rack');
        await history.turn('undo');
        expect(document.body.textContent).toContain('There is nothing to take back here.');
        serve();
        history.show('account', null);
        await history.turn('undo');
        expect(calls).toEqual([]);
    });
});

describe('going back', () => {
    async function open(): Promise<void> {
        mount(HistoryDrawer, { props: { piece: '3' }, attachTo: document.body });
        await flushPromises();
    }

    async function press(): Promise<void> {
        document.querySelector<HTMLButtonElement>('li .plain-button')!.click();
        await flushPromises();
    }

    it('asks what becomes of what others did', async () => {
        let answers = 0;
        vi.stubGlobal('fetch', vi.fn((url: string, init?: RequestInit) => {
            if (init?.method !== 'POST') return Promise.resolve(new Response(JSON.stringify(url.includes('history?') ? [] : [change(2, '2026-11-26T19:20:00')])));
            answers += 1;
            return Promise.resolve(answers === 1
                ? new Response(JSON.stringify({ message: 'Ida changed it.', others: ['Ida'] }), { status: 409 })
                : new Response(JSON.stringify({ stayed: 1, turned: 3 })));
        }));
        said.confirm.mockResolvedValueOnce('confirm');
        await open();
        await press();
        expect(said.confirm.mock.calls[0]?.[0]).toBe('Ida changed this piece since then.');
        const posted = vi.mocked(fetch).mock.calls.filter(([, init]) => init?.method === 'POST').map(([, init]) => JSON.parse(init?.body as string) as object);
        expect(posted).toEqual([{ change: 2 }, { change: 2, others: 'stay' }]);
        expect(document.body.textContent).toContain('Everything is as it was after “act 2”. 1 place stays as others have left it.');
    });

    it('leaves all as it is when the question is closed', async () => {
        vi.stubGlobal('fetch', vi.fn((_url: string, init?: RequestInit) => Promise.resolve(init?.method === 'POST'
            ? new Response(JSON.stringify({ message: 'Ida changed it.', others: ['Ida'] }), { status: 409 })
            : new Response(JSON.stringify([change(2, '2026-11-26T19:20:00')])))));
        said.confirm.mockRejectedValueOnce('close');
        await open();
        await press();
        expect(vi.mocked(fetch).mock.calls.filter(([, init]) => init?.method === 'POST')).toHaveLength(1);
    });
});
