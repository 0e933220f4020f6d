<script setup lang="ts">
/** Write-in over the piece that is on the desk: measures of its part typed anew, a part that is on paper, or all that was typed. */
import { ElDrawer } from 'element-plus';
import { computed } from 'vue';
import type { Where } from '../../writein/draft';
import type { Kept } from '../../writein/shelving';
import WritingPlace from '../../writein/WritingPlace.vue';
import { useDesk } from '../state/store';

const props = defineProps<{ from: string; to: string }>();
const emit = defineEmits<{ close: []; kept: [kept: Kept] }>();
const desk = useDesk();
const where = computed<Where>(() => ({
    piece: desk.frame?.piece.id ?? null,
    shelf: null,
    number: null,
    passage: desk.frame?.piece.typed ? null : { section: desk.frame?.section.id ?? null, from: props.from, to: props.to },
}));
</script>

<template>
    <ElDrawer
        class="write-in-sheet"
        :model-value="true"
        direction="btt"
        size="92%"
        :with-header="false"
        :close-on-press-escape="false"
        :title="`Write into ${desk.piece?.title ?? 'the piece'}`"
        @close="emit('close')"
    >
        <button type="button" class="plain-button close" @click="emit('close')">Close</button>
        <WritingPlace :where="where" @kept="emit('kept', $event)" @escape="emit('close')" />
    </ElDrawer>
</template>

<style>
.write-in-sheet .el-drawer__body {
    padding: 6px 12px 8px;
    background: var(--desk);
}
</style>

<style scoped>
.close {
    position: absolute;
    z-index: 1;
    top: 16px;
    right: 26px;
}
</style>
