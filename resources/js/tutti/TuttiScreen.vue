<script setup lang="ts">
/** All sections at once as strokes in time: down filled, up outlined; shared rhythms bound together, quarrels standing out. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { GridBar, TuningRow, Tutti, TuttiEvent, TuttiWay } from '../api/types';
import { useHistory } from '../history/store';
import AlongDock from '../practice/AlongDock.vue';
import type { Here } from '../practice/playing';
import HeardDialog from '../rehearsal/HeardDialog.vue';
import { COUNTED } from '../ui/counting';
import { tell, tellWithUndo } from '../ui/say';
import { isTyping } from '../ui/typing';
import { TUTTI_ACTS, useChoosing } from './choosing';
import EntrancesSide from './EntrancesSide.vue';
import EventCard from './EventCard.vue';
import TuningSide from './TuningSide.vue';
import TuttiPicture from './TuttiPicture.vue';
import { WINDOW, type View } from './view';
import { orWarn, useTrying } from '../ui/trying';

const route = useRoute();
const history = useHistory();
const data = ref<Tutti | null>(null);
const { problem, attempt } = useTrying();
const first = ref(0);
/** The event the pointer or the keyboard is at: it stands out in the picture. */
const chosen = ref<TuttiEvent | null>(null);
const busy = ref(false);
const choosing = useChoosing(data);
/** Height of the picture in its own units: as much as there is room for. */
const paper = ref<HTMLElement | null>(null);
const room = ref(0);
const WIDE = 870;
let observer: ResizeObserver | null = null;
const VIEWS: Record<View, string> = { bows: 'Bows and slurs', fingers: 'Fingers', entrances: 'Entrances', unisons: 'Tuning' };
const asked = route.query.view;
const view = ref<View>(typeof asked === 'string' && asked in VIEWS ? (asked as View) : ((localStorage.getItem('tutti-view') as View | null) ?? 'bows'));
watch(view, (now) => localStorage.setItem('tutti-view', now));

onMounted(load);
watch(paper, (now) => {
    observer?.disconnect();
    if (!now) return;
    observer = new ResizeObserver(([entry]) => {
        const { width, height } = entry?.contentRect ?? { width: 0, height: 0 };
        if (width > 0) room.value = (height / width) * WIDE;
    });
    observer.observe(now);
});
onBeforeUnmount(() => observer?.disconnect());
watch(() => [route.params.piece, history.version], load);

async function load(): Promise<void> {
    if (route.name !== 'tutti') return;
    await attempt(async () => {
        const isNew = data.value === null;
        data.value = await api.get<Tutti>(`pieces/${String(route.params.piece)}/tutti`);
        chosen.value = null;
        const { measure } = route.query;
        if (isNew && typeof measure === 'string') go(data.value.measures.findIndex(({ number }) => number === measure));
    });
}

/** Of another piece nothing is chosen. */
watch(() => route.params.piece, choosing.clear);

const shown = computed(() => data.value?.measures.slice(first.value, first.value + WINDOW) ?? []);
const inView = computed(() => {
    const start = shown.value[0];
    const end = shown.value.at(-1);
    return start && end
        ? (data.value?.stretches ?? []).filter((one) => one.to > start.onset && one.from < end.onset + end.length)
        : [];
});
const isInView = (event: TuttiEvent): boolean => {
    const now = choosing.chosen.value;
    // What is chosen narrows what is told.
    if (now) return event.spans.some((span) => now.parts.includes(span.part) && span.to > now.from && span.from < now.to);
    const start = shown.value[0];
    const end = shown.value.at(-1);
    return !!start && !!end && event.spans.some((span) => span.to > start.onset && span.from < end.onset + end.length);
};
/** What differs between the sections, in the views that are about it. */
const differing = computed(() => {
    if (view.value === 'bows') {
        return {
            events: (data.value?.quarrels ?? []).filter(isInView),
            title: 'One rhythm, two bowings',
            alike: 'All bow alike',
            means: 'Where the sections share a rhythm here, they share the bows, or one plays the tune and the other goes along.',
        };
    }
    if (view.value !== 'fingers') return null;
    return {
        events: (data.value?.hands ?? []).filter(isInView),
        title: 'One line, two hands',
        alike: 'All hands alike',
        means: 'Where two sections play one line here, they play it with the same fingers.',
    };
});
const agreed = computed(() => inView.value.filter((stretch) => stretch.agrees));
/** What was found for the views about entrances and about tuning. */
const grid = shallowRef<GridBar[]>([]);
const places = shallowRef<TuningRow[]>([]);
const nameOf = (part: string): string => data.value?.sections.find((section) => section.part === part)?.name ?? part;

/** One act in all that is chosen. */
async function act(one: (typeof TUTTI_ACTS)[number]): Promise<void> {
    const parts = choosing.lines(one);
    if (parts.length === 0) {
        tell('Nothing is bowed there.');
        return;
    }
    await take({ text: `${one.name}: ${choosing.spoken.value}`, parts });
}

function keydown(event: KeyboardEvent): void {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    const walks: Record<string, () => void> = {
        ArrowRight: () => choosing.walk(1, event.shiftKey),
        ArrowLeft: () => choosing.walk(-1, event.shiftKey),
        ArrowDown: () => choosing.change(1, event.shiftKey),
        ArrowUp: () => choosing.change(-1, event.shiftKey),
        Escape: choosing.clear,
    };
    const one = TUTTI_ACTS.find(({ keys }) => keys.includes(event.key));
    const done = walks[event.key] ?? (one && choosing.chosen.value ? () => void act(one) : undefined);
    if (!done) return;
    event.preventDefault();
    done();
    follow();
}

/** The measures that are shown follow what is chosen. */
function follow(): void {
    const at = choosing.chosen.value?.to ?? null;
    const all = data.value?.measures ?? [];
    const measure = at === null ? -1 : all.findLastIndex((one) => one.onset < at);
    if (measure >= first.value + WINDOW) first.value = Math.min(all.length - WINDOW, measure - 1);
    else if (measure >= 0 && measure < first.value) first.value = Math.max(0, measure);
}
onMounted(() => window.addEventListener('keydown', keydown));
onBeforeUnmount(() => window.removeEventListener('keydown', keydown));

async function take(way: TuttiWay): Promise<void> {
    busy.value = true;
    await orWarn(async () => {
        // One act, whatever number of sections it changes: it is taken back as one.
        await api.post(`pieces/${String(route.params.piece)}/marks`, {
            parts: way.parts.map(({ section, lines }) => ({ section, lines: lines.join('\n') })),
            seen: Number.MAX_SAFE_INTEGER,
            label: way.text.slice(0, 150),
        });
        tellWithUndo(`${way.text}.`, () => void history.turn('undo'));
        await load();
    });
    busy.value = false;
}

/* What was heard there. */
const isHearing = ref(false);
const heardAt = computed(() => {
    const at = choosing.chosen.value;
    const measures = data.value?.measures ?? [];
    return at ? (measures.findLast((measure) => measure.onset <= at.from + 1e-6)?.number ?? '') : (measures[first.value]?.number ?? '');
});
const meant = computed(() => (data.value?.sections ?? []).filter(({ part }) => choosing.chosen.value?.parts.includes(part)).map(({ id }) => id));

/** The line that is chosen, for all sections to learn. */
const everybody = computed(() => {
    const at = choosing.chosen.value;
    const measures = data.value?.measures ?? [];
    const [one] = meant.value;
    if (!at || one === undefined) return null;
    const number = (quarter: number): string => measures.findLast((measure) => measure.onset <= quarter + 1e-6)?.number ?? '';
    return { name: 'everybody', params: { piece: String(route.params.piece), section: one }, query: { from: number(at.from), to: number(at.to - 1e-3) } };
});

/* Playing along: all sections, one of them as one's own. */
const heardFrom = ref<number | null>(null);
/** Quarter notes from the beginning that are heard; null while nothing is. */
const now = ref<number | null>(null);
const playedStretch = computed(() => {
    const [at, measures] = [choosing.chosen.value, data.value?.measures ?? []];
    if (!at) return { first: first.value, last: first.value };
    const index = (quarter: number): number => Math.max(0, measures.findLastIndex((measure) => measure.onset <= quarter + 1e-6));
    return { first: index(at.from), last: index(at.to - 1e-3) };
});

function followSound(here: Here | null): void {
    now.value = here && here.count === 0 ? here.quarter : null;
    const index = here?.measure?.index;
    if (index === undefined || now.value === null) return;
    // The next measures come a little before they are needed.
    if (index < first.value || index >= first.value + WINDOW - 1) first.value = Math.max(0, Math.min(index, (data.value?.measures.length ?? 1) - WINDOW));
}

function go(measure: number): void {
    if (measure >= 0) first.value = Math.max(0, Math.min(measure, (data.value?.measures.length ?? 1) - WINDOW));
}

function move(step: number): void {
    const last = Math.max(0, (data.value?.measures.length ?? 1) - WINDOW);
    first.value = Math.max(0, Math.min(last, first.value + step));
}
</script>

<template>
    <div class="workplace tutti">
        <header>
            <h1>{{ data?.title ?? ' ' }}</h1>
            <span v-if="shown.length" class="quiet">All sections, {{ COUNTED[data?.counts ?? 'measure'].many.toLowerCase() }} {{ shown[0]?.number }}–{{ shown.at(-1)?.number }}</span>
            <span class="views" role="group" aria-label="What to show">
                <button v-for="(name, key) in VIEWS" :key="key" type="button" :aria-pressed="view === key" @click="view = key">{{ name }}</button>
            </span>
            <button v-if="data" type="button" class="plain-button" @click="isHearing = true">Heard…</button>
            <button v-if="data" type="button" class="plain-button" :aria-pressed="heardFrom !== null" @click="heardFrom = heardFrom === null ? (data?.sections[0]?.id ?? null) : null">Play along</button>
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
                            'is-wrong': data.stretches.some((one) => one.quarrels && one.from < measure.onset + measure.length && one.to > measure.onset),
                        }"
                        @click="first = Math.max(0, Math.min(index, data.measures.length - WINDOW))"
                    >
                        {{ measure.rehearsal ?? '' }}
                    </button>
                </div>
                <div ref="paper" class="paper" tabindex="0" role="region" aria-label="The sections as strokes. Arrow keys walk from block to block, with Shift they choose more.">
                    <TuttiPicture
                        :chosen="chosen"
                        :data="data"
                        :first="first"
                        :view="view"
                        :choosing="choosing"
                        :room="room"
                        :now="now"
                        :grid="grid"
                        :places="places"
                    />
                </div>
                <AlongDock
                    v-if="heardFrom !== null"
                    :section="heardFrom"
                    :piece="Number(route.params.piece)"
                    :stretch="playedStretch"
                    has-arrows
                    @here="followSound"
                    @close="heardFrom = null"
                >
                    <template #chips>
                        <label class="whose">my part
                            <select v-model.number="heardFrom" aria-label="Which section is mine">
                                <option v-for="section in data.sections" :key="section.id" :value="section.id">{{ section.name }}</option>
                            </select>
                        </label>
                    </template>
                </AlongDock>
                <p class="quiet legend">
                    ■ down · □ up · grey: plucked · a tick inside a block is a slurred note<template v-if="view === 'fingers'"> · string and finger under each note, in cedar where the hand shifts</template><template v-else-if="view === 'entrances'"> · flags: who comes in, and on which beat; below, each eighth: enters, goes on, holds</template><template v-else-if="view === 'unisons'"> · full line: one pitch, dotted: octaves apart; a tuning fork where it is long enough to listen</template>
                </p>
            </div>
            <aside class="beside" aria-label="What the sections share">
                <section v-if="choosing.chosen.value" class="chosen" aria-label="What is chosen">
                    <p>
                        <strong>{{ choosing.spoken.value }}</strong> <button type="button" class="plain-button" @click="choosing.clear()">Choose nothing <kbd>Esc</kbd></button>
                        <button type="button" class="plain-button" @click="isHearing = true">Heard…</button>
                        <RouterLink v-if="everybody" class="plain-button" :to="everybody">For everybody</RouterLink>
                    </p>
                    <div class="acts" role="group" aria-label="In all that is chosen">
                        <button v-for="one in TUTTI_ACTS" :key="one.name" type="button" :disabled="busy" @click="act(one)">
                            {{ one.label }} <kbd v-if="one.keys[0]">{{ one.keys[0] }}</kbd>
                        </button>
                    </div>
                </section>
                <p class="visually-hidden" aria-live="polite">{{ choosing.spoken.value }}</p>
                <template v-if="differing">
                    <h2>{{ differing.events.length ? differing.title : choosing.chosen.value ? 'Nothing differs there' : differing.alike }}</h2>
                    <p v-if="!differing.events.length" class="quiet">{{ differing.means }}</p>
                    <EventCard
                        v-for="event in differing.events"
                        :key="event.text"
                        :event="event"
                        :busy="busy"
                        :is-chosen="chosen === event"
                        @point="chosen = $event"
                        @take="take"
                    />
                    <template v-if="view === 'bows' && agreed.length">
                        <h3>Also shared</h3>
                        <p v-for="stretch in agreed" :key="`${stretch.one}${stretch.other}${stretch.from}`" class="quiet">
                            {{ nameOf(stretch.one) }} and {{ nameOf(stretch.other) }} agree in measures {{ stretch.measures.join('–') }}.
                        </p>
                    </template>
                </template>
                <EntrancesSide
                    v-else-if="view === 'entrances'"
                    :piece="Number(route.params.piece)"
                    :version="history.version"
                    :from="first"
                    :to="first + WINDOW"
                    @grid="grid = $event"
                    @go="go"
                />
                <TuningSide v-else :piece="Number(route.params.piece)" :version="history.version" @places="places = $event" @go="go" />
            </aside>
        </template>
        <HeardDialog v-if="data && isHearing" :piece="Number(route.params.piece)" :measure="heardAt" :sections="meant" @close="isHearing = false" />
    </div>
</template>

<style scoped>
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

.moves {
    display: flex;
    gap: 6px;
}

.whose select {
    min-height: 34px;
    background: var(--paper);
    color: var(--ink);
    font: inherit;
}

.whose {
    display: flex;
    flex: none;
    align-items: center;
    gap: 6px;
}

.strip {
    display: flex;
    height: 24px;
    border: 1px solid var(--hair);
    background: var(--panel-light);
}

.strip button {
    flex: 1 1 0;
    min-width: 0;
    padding: 0;
    border: 0;
    border-right: 1px solid var(--hair-light);
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
    border-radius: var(--radius-small);
    box-shadow: var(--shadow);
    overflow: auto;
    padding: 10px;
}

.legend {
    margin: 0;
    font-size: 13px;
}

.chosen {
    border-bottom: 1px solid var(--hair);
    margin-bottom: 12px;
    padding-bottom: 10px;
}

.chosen p {
    margin: 0 0 6px;
    font-size: 13.5px;
}

.acts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
}

.acts button {
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    padding: 3px 8px;
    font-size: 12.5px;
    color: var(--ink);
    cursor: pointer;
}

.acts button:hover {
    border-color: var(--cedar);
}

.beside {
    position: relative;
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

.pad {
    padding: 20px;
}
</style>
