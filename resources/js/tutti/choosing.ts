/** What is chosen in Tutti: a block, a stretch of time, one section or several; and what is done to all of it at once. */
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import type { Tutti, TuttiLines, TuttiStroke } from '../api/types';
import { ACTS, type Act } from '../desk/commands/table';

/** Sections, and from when to when, in quarter notes. */
export interface Chosen {
    parts: string[];
    from: number;
    to: number;
}

/** Acts that can be done to several sections at once: those that are one pencil line at a note. */
export const TUTTI_ACTS = ACTS.filter((act) => act.line !== undefined);
/** What is asked for a whole stretch and not for its first stroke. */
const OVER_ALL = new Set(ACTS.filter((act) => act.at === 'part').map((act) => act.name));

export interface Choosing {
    chosen: Ref<Chosen | null>;
    /** In words: "Violin I and Viola, measure 2, beat 1 to measure 4, beat 3". */
    spoken: ComputedRef<string>;
    choose: (part: string, from: number, to: number, extend: boolean) => void;
    toggle: (part: string) => void;
    chooseTime: (from: number, to: number) => void;
    walk: (step: 1 | -1, extend: boolean) => void;
    change: (step: 1 | -1, extend: boolean) => void;
    holds: (part: string, stroke: TuttiStroke) => boolean;
    strokes: (part: string) => TuttiStroke[];
    lines: (act: Act) => TuttiLines[];
    clear: () => void;
}

export function useChoosing(data: Ref<Tutti | null>): Choosing {
    const chosen = ref<Chosen | null>(null);
    /** Where the choice began: what is chosen further goes from there. */
    let anchor: { part: string; from: number; to: number } | null = null;
    let last: { part: string; from: number; to: number } | null = null;

    const order = computed(() => data.value?.sections.map((section) => section.part) ?? []);
    /** The first voice of a section: the others go along. */
    function voice(part: string): TuttiStroke[] {
        const section = data.value?.sections.find((one) => one.part === part);
        return section?.strokes.filter((stroke) => stroke.voice === section.strokes[0]?.voice) ?? [];
    }

    function choose(part: string, from: number, to: number, extend: boolean): void {
        last = { part, from, to };
        if (!extend || !anchor) {
            anchor = last;
            chosen.value = { parts: [part], from, to };
            return;
        }
        const rows = [order.value.indexOf(anchor.part), order.value.indexOf(part)].sort((a, b) => a - b);
        chosen.value = {
            parts: order.value.slice(rows[0], (rows[1] ?? 0) + 1),
            from: Math.min(anchor.from, from),
            to: Math.max(anchor.to, to),
        };
    }

    /** One section more, or less. */
    function toggle(part: string): void {
        const now = chosen.value;
        if (!now) {
            const all = data.value?.measures ?? [];
            const end = all.at(-1);
            choose(part, all[0]?.onset ?? 0, (end?.onset ?? 0) + (end?.length ?? 0), false);
            return;
        }
        const parts = now.parts.includes(part) ? now.parts.filter((one) => one !== part) : order.value.filter((one) => one === part || now.parts.includes(one));
        chosen.value = parts.length === 0 ? null : { ...now, parts };
    }

    /** A stretch of time in the sections that are chosen; in all where none is. */
    function chooseTime(from: number, to: number): void {
        const parts = chosen.value?.parts ?? order.value;
        anchor = last = { part: parts[0] ?? '', from, to };
        chosen.value = { parts, from, to };
    }

    function walk(step: 1 | -1, extend: boolean): void {
        const part = last?.part ?? order.value[0] ?? '';
        const all = voice(part);
        const at = last ? all.findIndex((stroke) => stroke.end > (last?.from ?? 0)) : -1;
        const next = all[last ? Math.max(0, Math.min(all.length - 1, at + step)) : 0];
        if (next) choose(part, next.onset, next.end, extend);
    }

    function change(step: 1 | -1, extend: boolean): void {
        const at = order.value.indexOf(last?.part ?? '');
        const part = order.value[Math.max(0, Math.min(order.value.length - 1, at + step))];
        const there = part === undefined ? undefined : voice(part).find((stroke) => stroke.end > (last?.from ?? 0));
        if (part !== undefined && there) choose(part, there.onset, there.end, extend);
    }

    function holds(part: string, stroke: TuttiStroke): boolean {
        const now = chosen.value;
        return now !== null && now.parts.includes(part) && stroke.onset >= now.from - 1e-6 && stroke.onset < now.to - 1e-6;
    }

    const strokes = (part: string): TuttiStroke[] => voice(part).filter((stroke) => stroke.direction !== null && holds(part, stroke));

    /** The pencil lines of an act in every section that is chosen: at the first stroke of each, or over the whole stretch. */
    function lines(act: Act): TuttiLines[] {
        return (data.value?.sections ?? []).flatMap((section): TuttiLines[] => {
            const here = strokes(section.part);
            const [first, end] = [here[0], here.at(-1)];
            if (!first || !end || act.line === undefined) return [];
            const place = OVER_ALL.has(act.name) && first !== end ? `${first.note}-${end.note}` : first.note;
            return [{ section: section.id, lines: [`${place} ${act.line}`] }];
        });
    }

    const spoken = computed(() => {
        const now = chosen.value;
        if (!now) return '';
        const isSilent = now.parts.every((part) => strokes(part).length === 0);
        // Who rests there is not spoken of.
        const names = (data.value?.sections ?? [])
            .filter((one) => now.parts.includes(one.part) && (isSilent || strokes(one.part).length > 0))
            .map((one) => one.name);
        const who = names.length > 1 && names.length === order.value.length ? 'All sections' : [names.slice(0, -1).join(', '), names.at(-1)].filter(Boolean).join(' and ');
        const all = now.parts.flatMap((part) => strokes(part)).sort((a, b) => a.onset - b.onset);
        const [first, end] = [all[0], all.at(-1)];
        if (!first || !end) return `${who}: nothing is bowed there`;
        return `${who}, ${first.place}${end.onset > first.onset ? ` to ${end.place}` : ''}`;
    });

    return { chosen, spoken, choose, toggle, chooseTime, walk, change, holds, strokes, lines, clear: () => { chosen.value = anchor = last = null; } };
}
