<script setup lang="ts">
/** What a line is and how it begins: title, key, meter, tempo, and whose part it is. */
import { computed } from 'vue';
import type { InstrumentName, Typed } from '../api/types';
import type { Draft } from './draft';
import { READERS } from './lengths';
import { fieldOf } from './text';

const props = defineProps<{ draft: Draft }>();
const emit = defineEmits<{
    title: [title: string];
    change: [more: Partial<Typed>];
    field: [name: string, value: string];
    key: [key: string];
    part: [part: string];
    reader: [reader: InstrumentName];
}>();

const KINDS: Record<Typed['kind'], string> = { lesson: 'a line for the class', passage: 'a passage from paper', rhythm: 'a rhythm alone' };
const KEYS = ['C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Eb', 'Ab', 'Am', 'Em', 'Bm', 'Dm', 'Gm', 'Cm'];
const METERS = ['4/4', '3/4', '2/4', '6/8', 'C', 'C|', '2/2', '9/8', '12/8', '5/4', 'none'];
const PARTS = ['Violin I', 'Violin II', 'Violin III', 'Viola', 'Cello', 'Bass'];

const field = (name: string): string => fieldOf(props.draft.typed.abc, name);
const key = computed(() => field('K').replace(/\s*clef=\S+|\s*octave=\S+/g, '').trim());
const tempo = computed(() => /=\s*(\d+)/.exec(field('Q'))?.[1] ?? '');
</script>

<template>
    <header>
        <input
            class="title"
            type="text"
            placeholder="Title"
            aria-label="Title"
            maxlength="120"
            :value="draft.title"
            @change="emit('title', ($event.target as HTMLInputElement).value)"
        />
        <select aria-label="What is typed" :value="draft.typed.kind" @change="emit('change', { kind: ($event.target as HTMLSelectElement).value as Typed['kind'] })">
            <option v-for="(words, kind) in KINDS" :key="kind" :value="kind">{{ words }}</option>
        </select>
        <label v-if="draft.typed.kind !== 'rhythm'">
            key
            <select aria-label="Key" :value="key" @change="emit('key', ($event.target as HTMLSelectElement).value)">
                <option v-for="one in KEYS.includes(key) ? KEYS : [key, ...KEYS]" :key="one" :value="one">{{ one.replace('b', '♭').replace('m', ' minor') }}</option>
            </select>
        </label>
        <label>
            meter
            <select aria-label="Meter" :value="field('M')" @change="emit('field', 'M', ($event.target as HTMLSelectElement).value)">
                <option v-for="one in METERS.includes(field('M')) ? METERS : [field('M'), ...METERS]" :key="one" :value="one">{{ one }}</option>
            </select>
        </label>
        <label>
            ♩ =
            <input
                class="number"
                type="number"
                min="20"
                max="300"
                aria-label="Quarter notes a minute"
                :value="tempo"
                @change="emit('field', 'Q', `1/4=${($event.target as HTMLInputElement).value || '84'}`)"
            />
        </label>
        <template v-if="draft.typed.kind === 'passage'">
            <label>
                part
                <select aria-label="Part" :value="draft.typed.part" @change="emit('part', ($event.target as HTMLSelectElement).value)">
                    <option v-for="one in PARTS" :key="one" :value="one">{{ one }}</option>
                </select>
            </label>
            <label>
                from measure
                <input
                    class="number"
                    type="number"
                    min="1"
                    max="2000"
                    aria-label="Number of its first measure"
                    :value="draft.typed.first"
                    @change="emit('change', { first: Number(($event.target as HTMLInputElement).value) || 1 })"
                />
            </label>
        </template>
        <label v-else-if="draft.typed.kind === 'lesson'">
            typed as read by the
            <select aria-label="Who reads it as it is typed" :value="draft.typed.reader" @change="emit('reader', ($event.target as HTMLSelectElement).value as InstrumentName)">
                <option v-for="one in READERS" :key="one" :value="one">{{ one }}</option>
            </select>
        </label>
    </header>
</template>

<style scoped>
header > * {
    flex: none;
}

header .title {
    width: 220px;
    border-color: transparent;
    background: none;
    font: 600 21px var(--serif);
}

header .title:hover,
header .title:focus {
    background: var(--paper);
    border-color: var(--hair);
}

@media (width < 900px) {
    header {
        flex-wrap: wrap;
    }
}
</style>
