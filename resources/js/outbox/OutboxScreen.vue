<script setup lang="ts">
/** What was written on one's behalf to colleagues, and where there is no mail server, what would have been sent. */
import { onMounted, ref } from 'vue';
import { api } from '../api/client';
import type { Outbox } from '../api/types';
import { copy, when } from '../ui/say';
import { useTrying } from '../ui/trying';

const outbox = ref<Outbox | null>(null);
const { problem, attempt } = useTrying();

onMounted(() =>
    attempt(async () => {
        outbox.value = await api.get<Outbox>('outbox');
    }),
);
</script>

<template>
    <div class="outbox">
        <h1>Outbox</h1>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!outbox" class="quiet">Looking through the post…</p>
        <template v-else>
            <p v-if="!outbox.isSent" class="quiet">
                This server sends no mail. What would have been sent lies here: pass it on by hand.
            </p>
            <p v-if="outbox.letters.length === 0" class="quiet">
                Nothing yet. Letters are written when you invite a colleague to a piece, and when you settle what one proposed.
            </p>
            <article v-for="letter in outbox.letters" :key="letter.id">
                <h2>{{ letter.subject }}</h2>
                <p class="quiet">to {{ letter.to }}, {{ when(letter.at) }}</p>
                <pre>{{ letter.text }}</pre>
                <button type="button" class="plain-button" @click="copy(letter.text, 'The letter is copied.')">Copy the letter</button>
            </article>
        </template>
    </div>
</template>

<style scoped>
.outbox {
    height: 100%;
    overflow: auto;
    max-width: 760px;
    padding: 12px 30px 40px 14px;
}

article {
    margin-bottom: 10px;
    padding: 12px 16px;
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    background: var(--paper);
}

h2 {
    margin: 0;
    font-size: 17px;
}

article p {
    margin: 0;
    font-size: 13px;
}

pre {
    margin: 8px 0;
    font: inherit;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
