<script setup lang="ts">
import { ElDialog, ElOption, ElSelect } from 'element-plus';
import { computed, ref, watch } from 'vue';
import type { Instrument, Shelf, Understanding } from '../api/types';
import { lessonIn, type Choice } from './bringIn';

const props = defineProps<{ understood: Understanding; shelves: Shelf[]; isBusy: boolean; more: number }>();
const emit = defineEmits<{
    keep: [choice: Choice];
    close: [];
}>();

const title = ref(props.understood.title);
const shelf = ref<number | null>(null);
const lesson = ref('');
/** A shelf that is made for it; its number stands for it in the list. */
const NEW_SHELF = 0;
const newShelf = ref('');

const READ_AS: Record<Instrument, string> = {
    violin: 'violin', viola: 'viola', cello: 'cello', bass: 'bass', other: 'another instrument: kept, not bowed',
};
/** What each part is for, by its id; empty for one that is left out. */
const readAs = ref<Record<string, Instrument | ''>>({});
const isEmpty = computed(() => props.understood.parts.every((part) => readAs.value[part.id] === ''));

watch(
    () => props.understood,
    (understood) => {
        title.value = understood.title;
        lesson.value = lessonIn(understood.title);
        readAs.value = Object.fromEntries(understood.parts.map((part) => [part.id, part.instrument]));
    },
    { immediate: true },
);
watch(
    () => props.shelves,
    (shelves) => {
        const last = Number(localStorage.getItem('last-shelf'));
        shelf.value = shelves.find((one) => one.id === last)?.id ?? shelves[0]?.id ?? NEW_SHELF;
    },
    { immediate: true },
);

const correction = computed(() => ({
    name: 'correction',
    params: { piece: props.understood.already?.id ?? 0 },
    query: { token: props.understood.token, file: props.understood.file },
}));
const isBook = computed(() => props.shelves.find((one) => one.id === shelf.value)?.kind === 'book');
const signs = computed(() => [
    props.understood.key,
    props.understood.meter,
    props.understood.tempo ? `♩ = ${props.understood.tempo}` : 'no tempo: 100 is assumed',
    `${props.understood.measures} measures${props.understood.pickup ? ' and a pickup' : ''}`,
]);

function keep(): void {
    if (shelf.value === null) {
        return;
    }
    localStorage.setItem('last-shelf', String(shelf.value));
    emit('keep', {
        title: title.value,
        shelf: shelf.value,
        newShelf: shelf.value === NEW_SHELF ? newShelf.value.trim() : null,
        lesson: isBook.value && lesson.value ? Number(lesson.value) : null,
        parts: props.understood.parts.map(({ id }) => ({ id, instrument: readAs.value[id] || null })),
    });
}
</script>

<template>
    <ElDialog :model-value="true" width="640px" top="6vh" title="What was understood" @close="emit('close')">
        <p class="quiet file">
            {{ understood.file }}<template v-if="more"> · {{ more }} more to look at after this one</template>
        </p>
        <p v-if="understood.already" class="already" role="status">
            “{{ understood.already.title }}” is on the rack already.
            <RouterLink :to="correction">Bring this in as its corrected score</RouterLink>: its marks stay at the notes that are the same.
            Or keep it below as another piece.
        </p>
        <p class="signs">{{ signs.filter(Boolean).join(' · ') }}</p>
        <table>
            <thead>
                <tr><th>Part</th><th>Read as</th><th>Measures</th><th>Notes</th></tr>
            </thead>
            <tbody>
                <tr v-for="part in understood.parts" :key="part.id" :class="{ 'is-out': readAs[part.id] === '' }">
                    <td>{{ part.name }}</td>
                    <td>
                        <select v-model="readAs[part.id]" :aria-label="`${part.name} is for`" :class="{ odd: readAs[part.id] === 'other' }">
                            <option v-for="(words, instrument) in READ_AS" :key="instrument" :value="instrument">{{ words }}</option>
                            <option value="">left out</option>
                        </select>
                    </td>
                    <td>{{ part.measures }}</td>
                    <td>{{ part.notes }}</td>
                </tr>
            </tbody>
        </table>
        <p v-if="isEmpty" class="problem" role="alert">Keep at least one part.</p>
        <p v-if="understood.straight"><strong>Played</strong> straight through.</p>
        <p v-else><strong>Played</strong> in this order: measures {{ understood.roadmap }}.</p>
        <div v-if="understood.flags.length || understood.oddities.length" class="odd-list">
            <strong>Worth a look</strong>
            <ul>
                <li v-for="flag in understood.flags" :key="flag.text">{{ flag.text }}</li>
                <li v-for="oddity in understood.oddities" :key="oddity">{{ oddity }}</li>
            </ul>
        </div>
        <p v-else class="quiet">Every measure adds up, and all parts are of one length.</p>
        <form id="keep" class="fields" @submit.prevent="keep">
            <label>Title <input v-model="title" name="title" maxlength="120" required /></label>
            <label>
                Shelf
                <ElSelect v-model="shelf" aria-label="Shelf">
                    <ElOption v-for="one in shelves" :key="one.id" :value="one.id" :label="one.name" />
                    <ElOption :value="NEW_SHELF" label="A new shelf…" />
                </ElSelect>
            </label>
            <label v-if="shelf === NEW_SHELF">Its name <input v-model="newShelf" name="new-shelf" maxlength="80" required placeholder="for a concert, a term or a book" /></label>
            <label v-if="isBook">Lesson <input v-model="lesson" name="lesson" inputmode="numeric" pattern="[0-9]*" /></label>
        </form>
        <template #footer>
            <button class="paper-button" type="button" @click="emit('close')">Do not keep it</button>
            &nbsp;
            <button class="cedar-button" type="submit" form="keep" :disabled="isBusy || shelf === null || isEmpty">
                {{ isBusy ? 'Keeping it…' : 'Keep it' }}
            </button>
        </template>
    </ElDialog>
</template>

<style scoped>
.file {
    margin: -14px 0 6px;
}

.already {
    margin: 0 0 10px;
    padding: 8px 14px;
    background: var(--cedar-tint);
    border-radius: var(--radius);
}

.signs {
    font-family: var(--serif);
    font-size: 16px;
    margin: 0 0 12px;
}

table {
    width: 100%;
    border-collapse: collapse;
}

th {
    text-align: left;
    color: var(--soft);
    font-size: 12.5px;
    font-weight: 400;
}

td,
th {
    padding: 4px 10px 4px 0;
    border-bottom: 1px solid var(--hair);
}

.odd {
    color: var(--wrong);
}

.is-out td:not(:nth-child(2)) {
    color: var(--soft);
    text-decoration: line-through;
}

td select {
    margin-left: -11px;
    max-width: 100%;
    padding: 3px 6px;
    border: 1px solid transparent;
    border-radius: var(--radius);
    background: none;
    font: inherit;
    color: inherit;
}

td select:hover,
td select:focus {
    border-color: var(--hair);
}

td .odd {
    color: var(--wrong);
}

.odd-list {
    background: var(--cedar-tint);
    border-radius: var(--radius);
    padding: 10px 14px;
    max-height: 150px;
    overflow: auto;
}

.odd-list ul {
    margin: 4px 0 0;
    padding-left: 18px;
}

.fields {
    display: grid;
    grid-template-columns: 2fr 1.4fr auto;
    gap: 12px;
    margin-top: 14px;
}

label {
    display: grid;
    gap: 4px;
    font-weight: 700;
}

input {
    padding: 7px 10px;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    font-size: 14px;
    min-width: 0;
    height: 32px;
}
</style>
