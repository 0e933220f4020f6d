<script setup lang="ts">
/** A warm-up for the whole class, from what the parts of a piece need: large enough for a wall, turned with a clicker. */
import './wall.css';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { OtherPart, Play, WarmUpPart, WarmUpPlan } from '../api/types';
import { paperHere } from '../handout/part';
import { remember, remembered } from '../ui/remembered';
import { useTrying } from '../ui/trying';
import { isTyping } from '../ui/typing';
import { playOptions } from './options';
import PlayBar from './PlayBar.vue';
import { usePlaying } from './playing';
import VoiceGrid, { type Voice } from './VoiceGrid.vue';

const route = useRoute();
const router = useRouter();
const { problem, attempt } = useTrying();
const plan = shallowRef<WarmUpPlan | null>(null);
const LONGEST = 45;
const isNumber = (value: unknown): value is number => typeof value === 'number';
const minutes = ref(Number(route.query.minutes) || remembered('warm-up-minutes', 8, isNumber));
const at = ref(0);

const turn = computed(() => plan.value?.turns[at.value] ?? null);
async function load(): Promise<void> {
    if (route.name !== 'warm-up') return;
    along.reset();
    minutes.value = Math.max(1, Math.min(LONGEST, Math.round(minutes.value) || 8));
    remember('warm-up-minutes', minutes.value);
    await attempt(async () => {
        plan.value = await api.get<WarmUpPlan>(`pieces/${String(route.params.piece)}/warm-up?minutes=${minutes.value}`);
        at.value = Math.min(at.value, Math.max(0, plan.value.turns.length - 1));
    });
}

/* All sections are heard at once, the first of them as the one whose place is shown. */
const options = ref(playOptions());
const rung = ref<number | null>(null);
const lead = computed<WarmUpPart | null>(() => turn.value?.parts.find(({ isOwn }) => isOwn) ?? turn.value?.parts[0] ?? null);
const others = computed<OtherPart[]>(() =>
    (turn.value?.parts ?? []).filter((part) => part !== lead.value).map(({ name, play }) => ({ name, instrument: play.instrument, tones: play.tones })),
);
const play = computed<Play | null>(() => lead.value?.play ?? null);
const along = usePlaying(() => play.value, () => others.value, options.value, () => rung.value);
const { here } = along;
const bar = ref<{ key: (event: KeyboardEvent) => void } | null>(null);
const ladder = computed(() => turn.value?.ladder ?? null);
const sounding = computed(() => (here.value?.count === 0 && along.state.value === 'plays' ? here.value.quarter : -1));
/** The note of a section that sounds now: all go through their measures together. */
function noteOf(part: WarmUpPart): string {
    if (sounding.value < 0) return '';
    return part.play.tones.findLast((tone) => tone.at <= sounding.value + 1e-3)?.id ?? '';
}

const voices = computed<Voice[]>(() =>
    (turn.value?.parts ?? []).map((one) => ({
        section: one.section,
        name: one.name,
        about: one.isOwn ? (one.serves.length ? `for m. ${one.serves.slice(0, 3).join(', ')}` : '') : 'goes along on the open string',
        xml: one.xml,
        paper: paper(one.section),
        isQuiet: !one.isOwn,
        now: noteOf(one),
    })),
);

function go(by: number): void {
    const to = at.value + by;
    if (!plan.value || to < 0 || to >= plan.value.turns.length) return;
    along.reset();
    at.value = to;
}

function keydown(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    const act: Record<string, () => void> = { PageDown: () => go(1), PageUp: () => go(-1), ArrowRight: () => go(1), ArrowLeft: () => go(-1) };
    const done = act[event.key];
    if (done) {
        event.preventDefault();
        done();
    } else {
        bar.value?.key(event);
    }
}

/* What is left of this step, from the moment it is shown. */
const left = ref(0);
let timer = 0;
watch(
    turn,
    (now) => {
        window.clearInterval(timer);
        left.value = Math.round((now?.minutes ?? 0) * 60);
        timer = window.setInterval(() => (left.value = Math.max(0, left.value - 1)), 1000);
    },
    { immediate: true },
);
const clock = computed(() => `${Math.floor(left.value / 60)}:${String(left.value % 60).padStart(2, '0')}`);

onMounted(() => {
    window.addEventListener('keydown', keydown);
    void load();
});
onBeforeUnmount(() => {
    window.removeEventListener('keydown', keydown);
    window.clearInterval(timer);
});
watch(() => route.params.piece, load);
/** The class's sheet, or what one section plays. */
function paper(section?: number): string {
    const asked = new URLSearchParams({ minutes: String(minutes.value), paper: paperHere(), ...(section ? { section: String(section) } : {}) });
    return `/api/v1/pieces/${String(route.params.piece)}/warm-up.pdf?${asked.toString()}`;
}

const leave = (): void => void router.push(`/piece/${String(route.params.piece)}/desk`);
</script>

<template>
    <div class="on-the-wall">
        <header>
            <h1>Warm-up</h1>
            <span class="quiet">{{ plan?.title }}</span>
            <label>minutes <input v-model.number="minutes" type="number" min="1" :max="LONGEST" aria-label="Minutes of the warm-up" @change="load" /></label>
            <ol v-if="plan" class="turns" aria-label="Steps">
                <li v-for="(one, index) in plan.turns" :key="one.kind">
                    <button type="button" :aria-current="index === at ? 'step' : undefined" @click="go(index - at)">{{ one.title }}</button>
                </li>
            </ol>
            <nav aria-label="Step">
                <button type="button" class="paper-button" title="Page Up" :disabled="at === 0" @click="go(-1)">Back</button>
                <button type="button" class="paper-button" title="Page Down" :disabled="at >= (plan?.turns.length ?? 1) - 1" @click="go(1)">On</button>
                <a v-if="turn" class="plain-button" :href="paper()" download>Print for all</a>
                <button type="button" class="plain-button" @click="leave">To the desk</button>
            </nav>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!plan" class="quiet" role="status">Working out what the class needs …</p>
        <p v-else-if="!turn" class="quiet">{{ plan.minutes < 3 ? 'That is too short for a line. Give it a few minutes more.' : 'The parts of this piece ask for no warm-up.' }}</p>
        <div class="stage" tabindex="0" role="region" :aria-label="turn?.title ?? 'Warm-up'">
            <template v-if="turn">
                <h2>{{ turn.title }} <span class="clock" role="timer">{{ clock }}</span></h2>
                <p class="how">{{ turn.how }}</p>
                <p class="quiet">{{ turn.why }}. {{ turn.caution }}</p>
                <VoiceGrid :key="turn.kind" :voices="voices" :label="turn.title" />
            </template>
        </div>
        <PlayBar
            v-if="play && ladder"
            ref="bar"
            v-model:options="options"
           
            :play="play"
            :ladder="ladder"
            :along="along"
            name="warm-up"
            is-bare
            :has-others="others.length > 0"
            @rung="rung = $event"
        />
    </div>
</template>

<style scoped>
h1 {
    margin: 0;
    font-size: 30px;
}

header input {
    width: 56px;
    font: inherit;
}

.turns {
    display: flex;
    gap: 4px;
    margin: 0;
    padding: 0;
    list-style: none;
}

.turns button {
    border: 0;
    border-bottom: 3px solid var(--hair);
    background: none;
    padding: 6px 10px;
    color: var(--soft);
    font: inherit;
    cursor: pointer;
}

.turns button[aria-current] {
    border-color: var(--cedar);
    color: var(--ink);
    font-weight: 700;
}

h2 {
    margin: 0;
    font-size: 34px;
}

.clock {
    float: right;
    font: 700 34px var(--sans);
    color: var(--cedar-ink);
}

.how {
    margin: 2px 0;
    font-size: 22px;
}
</style>
