<script setup lang="ts">
/** Write-in as a screen: a new line for a shelf, or a piece that was typed. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { tell } from '../ui/say';
import type { Where } from './draft';
import type { Kept } from './shelving';
import WritingPlace from './WritingPlace.vue';

const route = useRoute();
const router = useRouter();
const asked = (name: string): number | null => Number(route.query[name] ?? 0) || null;
const where = computed<Where>(() => ({
    piece: typeof route.params.piece === 'string' ? Number(route.params.piece) : null,
    shelf: asked('shelf'),
    number: asked('number'),
    passage: null,
}));

function kept({ piece, told, isLesson }: Kept): void {
    tell(told);
    void router.push(isLesson ? `/piece/${piece}/lesson` : `/piece/${piece}/desk`);
}
</script>

<template>
    <WritingPlace :where="where" @kept="kept" @anew="(shelf) => router.replace({ query: { shelf: shelf ?? undefined } })" />
</template>
