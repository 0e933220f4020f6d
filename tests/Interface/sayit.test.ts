import { flushPromises, mount } from '@vue/test-utils';
import { getActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import SayIt from '../../resources/js/desk/input/SayIt.vue';
import { completed, isRange, offersFor, told } from '../../resources/js/desk/input/saying';
import { calls, desk, FORMS, serve } from './support';

describe('a line that is being typed', () => {
    it.each([['9', false], ['9.2+', false], ['25-28', true], ['B-C', true], ['9.1–9.3', true], ['P1-m3-n2', false]])('knows a range: %s', (place, range) => {
        expect(isRange(place)).toBe(range);
    });

    it('offers what begins so', () => {
        const offered = (line: string): string[] => offersFor(line, FORMS, null).map((form) => form.words);
        expect(offered('9.1 u')).toEqual(['up', 'upper half']);
        expect(offered('9.1 down, lo')).toEqual(['low 4']);
        expect(offered('9.1 down or h')).toEqual(['hook']);
        expect(offered('9.1 up')).toEqual(['upper half']);
        expect(offered('9.1')).toEqual([]);
    });

    it('offers only what can stand there', () => {
        expect(offersFor('9-12 ', FORMS, null).map((form) => form.words)).toEqual(['down', 'up', 'upper half']);
        const plucked = { ...desk().notes[0]!, place: '9.1', bow: null };
        expect(offersFor('9.1 ', FORMS, plucked).map((form) => form.words)).toEqual(['low 4', 'simile']);
        expect(offersFor('10.1 ', FORMS, plucked)).toHaveLength(6);
    });

    it('completes the last mark', () => {
        expect(completed('9.1 u', 'upper half')).toBe('9.1 upper half');
        expect(completed('9.1 down, lo', 'low 4')).toBe('9.1 down, low 4');
        expect(completed('9.1 down or h', 'hook')).toBe('9.1 down or hook');
    });

    it('tells what it would do', () => {
        expect(told({ marks: 1, turned: [], flags: 0 })).toBe('1 mark');
        expect(told({ marks: 3, turned: ['a', 'b'], flags: -1 })).toBe('3 marks, 2 bows turn, 1 less to look at');
        expect(told({ marks: 2, turned: ['a'], flags: 2 })).toBe('2 marks, one bow turns, 2 more to look at');
    });
});

describe('Say it', () => {
    let say: ReturnType<typeof mount>;
    let opened: ReturnType<typeof desk>;

    function open(): void {
        opened = desk();
        say = mount(SayIt, { global: { plugins: [getActivePinia()!] }, attachTo: document.body });
    }

    async function type(text: string): Promise<void> {
        await say.find('input').trigger('focus');
        await say.find('input').setValue(text);
        await new Promise((resolve) => setTimeout(resolve, 220));
        await flushPromises();
    }

    beforeEach(() => {
        document.body.innerHTML = '';
        localStorage.clear();
        serve((call) => (call.path.endsWith('/preview') ? { marks: 1, notes: ['n4'], turned: ['n5'], flags: 0 } : opened.plan));
        open();
    });

    it('goes to the place it speaks of, and says what it will do', async () => {
        await type('2.1 up');
        expect(say.find('output').text()).toBe('1 mark, one bow turns · Enter');
        expect(opened.note?.id).toBe('n4');
    });

    it('names what was wrong, and marks nothing', async () => {
        serve(() => new Error('“dwn” is not a mark; expected “down”.'));
        await type('2.1 dwn');
        expect(say.find('output').text()).toBe('“dwn” is not a mark; expected “down”.');
        await say.find('form').trigger('submit');
        await flushPromises();
        expect(calls.some((call) => call.path.endsWith('/marks'))).toBe(false);
    });

    it('shows everything that can be said when it is asked, and takes a form from there', async () => {
        await type('?');
        expect(document.body.textContent).toContain('What can be said');
        expect(document.body.textContent).toContain('go on alike');
        const search = document.querySelector<HTMLInputElement>('input[type=search]')!;
        search.value = 'upper';
        search.dispatchEvent(new Event('input'));
        await flushPromises();
        const forms = [...document.querySelectorAll<HTMLButtonElement>('.grammar dt button')];
        expect(forms.map((form) => form.textContent)).toEqual(['upper half']);
        forms[0]!.click();
        await flushPromises();
        expect(say.find('input').element.value).toBe('1.1 upper half');
    });

    it('names the lines of a pasted list that cannot be read, and takes the others only when that is said', async () => {
        const list = '1.1 down\n1.2 dwn\n1.3 up';
        vi.stubGlobal('fetch', vi.fn((url: string) => Promise.resolve(url.endsWith('/preview')
            ? new Response(JSON.stringify({ message: 'Line 2.', errors: ['line 2: “dwn” is not a mark; expected “down”'], readable: 2 }), { status: 422 })
            : new Response(JSON.stringify(opened.plan)))));
        const event = new Event('paste') as ClipboardEvent;
        Object.defineProperty(event, 'clipboardData', { value: { getData: () => list } });
        say.find('input').element.dispatchEvent(event);
        await flushPromises();
        expect(say.find('.pasted').text()).toContain('line 2: “dwn” is not a mark');
        const posts = (): string[] => vi.mocked(fetch).mock.calls.filter(([url]) => (url as string).endsWith('/marks')).map(([, init]) => init?.body as string);
        expect(posts()).toEqual([]);
        await say.find('.pasted .paper-button').trigger('click');
        await flushPromises();
        expect(JSON.parse(posts()[0]!)).toMatchObject({ lines: list, anyway: true, label: '2 pasted marks' });
        expect(say.find('.pasted').exists()).toBe(false);
    });
});
