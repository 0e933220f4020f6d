import { flushPromises, mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Rack, RackPiece } from '../../resources/js/api/types';
import App from '../../resources/js/App.vue';
import { droppedElsewhere, listenForFiles } from '../../resources/js/rack/dropped';
import { lookedThrough } from '../../resources/js/rack/firstSteps';
import GuideScreen from '../../resources/js/guide/GuideScreen.vue';
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

describe('the first visit', () => {
    beforeEach(() => {
        localStorage.clear();
        told.shelves = [{ id: 1, name: 'Concert', note: '', kind: 'programme', pieces: [] }];
    });

    function done(screen: ReturnType<typeof mount>): boolean[] {
        return screen.findAll('.first-steps li').map((step) => step.classes('is-done'));
    }

    it('shows the way in four steps, with the next one to take', async () => {
        const screen = await open();
        expect(done(screen)).toEqual([false, false, false, false]);
        expect(screen.find('.is-next').text()).toContain('Choose a file');
        told.shelves[0]!.pieces = [piece({ sections: [{ id: 5, name: 'Violin I', marks: 0 }] })];
        const next = await open();
        expect(done(next)).toEqual([true, false, false, false]);
        lookedThrough();
        told.shelves[0]!.pieces = [piece()];
        expect(done(await open())).toEqual([true, true, true, false]);
    });

    it('can be left and come back to', async () => {
        const screen = await open();
        await screen.find('.first-steps .plain-button').trigger('click');
        expect(screen.find('.first-steps').exists()).toBe(false);
        const again = await open();
        expect(again.find('.first-steps').exists()).toBe(false);
        await again.find('header .plain-button').trigger('click');
        expect(again.find('.first-steps').exists()).toBe(true);
    });

    it('is over when a part was handed out', async () => {
        told.shelves[0]!.pieces = [piece({ edition: 1 })];
        expect((await open()).find('.first-steps').exists()).toBe(false);
    });
});

describe('how an evening goes', () => {
    it.each([['directors', 'Bring a score in'], ['co-teachers', 'Nothing of yours is taken back behind you'], ['students', 'Pencil it in']])('is told to %s', async (who, says) => {
        await router.push(`/evening/${who}`);
        const screen = mount(GuideScreen, { global: { plugins: [router] } });
        expect(screen.text()).toContain(says);
        expect(screen.find('nav [aria-current]').attributes('href')).toBe(`/evening/${who}`);
        expect(screen.findAll('img').every((picture) => (picture.attributes('alt') ?? '') !== '')).toBe(true);
    });
});

describe('shelves', () => {
    async function choose(button: string, item: string): Promise<void> {
        const menu = document.querySelector<HTMLButtonElement>(`[aria-label="${button}"]`)!;
        menu.click();
        const items = (): HTMLElement[] => [...(document.getElementById(menu.getAttribute('aria-controls') ?? '')?.querySelectorAll<HTMLElement>('.el-dropdown-menu__item') ?? [])];
        await vi.waitFor(() => expect(items().some((one) => one.textContent.includes(item))).toBe(true));
        items().find((one) => one.textContent.includes(item))!.click();
        await flushPromises();
    }

    beforeEach(() => {
        document.body.innerHTML = '';
        told.shelves.push({ id: 2, name: 'Method book', note: '', kind: 'book', pieces: [piece({ id: 4, title: 'Hopscotch', shelf: 2, lesson: 14 })] });
        told.shelves.push({ id: 3, name: 'Spring', note: '', kind: 'programme', pieces: [] });
        mount(RackScreen, { global: { plugins: [router] }, attachTo: document.body });
    });

    it('moves a piece to another', async () => {
        await flushPromises();
        await choose('More for Tune', 'To “Spring”');
        expect(calls.find((call) => call.method === 'PATCH')).toMatchObject({ path: 'pieces/1', body: { shelf: 3 } });
        expect(document.body.textContent).toContain('“Tune” stands on “Spring” now.');
    });

    it('has the same for a lesson', async () => {
        await flushPromises();
        await choose('More for Hopscotch', 'Throw away');
        expect(calls.some((call) => call.method === 'DELETE' && call.path === 'pieces/4')).toBe(true);
    });

    it('removes an empty one', async () => {
        await flushPromises();
        await choose('More for the shelf Spring', 'Remove the shelf');
        expect(calls.some((call) => call.method === 'DELETE' && call.path === 'shelves/3')).toBe(true);
    });

    it('tells what needs a look in one line a piece', async () => {
        told.shelves[0]!.pieces = [piece({ sections: [
            { id: 5, name: 'Violin I', bowed: 1, fingered: 1, marks: 2, flags: 3 }, { id: 6, name: 'Viola', bowed: 1, fingered: 1, marks: 2, flags: 4 },
        ] })];
        told.shelves[1]!.pieces = [];
        const screen = await open();
        expect(screen.findAll('.looks li').map((line) => line.text().replace(/\s+/g, ' '))).toEqual(['Tune7 things to look at, most in Viola']);
    });
});

describe('a file that is dropped', () => {
    function drop(type: 'dragover' | 'drop', files: File[], types = ['Files']): Event {
        const event = new Event(type, { cancelable: true, bubbles: true });
        Object.defineProperty(event, 'dataTransfer', { value: { types, files } });
        window.dispatchEvent(event);
        return event;
    }

    it('is brought to the rack from every screen, and never leaves the application', async () => {
        const push = vi.fn();
        listenForFiles({ push } as unknown as typeof router, () => true);
        const score = new File(['x'], 'tune.musicxml');
        expect(drop('dragover', []).defaultPrevented).toBe(true);
        expect(drop('drop', [score]).defaultPrevented).toBe(true);
        expect(push).toHaveBeenCalledWith('/rack');
        expect(droppedElsewhere()).toEqual([score]);
        expect(droppedElsewhere()).toEqual([]);
        expect(drop('drop', [], ['text/plain']).defaultPrevented).toBe(false);
        await flushPromises();
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
