<script setup lang="ts">
/** Playing along on a director's screen: a part, or one of its practice lines, with the bow beside the row of buttons. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import type { Ladder, OtherPart, PartPlay, Play } from '../api/types';
import { sentenceOf } from '../ui/trying';
import BowAlong from './BowAlong.vue';
import { playOptions } from './options';
import PlayBar from './PlayBar.vue';
import { usePlaying, type Here, type Stretch } from './playing';

const props = defineProps<{
    section: number;
    /** The piece whose other parts may be heard; null for none. */
    piece: number | null;
    /** A practice line that is played instead of the part. */
    line?: { key: string; play: Play; ladder: Ladder } | null;
    /** The stretch that is chosen on the screen: it begins there, and round and round goes over it. */
    stretch?: Stretch | null;
    /** Whether the arrow keys are the screen's own. */
    hasArrows?: boolean;
}>();
const emit = defineEmits<{ here: [here: Here | null]; close: [] }>();

const options = ref(playOptions());
const part = shallowRef<PartPlay | null>(null);
const others = shallowRef<OtherPart[]>([]);
const problem = ref('');
const rung = ref<number | null>(null);
const isOpen = ref(false);
const play = computed(() => props.line?.play ?? part.value?.play ?? null);
const ladder = computed(() => props.line?.ladder ?? part.value?.ladder ?? null);
const own = computed(() => part.value?.part ?? '');
const along = usePlaying(() => play.value, () => (props.line ? [] : others.value), options.value, () => rung.value);
const bar = ref<{ key: (event: KeyboardEvent) => void } | null>(null);

async function load(): Promise<void> {
    along.reset();
    problem.value = '';
    if (props.line) return;
    try {
        part.value = await api.get<PartPlay>(`sections/${props.section}/play`);
        if (props.piece !== null) {
            others.value = (await api.get<OtherPart[]>(`pieces/${props.piece}/play`)).filter(({ name }) => name !== own.value);
        }
    } catch (error) {
        problem.value = sentenceOf(error);
    }
}
watch(() => [props.section, props.line?.key], load, { immediate: true });
watch(
    () => props.stretch,
    (now) => {
        if (!now || props.line) return;
        if (along.loop.value) along.loop.value = now;
        else along.from.value = now.first;
    },
    { immediate: true, deep: true },
);
watch(along.loop, (now) => {
    // What is chosen on the screen is what goes round.
    if (now && props.stretch && !props.line && now.first === now.last && now.first === along.from.value) along.loop.value = { ...props.stretch };
});
watch(along.here, (now) => emit('here', along.state.value === 'rests' ? null : now));
watch(along.state, (now) => now === 'rests' && emit('here', null));

/** What is put away while it sounds leaves no place behind in the music. */
function close(): void {
    along.stop();
    emit('here', null);
    emit('close');
}

function keydown(event: KeyboardEvent): void {
    if (props.hasArrows && event.key !== ' ') return;
    bar.value?.key(event);
    // What the row took is not the screen's.
    if (event.defaultPrevented) event.stopPropagation();
}
onMounted(() => window.addEventListener('keydown', keydown, true));
onBeforeUnmount(() => window.removeEventListener('keydown', keydown, true));
</script>

<template>
    <section class="along-dock" aria-label="Play along">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!play || !ladder" class="quiet" role="status">Working out how it sounds …</p>
        <template v-else>
            <BowAlong
                v-if="options.showsBow && play.strokes.length"
                :key="line?.key ?? section"
                class="bow"
                :play="play"
                :along="along"
                :line="options.line"
                :is-left-handed="options.isLeftHanded"
            />
            <PlayBar
                ref="bar"
                v-model:options="options"
                v-model:open="isOpen"
                class="bar"
                :play="play"
                :ladder="ladder"
                :along="along"
                :name="`section-${section}-${line?.key ?? 'part'}`"
                :has-others="others.length > 0 && !line"
                @rung="rung = $event"
            >
                <template #chips><slot name="chips" /></template>
                <template #end><button type="button" class="again" @click="close">done</button></template>
            </PlayBar>
        </template>
    </section>
</template>

<style scoped>
.along-dock {
    display: flex;
    align-items: stretch;
    border-radius: var(--radius-large);
    overflow: hidden;
    background: var(--barrel);
}

.along-dock > p {
    margin: 0;
    padding: 14px 18px;
    background: var(--panel-warm);
    flex: 1;
}

.bow {
    flex: 0 0 300px;
}

.bow :deep(h2) {
    font-size: 16px;
}

.bow :deep(svg) {
    max-height: 132px;
}

.bar {
    flex: 1;
    min-width: 0;
    align-content: center;
}

.problem {
    color: var(--wrong);
}
</style>
