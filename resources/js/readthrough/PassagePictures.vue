<script setup lang="ts">
/** Two measures of every section an event concerns, one under the other; with a look, as they would be. */
import '../ui/notes.css';
import { onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import type { ReadThroughFlag, TogetherLook } from '../api/types';
import type { Pictures } from './pictures';

const props = defineProps<{
    flags: ReadThroughFlag[];
    pictures: Pictures;
    looks: TogetherLook[] | null;
    /** Counts answers: what is shown of the parts is old when it grows. */
    version: number;
}>();

const MEASURES = 2;
/** How far out of sight it is made ready, in pixels. */
const AHEAD = 500;
const root = ref<HTMLElement | null>(null);
const drawn = shallowRef<{ section: number; name: string; svg: string }[]>([]);
let isNear = false;
let run = 0;
let observer: IntersectionObserver | null = null;

/** The place itself; of a look that changes nothing there, where it does. */
function shownFrom(index: number, look: TogetherLook | null): number {
    const changed = look?.measures.map((measure) => measure.index) ?? [];
    const isHere = changed.some((one) => one >= index && one < index + MEASURES);
    return isHere || changed[0] === undefined ? index : changed[0];
}

async function draw(): Promise<void> {
    const width = Math.floor(root.value?.clientWidth ?? 0);
    if (!isNear || width < 120) return;
    run += 1;
    const mine = run;
    const made: typeof drawn.value = [];
    for (const flag of props.flags) {
        const look = props.looks?.find((one) => one.section === flag.section) ?? null;
        const from = shownFrom(flag.index ?? 0, look);
        const svg = await props.pictures.draw(flag.section, { from, until: from + MEASURES }, width, look).catch(() => '');
        if (mine !== run) return;
        made.push({ section: flag.section, name: flag.sectionName, svg });
    }
    drawn.value = made;
}

onMounted(() => {
    observer = new IntersectionObserver((entries) => {
        if (!entries.some((entry) => entry.isIntersecting)) return;
        isNear = true;
        observer?.disconnect();
        void draw();
    }, { rootMargin: `${AHEAD}px` });
    if (root.value) observer.observe(root.value);
});
onBeforeUnmount(() => {
    observer?.disconnect();
    run += 1;
});
watch(() => [props.flags, props.looks, props.version], draw);
</script>

<template>
    <div ref="root" class="pictures" :class="{ 'is-look': looks }">
        <figure v-for="one in drawn" :key="one.section">
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div role="img" :aria-label="`${one.name}, the music at this place${looks ? ', as it would be' : ''}`" v-html="one.svg"></div>
        </figure>
    </div>
</template>

<style scoped>
.pictures {
    min-width: 0;
    min-height: 70px;
    border-radius: var(--radius-small);
}

.is-look {
    background: var(--cedar-wash);
}

figure {
    margin: 0;
}

figure :deep(svg) {
    display: block;
    width: 100%;
    height: auto;
    overflow: visible;
}
</style>
