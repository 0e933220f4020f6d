<script setup lang="ts">
/** Two measures, marked as the settings would mark them. */
import { onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import type { ClassSettings } from '../api/types';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut, type CutScore } from '../engraving/score';

const props = defineProps<{ about: string; settings: ClassSettings; label: string }>();
const score = shallowRef<CutScore | null>(null);
let asked = 0;
const frame = ref<HTMLElement | null>(null);
/** What the example shows was fetched with these; an example is fetched when it is seen, so that those on the screen come at once. */
let fetched = '';
let isSeen = false;
let observer: IntersectionObserver | null = null;

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

function freshen(): void {
    const wanted = JSON.stringify(props.settings);
    if (!isSeen || wanted === fetched) return;
    fetched = wanted;
    void fetchExample();
}

onMounted(() => {
    observer = new IntersectionObserver(([entry]) => {
        isSeen = entry?.isIntersecting ?? false;
        freshen();
    }, { rootMargin: '200px' });
    if (frame.value) observer.observe(frame.value);
});
onBeforeUnmount(() => observer?.disconnect());
watch(() => JSON.stringify(props.settings), freshen);
</script>

<template>
    <div ref="frame">
        <EngravedPage class="example" :score="score" :scale="34" :room="2" :label="label" />
    </div>
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
