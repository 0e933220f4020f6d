<script setup lang="ts">
/** The stroke of the chosen note: which way, why, and what else it could do. */
import { computed } from 'vue';
import type { Direction } from '../../api/types';
import { direct, partHere, printAdvice } from '../commands/acts';
import { actsAt, labelOf, NO_HANDS } from '../commands/table';
import { headOf, useDesk } from '../state/store';

const desk = useDesk();
const ORIGINS = { 'worked-out': 'worked out', printed: 'printed', mark: 'marked' };

const note = computed(() => desk.note);
const head = computed(() => desk.notes[headOf(desk.notes, desk.chosen)] ?? null);
const here = computed(() => partHere(desk));
/** Where something is done for this stroke, or what it is done for: after an act that is where one looks next. */
const related = computed(() => desk.notes.find((one) => one.id === head.value?.bow?.related));
const why = computed(() => {
    const text = head.value?.bow?.why ?? '';
    return text ? text.charAt(0).toUpperCase() + text.slice(1) + '.' : '';
});
</script>

<template>
    <div v-if="note?.bow" class="card is-answer">
        <strong>
            {{ note.bow.direction === 'down' ? 'Down' : 'Up' }}
            <small>{{ ORIGINS[note.bow.origin] }}</small>
        </strong>
        <p>
            {{ why }}
            <button v-if="related" type="button" class="plain-button" @click="desk.chooseId(related.id)">To {{ related.inWords }}</button>
        </p>
        <p v-if="note.bow.join === 'slur' || note.bow.join === 'tie'" class="quiet">The stroke begins at {{ head?.place }}.</p>
        <p v-if="note.bow.advice">
            On the bow: {{ note.bow.advice }}.
            <button v-if="desk.mayPropose" type="button" class="plain-button" @click="printAdvice(desk)">Print it</button>
        </p>
    </div>
    <template v-if="note?.bow">
        <!-- What comes a moment later has its place already: nothing moves away under the pointer. -->
        <div v-if="!desk.detail" class="card waits" aria-hidden="true"></div>
        <button
            v-for="other in desk.detail?.bows ?? []"
            :key="other.text"
            class="card other"
            type="button"
            :disabled="!desk.mayPropose"
            @click="direct(desk, other.text as Direction)"
        >
            <strong>{{ other.text === 'down' ? 'Down' : 'Up' }} instead</strong>
            <span>{{ other.does.charAt(0).toUpperCase() + other.does.slice(1) }}.</span>
        </button>
    </template>
    <p v-else class="card">No bow here: plucked, or tremolo.</p>
    <div v-if="note?.bow && desk.mayPropose" class="acts" :class="{ 'is-blue': desk.proposes }">
        <button v-for="act in actsAt('bow')" :key="act.name" type="button" :title="act.says" @click="act.does(desk, NO_HANDS)">
            {{ labelOf(act, desk) }} <kbd>{{ act.keys[0] }}</kbd>
        </button>
    </div>
    <div v-if="note?.bow && desk.mayPropose" class="parts" :class="{ 'is-blue': desk.proposes }" role="group" aria-label="Where on the bow">
        <button
            v-for="act in actsAt('part')"
            :key="act.name"
            type="button"
            :aria-pressed="here?.words === act.line"
            @click="act.does(desk, NO_HANDS)"
        >
            {{ act.name }}
        </button>
    </div>
</template>

<style scoped>
.waits {
    min-height: 66px;
}

.parts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin: 8px 0;
}

.parts button {
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: none;
    padding: 2px 8px;
    font-size: 12.5px;
    color: var(--soft);
    cursor: pointer;
}

.parts button:hover {
    border-color: var(--graphite);
    color: var(--ink);
}

.parts button[aria-pressed='true'] {
    background: var(--paper);
    border-color: var(--graphite);
    color: var(--ink);
    font-weight: 700;
}

.parts.is-blue button[aria-pressed='true'] {
    border-color: var(--blue-pencil);
    color: var(--blue-pencil);
}
</style>
