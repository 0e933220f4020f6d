<script setup lang="ts">
/** What was heard of a piece, section by section. */
import './rehearsing.css';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { HeardList } from '../api/types';
import { useHistory } from '../history/store';
import { useTrying } from '../ui/trying';
import HeardRows from './HeardRows.vue';
import HeardSheet from './HeardSheet.vue';

const route = useRoute();
const history = useHistory();
const { problem, attempt } = useTrying();
const list = shallowRef<HeardList | null>(null);
const only = ref<number | null>(null);
const id = computed(() => Number(route.params.piece));

async function load(): Promise<void> {
    if (route.name === 'logbook') await attempt(async () => void (list.value = await api.get<HeardList>(`pieces/${id.value}/heard`)));
}
onMounted(load);
watch(() => [route.params.piece, history.version], load);

/** What is for all is in the list of every section. */
const groups = computed(() =>
    (list.value?.sections ?? [])
        .filter((section) => only.value === null || section.id === only.value)
        .map((section) => ({ section, rows: (list.value?.rows ?? []).filter((row) => row.sections.length === 0 || row.sections.includes(section.id)) }))
        .filter(({ rows }) => rows.length > 0 || only.value !== null),
);
</script>

<template>
    <div class="rehearsing">
        <header>
            <h1>{{ list?.title ?? ' ' }}</h1>
            <span class="quiet">what was heard, by section</span>
            <span class="chips" role="group" aria-label="Section">
                <button type="button" :aria-pressed="only === null" @click="only = null">all sections</button>
                <button v-for="one in list?.sections ?? []" :key="one.id" type="button" :aria-pressed="only === one.id" @click="only = one.id">{{ one.name }}</button>
            </span>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!list" class="quiet" role="status">Opening the logbook…</p>
        <div v-else class="columns">
            <div>
                <p v-if="!groups.length" class="quiet">Nothing is written down yet. Say on the right what you heard: the next plan and the next edition take it up.</p>
                <section v-for="{ section, rows } in groups" :key="section.id" class="sheet">
                    <h2>{{ section.name }}</h2>
                    <HeardRows :rows="rows" :may="list.mayHear" @changed="list = $event" />
                </section>
            </div>
            <section v-if="list.mayHear" class="sheet" aria-label="Write down">
                <h2>Heard</h2>
                <HeardSheet :piece="id" :sections="only === null ? [] : [only]" @heard="$event && (list = $event)" />
            </section>
        </div>
    </div>
</template>

<style scoped>
.columns {
    display: grid;
    grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
    align-items: start;
    gap: 14px;
}

@media (width < 900px) {
    .columns {
        grid-template-columns: minmax(0, 1fr);
    }
}
</style>
