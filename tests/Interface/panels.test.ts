import { flushPromises, mount } from '@vue/test-utils';
import { createPinia, getActivePinia } from 'pinia';
import { beforeEach, describe, expect, it } from 'vitest';
import type { FingerboardAnswer, NoteDetail, Tutti, TuttiFinger } from '../../resources/js/api/types';
import FingerboardCard from '../../resources/js/class/FingerboardCard.vue';
import Because from '../../resources/js/desk/panel/Because.vue';
import BecauseBow from '../../resources/js/desk/panel/BecauseBow.vue';
import BecauseHand from '../../resources/js/desk/panel/BecauseHand.vue';
import ComesAgain from '../../resources/js/desk/panel/ComesAgain.vue';
import DoneToggles from '../../resources/js/desk/panel/DoneToggles.vue';
import FingerString from '../../resources/js/desk/panel/FingerString.vue';
import PatternSheet from '../../resources/js/desk/sheets/PatternSheet.vue';
import Ring from '../../resources/js/desk/input/Ring.vue';
import TempoSheet from '../../resources/js/desk/sheets/TempoSheet.vue';
import EventCard from '../../resources/js/tutti/EventCard.vue';
import { ref } from 'vue';
import { useChoosing } from '../../resources/js/tutti/choosing';
import TuttiPicture from '../../resources/js/tutti/TuttiPicture.vue';
import { calls, desk, finger, mark, sent, serve, settled, flag as told } from './support';

const detail: NoteDetail = {
    finger: finger({
        why: 'keeps the slur on one string: 0 on A means a crossing',
        others: [
            { string: 'A', number: 0, shape: 'open', position: 'I', costs: 0.3, why: 'the bow crosses', words: '0' },
            { string: 'D', number: 3, shape: 'high', position: 'III', costs: 2, why: 'a shift to III', words: 'high 3' },
        ],
    }),
    choices: [],
    bows: [{ text: 'up', lines: ['n1 up'], does: '4 later bows go the other way' }],
    again: ['n5'],
    bowedBefore: null,
};

function plugins(): { global: { plugins: ReturnType<typeof createPinia>[] } } {
    return { global: { plugins: [getActivePinia()!] } };
}

beforeEach(() => {
    serve((call) => (call.path.includes('/notes/') ? detail : desk().plan));
    document.body.innerHTML = '';
});

describe('the hand beside the page', () => {
    it('says the finger, why, and the others best first', () => {
        const open = desk();
        open.detail = detail;
        const text = mount(BecauseHand, plugins()).text();
        expect(text).toContain('1 on D, first position');
        expect(text).toContain('Keeps the slur on one string');
        expect(text.indexOf('open A')).toBeLessThan(text.indexOf('high 3 on D, third position'));
        expect(text).toContain('nearly as good');
        expect(text).toContain('much harder');
    });

    it('takes another with one press', async () => {
        const open = desk();
        open.detail = detail;
        await mount(BecauseHand, plugins()).findAll('.other')[1]!.trigger('click');
        await settled();
        expect(sent().lines).toEqual(['n1 high 3, III']);
    });

    it('lays the finger wherever the measure returns', async () => {
        const open = desk();
        open.detail = detail;
        const button = mount(BecauseHand, plugins()).findAll('.acts button').find((one) => one.text().includes('wherever this returns (1)'));
        await button!.trigger('click');
        await settled();
        expect(sent().lines).toEqual(['n5 1']);
    });

    it.each([
        [{ leaveDown: true }, 'Leave it down'],
        [{ laid: true }, 'lies across both strings'],
        [{ shape: 'forward', number: 4 }, 'Stop if it hurts'],
        [{ find: 'the first finger on the third tape' }, 'The way in: the first finger on the third tape.'],
        [{ mayAlso: '4' }, '4 is fine too'],
    ] as const)('tells what belongs to it', (over, says) => {
        const open = desk();
        open.detail = { ...detail, finger: finger(over) };
        expect(mount(BecauseHand, plugins()).text()).toContain(says);
    });

    it('says so where there is no finger', () => {
        const open = desk();
        open.plan = { ...open.plan!, notes: open.plan!.notes.map((note) => ({ ...note, finger: null })) };
        expect(mount(BecauseHand, plugins()).text()).toContain('No finger here');
    });

    it('offers no marking to those who may only look', () => {
        const open = desk([], 'read');
        open.detail = detail;
        const panel = mount(BecauseHand, plugins());
        expect(panel.find('.acts').exists()).toBe(false);
        expect(panel.find('.other').attributes('disabled')).toBeDefined();
    });
});

describe('the bow beside the page', () => {
    it('tells what the other direction would do, and takes it', async () => {
        const open = desk();
        open.detail = detail;
        const panel = mount(BecauseBow, plugins());
        expect(panel.text()).toContain('Up instead');
        expect(panel.text()).toContain('4 later bows go the other way.');
        await panel.find('.other').trigger('click');
        await settled();
        expect(sent().lines).toEqual(['n1 up']);
    });

    it('prints its advice as words', async () => {
        const open = desk();
        open.plan = {
            ...open.plan!,
            notes: open.plan!.notes.map((note) => ({ ...note, bow: { ...note.bow!, advice: 'to the tip' } })),
        };
        await mount(BecauseBow, plugins()).find('.is-answer button').trigger('click');
        await settled();
        expect(sent().lines).toEqual(['n1 "to the tip"']);
    });

    it('leads to the place that serves the goal, with one press', async () => {
        const open = desk();
        open.plan = {
            ...open.plan!,
            notes: open.plan!.notes.map((note) => (note.id === 'n1' ? { ...note, bow: { ...note.bow!, related: 'n5' } } : note)),
        };
        const panel = mount(BecauseBow, plugins());
        const there = panel.findAll('.is-answer button').find((one) => one.text().startsWith('To '));
        await there!.trigger('click');
        expect(open.note?.id).toBe('n5');
    });

    it('says so where nothing is bowed', () => {
        const open = desk();
        open.plan = { ...open.plan!, notes: open.plan!.notes.map((note) => ({ ...note, bow: null })) };
        expect(mount(BecauseBow, plugins()).text()).toContain('No bow here');
    });
});

describe('the panel', () => {
    it('is about the bow or the hand, and remembers which', async () => {
        desk();
        const panel = mount(Because, plugins());
        expect(panel.text()).toContain('down');
        await panel.findAll('.sides button')[1]!.trigger('click');
        expect(panel.find('.board').exists()).toBe(true);
        expect(localStorage.getItem('because')).toBe('hand');
    });

    it('reads the chosen note aloud', () => {
        desk();
        expect(mount(Because, plugins()).find('[aria-live]').text()).toContain('measure 1, beat 1, E4, down bow, 1 on the D string');
    });

    it('shows a proposal with who made it', async () => {
        desk([mark({ state: 'proposed', author: 'Idris', mine: false })]);
        const panel = mount(Because, plugins());
        expect(panel.text()).toContain('Idris');
        await panel.findAll('button').find((one) => one.text() === 'Take it')!.trigger('click');
        await settled();
        expect(calls.some((call) => call.path === 'sections/7/settle' && call.body.answer === 'take')).toBe(true);
    });

    it('tells what each possibility of an open choice does', () => {
        const open = desk([mark({ state: 'open', words: 'down or up', choices: ['down', 'up'] })]);
        open.detail = { ...detail, choices: [{ text: 'up', lines: ['1.1 up'], does: '7 later bows go the other way' }] };
        expect(mount(Because, plugins()).text()).toContain('7 later bows go the other way');
    });

    it('lays a way out in with one press', async () => {
        const open = desk();
        const way = { text: 'Hook 1.3 to 1.4', lines: ['1.4 hook'] };
        const flag = told({ code: 'goal-missed', title: 'Goal not reached', text: 'No place to turn.', ways: [way] });
        open.plan = { ...open.plan!, flags: [flag] };
        await mount(Because, plugins()).find('.way').trigger('click');
        await settled();
        expect(sent().lines).toEqual(['1.4 hook']);
    });
});

describe('where it comes again', () => {
    it('offers the bowing and the fingers of the first time', async () => {
        serve((call) => (call.body.look ? { puts: ['2.1 up'], overwrites: [], missing: 0 } : desk().plan));
        const open = desk();
        open.returns = [{ first: 0, again: 1, measures: 1, section: 7, text: 'm. 2 is m. 1 again' }];
        const panel = mount(ComesAgain, { ...plugins(), props: { ask: () => Promise.resolve(true) } });
        expect(panel.text()).toBe('');
        open.choose(4);
        await flushPromises();
        expect(panel.text()).toContain('M. 2 is m. 1 again.');
        await panel.findAll('button')[0]!.trigger('click');
        await settled();
        expect(calls.find((call) => call.path.endsWith('/copy'))?.body).toMatchObject({
            from: 7, start: '0/192', until: '768/192', onto: '768/192', what: 'bowings', look: true,
        });
    });

    it('bows it as the first time where that has no marks to carry', async () => {
        serve((call) => (call.body.look ? { puts: [], overwrites: [], missing: 0 } : desk().plan));
        const open = desk();
        open.returns = [{ first: 0, again: 1, measures: 1, section: 7, text: 'm. 2 is m. 1 again' }];
        const panel = mount(ComesAgain, { ...plugins(), props: { ask: () => Promise.resolve(true) } });
        open.choose(4);
        open.detail = { ...detail, bowedBefore: { text: 'up at 2.1, and down the first time at 1.1', lines: ['2.1 down'] } };
        await flushPromises();
        await panel.findAll('button')[0]!.trigger('click');
        await settled();
        expect(calls.find((call) => call.path.endsWith('/marks'))?.body.lines).toBe('2.1 down');
        await panel.findAll('button')[1]!.trigger('click');
        await settled();
        expect(document.body.textContent).toContain('The first time has no finger marks to carry.');
    });

    it('says where a passage is bowed otherwise than before, and mends it with one press', async () => {
        const open = desk();
        open.returns = [{ first: 0, again: 1, measures: 1, section: 7, text: 'm. 2 is m. 1 again' }];
        const panel = mount(ComesAgain, { ...plugins(), props: { ask: () => Promise.resolve(true) } });
        open.choose(4);
        open.detail = { ...detail, bowedBefore: { text: 'up at 2.1, and down the first time at 1.1', lines: ['2.1 down'] } };
        await flushPromises();
        expect(panel.text()).toContain('But not bowed the same: up at 2.1, and down the first time at 1.1.');
        await panel.findAll('button').at(-1)!.trigger('click');
        await settled();
        expect(calls.find((call) => call.path.endsWith('/marks'))?.body.lines).toBe('2.1 down');
        open.detail = { ...detail, bowedBefore: { text: 'slurred otherwise than at 1.2, from 2.1 on', lines: [] } };
        await flushPromises();
        expect(panel.text()).not.toContain('Bow it as the first time');
    });
});

describe('the finger on its string', () => {
    const props = { strings: ['G', 'D', 'A', 'E'], tapes: [2, 4, 5, 7], board: Array.from({ length: 25 }, (_, at) => 1 - 2 ** (-at / 12)) };

    it('stands further up the string the more semitones it stops', () => {
        const at = (semitones: number): number =>
            Number(mount(FingerString, { props: { ...props, finger: finger({ semitones }) } }).find('circle').attributes('cx'));
        expect(at(2)).toBeLessThan(at(5));
        expect(at(5)).toBeLessThan(at(7));
    });

    it('is hollow at the nut when the string is open', () => {
        const drawn = mount(FingerString, { props: { ...props, finger: finger({ number: 0, shape: 'open', semitones: 0 }) } });
        expect(drawn.find('circle').classes()).toContain('is-open');
    });

    it('shows the tapes of beginners', () => {
        expect(mount(FingerString, { props: { ...props, finger: finger() } }).findAll('.tape')).toHaveLength(4);
        expect(mount(FingerString, { props: { ...props, tapes: [2, 4, 5], finger: finger() } }).findAll('.tape')).toHaveLength(3);
    });
});

describe('the ring', () => {
    it('has the likely choices around the note and closes when one is taken', async () => {
        const open = desk();
        open.detail = detail;
        const ring = mount(Ring, { ...plugins(), props: { x: 100, y: 100 } });
        expect(ring.findAll('button').map((one) => one.text())).toEqual(['⊓', 'V', 'slur', 'hook', 'retake', 'lift', '0', 'high 3']);
        await ring.find('[aria-label="up bow"]').trigger('click');
        await settled();
        expect(sent().lines).toEqual(['n1 up']);
        expect(ring.emitted('close')).toHaveLength(1);
    });
});

describe('sheets of the desk', () => {
    it('takes tempos for the sections of a piece', async () => {
        const open = desk();
        const piece = {
            id: 1, title: 'Tune', lesson: null, role: 'own' as const, owner: '', tempos: { 2: 80 }, sections: [],
            summary: { key: 'G', shortKey: 'G', measures: 2, tempo: 100, meter: '4/4', roadmap: '' },
        };
        serve(() => piece);
        open.piece = piece;
        const sheet = mount(TempoSheet, { ...plugins(), attachTo: document.body });
        await flushPromises();
        const inputs = document.querySelectorAll<HTMLInputElement>('label input');
        expect([...inputs].map((one) => one.value)).toEqual(['', '80']);
        inputs[0]!.value = '500000';
        inputs[0]!.dispatchEvent(new Event('input'));
        document.querySelector('form')!.dispatchEvent(new Event('submit'));
        await settled();
        const puts = (): typeof calls => calls.filter((call) => call.method === 'PUT');
        expect(puts()).toEqual([]);
        inputs[0]!.value = '96';
        inputs[0]!.dispatchEvent(new Event('input'));
        document.querySelector('form')!.dispatchEvent(new Event('submit'));
        await settled();
        expect(puts()[0]).toMatchObject({ path: 'pieces/1/tempos', body: { tempos: { 1: 96, 2: 80 } } });
        sheet.unmount();
    });

    it('shows the pattern map and goes where one first appears', async () => {
        serve(() => ({
            patterns: [{ string: 'D', position: 'I', pattern: '2-3 close', note: 'n4', measures: ['1', '2', '3', '7'], ranges: '1–3, 7' }],
            meetings: [{ measure: '2', index: 1, text: '2-3 close on D meets 1-2 close on A' }],
        }));
        const open = desk();
        const sheet = mount(PatternSheet, { ...plugins(), attachTo: document.body });
        await flushPromises();
        expect(document.body.textContent).toContain('1–3, 7');
        expect(document.body.textContent).toContain('m. 2: 2-3 close on D meets 1-2 close on A');
        document.querySelector<HTMLButtonElement>('td .plain-button')!.click();
        expect(open.chosen).toBe(3);
        sheet.unmount();
    });
});

describe('the class', () => {
    it('shows the fingerboard card as the server drew it', async () => {
        const board: FingerboardAnswer['card'] = {
            instrument: 'violin', size: '4/4', position: 'I', length: 328, octave: 164, cautions: ['Stop if it hurts.'],
            tapes: [{ semitones: 2, mm: 35.8 }],
            strings: [{ name: 'G', notes: ['A', 'C♯', 'C♯'] }, { name: 'D', notes: ['E', 'G♯', 'G♯'] }],
            places: [
                { finger: 1, shape: 'regular', semitones: 2, mm: 35.8, words: '1' },
                { finger: 3, shape: 'high', semitones: 6, mm: 96.1, words: '3' },
                { finger: 4, shape: 'low', semitones: 6, mm: 96.1, words: '4' },
            ],
        };
        serve(() => ({ card: board, picture: '<svg><text>3 · 4</text></svg>' }));
        const sizes = { violin: ['4/4', '3/4'], viola: ['16″'], cello: ['4/4'], bass: ['3/4'] };
        const settings = {
            profile: 'second-year' as const, density: 'standard' as const, bows: 'some' as const, wording: 'words' as const, namesNotes: false,
            schools: { bow: 'as-it-comes', long: 'together', soft: 'tip', open: 'open', bass: '124', stay: 'stay' },
            sizes: { violin: '4/4', viola: '16″', cello: '4/4', bass: '3/4' },
        };
        const choices = { settings, sizes, isOwn: false, shelves: [], profiles: [], schools: [], wordings: [], densities: [], bowDensities: [], positions: { violin: ['½', 'I'] } };
        const card = mount(FingerboardCard, { props: { choices } });
        await flushPromises();
        expect(calls.find((call) => call.path.startsWith('class/'))?.path).toContain('class/fingerboard?instrument=violin&size=4%2F4&position=I');
        expect(card.find('.whole svg').text()).toBe('3 · 4');
        expect(card.text()).toContain('Stop if it hurts.');
    });
});

describe('what is done', () => {
    it('is ticked for the bow and the hand, each by itself', async () => {
        serve((call) => (call.path.endsWith('/done') ? { bow: false, hand: call.body.done } : desk().plan));
        const open = desk();
        const toggles = mount(DoneToggles, plugins());
        const [bow, hand] = toggles.findAll('button');
        expect([bow!.attributes('aria-checked'), hand!.attributes('aria-checked')]).toEqual(['false', 'false']);
        await hand!.trigger('click');
        await flushPromises();
        expect(calls.find((call) => call.path.endsWith('/done'))).toMatchObject({ path: 'sections/7/done', body: { what: 'hand', done: true } });
        expect(open.frame?.section.done).toEqual({ bow: false, hand: true });
    });

    it('is not for those who may not change the part', () => {
        const open = desk();
        open.frame!.piece.role = 'read';
        expect(mount(DoneToggles, plugins()).find('button').exists()).toBe(false);
    });
});

describe('tutti', () => {
    const stroke = (onset: number, direction: 'down' | 'up'): Tutti['sections'][number]['strokes'][number] => ({
        note: `n${onset}`, place: `m. 1 beat ${onset + 1}`, onset, end: onset + 1, direction, join: 'change', voice: '1', ticks: [],
    });
    const data: Tutti = {
        title: 'Tune',
        counts: 'measure',
        measures: [{ number: '1', onset: 0, length: 4, rehearsal: null }],
        sections: ['Violin', 'Viola'].map((name, index) => ({
            id: index, part: `P${index + 1}`, name, strokes: [stroke(0, 'down'), stroke(1, 'up')],
            fingers: [{ onset: 0, number: '1', string: 'D', shift: index === 1 }],
        })),
        stretches: [{ one: 'P1', other: 'P2', from: 0, to: 2, measures: ['1', '1'], agrees: false, quarrels: true }],
        quarrels: [{ text: 'They differ.', spans: ['P1', 'P2'].map((part) => ({ part, from: 0, to: 2 })), ways: [] }],
        hands: [],
        entrances: [{ part: 'P2', onset: 0, text: 'beat 1' }],
        unisons: [{ onset: 1, name: 'D', parts: ['P1', 'P2'], unison: false }],
    };
    const picture = (view: 'bows' | 'fingers' | 'entrances' | 'unisons'): ReturnType<typeof mount> =>
        mount(TuttiPicture, { props: { data, first: 0, view, chosen: null, choosing: useChoosing(ref(data)), room: 500 } });

    it('draws strokes, the quarrel between two sections, and where the chosen event is', async () => {
        const drawn = picture('bows');
        expect(drawn.findAll('rect.down')).toHaveLength(2);
        expect(drawn.findAll('rect.up')).toHaveLength(2);
        expect(drawn.findAll('.quarrel')).toHaveLength(1);
        expect(drawn.findAll('.concerned')).toHaveLength(0);
        await drawn.setProps({ chosen: data.quarrels[0]! });
        expect(drawn.findAll('.concerned')).toHaveLength(2);
    });

    it('draws no quarrel between a tune and what goes along with it', () => {
        const peaceful = { ...data, stretches: data.stretches.map((one) => ({ ...one, quarrels: false })) };
        expect(mount(TuttiPicture, { props: { data: peaceful, first: 0, view: 'bows', chosen: null, choosing: useChoosing(ref(peaceful)), room: 500 } }).find('.quarrel').exists()).toBe(false);
    });

    it('brings every section concerned over with one press', async () => {
        const card = mount(EventCard, {
            props: {
                event: { ...data.quarrels[0]!, ways: [{ text: 'Viola and Cello as Violin', parts: [{ section: 2, lines: ['1.1 down'] }, { section: 3, lines: ['1.1 down'] }] }] },
                busy: false,
                isChosen: false,
            },
        });
        await card.find('button').trigger('click');
        expect(card.emitted('take')?.[0]?.[0]).toMatchObject({ text: 'Viola and Cello as Violin', parts: [{ section: 2 }, { section: 3 }] });
        await card.trigger('mouseenter');
        expect(card.emitted('point')?.[0]?.[0]).toMatchObject({ text: 'They differ.' });
    });

    it('says the string only where it changes, and writes no finger over another', () => {
        const quick = { ...data, sections: data.sections.slice(0, 1) };
        const under = (fingers: Tutti['sections'][number]['fingers']): string[] =>
            mount(TuttiPicture, { props: { data: { ...quick, sections: [{ ...quick.sections[0]!, fingers }] }, first: 0, view: 'fingers', chosen: null, choosing: useChoosing(ref(quick)), room: 500 } })
                .findAll('text.finger').map((one) => one.text());
        const at = (onset: number, number: string, string: string, shift = false): TuttiFinger => ({ onset, number, string, shift });
        expect(under([at(0, '1', 'D'), at(1, '2', 'D'), at(2, '0', 'A'), at(3, '1', 'A')])).toEqual(['1·D', '2', '0·A', '1']);
        expect(under([at(0, '1', 'D'), at(0.02, '2', 'D'), at(1, '3', 'D')])).toEqual(['1·D', '3']);
        expect(under([at(0, '1', 'D'), at(0.02, '3', 'A', true), at(1, '4', 'A')])).toEqual(['3·A', '4']);
    });

    it('shows fingers, entrances and unisons over the same strokes', () => {
        expect(picture('fingers').findAll('text.finger')).toHaveLength(2);
        expect(picture('fingers').findAll('.is-shift')).toHaveLength(1);
        expect(picture('entrances').find('.entrance').text()).toBe('beat 1');
        expect(picture('unisons').find('.unison').classes()).toContain('is-octave');
        expect(picture('unisons').find('.quarrel').exists()).toBe(false);
    });
});
