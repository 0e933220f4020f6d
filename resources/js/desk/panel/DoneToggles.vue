<script setup lang="ts">
/** The director calls the bowing or the fingering of a part done; the rack shows it. */
import { computed } from 'vue';
import { api } from '../../api/client';
import type { Done } from '../../api/types';
import { tell } from '../../ui/say';
import { useDesk } from '../state/store';
import { orWarn } from '../../ui/trying';

const WHAT: [keyof Done, string][] = [
    ['bow', 'Bowing done'],
    ['hand', 'Fingers done'],
];
const desk = useDesk();
const done = computed(() => desk.frame?.section.done);

async function toggle(what: keyof Done, name: string): Promise<void> {
    const frame = desk.frame;
    if (!frame) return;
    const { section } = frame;
    const isDone = !section.done[what];
    await orWarn(async () => {
        const now = await api.post<Done>(`sections/${section.id}/done`, { what, done: isDone });
        desk.frame = { ...frame, section: { ...section, done: now } };
        tell(isDone ? `${name}: ${section.name}.` : `${section.name} is open again.`);
    });
}
</script>

<template>
    <span v-if="done && desk.mayEdit" class="done" role="group" aria-label="What is done in this part">
        <button
            v-for="[what, name] in WHAT"
            :key="what"
            type="button"
            class="plain-button"
            role="checkbox"
            :aria-checked="done[what]"
            @click="toggle(what, name)"
        >
            <i :class="{ 'is-done': done[what] }">✓</i> {{ name }}
        </button>
    </span>
</template>

<style scoped>
.done {
    display: flex;
}

.done .plain-button {
    white-space: nowrap;
    padding-inline: 6px;
}

i {
    display: inline-block;
    width: 15px;
    border: 1px solid var(--hair);
    border-radius: var(--radius-small);
    font: 700 11px/14px var(--sans);
    color: transparent;
    text-align: center;
}

i.is-done {
    border-color: var(--ink);
    background: var(--ink);
    color: var(--paper);
}
</style>
