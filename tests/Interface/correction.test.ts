import { flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { CorrectionReport } from '../../resources/js/api/types';
import CorrectionScreen from '../../resources/js/correction/CorrectionScreen.vue';
import { router } from '../../resources/js/router';

const row = { id: 7, file: 'new.musicxml', who: 'Maren', at: '2026-11-26T10:00:00+00:00', takenBack: null, isNewest: true };
const question = { part: 'Violin I', author: 'Maren', proposed: false, was: 'm. 2 beat 3, F half' };
let report: CorrectionReport;
let sent: { path: string; method: string; body: unknown }[];
let isRefused: boolean;

async function open(): Promise<VueWrapper> {
    await router.push('/piece/3/corrected');
    const screen = mount(CorrectionScreen, { global: { plugins: [router] } });
    await flushPromises();
    return screen;
}

async function drop(screen: VueWrapper, name = 'new.musicxml', size = 10): Promise<void> {
    const file = new File(['x'], name);
    Object.defineProperty(file, 'size', { value: size });
    await screen.find('.correction').trigger('drop', { dataTransfer: { files: [file] } });
    await flushPromises();
}

const button = (screen: VueWrapper, text: string) => screen.findAll('button').filter((one) => one.text() === text);

beforeEach(() => {
    setActivePinia(createPinia());
    isRefused = false;
    report = {
        revision: 12,
        likeness: 0.97,
        told: ['m. 3 is new.', 'Violin I has other notes in m. 2.'],
        parts: [{ name: 'Violin I', becomes: 'same', marks: 6, asked: 3 }],
        questions: [
            { ...question, mark: 1, words: 'down', now: 'm. 2 beat 3, F♯ half', keep: true },
            { ...question, mark: 2, words: 'high 2', now: 'm. 2 beat 3, F♯ half', keep: false },
            { ...question, mark: 4, words: 'up', now: '', keep: false },
        ],
    };
    sent = [];
    vi.stubGlobal('fetch', vi.fn((url: string, init?: RequestInit) => {
        const path = url.replace(/^\/api\/v1\//, '');
        const method = init?.method ?? 'GET';
        sent.push({ path, method, body: typeof init?.body === 'string' ? JSON.parse(init.body) : null });
        if (isRefused && path === 'pieces/3/corrections' && method === 'POST') {
            return Promise.resolve(new Response(JSON.stringify({ message: 'Marks were changed while you looked.' }), { status: 409 }));
        }
        const answers: Record<string, unknown> = {
            session: { user: { name: 'Maren', email: 'maren@example.test' }, first: false },
            'pieces/3': { id: 3, title: 'Tune' },
            'pieces/3/corrections': method === 'POST' ? row : [],
            'scores/look': { token: 'a'.repeat(40), file: 'new.musicxml' },
            'pieces/3/corrections/look': report,
        };
        return Promise.resolve(new Response(JSON.stringify(answers[path] ?? row), { status: 200 }));
    }));
});

describe('a corrected score', () => {
    it('tells what it changes, and asks about marks that lost their note', async () => {
        const screen = await open();
        await drop(screen);
        expect(screen.find('.told').text()).toContain('m. 3 is new.');
        expect(screen.text()).toContain('3 marks stay');
        expect(screen.findAll('tbody tr').map((one) => one.classes('is-away'))).toEqual([false, true, true]);
        expect(screen.findAll('tbody tr')[2]!.text()).toContain('no note has its place');
        expect(button(screen, 'goes there').length).toBe(2);
    });

    it('brings it in with the marks that are kept', async () => {
        const screen = await open();
        await drop(screen);
        await button(screen, 'goes there')[1]!.trigger('click');
        await button(screen, 'put away')[0]!.trigger('click');
        await button(screen, 'Bring it in')[0]!.trigger('click');
        await flushPromises();
        const post = sent.find((call) => call.path === 'pieces/3/corrections' && call.method === 'POST');
        expect(post?.body).toEqual({ token: 'a'.repeat(40), file: 'new.musicxml', revision: 12, keep: [2] });
        expect(screen.text()).toContain('Choose the corrected file');
    });

    it('keeps all of a part, where there is a place, with one press', async () => {
        const screen = await open();
        await drop(screen);
        await button(screen, 'all to their new places')[0]!.trigger('click');
        expect(screen.findAll('tbody tr').map((one) => one.classes('is-away'))).toEqual([false, false, true]);
        await button(screen, 'put all away')[0]!.trigger('click');
        expect(screen.findAll('tbody tr.is-away').length).toBe(3);
    });

    it('looks again when somebody marked meanwhile, and says so', async () => {
        const screen = await open();
        await drop(screen);
        isRefused = true;
        report = { ...report, revision: 13, questions: [] };
        await button(screen, 'Bring it in')[0]!.trigger('click');
        await flushPromises();
        expect(screen.find('.problem').text()).toBe('Marks were changed while you looked.');
        expect(screen.findAll('tbody tr').length).toBe(0);
        expect(sent.filter((call) => call.path === 'pieces/3/corrections/look').length).toBe(2);
    });

    it('lays a score that was looked at on the rack', async () => {
        await router.push({ path: '/piece/3/corrected', query: { token: 'b'.repeat(40), file: 'from-the-rack.musicxml' } });
        const screen = mount(CorrectionScreen, { global: { plugins: [router] } });
        await flushPromises();
        await vi.waitFor(() => expect(screen.find('.told').text()).toContain('m. 3 is new.'));
        expect(sent.some((call) => call.path === 'scores/look')).toBe(false);
        expect(sent.find((call) => call.path === 'pieces/3/corrections/look')?.body).toEqual({ token: 'b'.repeat(40), file: 'from-the-rack.musicxml' });
        expect(screen.find('h2').text()).toBe('from-the-rack.musicxml');
    });

    it('doubts a file that is another piece, and refuses one that is too large', async () => {
        report = { ...report, likeness: 0.04 };
        const screen = await open();
        await drop(screen, 'huge.musicxml', 17 * 1024 * 1024);
        expect(screen.find('.problem').text()).toContain('larger than 16 MB');
        expect(sent.some((call) => call.path === 'scores/look')).toBe(false);
        await drop(screen);
        expect(screen.find('.problem').text()).toContain('another piece: 4 % of the notes');
    });
});
