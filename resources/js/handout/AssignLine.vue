<script setup lang="ts">
/** A section's line for another section: looked at first, then a part of its own that follows it. */
import { computed, ref, shallowRef, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { api } from '../api/client';
import type { HandOutSection } from '../api/types';
import { tell } from '../ui/say';
import { orWarn } from '../ui/trying';

const props = defineProps<{ sections: HandOutSection[]; piece: number }>();
const emit = defineEmits<{ made: [] }>();
interface Look {
    octaves: number;
    moved: string[];
    lost: string[];
    name: string;
}
const WHO = { 'violin-1': 'Violin I', 'violin-2': 'Violin II', violin: 'Violin', viola: 'Viola', cello: 'Cello', bass: 'Bass' };
const from = ref(props.sections[0]?.id ?? 0);
const whose = ref<keyof typeof WHO>('viola');
const name = ref('');
const look = shallowRef<Look | null>(null);
const isBusy = ref(false);
const FAR = ['', 'an octave', 'two octaves', 'three octaves'];
const octaves = computed(() => {
    const by = look.value?.octaves ?? 0;
    return by === 0 ? 'at the same pitch' : `${FAR[Math.abs(by)] ?? ''} ${by > 0 ? 'higher' : 'lower'}`;
});
watch([from, whose], () => (look.value = null));

async function ask(): Promise<void> {
    isBusy.value = true;
    await orWarn(async () => {
        look.value = await api.post<Look>(`sections/${from.value}/assigned/look`, { for: whose.value });
        name.value = look.value.name;
    });
    isBusy.value = false;
}

async function make(): Promise<void> {
    isBusy.value = true;
    await orWarn(async () => {
        const made = await api.post<{ section: number; name: string }>(`sections/${from.value}/assigned`, { for: whose.value, name: name.value });
        look.value = null;
        tell(`${made.name} is a part of the piece.`);
        emit('made');
    });
    isBusy.value = false;
}
</script>

<template>
    <details class="assign">
        <summary>Give a line to another section</summary>
        <form @submit.prevent="look ? make() : ask()">
            <label>the line of <select v-model.number="from" aria-label="Whose line"><option v-for="one in sections" :key="one.id" :value="one.id">{{ one.name }}</option></select></label>
            <label>for <select v-model="whose" aria-label="For whom"><option v-for="(words, key) in WHO" :key="key" :value="key">{{ words }}</option></select></label>
            <template v-if="look">
                <label>called <input v-model="name" maxlength="60" aria-label="Name of the part" /></label>
                <button type="submit" class="cedar-button" :disabled="isBusy">Make the part</button>
                <button type="button" class="plain-button" @click="look = null">Leave it</button>
            </template>
            <button v-else type="submit" class="paper-button" :disabled="isBusy">Does it fit?</button>
        </form>
        <div v-if="look" role="status">
            <p>It lies {{ octaves }}<template v-if="!look.moved.length && !look.lost.length">, all of it within what they have learned</template>.</p>
            <p v-if="look.moved.length">{{ look.moved.length }} {{ look.moved.length === 1 ? 'note goes' : 'notes go' }} an octave away: {{ look.moved.slice(0, 6).join('; ') }}{{ look.moved.length > 6 ? ' …' : '' }}.</p>
            <p v-if="look.lost.length" class="lost">{{ look.lost.length }} {{ look.lost.length === 1 ? 'note lies' : 'notes lie' }} outside either way: {{ look.lost.slice(0, 6).join('; ') }}{{ look.lost.length > 6 ? ' …' : '' }}.</p>
            <p class="quiet">
                The new part has its own fingers. Bows marked in the line it comes from hold in it too, until it has its own; a corrected score gives it anew.
                <RouterLink :to="`/piece/${piece}/corrected`">Taken back</RouterLink> like a corrected score.
            </p>
        </div>
    </details>
</template>

<style scoped>
.assign {
    margin: 14px 0;
}

summary {
    color: var(--cedar-ink);
    font-weight: 700;
    cursor: pointer;
}

form {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
    margin: 8px 0;
}

input,
select {
    min-height: 32px;
    border: 1px solid var(--field);
    border-radius: var(--radius-small);
    background: var(--paper);
    color: var(--ink);
    font: inherit;
}

input {
    width: 240px;
}

p {
    margin: 4px 0;
}

.lost {
    color: var(--wrong);
}
</style>
