<script setup lang="ts">
/** Marks that lost their note in a corrected score: each goes to the note that has its place, or is put away. */
import { computed } from 'vue';
import type { CorrectionQuestion } from '../api/types';

const props = defineProps<{ questions: CorrectionQuestion[] }>();
const keep = defineModel<Set<number>>({ required: true });

const byPart = computed(() => {
    const parts = new Map<string, CorrectionQuestion[]>();
    for (const question of props.questions) {
        parts.set(question.part, [...(parts.get(question.part) ?? []), question]);
    }
    return [...parts];
});

function put(marks: CorrectionQuestion[], isKept: boolean): void {
    const chosen = new Set(keep.value);
    for (const { mark, now } of marks) {
        if (isKept && now !== '') chosen.add(mark);
        else chosen.delete(mark);
    }
    keep.value = chosen;
}
</script>

<template>
    <div class="questions">
        <table v-for="[part, list] in byPart" :key="part">
            <caption>
                {{ part }}
                <button v-if="list.length > 1" class="plain-button" type="button" @click="put(list, true)">all to their new places</button>
                <button v-if="list.length > 1" class="plain-button" type="button" @click="put(list, false)">put all away</button>
            </caption>
            <thead class="visually-hidden">
                <tr><th>Mark</th><th>Stood at</th><th>There now</th><th>What becomes of it</th></tr>
            </thead>
            <tbody>
                <tr v-for="question in list" :key="question.mark" :class="{ 'is-away': !keep.has(question.mark) }">
                    <th scope="row">
                        <span class="words">{{ question.words }}</span>
                        <small v-if="question.proposed" class="quiet">proposed by {{ question.author }}</small>
                    </th>
                    <td>{{ question.was }}</td>
                    <td>
                        <template v-if="question.now">→ {{ question.now }}</template>
                        <span v-else class="quiet">no note has its place</span>
                    </td>
                    <td class="what" role="group" :aria-label="`${question.words}, ${question.was}`">
                        <button v-if="question.now" type="button" :aria-pressed="keep.has(question.mark)" @click="put([question], true)">goes there</button>
                        <button type="button" :aria-pressed="!keep.has(question.mark)" @click="put([question], false)">put away</button>
                    </td>
                </tr>
            </tbody>
        </table>
        <p class="quiet">A mark that is put away stands in the history, and comes back when the score is taken back.</p>
    </div>
</template>

<style scoped>
table {
    width: 100%;
    table-layout: fixed;
    border-collapse: collapse;
    margin-bottom: 12px;
}

caption {
    text-align: left;
    font-weight: 700;
    padding: 8px 0 4px;
}

caption .plain-button {
    margin-left: 14px;
    font-weight: 400;
}

th[scope='row'] {
    text-align: left;
    width: 22%;
}

th,
td {
    padding: 5px 10px 5px 0;
    border-bottom: 1px solid var(--hair);
}

.is-away th,
.is-away td:nth-child(3) {
    color: var(--soft);
}

.is-away .words {
    text-decoration: line-through;
}

small {
    display: block;
    font-weight: 400;
}

.what {
    text-align: right;
    white-space: nowrap;
}

.what button {
    border: 1px solid var(--hair);
    background: none;
    padding: 3px 10px;
    border-radius: var(--radius);
    color: var(--soft);
    cursor: pointer;
}

.what button + button {
    margin-left: 4px;
}

.what button[aria-pressed='true'] {
    background: var(--paper);
    border-color: var(--graphite);
    color: var(--ink);
    font-weight: 700;
}
</style>
