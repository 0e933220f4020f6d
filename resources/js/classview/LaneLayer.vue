<script setup lang="ts">
/** The bow and the hand under a system, for a version of the part that is only looked at. */
import { computed, onMounted, ref, watch } from 'vue';
import type { DeskNote } from '../api/types';
import { drawBookWords } from '../desk/overlay/bookWords';
import { BOW_LANE, drawLanes } from '../desk/overlay/bowLane';
import { drawHandLanes, HAND_LANE } from '../desk/overlay/handLane';
import type { Geometry } from '../engraving/ink';
import '../desk/overlay/lanes.css';
import type { Moment } from './bowing';

const props = defineProps<{ geometry: Geometry; notes: DeskNote[]; strings: string[]; bow: boolean; hand: boolean; now?: Moment | null; chosen?: string | null; words?: Map<string, string> | null }>();
/** The note that is bowed now, or chosen. */
const here = computed(() => props.geometry.boxes.get(props.now?.id ?? props.chosen ?? ''));
const layer = ref<SVGGElement | null>(null);

function draw(): void {
    layer.value?.replaceChildren(
        ...(props.bow ? drawLanes(props.geometry, props.notes, []) : []),
        ...(props.hand ? drawHandLanes(props.geometry, props.notes, props.strings, props.bow ? BOW_LANE : 0) : []),
        ...(props.words ? drawBookWords(props.geometry, props.words, (props.bow ? BOW_LANE : 0) + (props.hand ? HAND_LANE : 0), props.hand) : []),
    );
}

onMounted(draw);
watch(() => [props.geometry, props.notes, props.bow, props.hand, props.words], draw);
</script>

<template>
    <svg class="ink lanes" aria-hidden="true">
        <rect
            v-if="here"
            class="now"
            :x="here.x - 4"
            :y="here.y - 6"
            :width="here.width + 8"
            :height="here.height + 12"
            rx="5"
        />
        <g ref="layer"></g>
    </svg>
</template>

<style scoped>
.now {
    fill: var(--cedar-wash);
    stroke: var(--cedar);
}

.lanes {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
    overflow: visible;
}
</style>
