<script setup lang="ts">
/** What several sections play at once, each in its clef, large enough for a wall; the note that sounds is shown in each. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut } from '../engraving/score';
import NowLayer from './NowLayer.vue';

export interface Voice {
    section: number;
    name: string;
    /** What is said beside the name. */
    about: string;
    xml: string;
    /** Where it can be had on paper. */
    paper: string;
    isQuiet: boolean;
    /** Id of the note that sounds; empty for none. */
    now: string;
}

const props = defineProps<{ voices: Voice[]; label: string }>();
const ZOOM = 1.15;
const BETWEEN = 32;
const width = ref(1200);
const host = ref<HTMLElement | null>(null);
let observer: ResizeObserver | null = null;

/** Two beside one another where there are many: five sections fit on a wall. */
const columns = computed(() => (props.voices.length > 3 && width.value > 900 ? 2 : 1));
const part = computed(() => Math.floor((width.value - (columns.value - 1) * BETWEEN) / columns.value / ZOOM));
const xmls = computed(() => props.voices.map(({ xml }) => xml).join('\n'));
/** Engraved anew only where the music is another. */
const scores = computed(() => xmls.value && props.voices.map(({ xml }) => cut(xml.replace(/<part-name[^>]*>[^<]*<\/part-name>/, '<part-name/>'))));

onMounted(() => {
    observer = new ResizeObserver(([entry]) => (width.value = Math.floor(entry?.contentRect.width ?? 1200)));
    if (host.value) observer.observe(host.value);
});
onBeforeUnmount(() => observer?.disconnect());
</script>

<template>
    <div ref="host" class="voices" :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }">
        <section v-for="(one, index) in voices" :key="one.section" :class="{ 'is-along': one.isQuiet }">
            <p class="who">
                <strong>{{ one.name }}</strong> <span class="quiet">{{ one.about }}</span>
                <a class="plain-button" :href="one.paper" download :aria-label="`Print for ${one.name}`">Print</a>
            </p>
            <div class="large" :style="{ width: `${part}px`, zoom: ZOOM }">
                <EngravedPage v-if="scores && scores[index]" :score="scores[index]" :room="2" :label="`${label}, ${one.name}`">
                    <template #over="{ geometry }"><NowLayer v-if="one.now" :id="one.now" :geometry="geometry" /></template>
                </EngravedPage>
            </div>
        </section>
    </div>
</template>

<style scoped>
.voices {
    display: grid;
    gap: 4px 32px;
}

.who {
    margin: 6px 0 0;
    font-size: 16px;
}

.is-along .large {
    opacity: 0.75;
}
</style>
