<script setup lang="ts">
/** Everything that needs a look, in playing order: one card an event, one press for all the sections that have it. */
import { ElOption, ElSelect } from 'element-plus';
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { ReadThrough, ReadThroughFlag, TogetherLook, Way } from '../api/types';
import { useHistory } from '../history/store';
import { tell, warn } from '../ui/say';
import { sentenceOf, useTrying } from '../ui/trying';
import DoneCard from './DoneCard.vue';
import EventCard from './EventCard.vue';
import { gather, partsFor, passes, sectionsOf, type Gathered } from './gather';
import { Pictures } from './pictures';
import { lookedThrough } from '../rack/firstSteps';

const route = useRoute();
const history = useHistory();
const read = shallowRef<ReadThrough | null>(null);
const { problem, attempt } = useTrying();
const busy = ref('');
const pictures = new Pictures();
/** Counts answers: pictures are drawn anew. */
const version = ref(0);

/** What is shown; null for all of it. */
const only = ref<string | null>(null);
const kind = ref<string | null>(null);
const passage = ref<string | null>(null);
const flags = computed(() => read.value?.flags ?? []);
const waiting = computed(() => flags.value.filter((flag) => flag.leftBy === null));
const serious = computed(() => waiting.value.filter((flag) => flag.rank !== 'know'));
const sections = computed(() => {
    const inScoreOrder = [...waiting.value].sort((one, other) => one.section - other.section);
    return [...new Set(inScoreOrder.map((flag) => flag.sectionName))];
});
const kinds = computed(() => [...new Set(serious.value.map((flag) => flag.title))].sort());
const chosen = computed(() => waiting.value.filter((flag) => passes(flag, {
    section: only.value,
    kind: kind.value,
    passage: read.value?.passages.find((one) => one.name === passage.value) ?? null,
})));
const open = computed(() => gather(chosen.value.filter((flag) => flag.rank !== 'know')));
/** What may be read or not. */
const known = computed(() => gather(chosen.value.filter((flag) => flag.rank === 'know')));
const left = computed(() => flags.value.filter((flag) => flag.leftBy !== null));
const isFiltered = computed(() => only.value !== null || kind.value !== null || passage.value !== null);

/** What the last press has changed, and before which card it is shown. */
const done = shallowRef<{ gathered: Gathered; said: string; looks: TogetherLook[]; at: number } | null>(null);
const list = ref<HTMLElement | null>(null);

onMounted(load);
watch(() => [route.params.piece, history.version], load);
watch(() => history.version, () => (done.value = null));

async function load(): Promise<void> {
    if (route.name !== 'read-through') return;
    await attempt(async () => {
        read.value = await api.get<ReadThrough>(`pieces/${String(route.params.piece)}/read-through`);
        pictures.forget();
        lookedThrough();
        version.value += 1;
        if (only.value !== null && !sections.value.includes(only.value)) only.value = null;
        if (kind.value !== null && !kinds.value.includes(kind.value)) kind.value = null;
    });
}

async function work(gathered: Gathered, call: () => Promise<void>): Promise<void> {
    busy.value = gathered.key;
    try {
        await call();
    } catch (error) {
        warn(sentenceOf(error));
    } finally {
        await load();
        busy.value = '';
    }
}

/** One act for all the sections: it is taken back as one. */
async function take(gathered: Gathered, way: Way, position: number): Promise<void> {
    const at = Math.max(0, open.value.indexOf(gathered));
    let shown: typeof done.value = null;
    await work(gathered, async () => {
        const looks = await api.post<TogetherLook[]>(`pieces/${String(route.params.piece)}/marks`, {
            parts: partsFor(gathered, way, position),
            seen: read.value?.revision ?? 0,
            label: way.text.slice(0, 150),
        });
        shown = { gathered, said: `${sectionsOf(gathered)}: ${way.text}`, looks, at };
    });
    done.value = shown;
}

async function goOn(): Promise<void> {
    const at = done.value?.at ?? 0;
    done.value = null;
    await nextTick();
    list.value?.querySelectorAll('article')[at]?.querySelector<HTMLElement>('.way, .plain-button')?.focus();
}

function leave(gathered: Gathered, isLeft: boolean, reason = ''): Promise<void> {
    return work(gathered, async () => {
        for (const flag of gathered.flags) {
            const label = `${flag.title.toLowerCase()} at m. ${flag.measure ?? ''}, ${flag.sectionName}`;
            await api.post(`sections/${flag.section}/leave`, { key: flag.key, leave: isLeft, label, reason: reason.trim() || null });
        }
        tell(isLeft ? 'Left as it is. It will not be raised again.' : 'It is back on the list.');
    });
}

function lookAgain(flag: ReadThroughFlag): void {
    void leave({ key: flag.key, first: flag, flags: [flag] }, false);
}

function showAll(): void {
    only.value = kind.value = passage.value = null;
}
</script>

<template>
    <div class="read-through">
        <header>
            <h1>Read-through</h1>
            <span class="quiet">{{ read?.title }}</span>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!read" class="quiet">Playing it through…</p>
        <template v-else>
            <nav class="filters" aria-label="What is shown">
                <template v-if="sections.length > 1">
                    <button type="button" class="plain-button" :aria-pressed="only === null" @click="only = null">All sections</button>
                    <button v-for="name in sections" :key="name" type="button" class="plain-button" :aria-pressed="only === name" @click="only = name">
                        {{ name }} {{ serious.filter((flag) => flag.sectionName === name).length }}
                    </button>
                </template>
                <ElSelect
                    v-if="kinds.length > 1"
                    v-model="kind"
                    class="filter"
                    size="small"
                    clearable
                    placeholder="every kind"
                    aria-label="Kind"
                >
                    <ElOption v-for="one in kinds" :key="one" :value="one" :label="one" />
                </ElSelect>
                <ElSelect
                    v-if="read.passages.length > 1"
                    v-model="passage"
                    class="filter"
                    size="small"
                    clearable
                    placeholder="the whole piece"
                    aria-label="Passage"
                >
                    <ElOption v-for="one in read.passages" :key="one.name" :value="one.name" :label="one.name === 'the beginning' ? one.name : `from ${one.name}`" />
                </ElSelect>
            </nav>
            <p v-if="open.length === 0 && !done" class="quiet">
                <template v-if="isFiltered">Nothing here. <button type="button" class="plain-button" @click="showAll">Show everything</button></template>
                <template v-else>Nothing needs a look. Every bow fits, the second time too.</template>
            </p>
            <div ref="list">
                <template v-for="(gathered, at) in open" :key="gathered.key">
                    <DoneCard v-if="done?.at === at" v-bind="done" :pictures="pictures" :version="version" @next="goOn" @undo="history.turn('undo')" />
                    <EventCard
                        :gathered="gathered"
                        :pictures="pictures"
                        :version="version"
                        :is-busy="busy === gathered.key"
                        :may-mark="gathered.flags.every((flag) => flag.mayMark)"
                        @take="(way, position) => take(gathered, way, position)"
                        @leave="(reason) => leave(gathered, true, reason)"
                    />
                </template>
                <DoneCard v-if="done && done.at >= open.length" v-bind="done" :pictures="pictures" :version="version" @next="goOn" @undo="history.turn('undo')" />
            </div>
            <details v-if="known.length">
                <summary>Good to know: {{ known.length }}</summary>
                <p v-for="gathered in known" :key="gathered.key" class="known">
                    <strong>m. {{ gathered.first.measure }}</strong> {{ sectionsOf(gathered) }}: {{ gathered.first.text }}
                    <template v-if="gathered.flags.every((flag) => flag.mayMark)">
                        <button
                            v-for="(way, position) in gathered.first.ways.slice(0, 1)"
                            :key="way.text"
                            class="plain-button"
                            type="button"
                            :disabled="busy === gathered.key"
                            @click="take(gathered, way, position)"
                        >
                            {{ way.text }}
                        </button>
                        <button class="plain-button" type="button" :disabled="busy === gathered.key" @click="leave(gathered, true)">Leave it</button>
                    </template>
                </p>
            </details>
            <section v-if="left.length">
                <h2>Left as it is</h2>
                <p v-for="flag in left" :key="flag.key" class="quiet">
                    m. {{ flag.measure }}, {{ flag.sectionName }}: {{ flag.title.toLowerCase() }}, left by {{ flag.leftBy }}{{ flag.reason ? `: “${flag.reason}”` : '' }}
                    <button v-if="flag.mayMark" class="plain-button" type="button" @click="lookAgain(flag)">Look again</button>
                </p>
            </section>
        </template>
    </div>
</template>

<style scoped>
.read-through {
    height: 100%;
    overflow: auto;
    padding: 12px 30px 40px 14px;
    max-width: 1180px;
}

header {
    display: flex;
    align-items: baseline;
    gap: 20px;
    margin-bottom: 16px;
}

.filters {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 18px;
    margin-bottom: 12px;
}

.filters [aria-pressed='true'] {
    color: var(--ink);
    box-shadow: 0 2px 0 var(--cedar);
}

.filter {
    width: 170px;
}

h2 {
    font-size: 16px;
}

details {
    margin-top: 24px;
}

summary {
    cursor: pointer;
    font-weight: 700;
}

.known {
    padding: 6px 0;
    border-bottom: 1px solid var(--hair-light);
}

p {
    margin: 2px 0 0;
}

section {
    margin-top: 24px;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
