import { flushPromises, mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Rack, RackPiece } from '../../resources/js/api/types';
import App from '../../resources/js/App.vue';
import RackScreen from '../../resources/js/rack/RackScreen.vue';
import { router } from '../../resources/js/router';
import { useSession } from '../../resources/js/stores/session';
import { calls, serve } from './support';

function piece(over: Partial<RackPiece> = {}): RackPiece {
    return {
        id: 1, title: 'Tune', shelf: 1, summary: { key: 'D major', measures: 8, meter: '4/4', tempo: null, pickup: false }, role: 'own',
        sections: [{ id: 5, name: 'Violin I', bowed: 0.5, fingered: 0.25, marks: 2, flags: 3 }], ...over,
    };
}

let told: Rack;

async function open(): Promise<ReturnType<typeof mount>> {
    const screen = mount(RackScreen, { global: { plugins: [router], stubs: { RouterLink: { template: '<a><slot /></a>' } } } });
    await flushPromises();
    return screen;
}

beforeEach(() => {
    setActivePinia(createPinia());
    told = {
        shelves: [{ id: 1, name: 'Concert', note: '', kind: 'programme', pieces: [piece()] }],
        shared: [], invitations: [], unknown: 0, bin: 0, notice: null,
    };
    serve(() => told);
});

describe('the rack', () => {
    it('says of what is still worked out that it is not known, and asks again', async () => {
        vi.useFakeTimers();
        told.shelves[0]!.pieces = [piece({ sections: [{ id: 5, name: 'Violin I' }] })];
        told.unknown = 1;
        const screen = mount(RackScreen, { global: { plugins: [router], stubs: { RouterLink: { template: '<a><slot /></a>' } } } });
        await vi.advanceTimersByTimeAsync(50);
        expect(screen.find('.bar').attributes('aria-label')).toBe('Violin I: not yet known');
        expect(screen.text()).toContain('being worked out');

        told = { ...told, unknown: 0, shelves: [{ ...told.shelves[0]!, pieces: [piece()] }] };
        await vi.advanceTimersByTimeAsync(3000);
        expect(calls.filter((call) => call.path === 'rack').length).toBe(2);
        expect(screen.find('.bar').attributes('aria-label')).toBe('Violin I: 50% bowed, 25% fingered');
        await vi.advanceTimersByTimeAsync(10_000);
        expect(calls.filter((call) => call.path === 'rack').length).toBe(2);
        screen.unmount();
        vi.useRealTimers();
    });

    it('shows a bad piece as one bad folder', async () => {
        told.shelves[0]!.pieces = [piece(), piece({ id: 2, sections: [{ id: 6, name: 'Violin I', failed: true }] })];
        const screen = await open();
        expect(screen.findAll('.folder').length).toBe(2);
        expect(screen.findAll('.failed').length).toBe(1);
    });

    it('shows an invitation, which is taken up or declined', async () => {
        told.invitations = [{ id: 9, title: 'Harbour Lights', owner: 'Idris', may: 'propose', parts: null, everywhere: false }];
        const screen = await open();
        expect(screen.find('.invitations').text()).toContain('Idris asks you to help with Harbour Lights. You may propose marks.');
        await screen.find('.invitations .cedar-button').trigger('click');
        await flushPromises();
        expect(calls.some((call) => call.method === 'POST' && call.path === 'shares/9/mine')).toBe(true);
    });

    it('has a bin, from which a piece comes back', async () => {
        told.bin = 1;
        const screen = await open();
        told.shelves[0]!.pieces = [piece({ goes: '2026-12-24T10:00:00Z' })];
        await screen.findAll('.views button')[2]!.trigger('click');
        await flushPromises();
        expect(calls.at(-1)?.path).toBe('rack?bin=1');
        expect(screen.find('.bin').text()).toContain('goes 24 December');
        await screen.find('.bin .paper-button').trigger('click');
        await flushPromises();
        expect(calls.some((call) => call.method === 'POST' && call.path === 'pieces/1/restore')).toBe(true);
    });
});

describe('the house', () => {
    it('says what is the matter with the server', async () => {
        const session = useSession();
        serve((call) => (call.path === 'session'
            ? { user: { id: 1, name: 'Maren', email: 'm@example.test' }, first: false, notice: 'The server’s disk is nearly full.' }
            : told));
        told.notice = 'The server’s disk is nearly full.';
        await session.look();
        await router.push('/rack');
        const house = mount(App, { global: { plugins: [router] } });
        await flushPromises();
        await vi.waitFor(() => expect(house.find('.notice').text()).toBe('The server’s disk is nearly full.'));
    });
});
