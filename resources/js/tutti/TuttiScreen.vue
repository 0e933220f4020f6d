<script setup lang="ts">
/** All sections at once as strokes in time: down filled, up outlined; shared rhythms bound together, quarrels standing out. */
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { Tutti, TuttiStretch, Way } from '../api/types';
import { tell, warn } from '../ui/say';

const WINDOW = 8;
const ROW = 108;
const TOP = 40;
const LEFT = 84;
const WIDTH = 870;

const route = useRoute();
const data = ref<Tutti | null>(null);
const problem = ref('');
const first = ref(0);
const chosen = ref<TuttiStretch | null>(null);
type View = 'bows' | 'fingers' | 'entrances' | 'unisons';
const VIEWS: Record<View, string> = { bows: 'Bows and slurs', fingers: 'Fingers', entrances: 'Entrances', unisons: 'Unisons' };
const view = ref<View>((localStorage.getItem('tutti-view') as View | null) ?? 'bows');
watch(view, (now) => localStorage.setItem('tutti-view', now));

onMounted(load);
watch(() => route.params.piece, load);

async function load(): Promise<void> {
    if (route.name !== 'tutti') return;
    try {
        data.value = await api.get<Tutti>(`pieces/${String(route.params.piece)}/tutti`);
        problem.value = '';
        chosen.value = null;
    } catch (error) {
        problem.value = (error as Error).message;
    }
}

const shown = computed(() => data.value?.measures.slice(first.value, first.value + WINDOW) ?? []);
const from = computed(() => shown.value[0]?.onset ?? 0);
const to = computed(() => {
    const last = shown.value.at(-1);
    return last ? last.onset + last.length : 1;
});
const x = (onset: number): number => LEFT + ((onset - from.value) / (to.value - from.value)) * (WIDTH - LEFT - 10);
const isSeen = (start: number, end: number): boolean => end > from.value && start < to.value;
const row = (part: string): number => data.value?.sections.findIndex((section) => section.part === part) ?? 0;
const height = computed(() => TOP + ROW * (data.value?.sections.length ?? 1) + 10);

const rows = computed(() =>
    (data.value?.sections ?? []).map((section, index) => ({
        name: section.name,
        y: TOP + ROW * index,
        part: section.part,
        fingers: section.fingers.filter((one) => one.onset >= from.value && one.onset < to.value),
        strokes: section.strokes.filter((stroke) => stroke.voice === section.strokes[0]?.voice && isSeen(stroke.onset, stroke.end)),
    })),
);
const inView = computed(() => (data.value?.stretches ?? []).filter((stretch) => isSeen(stretch.from, stretch.to)));
/** Neighbouring rows are bound together on the picture; all quarrels are listed beside it. */
const bound = computed(() => inView.value.filter((stretch) => Math.abs(row(stretch.one) - row(stretch.other)) === 1));
const quarrels = computed(() => inView.value.filter((stretch) => !stretch.agrees));
const agreed = computed(() => inView.value.filter((stretch) => stretch.agrees));
const entrances = computed(() => (data.value?.entrances ?? []).filter((one) => one.onset >= from.value && one.onset < to.value));
const unisons = computed(() => (data.value?.unisons ?? []).filter((one) => one.onset >= from.value && one.onset < to.value));
const yOf = (part: string): number => TOP + ROW * row(part);
const nameOf = (part: string): string => data.value?.sections.find((section) => section.part === part)?.name ?? part;

async function take(way: Way): Promise<void> {
    const name = way.lines[0]?.replace(/^part /, '');
    const section = data.value?.sections.find((one) => one.name === name);
    if (!section) return;
    try {
        await api.post(`sections/${section.id}/marks`, {
            lines: way.lines.slice(1).join('\n'),
            seen: Number.MAX_SAFE_INTEGER,
            label: way.text.slice(0, 110),
        });
        tell(way.text);
        await load();
    } catch (error) {
        warn((error as Error).message);
    }
}

function move(step: number): void {
    const last = Math.max(0, (data.value?.measures.length ?? 1) - WINDOW);
    first.value = Math.max(0, Math.min(last, first.value + step));
}
</script>

<template>
    <div class="tutti">
        <header>
            <h1>{{ data?.title ?? ' ' }}</h1>
            <span v-if="shown.length" class="quiet">All sections, measures {{ shown[0]?.number }}–{{ shown.at(-1)?.number }}</span>
            <span class="views" role="group" aria-label="What to show">
                <button v-for="(name, key) in VIEWS" :key="key" type="button" :aria-pressed="view === key" @click="view = key">{{ name }}</button>
            </span>
            <span class="moves">
                <button class="paper-button" type="button" aria-label="Earlier measures" :disabled="first === 0" @click="move(-WINDOW)">←</button>
                <button class="paper-button" type="button" aria-label="Later measures" :disabled="first + WINDOW >= (data?.measures.length ?? 0)" @click="move(WINDOW)">→</button>
            </span>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!data" class="quiet pad">Laying the sections side by side…</p>
        <template v-else>
            <div class="middle">
                <div class="strip" role="group" aria-label="Measures">
                    <button
                        v-for="(measure, index) in data.measures"
                        :key="index"
                        type="button"
                        tabindex="-1"
                        :aria-label="`Go to measure ${measure.number}`"
                        :style="{ flexGrow: measure.length }"
                        :class="{
                            'is-here': index >= first && index < first + WINDOW,
                            'is-wrong': data.stretches.some((one) => !one.agrees && one.from < measure.onset + measure.length && one.to > measure.onset),
                        }"
                        @click="first = Math.max(0, Math.min(index, data.measures.length - WINDOW))"
                    >
                        {{ measure.rehearsal ?? '' }}
                    </button>
                </div>
                <div class="paper" tabindex="0" role="region" aria-label="The sections as strokes">
                    <svg :viewBox="`0 0 ${WIDTH} ${height}`" role="img" aria-label="Strokes of all sections, aligned in time">
                        <g v-for="measure in shown" :key="measure.onset">
                            <line :x1="x(measure.onset)" :x2="x(measure.onset)" :y1="26" :y2="height - 6" class="bar" />
                            <text :x="x(measure.onset) + 6" y="18" class="number">{{ measure.number }}</text>
                        </g>
                        <g v-for="one in rows" :key="one.name">
                            <text x="4" :y="one.y + 26" class="name">{{ one.name }}</text>
                            <line :x1="LEFT" :x2="WIDTH - 10" :y1="one.y + 44" :y2="one.y + 44" class="ground" />
                            <g v-for="stroke in one.strokes" :key="stroke.onset">
                                <rect
                                    :x="x(stroke.onset) + 1"
                                    :y="one.y + (stroke.direction === 'up' ? 22 : 6)"
                                    :width="Math.max(2, x(stroke.end) - x(stroke.onset) - 2)"
                                    height="21"
                                    rx="3"
                                    :class="stroke.direction ?? 'plucked'"
                                />
                                <line
                                    v-for="tick in stroke.ticks"
                                    :key="tick"
                                    :x1="x(tick)"
                                    :x2="x(tick)"
                                    :y1="one.y + (stroke.direction === 'up' ? 27 : 11)"
                                    :y2="one.y + (stroke.direction === 'up' ? 38 : 22)"
                                    :class="stroke.direction === 'up' ? 'tick' : 'tick is-light'"
                                />
                                <text v-if="stroke.join === 'hook' || stroke.join === 'retake' || stroke.join === 'lift'" :x="x(stroke.onset)" :y="one.y + 58" class="join">{{ stroke.join }}</text>
                            </g>
                        </g>
                        <template v-if="view === 'fingers'">
                            <g v-for="one in rows" :key="`f${one.name}`">
                                <text v-for="finger in one.fingers" :key="finger.onset" :x="x(finger.onset) + 2" :y="one.y + 62" class="finger" :class="{ 'is-shift': finger.shift }">{{ finger.text }}</text>
                            </g>
                        </template>
                        <template v-if="view === 'entrances'">
                            <g v-for="one in entrances" :key="`e${one.part}${one.onset}`" class="entrance">
                                <path :d="`M${x(one.onset)} ${yOf(one.part) + 2}v46M${x(one.onset)} ${yOf(one.part) + 2}l9 5l-9 5`" />
                                <text :x="x(one.onset) + 4" :y="yOf(one.part) + 62">{{ one.text }}</text>
                            </g>
                        </template>
                        <template v-if="view === 'unisons'">
                            <g v-for="one in unisons" :key="`u${one.name}${one.onset}`" class="unison" :class="{ 'is-octave': !one.unison }">
                                <line :x1="x(one.onset) + 5" :x2="x(one.onset) + 5" :y1="Math.min(...one.parts.map(yOf)) + 6" :y2="Math.max(...one.parts.map(yOf)) + 44" />
                                <circle v-for="part in one.parts" :key="part" :cx="x(one.onset) + 5" :cy="yOf(part) + 25" r="4" />
                                <text :x="x(one.onset) + 8" :y="Math.min(...one.parts.map(yOf)) + 3">{{ one.name }}</text>
                            </g>
                        </template>
                        <g v-for="stretch in view === 'bows' ? bound : []" :key="`${stretch.one}${stretch.other}${stretch.from}`">
                            <template v-if="stretch.agrees">
                                <path
                                    :d="`M${x(Math.max(stretch.from, from))} ${TOP + ROW * Math.min(row(stretch.one), row(stretch.other)) + 62}v16m0 -8H${x(Math.min(stretch.to, to)) - 4}m0 -8v16`"
                                    class="agree"
                                />
                            </template>
                            <rect
                                v-else
                                :x="x(Math.max(stretch.from, from)) - 2"
                                :y="TOP + ROW * Math.min(row(stretch.one), row(stretch.other)) - 2"
                                :width="x(Math.min(stretch.to, to)) - x(Math.max(stretch.from, from)) + 2"
                                :height="ROW + 52"
                                rx="7"
                                class="quarrel"
                                :class="{ 'is-chosen': chosen === stretch }"
                                @click="chosen = stretch"
                            />
                        </g>
                    </svg>
                </div>
                <p class="quiet legend">
                    ■ down · □ up · grey: plucked · a tick inside a block is a slurred note<template v-if="view === 'fingers'"> · string and finger under each note, in cedar where the hand shifts</template><template v-else-if="view === 'entrances'"> · flags: who comes in, and on which beat</template><template v-else-if="view === 'unisons'"> · full line: one pitch, dotted: octaves apart; good places to tune</template>
                </p>
            </div>
            <aside class="beside" aria-label="What the sections share">
                <h2>{{ quarrels.length ? 'One rhythm, two bowings' : 'All of one mind' }}</h2>
                <p v-if="!quarrels.length" class="quiet">Where the sections share a rhythm here, they share the bows.</p>
                <div v-for="stretch in quarrels" :key="`${stretch.one}${stretch.other}${stretch.from}`" class="card" :class="{ 'is-chosen': chosen === stretch }">
                    <p>{{ stretch.text }}</p>
                    <button v-for="way in stretch.ways" :key="way.text" type="button" class="way" @click="take(way)">{{ way.text }}</button>
                </div>
                <template v-if="agreed.length">
                    <h3>Also shared</h3>
                    <p v-for="stretch in agreed" :key="`${stretch.one}${stretch.other}${stretch.from}`" class="quiet">
                        {{ nameOf(stretch.one) }} and {{ nameOf(stretch.other) }} agree in measures {{ stretch.measures.join('–') }}.
                    </p>
                </template>
            </aside>
        </template>
    </div>
</template>

<style scoped>
.tutti {
    display: grid;
    grid-template: 56px minmax(0, 1fr) / minmax(0, 1fr) 286px;
    height: 100%;
}

header {
    grid-column: 1 / -1;
    display: flex;
    align-items: center;
    gap: 20px;
    padding: 0 18px 0 14px;
}

.views {
    margin-left: auto;
    display: flex;
    gap: 2px;
}

.views button {
    border: 0;
    border-bottom: 3px solid transparent;
    background: none;
    padding: 6px 9px;
    color: var(--soft);
    cursor: pointer;
}

.views button[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 700;
    border-bottom-color: var(--cedar);
}

.finger {
    font: 10px var(--sans);
    fill: var(--ink);
}

.finger.is-shift {
    font-weight: 700;
    fill: var(--cedar-ink);
}

.entrance path {
    stroke: var(--cedar);
    stroke-width: 1.6;
    fill: var(--cedar);
}

.entrance text,
.unison text {
    font: 11px var(--sans);
    fill: var(--cedar-ink);
}

.unison line {
    stroke: var(--cedar);
    stroke-width: 2;
}

.unison.is-octave line {
    stroke-dasharray: 2 4;
}

.unison circle {
    fill: var(--cedar);
}

.moves {
    display: flex;
    gap: 6px;
}

.middle {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr) auto;
    gap: 10px;
    padding: 6px 16px 12px 14px;
    min-width: 0;
}

.strip {
    display: flex;
    height: 24px;
    border: 1px solid var(--hair);
    background: #f4f2ec;
}

.strip button {
    flex: 1 1 0;
    min-width: 0;
    padding: 0;
    border: 0;
    border-right: 1px solid #e3ded3;
    background: none;
    font: 600 12px var(--serif);
    cursor: pointer;
}

.strip .is-wrong {
    border-bottom: 3px solid var(--wrong);
}

.strip .is-here {
    background: var(--cedar-tint);
    box-shadow: inset 0 2px var(--cedar);
}

.paper {
    background: var(--paper);
    border-radius: 4px;
    box-shadow: var(--shadow);
    overflow: auto;
    padding: 10px;
}

svg {
    width: 100%;
    display: block;
}

.bar,
.ground {
    stroke: #e3ded3;
}

.number {
    font: 12px var(--sans);
    fill: var(--soft);
}

.name {
    font: 700 13px var(--sans);
    fill: var(--ink);
}

.down {
    fill: #3c3d45;
}

.up {
    fill: var(--paper);
    stroke: #3c3d45;
    stroke-width: 1.4;
}

.plucked {
    fill: #e2dfd6;
}

.tick {
    stroke: #3c3d45;
}

.tick.is-light {
    stroke: #d9d7d2;
}

.join {
    font: italic 10px var(--sans);
    fill: var(--soft);
}

.agree {
    stroke: #8d9a8d;
    fill: none;
}

.quarrel {
    fill: rgb(179 38 30 / 4%);
    stroke: var(--wrong);
    stroke-width: 1.6;
    cursor: pointer;
}

.quarrel.is-chosen {
    fill: rgb(179 38 30 / 10%);
}

.legend {
    margin: 0;
    font-size: 13px;
}

.beside {
    background: var(--panel);
    border-left: 1px solid var(--hair);
    padding: 22px 14px 30px 18px;
    overflow: auto;
}

h3 {
    font: 700 13px var(--sans);
    color: var(--soft);
    margin: 16px 0 4px;
}

.card {
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: 8px;
    padding: 10px 12px;
    margin: 10px 0;
    font-size: 13px;
}

.card.is-chosen {
    border-color: var(--wrong);
}

.card p {
    margin: 0 0 6px;
}

.way {
    display: block;
    width: 100%;
    border: 1px solid var(--hair);
    border-radius: 6px;
    background: var(--paper);
    text-align: left;
    padding: 6px 9px;
    margin-top: 4px;
    font-size: 13px;
    color: var(--ink);
    cursor: pointer;
}

.way:hover {
    border-color: var(--cedar);
}

.pad,
.problem {
    padding: 20px;
}

.problem {
    color: var(--wrong);
}
</style>
