<script setup lang="ts">
/** How far it is: the one thing of the row that moves with every picture. */
import type { PlayingAlong } from './playing';

const props = defineProps<{ along: PlayingAlong }>();
const { share } = props.along;
</script>

<template>
    <i class="progress" aria-hidden="true"><b :style="{ transform: `scaleX(${Math.round(share * 1000) / 1000})` }"></b></i>
</template>

<style scoped>
.progress {
    flex: 1 1 100%;
    height: 6px;
    margin-top: 6px;
    border-radius: var(--radius-small);
    background: var(--barrel-shade);
    overflow: hidden;
}

.progress b {
    display: block;
    height: 100%;
    background: var(--wood);
    transform-origin: left;
}
</style>
