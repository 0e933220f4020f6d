<script setup lang="ts">
/** What can be done with a shelf. */
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus';
import { inject } from 'vue';
import type { Shelf } from '../api/types';
import { RACK_ACTS } from './acts';

const props = defineProps<{ shelf: Shelf }>();
const acts = inject(RACK_ACTS);

function act(command: string): void {
    if (command === 'rename') void acts?.renameShelf(props.shelf);
    else void acts?.removeShelf(props.shelf);
}
</script>

<template>
    <ElDropdown trigger="click" @command="act">
        <button type="button" class="plain-button dots" :aria-label="`More for the shelf ${shelf.name}`">⋯</button>
        <template #dropdown>
            <ElDropdownMenu>
                <ElDropdownItem command="rename">Rename the shelf</ElDropdownItem>
                <ElDropdownItem command="remove" :disabled="shelf.pieces.length > 0">Remove the shelf{{ shelf.pieces.length > 0 ? ': move its pieces first' : '' }}</ElDropdownItem>
            </ElDropdownMenu>
        </template>
    </ElDropdown>
</template>
