<script setup lang="ts">
import type { RackPiece, Shelf } from '../api/types';
import { when } from '../ui/say';

defineProps<{ shelves: Shelf[] }>();
const emit = defineEmits<{ restore: [piece: RackPiece]; burn: [piece: RackPiece] }>();
</script>

<template>
    <p class="quiet">What lies here stays for 30 days. Then all of it goes: marks, editions, links.</p>
    <p v-if="shelves.every((shelf) => shelf.pieces.length === 0)">The bin is empty.</p>
    <ul class="bin">
        <template v-for="shelf in shelves" :key="shelf.id">
            <li v-for="piece in shelf.pieces" :key="piece.id" class="slip">
                <strong>{{ piece.title }}</strong>
                <span class="quiet">{{ shelf.name }}<template v-if="piece.goes"> · goes {{ when(piece.goes) }}</template></span>
                <button class="paper-button" type="button" @click="emit('restore', piece)">Bring back</button>
                <button class="plain-button" type="button" @click="emit('burn', piece)">Throw away for good</button>
            </li>
        </template>
    </ul>
</template>

<style scoped>
.bin {
    list-style: none;
    margin: 12px 0;
    padding: 0;
}

.slip {
    display: flex;
    align-items: baseline;
    gap: 12px;
    margin: 0 0 8px;
    padding: 10px 14px;
    background: var(--paper);
    border-left: 4px solid var(--hair);
    border-radius: var(--radius);
}

.slip .quiet {
    flex: 1;
}
</style>
