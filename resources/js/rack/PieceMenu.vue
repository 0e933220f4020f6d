<script setup lang="ts">
/** What can be done with a piece or a lesson on the rack. */
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus';
import { computed, inject } from 'vue';
import { useRouter } from 'vue-router';
import type { RackPiece } from '../api/types';
import { RACK_ACTS } from './acts';

const props = defineProps<{ piece: RackPiece }>();
const router = useRouter();
const acts = inject(RACK_ACTS);
/** Where it could stand instead. */
const elsewhere = computed(() => (acts?.shelves.value ?? []).filter((shelf) => shelf.id !== props.piece.shelf));

function act(command: string): void {
    if (!acts) return;
    if (command.startsWith('move:')) void acts.move(props.piece, Number(command.slice('move:'.length)));
    else if (command === 'rename') void acts.rename(props.piece);
    else if (command === 'archive') void acts.archive(props.piece);
    else if (command === 'write') void router.push(`/piece/${props.piece.id}/write-in`);
    else if (command === 'write-into') void router.push(`/piece/${props.piece.id}/desk?write-in=1`);
    else if (command === 'correct') void router.push(`/piece/${props.piece.id}/corrected`);
    else if (command === 'leave') void acts.leave(props.piece.share, props.piece.title);
    else void acts.remove(props.piece);
}
</script>

<template>
    <ElDropdown trigger="click" class="more" @command="act">
        <button type="button" class="plain-button dots" :aria-label="`More for ${piece.title}`">⋯</button>
        <template #dropdown>
            <ElDropdownMenu v-if="piece.role !== 'own'">
                <ElDropdownItem command="leave">Leave this piece</ElDropdownItem>
            </ElDropdownMenu>
            <ElDropdownMenu v-else>
                <ElDropdownItem command="rename">Rename</ElDropdownItem>
                <ElDropdownItem v-if="piece.isTyped" command="write">Write on</ElDropdownItem>
                <template v-else>
                    <ElDropdownItem command="write-into">Write in…</ElDropdownItem>
                    <ElDropdownItem command="correct">Corrected score…</ElDropdownItem>
                </template>
                <ElDropdownItem v-for="shelf in elsewhere" :key="shelf.id" :command="`move:${shelf.id}`">To “{{ shelf.name }}”</ElDropdownItem>
                <ElDropdownItem command="archive">{{ piece.archived ? 'Back to this year' : 'Put with earlier pieces' }}</ElDropdownItem>
                <ElDropdownItem command="remove">Throw away</ElDropdownItem>
            </ElDropdownMenu>
        </template>
    </ElDropdown>
</template>
