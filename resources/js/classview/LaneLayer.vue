<script setup lang="ts">
/** The bow and the hand under a system, for a version of the part that is only looked at. */
import { onMounted, ref, watch } from 'vue';
import type { DeskNote } from '../api/types';
import { BOW_LANE, drawLanes } from '../desk/overlay/bowLane';
import { drawHandLanes } from '../desk/overlay/handLane';
import type { Geometry } from '../engraving/ink';
import '../desk/overlay/lanes.css';

const props = defineProps<{ geometry: Geometry; notes: DeskNote[]; strings: string[]; bow: boolean; hand: boolean }>();
const layer = ref<SVGGElement | null>(null);

function draw(): void {
    layer.value?.replaceChildren(
        ...(props.bow ? drawLanes(props.geometry, props.notes, []) : []),
        ...(props.hand ? drawHandLanes(props.geometry, props.notes, props.strings, props.bow ? BOW_LANE : 0) : []),
    );
}

onMounted(draw);
watch(() => [props.geometry, props.notes, props.bow, props.hand], draw);
</script>

<template>
    <svg class="ink lanes" aria-hidden="true"><g ref="layer"></g></svg>
</template>

<style scoped>
.lanes {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
    overflow: visible;
}
</style>
