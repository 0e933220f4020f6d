<script setup lang="ts">
/** The director's first look at a piece: who has the tune, the longest notes, what changes; each a press away. */
import { ElDialog } from 'element-plus';
import { onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../../api/client';
import type { GlanceGroup, GlanceRow } from '../../api/types';
import { useBookWords } from '../state/bookWords';
import { useDesk } from '../state/store';
import { useTrying } from '../../ui/trying';

const emit = defineEmits<{ close: [] }>();
const desk = useDesk();
const book = useBookWords();
const router = useRouter();
const groups = shallowRef<GlanceGroup[] | null>(null);
const { problem, attempt } = useTrying();
/** Of which row it is told what it was reckoned from. */
const why = ref('');

onMounted(async () => {
    await attempt(async () => {
        groups.value = await api.get<GlanceGroup[]>(`pieces/${desk.piece?.id}/glance`);
    });
});

/** To the place, in the part it is in. */
async function go(row: GlanceRow): Promise<void> {
    const piece = desk.piece?.id;
    if (row.section !== desk.frame?.section.id) {
        await desk.open(String(piece), String(row.section));
        await router.push(`/piece/${piece}/desk/${row.section}`);
    }
    if (row.note) desk.chooseId(row.note);
    else desk.choose(Math.max(0, desk.notes.findIndex((note) => note.index >= row.measure)));
    emit('close');
}
</script>

<template>
    <ElDialog :model-value="true" title="Look it over" width="720px" top="8vh" @close="emit('close')">
        <p v-if="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!groups" class="quiet">Reading the score…</p>
        <p v-else-if="groups.length === 0 && !book.row?.book" class="quiet">There is nothing to tell of this piece yet: no part of it has notes.</p>
        <div v-else class="glance" tabindex="0" role="region" aria-label="What there is">
            <section v-if="book.row?.book">
                <h3>{{ book.row.isLesson ? 'New here' : 'Not in the book so far' }}</h3>
                <p v-if="book.row.words.length === 0" class="quiet">{{ book.row.isLesson ? 'An earlier lesson has brought all of it.' : `${book.row.book} has brought all that ${desk.frame?.section.name ?? 'this part'} wants.` }}</p>
                <ul v-else>
                    <li v-for="one in book.row.words" :key="one.note">
                        <button type="button" @click="desk.chooseId(one.note); emit('close')"><strong>{{ one.measure === '0' ? 'pickup' : `m. ${one.measure}` }}</strong> {{ one.text }}</button>
                    </li>
                </ul>
                <label class="at-measures"><input type="checkbox" :checked="book.isShown" @change="book.show(($event.target as HTMLInputElement).checked)" /> at the measures on the page</label>
            </section>
            <section v-for="group in groups" :key="group.kind">
                <h3>{{ group.title }}</h3>
                <ul>
                    <li v-for="row in group.rows" :key="`${row.place} ${row.text}`">
                        <button type="button" @click="go(row)"><strong v-if="row.place">{{ row.place }}</strong> {{ row.text }}</button>
                        <button v-if="row.why" type="button" class="plain-button" :aria-expanded="why === row.text" @click="why = why === row.text ? '' : row.text">Why?</button>
                        <p v-if="row.why && why === row.text" class="quiet">{{ row.why }}</p>
                    </li>
                </ul>
            </section>
        </div>
    </ElDialog>
</template>

<style scoped>
.glance {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 4px 26px;
    max-height: 70vh;
    overflow: auto;
}

h3 {
    margin: 8px 0 4px;
    font: 600 15px var(--serif);
}

ul {
    list-style: none;
    margin: 0 0 8px;
    padding: 0;
    font-size: 13.5px;
}

li button:first-child {
    width: 100%;
    border: 0;
    border-bottom: 1px solid var(--hair-light);
    padding: 4px 0;
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
    cursor: pointer;
}

li .plain-button {
    padding: 0;
}

li p {
    margin: 0 0 4px;
}

li button:hover strong {
    color: var(--cedar);
}

.at-measures {
    display: flex;
    gap: 8px;
    align-items: center;
    font-size: 13px;
}

strong {
    display: inline-block;
    min-width: 104px;
}
</style>
