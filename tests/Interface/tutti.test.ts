import { describe, expect, it } from 'vitest';
import { ref } from 'vue';
import type { Tutti, TuttiStroke } from '../../resources/js/api/types';
import { ACTS, actOf, keyCard } from '../../resources/js/desk/commands/table';
import { TUTTI_ACTS, useChoosing, type Choosing } from '../../resources/js/tutti/choosing';

/** Three sections of two measures in quarters; the cello plays halves, and plucks the last. */
function piece(): Tutti {
    const stroke = (name: string, onset: number, length: number, isPlucked = false): TuttiStroke => ({
        note: `${name}${onset}`, place: `measure ${onset < 4 ? 1 : 2}, beat ${(onset % 4) + 1}`, onset, end: onset + length,
        direction: isPlucked ? null : onset % 2 === 0 ? 'down' : 'up', join: isPlucked ? null : 'change', voice: '1', ticks: [],
    });
    const quarters = (name: string): TuttiStroke[] => Array.from({ length: 8 }, (_, onset) => stroke(name, onset, 1));
    return {
        title: 'Tune',
        counts: 'measure',
        measures: [0, 4].map((onset) => ({ number: String(onset / 4 + 1), onset, length: 4, rehearsal: null })),
        sections: [
            { id: 1, part: 'P1', name: 'Violin I', strokes: quarters('a'), fingers: [] },
            { id: 2, part: 'P2', name: 'Viola', strokes: quarters('b'), fingers: [] },
            { id: 3, part: 'P3', name: 'Cello', strokes: [0, 2, 4, 6].map((onset) => stroke('c', onset, 2, onset === 6)), fingers: [] },
        ],
        stretches: [], quarrels: [], hands: [], entrances: [], unisons: [],
    };
}

const act = (name: string): (typeof TUTTI_ACTS)[number] => TUTTI_ACTS.find((one) => one.name === name)!;
const said = (choosing: Choosing, name: string): string[] => choosing.lines(act(name)).map(({ section, lines }) => `${section}: ${lines.join()}`);

describe('choosing in Tutti', () => {
    it('chooses a block, and says which', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.choose('P2', 1, 2, false);
        expect(choosing.spoken.value).toBe('Viola, measure 1, beat 2');
        expect(said(choosing, 'up')).toEqual(['2: b1 up']);
    });

    it('goes on to another block: what lies between, in the sections between', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.choose('P3', 4, 6, false);
        choosing.choose('P1', 2, 3, true);
        expect(choosing.chosen.value).toEqual({ parts: ['P1', 'P2', 'P3'], from: 2, to: 6 });
        expect(choosing.spoken.value).toBe('All sections, measure 1, beat 3 to measure 2, beat 2');
        expect(said(choosing, 'down')).toEqual(['1: a2 down', '2: b2 down', '3: c2 down']);
    });

    it('asks for a part of the bow over all of the stretch, and for one stroke at that stroke', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.choose('P1', 0, 1, false);
        expect(said(choosing, 'tip')).toEqual(['1: a0 tip']);
        choosing.choose('P2', 3, 4, true);
        expect(said(choosing, 'tip')).toEqual(['1: a0-a3 tip', '2: b0-b3 tip']);
    });

    it('takes sections in and out, the whole piece first', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.toggle('P3');
        expect(choosing.chosen.value).toEqual({ parts: ['P3'], from: 0, to: 8 });
        choosing.toggle('P1');
        expect(choosing.chosen.value?.parts).toEqual(['P1', 'P3']);
        expect(choosing.spoken.value).toBe('Violin I and Cello, measure 1, beat 1 to measure 2, beat 4');
        choosing.toggle('P1');
        choosing.toggle('P3');
        expect(choosing.chosen.value).toBeNull();
    });

    it('chooses a measure in what is chosen, or in all', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.chooseTime(4, 8);
        expect(choosing.chosen.value?.parts).toEqual(['P1', 'P2', 'P3']);
        choosing.choose('P2', 0, 1, false);
        choosing.chooseTime(4, 8);
        expect(choosing.chosen.value).toEqual({ parts: ['P2'], from: 4, to: 8 });
    });

    it('walks by block and by section, and further with Shift', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.walk(1, false);
        choosing.walk(1, false);
        expect(choosing.spoken.value).toBe('Violin I, measure 1, beat 2');
        choosing.change(1, true);
        choosing.walk(1, true);
        expect(choosing.spoken.value).toBe('Violin I and Viola, measure 1, beat 2 to measure 1, beat 3');
        choosing.clear();
        expect(choosing.spoken.value).toBe('');
    });

    it('says where nothing is bowed, and does nothing there', () => {
        const choosing = useChoosing(ref(piece()));
        choosing.choose('P3', 6, 8, false);
        expect(choosing.spoken.value).toBe('Cello: nothing is bowed there');
        expect(choosing.lines(act('down'))).toEqual([]);
    });
});

describe('the table of acts', () => {
    it('has one act for a key, and every name once', () => {
        const keys = ACTS.flatMap((one) => one.keys);
        expect(new Set(keys).size).toBe(keys.length);
        expect(new Set(ACTS.map((one) => one.name)).size).toBe(ACTS.length);
        expect(actOf('d')?.name).toBe('down');
        expect(actOf('x')).toBeUndefined();
    });

    it('offers what every key does as a button too, or in the ring, but for digits and what is no mark', () => {
        const keysAlone = ACTS.filter((one) => one.at === 'keys').map((one) => one.name);
        expect(keysAlone).toEqual(['finger 0', 'finger 1', 'finger 2', 'finger 3', 'finger 4', 'propose', 'say it', 'key card']);
    });

    it('is what the key card is made of', () => {
        const card = new Map(keyCard());
        ACTS.filter((one) => one.keys.length > 0 && one.name !== 'key card').forEach((one) => {
            const keys = [...card].find(([, says]) => says === one.says)?.[0] ?? '';
            expect(keys.includes(one.keys[0]!) || keys === '0 – 4', one.name).toBe(true);
        });
        expect(card.get('0 – 4')).toBe('finger; again to take it away');
    });

    it('lets Tutti do what is one line at a note', () => {
        expect(TUTTI_ACTS.map((one) => one.line)).toEqual([
            'down', 'up', 'hook', 'retake', 'lift', 'frog', 'balance', 'middle', 'tip', 'lower half', 'upper half', 'whole bow', 'save',
        ]);
    });
});
