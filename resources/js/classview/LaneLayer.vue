<script setup lang="ts">
/** The bow and the hand under a system, for a version of the part that is only looked at. */
import { onMounted, ref, watch } from 'vue';
import type { DeskNote } from '../api/types';
import { BOW_LANE, drawLanes } from '../desk/overlay/bowLane';
import { drawHandLanes } from '../desk/overlay/handLane';
import type { Geometry } from '../engraving/ink';
import '../desk/overlay/lanes.css';

const props = defineProps<{ geometry: Geometry; notes: DeskNote[]; strings: string[] }>();
const layer = ref<SVGGElement | null>(null);

function draw(): void {
    layer.value?.replaceChildren(
        ...drawLanes(props.geometry, props.notes, []),
        ...drawHandLanes(props.geometry, props.notes, props.strings, BOW_LANE),
    );
}

onMounted(draw);
watch(() => [props.geometry, props.notes], draw);
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
