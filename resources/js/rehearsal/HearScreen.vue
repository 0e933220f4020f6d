<script setup lang="ts">
/** In the director's hand while the class plays: a measure, who, what; kept here while there is no network. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import type { HeardList, PieceCover } from '../api/types';
import { remember, remembered } from '../ui/remembered';
import HeardRows from './HeardRows.vue';
import HeardSheet from './HeardSheet.vue';
import { measuresOf, titleOf, usePlan } from './plan';
import { useWaiting } from './waiting';
import { atMeasure } from '../ui/counting';

const route = useRoute();
const id = computed(() => Number(route.params.date));
const { plan, problem, load, tick } = usePlan(() => id.value);
const { waiting, refused, send, forget } = useWaiting();
const isNumber = (value: unknown): value is number => typeof value === 'number';
const at = ref(remembered(`hear-at-${id.value}`, -1, isNumber));
const measure = ref('');
const list = shallowRef<HeardList | null>(null);

const entry = computed(() => plan.value?.entries[at.value] ?? plan.value?.entries[0] ?? null);
const piece = computed(() => entry.value?.piece ?? plan.value?.pieces[0]?.id ?? 0);
const cover = computed<PieceCover | null>(() => plan.value?.cover.find((one) => one.piece === piece.value) ?? null);
/** The measures of what is worked, each a target for a thumb; the whole piece where it is played through. */
const targets = computed(() => {
    const numbers = cover.value?.measures ?? [];
    return entry.value && entry.value.kind === 'work' ? numbers.slice(entry.value.fromIndex, entry.value.toIndex + 1) : numbers;
});
const open = computed(() => new Set((list.value?.rows ?? plan.value?.heard ?? []).filter((row) => row.isOpen && row.piece === piece.value).map((row) => row.measure)));
const rows = computed(() => (plan.value?.heard ?? []).filter((row) => row.piece === piece.value));

onMounted(async () => {
    await load();
    // What is worked first, until something else is chosen.
    if (at.value < 0) at.value = Math.max(0, plan.value?.entries.findIndex(({ kind, isDone }) => kind === 'work' && !isDone) ?? 0);
    await send();
});
/** What was kept here and is sent now stands in the book. */
watch(() => waiting.value.length, (now, before) => {
    if (now < before) void load();
});
watch(at, (now) => {
    remember(`hear-at-${id.value}`, now);
    measure.value = '';
    list.value = null;
});

function heard(now: HeardList | null): void {
    measure.value = '';
    if (now) {
        list.value = now;
        void load();
    }
}
</script>

<template>
    <div class="hear">
        <header>
            <RouterLink :to="`/rehearsal/${id}`" class="plain-button">Plan</RouterLink>
            <h1>{{ plan?.date.day ?? ' ' }}</h1>
            <span v-if="waiting.length" class="waits" role="status">{{ waiting.length }} kept here <button type="button" class="plain-button" @click="send().then(load)">Send</button></span>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }} <button type="button" class="plain-button" @click="load">Try again</button></p>
        <p v-for="one in refused" :key="one.wish.token" class="problem" role="alert">{{ atMeasure(one.wish.measure) }}: {{ one.problem }} <button type="button" class="plain-button" @click="forget">Good</button></p>
        <template v-if="plan && entry">
            <div class="entries" role="group" aria-label="What is played">
                <button v-for="(one, index) in plan.entries" :key="`${one.key} ${index}`" type="button" :aria-pressed="index === at" :class="{ 'is-done': one.isDone }" @click="at = index">
                    <small>{{ one.clock }}</small> {{ one.kind === 'work' ? `${one.title} ${measuresOf(one)}` : titleOf(one) }}
                </button>
            </div>
            <div class="targets" role="group" aria-label="Measures">
                <button
                    v-for="number in targets"
                    :key="number"
                    type="button"
                    :aria-pressed="measure === number"
                    :class="{ 'is-open': open.has(number) }"
                    :aria-label="`Measure ${number}${open.has(number) ? ', something is written down' : ''}`"
                    @click="measure = number"
                >
                    {{ number }}
                </button>
            </div>
            <HeardSheet :key="piece" :piece="piece" :measure="measure" :date="id" @heard="heard" />
            <p class="done"><button type="button" class="paper-button" @click="tick([entry], !entry.isDone, '').then(() => { if (!entry?.isDone) return; if (at < (plan?.entries.length ?? 1) - 1) at++; })">{{ entry.isDone ? 'Not done after all' : 'Done, on' }}</button></p>
            <HeardRows :rows="rows" @changed="load" />
        </template>
        <p v-else-if="!problem" class="quiet" role="status">{{ plan ? 'There is nothing in this plan.' : 'Planning…' }}</p>
    </div>
</template>

<style scoped>
.hear {
    height: 100%;
    overflow: auto;
    padding: 10px 14px 40px;
    background: var(--paper);
}

header {
    display: flex;
    align-items: center;
    gap: 10px;
}

h1 {
    flex: 1;
    font-size: 18px;
}

.entries {
    display: flex;
    gap: 6px;
    overflow-x: auto;
    padding: 8px 0;
}

.entries button {
    flex: none;
    max-width: 190px;
    min-height: 48px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    background: var(--paper);
    padding: 4px 10px;
    color: var(--ink);
    text-align: left;
    cursor: pointer;
}

.entries small {
    display: block;
    color: var(--soft);
}

.entries button[aria-pressed='true'] {
    border-color: var(--cedar);
    background: var(--cedar-tint);
    font-weight: 700;
}

.entries .is-done {
    border-bottom: 4px solid var(--barrel);
}

.targets {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(52px, 1fr));
    gap: 6px;
    max-height: 38vh;
    overflow: auto;
    margin-bottom: 12px;
}

.targets button {
    min-height: 46px;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--panel);
    color: var(--ink);
    font-size: 16px;
    cursor: pointer;
}

.targets button[aria-pressed='true'] {
    border: 2px solid var(--cedar);
    background: var(--cedar-tint);
    font-weight: 700;
}

.targets .is-open {
    box-shadow: inset 0 -4px var(--wrong);
}

.done {
    margin: 14px 0;
}

.done button {
    min-height: 46px;
    width: 100%;
}

.problem {
    color: var(--wrong);
}
</style>
