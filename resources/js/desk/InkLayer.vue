<script setup lang="ts">
/** What lies over the engraved page: the chosen note, ink not engraved yet, proposals, and what turned round. */
import { onMounted, ref, watch } from 'vue';
import { boxOf, bowSign, engravedSigns, text } from '../engraving/ink';
import { drawLanes } from './lanes';
import { useDesk } from './store';

const props = defineProps<{ sheet: HTMLElement; drawn: number; lane: boolean }>();
const desk = useDesk();
const inkLayer = ref<SVGGElement | null>(null);
const frameLayer = ref<SVGGElement | null>(null);
const laneLayer = ref<SVGGElement | null>(null);
let covered: SVGUseElement[] = [];

/** Signs that differ from the engraving: put by keys, or answered by the server and not engraved yet. */
function drawInk(): void {
    const group = inkLayer.value;
    if (!group) return;
    covered.forEach((use) => use.style.removeProperty('opacity'));
    covered = [];
    group.replaceChildren();
    const shown: Record<string, 'down' | 'up' | null> = { ...pending, ...desk.ink };
    for (const [id, direction] of Object.entries(shown)) {
        const box = boxOf(props.sheet, id);
        if (!box) continue;
        const signs = engravedSigns(props.sheet, id);
        const old = signs[0]?.getBoundingClientRect();
        const origin = props.sheet.getBoundingClientRect();
        signs.forEach((use) => {
            use.style.opacity = '0';
            covered.push(use);
        });
        if (direction) {
            const y = old ? old.bottom - origin.top : Math.min(box.staffTop, box.y) - 6;
            group.append(bowSign(direction, box.x + box.width / 2, y));
        }
    }
    for (const id of desk.turned) {
        const box = boxOf(props.sheet, id);
        if (box && !(id in desk.ink)) {
            const glow = document.createElementNS('http://www.w3.org/2000/svg', 'circle');
            glow.setAttribute('cx', String(box.x + box.width / 2));
            glow.setAttribute('cy', String(box.y + box.height / 2));
            glow.setAttribute('r', '12');
            glow.setAttribute('class', 'turned');
            group.append(glow);
        }
    }
    for (const mark of desk.plan?.marks ?? []) {
        if (mark.state === 'decided') continue;
        const box = boxOf(props.sheet, mark.from);
        if (!box) continue;
        const x = box.x + box.width / 2;
        const y = Math.min(box.staffTop, box.y) - 24;
        const kind = mark.state === 'proposed' ? 'proposal' : 'choice';
        if (mark.words === 'down' || mark.words === 'up') {
            group.append(bowSign(mark.words, x, y, kind));
        } else {
            group.append(text(mark.words, x, y, `${kind} is-words`));
        }
    }
}

let pending: Record<string, 'down' | 'up' | null> = {};

function drawFrame(): void {
    const group = frameLayer.value;
    if (!group) return;
    group.replaceChildren();
    const [from, to] = desk.stretch;
    for (let index = from; index <= to; index += 1) {
        const note = desk.notes[index];
        const box = note ? boxOf(props.sheet, note.id) : null;
        if (!box) continue;
        const rect = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
        const top = Math.min(box.staffTop - 20, box.y - 14);
        const bottom = Math.max(box.staffBottom + 8, box.y + box.height + 8);
        rect.setAttribute('x', String(box.x - 5));
        rect.setAttribute('y', String(top));
        rect.setAttribute('width', String(box.width + 10));
        rect.setAttribute('height', String(bottom - top));
        rect.setAttribute('rx', '6');
        rect.setAttribute('class', from === to ? 'chosen' : 'chosen is-stretch');
        group.append(rect);
    }
}

function drawLane(): void {
    if (laneLayer.value) {
        laneLayer.value.replaceChildren();
        if (props.lane) drawLanes(laneLayer.value, props.sheet, desk.notes, desk.flags);
    }
}

function drawAll(): void {
    drawLane();
    drawInk();
    drawFrame();
}

/** A new plan: what it prints differently from the engraved page is shown as ink until the page is new. */
watch(
    () => desk.version,
    () => {
        pending = {};
        for (const id of desk.turned) {
            const note = desk.notes.find((one) => one.id === id);
            if (note?.bow && note.prints.some((print) => print.endsWith('-bow'))) {
                pending[id] = note.bow.direction;
            }
        }
        drawInk();
        drawLane();
    },
);
watch(
    () => props.drawn,
    () => {
        pending = {};
        drawAll();
    },
);
watch(() => desk.ink, drawInk);
watch(() => [desk.chosen, desk.anchor], drawFrame);
watch(() => props.lane, drawLane);
onMounted(drawAll);
</script>

<template>
    <svg class="ink" aria-hidden="true">
        <g ref="laneLayer"></g>
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
    fill: rgb(169 79 39 / 10%);
    stroke-width: 1;
}

.ink :deep(.turned) {
    fill: rgb(231 199 151 / 55%);
    mix-blend-mode: multiply;
}

.ink :deep(.lane-ground) {
    fill: #f5f2ea;
}

.ink :deep(.lane-middle) {
    stroke: #ddd6c6;
    stroke-dasharray: 3 4;
}

.ink :deep(.lane-word) {
    font: 10px var(--sans);
    fill: #6d6f75;
    text-anchor: end;
}

.ink :deep(.lane-down) {
    stroke: var(--ink);
    stroke-width: 2;
    fill: none;
}

.ink :deep(.lane-up) {
    stroke: #85878d;
    stroke-width: 2;
    fill: none;
}

.ink :deep(.lane-air) {
    stroke: var(--ink);
    stroke-width: 1.2;
    stroke-dasharray: 1.5 3;
    fill: none;
}

.ink :deep(.lane-wrong) {
    stroke: var(--wrong);
    stroke-width: 3;
    fill: none;
}

.ink :deep(.lane-advice) {
    font: italic 11px var(--sans);
    fill: var(--cedar);
}
</style>
