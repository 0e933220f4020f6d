<script setup lang="ts">
/** The strokes of all sections over a few measures, aligned in time, with what is to be shown over them. */
import { computed } from 'vue';
import type { GridBar, TuningRow, Tutti, TuttiEvent, TuttiFinger, TuttiStroke } from '../api/types';
import type { Choosing } from './choosing';
import { WINDOW, type View } from './view';

/** Pixels from one section to the next: at least, and at most. */
const LEAST = 96;
const MOST = 150;
const TOP = 40;
const FOOT = 16;
const LEFT = 84;
const WIDTH = 870;

const props = defineProps<{ data: Tutti; first: number; view: View; chosen: TuttiEvent | null; choosing: Choosing; room: number; now?: number | null; grid?: GridBar[]; places?: TuningRow[] }>();

/** Sections stand as far apart as the height allows, within reason. */
const row0 = computed(() => Math.max(LEAST, Math.min(MOST, (props.room - TOP - FOOT) / Math.max(1, props.data.sections.length))));

/** A drag over blocks chooses what lies between its ends. */
let isDragging = false;

function down(event: PointerEvent, part: string, stroke: TuttiStroke): void {
    isDragging = event.pointerType !== 'touch' && event.button === 0;
    props.choosing.choose(part, stroke.onset, stroke.end, event.shiftKey);
}

function over(event: PointerEvent, part: string, stroke: TuttiStroke): void {
    if (isDragging && (event.buttons & 1) === 1) props.choosing.choose(part, stroke.onset, stroke.end, true);
    else isDragging = false;
}

const shown = computed(() => props.data.measures.slice(props.first, props.first + WINDOW));
const from = computed(() => shown.value[0]?.onset ?? 0);
const to = computed(() => {
    const last = shown.value.at(-1);
    return last ? last.onset + last.length : 1;
});
const x = (onset: number): number => LEFT + ((onset - from.value) / (to.value - from.value)) * (WIDTH - LEFT - 10);
const isSeen = (start: number, end: number): boolean => end > from.value && start < to.value;
const row = (part: string): number => props.data.sections.findIndex((section) => section.part === part) ;
const height = computed(() => TOP + row0.value * props.data.sections.length + FOOT);

/** Widths of what stands under a note, in the picture's own units. */
const DIGIT = 7.4;
const GAP = 2.5;

interface FingerText {
    onset: number;
    text: string;
    shift: boolean;
}

/** Fingers as they fit: the string where it changes, and no text over the one before; where the hand shifts always. */
function legible(fingers: TuttiFinger[]): FingerText[] {
    const kept: FingerText[] = [];
    let string = '';
    let end = -Infinity;
    for (const finger of fingers) {
        // Never as a pitch is written: “4·A”.
        const text = finger.string !== string || finger.shift ? `${finger.number}·${finger.string}` : finger.number;
        const left = x(finger.onset);
        if (left < end + GAP) {
            if (!finger.shift) continue;
            kept.pop();
        }
        string = finger.string;
        end = left + text.length * DIGIT;
        kept.push({ onset: finger.onset, shift: finger.shift, text });
    }
    return kept;
}

const rows = computed(() =>
    props.data.sections.map((section, index) => ({
        name: section.name,
        y: TOP + row0.value * index,
        part: section.part,
        fingers: legible(section.fingers.filter((one) => one.onset >= from.value && one.onset < to.value)),
        strokes: section.strokes.filter((stroke) => stroke.voice === section.strokes[0]?.voice && isSeen(stroke.onset, stroke.end)),
    })),
);
/** Neighbouring rows are bound together on the picture; all quarrels are listed beside it. */
const bound = computed(() =>
    props.data.stretches.filter(
        (stretch) =>
            (stretch.agrees || stretch.quarrels) &&
            isSeen(stretch.from, stretch.to) &&
            Math.abs(row(stretch.one) - row(stretch.other)) === 1,
    ),
);
const spans = computed(() => (props.chosen?.spans ?? []).filter((span) => isSeen(span.from, span.to)));
const entrances = computed(() => props.data.entrances.filter((one) => one.onset >= from.value && one.onset < to.value));
const unisons = computed(() => props.data.unisons.filter((one) => one.onset >= from.value && one.onset < to.value));
/** The eighths of the measures that are shown, each a cell in its section's row; the lines of a divisi one under the other. */
const cells = computed(() =>
    (props.view === 'entrances' ? (props.grid ?? []) : [])
        .filter((bar) => bar.index >= props.first && bar.index < props.first + WINDOW)
        .flatMap((bar) =>
            bar.rows.flatMap((line) =>
                Array.from(line.slots, (slot, at) => ({ slot, part: line.part, line: line.line, start: bar.onset + at * bar.slot, end: bar.onset + (at + 1) * bar.slot })),
            ),
        )
        .filter(({ slot }) => slot !== '.'),
);
const CELL: Record<string, string> = { e: 'enters', c: 'goes-on', '-': 'holds' };
/** Tuning forks; where several pitches can be tuned at one moment, one with all their names. */
const forks = computed(() => {
    const at = new Map<number, string[]>();
    (props.view === 'unisons' ? (props.places ?? []) : [])
        .filter((place) => place.onset >= from.value && place.onset < to.value)
        .forEach(({ onset, pitch }) => at.set(onset, [...(at.get(onset) ?? []), pitch]));
    return [...at].map(([onset, pitches]) => ({ onset, pitch: pitches.join(', ') }));
});
const yOf = (part: string): number => TOP + row0.value * row(part);
</script>

<template>
    <svg :viewBox="`0 0 ${WIDTH} ${height}`" role="img" aria-label="Strokes of all sections, aligned in time">
        <g v-for="measure in shown" :key="measure.onset">
            <line :x1="x(measure.onset)" :x2="x(measure.onset)" :y1="26" :y2="height - 6" class="bar" />
            <text :x="x(measure.onset) + 6" y="18" class="number can-be-pressed" @click="choosing.chooseTime(measure.onset, measure.onset + measure.length)">{{ measure.number }}</text>
        </g>
        <line v-if="now !== null && now !== undefined && isSeen(now, now + 0.01)" class="now" :x1="x(now)" :x2="x(now)" :y1="22" :y2="height - 4" />
        <g v-for="one in rows" :key="one.name">
            <text x="4" :y="one.y + 26" class="name can-be-pressed" :class="{ 'is-chosen': choosing.chosen.value?.parts.includes(one.part) }" @click="choosing.toggle(one.part)">{{ one.name }}</text>
            <line :x1="LEFT" :x2="WIDTH - 10" :y1="one.y + 44" :y2="one.y + 44" class="ground" />
            <g v-for="stroke in one.strokes" :key="stroke.onset">
                <rect
                    :x="x(stroke.onset) + 1"
                    :y="one.y + (stroke.direction === 'up' ? 22 : 6)"
                    :width="Math.max(2, x(stroke.end) - x(stroke.onset) - 2)"
                    height="21"
                    rx="3"
                    :class="[stroke.direction ?? 'plucked', { 'is-chosen': choosing.holds(one.part, stroke) }]"
                    @pointerdown="down($event, one.part, stroke)"
                    @pointerenter="over($event, one.part, stroke)"
                />
                <line
                    v-for="tick in stroke.ticks"
                    :key="tick"
                    :x1="x(tick)"
                    :x2="x(tick)"
                    :y1="one.y + (stroke.direction === 'up' ? 27 : 11)"
                    :y2="one.y + (stroke.direction === 'up' ? 38 : 22)"
                    :class="stroke.direction === 'up' ? 'tick' : 'tick is-light'"
                />
                <text v-if="stroke.join === 'hook' || stroke.join === 'retake' || stroke.join === 'lift'" :x="x(stroke.onset)" :y="one.y + 58" class="join">{{ stroke.join }}</text>
            </g>
        </g>
        <template v-if="view === 'fingers'">
            <g v-for="one in rows" :key="`f${one.name}`">
                <text v-for="finger in one.fingers" :key="finger.onset" :x="x(finger.onset) + 2" :y="one.y + 74" class="finger" :class="{ 'is-shift': finger.shift }">{{ finger.text }}</text>
            </g>
        </template>
        <template v-if="view === 'entrances'">
            <g v-for="one in entrances" :key="`e${one.part}${one.onset}`" class="entrance">
                <path :d="`M${x(one.onset)} ${yOf(one.part) + 2}v46M${x(one.onset)} ${yOf(one.part) + 2}l9 5l-9 5`" />
                <text :x="x(one.onset) + 4" :y="yOf(one.part) + 62">{{ one.text }}</text>
            </g>
        </template>
        <rect
            v-for="cell in cells"
            :key="`c${cell.part}${cell.line}${cell.start}`"
            class="cell"
            :class="CELL[cell.slot]"
            :x="x(cell.start) + 0.5"
            :y="yOf(cell.part) + (cell.line === 'inside' ? 77 : 70)"
            :width="Math.max(1, x(cell.end) - x(cell.start) - (cell.slot === '-' ? 0 : 1))"
            :height="cell.line === 'all' ? 12 : 6"
        />
        <g v-for="fork in forks" :key="`t${fork.onset}${fork.pitch}`" class="fork">
            <path :d="`M${x(fork.onset) + 2} 22v6a4 4 0 0 0 8 0v-6m-4 10v6`" />
            <text :x="x(fork.onset) + 13" y="32">{{ fork.pitch }}</text>
        </g>
        <template v-if="view === 'unisons'">
            <g v-for="one in unisons" :key="`u${one.name}${one.onset}`" class="unison" :class="{ 'is-octave': !one.unison }">
                <line :x1="x(one.onset) + 5" :x2="x(one.onset) + 5" :y1="Math.min(...one.parts.map(yOf)) + 6" :y2="Math.max(...one.parts.map(yOf)) + 44" />
                <circle v-for="part in one.parts" :key="part" :cx="x(one.onset) + 5" :cy="yOf(part) + 25" r="4" />
                <text :x="x(one.onset) + 8" :y="Math.min(...one.parts.map(yOf)) + 3">{{ one.name }}</text>
            </g>
        </template>
        <g v-for="stretch in view === 'bows' ? bound : []" :key="`${stretch.one}${stretch.other}${stretch.from}`">
            <template v-if="stretch.agrees">
                <path
                    :d="`M${x(Math.max(stretch.from, from))} ${TOP + row0 * Math.min(row(stretch.one), row(stretch.other)) + 62}v16m0 -8H${x(Math.min(stretch.to, to)) - 4}m0 -8v16`"
                    class="agree"
                />
            </template>
            <rect
                v-else
                :x="x(Math.max(stretch.from, from)) - 2"
                :y="TOP + row0 * Math.min(row(stretch.one), row(stretch.other)) - 2"
                :width="x(Math.min(stretch.to, to)) - x(Math.max(stretch.from, from)) + 2"
                :height="row0 + 52"
                rx="7"
                class="quarrel"
            />
        </g>
        <rect
            v-for="span in spans"
            :key="`c${span.part}${span.from}`"
            :x="x(Math.max(span.from, from))"
            :y="yOf(span.part)"
            :width="x(Math.min(span.to, to)) - x(Math.max(span.from, from)) - 3"
            height="50"
            rx="6"
            class="concerned"
        />
    </svg>
</template>

<style scoped>
.cell.enters {
    fill: var(--ink);
}

.cell.goes-on {
    fill: var(--lane-up);
}

.cell.holds {
    fill: var(--under-page);
}

.fork path {
    fill: none;
    stroke: var(--cedar);
    stroke-width: 2;
}

.fork text {
    fill: var(--cedar-ink);
    font-size: 12px;
    font-weight: 700;
}

.now {
    stroke: var(--cedar);
    stroke-width: 2;
}

svg {
    width: 100%;
    display: block;
    user-select: none;
}

.can-be-pressed,
rect.down,
rect.up,
rect.plucked {
    cursor: pointer;
}

.name.is-chosen {
    fill: var(--cedar-ink);
    text-decoration: underline;
}

rect.is-chosen {
    stroke: var(--cedar);
    stroke-width: 3;
}

.quarrel,
.concerned {
    pointer-events: none;
}

.bar,
.ground {
    stroke: var(--hair-light);
}

.number {
    font: 12px var(--sans);
    fill: var(--soft);
}

.name {
    font: 700 13px var(--sans);
    fill: var(--ink);
}

.down {
    fill: var(--graphite);
}

.up {
    fill: var(--paper);
    stroke: var(--graphite);
    stroke-width: 1.4;
}

.plucked {
    fill: var(--rest);
}

.tick {
    stroke: var(--graphite);
}

.tick.is-light {
    stroke: var(--tick);
}

.join {
    font: italic 12px var(--sans);
    fill: var(--soft);
}

.agree {
    stroke: var(--shared);
    fill: none;
}

.quarrel {
    fill: var(--wrong-wash);
    stroke: var(--wrong);
    stroke-width: 1.6;
}

.concerned {
    fill: none;
    stroke: var(--cedar);
    stroke-width: 2.5;
}

.finger {
    font: 12px var(--sans);
    fill: var(--ink);
}

.finger.is-shift {
    font-weight: 700;
    fill: var(--cedar-ink);
}

.entrance path {
    stroke: var(--cedar);
    stroke-width: 1.6;
    fill: var(--cedar);
}

.entrance text,
.unison text {
    font: 12px var(--sans);
    fill: var(--cedar-ink);
}

.unison line {
    stroke: var(--cedar);
    stroke-width: 2;
}

.unison.is-octave line {
    stroke-dasharray: 2 4;
}

.unison circle {
    fill: var(--cedar);
}
</style>
