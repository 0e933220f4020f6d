<script setup lang="ts">
/** A rehearsal as a strip of minutes; entries are dragged, and walked with the arrow keys. */
import { computed, nextTick, ref } from 'vue';
import type { RehearsalEntry } from '../api/types';
import { titleOf } from './plan';

const props = defineProps<{ entries: RehearsalEntry[]; minutes: number; chosen: number }>();
const emit = defineEmits<{ choose: [at: number]; move: [from: number, to: number]; lock: [at: number]; drop: [at: number] }>();
const dragged = ref<number | null>(null);
const over = ref<number | null>(null);
const strip = ref<HTMLElement | null>(null);
const STEP = 5;
const marks = computed(() => Array.from({ length: Math.floor(props.minutes / STEP) + 1 }, (_, index) => index * STEP));

function dropOn(to: number): void {
    if (dragged.value !== null && dragged.value !== to) emit('move', dragged.value, to);
    dragged.value = over.value = null;
}

function focus(at: number): void {
    void nextTick(() => strip.value?.querySelectorAll<HTMLElement>('[role=option]')[at]?.focus());
}

function keydown(event: KeyboardEvent, at: number): void {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    const to = by === undefined ? at : at + by;
    if (by !== undefined && to >= 0 && to < props.entries.length) {
        if (event.altKey) emit('move', at, to);
        emit('choose', to);
        focus(to);
    } else if (event.key === 'l') {
        emit('lock', at);
    } else if (event.key === 'Delete') {
        emit('drop', at);
    } else {
        return;
    }
    event.preventDefault();
}
</script>

<template>
    <div class="plan-strip">
        <div ref="strip" class="entries" role="listbox" aria-label="The rehearsal, minute by minute. Arrow keys choose, with Alt they move, l locks, Delete leaves out.">
            <div
                v-for="(entry, index) in entries"
                :key="`${entry.key} ${index}`"
                role="option"
                :tabindex="index === chosen ? 0 : -1"
                :aria-selected="index === chosen"
                :class="{ 'is-over': over === index, 'is-done': entry.isDone, 'is-fixed': entry.isFixed, 'is-narrow': entry.minutes / minutes < 0.06 }"
                :style="{ flexGrow: entry.minutes }"
                draggable="true"
                @click="emit('choose', index)"
                @keydown="keydown($event, index)"
                @dragstart="dragged = index"
                @dragend="dragged = over = null"
                @dragover.prevent="over = index"
                @drop.prevent="dropOn(index)"
            >
                <strong>{{ entry.at }} · {{ entry.minutes / minutes < 0.06 && entry.kind === 'run' ? 'Run' : titleOf(entry) }}</strong>
                <span class="quiet">{{ entry.why }}</span>
                <span class="foot">{{ entry.clock }} · {{ entry.minutes }} min<template v-if="entry.isFixed"> · locked</template><template v-if="entry.isDone"> · done</template></span>
            </div>
            <div v-if="(entries.at(-1)?.at ?? 0) + (entries.at(-1)?.minutes ?? 0) < minutes" class="free" :style="{ flexGrow: minutes - (entries.at(-1)?.at ?? 0) - (entries.at(-1)?.minutes ?? 0) }">free</div>
        </div>
        <div class="scale" aria-hidden="true">
            <span v-for="mark in marks" :key="mark" :style="{ left: `${(mark / minutes) * 100}%` }">{{ mark }}</span>
        </div>
    </div>
</template>

<style scoped>
.entries {
    display: flex;
    gap: 6px;
    height: 122px;
}

.entries > div {
    display: flex;
    flex: 1 1 0;
    flex-direction: column;
    min-width: 46px;
    overflow: hidden;
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    background: var(--paper);
    padding: 8px 10px;
    cursor: grab;
}

.entries > div[aria-selected='true'] {
    border-color: var(--cedar);
    background: var(--cedar-tint);
}

.entries > .is-over {
    border: 2px dashed var(--cedar);
}

.entries > .is-done {
    border-bottom: 4px solid var(--barrel);
}

.entries > .is-fixed {
    border-left: 4px solid var(--ink);
}

.entries > .free {
    border-style: dashed;
    background: none;
    color: var(--soft);
    cursor: default;
}

strong {
    display: -webkit-box;
    overflow: hidden;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-height: 1.25;
}

.quiet {
    flex: 1;
    min-height: 0;
    overflow: hidden;
    margin-top: 3px;
    font-size: 12.5px;
    line-height: 1.3;
}

.foot {
    font-size: 12px;
    white-space: nowrap;
}

.is-narrow .quiet,
.is-narrow .foot {
    display: none;
}

.scale {
    position: relative;
    height: 18px;
    margin-top: 4px;
    color: var(--soft);
    font-size: 12px;
}

.scale span {
    position: absolute;
    transform: translateX(-50%);
}

.scale span:first-child {
    transform: none;
}

.scale span:last-child {
    transform: translateX(-100%);
}

@media (width < 900px) {
    .entries {
        flex-direction: column;
        height: auto;
    }

    .entries > div {
        flex: none;
    }

    .is-narrow .quiet,
    .is-narrow .foot {
        display: block;
    }

    .scale {
        display: none;
    }
}
</style>
