<script setup lang="ts">
/** What was heard, by measure: how often, from whom, what would help, and whether it is better. */
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { api } from '../api/client';
import type { HeardList, HeardRow } from '../api/types';
import { useHistory } from '../history/store';
import { tellWithUndo } from '../ui/say';
import { orWarn } from '../ui/trying';
import { atMeasure } from '../ui/counting';

const props = withDefaults(defineProps<{ rows: HeardRow[]; named?: boolean; may?: boolean }>(), { may: true });
const emit = defineEmits<{ changed: [list: HeardList] }>();
const history = useHistory();
const busy = ref(0);
const open = computed(() => props.rows.filter((row) => row.isOpen));
const done = computed(() => props.rows.filter((row) => !row.isOpen));
const TIMES = ['', '', 'twice', 'third time'];
const times = (row: HeardRow): string => (row.times < 2 ? '' : (TIMES[row.times] ?? `${row.times} times`));

async function act(row: HeardRow, work: () => Promise<HeardList>, said: string): Promise<void> {
    if (busy.value) return;
    busy.value = row.id;
    await orWarn(async () => {
        emit('changed', await work());
        tellWithUndo(said, () => void history.turn('undo'));
    });
    busy.value = 0;
}
const correct = (row: HeardRow): Promise<void> => act(row, () => api.post<HeardList>(`heard/${row.id}/correct`), `${atMeasure(row.measure)}: ${row.offer?.text ?? 'marked'}.`);
const better = (row: HeardRow, is: boolean): Promise<void> =>
    act(row, () => api.patch<HeardList>(`heard/${row.id}`, { better: is }), is ? `${atMeasure(row.measure)} is better.` : `${atMeasure(row.measure)} is in the book again.`);
const remove = (row: HeardRow): Promise<void> => act(row, () => api.delete<HeardList>(`heard/${row.id}`), `${atMeasure(row.measure)} is out of the logbook.`);
</script>

<template>
    <p v-if="!rows.length" class="quiet">Nothing is written down yet.</p>
    <ul v-else class="heard">
        <li v-for="row in open" :key="row.id" :class="{ 'is-third': row.times > 2 }">
            <p class="what">
                <strong v-if="row.index === null">{{ atMeasure(row.measure) }}</strong>
                <RouterLink v-else :to="{ name: 'desk', params: { piece: row.piece, section: row.sections[0] ?? '' }, query: { measure: row.measure } }"><strong>{{ atMeasure(row.measure) }}</strong></RouterLink>
                · {{ row.text }}
            </p>
            <p class="quiet">
                <template v-if="named">{{ row.title }} · </template>{{ row.who }}<template v-if="times(row)"> · <strong>{{ times(row) }}</strong></template>
                <template v-if="row.index === null"> · the corrected score has no such measure</template>
            </p>
            <p v-if="may" class="does">
                <button v-if="row.offer" type="button" class="plain-button" :disabled="busy === row.id" :title="`For ${row.offer.sections.join(', ')}`" @click="correct(row)">Make it: {{ row.offer.text }}</button>
                <button type="button" class="plain-button" :disabled="busy === row.id" @click="better(row, true)">Better</button>
                <button type="button" class="plain-button" :disabled="busy === row.id" :aria-label="`Take out ${atMeasure(row.measure)}, ${row.text}`" @click="remove(row)">Take out</button>
            </p>
        </li>
        <li v-for="row in done" :key="row.id" class="is-better">
            <p class="what"><strong>{{ atMeasure(row.measure) }}</strong> · {{ row.text }}</p>
            <p class="quiet">
                <template v-if="named">{{ row.title }} · </template>{{ row.who }} · better
                <button v-if="may" type="button" class="plain-button" :disabled="busy === row.id" @click="better(row, false)">Not yet</button>
            </p>
        </li>
    </ul>
</template>

<style scoped>
.heard {
    margin: 0;
    padding: 0;
    list-style: none;
}

li {
    border-top: 1px solid var(--hair);
    padding: 7px 0;
}

li p {
    margin: 0;
}

.quiet {
    font-size: 12.5px;
}

.what {
    font-size: 15px;
}

.does {
    display: flex;
    flex-wrap: wrap;
    margin-left: -8px;
}

.does button {
    text-align: left;
}

.is-third {
    border-left: 3px solid var(--wrong);
    padding-left: 8px;
}

.is-better {
    color: var(--soft);
}
</style>
