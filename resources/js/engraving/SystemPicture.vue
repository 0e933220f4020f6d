<script setup lang="ts">
/**
 * One system of an engraved page, with what lies over it.
 *
 * It takes its room at once; what is drawn in it is laid out when it comes near to what is seen.
 */
import { nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { measureSystem, type Geometry } from './ink';
import type { Picture } from './picture';

const props = defineProps<{
    system: Picture;
    /** Pixels under it for what is drawn there. */
    room: number;
    /** Whether it is laid out at once, wherever it stands. */
    eager: boolean;
}>();

const root = ref<HTMLElement | null>(null);
const picture = ref<HTMLElement | null>(null);
const geometry = shallowRef<Geometry | null>(null);
const isNear = ref(props.eager);
/** Once it was laid out it stays while it is not far: going to and fro costs nothing, and a long part is not held whole. */
const wasNear = ref(props.eager);
/** How far out of sight it is made ready, in pixels. */
const AHEAD = 900;
const FAR = 2500;
let observer: IntersectionObserver | null = null;
/** Whether the lower edge of what is seen goes through it. */
const isCut = ref(false);
const foot = ref<HTMLElement | null>(null);
let farObserver: IntersectionObserver | null = null;
let foldObserver: IntersectionObserver | null = null;

function measure(): void {
    geometry.value = picture.value && wasNear.value ? measureSystem(picture.value) : null;
}

onMounted(() => {
    measure();
    observer = new IntersectionObserver(
        (entries) => {
            isNear.value = entries.at(-1)?.isIntersecting ?? false;
            if (!isNear.value || wasNear.value) return;
            wasNear.value = true;
            void nextTick(measure);
        },
        { root: root.value?.closest('.scroller') ?? null, rootMargin: `${AHEAD}px 0px` },
    );
    if (root.value) observer.observe(root.value);
    farObserver = new IntersectionObserver(
        (entries) => {
            const isFar = entries.at(-1)?.isIntersecting === false;
            if (!isFar || !wasNear.value) return;
            wasNear.value = false;
            geometry.value = null;
        },
        { root: root.value?.closest('.scroller') ?? null, rootMargin: `${FAR}px 0px` },
    );
    if (root.value) farObserver.observe(root.value);
    foldObserver = new IntersectionObserver(
        (entries) => {
            const last = entries.at(-1);
            isCut.value = last !== undefined && !last.isIntersecting && last.boundingClientRect.top > (last.rootBounds?.bottom ?? Infinity) - 1;
        },
        { root: root.value?.closest('.scroller') ?? null },
    );
    if (foot.value) foldObserver.observe(foot.value);
});
onBeforeUnmount(() => {
    observer?.disconnect();
    farObserver?.disconnect();
    foldObserver?.disconnect();
});
watch(() => props.system, measure, { flush: 'post' });

defineExpose({ root, geometry });
</script>

<template>
    <div ref="root" class="system-picture" :style="{ paddingBottom: `${room}px`, containIntrinsicHeight: `auto ${system.height}px` }">
        <!-- eslint-disable-next-line vue/no-v-html -->
        <div ref="picture" class="picture" :style="{ aspectRatio: `${system.width} / ${system.height}` }" v-html="wasNear ? system.svg : ''"></div>
        <slot v-if="geometry" :geometry="geometry" :near="isNear" :cut="isCut"></slot>
        <span ref="foot" class="foot"></span>
    </div>
</template>

<style scoped>
.system-picture {
    position: relative;
    content-visibility: auto;
    /* What is chosen has a frame that reaches a little over it. */
    overflow-clip-margin: 28px;
}

.foot {
    position: absolute;
    bottom: 0;
    width: 1px;
    height: 1px;
}

.picture :deep(use.is-worked-out),
.picture :deep(g.fing.is-worked-out) {
    opacity: 0.68;
}

.picture :deep(g.fing.is-worked-out text) {
    font-weight: 400;
}

.picture :deep(use.is-decided) {
    stroke: currentcolor;
    stroke-width: 42;
}

.picture :deep(svg) {
    display: block;
    width: 100%;
    height: auto;
    overflow: visible;
}

.picture :deep(g.note) {
    cursor: pointer;
}
</style>
