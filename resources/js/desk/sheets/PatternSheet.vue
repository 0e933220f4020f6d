<script setup lang="ts">
/** Which finger patterns the part needs, on which strings, where each first appears, and where two meet. */
import { ElDialog } from 'element-plus';
import { onMounted, ref } from 'vue';
import { api } from '../../api/client';
import type { PatternMap } from '../../api/types';
import { useDesk } from '../state/store';
import { useTrying } from '../../ui/trying';

const emit = defineEmits<{ close: [] }>();
const desk = useDesk();
const map = ref<PatternMap | null>(null);
const { problem, attempt } = useTrying();

onMounted(async () => {
    await attempt(async () => {
        map.value = await api.get<PatternMap>(`sections/${desk.frame?.section.id}/patterns`);
    });
});

function go(id: string): void {
    desk.chooseId(id);
    emit('close');
}

function goTo(index: number): void {
    desk.choose(desk.notes.findIndex((note) => note.index === index));
    emit('close');
}
</script>

<template>
    <ElDialog :model-value="true" :title="`Finger patterns, ${desk.frame?.section.name ?? ''}`" width="640px" @close="emit('close')">
        <p v-if="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!map" class="quiet">Looking at the hand…</p>
        <p v-else-if="map.patterns.length === 0" class="quiet">No two neighbouring fingers are used together in this part.</p>
        <template v-else>
            <table>
                <thead>
                    <tr><th>String</th><th>Pattern</th><th>First in</th><th>Measures</th></tr>
                </thead>
                <tbody>
                    <tr v-for="one in map.patterns" :key="`${one.string}${one.position}${one.pattern}`">
                        <td>{{ one.string }}<template v-if="one.position !== 'I'"> {{ one.position }}</template></td>
                        <td>{{ one.pattern }}</td>
                        <td><button type="button" class="plain-button" @click="go(one.note)">m. {{ one.measures[0] }}</button></td>
                        <td class="quiet">{{ one.ranges }}</td>
                    </tr>
                </tbody>
            </table>
            <template v-if="map.meetings.length">
                <h3>Where two patterns meet</h3>
                <button v-for="one in map.meetings" :key="one.text" type="button" class="plain-button meeting" @click="goTo(one.index)">
                    m. {{ one.measure }}: {{ one.text }}
                </button>
            </template>
        </template>
    </ElDialog>
</template>

<style scoped>
table {
    width: 100%;
    border-collapse: collapse;
}

th {
    text-align: left;
    font-size: 13px;
    color: var(--soft);
}

td,
th {
    padding: 4px 8px 4px 0;
    border-bottom: 1px solid var(--hair);
    vertical-align: baseline;
}

h3 {
    margin: 18px 0 4px;
}

.meeting {
    display: block;
}
</style>
