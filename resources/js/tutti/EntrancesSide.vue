<script setup lang="ts">
/** Who enters when, in sentences, for the measures that are shown. */
import { computed, onMounted, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import type { EntranceGrid, GridBar } from '../api/types';
import { paperHere } from '../handout/part';
import { useTrying } from '../ui/trying';
import { atMeasure } from '../ui/counting';

const props = defineProps<{ piece: number; version: number; from: number; to: number }>();
const emit = defineEmits<{ grid: [bars: GridBar[]]; go: [measure: number] }>();
const { problem, attempt } = useTrying();
const grid = shallowRef<EntranceGrid | null>(null);

const load = (): Promise<boolean> =>
    attempt(async () => {
        grid.value = await api.get<EntranceGrid>(`pieces/${props.piece}/entrances`);
        emit('grid', grid.value.measures);
    });
onMounted(load);
watch(() => [props.piece, props.version], load);
const told = computed(() => (grid.value?.measures ?? []).filter((bar) => bar.index >= props.from && bar.index < props.to && bar.told.length > 0));
const later = computed(() => (grid.value?.measures ?? []).find((bar) => bar.index >= props.to && bar.told.length > 0) ?? null);
</script>

<template>
    <h2>Who enters when</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!grid" class="quiet" role="status">Laying the eighths side by side…</p>
    <template v-else>
        <p class="quiet">Dark: enters · grey: the next note · light: holds. <a :href="`/api/v1/pieces/${piece}/entrances.pdf?paper=${paperHere()}`" download>Print</a></p>
        <p v-if="!told.length" class="quiet">Nothing in these measures needs saying.</p>
        <template v-for="bar in told" :key="bar.index">
            <p v-for="sentence in bar.told" :key="sentence" class="told"><strong>{{ atMeasure(bar.number) }}</strong> {{ sentence }}.</p>
        </template>
        <button v-if="later" type="button" class="plain-button" @click="emit('go', later.index)">Next: {{ atMeasure(later.number) }}</button>
    </template>
</template>

<style scoped>
.told {
    margin: 0;
    border-bottom: 1px solid var(--hair-light);
    padding: 5px 0;
    font-size: 13.5px;
}

.problem {
    color: var(--wrong);
}
</style>
