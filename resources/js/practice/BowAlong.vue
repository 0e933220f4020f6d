<script setup lang="ts">
/**
 * The bow as it is planned, moving: from frog to tip, in the air and set; on which string, as the level of the arm; finger and position
 * beside it.
 */
import { computed, ref, watchEffect } from 'vue';
import type { Play, PlayStroke } from '../api/types';
import type { BowMoment } from '../sound/lap';
import type { PlayingAlong } from './playing';

const props = defineProps<{ play: Play; along: PlayingAlong; line: number | null; isLeftHanded: boolean }>();

const { here } = props.along;
const strings = computed(() => props.play.strings);
const strokes = computed(() => props.play.strokes.filter((one) => one.line === (props.line ?? 0)));
/** Before it plays, the bow is set where the first stroke begins. */
const first = computed<BowMoment | null>(() => {
    const one = strokes.value[0];
    return one ? { stroke: one, place: one.from, does: 'set', height: 0 } : null;
});
const moment = (): BowMoment | null => here.value?.bow ?? first.value;
/* What changes with every stroke is drawn anew with every stroke; only the hand moves with every picture. */
const stroke = computed<PlayStroke | null>(() => moment()?.stroke ?? null);
const does = computed(() => moment()?.does ?? 'set');
const next = computed(() => strokes.value[strokes.value.indexOf(stroke.value as PlayStroke) + 1] ?? null);

const WIDTH = 360;
const LEFT = 30;
const RIGHT = 330;
/** Strings lie one under the other, the highest on top; the bow in the room under them. */
const FIRST = 26;
const APART = 26;
const bowTop = computed(() => FIRST + APART * strings.value.length + 34);
const height = computed(() => bowTop.value + 58);

const names = computed(() => [...strings.value].reverse());
const stringY = (name: string | null): number => FIRST + APART * Math.max(0, names.value.indexOf(name ?? ''));
/** The frog is at the player's right hand. */
const x = (place: number): number => {
    const share = props.isLeftHanded ? 1 - place : place;
    return LEFT + (RIGHT - LEFT) * share;
};
/** The stick is bent a little. */
const y = (place: number): number => bowTop.value + 16 - 14 * Math.sin(Math.PI * (0.2 + 0.6 * place));
const isInAir = computed(() => does.value === 'air');
const hand = ref<SVGGElement | null>(null);
watchEffect(() => {
    const now = moment();
    if (!now || !hand.value) return;
    hand.value.setAttribute('transform', `translate(${x(now.place).toFixed(1)} ${(y(now.place) - 26 * now.height).toFixed(1)})`);
});

function arc(from: number, to: number): string {
    const steps = Array.from({ length: 13 }, (_, step) => from + ((to - from) * step) / 12);
    return steps.map((place, index) => `${index ? 'L' : 'M'}${x(place).toFixed(1)} ${y(place).toFixed(1)}`).join(' ');
}

const goesRight = computed(() => (stroke.value?.direction === 'down') !== props.isLeftHanded);
const arrow = computed(() => (goesRight.value ? 'M-5 -7 L8 0 L-5 7Z' : 'M5 -7 L-8 0 L5 7Z'));

const AMOUNTS: [number, string][] = [[0.16, 'a little'], [0.29, 'a quarter of the bow'], [0.42, 'a third of the bow'], [0.6, 'half the bow'], [0.85, 'most of the bow']];
const amount = computed(() => {
    const far = Math.abs((stroke.value?.to ?? 0) - (stroke.value?.from ?? 0));
    return AMOUNTS.find(([most]) => far < most)?.[1] ?? 'the whole bow';
});
const title = computed(() => {
    if (!stroke.value) return 'No bow here';
    const way = stroke.value.direction === 'down' ? 'Down bow' : 'Up bow';
    if (isInAir.value) return `Circle back: ${way.toLowerCase()} comes`;
    if (does.value === 'set') return `Set it: ${way.toLowerCase()} comes`;
    if (does.value === 'stands') return stroke.value.string ? 'The bow stands' : way;
    return `${way}, ${amount.value}`;
});
const POSITIONS: Record<string, string> = {
    '½': 'half position', I: 'first position', II: 'second position', 'II½': 'between second and third', III: 'third position',
    'III½': 'between third and fourth', IV: 'fourth position', V: 'fifth position', VI: 'sixth position', VII: 'seventh position',
};
/** Where the finger is, beside its number. */
const where = computed(() => {
    const { finger = '', position = '' } = stroke.value ?? {};
    if (finger === '' || finger === '0') return finger === '' ? '' : 'open';
    const shape = finger.startsWith('x') ? 'reaching' : finger.replace(/\d/g, '').trim();
    return [shape, POSITIONS[position] ?? position].filter(Boolean).join(', ');
});
const section = ref<HTMLElement | null>(null);

/** A still picture of this moment, on paper: a copy of what is seen, alone on its page. */
function print(): void {
    const copy = section.value?.cloneNode(true) as HTMLElement | undefined;
    if (!copy) return;
    copy.classList.add('bow-moment');
    document.body.append(copy);
    document.body.classList.add('prints-bow');
    const done = (): void => {
        document.body.classList.remove('prints-bow');
        copy.remove();
    };
    window.addEventListener('afterprint', done, { once: true });
    window.print();
}

const told = computed(() => {
    const join = next.value?.join;
    if (stroke.value?.advice) return stroke.value.advice;
    if (join === 'hook') return 'then stop, and the same way again';
    if (join === 'retake' || join === 'lift') return 'then off the string';
    return '';
});
</script>

<template>
    <section ref="section" class="bow-along" aria-label="The bow">
        <h2>{{ title }}</h2>
        <p>{{ told || ' ' }} <button type="button" class="print-it" @click="print">print this moment</button></p>
        <svg :viewBox="`0 0 ${WIDTH} ${height}`" role="img" :aria-label="`${title}. ${stroke?.finger ?? ''} ${stroke?.string ? `on ${stroke.string}` : ''}`">
            <text class="small" :x="LEFT + 12" y="12">the arm</text>
            <g v-for="name in names" :key="name" :class="['string', { 'is-played': name === stroke?.string }]">
                <text :x="isLeftHanded ? WIDTH - 12 : 12" :y="stringY(name) + 5" text-anchor="middle">{{ name }}</text>
                <path :d="`M${LEFT + 4} ${stringY(name)} H${RIGHT}`" />
            </g>
            <g v-if="stroke?.string" :transform="`translate(${isLeftHanded ? 220 : 140} ${stringY(stroke.string)})`">
                <circle r="15" class="finger" />
                <text class="number" y="5" text-anchor="middle">{{ stroke.finger.replace(/\D/g, '') || '·' }}</text>
                <text class="small" x="24" y="20">{{ where }}</text>
            </g>
            <path class="stick" :d="arc(0, 1)" />
            <path v-if="stroke" class="planned" :d="arc(stroke.from, stroke.to)" />
            <g v-if="stroke" ref="hand" :class="['hand', `does-${does}`]">
                <circle r="16" />
                <path :d="arrow" />
            </g>
            <text class="small" :x="x(0)" :y="bowTop + 48" :text-anchor="isLeftHanded ? 'end' : 'start'">frog</text>
            <text class="small" :x="x(0.5)" :y="bowTop + 48" text-anchor="middle">middle</text>
            <text class="small" :x="x(1)" :y="bowTop + 48" :text-anchor="isLeftHanded ? 'start' : 'end'">tip</text>
        </svg>
    </section>
</template>

<style scoped>
.bow-along {
    padding: 10px 16px 6px;
    background: var(--panel-warm);
}

.print-it {
    float: right;
    border: 0;
    padding: 0 0 4px;
    background: none;
    color: var(--cedar-ink);
    font: 12px var(--sans);
    text-decoration: underline;
    cursor: pointer;
}

h2 {
    margin: 0;
    font: 700 20px var(--serif);
}

p {
    margin: 0;
    font-size: 13px;
    color: var(--soft);
}

svg {
    display: block;
    width: 100%;
    max-width: 520px;
    max-height: 38vh;
    margin: 4px auto 0;
}

/* On a small phone the music keeps most of the height. */
@media (max-height: 700px) {
    .bow-along {
        padding: 4px 12px 2px;
    }

    h2 {
        font-size: 15px;
    }

    p {
        display: none;
    }

    svg {
        max-height: 18vh;
    }
}

text {
    font: 14px var(--sans);
    fill: var(--soft);
}

.small {
    font-size: 11px;
}

.string path {
    stroke: var(--string);
    stroke-width: 1.4;
}

.string.is-played path {
    stroke: var(--ink);
    stroke-width: 3;
}

.string.is-played text {
    fill: var(--ink);
    font-weight: 700;
}

.finger {
    fill: var(--ink);
}

.number {
    fill: var(--on-dark);
    font-weight: 700;
}

.stick {
    fill: none;
    stroke: var(--board);
    stroke-width: 20;
    stroke-linecap: round;
    stroke-linejoin: round;
}

.planned {
    fill: none;
    stroke: var(--eraser);
    stroke-width: 20;
    stroke-linecap: round;
    stroke-linejoin: round;
    opacity: 0.55;
}

.hand circle {
    fill: var(--cedar);
}

.hand path {
    fill: var(--on-dark);
}

.hand.does-air circle,
.hand.does-set circle {
    fill: var(--paper);
    stroke: var(--cedar);
    stroke-width: 3;
}

.hand.does-air path,
.hand.does-set path {
    fill: var(--cedar);
}
</style>

<style>
.bow-moment {
    display: none;
}

/* One moment of the bow and nothing else. */
@media print {
    body.prints-bow > *:not(.bow-moment) {
        display: none !important;
    }

    body.prints-bow > .bow-moment {
        display: block;
        background: none;
    }

    .bow-moment .print-it {
        display: none;
    }

    body.prints-bow > .bow-moment svg {
        max-width: 160mm;
        max-height: none;
        margin: 6mm 0;
    }
}
</style>
