<script setup lang="ts">
/** Where to tune, the best places first: who holds, what to hear in which order, and a tone to hear it against. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import type { TuningList, TuningRow } from '../api/types';
import { paperHere } from '../handout/part';
import { useTrying } from '../ui/trying';
import { useDrone } from './drone';

const props = defineProps<{ piece: number; version: number }>();
const emit = defineEmits<{ go: [measure: number]; places: [places: TuningRow[]] }>();
const { problem, attempt } = useTrying();
const list = shallowRef<TuningList | null>(null);
const isAll = ref(false);
const FIRST = 8;
const { sounding, turn, stop } = useDrone();

const load = (): Promise<boolean> =>
    attempt(async () => {
        list.value = await api.get<TuningList>(`pieces/${props.piece}/tuning`);
        emit('places', list.value.places);
    });
onMounted(load);
watch(() => [props.piece, props.version], () => {
    stop();
    void load();
});
const shown = computed(() => (list.value?.places ?? []).slice(0, isAll.value ? undefined : FIRST));
/** The tone of the lowest that holds, raised until a small loudspeaker has it. */
function droneOf(place: TuningRow): number {
    let key = Math.min(...place.parts.map((part) => part.key));
    while (key < 48) key += 12;
    return key;
}
</script>

<template>
    <h2>Where to tune</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!list" class="quiet" role="status">Listening for octaves…</p>
    <p v-else-if="!list.places.length" class="quiet">No two sections hold one pitch together for a second in this piece.</p>
    <template v-else>
        <p class="quiet">
            Begin a measure earlier and hold there. The best places first.
            <a :href="`/api/v1/pieces/${piece}/tuning.pdf?paper=${paperHere()}`" download>Print</a>
        </p>
        <article v-for="place in shown" :key="`${place.measure} ${place.pitch}`">
            <h3>
                <button type="button" class="go" @click="emit('go', place.fromIndex)">{{ place.where }}: {{ place.pitch }}</button>
                <button type="button" class="plain-button" :aria-pressed="sounding === droneOf(place)" :aria-label="`Drone on ${place.pitch}`" @click="turn(droneOf(place))">{{ sounding === droneOf(place) ? 'Stop the drone' : 'Drone' }}</button>
            </h3>
            <p>{{ place.parts.map((part) => (part.isOpen ? `${part.name} (open)` : part.name)).join(', ') }} <span class="quiet">{{ place.seconds }} s, from m. {{ place.from }}</span></p>
            <ol>
                <li v-for="one in place.hear" :key="one">{{ one }}</li>
            </ol>
            <p v-if="place.without.length" class="quiet">{{ place.without.map((one) => (one.instead === null ? `${one.name}: never` : `${one.name}: m. ${one.instead}`)).join(' · ') }}</p>
        </article>
        <button v-if="list.places.length > FIRST" type="button" class="plain-button" @click="isAll = !isAll">{{ isAll ? 'Only the best' : `All ${list.places.length}` }}</button>
    </template>
</template>

<style scoped>
article {
    border-top: 1px solid var(--hair);
    padding: 6px 0;
    font-size: 13.5px;
}

h3 {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
}

article p {
    margin: 2px 0;
}

ol {
    margin: 4px 0;
    padding-left: 18px;
}

.go {
    border: 0;
    background: none;
    padding: 0;
    color: var(--ink);
    font: 600 15px var(--serif);
    text-align: left;
    cursor: pointer;
}

.go:hover {
    color: var(--cedar-ink);
}

.problem {
    color: var(--wrong);
}
</style>
