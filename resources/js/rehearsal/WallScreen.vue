<script setup lang="ts">
/** The plan on the wall: what is worked now, how long still, what comes next; the clicker ticks it and goes on. */
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { atMeasure, COUNTED } from '../ui/counting';
import { isTyping } from '../ui/typing';
import { measuresOf, titleOf, usePlan } from './plan';

const route = useRoute();
const router = useRouter();
const id = computed(() => Number(route.params.date));
const { plan, problem, load, tick } = usePlan(() => id.value);
const at = ref(0);
const begun = ref(Date.now());
const now = ref(Date.now());
let timer = 0;

const entry = computed(() => plan.value?.entries[at.value] ?? null);
const next = computed(() => plan.value?.entries[at.value + 1] ?? null);
const counted = computed(() => COUNTED[plan.value?.counts ?? 'measure'].many);
/** Seconds that are left of this entry; below zero it is over. */
const left = computed(() => Math.round((entry.value?.minutes ?? 0) * 60 - (now.value - begun.value) / 1000));
const clock = computed(() => `${left.value < 0 ? '+' : ''}${Math.floor(Math.abs(left.value) / 60)}:${String(Math.abs(left.value) % 60).padStart(2, '0')}`);
const share = computed(() => Math.max(0, Math.min(1, left.value / Math.max(1, (entry.value?.minutes ?? 1) * 60))));

function go(to: number): void {
    if (!plan.value || to < 0 || to >= plan.value.entries.length) return;
    at.value = to;
    begun.value = Date.now();
}
/** What was worked is ticked, and the next begins. */
function on(): void {
    if (entry.value && !entry.value.isDone) void tick([entry.value], true, '');
    go(at.value + 1);
}

function keydown(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    const acts: Record<string, () => void> = {
        PageDown: on, ArrowRight: on, ' ': on, PageUp: () => go(at.value - 1), ArrowLeft: () => go(at.value - 1), Escape: leave,
    };
    const act = acts[event.key];
    if (!act || ((event.target as HTMLElement).closest('button, a') && event.key === ' ')) return;
    event.preventDefault();
    act();
}
const leave = (): void => void router.push(`/rehearsal/${id.value}`);

onMounted(async () => {
    window.addEventListener('keydown', keydown);
    timer = window.setInterval(() => (now.value = Date.now()), 500);
    await load();
    go(Math.max(0, plan.value?.entries.findIndex(({ isDone }) => !isDone) ?? 0));
});
onBeforeUnmount(() => {
    window.removeEventListener('keydown', keydown);
    window.clearInterval(timer);
});
watch(id, load);
</script>

<template>
    <div class="wall">
        <header>
            <span>{{ plan?.name }}</span>
            <ol v-if="plan" aria-label="The plan">
                <li v-for="(one, index) in plan.entries" :key="`${one.key} ${index}`" :style="{ flexGrow: one.minutes }">
                    <button type="button" :aria-current="index === at ? 'step' : undefined" :class="{ 'is-done': one.isDone }" :aria-label="titleOf(one)" :title="titleOf(one)" @click="go(index)"></button>
                </li>
            </ol>
            <nav aria-label="Step">
                <button type="button" class="paper-button" :disabled="at === 0" @click="go(at - 1)">Back</button>
                <button type="button" class="cedar-button" title="Page Down" @click="on">Done, on</button>
                <button type="button" class="plain-button" @click="leave">To the plan</button>
            </nav>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!plan" class="quiet" role="status">Planning…</p>
        <p v-else-if="!entry" class="quiet">There is nothing in this plan.</p>
        <div v-else class="now">
            <h1>{{ entry.kind === 'work' ? entry.title : titleOf(entry) }}</h1>
            <p v-if="entry.kind === 'work'" class="large">{{ counted }} {{ measuresOf(entry) }}</p>
            <p class="clock" role="timer" :class="{ 'is-over': left < 0 }">{{ clock }}</p>
            <span class="bar" aria-hidden="true"><i :style="{ width: `${share * 100}%` }"></i></span>
            <p class="how">{{ entry.how }}</p>
            <p v-if="entry.who !== 'all'" class="how">{{ entry.who }}</p>
            <ul v-if="entry.kind === 'work'">
                <li v-for="cause in entry.causes.slice(0, 3)" :key="`${cause.index} ${cause.kind} ${cause.who}`"><strong>{{ atMeasure(cause.measure) }}</strong> {{ cause.who }}: {{ cause.text }}</li>
            </ul>
            <ul v-else-if="entry.places.length">
                <li v-for="place in entry.places" :key="place.measure"><strong>{{ atMeasure(place.measure) }}</strong> hold {{ place.pitch }}: {{ place.who }}</li>
            </ul>
            <p v-else class="how">{{ entry.why }}</p>
            <p v-if="next" class="next quiet">then {{ titleOf(next) }}, {{ next.minutes }} min</p>
        </div>
    </div>
</template>

<style scoped>
.wall {
    display: flex;
    flex-direction: column;
    height: 100%;
    background: var(--paper);
}

header {
    display: flex;
    align-items: center;
    gap: 20px;
    padding: 12px 28px;
}

ol {
    display: flex;
    flex: 1;
    gap: 4px;
    margin: 0;
    padding: 0;
    list-style: none;
}

li button {
    width: 100%;
    height: 18px;
    border: 1px solid var(--hair);
    border-radius: var(--radius-small);
    background: var(--panel);
    cursor: pointer;
}

li .is-done {
    background: var(--barrel);
}

li button[aria-current] {
    border: 3px solid var(--cedar);
}

nav {
    display: flex;
    gap: 8px;
}

.now {
    flex: 1;
    min-height: 0;
    overflow: auto;
    padding: 10px 48px 24px;
}

h1 {
    font-size: clamp(34px, 5vw, 64px);
}

.large {
    margin: 0;
    font: 600 clamp(30px, 4.6vw, 60px) var(--serif);
}

.clock {
    margin: 6px 0 0;
    color: var(--cedar-ink);
    font: 700 clamp(60px, 10vw, 130px)/1 var(--sans);
}

.clock.is-over {
    color: var(--wrong);
}

.bar {
    display: block;
    height: 12px;
    margin: 10px 0;
    border-radius: var(--radius);
    background: var(--track);
}

.bar i {
    display: block;
    height: 100%;
    border-radius: var(--radius);
    background: var(--cedar);
}

.how,
ul {
    margin: 4px 0;
    font-size: clamp(20px, 2.2vw, 30px);
}

ul {
    padding: 0;
    list-style: none;
}

.next {
    margin-top: 18px;
    font-size: 22px;
}

.problem {
    padding: 20px 48px;
    color: var(--wrong);
}
</style>
