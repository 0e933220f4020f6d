import { createPinia, setActivePinia } from 'pinia';
import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReadThroughFlag } from '../../resources/js/api/types';
import { gather, sectionsOf, textUnderTitle, wayFor } from '../../resources/js/readthrough/gather';
import ReadThroughScreen from '../../resources/js/readthrough/ReadThroughScreen.vue';
import { calls, serve } from './support';

vi.mock('vue-router', () => ({ useRoute: () => ({ name: 'read-through', params: { piece: '3' } }) }));

function flag(section: number, over: Partial<ReadThroughFlag> = {}): ReadThroughFlag {
    return {
        key: `${section} runs out 1`, code: 'bow-runs-out', title: 'The bow runs out', text: 'It needs 80 cm, and there are 61.',
        measure: '1', beat: '1', index: 0, note: 'n1', leftBy: null, rank: 'wrong', rankWords: 'Will go wrong',
        beatWords: 'beat 1', indexes: [0], ways: [{ text: 'Change at 1.4', lines: ['1.4 change up'] }],
        section, sectionName: ['', 'Violin I', 'Violin II', 'Viola'][section] ?? '', ...over,
    };
}

let flags: ReadThroughFlag[] = [];

async function open(): Promise<ReturnType<typeof mount>> {
    const screen = mount(ReadThroughScreen, { global: { stubs: { RouterLink: { template: '<a><slot /></a>' } } } });
    await flushPromises();
    return screen;
}

beforeEach(() => {
    setActivePinia(createPinia());
    flags = [flag(1), flag(2), flag(3, { code: 'stretch', title: 'A wide stretch', text: 'The hand spans 120 mm.' })];
    serve((call) => (call.method === 'GET' ? { title: 'Footbridge', flags, revision: 7 } : {}));
});

describe('gathering', () => {
    it('brings together what sections say alike at one place', () => {
        const found = gather(flags);
        expect(found.map(sectionsOf)).toEqual(['Violin I, Violin II', 'Viola']);
    });

    it('keeps apart what differs in place, words or ways', () => {
        expect(gather([flag(1), flag(2, { measure: '2' })])).toHaveLength(2);
        expect(gather([flag(1), flag(2, { beat: '3' })])).toHaveLength(2);
        const stretch = { code: 'stretch' as const };
        expect(gather([flag(1, stretch), flag(2, { ...stretch, ways: [] })])).toHaveLength(2);
        expect(gather([flag(1, stretch), flag(2, { ...stretch, text: 'Otherwise' })])).toHaveLength(2);
    });

    it('takes one long note for one event, whatever the length of the bow', () => {
        const cello = flag(2, { text: 'It needs 80 cm, and there are 57.', ways: [{ text: 'Change at 1.3', lines: ['1.3 change up'] }] });
        const [event] = gather([flag(1), cello]);
        expect(event?.flags).toHaveLength(2);
        expect(wayFor(cello, event!.first.ways[0]!, 0).lines).toEqual(['1.3 change up']);
        expect(wayFor(flag(3), event!.first.ways[0]!, 0).lines).toEqual(['1.4 change up']);
    });

    it('keeps apart what one section says twice', () => {
        const found = gather([flag(1), flag(1, { key: 'another' })]);
        expect(found).toHaveLength(2);
        expect(new Set(found.map((one) => one.key)).size).toBe(2);
    });
});

describe('a flag under its title', () => {
    it('does not say the title again', () => {
        expect(textUnderTitle(flag(1, { text: 'The bow runs out: this note needs 80 cm.' }))).toBe('This note needs 80 cm.');
        expect(textUnderTitle(flag(1))).toBe('It needs 80 cm, and there are 61.');
    });
});

describe('the read-through', () => {
    it('tells once what two sections share, and names both', async () => {
        const screen = await open();
        expect(screen.findAll('article')).toHaveLength(2);
        expect(screen.find('article .where').text()).toMatch(/Violin I.*Violin II/s);
        expect(screen.find('article').text()).toContain('Leave it in both');
    });

    it('folds away what is only good to know', async () => {
        flags = [flag(1), flag(2, { rank: 'know', code: 'first-met', title: 'New here', text: 'The first C♯ of the part.', ways: [] })];
        const screen = await open();
        expect(screen.findAll('article')).toHaveLength(1);
        expect(screen.find('details').text()).toContain('Good to know: 1');
        expect(screen.find('details').text()).toContain('The first C♯ of the part.');
    });

    it('lays a way out into each section by one press', async () => {
        const screen = await open();
        await screen.find('article .ways button').trigger('click');
        await flushPromises();
        const posts = calls.filter((call) => call.method === 'POST');
        expect(posts.map((call) => call.path)).toEqual(['sections/1/marks', 'sections/2/marks']);
        expect(posts[1]?.body).toMatchObject({ lines: '1.4 change up', seen: 7 });
    });

    it('shows what stands when one section refuses', async () => {
        serve((call) => {
            if (call.path === 'sections/2/marks') return new Error('Idris changed this note.');
            if (call.method === 'POST') flags = flags.slice(1);
            return { title: 'Footbridge', flags, revision: 8 };
        });
        const screen = await open();
        await screen.find('article .ways button').trigger('click');
        await flushPromises();
        expect(screen.find('article .where').text()).not.toContain('Violin I,');
        expect(calls.at(-1)?.path).toBe('pieces/3/read-through');
    });

    it('shows one section alone, and all again when it has nothing left', async () => {
        const screen = await open();
        const buttons = screen.findAll('.sections button');
        expect(buttons.map((button) => button.text())).toEqual(['All sections', 'Violin I 1', 'Violin II 1', 'Viola 1']);
        await buttons[3]!.trigger('click');
        expect(screen.findAll('article')).toHaveLength(1);
        flags = flags.slice(0, 2);
        await screen.find('article .ways .plain-button').trigger('click');
        await flushPromises();
        expect(screen.findAll('article')).toHaveLength(1);
        expect(screen.find('article .where').text()).toMatch(/Violin I.*Violin II/s);
    });
});
