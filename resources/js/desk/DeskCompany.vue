<script setup lang="ts">
/** Who else is at the piece, where they are, and what they did last. */
import type { Person } from '../api/types';
import { useOthers } from './state/others';
import { useDesk } from './state/store';

const MOST_SHOWN = 4;

const desk = useDesk();
const { people, news } = useOthers(desk);

function initials(name: string): string {
    return name.split(/\s+/).map((word) => word.charAt(0)).join('').slice(0, 2).toUpperCase();
}

/** "Idris Fennel is at m. 26 of Bass" */
function whereabouts(person: Person): string {
    const number = desk.frame?.measures[person.measure]?.number;
    return `${person.name} is at ${number === '0' ? 'the pickup' : `m. ${number ?? person.measure + 1}`} of ${person.part}`;
}
</script>

<template>
    <span v-if="news" class="news" role="status"><strong>{{ news.who }}</strong> {{ news.what }}<template v-if="news.part"> · {{ news.part }}</template></span>
    <span v-if="people.length" class="people" :title="people.map(whereabouts).join('\n')">
        <b v-for="person in people.slice(0, MOST_SHOWN)" :key="person.id" :aria-label="whereabouts(person)" role="img">{{ initials(person.name) }}</b>
        <small v-if="people.length > MOST_SHOWN">+{{ people.length - MOST_SHOWN }}</small>
    </span>
</template>

<style scoped>
.news {
    color: var(--blue-pencil);
    font-size: 13px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}

.people {
    display: flex;
    align-items: center;
    gap: 3px;
}

.people b {
    display: grid;
    place-items: center;
    width: 26px;
    height: 26px;
    border-radius: 50%;
    background: var(--blue-pencil);
    color: var(--on-dark);
    font-size: 12px;
}
</style>
