import { flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import { getActivePinia, type Pinia } from 'pinia';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Thread } from '../../resources/js/api/types';
import Talk from '../../resources/js/desk/panel/Talk.vue';
import { calls, desk, mark, serve } from './support';

const remark = { id: 1, who: 'Idris', mine: false, text: 'The swell needs room.', at: '2026-11-26T10:00:00+00:00' };
let threads: Thread[];

async function open(): Promise<VueWrapper> {
    const panel = mount(Talk, { global: { plugins: [getActivePinia() as Pinia] } });
    await flushPromises();
    return panel;
}

const press = (panel: VueWrapper, text: string) => panel.findAll('button').find((one) => one.text() === text)!.trigger('click');

beforeEach(() => {
    threads = [
        { id: 4, note: 'n2', place: 'm. 1 beat 2', mark: null, proposal: 'up', settled: null, remarks: [remark] },
        { id: 3, note: 'n5', place: 'm. 2 beat 1', mark: null, proposal: null, settled: null, remarks: [{ ...remark, text: 'Long bows?' }] },
        { id: 2, note: 'n1', place: 'm. 1 beat 1', mark: null, proposal: null, settled: 'taken by Maren', remarks: [remark] },
    ];
    serve((call) => (call.path.endsWith('/threads') && call.method === 'GET' ? threads : {}));
});

describe('talk at a measure', () => {
    it('shows what is open at the chosen measure, and the way to what is said elsewhere', async () => {
        const store = desk();
        const panel = await open();
        expect(panel.findAll('article').length).toBe(1);
        expect(panel.find('article').text()).toContain('The swell needs room.');
        expect(panel.find('.there').text()).toContain('Long bows?');
        await panel.find('.there').trigger('click');
        expect(store.note?.id).toBe('n5');
    });

    it('keeps what is settled readable, when somebody asks for it', async () => {
        desk();
        const panel = await open();
        await press(panel, '1 settled');
        expect(panel.findAll('article')[1]!.text()).toContain('taken by Maren');
        await press(panel, 'Open it again');
        expect(calls.find((call) => call.method === 'PATCH')).toMatchObject({ path: 'threads/2', body: { settled: false } });
    });

    it('answers a thread, and leaves an empty answer unsent', async () => {
        desk();
        const panel = await open();
        await press(panel, 'Answer');
        await panel.find('form').trigger('submit');
        expect(calls.some((call) => call.method === 'POST')).toBe(false);
        await panel.find('textarea').setValue('On Monday.');
        await panel.find('textarea').trigger('keydown', { key: 'Enter', ctrlKey: true });
        await flushPromises();
        expect(calls.find((call) => call.method === 'POST')).toMatchObject({ path: 'threads/4/remarks', body: { text: 'On Monday.' } });
        expect(panel.find('textarea').exists()).toBe(false);
    });

    it('says why of the proposal at the chosen note', async () => {
        const store = desk([mark({ key: 'k1', state: 'proposed', from: 'n1' })]);
        const panel = await open();
        await press(panel, 'Say why');
        await panel.find('textarea').setValue('It lies better.');
        await panel.find('form').trigger('submit');
        await flushPromises();
        expect(calls.find((call) => call.method === 'POST')).toMatchObject({
            path: `sections/${store.frame?.section.id}/threads`, body: { note: 'n1', text: 'It lies better.', mark: 'k1' },
        });
    });
});
