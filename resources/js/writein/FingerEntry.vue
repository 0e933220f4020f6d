<script setup lang="ts">
/** A line of strings and fingers, which writes its notes into the text while it is typed. */
import { ref } from 'vue';
import { api } from '../api/client';
import type { TypedProblem } from '../api/types';
import { warn } from '../ui/say';
import { sentenceOf } from '../ui/trying';
import { bodyStart, measureOf, unitOf, type Writing } from './text';

const props = defineProps<{ abc: string; reader: string }>();
const emit = defineEmits<{ put: [change: (writing: Writing) => Writing] }>();

const line = ref('');
const problems = ref<TypedProblem[]>([]);
/** The stretch of the text that the line writes. */
let written: { from: number; to: number } | null = null;

async function read(): Promise<void> {
    const asked = line.value;
    try {
        const answer = await api.post<{ abc: string; problems: TypedProblem[] }>('write-in/fingers', {
            line: asked, abc: props.abc, instrument: props.reader, counts: Math.round(measureOf(props.abc) / unitOf(props.abc)),
        });
        if (asked !== line.value) return;
        problems.value = answer.problems;
        emit('put', (writing) => lay(writing, answer.abc));
    } catch (error) {
        warn(sentenceOf(error));
    }
}

/** The notes in place of those the line wrote before. */
function lay(writing: Writing, notes: string): Writing {
    const start = bodyStart(writing.text);
    const at = Math.max(start, written?.from ?? writing.from);
    const end = Math.max(at, written?.to ?? at);
    const space = at === start || /\s$/.test(writing.text.slice(0, at)) ? '' : ' ';
    const text = notes === '' ? '' : `${space}${notes} `;
    written = { from: at, to: at + text.length };
    return { text: writing.text.slice(0, at) + text + writing.text.slice(end), from: at + text.length, to: at + text.length };
}

function next(): void {
    written = null;
    line.value = '';
    problems.value = [];
}
</script>

<template>
    <form class="fingers" @submit.prevent="next">
        <input
            v-model="line"
            type="text"
            placeholder="D 0 1 2 3 A 0 . 1"
            aria-label="Strings and fingers"
            autocomplete="off"
            maxlength="4000"
            @input="read"
        />
        <p v-if="problems.length" class="wrong">{{ problems[0]?.text }}.</p>
        <p v-else class="quiet">A string’s letter, then fingers; . holds one count more, - rests. Enter begins the next line.</p>
    </form>
</template>

<style scoped>
input {
    width: 100%;
    margin-top: 6px;
    padding: 4px 6px;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    font: 16px 'DejaVu Sans Mono', ui-monospace, Menlo, Consolas, monospace;
}

p {
    margin: 4px 0;
    font-size: 12.5px;
}

.wrong {
    color: var(--wrong);
}
</style>
