<script setup lang="ts">
/** Lengths, bars and signs for who points: each writes at the cursor, or changes the note before it. */
import { LENGTHS } from './lengths';
import { accidental, putBar, sign, slur, tie, triplet, type Writing } from './text';

defineProps<{ length: number; isDotted: boolean; slurWaits: boolean }>();
const emit = defineEmits<{ length: [quarters: number]; dot: []; rest: []; back: []; put: [change: (writing: Writing) => Writing] }>();
</script>

<template>
    <div class="keys">
        <div role="group" aria-label="Length">
            <button v-for="one in LENGTHS" :key="one.name" type="button" class="paper-button" :aria-pressed="length === one.quarters" @click="emit('length', one.quarters)">{{ one.name }}</button>
            <button type="button" class="paper-button" aria-label="Dotted" :aria-pressed="isDotted" @click="emit('dot')">.</button>
            <button type="button" class="paper-button" @click="emit('rest')">rest</button>
            <button type="button" class="paper-button" @click="emit('put', tie)">tie</button>
            <button type="button" class="paper-button" :aria-pressed="slurWaits" @click="emit('put', slur)">{{ slurWaits ? 'slur ends' : 'slur' }}</button>
            <button type="button" class="paper-button" aria-label="3: triplet" @click="emit('put', triplet)">3</button>
        </div>
        <div role="group" aria-label="Bars and signs">
            <button type="button" class="paper-button" aria-label="Barline" @click="emit('put', (writing) => putBar(writing, '|'))">|</button>
            <button type="button" class="paper-button" aria-label="Repeat begins" @click="emit('put', (writing) => putBar(writing, '|:'))">|:</button>
            <button type="button" class="paper-button" aria-label="Repeat ends" @click="emit('put', (writing) => putBar(writing, ':|'))">:|</button>
            <button type="button" class="paper-button" aria-label="1. first ending" @click="emit('put', (writing) => putBar(writing, '1'))">1.</button>
            <button type="button" class="paper-button" aria-label="2. second ending" @click="emit('put', (writing) => putBar(writing, '2'))">2.</button>
            <button type="button" class="paper-button" aria-label="The end" @click="emit('put', (writing) => putBar(writing, '|]'))">end</button>
            <button type="button" class="paper-button" aria-label="Down bow" @click="emit('put', (writing) => sign(writing, 'v'))">⊓</button>
            <button type="button" class="paper-button" aria-label="Up bow" @click="emit('put', (writing) => sign(writing, 'u'))">V</button>
            <button type="button" class="paper-button" aria-label="Sharp" @click="emit('put', (writing) => accidental(writing, '^'))">♯</button>
            <button type="button" class="paper-button" aria-label="Flat" @click="emit('put', (writing) => accidental(writing, '_'))">♭</button>
            <button type="button" class="paper-button" aria-label="Natural" @click="emit('put', (writing) => accidental(writing, '='))">♮</button>
            <button type="button" class="paper-button" @click="emit('back')">take back</button>
        </div>
        <p class="quiet">press a place to write it · keys 1–5 lengths, . dots, letters notes, Space a rest, ( slurs, - ties, t triplet, ^ _ = signs, | [ : bars, u v bows</p>
    </div>
</template>

<style scoped>
.keys {
    display: grid;
    gap: 8px;
}

.keys > div {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
}

.keys p {
    margin: 0;
    font-size: 12.5px;
}

.keys .paper-button[aria-pressed='true'] {
    border-color: var(--cedar);
    box-shadow: 0 0 0 1px var(--cedar);
}
</style>
