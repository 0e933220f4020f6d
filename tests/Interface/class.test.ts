import { flushPromises, mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it } from 'vitest';
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
        await flushPromises();
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

    it('puts back what could not be kept and says why', async () => {
        const screen = await open();
        serve((call) => (call.method === 'PUT' ? new Error('One of these choices is not known here.') : choices(0)));
        await screen.findAll('input[name=profile]')[2]!.trigger('change');
        await flushPromises();
        expect((screen.findAll('input[name=profile]')[1]!.element as HTMLInputElement).checked).toBe(true);
        expect(document.body.textContent).toContain('One of these choices is not known here.');
    });

    it('offers the schools as the server names them', async () => {
        const screen = await open();
        expect(screen.text()).toContain('Bow order');
        await screen.findAll('input[name=bow]')[1]!.trigger('change');
        await flushPromises();
        expect(calls.find((call) => call.method === 'PUT')?.body.schools).toMatchObject({ bow: 'downbeat', long: 'together' });
    });
});
