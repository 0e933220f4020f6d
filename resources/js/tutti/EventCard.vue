<script setup lang="ts">
/** One thing that differs between sections, with one press for either side. */
import type { TuttiEvent, TuttiWay } from '../api/types';

defineProps<{ event: TuttiEvent; busy: boolean; isChosen: boolean }>();
defineEmits<{ point: [event: TuttiEvent | null]; take: [way: TuttiWay] }>();
</script>

<template>
    <div
        class="card"
        :class="{ 'is-chosen': isChosen }"
        @mouseenter="$emit('point', event)"
        @mouseleave="$emit('point', null)"
        @focusin="$emit('point', event)"
    >
        <p>{{ event.text }}</p>
        <button v-for="way in event.ways" :key="way.text" type="button" class="way" :disabled="busy" @click="$emit('take', way)">{{ way.text }}</button>
    </div>
</template>

<style scoped>
.card {
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    padding: 10px 12px;
    margin: 10px 0;
    font-size: 13px;
}

.card.is-chosen {
    border-color: var(--wrong);
}

.card p {
    margin: 0 0 6px;
}

.way {
    display: block;
    width: 100%;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    text-align: left;
    padding: 6px 9px;
    margin-top: 4px;
    font-size: 13px;
    color: var(--ink);
    cursor: pointer;
}

.way:hover {
    border-color: var(--cedar);
}
</style>
