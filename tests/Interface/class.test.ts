import { flushPromises, mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ClassChoices } from '../../resources/js/api/types';
import ClassScreen from '../../resources/js/class/ClassScreen.vue';
import { calls, serve } from './support';

const sizes = { violin: ['4/4', '3/4'], viola: ['16″'], cello: ['4/4'], bass: ['3/4'] };

/** The server's answer: the beginners have settings of their own once they were kept. */
let own: Record<number, boolean> = {};

function choices(shelf: number): ClassChoices {
    return {
        settings: {
            profile: shelf === 2 ? 'first-year' : 'second-year', density: 'standard', bows: 'some', wording: 'words', namesNotes: false,
            schools: { bow: 'as-it-comes', long: 'together', soft: 'tip', open: 'open', bass: '124', stay: 'stay' },
            sizes: { violin: '4/4', viola: '16″', cello: '4/4', bass: '3/4' },
        },
        isOwn: own[shelf] ?? false,
        shelves: [{ id: 1, name: 'Concert', isOwn: own[1] ?? false }, { id: 2, name: 'Beginners', isOwn: own[2] ?? false }],
        sizes,
        positions: {},
        profiles: (['first-year', 'second-year', 'third-position', 'advanced'] as const).map((value) => ({ value, words: value, means: '' })),
        schools: [{ key: 'bow', title: 'Bow order', choices: [{ value: 'as-it-comes', words: 'As it comes' }, { value: 'downbeat', words: 'Down' }] }],
        wordings: [{ value: 'words', words: 'low 2' }],
        densities: [{ value: 'standard', words: 'Some' }],
        bowDensities: [{ value: 'some', words: 'Some' }],
    };
}

async function open(): Promise<ReturnType<typeof mount>> {
    const screen = mount(ClassScreen, { global: { stubs: { ClassExample: true, FingerboardCard: true } } });
    await flushPromises();
    return screen;
}

async function keep(screen: ReturnType<typeof mount>): Promise<void> {
    await screen.find('.trying .cedar-button').trigger('click');
    await flushPromises();
}

beforeEach(() => {
    setActivePinia(createPinia());
    localStorage.clear();
    own = {};
    serve((call) => {
        const shelf = Number(new URLSearchParams(call.path.split('?')[1] ?? '').get('shelf') ?? 0);
        if (call.method === 'PUT') own[shelf] = true;
        if (call.method === 'DELETE') own[shelf] = false;
        return choices(shelf);
    });
});

describe('the class', () => {
    it('is for all ensembles until one is chosen, and the choice is remembered', async () => {
        const screen = await open();
        expect(screen.find('.ensembles [aria-pressed=true]').text()).toBe('All ensembles');
        await screen.findAll('.ensembles > button')[2]!.trigger('click');
        await flushPromises();
        expect(calls.at(-1)?.path).toBe('class?shelf=2');
        expect(screen.text()).toContain('goes with all the others until you change something here');
        expect((screen.find('input[name=profile]').element as HTMLInputElement).checked).toBe(true);
        expect(localStorage.getItem('class-shelf')).toBe('2');
    });

    it('keeps what is changed for the chosen ensemble alone', async () => {
        localStorage.setItem('class-shelf', '2');
        const screen = await open();
        await screen.findAll('input[name=profile]')[1]!.trigger('change');
        await keep(screen);
        expect(calls.find((call) => call.method === 'PUT')).toMatchObject({ path: 'class?shelf=2', body: { profile: 'second-year' } });
        expect(screen.text()).toContain('has settings of its own');
        expect(screen.findAll('.ensembles i')).toHaveLength(1);
    });

    it('lets an ensemble go with the others again', async () => {
        own = { 2: true };
        localStorage.setItem('class-shelf', '2');
        const screen = await open();
        await screen.find('.ensembles .plain-button').trigger('click');
        await flushPromises();
        expect(calls.some((call) => call.method === 'DELETE' && call.path === 'class?shelf=2')).toBe(true);
        expect(screen.text()).toContain('goes with all the others until');
    });

    it('keeps nothing before it is said, and says what it would turn round', async () => {
        vi.useFakeTimers();
        serve((call) => {
            if (call.path === 'class/pieces') return [{ id: 1, title: 'Paper Boats' }, { id: 2, title: 'Cobbler' }];
            if (call.path === 'pieces/1/class') return ['Violin I', 'Violin II'].map((name) => ({ section: 1, name, words: '4 bows turn in m. 2', solved: 0, raised: 0, measures: [] }));
            if (call.path === 'pieces/2/class') return [{ section: 3, name: 'Viola', words: 'no bow turns and no finger changes', solved: 0, raised: 0, measures: [] }];
            return choices(0);
        });
        const screen = await open();
        expect(screen.find('.trying').exists()).toBe(false);
        await screen.findAll('input[name=profile]')[2]!.trigger('change');
        expect(screen.find('.trying').text()).toContain('Not kept yet.');
        await vi.advanceTimersByTimeAsync(600);
        await flushPromises();
        expect(screen.find('.trying').text()).toContain('Violin I, Violin II: 4 bows turn in m. 2');
        expect(screen.find('.trying').text()).toContain('In one other piece nothing changes.');
        expect(calls.find((call) => call.path === 'pieces/1/class')?.body).toMatchObject({ profile: 'third-position' });
        expect(calls.some((call) => call.method === 'PUT')).toBe(false);
        await screen.find('.trying .plain-button').trigger('click');
        expect(screen.find('.trying').exists()).toBe(false);
        expect((screen.findAll('input[name=profile]')[1]!.element as HTMLInputElement).checked).toBe(true);
        vi.useRealTimers();
    });

    it('goes on to be tried where it could not be kept, and says why', async () => {
        const screen = await open();
        serve((call) => (call.method === 'PUT' ? new Error('One of these choices is not known here.') : choices(0)));
        await screen.findAll('input[name=profile]')[2]!.trigger('change');
        await keep(screen);
        expect(screen.find('.trying').exists()).toBe(true);
        expect(document.body.textContent).toContain('One of these choices is not known here.');
    });

    it('offers the schools as the server names them', async () => {
        const screen = await open();
        expect(screen.text()).toContain('Bow order');
        await screen.findAll('input[name=bow]')[1]!.trigger('change');
        await keep(screen);
        expect(calls.find((call) => call.method === 'PUT')?.body.schools).toMatchObject({ bow: 'downbeat', long: 'together' });
    });
});
