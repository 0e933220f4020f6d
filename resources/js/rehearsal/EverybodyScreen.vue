<script setup lang="ts">
/** Everybody learns the tune: a stretch of one section's part, each section in its own clef; on the wall, on paper, and heard. */
import '../practice/wall.css';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { OtherPart, UnisonSheet, UnisonVoice } from '../api/types';
import { paperHere } from '../handout/part';
import { playOptions } from '../practice/options';
import PlayBar from '../practice/PlayBar.vue';
import { usePlaying } from '../practice/playing';
import VoiceGrid, { type Voice } from '../practice/VoiceGrid.vue';
import { useTrying } from '../ui/trying';
import { isTyping } from '../ui/typing';

const route = useRoute();
const router = useRouter();
const { problem, attempt } = useTrying();
const sheet = shallowRef<UnisonSheet | null>(null);
const sections = shallowRef<{ id: number; name: string }[]>([]);
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '');
const section = ref(Number(route.params.section));
const from = ref(asked('from'));
const to = ref(asked('to'));
const path = computed(() => `sections/${section.value}/unison`);
const query = computed(() => new URLSearchParams({ from: from.value, to: to.value }).toString());

async function load(): Promise<void> {
    if (route.name !== 'everybody') return;
    along.reset();
    await attempt(async () => {
        if (sections.value.length === 0) sections.value = (await api.get<{ sections: { id: number; name: string }[] }>(`pieces/${String(route.params.piece)}`)).sections;
        sheet.value = null;
        sheet.value = await api.get<UnisonSheet>(`${path.value}?${query.value}`);
        // A link that can be sent.
        await router.replace({ params: { ...route.params, section: section.value }, query: { from: from.value, to: to.value } });
    });
}

const options = ref(playOptions());
const rung = ref<number | null>(null);
const bar = ref<{ key: (event: KeyboardEvent) => void } | null>(null);
const lead = computed<UnisonVoice | null>(() => sheet.value?.voices.find(({ isLead }) => isLead) ?? null);
const others = computed<OtherPart[]>(() =>
    (sheet.value?.voices ?? []).filter(({ isLead }) => !isLead).map(({ name, play }) => ({ name, instrument: play.instrument, tones: play.tones })),
);
const along = usePlaying(() => lead.value?.play ?? null, () => others.value, options.value, () => rung.value);
const sounding = computed(() => (along.here.value?.count === 0 && along.state.value === 'plays' ? along.here.value.quarter : -1));
const FAR = ['', 'an octave', 'two octaves', 'three octaves'];
function about({ isLead, octaves, moved, lost }: UnisonVoice): string {
    if (isLead) return 'as it stands in the part';
    const far = octaves === 0 ? 'at the same pitch' : `${FAR[Math.abs(octaves)] ?? ''} ${octaves > 0 ? 'higher' : 'lower'}`;
    return [far, ...moved, ...lost].join('; ');
}
const voices = computed<Voice[]>(() =>
    (sheet.value?.voices ?? []).map((one) => ({
        section: one.section,
        name: one.name,
        about: about(one),
        xml: one.xml,
        paper: file('pdf', one.section),
        isQuiet: false,
        now: sounding.value < 0 ? '' : (one.play.tones.findLast((tone) => tone.at <= sounding.value + 1e-3)?.id ?? ''),
    })),
);
function file(ending: string, one?: number): string {
    return `/api/v1/${path.value}/download.${ending}?${query.value}&paper=${paperHere()}${one ? `&for=${one}` : ''}`;
}

function keydown(event: KeyboardEvent): void {
    if (!isTyping(event)) bar.value?.key(event);
}
onMounted(() => {
    window.addEventListener('keydown', keydown);
    void load();
});
onBeforeUnmount(() => window.removeEventListener('keydown', keydown));
watch(section, load);
</script>

<template>
    <div class="on-the-wall">
        <header>
            <h1>A line for everybody</h1>
            <form @submit.prevent="load">
                <label>the line of <select v-model.number="section" aria-label="Whose line"><option v-for="one in sections" :key="one.id" :value="one.id">{{ one.name }}</option></select></label>
                <label>m. <input v-model="from" aria-label="From measure" /></label>
                <label>to <input v-model="to" aria-label="To measure" /></label>
                <button type="submit" class="paper-button">Show</button>
            </form>
            <nav v-if="sheet" aria-label="Take it away">
                <a class="plain-button" :href="file('pdf')" download>Print for all</a>
                <a class="plain-button" :href="file('musicxml')" download>MusicXML</a>
                <a class="plain-button" :href="file('abc')" download>ABC</a>
            </nav>
            <RouterLink class="plain-button" :to="`/piece/${String(route.params.piece)}/tutti`">To Tutti</RouterLink>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!sheet" class="quiet" role="status">Writing it for everybody…</p>
        <div v-else class="stage" tabindex="0" role="region" aria-label="The line, section by section">
            <p class="quiet">{{ sheet.title }}, m. {{ sheet.from }} to {{ sheet.to }}: {{ sheet.name }}’s line, its bows, and everybody’s own fingers.</p>
            <VoiceGrid :voices="voices" label="A line for everybody" />
        </div>
        <PlayBar
            v-if="lead && sheet"
            ref="bar"
            v-model:options="options"
            :play="lead.play"
            :ladder="sheet.ladder"
            :along="along"
            name="everybody"
            is-bare
            :has-others="others.length > 0"
            @rung="rung = $event"
        />
    </div>
</template>

<style scoped>
form {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
}

form input,
form select {
    min-height: 32px;
    border: 1px solid var(--field);
    border-radius: var(--radius-small);
    background: var(--paper);
    color: var(--ink);
    font: inherit;
}

form input {
    width: 56px;
}
</style>
