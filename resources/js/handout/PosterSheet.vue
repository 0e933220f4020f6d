<script setup lang="ts">
/** The codes of all parts on one sheet, for the wall. */
import { ElDialog } from 'element-plus';
import { onBeforeUnmount, onMounted } from 'vue';
import type { HandOutSection } from '../api/types';
import { squareCode } from './part';

defineProps<{ title: string; sections: HandOutSection[] }>();
const emit = defineEmits<{ close: [] }>();

onMounted(() => document.body.classList.add('prints-sheet'));
onBeforeUnmount(() => document.body.classList.remove('prints-sheet'));

function print(): void {
    window.print();
}
</script>

<template>
    <ElDialog :model-value="true" title="Poster of codes" width="760px" @close="emit('close')">
        <div class="poster">
            <h2>{{ title }}</h2>
            <p>Point a phone at your part. No account is needed.</p>
            <ul>
                <li v-for="section in sections.filter((one) => one.link)" :key="section.id">
                    <!-- eslint-disable-next-line vue/no-v-html -->
                    <div role="img" :aria-label="`Square code for ${section.name}`" v-html="squareCode(section.link?.url ?? '')"></div>
                    <strong>{{ section.name }}</strong>
                </li>
            </ul>
        </div>
        <template #footer>
            <button type="button" class="cedar-button" @click="print">Print the poster</button>
        </template>
    </ElDialog>
</template>

<style scoped>
.poster {
    text-align: center;
    color: var(--print);
}

h2 {
    font: 700 30px var(--serif);
    margin: 0;
}

ul {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 26px 18px;
    list-style: none;
    padding: 0;
}

li div :deep(svg) {
    display: block;
    width: 100%;
    max-width: 200px;
    height: auto;
    margin: 0 auto 6px;
}

li strong {
    font-size: 19px;
}
</style>
