import { flushPromises, mount } from '@vue/test-utils';
import { getActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { GlanceGroup } from '../../resources/js/api/types';
import GlanceSheet from '../../resources/js/desk/sheets/GlanceSheet.vue';
import { desk, serve } from './support';

const push = vi.hoisted(() => vi.fn());
vi.mock('vue-router', () => ({ useRouter: () => ({ push }) }));

const groups: GlanceGroup[] = [
    { kind: 'tune', title: 'Who has the tune', rows: [{ place: 'm. 2 to 3', text: 'Violin I', section: 7, note: '', measure: 1, why: '' }] },
    { kind: 'long-note', title: 'Longest notes', rows: [{ place: 'm. 1 beat 2', text: 'Violin I: 4.0 s', section: 7, note: 'n2', measure: 0, why: '' }] },
];

async function open(answer: unknown): Promise<{ opened: ReturnType<typeof desk>; sheet: ReturnType<typeof mount> }> {
    serve(() => answer);
    const opened = desk();
    const sheet = mount(GlanceSheet, { global: { plugins: [getActivePinia()!] }, attachTo: document.body });
    await flushPromises();
    return { opened, sheet };
}

function press(text: string): void {
    [...document.querySelectorAll<HTMLButtonElement>('.glance button')].find((one) => one.textContent.includes(text))!.click();
}

beforeEach(() => (document.body.innerHTML = ''));

describe('looking a piece over', () => {
    it('tells what there is, kind by kind', async () => {
        await open(groups);
        expect([...document.querySelectorAll('.glance h3')].map((one) => one.textContent)).toEqual(['Who has the tune', 'Longest notes']);
    });

    it('goes to a note, or to the first of a measure', async () => {
        const { opened, sheet } = await open(groups);
        press('4.0 s');
        await flushPromises();
        expect(opened.note?.id).toBe('n2');
        expect(sheet.emitted('close')).toHaveLength(1);
        press('m. 2 to 3');
        await flushPromises();
        expect(opened.note?.index).toBe(1);
        expect(push).not.toHaveBeenCalled();
    });

    it('says so when there is nothing, and when it cannot be told', async () => {
        await open([]);
        expect(document.body.textContent).toContain('There is nothing to tell of this piece yet');
        document.body.innerHTML = '';
        await open(new Error('This piece is not here any more.'));
        expect(document.body.textContent).toContain('This piece is not here any more.');
    });
});
