<script setup lang="ts">
/** What a press has changed, shown before the next card. */
import { nextTick, onMounted, ref } from 'vue';
import type { TogetherLook } from '../api/types';
import { toldOf, type Gathered } from './gather';
import PassagePictures from './PassagePictures.vue';
import type { Pictures } from './pictures';

defineProps<{ gathered: Gathered; said: string; looks: TogetherLook[]; pictures: Pictures; version: number }>();
const emit = defineEmits<{ next: []; undo: [] }>();
const next = ref<HTMLButtonElement | null>(null);

onMounted(() => void nextTick(() => next.value?.focus({ preventScroll: true })));
</script>

<template>
    <article role="status" aria-label="What was changed">
        <strong class="measure">{{ gathered.first.measure }}</strong>
        <div class="what">
            <h2>{{ said }}</h2>
            <p><span v-for="line in toldOf(looks)" :key="line">{{ line }}</span></p>
            <PassagePictures v-if="gathered.first.index !== null" :flags="gathered.flags" :pictures="pictures" :looks="null" :version="version" />
        </div>
        <div class="on">
            <button ref="next" type="button" class="cedar-button" @click="emit('next')">On to the next</button>
            <button type="button" class="plain-button" @click="emit('undo')">Take it back</button>
        </div>
    </article>
</template>

<style scoped>
article {
    display: grid;
    grid-template-columns: 130px minmax(0, 1fr) 330px;
    gap: 18px;
    background: var(--cedar-tint);
    border: 1px solid var(--cedar);
    border-radius: var(--radius);
    padding: 12px 16px;
    margin-bottom: 8px;
}

.measure {
    font: 600 24px var(--serif);
}

h2 {
    font-size: 16px;
}

.what {
    min-width: 0;
}

p {
    margin: 2px 0 8px;
    font-size: 13px;
}

p span {
    display: block;
}

.on {
    display: flex;
    align-items: center;
    align-self: start;
    gap: 12px;
}

/* On a phone everything stands in one column. */
@media (width < 760px) {
    article {
        grid-template-columns: minmax(0, 1fr);
        gap: 8px;
    }
}
</style>
