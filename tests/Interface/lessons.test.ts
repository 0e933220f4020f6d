import { createPinia, setActivePinia } from 'pinia';
import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { BookFact, BookOfLessons, BoardString, LessonDesk, Typing } from '../../resources/js/api/types';
import BookScreen from '../../resources/js/lessons/BookScreen.vue';
import LessonSide from '../../resources/js/lessons/LessonSide.vue';
import BoardPicture from '../../resources/js/writein/BoardPicture.vue';
import { EMPTY, forget, fresh, keep, kept, type Draft, type Passage, type Where } from '../../resources/js/writein/draft';
import FingerEntry from '../../resources/js/writein/FingerEntry.vue';
import LineNotes from '../../resources/js/writein/LineNotes.vue';
import PassageHead from '../../resources/js/writein/PassageHead.vue';
import type { Writing } from '../../resources/js/writein/text';
import { calls, serve } from './support';

vi.mock('vue-router', () => ({ useRoute: () => ({ name: 'book', params: { shelf: '2' } }), useRouter: () => ({ push: vi.fn() }) }));

const stubs = { RouterLink: { template: '<a><slot /></a>' } };
const fact = (text: string, over: Partial<BookFact> = {}): BookFact => ({ key: `place ${text}`, kind: 'place', text, measure: '2', beat: '1', muted: false, ...over });
const told = (over: Partial<Typing>): Typing => ({
    problems: [], counts: [], ways: '', parts: [], shown: 'P1', instrument: 'violin', strings: ['G', 'D', 'A', 'E'], xml: '', score: [], notes: [], places: [],
    measures: [], sound: [], lines: [], news: [], flags: [], board: [], fifths: 2, ...over,
});

beforeEach(() => {
    setActivePinia(createPinia());
    localStorage.clear();
});

describe('beside what is typed', () => {
    const line = { part: 'P5', section: 'bass', name: 'Bass', text: 'an octave lower', octaves: -1, outside: 2, moved: 0, why: 'Bass, m. 2 beat 3: C♯ lies outside.', alone: true, phrases: true };

    it('tells once what is new for several, and the sections of one octave together', () => {
        const notes = mount(LineNotes, {
            props: {
                choices: {},
                told: told({
                    news: [{ instrument: 'violin', new: ['1 on A', 'a pickup'] }, { instrument: 'viola', new: ['1 on A', 'a pickup'] }, { instrument: 'bass', new: ['4 on G', 'a pickup'] }],
                    lines: [{ ...line, outside: 0, section: 'cello', name: 'Cello' }, { ...line, outside: 0 }],
                }),
            },
        });
        expect(notes.text()).toContain('New here (violin, viola): 1 on A.');
        expect(notes.text()).toContain('New here: a pickup.');
        expect(notes.text()).toContain('New here (bass): 4 on G.');
        expect(notes.text()).toContain('Cello, Bass: an octave lower.');
    });

    it('offers notes an octave away and moves nothing by itself', async () => {
        const notes = mount(LineNotes, { props: { choices: {}, told: told({ lines: [line] }) } });
        expect(notes.get('.wrong').text()).toContain('C♯ lies outside');
        const press = async (text: string): Promise<void> => {
            await notes.findAll('button').find((one) => one.text() === text)?.trigger('click');
        };
        await press('Move only these');
        await press('From the phrase’s start');
        await press('lower');
        expect(notes.emitted('choose')).toEqual([
            ['bass', { octaves: null, found: 'singly' }], ['bass', { octaves: null, found: 'phrase' }], ['bass', { octaves: -2, found: 'kept' }],
        ]);
        await notes.setProps({ choices: { bass: { octaves: null, found: 'singly' } }, told: told({ lines: [{ ...line, moved: 2 }] }) });
        expect(notes.text()).toContain('2 notes an octave away');
        expect(notes.findAll('button').map((one) => one.text())).toContain('Leave as typed');
    });
});

describe('the fingerboard', () => {
    const place = (name: string, finger: string, at: number) => ({ abc: name, signed: name, letter: name, name, finger, at, inKey: true, sounds: 60 });
    const board: BoardString[] = [
        { name: 'A', places: [place('A', '0', 0), place('B', '1', 0.1)] },
        { name: 'D', places: [place('D', '0', 0), place('E', '1', 0.1)] },
    ];

    it('is pressed and walked over by arrow keys', async () => {
        const picture = mount(BoardPicture, { props: { board, instrument: 'violin', chosen: 'D 0.1' }, attachTo: document.body });
        const at = (label: string) => picture.get(`[aria-label="${label}"]`);
        await at('E, 1 on D').trigger('click');
        await at('E, 1 on D').trigger('keydown', { key: 'ArrowUp' });
        await at('A, open A').trigger('keydown', { key: 'Enter' });
        expect(picture.emitted('point')?.map(([one]) => (one as { name: string }).name)).toEqual(['E', 'A']);
        expect(at('E, 1 on D').classes()).toContain('is-chosen');
        expect(picture.findAll('[tabindex="0"]')).toHaveLength(1);
        picture.unmount();
    });
});

describe('fingers', () => {
    it('write their notes in place of those before', async () => {
        serve(({ body }) => ({ abc: body.line === 'D 0' ? 'D' : 'D E', problems: [] }));
        const entry = mount(FingerEntry, { props: { abc: EMPTY, reader: 'violin' } });
        await entry.get('input').setValue('D 0');
        await flushPromises();
        await entry.get('input').setValue('D 0 1');
        await flushPromises();
        let now: Writing = { text: EMPTY, from: EMPTY.length, to: EMPTY.length };
        entry.emitted('put')?.forEach(([change]) => {
            now = (change as (writing: Writing) => Writing)(now);
        });
        expect(now.text).toBe(`${EMPTY}D E `);
        expect(calls[0]?.body).toMatchObject({ line: 'D 0', instrument: 'violin', counts: 4 });
    });

    it('say what they are not', async () => {
        serve(() => ({ abc: '', problems: [{ line: 1, column: 1, text: '“9” is neither a string nor a finger' }] }));
        const entry = mount(FingerEntry, { props: { abc: EMPTY, reader: 'violin' } });
        await entry.get('input').setValue('9');
        await flushPromises();
        expect(entry.get('.wrong').text()).toBe('“9” is neither a string nor a finger.');
    });
});

describe('drafts', () => {
    it('are kept for each piece and let go', () => {
        const draft = fresh(2, 7);
        const at = (piece: number | null, passage: Passage | null = null): Where => ({ piece, shelf: null, number: null, passage });
        keep(at(null), draft);
        keep(at(5), { ...draft, title: 'Steps' });
        keep(at(5, { section: 3, from: '2', to: '4' }), { ...draft, title: 'A wrong note' });
        expect(kept(at(null))).toEqual(draft);
        expect(kept(at(5))?.title).toBe('Steps');
        expect(kept(at(5, { section: 9, from: '1', to: '1' }))?.title).toBe('A wrong note');
        forget(at(5));
        expect(kept(at(5))).toBeNull();
        expect(kept(at(5, { section: 3, from: '2', to: '4' }))).not.toBeNull();
        localStorage.setItem('write-in new', '{"typed":7}');
        expect(kept(at(null))).toBeNull();
    });
});

describe('measures of a score', () => {
    const parts = [{ id: 3, name: 'Violin I', instrument: 'violin' }, { id: 4, name: 'Cello', instrument: 'cello' }];
    const draft = (section: number | null): Draft => {
        const one = fresh(1, null);
        return {
            ...one,
            title: 'Paper Boats',
            typed: { ...one.typed, kind: 'passage', abc: 'X:1\nM:3/4\nL:1/4\nK:Bb clef=bass\n', part: 'Violin III', reader: 'cello' },
            passage: { section, from: '12', to: '16', stood: '' },
        };
    };

    it('say what they stand under, and are taken up as they stand', async () => {
        const head = mount(PassageHead, { props: { draft: draft(4), parts, fifths: -2 } });
        expect(head.text()).toContain('2 flats · 3/4');
        expect(head.find('[aria-label="Name of the new part"]').exists()).toBe(false);
        await head.get('[aria-label="First measure"]').setValue('20');
        await head.get('[aria-label="Last measure"]').setValue('');
        await head.get('form').trigger('submit');
        expect(head.emitted('take')?.[0]).toEqual([{ section: 4, from: '20', to: '20' }, 'cello']);
    });

    it('belong to another part when it is chosen, or to one that is on paper', async () => {
        const head = mount(PassageHead, { props: { draft: draft(4), parts, fifths: -2 } });
        await head.get('[aria-label="Part"]').setValue('3');
        await head.get('[aria-label="Part"]').setValue('');
        expect(head.emitted('take')).toEqual([
            [{ section: 3, from: '12', to: '16' }, 'cello'],
            [{ section: null, from: '12', to: '12' }, 'cello'],
        ]);
        await head.setProps({ draft: draft(null) });
        await head.get('[aria-label="Name of the new part"]').setValue('Third violins');
        expect(head.emitted('name')).toEqual([['Third violins']]);
        await head.get('[aria-label="Who reads it"]').setValue('viola');
        expect(head.emitted('take')?.[2]).toEqual([{ section: null, from: '12', to: '12' }, 'viola']);
    });
});

describe('beside a lesson', () => {
    const lesson: LessonDesk = {
        id: 5, title: 'Steps', lesson: 5, page: 7, isTyped: true, shelf: 2, book: 'Book', mayManage: true, much: [], before: null, after: null, parts: [],
        steps: [{ key: 'count', words: 'count and clap', taken: true }, { key: 'air', words: 'bow in the air', taken: false }],
        news: { violin: [fact('1 on A'), fact('a pickup', { measure: '0' })], bass: [fact('a pickup', { measure: '0' })] },
    };
    const side = () => mount(LessonSide, { props: { lesson, note: null, section: 'Violin I', here: null, hasMark: false, isBusy: false, forAll: false }, global: { stubs } });

    it('mutes and words what is new, and takes steps in their order', async () => {
        const one = side();
        expect(one.text()).toContain('1 on A m. 2 · violin');
        await one.findAll('button').find((button) => button.text() === 'mute')?.trigger('click');
        await one.get('[aria-label="Say 1 on A otherwise"]').trigger('click');
        await one.get('li input').setValue('first finger on A');
        await one.findAll('.step input')[1]?.setValue(true);
        const said = one.emitted('say')?.map(([body]) => body);
        expect(said).toEqual([
            { muted: ['place 1 on A'] },
            { words: { 'place 1 on A': 'first finger on A', 'place a pickup': 'a pickup' } },
            { steps: ['count', 'air'] },
        ]);
    });

    it('may be looked at by who may not change it', () => {
        const one = mount(LessonSide, { props: { lesson: { ...lesson, mayManage: false }, note: null, section: '', here: null, hasMark: false, isBusy: false, forAll: false }, global: { stubs } });
        expect(one.findAll('button').map((button) => button.text())).toEqual(['Print']);
    });
});

describe('a book', () => {
    const book: BookOfLessons = {
        id: 2, name: 'Book', note: '', instruments: ['violin', 'bass'],
        lessons: [1, 2].map((number) => ({
            id: number, title: `Lesson ${number}`, lesson: number, page: null, isTyped: true, key: 'D major', meter: '4/4',
            news: { violin: [fact(`${number} on D`), fact('told not', { muted: true })], bass: [] },
        })),
    };

    it('shows what each brings, and moves by keys and by buttons', async () => {
        serve(({ path }) => (path === 'rack' ? { shelves: [{ id: 1, pieces: [{ id: 9, title: 'Boats' }] }] } : path.includes('from-lesson')
            ? [{ shelf: 2, book: 'Book', lesson: { id: 2, title: 'Lesson 2', lesson: 2 }, missing: [{ instrument: 'bass', text: 'x4', measure: '5' }] }] : book));
        const screen = mount(BookScreen, { global: { stubs } });
        await flushPromises();
        expect(screen.text()).toContain('1 on D');
        expect(screen.text()).not.toContain('told not');
        await screen.findAll('tbody tr')[1]?.trigger('keydown', { key: 'ArrowUp', altKey: true });
        await flushPromises();
        await screen.get('[aria-label="Lesson 1 later"]').trigger('click');
        await flushPromises();
        expect(calls.filter(({ method }) => method === 'PUT').map(({ body }) => body)).toEqual([{ piece: 2, to: 0 }, { piece: 1, to: 1 }]);
        await screen.get('select').setValue('9');
        await flushPromises();
        expect(screen.get('.tools').text()).toContain('not in the book so far: x4 (bass, m. 5)');
    });
});
