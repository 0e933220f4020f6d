import { describe, expect, it } from 'vitest';
import type { DeskNote } from '../../resources/js/api/types';
import { drawHandLanes } from '../../resources/js/desk/overlay/handLane';
import { drawBookWords } from '../../resources/js/desk/overlay/bookWords';
import { drawLanes } from '../../resources/js/desk/overlay/bowLane';
import { wordsByNote } from '../../resources/js/desk/state/bookWords';
import { bowSign, clearFoot, type Box, type Geometry } from '../../resources/js/engraving/ink';
import { hasOpenTies, withLongerOpenTies } from '../../resources/js/engraving/openTies';
import { finger, flag as told, notes } from './support';

/** Six notes in one system, forty pixels apart. */
function geometry(of: DeskNote[]): Geometry {
    const boxes = new Map<string, Box>();
    of.forEach((note, index) =>
        boxes.set(note.id, {
            x: 100 + 40 * index, y: 50, width: 10, height: 8, staffTop: 40, staffBottom: 72,
        }),
    );
    return { boxes, signs: new Map(), fingers: new Map(), notes: of.map((note) => note.id), left: 80, right: 400, ends: [400], bottom: 90, written: [] };
}

function withFingers(change: (note: DeskNote, index: number) => Partial<ReturnType<typeof finger>>): DeskNote[] {
    return notes().map((note, index) => ({ ...note, finger: finger(change(note, index)) }));
}

const of = (drawn: SVGElement[], name: string): SVGElement[] => drawn.filter((one) => (one.getAttribute('class') ?? '').split(' ').includes(name));
const number = (one: SVGElement | undefined, name: string): number => Number(one?.getAttribute(name));

describe('the bow lane', () => {
    it('ends the last stroke with its measure, however long the rest after it', () => {
        const strokes = drawLanes({ ...geometry(notes()), ends: [250, 340, 370, 400] }, notes(), []).filter((one) => /lane-(down|up)/.test(one.getAttribute('class') ?? ''));
        expect(number(strokes.at(-1), 'x2')).toBe(334);
    });

    it('rises on down strokes and falls on up strokes', () => {
        const drawn = drawLanes(geometry(notes()), notes(), []);
        const down = of(drawn, 'lane-down')[0];
        expect(number(down, 'y2')).toBeLessThan(number(down, 'y1'));
        expect(of(drawn, 'lane-down')).toHaveLength(3);
        expect(of(drawn, 'lane-up')).toHaveLength(3);
    });

    it('lies under its system, tip above frog, each stroke from its note to the next', () => {
        const drawn = drawLanes(geometry(notes()), notes(), []);
        const ground = of(drawn, 'lane-ground')[0];
        const [top, height] = [number(ground, 'y'), number(ground, 'height')];
        expect([number(ground, 'x'), number(ground, 'width'), top > 90, height > 20]).toEqual([80, 320, true, true]);
        const middle = of(drawn, 'lane-middle')[0];
        expect([number(middle, 'y1'), number(middle, 'y2')]).toEqual([top + height / 2, top + height / 2]);
        expect(of(drawn, 'lane-word').map((one) => [one.textContent, number(one, 'x'), number(one, 'y')])).toEqual([
            ['tip', 75, top + 9], ['frog', 75, top + height],
        ]);
        // Six notes; the third is slurred to the second and has a line of its own.
        const strokes = drawn.filter((one) => ['lane-down', 'lane-up'].includes(one.getAttribute('class') ?? ''));
        expect(strokes.map((one) => [number(one, 'x1'), number(one, 'x2')])).toEqual([
            [105, 145], [145, 185], [185, 225], [225, 265], [265, 305], [305, 394],
        ]);
        const [first] = strokes;
        expect(number(first, 'y1')).toBeCloseTo(top + height * 0.8);
        expect(number(first, 'y2')).toBeCloseTo(top + height * 0.4);
    });

    it('ends a stroke where its note ends, when a rest follows', () => {
        const short = notes().map((note) => (note.id === 'n4' ? { ...note, lasts: 0.5 } : note));
        const strokes = of(drawLanes(geometry(short), short, []), 'lane-down');
        expect(strokes.map((one) => [number(one, 'x1'), number(one, 'x2')])).toContainEqual([225, 245]);
    });

    it('puts advice that would run into each other on two rows', () => {
        const advised = notes().map((note, index) => (index < 3 ? { ...note, bow: { ...note.bow!, advice: 'whole bow' } } : note));
        const drawn = drawLanes(geometry(advised), advised, []);
        const foot = number(of(drawn, 'lane-ground')[0], 'y') + number(of(drawn, 'lane-ground')[0], 'height');
        // Nine letters take 58: the second note, 40 further on, is crowded, the third begins anew.
        expect(of(drawn, 'lane-advice').map((one) => [number(one, 'x'), number(one, 'y') - foot])).toEqual([[105, 14], [145, 27], [185, 14]]);
    });

    it('keeps advice at the end of a system on the page', () => {
        const advised = notes().map((note, index) => (index === 5 ? { ...note, bow: { ...note.bow!, advice: 'back to the middle by beat 4' } } : note));
        const [advice] = of(drawLanes(geometry(advised), advised, []), 'lane-advice');
        expect([number(advice, 'x'), advice?.getAttribute('class')]).toEqual([400, 'lane-advice is-last']);
    });

    it('says where the part is plucked, once for a stretch', () => {
        const some = notes().map((note, index) => (index === 2 || index === 3 ? { ...note, bow: null } : note));
        const words = of(drawLanes(geometry(some), some, []), 'lane-plucked');
        expect(words.map((one) => [one.textContent, number(one, 'x')])).toEqual([['plucked', 180]]);
    });

    it('is red where the bow runs out', () => {
        const flag = told({ code: 'bow-runs-out', note: 'n5', index: 1 });
        expect(of(drawLanes(geometry(notes()), notes(), [flag]), 'lane-wrong')).toHaveLength(1);
    });

    it('draws an arc through the air for a retake', () => {
        const marked = notes().map((note) => (note.id === 'n5' ? { ...note, bow: { ...note.bow!, join: 'retake' as const } } : note));
        expect(of(drawLanes(geometry(marked), marked, []), 'lane-air')).toHaveLength(1);
    });

    it('is not there for plucked music', () => {
        const plucked = notes().map((note) => ({ ...note, bow: null }));
        expect(drawLanes(geometry(plucked), plucked, [])).toEqual([]);
    });

    it('draws both signs', () => {
        expect(bowSign('down', 10, 20).getAttribute('d')).toContain('V');
        expect(bowSign('up', 10, 20).getAttribute('class')).toContain('is-up');
    });
});

describe('the hand lane', () => {
    const strings = ['G', 'D', 'A', 'E'];

    it('puts a dot for every note on its string, the highest on top', () => {
        const fingered = withFingers((_, index) => ({ string: strings[index % 4] ?? 'G' }));
        const dots = of(drawHandLanes(geometry(fingered), fingered, strings, 0), 'hand-dot');
        expect(dots).toHaveLength(6);
        expect(number(dots[3], 'cy')).toBeLessThan(number(dots[0], 'cy'));
    });

    it('leaves open strings hollow', () => {
        const fingered = withFingers((_, index) => (index === 0 ? { number: 0, shape: 'open' } : {}));
        const drawn = drawHandLanes(geometry(fingered), fingered, strings, 0);
        expect(of(drawn, 'hand-open')).toHaveLength(1);
        expect(of(drawn, 'hand-dot')).toHaveLength(5);
    });

    it('bands the stretch out of first position and names it', () => {
        const fingered = withFingers((_, index) => (index > 1 && index < 4 ? { position: 'III', shift: index === 2 } : {}));
        const drawn = drawHandLanes(geometry(fingered), fingered, strings, 0);
        const [band] = of(drawn, 'hand-band');
        expect(number(band, 'width')).toBeGreaterThan(60);
        expect(of(drawn, 'hand-position')[0]?.textContent).toBe('III');
        expect(of(drawn, 'hand-shift')).toHaveLength(1);
    });

    it('lays the strings so far apart that their letters are read, under the system, and band, numeral and shift where they belong', () => {
        const fingered = withFingers((_, index) => ({
            string: strings[index % 4] ?? 'G', ...(index > 1 && index < 4 ? { position: 'III', shift: index === 2 } : {}),
        }));
        const drawn = drawHandLanes(geometry(fingered), fingered, strings, 0);
        const lines = of(drawn, 'hand-string').map((one) => number(one, 'y1'));
        const top = Math.min(...lines);
        expect(top).toBeGreaterThan(90);
        expect(lines).toEqual([top + 33, top + 22, top + 11, top]);
        expect(of(drawn, 'hand-word').map((one) => [one.textContent, number(one, 'x'), number(one, 'y')])).toEqual([
            ['G', 75, top + 37], ['D', 75, top + 26], ['A', 75, top + 15], ['E', 75, top + 4],
        ]);
        expect(of(drawn, 'hand-dot').map((one) => [number(one, 'cx'), number(one, 'cy')])).toEqual([
            [105, top + 33], [145, top + 22], [185, top + 11], [225, top], [265, top + 33], [305, top + 22],
        ]);
        const bands = of(drawn, 'hand-band').map((one) => ['x', 'y', 'width', 'height'].map((name) => number(one, name)));
        expect(bands).toEqual([[176, top - 4, 80, 41]]);
        const [numeral] = of(drawn, 'hand-position');
        expect([number(numeral, 'x'), number(numeral, 'y')]).toEqual([178, top + 48]);
        expect(of(drawn, 'hand-shift')[0]?.getAttribute('d')).toBe(`M162 ${top + 37}L165 ${top + 42}L168 ${top + 37}`);
    });

    it('rings what the class has not learned, and draws slides over the string', () => {
        const fingered = withFingers((_, index) => ({ slide: index === 1 }));
        const drawn = drawHandLanes(geometry(fingered), fingered, strings, 0, [
            told({ code: 'out-of-range', note: 'n4' }), told({ code: 'stretch', note: 'n5' }),
        ]);
        expect(of(drawn, 'hand-beyond').map((one) => number(one, 'cx'))).toEqual([225]);
        const [slide] = of(drawn, 'hand-slide');
        const string = number(of(drawn, 'hand-dot')[0], 'cy');
        expect(['x1', 'x2', 'y1', 'y2'].map((name) => number(slide, name))).toEqual([105, 145, string - 2, string - 2]);
    });

    it('draws a line while a finger stays down', () => {
        const fingered = withFingers((_, index) => (index === 0 ? { leaveDown: true, leaveDownTo: 'n3' } : {}));
        const [hold] = of(drawHandLanes(geometry(fingered), fingered, strings, 0), 'hand-hold');
        expect(number(hold, 'x2') - number(hold, 'x1')).toBe(80);
    });

    it('shows what is out of its usual place', () => {
        const shapes = ['low', 'high', 'regular', 'forward', 'back', 'low'] as const;
        const fingered = withFingers((_, index) => ({ number: index === 1 ? 2 : 1, shape: shapes[index] ?? 'regular' }));
        expect(of(drawHandLanes(geometry(fingered), fingered, strings, 0), 'is-bent')).toHaveLength(4);
    });

    it('stands below the bow lane', () => {
        const fingered = withFingers(() => ({}));
        const alone = of(drawHandLanes(geometry(fingered), fingered, strings, 0), 'hand-dot')[0];
        const below = of(drawHandLanes(geometry(fingered), fingered, strings, 50), 'hand-dot')[0];
        expect(number(below, 'cy') - number(alone, 'cy')).toBe(50);
    });

    it('is not there without fingers or strings', () => {
        const bare = notes().map((note) => ({ ...note, finger: null }));
        expect(drawHandLanes(geometry(bare), bare, strings, 0)).toEqual([]);
        expect(drawHandLanes(geometry(notes()), notes(), [], 0)).toEqual([]);
    });
});

describe('a text over the page', () => {
    const finger = { left: 95, right: 105, top: 30, bottom: 42 };

    it('stands where it is wanted when nothing is written there', () => {
        expect(clearFoot([], 100, 40, 50, 10)).toBe(40);
        expect(clearFoot([{ ...finger, left: 200, right: 210 }], 100, 40, 50, 10)).toBe(40);
        expect(clearFoot([{ ...finger, top: 60, bottom: 70 }], 100, 40, 50, 10)).toBe(40);
    });

    it('moves over a finger, and over what stands on the finger', () => {
        const over = clearFoot([finger], 100, 40, 50, 10);
        expect(over).toBeLessThan(finger.top);
        const sign = { left: 90, right: 110, top: 10, bottom: 28 };
        expect(clearFoot([finger, sign], 100, 40, 50, 10)).toBeLessThan(sign.top);
    });

    it('gives up after a few tries rather than leaving the page', () => {
        const tower = Array.from({ length: 40 }, (_, index) => ({ left: 0, right: 200, top: 30 - 20 * index, bottom: 49 - 20 * index }));
        // Eight tries up a tower of forty: it stands three above the eighth area.
        expect(clearFoot(tower, 100, 40, 50, 10)).toBe(30 - 20 * 7 - 3);
    });
});

describe('an open tie', () => {
    it('ends a little after its note, and other ties stay as they are', () => {
        const mei = '<lv xml:id="a" startid="#n1" tstamp2="0m+1.0026" /><tie startid="#n1" tstamp2="0m+1.0026" /><lv startid="#n2" tstamp2="1m+3" />';
        expect(withLongerOpenTies(mei)).toBe(
            '<lv xml:id="a" startid="#n1" tstamp2="0m+1.7026" /><tie startid="#n1" tstamp2="0m+1.0026" /><lv startid="#n2" tstamp2="1m+3.7" />',
        );
        expect([hasOpenTies('<tied type="let-ring"/>'), hasOpenTies('<tied type="start"/>')]).toEqual([true, false]);
    });
});

describe('words of the book', () => {
    const under = (words: [string, string][]): SVGElement[] => drawBookWords(geometry(notes()), new Map(words), 40, true);

    it('stand under the lanes at their note', () => {
        const [first] = under([[notes()[1]?.id ?? '', 'new: low 2 on A']]);
        expect([first?.textContent, number(first, 'x'), number(first, 'y')]).toEqual(['new: low 2 on A', 140, 125]);
    });

    it('take a second row where they would run into each other, and stay on the page', () => {
        const drawn = under(notes().slice(0, 5).map(({ id }) => [id, 'not in the book: 4 on E']));
        expect(new Set(drawn.map((one) => number(one, 'y')))).toEqual(new Set([125, 139]));
        drawn.forEach((one) => expect(number(one, 'x')).toBeLessThan(400));
        [125, 139].map((y) => drawn.filter((one) => number(one, 'y') === y)).forEach((row) => row.forEach((one, at) => {
            const before = row[at - 1];
            if (before) expect(number(one, 'x')).toBeGreaterThan(number(before, 'x') + 6 * before.textContent.length);
        }));
    });

    it('are one sentence a measure', () => {
        const words = [
            { note: 'a', measure: '1', text: 'the E string' }, { note: 'b', measure: '1', text: '1 on E' }, { note: 'c', measure: '9', text: 'a retake' },
            ...['x', 'y', 'z'].map((text) => ({ note: 'b', measure: '1', text })),
        ];
        expect([...wordsByNote(words, 'not in the book')]).toEqual([
            ['a', 'not in the book: the E string, 1 on E, x, y and 1 more'], ['c', 'not in the book: a retake'],
        ]);
    });
});
