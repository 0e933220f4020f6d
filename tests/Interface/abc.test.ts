/**
 * Tunes typed as ABC are read by the server as a kept parser reads them: notes, lengths, accidentals, ties, slurs, repeats, endings,
 * tuplets, voices, changes of key and meter.
 */
import { execFileSync } from 'node:child_process';
import abcjs from 'abcjs';
import { describe, expect, it } from 'vitest';

interface Read {
    voices: { notes: (number | boolean | null)[][]; slurs: number[][] }[];
    bars: [boolean, boolean, string][];
}

/** Small numbers that are the same each time. */
function dice(seed: number): (sides: number) => number {
    let state = seed * 2654435761 + 12345;
    return (sides) => {
        state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) >>> 0;
        return ((state ^ (state >>> 13)) >>> 0) % sides;
    };
}

const KEYS = ['C', 'G', 'D', 'A', 'F', 'Bb', 'Eb', 'Am', 'Em', 'Dm', 'Gm', 'Dmix', 'Ador', 'Ephr', 'Flyd', 'F#m'];
const METERS: [string, number][] = [['4/4', 4], ['3/4', 3], ['2/4', 2], ['6/8', 3], ['C', 4], ['C|', 4], ['9/8', 4.5]];
const LETTERS = ["G,", 'A,', 'B,', 'C', 'D', 'E', 'F', 'G', 'A', 'B', 'c', 'd', 'e', 'f', 'g', 'a', "b", "c'"];

/** A measure of so many quarter notes, with a unit of eighths. */
function measure(quarters: number, roll: (sides: number) => number): string {
    let left = quarters * 2;
    const parts: string[] = [];
    while (left > 0) {
        const note = (): string => `${['', '', '', '', '^', '_', '='][roll(7)] ?? ''}${LETTERS[roll(LETTERS.length)] ?? 'D'}`;
        const kind = roll(9);
        if (kind === 0 && left >= 2) {
            parts.push(`(3${note()}${note()}${note()}`);
            left -= 2;
        } else if (kind === 1 && left >= 2) {
            parts.push(`${note()}${['>', '<'][roll(2)] ?? '>'}${note()}`);
            left -= 2;
        } else if (kind === 2 && left >= 2) {
            parts.push(`(${note()}${note()})`);
            left -= 2;
        } else if (kind === 3) {
            parts.push(left >= 2 ? 'z2' : 'z');
            left -= left >= 2 ? 2 : 1;
        } else if (kind === 4 && left >= 3) {
            parts.push(`u${note()}3`);
            left -= 3;
        } else if (kind === 5) {
            parts.push(`{${LETTERS[roll(9)] ?? 'D'}}.${note()}/2v${note()}/`);
            left -= 1;
        } else if (kind === 6 && left >= 2) {
            parts.push(`[${LETTERS[roll(6)] ?? 'D'}${LETTERS[8 + roll(6)] ?? 'A'}]2`);
            left -= 2;
        } else if (left >= 4 && kind === 7) {
            parts.push(`"^words"!3!${note()}4`);
            left -= 4;
        } else {
            parts.push(left >= 2 && roll(2) === 0 ? `${note()}2` : note());
            left -= /2$/.test(parts.at(-1) ?? '') ? 2 : 1;
        }
    }
    return parts.join(' ');
}

function tune(seed: number): string {
    const roll = dice(seed);
    // A note that fills a measure of nine eighths has no sign of its own: we tie two.
    const [meter, quarters] = seed % 6 === 5 && seed % METERS.length === 6 ? (['6/8', 3] as const) : (METERS[seed % METERS.length] ?? (['4/4', 4] as const));
    const head = `X:${seed}\nT:Tune ${seed}\nM:${meter}\nL:1/8\nK:${KEYS[seed % KEYS.length] ?? 'C'}\n`;
    const line = (long = quarters): string => Array.from({ length: 4 }, () => measure(long, roll)).join(' | ');
    switch (seed % 6) {
        case 0: return `${head}|: ${line()} |1 ${measure(quarters, roll)} :|2 ${measure(quarters, roll)} |]\n`;
        case 1: return `${head}D |: ${line()} :: ${line()} :|\n`;
        case 2: return `${head}V:1 name="Violin I"\n${line()} |]\nV:2 name="Cello" clef=bass\n${line()} |]\n`;
        case 3: return `${head}${line()} |\n[K:${KEYS[(seed + 5) % KEYS.length] ?? 'C'}] ${line()} |]\n`;
        case 4: return `${head}${line()} |\n[M:3/4] ${line(3)} |]\n`;
        default: return `${head}${measure(quarters, roll)} | G4- | G4 ${'z'.repeat(0)}| ${line()} |]\n`.replace(/G4/g, `G${String(quarters * 2)}`);
    }
}

const SIGNS: Record<string, number> = { sharp: 1, flat: -1, natural: 0, dblsharp: 2, dblflat: -2 };

/* The parser's own types say little: what is used of it is named here. */
interface Element {
    el_type: string;
    type?: string;
    startEnding?: string;
    duration?: number;
    rest?: object;
    startTriplet?: number;
    endTriplet?: boolean;
    tripletMultiplier?: number;
    pitches?: { pitch: number; accidental?: string; startSlur?: { label: number }[]; endSlur?: number[]; startTie?: object }[];
    accidentals?: { acc: string; note: string }[];
}
interface Tune { lines: { staff?: { key: { accidentals: { acc: string; note: string }[] }; voices: Element[][] }[] }[] }

/** What the kept parser says, in the shape of ours. */
function other(text: string): Read {
    const [parsed] = abcjs.parseOnly(text) as unknown as Tune[];
    const voices: Read['voices'] = [];
    const bars: Read['bars'] = [];
    const at: { onset: number; measure: number; key: Map<string, number>; held: Map<string, number>; open: Map<number, number>; hasNotes: boolean; share: number }[] = [];
    parsed?.lines.forEach((line) => line.staff?.forEach((staff, index) => {
        const here = (at[index] ??= { onset: 0, measure: 0, key: new Map(), held: new Map(), open: new Map(), hasNotes: false, share: 1 });
        const voice = (voices[index] ??= { notes: [], slurs: [] });
        const keyed = (accidentals: { acc: string; note: string }[]): void => {
            here.key = new Map(accidentals.map(({ acc, note }) => [note.toUpperCase(), SIGNS[acc] ?? 0]));
        };
        keyed(staff.key.accidentals);
        staff.voices[0]?.forEach((element) => {
            if (element.el_type === 'key' && element.accidentals) keyed(element.accidentals);
            if (element.el_type === 'bar') {
                const type = element.type ?? '';
                if (here.hasNotes) {
                    if (index === 0 && type.includes('right_repeat') || index === 0 && type === 'bar_dbl_repeat') (bars[here.measure] ??= [false, false, ''])[1] = true;
                    here.measure += 1;
                    here.hasNotes = false;
                    here.held = new Map();
                }
                if (index === 0 && (type.includes('left_repeat') || type === 'bar_dbl_repeat')) (bars[here.measure] ??= [false, false, ''])[0] = true;
                if (index === 0 && element.startEnding) (bars[here.measure] ??= [false, false, ''])[2] = element.startEnding;
            }
            if (element.el_type !== 'note') return;
            if (element.startTriplet) here.share = element.tripletMultiplier ?? 2 / 3;
            const duration = (element.duration ?? 0) * 4 * here.share;
            here.hasNotes = true;
            if (index === 0) bars[here.measure] ??= [false, false, ''];
            element.pitches?.forEach((pitch) => {
                const letter = 'CDEFGAB'[((pitch.pitch % 7) + 7) % 7] ?? 'C';
                if (pitch.accidental !== undefined) here.held.set(letter, SIGNS[pitch.accidental] ?? 0);
                const alter = here.held.get(letter) ?? here.key.get(letter) ?? 0;
                pitch.endSlur?.forEach((label) => {
                    voice.slurs.push([here.open.get(label) ?? -1, voice.notes.length]);
                });
                pitch.startSlur?.forEach(({ label }) => here.open.set(label, voice.notes.length));
                voice.notes.push([round(here.onset), pitch.pitch + 28, alter, round(duration), here.measure, pitch.startTie !== undefined]);
            });
            here.onset += duration;
            if (element.endTriplet) here.share = 1;
        });
    }));
    voices.forEach(({ slurs }) => slurs.sort((one, two) => (one[0] ?? 0) - (two[0] ?? 0) || (one[1] ?? 0) - (two[1] ?? 0)));
    return { voices, bars };
}

const round = (value: number): number => Math.round(value * 10_000) / 10_000;

describe('ABC', () => {
    const texts = Array.from({ length: 96 }, (_, seed) => tune(seed));
    const ours = JSON.parse(execFileSync('php', ['tests/Interface/abc.php'], { input: JSON.stringify(texts), maxBuffer: 1 << 26 }).toString()) as (Read & { problems: number })[];

    it.each(texts.map((text, index) => [index, text] as const))('reads tune %i as another reader does', (index, text) => {
        const { problems, voices, bars } = ours[index] ?? { problems: -1, voices: [], bars: [] };
        const theirs = other(text);
        expect(problems).toBe(0);
        expect(voices, text).toEqual(theirs.voices);
        expect(bars.map(([from, to]) => [from, to]), text).toEqual(theirs.bars.map(([from, to]) => [from, to]));
    });

    it('meets everything that is compared', () => {
        const all = texts.join('\n');
        for (const sign of ['(3', '>', '<', '|1', ':|2', '::', 'V:2', '[K:', '[M:', '{', '- |', 'u', '[']) expect(all).toContain(sign);
    });
});
