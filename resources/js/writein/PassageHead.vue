<script setup lang="ts">
/** Whose part is typed into, and which of its measures: as they stand in the score, or a part that is on paper. */
import { computed, ref, watch } from 'vue';
import type { PassagePart, Typed } from '../api/types';
import type { Draft, Passage } from './draft';
import { READERS } from './lengths';
import { fieldOf } from './text';

const props = defineProps<{ draft: Draft; parts: PassagePart[]; fifths: number | null }>();
const emit = defineEmits<{ take: [passage: Passage, reader?: Typed['reader']]; name: [name: string] }>();

const section = computed(() => props.draft.passage?.section ?? null);
const from = ref('1');
const to = ref('1');
watch(
    () => props.draft.passage,
    (passage) => {
        from.value = passage?.from ?? '1';
        to.value = passage?.to ?? '1';
    },
    { immediate: true },
);
const field = (name: string): string => fieldOf(props.draft.typed.abc, name);
/** What it stands under in the score. Whether that is major or minor the signs do not say. */
const under = computed(() => {
    const { fifths } = props;
    const signs = fifths === null ? '' : fifths === 0 ? 'no sharps or flats' : `${Math.abs(fifths)} ${fifths > 0 ? 'sharp' : 'flat'}${Math.abs(fifths) === 1 ? '' : 's'}`;
    return [signs, field('M')].filter((one) => one !== '').join(' · ');
});

function take(other: number | null, reader?: Typed['reader']): void {
    const first = from.value.trim() || '1';
    const last = to.value.trim() || first;
    // A part on paper goes on as far as it is typed; who begins behind the end means that measure alone.
    emit('take', { section: other, from: first, to: other === null || Number(last) < Number(first) ? first : last }, reader);
}
</script>

<template>
    <header>
        <h2>{{ draft.title }}</h2>
        <label>
            part
            <select aria-label="Part" :value="section ?? ''" @change="take(Number(($event.target as HTMLSelectElement).value) || null, draft.typed.reader)">
                <option v-for="one in parts" :key="one.id" :value="one.id">{{ one.name }}</option>
                <option value="">one that is on paper</option>
            </select>
        </label>
        <template v-if="section === null">
            <label>
                called
                <input type="text" aria-label="Name of the new part" maxlength="60" placeholder="Violin III" :value="draft.typed.part" @change="emit('name', ($event.target as HTMLInputElement).value)" />
            </label>
            <label>
                read by the
                <select aria-label="Who reads it" :value="draft.typed.reader" @change="take(null, ($event.target as HTMLSelectElement).value as Typed['reader'])">
                    <option v-for="one in READERS" :key="one" :value="one">{{ one }}</option>
                </select>
            </label>
        </template>
        <form @submit.prevent="take(section, draft.typed.reader)">
            <label>{{ section === null ? 'from measure' : 'measures' }} <input v-model="from" class="number" type="text" aria-label="First measure" maxlength="12" /></label>
            <label v-if="section !== null">to <input v-model="to" class="number" type="text" aria-label="Last measure" maxlength="12" /></label>
            <button type="submit" class="paper-button">{{ section === null ? 'From there' : 'Take up as they stand' }}</button>
        </form>
        <span class="quiet">{{ under }}</span>
    </header>
</template>

<style scoped>
header > * {
    flex: none;
}

h2 {
    flex: 0 1 auto;
    margin: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font: 600 21px var(--serif);
    color: var(--ink);
}

form {
    display: flex;
    align-items: center;
    gap: 8px;
}

@media (width < 1000px) {
    header {
        flex-wrap: wrap;
    }
}
</style>
