<script setup lang="ts">
/** A fingerboard seen from above: the strings, the beginners' tapes, and the finger where it stands. */
import { computed } from 'vue';
import type { Finger } from '../api/types';

const props = defineProps<{ finger: Finger; strings: string[]; instrument: string }>();

const WIDTH = 250;
const LEFT = 26;
/** Semitones shown: enough for the finger, at least first position. */
const span = computed(() => Math.max(8.5, place.value + 2));
const TAPES: Record<string, number[]> = { violin: [2, 4, 5, 7], viola: [2, 4, 5, 7], cello: [2, 4, 5], bass: [2, 4, 5] };

const BASES: Record<string, Record<string, number>> = {
    violin: { '½': 1, I: 2, II: 4, III: 5, IV: 7, V: 9, VI: 11, VII: 12 },
    cello: { '½': 1, I: 2, II: 3, III: 5, IV: 7, V: 8, VI: 10, VII: 12 },
    bass: { '½': 1, I: 2, II: 3, 'II½': 4, III: 5, 'III½': 6, IV: 7, V: 8, 'V½': 9, VI: 10 },
};

/** Only for drawing: how far up the string the finger stands. */
const place = computed(() => props.finger.semitones);
const x = (semitones: number): number => {
    const part = (at: number): number => 1 - 2 ** (-at / 12);
    return LEFT + ((WIDTH - LEFT - 10) * part(semitones)) / part(span.value);
};
const rows = computed(() => [...props.strings].reverse());
const y = (index: number): number => 12 + index * 16;
const here = computed(() => rows.value.indexOf(props.finger.string));
const tapes = computed(() => (TAPES[props.instrument] ?? []).filter((tape) => tape < span.value));
const base = computed(() => BASES[props.instrument === 'viola' ? 'violin' : props.instrument]?.[props.finger.position] ?? 2);
const label = computed(
    () => `Finger ${props.finger.number} on the ${props.finger.string} string, ${props.finger.position}`,
);
</script>

<template>
    <svg class="board" :viewBox="`0 0 ${WIDTH} ${rows.length * 16 + 10}`" role="img" :aria-label="label">
        <rect
            v-for="tape in tapes"
            :key="tape"
            class="tape"
            :x="x(tape) - 1.5"
            y="4"
            width="3"
            :height="rows.length * 16 + 2"
        />
        <rect class="nut" :x="LEFT - 3" y="5" width="4" :height="rows.length * 16" />
        <path v-if="finger.position !== 'I'" class="reach" :d="`M${x(base)} ${rows.length * 16 + 6}v-4M${x(base)} 4v4`" />
        <g v-for="(string, index) in rows" :key="string">
            <line class="string" :x1="LEFT" :x2="WIDTH - 4" :y1="y(index)" :y2="y(index)" :stroke-width="1 + index * 0.5" />
            <text :x="8" :y="y(index) + 4">{{ string }}</text>
        </g>
        <g v-if="here >= 0">
            <circle class="finger" :class="{ 'is-open': finger.number === 0 }" :cx="finger.number === 0 ? LEFT + 2 : x(place)" :cy="y(here)" r="8" />
            <text class="digit" :class="{ 'is-open': finger.number === 0 }" :x="finger.number === 0 ? LEFT + 2 : x(place)" :y="y(here) + 4">{{ finger.number }}</text>
        </g>
    </svg>
</template>

<style scoped>
.board {
    width: 100%;
    display: block;
    margin-bottom: 10px;
}

.tape {
    fill: #d9bf6f;
}

.nut {
    fill: var(--ink);
}

.string {
    stroke: #8b857a;
}

.reach {
    stroke: var(--cedar);
    stroke-width: 2;
}

text {
    font: 11px var(--sans);
    fill: var(--soft);
}

.finger {
    fill: var(--cedar);
}

.finger.is-open {
    fill: var(--paper);
    stroke: var(--cedar);
    stroke-width: 2;
}

.digit {
    fill: #fff;
    font-weight: 700;
    text-anchor: middle;
}

.digit.is-open {
    fill: var(--cedar-ink);
}
</style>
