<script setup lang="ts">
/**
 * A place of a part for the whole class: large, with the bow and the hand under it. Where a choice is open, its versions one above
 * the other, and one press decides. A clicker turns on with Page Up and Page Down.
 */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { ChoiceVersion, DeskMark, DeskNote, PageScore, Tone } from '../api/types';
import { BOW_LANE } from '../desk/overlay/bowLane';
import { HAND_LANE } from '../desk/overlay/handLane';
import { useDesk, withPlan } from '../desk/state/store';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut, passage, type CutScore } from '../engraving/score';
import { tell, warn } from '../ui/say';
import { COUNTED } from '../ui/counting';
import { sentenceOf } from '../ui/trying';
import AlongDock from '../practice/AlongDock.vue';
import HeardDialog from '../rehearsal/HeardDialog.vue';
import type { Here } from '../practice/playing';
import { useBowing, type Moment } from './bowing';
import LaneLayer from './LaneLayer.vue';
import { placesOf, stretchOf } from './places';
import TheBow from './TheBow.vue';

interface Version {
    letter: string;
    /** What it sounds like. */
    sound: Tone[];
    text: string;
    does: string;
    score: CutScore;
    notes: DeskNote[];
}

const route = useRoute();
const router = useRouter();
const desk = useDesk();
const versions = shallowRef<Version[]>([]);
const problem = ref('');
const stage = ref<HTMLElement | null>(null);
/** How much larger than on the desk: as large as the place fits on one line, unless somebody says otherwise. */
const LARGEST = 3;
const SMALLEST = 1.25;
const STEP = 0.25;
const zoom = ref(LARGEST);
let isOwnZoom = false;
/** How many versions were drawn at this size. */
let drawn = 0;
const pages = ref<{ systemCount: () => number }[]>([]);
/** Width of the stage in pixels. */
const width = ref(1200);
let whole: CutScore | null = null;
let sound: Tone[] | null = null;
let asked = 0;
let observer: ResizeObserver | null = null;

const measures = computed(() => desk.frame?.measures ?? []);
const choices = computed(() => desk.plan?.marks.filter((mark) => mark.choices.length > 1 && mark.state !== 'proposed') ?? []);
/** Places to turn to: the open choices where there are some, else every few measures. */
const places = computed(() => placesOf(choices.value, desk.notes, measures.value.length));
const at = computed(() => {
    const wanted = Number(route.query.at ?? -1);
    return wanted >= 0 && wanted < measures.value.length ? wanted : (places.value[0] ?? 0);
});
/** The open choice that begins here. */
const choice = computed<DeskMark | null>(() => {
    const here = choices.value.filter((mark) => desk.notes.find((note) => note.id === mark.from)?.index === at.value);
    return here[0] ?? null;
});
const stretch = computed(() => stretchOf(choice.value, desk.notes, at.value, measures.value.length));
/** Of two versions only what they are about is shown: they stand the larger for it. */
const hasBow = computed(() => choice.value?.group !== 'hand');
const hasHand = computed(() => choice.value === null || choice.value.group === 'hand');
const room = computed(() => 4 + (hasBow.value ? BOW_LANE : 0) + (hasHand.value ? HAND_LANE : 0));
const counted = computed(() => COUNTED[desk.frame?.piece.counts ?? 'measure']);
const title = computed(() => {
    const [first, last] = [measures.value[stretch.value.from], measures.value[stretch.value.until - 1]];
    if (!first || !last) return '';
    const isPickup = first.number === '0';
    if (first === last) return isPickup ? 'The pickup' : `${counted.value.one} ${first.number}`;
    return isPickup ? `Pickup to ${counted.value.one.toLowerCase()} ${last.number}` : `${counted.value.many} ${first.number} to ${last.number}`;
});
/** "after B": where to look in a printed part. */
const landmark = computed(() => {
    const before = measures.value.slice(0, stretch.value.from + 1).findLast((measure) => measure.rehearsal);
    if (!before) return '';
    return before.index === stretch.value.from ? `at ${before.rehearsal}` : `after ${before.rehearsal}`;
});

const USUAL_TEMPO = 100;
const SPEEDS = [0.5, 0.75, 1];
/** Share of the tempo at which the bow is moved in the air. */
const speed = ref(1);
/** Quarter notes a minute: of the measure that holds a moment; where nothing is said, a usual one. */
function tempoAt(quarter: number): number {
    return (measures.value.findLast((measure) => measure.onset <= Math.max(0, quarter)) ?? measures.value[0])?.tempo ?? USUAL_TEMPO;
}
/** Where the music of this place begins, and ends. */
const span = computed<[number, number]>(() => {
    const [first, last] = [measures.value[stretch.value.from], measures.value[stretch.value.until - 1]];
    return [first?.onset ?? 0, (last?.onset ?? 0) + (last?.length ?? 0)];
});
/** The one that is named is that of the place's end: a new tempo begins before the place it is about. */
const tempo = computed(() => tempoAt(span.value[1] - 0.01));
const { moving, moment, start, startHeard, stop } = useBowing(() => span.value, (quarter) => tempoAt(quarter) * speed.value);

/** Whether the version that moves is heard too. */
const isHeard = ref(false);

/* Playing along with the part: the place turns when the music leaves it. */
const isPlaying = ref(false);
const sounding = shallowRef<Moment | null>(null);

function playAlong(): void {
    stop();
    isPlaying.value = !isPlaying.value;
    sounding.value = null;
}

function follow(now: Here | null): void {
    const bow = now?.bow;
    if ((now?.note ?? '') !== (sounding.value?.id ?? '')) {
        sounding.value = now?.note ? { id: now.note, direction: bow?.stroke.direction ?? 'down', place: bow?.place ?? 0, isSounding: true } : null;
    }
    const index = now?.count === 0 ? now.measure?.index : undefined;
    if (index !== undefined && (index < stretch.value.from || index >= stretch.value.until)) void router.replace({ query: { at: String(index) } });
}

function bow(index: number): void {
    const version = versions.value[index];
    isHeard.value = false;
    if (moving.value === index || !version) stop();
    else start(index, version.notes);
}

/** The version as it sounds, the bow moving with it. */
async function hear(index: number): Promise<void> {
    const version = versions.value[index];
    const isOver = moving.value === index && isHeard.value;
    stop();
    isHeard.value = false;
    if (isOver || !version || !desk.frame) return;
    isHeard.value = true;
    const problem = await startHeard(index, version.notes, version.sound, desk.frame.section.instrument, speed.value);
    if (problem !== '') {
        isHeard.value = false;
        warn(problem);
    }
}

onMounted(async () => {
    window.addEventListener('keydown', keydown);
    observer = new ResizeObserver(([entry]) => (width.value = Math.floor(entry?.contentRect.width ?? 1200)));
    if (stage.value) observer.observe(stage.value);
    const { piece, section } = route.params;
    if ((await desk.open(String(piece), String(section))) === null) return;
    // The place may have been shown as soon as its notes were known; once more would stop a bow that moves already.
    if (asked === 0) await show();
});
onBeforeUnmount(() => {
    window.removeEventListener('keydown', keydown);
    observer?.disconnect();
});
watch(() => [at.value, choice.value?.key], () => void show());

async function show(): Promise<void> {
    const section = desk.frame?.section.id;
    if (!section || desk.notes.length === 0) return;
    asked += 1;
    const mine = asked;
    stop();
    if (!isOwnZoom) zoom.value = LARGEST;
    drawn = 0;
    problem.value = '';
    try {
        if (choice.value) {
            const told = await api.get<ChoiceVersion[]>(`sections/${section}/choice?key=${encodeURIComponent(choice.value.key)}`);
            if (mine !== asked) return;
            versions.value = told.map(({ text, does, xml, notes, sound }, index) => ({
                sound,
                letter: String.fromCharCode(65 + index),
                text,
                does,
                score: place(cut(xml)),
                notes: withPlan(desk.frame?.score ?? [], notes),
            }));
            return;
        }
        whole ??= cut((await api.get<PageScore>(`sections/${section}/page`)).xml ?? '');
        if (mine !== asked) return;
        sound ??= await api.get<Tone[]>(`sections/${section}/sound`);
        if (mine !== asked) return;
        versions.value = [{ letter: '', text: '', does: '', score: place(whole), notes: desk.notes, sound }];
    } catch (error) {
        problem.value = sentenceOf(error);
    }
}

function turn(by: 1 | -1): void {
    const next = by > 0 ? places.value.find((place) => place > at.value) : places.value.findLast((place) => place < at.value);
    if (next !== undefined) void router.replace({ query: { at: String(next) } });
}

async function decide(index: number): Promise<void> {
    const [mark, version] = [choice.value, versions.value[index]];
    if (!mark || !version || !desk.mayEdit) return;
    await desk.settle(mark.key, 'choose', index);
    whole = null;
    sound = null;
    tell(`${version.letter} it is: ${version.text}. The next edition shows it.`);
    await show();
}

function keydown(event: KeyboardEvent): void {
    const act: Record<string, () => void> = {
        PageDown: () => turn(1),
        ArrowRight: () => turn(1),
        PageUp: () => turn(-1),
        ArrowLeft: () => turn(-1),
        '+': () => resize(STEP),
        '-': () => resize(-STEP),
        // With Shift: a clicker's key for a black screen is a bare b.
        A: () => void decide(0),
        B: () => void decide(1),
        C: () => void decide(2),
        ' ': () => bow(moving.value ?? 0),
        h: () => void hear(moving.value ?? 0),
        Escape: leave,
    };
    // The space bar presses the button that has the focus.
    const isButton = event.key === ' ' && event.target instanceof HTMLButtonElement;
    const done = event.ctrlKey || event.metaKey || isButton ? undefined : act[event.key];
    if (!done) return;
    event.preventDefault();
    done();
}

function resize(by: number): void {
    isOwnZoom = true;
    zoom.value = Math.max(1, Math.min(4, zoom.value + by));
}

/** When all versions are drawn at one size, and one of them takes more than a line, or they more than the wall, all are drawn smaller. */
function fit(): void {
    drawn += 1;
    if (drawn < versions.value.length) return;
    drawn = 0;
    const isTooWide = pages.value.some((page) => page.systemCount() > 1);
    const isTooHigh = stage.value !== null && stage.value.scrollHeight > stage.value.clientHeight + 4;
    if (!isOwnZoom && (isTooWide || isTooHigh) && zoom.value > SMALLEST) zoom.value -= STEP;
}

/** The part's name stands over it. */
function place(musicXml: CutScore): CutScore {
    const cutOut = passage(musicXml, stretch.value, []).replace(/<part-name[^>]*>[^<]*<\/part-name>/, '<part-name/>');
    return cut(cutOut);
}

function leave(): void {
    void router.push(`/piece/${String(route.params.piece)}/desk/${String(route.params.section)}`);
}

/* What the class played there. */
const isHearing = ref(false);
</script>

<template>
    <div class="class-view">
        <header>
            <h1>{{ title }}</h1>
            <span>{{ landmark }}</span>
            <span class="quiet">{{ desk.piece?.title }} · {{ desk.frame?.section.name }}</span>
            <span v-if="versions.length" class="bowing">
                <button v-if="!choice" type="button" class="plain-button" :aria-pressed="moving === 0" @click="bow(0)">
                    {{ moving === 0 ? 'Rest' : 'Bow it in the air' }} <kbd>space</kbd>
                </button>
                <button v-if="!choice" type="button" class="plain-button" :aria-pressed="moving === 0 && isHeard" @click="hear(0)">
                    {{ moving === 0 && isHeard ? 'Be silent' : 'Hear it' }} <kbd>h</kbd>
                </button>
                <label class="quiet">
                    at <select v-model.number="speed" aria-label="Share of the tempo">
                        <option v-for="one in SPEEDS" :key="one" :value="one">{{ Math.round(tempo * one) }}</option>
                    </select>
                </label>
            </span>
            <button v-if="versions.length && !choice" type="button" class="plain-button along" :aria-pressed="isPlaying" @click="playAlong">Play along</button>
            <button v-if="desk.frame && desk.mayPropose" type="button" class="plain-button" @click="isHearing = true">Heard…</button>
            <nav aria-label="Places">
                <button type="button" class="paper-button" :disabled="(places[0] ?? at) >= at" @click="turn(-1)">Back <kbd>Page Up</kbd></button>
                <button type="button" class="paper-button" :disabled="(places.at(-1) ?? at) <= at" @click="turn(1)">On <kbd>Page Down</kbd></button>
                <button type="button" class="plain-button" @click="leave">To the desk</button>
            </nav>
        </header>
        <p v-if="desk.problem || problem" role="alert" class="problem">{{ desk.problem || problem }}</p>
        <div ref="stage" class="stage" tabindex="0" role="region" :aria-label="title">
            <section v-for="(version, index) in versions" :key="version.letter" :aria-label="version.letter ? `Version ${version.letter}` : title">
                <h2 v-if="version.letter">
                    <b>{{ version.letter }}</b> {{ version.text }} <small v-if="version.does">{{ version.does }}</small>
                    <button type="button" class="plain-button bow-it" :aria-pressed="moving === index" @click="bow(index)">
                        {{ moving === index ? 'Rest' : 'Bow it in the air' }}
                    </button>
                    <button type="button" class="plain-button hear-it" :aria-pressed="moving === index && isHeard" @click="hear(index)">
                        {{ moving === index && isHeard ? 'Be silent' : 'Hear it' }}
                    </button>
                    <button v-if="desk.mayEdit" type="button" class="cedar-button" @click="decide(index)">
                        Decide for {{ version.letter }} <kbd>Shift+{{ version.letter }}</kbd>
                    </button>
                </h2>
                <TheBow v-if="moving === index" :moment="moment" />
                <div class="large" :style="{ width: `${width / zoom}px`, zoom }">
                    <EngravedPage ref="pages" :score="version.score" :room="room" :label="`${title} ${version.text}`" @drawn="fit">
                        <template #over="{ geometry }">
                            <LaneLayer :geometry="geometry" :notes="version.notes" :strings="desk.frame?.strings ?? []" :bow="hasBow" :hand="hasHand" :now="isPlaying ? sounding : moving === index ? moment : null" />
                        </template>
                    </EngravedPage>
                </div>
            </section>
        </div>
        <AlongDock
            v-if="isPlaying && desk.frame"
            :section="desk.frame.section.id"
            :piece="desk.frame.piece.id"
            :stretch="{ first: stretch.from, last: stretch.until - 1 }"
            has-arrows
            @here="follow"
            @close="isPlaying = false"
        />
        <HeardDialog
            v-if="isHearing && desk.frame"
            :piece="desk.frame.piece.id"
            :measure="desk.frame.measures[stretch.from]?.number ?? ''"
            :sections="[desk.frame.section.id]"
            @close="isHearing = false"
        />
    </div>
</template>

<style scoped>
.class-view {
    display: flex;
    flex-direction: column;
    padding: 18px 28px;
    background: var(--paper);
}

header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 18px;
    font-size: 20px;
    white-space: nowrap;
}

h1 {
    margin: 0;
    font-size: 36px;
}

nav {
    display: flex;
    gap: 10px;
    margin-left: auto;
}

.stage {
    flex: 1;
    min-height: 0;
    overflow: auto;
}

h2 {
    display: flex;
    align-items: center;
    gap: 14px;
    margin: 16px 0 0;
    font-size: 30px;
}

h2 b {
    display: grid;
    place-items: center;
    width: 52px;
    height: 52px;
    border-radius: 50%;
    background: var(--ink);
    color: var(--on-dark);
}

h2 small {
    font: 20px var(--sans);
    color: var(--soft);
}

h2 .bow-it {
    margin-left: auto;
}

h2 .bow-it,
h2 .hear-it {
    font-size: 20px;
}

.bowing {
    display: flex;
    gap: 8px;
    align-items: baseline;
    font-size: 16px;
}

.bowing select {
    font: inherit;
}

h2 .cedar-button {
    font-size: 20px;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
