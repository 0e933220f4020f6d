<script setup lang="ts">
/** The note that sounds, on an engraved page. */
import { computed } from 'vue';
import type { Geometry } from '../engraving/ink';

const props = defineProps<{ geometry: Geometry; id: string }>();
const box = computed(() => props.geometry.boxes.get(props.id));
</script>

<template>
    <svg v-if="box" class="now-layer" aria-hidden="true">
        <rect :x="box.x - 4" :y="box.y - 6" :width="box.width + 8" :height="box.height + 12" rx="5" />
    </svg>
</template>

<style scoped>
.now-layer {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
    overflow: visible;
}

rect {
    fill: var(--cedar-wash);
    stroke: var(--cedar);
    stroke-width: 2;
}
</style>
