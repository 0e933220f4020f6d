<script setup lang="ts">
/** One practice line of a section as the director sees it: engraved, with its reason, its goal, and what can be done with it. */
import { computed } from 'vue';
import type { DirectorLine } from '../api/types';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut } from '../engraving/score';
import NowLayer from './NowLayer.vue';

const props = defineProps<{ line: DirectorLine; place: number; count: number; mayEdit: boolean; isPlaying: boolean; now: string; section: number }>();
const emit = defineEmits<{ play: []; drop: []; move: [by: number]; goal: [tempo: number | null] }>();
const score = computed(() => cut(props.line.xml.replace(/<part-name[^>]*>[^<]*<\/part-name>/, '<part-name/>')));
const NAMED = 4;
const served = computed(() => {
    const { serves } = props.line;
    const more = serves.length - NAMED;
    return `${serves.length > 1 ? 'mm.' : 'm.'} ${serves.slice(0, NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
});
const minutes = computed(() => (props.line.minutes <= 1 ? 'a minute' : `${Math.ceil(props.line.minutes)} minutes`));

function setGoal(event: Event): void {
    const typed = Number((event.target as HTMLInputElement).value);
    emit('goal', typed > 0 ? Math.round(Math.max(20, Math.min(400, typed))) : null);
}

function keydown(event: KeyboardEvent): void {
    if (!event.altKey || !props.mayEdit || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
    event.preventDefault();
    emit('move', event.key === 'ArrowUp' ? -1 : 1);
}
</script>

<template>
    <li class="line-row" :class="{ 'is-playing': isPlaying }" tabindex="-1" @keydown="keydown">
        <header>
            <h2>{{ line.title }}</h2>
            <strong>{{ served }}</strong>
            <span class="quiet">{{ minutes }} · ♩ = {{ line.ladder.from }} to {{ line.ladder.to }}</span>
            <span class="acts">
                <button type="button" class="plain-button" :aria-pressed="isPlaying" @click="emit('play')">{{ isPlaying ? 'Playing' : 'Play' }}</button>
                <a class="plain-button" :href="`/api/v1/sections/${section}/practice/download.abc?line=${encodeURIComponent(line.key)}`" download>ABC</a>
                <a class="plain-button" :href="`/api/v1/sections/${section}/practice/download.musicxml?line=${encodeURIComponent(line.key)}`" download>MusicXML</a>
                <template v-if="mayEdit">
                    <label class="quiet">goal ♩ =
                        <input
                            type="number"
                            min="20"
                            max="400"
                            :value="line.goal ?? ''"
                            :placeholder="String(line.ladder.to)"
                            :aria-label="`Goal of ${line.title}`"
                            @change="setGoal"
                        />
                    </label>
                    <button type="button" class="paper-button" :disabled="place === 0" :aria-label="`${line.title}: earlier`" @click="emit('move', -1)">↑</button>
                    <button type="button" class="paper-button" :disabled="place === count - 1" :aria-label="`${line.title}: later`" @click="emit('move', 1)">↓</button>
                    <button type="button" class="plain-button" @click="emit('drop')">Leave out</button>
                </template>
            </span>
        </header>
        <p>{{ line.why }}. <span class="quiet">{{ line.how }}</span></p>
        <EngravedPage :score="score" :room="4" :label="line.title">
            <template #over="{ geometry }"><NowLayer v-if="isPlaying && now" :id="now" :geometry="geometry" /></template>
        </EngravedPage>
    </li>
</template>

<style scoped>
.line-row {
    padding: 12px 14px;
    border-bottom: 1px solid var(--hair);
    background: var(--paper);
}

.line-row.is-playing {
    box-shadow: inset 4px 0 var(--cedar);
}

header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 14px;
}

h2 {
    margin: 0;
    font-size: 18px;
}

.acts {
    display: flex;
    align-items: center;
    gap: 4px;
    margin-left: auto;
    font-size: 13px;
}

input {
    width: 64px;
    font: inherit;
}

p {
    margin: 2px 0 6px;
    font-size: 14px;
}
</style>
