<script setup lang="ts">
/** Sheets of paper as they will be printed, looked at before they are saved; part after part, so that many never take too long. */
import '../ui/notes.css';
import { ElDialog } from 'element-plus';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import { orWarn, sentenceOf } from '../ui/trying';
import { save, type Order } from './part';

const props = defineProps<{ order: Order }>();
const emit = defineEmits<{ close: [] }>();

interface SetPart {
    name: string;
    /** SVG of each sheet. */
    sheets: string[];
    problem: string;
}

const parts = shallowRef<SetPart[]>([]);
const isSaving = ref(false);
let isOpen = true;

const isWhole = computed(() => parts.value.length === props.order.sheets.length);
const isGood = computed(() => isWhole.value && parts.value.every((part) => part.problem === ''));
const count = computed(() => parts.value.reduce((sum, part) => sum + part.sheets.length, 0));

onMounted(async () => {
    for (const { name, path } of props.order.sheets) {
        if (!isOpen) return;
        try {
            const { sheets } = await api.get<{ sheets: string[] }>(path);
            parts.value = [...parts.value, { name, sheets, problem: '' }];
        } catch (error) {
            parts.value = [...parts.value, { name, sheets: [], problem: sentenceOf(error) }];
            // What is wrong with one is mostly wrong with all.
            if (parts.value.every((part) => part.problem !== '')) return;
        }
    }
});
onBeforeUnmount(() => (isOpen = false));

async function take(path: string): Promise<void> {
    isSaving.value = true;
    await orWarn(() => save(path));
    isSaving.value = false;
}
</script>

<template>
    <ElDialog :model-value="true" :title="order.title" width="900px" top="3vh" class="paper-preview" @close="emit('close')">
        <div class="bar">
            <button
                v-for="file in order.files"
                :key="file.path"
                type="button"
                class="cedar-button"
                :disabled="!isGood || isSaving"
                @click="take(file.path)"
            >
                {{ file.label }}
            </button>
            <span role="status" class="quiet">
                <template v-if="isSaving">Making the file…</template>
                <template v-else-if="!isWhole && !parts.some((part) => part.problem)">Setting {{ order.sheets[parts.length]?.name }}, {{ parts.length + 1 }} of {{ order.sheets.length }}…</template>
                <template v-else-if="isGood">{{ count }} {{ count === 1 ? 'page' : 'pages' }}</template>
            </span>
        </div>
        <div class="table" tabindex="0" role="region" aria-label="The pages">
            <template v-for="part in parts" :key="part.name">
                <p v-if="part.problem" class="problem" role="alert">{{ part.name }}: {{ part.problem }}</p>
                <!-- eslint-disable vue/no-v-html -->
                <div
                    v-for="(sheet, at) in part.sheets"
                    :key="`${part.name} ${at}`"
                    class="sheet-of-paper"
                    role="img"
                    :aria-label="`${part.name}, page ${at + 1} of ${part.sheets.length}`"
                    v-html="sheet"
                ></div>
                <!-- eslint-enable vue/no-v-html -->
            </template>
        </div>
    </ElDialog>
</template>

<style scoped>
.bar {
    display: flex;
    align-items: center;
    gap: 12px;
    margin-bottom: 10px;
}

.table {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(390px, 1fr));
    gap: 14px;
    max-height: 78vh;
    overflow: auto;
    padding: 12px;
    background: var(--desk);
    border-radius: var(--radius);
}

.sheet-of-paper {
    background: var(--paper);
    box-shadow: 0 1px 6px var(--shade);
    color: var(--print);
}

.sheet-of-paper :deep(> svg) {
    display: block;
    width: 100%;
    height: auto;
}

.problem {
    grid-column: 1 / -1;
    color: var(--wrong);
    font-weight: 700;
}
</style>
