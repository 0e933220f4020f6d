<script setup lang="ts">
/** The row with which one plays along: play and stop, the tempo or its ladder, what goes round, what is heard. */
import { computed, ref, watch } from 'vue';
import type { Ladder, Play } from '../api/types';
import { climb, keepStanding, standingOf, type Standing } from './ladder';
import { FASTEST, MOST_DELAY, SLOWEST, percentOf, type PlayOptions } from './options';
import type { PlayingAlong, Stretch } from './playing';
import PlayProgress from './PlayProgress.vue';

const props = defineProps<{
    play: Play;
    ladder: Ladder;
    along: PlayingAlong;
    /** Whose ladder it is, and what is remembered of it. */
    name: string;
    hasOthers: boolean;
    /** Whether no bow is shown beside it. */
    isBare?: boolean;
}>();
const options = defineModel<PlayOptions>('options', { required: true });
const emit = defineEmits<{ rung: [tempo: number | null] }>();

const { state, here, problem, loop, from, tempo, drone, played } = props.along;
const isOpen = defineModel<boolean>('open', { default: false });
const standing = ref<Standing>(standingOf(props.name));
const says = ref('');
const rests = ref(false);

watch(() => props.name, (name) => (standing.value = standingOf(name)));
const steps = computed(() => props.ladder.steps);
const rung = computed(() => Math.min(standing.value.rung, steps.value.length - 1));
/** A ladder of one rung is none. */
const isClimbing = computed(() => options.value.climbs && steps.value.length > 1);
/** Of a line that goes as well twice as fast: half the tempo, or all of it; null while the rungs are climbed. */
const doubled = ref<number | null>(null);
watch(() => props.name, () => (doubled.value = null));
watch(
    () => (doubled.value !== null ? (props.ladder.doubling[doubled.value] ?? null) : isClimbing.value ? (steps.value[rung.value] ?? null) : null),
    (now) => emit('rung', now),
    { immediate: true },
);

function went(how: 'clean' | 'again'): void {
    const step = climb(standing.value, props.ladder, how);
    standing.value = step.standing;
    keepStanding(props.name, step.standing);
    says.value = step.says;
    if (step.rests) rests.value = true;
}

function toRung(at: number): void {
    standing.value = { ...standing.value, rung: Math.max(0, Math.min(steps.value.length - 1, at)), clean: 0, failed: 0 };
    keepStanding(props.name, standing.value);
}

watch(played, (seconds) => {
    if (seconds > props.ladder.rules.minutes * 60) {
        rests.value = true;
        played.value = 0;
    }
});
watch(rests, (isTime) => isTime && props.along.stop());

/** Measures by their printed numbers, each once. */
const printed = computed(() => {
    const seen = new Map<number, string>();
    props.play.measures.forEach(({ index, number, rehearsal }) => {
        if (!seen.has(index)) seen.set(index, `${number === '0' ? 'pickup' : number}${rehearsal ? ` · ${rehearsal}` : ''}`);
    });
    return [...seen].sort(([one], [other]) => one - other).map(([index, label]) => ({ index, label }));
});
const label = (index: number): string => printed.value.find((one) => one.index === index)?.label.split(' ')[0] ?? '';
/** How many lines the part has: outside and inside. */
const lines = computed(() => new Set(props.play.tones.map(({ line }) => line)).size);
const fullTempo = computed(() => Math.max(...props.play.measures.map((measure) => measure.tempo), 1));

const isCounting = computed(() => (here.value?.count ?? 0) > 0 && state.value === 'plays');
const place = computed(() => {
    if (state.value === 'waits') return 'one moment …';
    if (here.value && here.value.count > 0 && state.value === 'plays') return `${here.value.count}`;
    if (loop.value) {
        const { first, last } = loop.value;
        return `${first === last ? `m. ${label(first)}` : `m. ${label(first)}–${label(last)}`}, round and round`;
    }
    if (here.value?.measure) return `m. ${here.value.measure.number}${here.value.measure.pass > 1 ? ', second time' : ''}`;
    return from.value > 0 ? `from m. ${label(from.value)}` : 'from the beginning';
});
const speed = computed(() => {
    if (doubled.value !== null) return doubled.value === 0 ? `half as fast, ♩ = ${props.ladder.doubling[0]}` : `twice as fast, ♩ = ${props.ladder.doubling[1]}`;
    if (isClimbing.value) return `rung ${rung.value + 1} of ${steps.value.length} · ♩ = ${steps.value[rung.value]}, goal ${props.ladder.to}`;
    const goal = Math.round(fullTempo.value);
    return `♩ = ${tempo.value}${tempo.value === goal ? '' : ` of ${goal}`}`;
});
const isAlone = computed(() => options.value.isAlone && (here.value?.lap ?? 0) % 2 === 1 && state.value === 'plays');

function setLoop(part: Partial<Stretch> | null): void {
    if (part === null) {
        loop.value = null;
        return;
    }
    const now = loop.value ?? { first: from.value, last: from.value };
    const next = { ...now, ...part };
    // What ends before it begins is one measure.
    loop.value = part.first !== undefined ? { first: next.first, last: Math.max(next.first, next.last) } : { first: Math.min(next.first, next.last), last: next.last };
}

const DRONES = ['none', 'C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];
const LOWEST_DRONE = 48;
const chosenDrone = computed({
    get: () => (drone.value === null ? 0 : drone.value - LOWEST_DRONE + 1),
    set: (at: number) => (drone.value = at === 0 ? null : LOWEST_DRONE + at - 1),
});

function key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement | null;
    if (target?.closest('input, select, textarea, [contenteditable]') || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === ' ' && target?.closest('button, summary, a')) return;
    const act: Record<string, () => void> = {
        ' ': () => void props.along.toggle(),
        ArrowRight: () => void props.along.move(1),
        ArrowLeft: () => void props.along.move(-1),
        Escape: () => props.along.stop(),
    };
    const done = act[event.key];
    if (!done) return;
    event.preventDefault();
    done();
}
defineExpose({ key });

/** The whole as it is typed; what nobody can play is brought inside. */
function typedPercent(event: Event): void {
    const field = event.target as HTMLInputElement;
    // An empty field asks for nothing.
    if (field.value !== '') options.value.percent = percentOf(Number(field.value));
    field.value = String(options.value.percent);
}
</script>

<template>
    <div class="play-bar" :class="{ 'is-playing': state !== 'rests' }">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-if="rests" class="rest" role="status">
            Rest now: shake out both hands. Stop if it hurts, and tell your teacher.
            <button type="button" @click="rests = false">Go on</button>
        </p>
        <div class="row">
            <button type="button" class="play" :aria-label="state === 'rests' ? 'Play' : 'Stop'" :aria-pressed="state !== 'rests'" @click="along.toggle()">
                <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="state === 'rests' ? 'M7 4 L20 12 L7 20Z' : 'M6 5 H10 V19 H6Z M14 5 H18 V19 H14Z'" /></svg>
            </button>
            <div class="about">
                <span :class="{ counts: isCounting }">{{ place }}</span>
                <span>{{ speed }}</span>
                <span v-if="isAlone" class="alone">your turn</span>
                <span v-if="says" class="says" role="status">{{ says }}</span>
                <PlayProgress :along="along" />
            </div>
            <template v-if="isClimbing">
                <button type="button" class="again" @click="went('again')">again</button>
                <button type="button" class="clean" @click="went('clean')">clean</button>
            </template>
            <label v-else class="tempo">
                <input
                    type="range"
                    :min="SLOWEST"
                    :max="FASTEST"
                    step="1"
                    :value="options.percent"
                    aria-label="Tempo in percent"
                    @change="typedPercent"
                />
                <span><input
                    type="number"
                    class="percent"
                    :min="SLOWEST"
                    :max="FASTEST"
                    :value="options.percent"
                    aria-label="Percent of the tempo"
                    @change="typedPercent"
                /> %</span>
            </label>
            <slot name="end" />
        </div>
        <div class="row chips">
            <button type="button" :aria-pressed="options.sounds === 'part'" @click="options.sounds = 'part'">with sound</button>
            <button type="button" :aria-pressed="options.sounds === 'air'" @click="options.sounds = 'air'">bow in the air</button>
            <button type="button" :aria-pressed="options.sounds === 'open'" @click="options.sounds = 'open'">open strings</button>
            <button v-if="steps.length > 1" type="button" :aria-pressed="options.climbs" @click="options.climbs = !options.climbs">ladder</button>
            <template v-if="ladder.doubling.length">
                <button
                    v-for="(step, index) in ladder.doubling"
                    :key="step"
                    type="button"
                    :aria-pressed="doubled === index"
                    @click="doubled = doubled === index ? null : index"
                >
                    {{ index === 0 ? 'half' : 'double' }}
                </button>
            </template>
            <button type="button" :aria-pressed="loop !== null" @click="setLoop(loop ? null : {})">
                {{ loop ? `round ${label(loop.first)}–${label(loop.last)}` : 'round and round' }}
            </button>
            <button v-if="!isBare" type="button" :aria-pressed="options.showsBow" @click="options.showsBow = !options.showsBow">show the bow</button>
            <slot name="chips" />
            <button type="button" :aria-expanded="isOpen" @click="isOpen = !isOpen">more</button>
        </div>
        <div v-if="isOpen || (loop && state === 'rests')" class="row fields">
            <label v-if="!loop">from
                <select v-model.number="from" aria-label="From which measure">
                    <option v-for="one in printed" :key="one.index" :value="one.index">{{ one.label }}</option>
                </select>
            </label>
            <template v-else>
                <label>from
                    <select
                        :value="loop.first"
                        aria-label="First measure that goes round"
                        @change="setLoop({ first: Number(($event.target as HTMLSelectElement).value) })"
                    >
                        <option v-for="one in printed" :key="one.index" :value="one.index">{{ one.label }}</option>
                    </select>
                </label>
                <label>to
                    <select
                        :value="loop.last"
                        aria-label="Last measure that goes round"
                        @change="setLoop({ last: Number(($event.target as HTMLSelectElement).value) })"
                    >
                        <option v-for="one in printed" :key="one.index" :value="one.index">{{ one.label }}</option>
                    </select>
                </label>
                <label><input v-model="options.isAlone" type="checkbox" /> every second time alone</label>
            </template>
            <label v-if="isClimbing">rung
                <select :value="rung" aria-label="Rung of the ladder" @change="toRung(Number(($event.target as HTMLSelectElement).value))">
                    <option v-for="(step, index) in steps" :key="step" :value="index">♩ = {{ step }}</option>
                </select>
            </label>
        </div>
        <div v-if="isOpen" class="row fields">
            <label>my part
                <select v-model="options.own" aria-label="How loud my part is">
                    <option value="loud">loud</option><option value="soft">soft</option><option value="off">off</option>
                </select>
            </label>
            <label v-if="hasOthers">the others
                <select v-model="options.others" aria-label="How loud the other parts are">
                    <option value="loud">loud</option><option value="soft">soft</option><option value="off">off</option>
                </select>
            </label>
            <label>clicks
                <select v-model="options.clicks" aria-label="When it clicks">
                    <option value="rests">in rests</option><option value="all">on every beat</option><option value="none">none</option>
                </select>
            </label>
            <label><input v-model="options.countsIn" type="checkbox" /> count in</label>
            <label>drone
                <select v-model.number="chosenDrone" aria-label="A tone that is held">
                    <option v-for="(one, index) in DRONES" :key="one" :value="index">{{ one }}</option>
                </select>
            </label>
            <label v-if="lines > 1">lines
                <select v-model="options.line" aria-label="Which of the lines is played">
                    <option :value="null">both</option><option :value="0">outside</option><option :value="1">inside</option>
                </select>
            </label>
            <label><input v-model="options.isLeftHanded" type="checkbox" /> left-handed</label>
            <label>headphones late by
                <input v-model.number="options.delay" type="number" min="0" :max="MOST_DELAY" step="20" aria-label="Milliseconds by which headphones are late" /> ms
            </label>
        </div>
        <p v-if="isClimbing && state === 'rests'" class="why">{{ ladder.why }}.</p>
    </div>
</template>

<style scoped>
.play-bar {
    display: grid;
    gap: 6px;
    padding: 10px 14px;
    background: var(--barrel);
    color: var(--on-barrel);
    font-size: 14px;
}

.row {
    display: flex;
    align-items: center;
    gap: 12px;
}

.play {
    flex: none;
    width: 56px;
    height: 56px;
    border: 0;
    border-radius: 50%;
    background: var(--paper);
    cursor: pointer;
}

.play svg {
    width: 30px;
    fill: var(--ink);
}

.about {
    flex: 1;
    min-width: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 10px;
    align-items: baseline;
    line-height: 1.3;
}

.counts {
    font: 700 30px var(--serif);
}

.says,
.alone {
    font-weight: 700;
    color: var(--wood);
}

.tempo {
    display: grid;
    width: 120px;
    gap: 2px;
    justify-items: end;
}

.tempo input[type='range'] {
    width: 120px;
    min-height: 24px;
}

input {
    accent-color: var(--wood);
}

.fields input[type='checkbox'] {
    width: 20px;
    height: 20px;
}

.percent {
    width: 52px;
}

.row :deep(button.again),
button.clean,
.chips button,
.rest button {
    min-height: 40px;
    padding: 0 14px;
    border: 1px solid var(--ferrule-dark);
    border-radius: var(--radius-large);
    background: transparent;
    color: inherit;
    font: inherit;
    cursor: pointer;
}

button.clean {
    border-color: var(--wood);
    background: var(--wood);
    color: var(--wood-ink);
    font-weight: 700;
}

.chips {
    gap: 6px;
    overflow-x: auto;
    scrollbar-width: none;
}

.chips :deep(button) {
    flex: none;
    min-height: 40px;
    padding: 0 10px;
    border: 0;
    border-radius: var(--radius-large);
    background: transparent;
    color: inherit;
    font: inherit;
    cursor: pointer;
}

.chips button[aria-pressed='true'],
.chips button[aria-expanded='true'] {
    background: var(--barrel-shade);
    font-weight: 700;
}

.fields {
    flex-wrap: wrap;
    gap: 6px 14px;
}

.fields label {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 40px;
}

select,
input[type='number'] {
    min-height: 34px;
    border: 1px solid var(--ferrule-dark);
    border-radius: var(--radius);
    background: var(--paper);
    color: var(--ink);
    font: inherit;
}

.why {
    margin: 0;
    font-size: 13px;
}

.problem,
.rest {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 12px;
    margin: 0;
    padding: 8px 12px;
    border-radius: var(--radius);
    background: var(--cedar-tint);
    color: var(--ink);
    font-weight: 700;
}

/* While it sounds on a small phone the music has the room. */
@media (max-height: 700px) {
    .play-bar.is-playing {
        padding: 4px 12px;
    }

    .is-playing .chips,
    .is-playing .fields {
        display: none;
    }

    .is-playing .play {
        width: 44px;
        height: 44px;
    }
}

@media (min-width: 700px) and (min-height: 520px) {
    .chips {
        flex-wrap: wrap;
    }
}

@media (max-width: 520px) {
    .tempo,
    .tempo input[type='range'] {
        width: 92px;
    }
}
</style>
