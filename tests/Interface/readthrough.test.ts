import { createPinia, setActivePinia } from 'pinia';
import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReadThrough, ReadThroughFlag, TogetherLook } from '../../resources/js/api/types';
import { gather, passes, sectionsOf, textUnderTitle, toldOf, wayFor } from '../../resources/js/readthrough/gather';
import ReadThroughScreen from '../../resources/js/readthrough/ReadThroughScreen.vue';
import { calls, serve } from './support';

vi.mock('vue-router', () => ({ useRoute: () => ({ name: 'read-through', params: { piece: '3' } }) }));

function flag(section: number, over: Partial<ReadThroughFlag> = {}): ReadThroughFlag {
    return {
        key: `${section} runs out 1`, code: 'bow-runs-out', title: 'The bow runs out', text: 'It needs 80 cm, and there are 61.',
        measure: '1', beat: '1', index: 0, note: 'n1', leftBy: null, reason: null, mayMark: true, rank: 'wrong', rankWords: 'Will go wrong',
        beatWords: 'beat 1', indexes: [0], ways: [{ text: 'Change at 1.4', lines: ['1.4 change up'] }],
        section, sectionName: ['', 'Violin I', 'Violin II', 'Viola'][section] ?? '', ...over,
    };
}

let flags: ReadThroughFlag[] = [];

function payload(): ReadThrough {
    return { title: 'Footbridge', flags, revision: 7, measures: 30, passages: [{ name: 'the beginning', from: 0, until: 8 }, { name: 'A', from: 8, until: 30 }] };
}

function look(name: string, over: Partial<TogetherLook> = {}): TogetherLook {
    return { section: name === 'Violin I' ? 1 : 2, name, words: '2 bows turn in m. 1', solved: 1, raised: 0, measures: [], ...over };
}

async function open(): Promise<ReturnType<typeof mount>> {
    const screen = mount(ReadThroughScreen, { global: { stubs: { RouterLink: { template: '<a><slot /></a>' } } } });
    await flushPromises();
    return screen;
}

beforeEach(() => {
    setActivePinia(createPinia());
    flags = [flag(1), flag(2), flag(3, { code: 'stretch', title: 'A wide stretch', text: 'The hand spans 120 mm.' })];
    serve((call) => (call.method === 'GET' ? payload() : {}));
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

describe('what is shown', () => {
    it('goes by section, kind and passage', () => {
        const one = flag(1, { indexes: [3, 12] });
        const all = { section: null, kind: null, passage: null };
        expect(passes(one, all)).toBe(true);
        expect(passes(one, { ...all, section: 'Viola' })).toBe(false);
        expect(passes(one, { ...all, kind: 'The bow runs out' })).toBe(true);
        expect(passes(one, { ...all, kind: 'A wide stretch' })).toBe(false);
        expect(passes(one, { ...all, passage: { from: 8, until: 16 } })).toBe(true);
        expect(passes(one, { ...all, passage: { from: 4, until: 12 } })).toBe(false);
    });

    it('tells once what several sections do alike', () => {
        const looks = ['Violin I', 'Violin II'].map((name) => ({ section: 1, name, words: 'one bow turns in m. 4', solved: 3, raised: 2, measures: [] }));
        expect(toldOf(looks)).toEqual(['Violin I, Violin II: one bow turns in m. 4; 2 things more need a look; 3 things are solved']);
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
        expect(screen.find('article .way').text()).toBe('Change at 1.4 in both');
    });

    it('folds away what is only good to know', async () => {
        flags = [flag(1), flag(2, { rank: 'know', code: 'first-met', title: 'New here', text: 'The first C♯ of the part.', ways: [] })];
        const screen = await open();
        expect(screen.findAll('article')).toHaveLength(1);
        expect(screen.find('details').text()).toContain('Good to know: 1');
        expect(screen.find('details').text()).toContain('The first C♯ of the part.');
    });

    it('lays a way out into all sections by one press, and shows what it changed before the next card', async () => {
        serve((call) => {
            if (call.path === 'pieces/3/marks') {
                flags = flags.slice(2);
                return [look('Violin I'), look('Violin II')];
            }
            return call.method === 'GET' ? payload() : {};
        });
        const screen = await open();
        await screen.find('article .way').trigger('click');
        await flushPromises();
        const [post] = calls.filter((call) => call.method === 'POST');
        expect(post).toMatchObject({
            path: 'pieces/3/marks',
            body: { parts: [{ section: 1, lines: '1.4 change up' }, { section: 2, lines: '1.4 change up' }], seen: 7, label: 'Change at 1.4' },
        });
        const done = screen.find('[aria-label="What was changed"]');
        expect(done.text()).toContain('Violin I, Violin II: 2 bows turn in m. 1');
        expect(screen.findAll('article')).toHaveLength(2);
        await done.find('.cedar-button').trigger('click');
        expect(screen.findAll('article')).toHaveLength(1);
    });

    it('shows what a way out would do while one rests on it, and asks once', async () => {
        vi.useFakeTimers();
        serve((call) => (call.method === 'GET' ? payload() : [look('Violin I', { raised: 1 }), look('Violin II')]));
        const screen = await open();
        const way = screen.find('article .way');
        for (let time = 0; time < 2; time += 1) {
            await way.trigger('mouseenter');
            await vi.advanceTimersByTimeAsync(300);
            await flushPromises();
            expect(screen.find('.does').text()).toContain('Violin I: 2 bows turn in m. 1; one thing more needs a look');
            await way.trigger('mouseleave');
            expect(screen.find('.does').exists()).toBe(false);
        }
        expect(calls.filter((call) => call.method === 'POST').map((call) => call.path)).toEqual(['pieces/3/marks/look']);
        vi.useRealTimers();
    });

    it('changes nothing where one section refuses, and says why', async () => {
        serve((call) => (call.method === 'POST' ? new Error('Idris changed this note.') : payload()));
        const screen = await open();
        await screen.find('article .way').trigger('click');
        await flushPromises();
        expect(document.body.textContent).toContain('Idris changed this note.');
        expect(screen.findAll('article')).toHaveLength(2);
        expect(calls.at(-1)?.path).toBe('pieces/3/read-through');
    });

    it('leaves a thing in both sections with a word why', async () => {
        const screen = await open();
        await screen.find('article .ways .plain-button').trigger('click');
        await screen.find('article .why input').setValue('they like it');
        await screen.find('article .why').trigger('submit');
        await flushPromises();
        const posts = calls.filter((call) => call.method === 'POST');
        expect(posts.map((call) => [call.path, call.body.reason, call.body.label])).toEqual([
            ['sections/1/leave', 'they like it', 'the bow runs out at m. 1, Violin I'],
            ['sections/2/leave', 'they like it', 'the bow runs out at m. 1, Violin II'],
        ]);
    });

    it('shows a left thing with its reason, and looks at it again', async () => {
        flags = [flag(1, { leftBy: 'Ida', reason: 'the soloist wants it' })];
        const screen = await open();
        expect(screen.find('section').text()).toContain('left by Ida: “the soloist wants it”');
        await screen.find('section .plain-button').trigger('click');
        await flushPromises();
        expect(calls.find((call) => call.method === 'POST')?.body).toMatchObject({ leave: false, reason: null });
    });

    it('offers nothing to do to who may only look', async () => {
        flags = flags.map((one) => ({ ...one, mayMark: false }));
        expect((await open()).find('.ways').exists()).toBe(false);
    });

    it('shows one section alone, and all again when it has nothing left', async () => {
        const screen = await open();
        const buttons = screen.findAll('.filters button');
        expect(buttons.map((button) => button.text())).toEqual(['All sections', 'Violin I 1', 'Violin II 1', 'Viola 1']);
        await buttons[3]!.trigger('click');
        expect(screen.findAll('article')).toHaveLength(1);
        flags = flags.slice(0, 2);
        await screen.find('article .ways .plain-button').trigger('click');
        await screen.find('article .why').trigger('submit');
        await flushPromises();
        expect(screen.findAll('article')).toHaveLength(1);
        expect(screen.find('article .where').text()).toMatch(/Violin I.*Violin II/s);
    });
});
