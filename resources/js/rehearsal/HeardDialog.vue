<script setup lang="ts">
/** Writes down what was heard, over the screen it was heard from. */
import { ElDialog } from 'element-plus';
import type { HeardList } from '../api/types';
import HeardSheet from './HeardSheet.vue';

defineProps<{ piece: number; measure: string; note?: string | null; sections?: number[] }>();
const emit = defineEmits<{ close: [] }>();
function heard(list: HeardList | null): void {
    if (list) emit('close');
}
</script>

<template>
    <ElDialog :model-value="true" title="What was heard" width="min(680px, 94vw)" top="8vh" @close="emit('close')">
        <HeardSheet :piece="piece" :measure="measure" :note="note ?? null" :sections="sections ?? []" @heard="heard" />
        <p><RouterLink :to="`/piece/${piece}/logbook`">The whole logbook</RouterLink></p>
    </ElDialog>
</template>
