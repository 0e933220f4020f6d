<script setup lang="ts">
/** Playing along and practising on a student's page. What stands here stays in the browser. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import type { OtherPart, PartPlay, Play, StudentLine, StudentPractice } from '../api/answers';
import { isTexts, remember, remembered } from '../ui/remembered';
import BowAlong from './BowAlong.vue';
import { playOptions } from './options';
import PlayBar from './PlayBar.vue';
import { usePlaying } from './playing';
import type { StudentPage } from './student';

const props = defineProps<{ page: StudentPage }>();

const options = ref(playOptions());
const part = shallowRef<PartPlay | null>(null);
const practice = shallowRef<StudentPractice | null>(null);
const others = shallowRef<OtherPart[]>([]);
const problem = ref('');
/** The line that is open; null for the part itself. */
const open = ref<number | null>(null);
/** The line whose measures go round in the music. */
const inMusic = ref<StudentLine | null>(null);
const shows = ref<'music' | 'list' | 'practise'>('music');
const isPlaying = ref(false);
/** Whether all that can be chosen is shown. */
const isOpen = ref(false);
const drawings = ref<Record<number, string>>({});
const line = computed<StudentLine | null>(() => practice.value?.lines[open.value ?? -1] ?? null);
const play = computed<Play | null>(() => line.value?.play ?? part.value?.play ?? null);
const ladder = computed(() => line.value?.ladder ?? inMusic.value?.ladder ?? part.value?.ladder ?? null);
const rungTempo = ref<number | null>(null);
const along = usePlaying(() => play.value, () => (line.value ? [] : others.value), options.value, () => rungTempo.value);
const { here, state, loop } = along;
const bar = ref<{ key: (event: KeyboardEvent) => void } | null>(null);
const name = computed(() => `${props.page.name}-${line.value?.key ?? inMusic.value?.key ?? 'part'}`);
/** Places of a line that are named. */
const NAMED = 4;

async function load(): Promise<void> {
    problem.value = '';
    try {
        part.value ??= await props.page.ask<PartPlay>('play');
        if (part.value.hears && others.value.length === 0) others.value = await props.page.ask<OtherPart[]>('others').catch(() => []);
    } catch (error) {
        problem.value = error instanceof Error ? error.message : 'This part cannot be played just now.';
    }
}

async function loadPractice(): Promise<void> {
    problem.value = '';
    try {
        practice.value ??= await props.page.ask<StudentPractice>('practice');
    } catch (error) {
        problem.value = error instanceof Error ? error.message : 'There are no practice lines just now.';
    }
}

/** @param what which of the tabs is shown */
async function show(what: 'music' | 'list' | 'practise'): Promise<void> {
    shows.value = what;
    if (what === 'practise') {
        await loadPractice();
        return;
    }
    if (open.value !== null) close();
}

async function playPart(): Promise<void> {
    isPlaying.value = true;
    await load();
}

/** Why the line that is open is not shown. */
const undrawn = ref('');

async function openLine(index: number): Promise<void> {
    undrawn.value = '';
    along.reset();
    inMusic.value = null;
    loop.value = null;
    along.from.value = 0;
    open.value = index;
    isPlaying.value = true;
    try {
        drawings.value[index] ??= await props.page.draw(index);
    } catch (error) {
        // It plays all the same.
        undrawn.value = error instanceof Error ? error.message : 'This line cannot be shown just now.';
    }
}

function close(): void {
    along.reset();
    open.value = null;
    inMusic.value = null;
    loop.value = null;
    isPlaying.value = false;
    props.page.mark('');
}

/** The measures a line serves, round and round in the music, on its ladder. */
async function toMusic(one: StudentLine): Promise<void> {
    along.stop();
    open.value = null;
    here.value = null;
    inMusic.value = one;
    props.page.tab('music');
    shows.value = 'music';
    await playPart();
    loop.value = { first: one.from, last: one.to };
    options.value.climbs = true;
}

/* What goes is ticked; nothing of it leaves the browser. */
const done = ref<string[]>(remembered(`practised-${props.page.name}`, [], isTexts));
watch(done, (now) => remember(`practised-${props.page.name}`, now));
/** Where it is for, the first few places. */
function served({ serves }: StudentLine): string {
    const more = serves.length - NAMED;
    return `${serves.length > 1 ? 'mm.' : 'm.'} ${serves.slice(0, NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}

const minutesOf = (minutes: number): string => (Math.ceil(minutes) === 1 ? 'a minute' : `${Math.ceil(minutes)} minutes`);
const left = computed(() => {
    const lines = practice.value?.lines.filter(({ key }) => !done.value.includes(key)) ?? [];
    if (lines.length === 0) return 'All of it goes. Play the whole part.';
    const said = minutesOf(lines.reduce((sum, one) => sum + one.minutes, 0));
    return `${said[0]?.toUpperCase()}${said.slice(1)} for what is not ticked yet.`;
});

watch(
    () => (state.value === 'plays' ? (here.value?.note ?? '') : ''),
    (note) => {
        if (open.value === null) props.page.mark(note);
        else markLine(note);
    },
);
const drawn = ref<HTMLElement | null>(null);
function markLine(note: string): void {
    drawn.value?.querySelectorAll('.sounds').forEach((one) => one.classList.remove('sounds'));
    if (note) drawn.value?.querySelector(`[data-note="${CSS.escape(note)}"]`)?.classList.add('sounds');
}

function keydown(event: KeyboardEvent): void {
    if (isPlaying.value) bar.value?.key(event);
}
onMounted(() => window.addEventListener('keydown', keydown));
onBeforeUnmount(() => window.removeEventListener('keydown', keydown));
watch(isPlaying, (now) => props.page.playing(now), { immediate: true });

/** A press on a note of the music begins there. */
props.page.onPick((measure) => {
    if (!isPlaying.value || open.value !== null) return;
    along.reset();
    if (loop.value) loop.value = measure < loop.value.first ? { ...loop.value, first: measure } : { ...loop.value, last: measure };
    else along.from.value = measure;
});
defineExpose({ show, playPart });
</script>

<template>
    <Teleport :to="page.practise">
        <p v-if="problem && shows === 'practise'" class="quiet" role="alert">{{ problem }}</p>
        <template v-else-if="practice && open === null">
            <p v-if="practice.lines.length === 0" class="quiet">This part has nothing that needs a line of its own. Play along with the music.</p>
            <template v-else>
                <p class="quiet">{{ left }} Kept on this device alone.</p>
                <ol class="lines">
                    <li v-for="(one, index) in practice.lines" :key="one.key">
                        <label class="tick"><input v-model="done" type="checkbox" :value="one.key" :aria-label="`${one.title}: it goes`" /></label>
                        <div>
                            <h3>{{ one.title }}</h3>
                            <p><strong>{{ served(one) }}</strong> {{ one.why }}</p>
                            <p class="quiet">{{ minutesOf(one.minutes) }} · ♩ = {{ one.ladder.from }} to {{ one.ladder.to }}</p>
                        </div>
                        <div class="acts">
                            <button type="button" class="go" @click="openLine(index)">Practise</button>
                            <button type="button" @click="toMusic(one)">In the music</button>
                        </div>
                    </li>
                </ol>
            </template>
        </template>
        <article v-else-if="line" class="line">
            <button type="button" class="back" @click="close">‹ All lines</button>
            <h3>{{ line.title }}</h3>
            <p>{{ line.how }}</p>
            <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server -->
            <div ref="drawn" class="drawn" role="img" :aria-label="line.title" v-html="drawings[open ?? 0] ?? ''"></div>
            <p v-if="!drawings[open ?? 0]" class="quiet" role="status">{{ undrawn || 'The line is being drawn.' }}</p>
            <p class="quiet">{{ line.why }}. <template v-if="line.caution">{{ line.caution }}</template></p>
            <button type="button" @click="toMusic(line)">Round and round in the music, m. {{ line.serves[0] }}</button>
        </article>
        <p v-else-if="shows === 'practise'" class="quiet" role="status">Working out …</p>
    </Teleport>
    <Teleport v-if="isPlaying" to=".my-part > header"><button type="button" class="done" @click="close">Done</button></Teleport>
    <template v-if="isPlaying && play && ladder">
        <BowAlong v-if="options.showsBow && !isOpen && play.strokes.length" :key="name" :play="play" :along="along" :line="options.line" :is-left-handed="options.isLeftHanded" />
        <PlayBar
            ref="bar"
            v-model:options="options"
            v-model:open="isOpen"
            :play="play"
            :ladder="ladder"
            :along="along"
            :name="name"
            :has-others="others.length > 0 && !line"
            @rung="rungTempo = $event"
        >
        </PlayBar>
    </template>
    <p v-else-if="isPlaying" class="waiting-bar" :role="problem ? 'alert' : 'status'">
        {{ problem || 'One moment …' }}
    </p>
</template>
