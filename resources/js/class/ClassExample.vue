<script setup lang="ts">
/** Two measures, marked as the settings would mark them. */
import { onMounted, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import type { ClassSettings } from '../api/types';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut, type CutScore } from '../engraving/score';

const props = defineProps<{ about: string; settings: ClassSettings; label: string }>();
const score = shallowRef<CutScore | null>(null);
let asked = 0;

async function fetchExample(): Promise<void> {
    asked += 1;
    const mine = asked;
    try {
        const text = await api.postForText('class/example', { ...props.settings, about: props.about });
        if (mine === asked) score.value = cut(text);
    } catch {
        // The words beside it say what it means.
    }
}

onMounted(fetchExample);
watch(() => JSON.stringify(props.settings), fetchExample);
</script>

<template>
    <EngravedPage class="example" :score="score" :scale="34" :room="2" :label="label" />
</template>

<style scoped>
.example {
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    min-height: 96px;
    overflow: hidden;
}
</style>
