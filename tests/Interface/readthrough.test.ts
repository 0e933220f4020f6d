import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReadThroughFlag } from '../../resources/js/api/types';
import { gather, sectionsOf, textUnderTitle } from '../../resources/js/readthrough/gather';
import ReadThroughScreen from '../../resources/js/readthrough/ReadThroughScreen.vue';
import { calls, serve } from './support';

vi.mock('vue-router', () => ({ useRoute: () => ({ name: 'read-through', params: { piece: '3' } }) }));

function flag(section: number, over: Partial<ReadThroughFlag> = {}): ReadThroughFlag {
    return {
        key: `${section} runs out 1`, code: 'bow-runs-out', title: 'The bow runs out', text: 'It needs 80 cm, and there are 61.',
        measure: '1', beat: '1', index: 0, note: 'n1', leftBy: null, ways: [{ text: 'Change at 1.4', lines: ['1.4 change up'] }],
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
    flags = [flag(1), flag(2), flag(3, { text: 'It needs 80 cm, and there are 60.' })];
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
        expect(gather([flag(1), flag(2, { ways: [] })])).toHaveLength(2);
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
