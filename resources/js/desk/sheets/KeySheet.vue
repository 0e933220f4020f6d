<script setup lang="ts">
/** What each key does; looked for by what it should do. */
import { ElDialog } from 'element-plus';
import { computed, ref } from 'vue';
import { keyCard } from '../commands/table';

const KEYS = keyCard();
const emit = defineEmits<{ close: [] }>();
const sought = ref('');
const found = computed(() => {
    const typed = sought.value.trim().toLowerCase();
    return KEYS.filter(([keys, what]) => what.toLowerCase().includes(typed) || keys.toLowerCase() === typed);
});
</script>

<template>
    <ElDialog :model-value="true" title="Hands on keys" width="460px" @close="emit('close')">
        <input v-model="sought" class="seek" type="search" aria-label="Look for a key" placeholder="what should it do? slur, undo, finger…" />
        <div class="keys" tabindex="0" role="region" aria-label="Keys">
            <dl class="key-card">
                <template v-for="[keys, what] in found" :key="keys">
                    <dt><kbd>{{ keys }}</kbd></dt>
                    <dd>{{ what }}</dd>
                </template>
            </dl>
        </div>
        <p v-if="found.length === 0" class="quiet">No key does that. The line <em>Say it</em> may: its ? shows everything that can be said.</p>
    </ElDialog>
</template>

<style scoped>
.seek {
    width: 100%;
    margin-bottom: 12px;
    padding: 6px 10px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    font: inherit;
}

.key-card {
    display: grid;
    grid-template-columns: 110px 1fr;
    gap: 7px 14px;
    margin: 0;
}

.keys {
    max-height: 60vh;
    overflow: auto;
}

.key-card dd {
    margin: 0;
}
</style>
