<script setup lang="ts">
/** Everything that Say it takes, with what it means: places, marks by what they are for, and what may follow. */
import { ElDialog } from 'element-plus';
import { computed, ref } from 'vue';
import type { Form } from '../../api/types';
import { useDesk } from '../state/store';

const emit = defineEmits<{ close: []; say: [words: string] }>();
const desk = useDesk();
const sought = ref('');

const PLACES: [string, string][] = [
    ['9', 'measure 9, its first note; for a stretch the whole measure'],
    ['9.2', 'beat 2 of it'],
    ['9.2+', 'the and of 2'],
    ['0', 'the pickup'],
    ['B   B+3', 'at rehearsal mark B; three measures after it'],
    ['25-28   9.1-9.3', 'from one place to another'],
];
const AFTER: [string, string][] = [
    ['9.1 down, 3, on D', 'several marks at one place'],
    ['9.1 III or I', 'left open: the class will try both'],
    ['9.1 hook 2x', 'the second time through only'],
    ['9.1 down ?', 'proposed, not decided'],
    ['9.3 up > 10.1 down', 'with what it is for: it is told when that no longer holds'],
    ['9.1 change up @outside', 'for some of the players: @outside, @inside, @stand 2'],
];
const COLUMNS = [['places', 'bow'], ['hand', 'text', 'after']];
const NAMES: Record<string, string> = { bow: 'The bow', hand: 'The hand', text: 'Words' };

const found = computed(() => {
    const typed = sought.value.trim().toLowerCase();
    return (desk.frame?.forms ?? []).filter((form) => `${form.words} ${form.means}`.toLowerCase().includes(typed));
});
const isWhole = computed(() => sought.value.trim() === '');

function formsOf(group: string): Form[] {
    return found.value.filter((form) => form.group === group);
}
</script>

<template>
    <ElDialog :model-value="true" title="What can be said" width="760px" top="6vh" @close="emit('close')">
        <label class="seek">Look for <input v-model="sought" type="search" aria-label="Look for a form" placeholder="lift, position, bridge…" /></label>
        <div class="grammar" tabindex="0" role="region" aria-label="The forms">
            <div v-for="(column, side) in COLUMNS" :key="side">
                <template v-for="part in column" :key="part">
                    <section v-if="part === 'places' && isWhole">
                        <h3>First the place</h3>
                        <dl>
                            <template v-for="[words, means] in PLACES" :key="words"><dt>{{ words }}</dt><dd>{{ means }}</dd></template>
                        </dl>
                    </section>
                    <section v-else-if="part === 'after' && isWhole">
                        <h3>What may follow</h3>
                        <dl>
                            <template v-for="[words, means] in AFTER" :key="words"><dt>{{ words }}</dt><dd>{{ means }}</dd></template>
                        </dl>
                    </section>
                    <section v-else-if="formsOf(part).length > 0">
                        <h3>{{ NAMES[part] }}</h3>
                        <dl>
                            <template v-for="form in formsOf(part)" :key="form.words">
                                <dt><button type="button" @click="emit('say', form.words)">{{ form.words }}</button></dt>
                                <dd>{{ form.means }}<span v-if="form.stands === 'both'" class="quiet"> · also for a stretch</span></dd>
                            </template>
                        </dl>
                    </section>
                </template>
            </div>
            <p v-if="found.length === 0" class="quiet">No form has “{{ sought.trim() }}” in it. Any text can be said in quotes: 9.1 "{{ sought.trim() }}"</p>
        </div>
    </ElDialog>
</template>

<style scoped>
.seek {
    display: flex;
    align-items: baseline;
    gap: 10px;
}

.seek input {
    flex: 1;
    padding: 6px 10px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    font: inherit;
}

.grammar {
    max-height: 66vh;
    overflow: auto;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 26px;
    align-items: start;
}

h3 {
    margin: 14px 0 4px;
    font: 600 15px var(--serif);
}

dl {
    display: grid;
    grid-template-columns: 124px 1fr;
    gap: 3px 10px;
    margin: 0;
    font-size: 13px;
}

dt {
    font-weight: 700;
    white-space: pre-wrap;
}

dt button {
    border: 0;
    padding: 0;
    background: none;
    color: var(--cedar-ink);
    font: inherit;
    font-weight: 700;
    text-align: left;
    cursor: pointer;
}

dd {
    margin: 0;
}
</style>
