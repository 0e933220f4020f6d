import { describe, expect, it } from 'vitest';
import {
    accidental, bodyStart, fieldOf, isSlurOpen, lengthText, measureOf, near, offsetOf, placed, putBar, relength, sign, sinceBar, slur, tie, tokenBefore,
    tokens, triplet, unitOf, withField, write, type Writing,
} from '../../resources/js/writein/text';

const HEAD = 'X:1\nT:A line\nM:4/4\nL:1/4\nK:D\n';
const end = (text: string): Writing => ({ text, from: text.length, to: text.length });
const music = (writing: Writing): string => writing.text.slice(HEAD.length);
const typed = (body: string): Writing => end(HEAD + body);
/** Presses one after another. */
const pressed = (...presses: ((now: Writing) => Writing)[]): Writing => presses.reduce((now, press) => press(now), end(HEAD));
const note = (bare: string, quarters = 1) => (now: Writing): Writing => write(now, bare, quarters);

describe('the head', () => {
    it('is read and written by its fields', () => {
        expect(fieldOf(HEAD, 'T')).toBe('A line');
        expect(withField(HEAD, 'T', 'Another $1')).toContain('T:Another $1\n');
        expect(withField(HEAD, 'Q', '1/4=84')).toBe('X:1\nT:A line\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\n');
        expect(HEAD.slice(bodyStart(HEAD))).toBe('');
        expect(fieldOf(`${HEAD}M:3/4`, 'M')).toBe('4/4');
    });
    it('says units and measures', () => {
        expect(unitOf(HEAD)).toBe(1);
        expect(unitOf('M:2/4\nK:C\n')).toBe(0.25);
        expect(unitOf('M:6/8\nK:C\n')).toBe(0.5);
        expect([measureOf(HEAD), measureOf('M:6/8\nK:C\n'), measureOf('M:C|\nK:C\n'), measureOf('M:none\nK:C\n')]).toEqual([4, 3, 4, 0]);
        expect([lengthText(1, 1), lengthText(2, 1), lengthText(0.5, 1), lengthText(1.5, 1), lengthText(0.75, 0.5)]).toEqual(['', '2', '/2', '3/2', '3/2']);
    });
});

describe('notes', () => {
    it('are written with their barlines and beams', () => {
        const four = pressed(note('D'), note('E', 0.5), note('F', 0.5), note('G', 0.5), note('A', 0.5), note('B'), note('A', 4));
        expect(music(four)).toBe('D E/2F/2 G/2A/2 B | A4 | ');
    });
    it('begin with a pickup that is closed by hand', () => {
        const line = pressed(note('A'), (now) => putBar(now, '|:'), note('D', 2), note('F', 2), note('A', 4));
        expect(music(line)).toBe('A |: D2 F2 | A4 | ');
    });
    it('take the place of a chosen one', () => {
        const line = typed('D E F G | ');
        const chosen = { ...line, from: HEAD.length + 2, to: HEAD.length + 3 };
        expect(music(write(chosen, '^F', 2))).toBe('D ^F2 F G | ');
        expect(music(relength(chosen, 0.5))).toBe('D E/2 F G | ');
        expect(music(write({ ...line, from: 0, to: 0 }, 'A', 1)).startsWith(' A') || music(write({ ...line, from: 0, to: 0 }, 'A', 1)).startsWith('A')).toBe(true);
    });
    it('stand inside a line without a barline of their own', () => {
        const line = typed('D E F | A4 |');
        expect(music(write({ ...line, from: HEAD.length + 5, to: HEAD.length + 5 }, 'G', 1))).toBe('D E F G | A4 |');
    });
    it('are told apart from words, signs and fields', () => {
        expect(tokens(`${HEAD}"Dm"D !f!E [K:G]uF .G (A B) {c}d [DA]2 z | % E E\nw:la la`)).toHaveLength(9);
        expect(tokens(HEAD)).toEqual([]);
        expect(tokenBefore(typed('D !3!E2 | '))).toMatchObject({ from: HEAD.length + 2, note: HEAD.length + 5, to: HEAD.length + 7 });
    });
    it('are counted from the last barline, triplets too', () => {
        expect(sinceBar(`${HEAD}D E | F2 (3A/B/c/`, HEAD.length + 17)).toBeCloseTo(3);
        expect(sinceBar(`${HEAD}D4 |1 A`, HEAD.length + 7)).toBe(1);
        expect(sinceBar(`${HEAD}[DA]2 z/`, HEAD.length + 8)).toBe(2.5);
    });
    it('are found nearest to the one before', () => {
        expect(near(`${HEAD}A`, HEAD.length + 1, 'c')).toBe('c');
        expect(near(`${HEAD}c`, HEAD.length + 1, 'a')).toBe('A');
        expect(near(`${HEAD}D`, HEAD.length + 1, 'b')).toBe('B,');
        expect(near(HEAD, HEAD.length, 'g')).toBe('G');
    });
    it('say their sign again where the measure has another', () => {
        const place = { abc: 'F', signed: '^F', letter: 'F' };
        expect(placed(`${HEAD}=F G `, HEAD.length + 5, place)).toBe('^F');
        expect(placed(`${HEAD}=F G2 A | `, HEAD.length + 10, place)).toBe('F');
    });
});

describe('signs', () => {
    it('stand at the note before the cursor and go again', () => {
        expect(music(sign(typed('D E | '), 'u'))).toBe('D uE | ');
        expect(music(sign(typed('D uE | '), 'v'))).toBe('D vE | ');
        expect(music(sign(typed('D uE | '), 'u'))).toBe('D E | ');
        expect(music(sign(typed('(D'), 'u'))).toBe('(uD');
        expect(music(accidental(typed('D F | '), '='))).toBe('D =F | ');
        expect(music(accidental(typed('D =F2'), '='))).toBe('D F2');
        expect(music(accidental(typed('z'), '^'))).toBe('z');
        expect(music(tie(typed('D4 | ')))).toBe('D4- | ');
        expect(music(tie(typed('D4- | ')))).toBe('D4 | ');
        expect(sign(end(HEAD), 'u').text).toBe(HEAD);
    });
    it('slur from one note to another, over a barline too', () => {
        const line = pressed(note('D', 2), slur, note('E'), note('F'), slur, note('G'));
        expect(music(line)).toBe('D2 (E F) | G');
        expect(isSlurOpen(`${HEAD}(3DEF (G`, HEAD.length + 8)).toBe(true);
        expect(isSlurOpen(`${HEAD}(3DEF`, HEAD.length + 5)).toBe(false);
    });
    it('make triplets', () => {
        const line = pressed(triplet, note('D', 0.5), note('E', 0.5), note('F', 0.5), note('G'), note('A', 2));
        expect(music(line)).toBe('(3D/2E/2F/2 G A2 | ');
    });
    it('become one with the barline that stands there', () => {
        expect(music(putBar(typed('D4 | '), ':|'))).toBe('D4 :| ');
        expect(music(putBar(typed('D4 | '), '1'))).toBe('D4 |1 ');
        expect(music(putBar(typed('D3 A | '), '2'))).toBe('D3 A :|2 ');
        expect(music(putBar(typed('D4 :| '), '|:'))).toBe('D4 :: ');
        expect(music(putBar(typed('D4 | '), '|]'))).toBe('D4 |] ');
        expect(music(putBar(typed(''), '|:'))).toBe('|: ');
    });
});

it('finds a line and a column of the text', () => {
    expect(offsetOf('ab\n𝄞cd', 2, 2)).toBe(5);
    expect(offsetOf('ab', 9, 9)).toBe(2);
});
