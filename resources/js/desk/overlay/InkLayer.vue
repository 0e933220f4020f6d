<script setup lang="ts">
/** What lies over an engraved system: the chosen note, ink not engraved yet, proposals, and what turned round. */
import { onMounted, ref, watch } from 'vue';
import type { Direction } from '../../api/types';
import { bowSign, clearFoot, text, type Geometry } from '../../engraving/ink';
import './lanes.css';
import { drawBookWords } from './bookWords';
import { drawHandLanes, HAND_LANE } from './handLane';
import { BOW_LANE, drawLanes } from './bowLane';
import { element } from '../../engraving/svg';
import { useDesk } from '../state/store';

const props = defineProps<{
    geometry: Geometry;
    /** Whether the system is near to what is seen: lanes out of sight wait. */
    near: boolean;
    /** Whether the fold cuts it: lanes are shown whole or not at all. */
    cut: boolean;
    lane: boolean;
    hand: boolean;
    /** What the book says at the notes. */
    words: Map<string, string>;
}>();
const desk = useDesk();
const inkLayer = ref<SVGGElement | null>(null);
const frameLayer = ref<SVGGElement | null>(null);
const laneLayer = ref<SVGGElement | null>(null);
/** Signs the newest plan turned, shown as ink until the page is engraved anew. */
let pending: Record<string, Direction | null> = {};
let covered: SVGUseElement[] = [];
let isLaneDue = 0;
/** Milliseconds the hands must rest before the lanes are drawn anew: many small shapes, and nobody waits for them. */
const LANE_REST = 650;
/** About how wide a letter of a proposal in words is, and how high, in pixels. */
const WORDS_EM = 6.6;
const WORDS_HEIGHT = 10;

function drawInk(): void {
    const group = inkLayer.value;
    if (!group) return;
    const { boxes, signs } = props.geometry;
    const written = [...props.geometry.written];
    covered.forEach((use) => use.style.removeProperty('opacity'));
    covered = [];
    const drawn: SVGElement[] = [];
    for (const [id, direction] of Object.entries({ ...pending, ...desk.ink })) {
        const box = boxes.get(id);
        if (!box) continue;
        const old = signs.get(id);
        old?.uses.forEach((use) => {
            use.style.opacity = '0';
            covered.push(use);
        });
        if (direction) {
            drawn.push(bowSign(direction, box.x + box.width / 2, old?.foot ?? Math.min(box.staffTop, box.y) - 6));
        }
    }
    for (const id of desk.turned) {
        const box = boxes.get(id);
        if (box && !(id in desk.ink)) {
            drawn.push(element('circle', { cx: box.x + box.width / 2, cy: box.y + box.height / 2, r: 12, class: 'turned' }));
        }
    }
    for (const mark of desk.plan?.marks ?? []) {
        const box = mark.state === 'decided' ? undefined : boxes.get(mark.from);
        if (!box) continue;
        const x = box.x + box.width / 2;
        const y = Math.min(box.staffTop, box.y) - 24;
        const kind = mark.state === 'proposed' ? 'proposal' : 'choice';
        const isSign = mark.words === 'down' || mark.words === 'up';
        if (isSign) {
            drawn.push(bowSign(mark.words as Direction, x, y, kind));
        } else {
            const width = mark.words.length * WORDS_EM;
            const foot = clearFoot(written, x, y, width, WORDS_HEIGHT);
            written.push({ left: x - width / 2, right: x + width / 2, top: foot - WORDS_HEIGHT, bottom: foot });
            drawn.push(text(mark.words, x, foot, `${kind} is-words`));
        }
    }
    group.replaceChildren(...drawn);
}

/** What people decided, or the edition prints, stands stronger than what was worked out: by its weight, not its colour alone. */
function weigh(): void {
    const { signs, fingers } = props.geometry;
    for (const note of desk.notes) {
        const isBowDecided = note.bow?.origin === 'mark' || note.bow?.origin === 'printed';
        signs.get(note.id)?.uses.forEach((use) => {
            use.classList.toggle('is-decided', isBowDecided);
            use.classList.toggle('is-worked-out', !isBowDecided);
        });
        const finger = fingers.get(note.id);
        finger?.classList.toggle('is-decided', note.finger?.origin !== 'worked-out');
        finger?.classList.toggle('is-worked-out', note.finger?.origin === 'worked-out');
    }
}

function drawFrame(): void {
    const group = frameLayer.value;
    if (!group) return;
    const [from, to] = desk.stretch;
    const drawn: SVGElement[] = [];
    for (let index = from; index <= to; index += 1) {
        const box = props.geometry.boxes.get(desk.notes[index]?.id ?? '');
        if (!box) continue;
        const top = Math.min(box.staffTop - 20, box.y - 14);
        const bottom = Math.max(box.staffBottom + 8, box.y + box.height + 8);
        drawn.push(
            element('rect', {
                x: box.x - 5,
                y: top,
                width: box.width + 10,
                height: bottom - top,
                rx: 6,
                class: from === to ? 'chosen' : 'chosen is-stretch',
            }),
        );
    }
    group.replaceChildren(...drawn);
}

let isLaneOld = true;

function drawLane(): void {
    isLaneOld = !props.near;
    if (!laneLayer.value || isLaneOld) return;
    const strings = desk.frame?.strings ?? [];
    const here = new Set(props.geometry.notes);
    const isBowed = desk.notes.some((note) => note.bow && here.has(note.id));
    const under = props.lane && isBowed ? BOW_LANE : 0;
    laneLayer.value.replaceChildren(
        ...(props.lane ? drawLanes(props.geometry, desk.notes, desk.flags) : []),
        ...(props.hand ? drawHandLanes(props.geometry, desk.notes, strings, under, desk.flags) : []),
        ...drawBookWords(props.geometry, props.words, under + (props.hand ? HAND_LANE : 0), props.hand),
    );
}

function laneSoon(): void {
    isLaneOld = true;
    // The lane can wait a moment; a key pressed meanwhile cannot.
    window.clearTimeout(isLaneDue);
    isLaneDue = window.setTimeout(drawLane, LANE_REST);
}

watch(
    () => desk.version,
    () => {
        pending = {};
        const turned = new Set(desk.turned);
        for (const note of desk.notes) {
            if (turned.has(note.id) && note.bow && note.sign) {
                pending[note.id] = note.bow.direction;
            }
        }
        drawInk();
        weigh();
        laneSoon();
    },
);
watch(
    () => props.geometry,
    () => {
        pending = {};
        drawLane();
        drawInk();
        weigh();
        drawFrame();
    },
);
watch(() => desk.ink, drawInk);
watch(() => [desk.chosen, desk.anchor], drawFrame);
watch(() => [props.lane, props.hand, props.words], drawLane);
watch(
    () => props.near,
    () => {
        if (props.near && isLaneOld) drawLane();
    },
);
onMounted(() => {
    drawLane();
    drawInk();
    weigh();
    drawFrame();
});
</script>

<template>
    <svg class="ink" aria-hidden="true">
        <g ref="laneLayer" class="lanes" :class="{ 'is-cut': cut }"></g>
        <g ref="frameLayer"></g>
        <g ref="inkLayer"></g>
    </svg>
</template>

<style scoped>
.ink {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
    overflow: visible;
}

.ink :deep(.ink-sign) {
    fill: var(--ink);
}

.ink :deep(.is-up) {
    fill: none;
    stroke: currentcolor;
    stroke-width: 1.6;
    color: var(--ink);
}

.ink :deep(.proposal) {
    fill: var(--blue-pencil);
    color: var(--blue-pencil);
}

/* What is only proposed is an outline. */
.ink :deep(path.proposal) {
    fill: none;
    stroke: var(--blue-pencil);
    stroke-width: 1.4;
    stroke-dasharray: 2.4 1.2;
}

.lanes {
    transition: opacity 0.15s;
}

.lanes.is-cut {
    opacity: 0;
}

.ink :deep(.proposal.is-up),
.ink :deep(.choice.is-up) {
    fill: none;
}

.ink :deep(.choice) {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1;
}

.ink :deep(.is-words) {
    font: italic 700 12px var(--sans);
    text-anchor: middle;
    stroke: none;
}

.ink :deep(.choice.is-words) {
    fill: var(--soft);
}

.ink :deep(.chosen) {
    fill: none;
    stroke: var(--cedar);
    stroke-width: 2;
}

.ink :deep(.is-stretch) {
    fill: var(--cedar-wash);
    stroke-width: 1;
}

.ink :deep(.turned) {
    fill: var(--wood-glow);
    mix-blend-mode: multiply;
}
</style>
