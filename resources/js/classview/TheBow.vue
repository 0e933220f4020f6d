<script setup lang="ts">
/** A bow, and where on it the string is now. */
import { computed } from 'vue';
import type { Moment } from './bowing';

const props = defineProps<{ moment: Moment | null }>();

const HAIR = { from: 34, to: 386 };
const x = computed(() => HAIR.from + (HAIR.to - HAIR.from) * (props.moment?.place ?? 0));
/** Down the hand goes away from the string, and the string along the hair to the tip. */
const arrow = computed(() => (props.moment?.direction === 'down' ? 'M0 -7 L12 0 L0 7Z' : 'M0 -7 L-12 0 L0 7Z'));
</script>

<template>
    <svg v-if="moment" class="the-bow" viewBox="0 0 400 44" role="img" :aria-label="`${moment.direction} bow`">
        <path class="stick" d="M14 12 Q200 22 388 10 L394 20" />
        <rect class="frog" x="16" y="14" width="26" height="14" rx="3" />
        <path class="hair" :d="`M${HAIR.from} 27 L${HAIR.to} 21`" />
        <g :transform="`translate(${x} 26)`" :class="['string', { 'is-silent': !moment.isSounding }]">
            <path d="M0 -14 V14" />
            <path class="arrow" :d="arrow" transform="translate(0 10)" />
        </g>
    </svg>
</template>

<style scoped>
.the-bow {
    width: 460px;
    height: 50px;
}

.stick {
    fill: none;
    stroke: var(--cedar);
    stroke-width: 4;
    stroke-linecap: round;
}

.frog {
    fill: var(--ink);
}

.hair {
    stroke: var(--soft);
    stroke-width: 1.5;
}

.string {
    stroke: var(--ink);
    stroke-width: 3;
}

.string .arrow {
    stroke: none;
    fill: var(--ink);
}

.string.is-silent {
    opacity: 0.45;
}
</style>
