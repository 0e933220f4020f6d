<script setup lang="ts">
/** A fingerboard seen from above: the strings, the beginners' tapes, and the finger where it stands. */
import { computed } from 'vue';
import type { Finger } from '../../api/types';

/** Tapes in semitones above the open string; board: how far along the string each semitone lies, from the nut. */
const props = defineProps<{ finger: Finger; strings: string[]; tapes: number[]; board: number[] }>();

const WIDTH = 250;
const LEFT = 26;
/** What is shown at least, in semitones: first position. */
const LEAST = 9;

const last = computed(() => Math.min(props.board.length - 1, Math.max(LEAST, props.finger.semitones + 2)));
function x(semitones: number): number {
    return LEFT + ((WIDTH - LEFT - 10) * (props.board[semitones] ?? 1)) / (props.board[last.value] ?? 1);
}
const rows = computed(() => [...props.strings].reverse());
const y = (index: number): number => 12 + index * 16;
const here = computed(() => rows.value.indexOf(props.finger.string));
const shownTapes = computed(() => props.tapes.filter((tape) => tape < last.value));
const label = computed(
    () => `Finger ${props.finger.number} on the ${props.finger.string} string, ${props.finger.position}`,
);
</script>

<template>
    <svg class="board" :viewBox="`0 0 ${WIDTH} ${rows.length * 16 + 10}`" role="img" :aria-label="label">
        <rect
            v-for="tape in shownTapes"
            :key="tape"
            class="tape"
            :x="x(tape) - 1.5"
            y="4"
            width="3"
            :height="rows.length * 16 + 2"
        />
        <rect class="nut" :x="LEFT - 3" y="5" width="4" :height="rows.length * 16" />
        <path v-if="finger.frame !== undefined && finger.position !== 'I'" class="reach" :d="`M${x(finger.frame)} ${rows.length * 16 + 6}v-4M${x(finger.frame)} 4v4`" />
        <g v-for="(string, index) in rows" :key="string">
            <line class="string" :x1="LEFT" :x2="WIDTH - 4" :y1="y(index)" :y2="y(index)" :stroke-width="1 + index * 0.5" />
            <text :x="8" :y="y(index) + 4">{{ string }}</text>
        </g>
        <g v-if="here >= 0">
            <circle class="finger" :class="{ 'is-open': finger.number === 0 }" :cx="finger.number === 0 ? LEFT + 2 : x(finger.semitones)" :cy="y(here)" r="8" />
            <text class="digit" :class="{ 'is-open': finger.number === 0 }" :x="finger.number === 0 ? LEFT + 2 : x(finger.semitones)" :y="y(here) + 4">{{ finger.number }}</text>
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
    fill: var(--tape);
}

.nut {
    fill: var(--ink);
}

.string {
    stroke: var(--string);
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
    fill: var(--on-dark);
    font-weight: 700;
    text-anchor: middle;
}

.digit.is-open {
    fill: var(--cedar-ink);
}
</style>
