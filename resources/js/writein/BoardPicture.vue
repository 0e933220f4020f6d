<script setup lang="ts">
/** The fingerboard of the instrument that reads the line: each place writes its note. Arrow keys walk over it. */
import { computed, ref } from 'vue';
import type { BoardPlace, BoardString } from '../api/types';

const props = defineProps<{ board: BoardString[]; instrument: string; chosen: string }>();
const emit = defineEmits<{ point: [place: BoardPlace] }>();

const WIDTH = 620;
const NUT = 92;
const ROW = 46;
const TOP = 26;
/** Places are drawn by where they lie on the string, as far as the card reaches. */
const furthest = computed(() => Math.max(0.01, ...props.board.flatMap(({ places }) => places.map(({ at }) => at))));
const xOf = (place: BoardPlace): number => (place.at === 0 ? NUT - 34 : NUT + 26 + (place.at / furthest.value) * (WIDTH - NUT - 60));
const yOf = (row: number): number => TOP + row * ROW;
/** Where the fingers of the key lie: drawn as tapes. */
const tapes = computed(() => {
    const finger = (number: string) => props.board[1]?.places.find((place) => place.inKey && place.finger.replace(/\D/g, '') === number);
    return ['1', '2', '3', '4'].flatMap((number) => finger(number) ?? []).map(xOf);
});
const focused = ref({ row: 1, index: 0 });

function walk(event: KeyboardEvent): void {
    const step = { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    const [down = 0, right = 0] = step;
    const row = Math.max(0, Math.min(props.board.length - 1, focused.value.row + down));
    const places = props.board[row]?.places ?? [];
    const index = Math.max(0, Math.min(places.length - 1, focused.value.index + right));
    focused.value = { row, index };
    const all = (event.currentTarget as Element).querySelectorAll<SVGGElement>(`[data-row="${row}"]`);
    all[index]?.focus();
}
</script>

<template>
    <svg :viewBox="`0 0 ${WIDTH} ${TOP * 2 + (board.length - 1) * ROW}`" class="board" role="group" :aria-label="`Fingerboard of the ${instrument}`" @keydown="walk">
        <line
            v-for="x in tapes"
            :key="x"
            :x1="x"
            :x2="x"
            :y1="TOP - 16"
            :y2="yOf(board.length - 1) + 16"
            class="tape"
        />
        <rect :x="NUT" :y="TOP - 14" width="7" :height="(board.length - 1) * ROW + 28" class="nut" />
        <g v-for="(string, row) in board" :key="string.name">
            <text x="10" :y="yOf(row) + 6" class="name">{{ string.name }}</text>
            <line :x1="NUT" :x2="WIDTH" :y1="yOf(row)" :y2="yOf(row)" class="string" :style="{ strokeWidth: `${1.2 + row * 0.7}px` }" />
            <g
                v-for="(place, index) in string.places"
                :key="place.signed + place.at"
                role="button"
                :data-row="row"
                :tabindex="focused.row === row && focused.index === index ? 0 : -1"
                :aria-label="`${place.name}, ${place.finger === '0' ? `open ${string.name}` : `${place.finger} on ${string.name}`}`"
                class="place"
                :class="{ 'is-other': !place.inKey, 'is-chosen': chosen === `${string.name} ${place.at}` }"
                :transform="`translate(${xOf(place)} ${yOf(row)})`"
                @click="emit('point', place)"
                @focus="focused = { row, index }"
                @keydown.enter.stop.prevent="emit('point', place)"
                @keydown.space.stop.prevent="emit('point', place)"
            >
                <circle r="20" class="reach" />
                <circle :r="place.inKey ? 16 : 11" class="dot" />
                <text y="5" text-anchor="middle">{{ place.name }}</text>
            </g>
        </g>
    </svg>
</template>

<style scoped>
.board {
    width: 100%;
    max-height: 100%;
    touch-action: manipulation;
}

.tape {
    stroke: var(--tape);
    stroke-width: 4;
}

.nut {
    fill: var(--ink);
}

.string {
    stroke: var(--string);
}

.name {
    font: 700 15px var(--sans);
    fill: var(--ink);
}

.place {
    cursor: pointer;
    outline: none;
}

.reach {
    fill: transparent;
}

.dot {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 1.6;
}

.place text {
    font: 700 13.5px var(--sans);
    fill: var(--ink);
    pointer-events: none;
}

.is-other .dot {
    stroke: var(--board-edge);
    stroke-dasharray: 2.5 2.5;
}

.is-other text {
    font-size: 11px;
    fill: var(--soft);
}

.place:hover .dot,
.place:focus-visible .dot {
    stroke: var(--cedar);
    stroke-width: 3;
}

.is-chosen .dot {
    fill: var(--cedar);
    stroke: var(--cedar);
}

.is-chosen text {
    fill: var(--on-dark);
}
</style>
