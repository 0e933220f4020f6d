<script setup lang="ts">
/** Everything that needs a look, in playing order, each with its ways out. */
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { ReadThroughFlag, Way } from '../api/types';
import { useHistory } from '../history/store';
import { tell, warn } from '../ui/say';
import { gather, sectionsOf, textUnderTitle, wayFor, type Gathered } from './gather';
import { sentenceOf, useTrying } from '../ui/trying';

const route = useRoute();
const history = useHistory();
const title = ref('');
const flags = ref<ReadThroughFlag[] | null>(null);
const { problem, attempt } = useTrying();
const busy = ref('');
let revision = 0;

/** The section whose flags are shown; null for all. */
const only = ref<string | null>(null);
const waiting = computed(() => (flags.value ?? []).filter((flag) => flag.leftBy === null));
const sections = computed(() => {
    const inScoreOrder = [...waiting.value].sort((one, other) => one.section - other.section);
    return [...new Set(inScoreOrder.map((flag) => flag.sectionName))];
});
const chosen = computed(() => waiting.value.filter((flag) => only.value === null || flag.sectionName === only.value));
const open = computed(() => gather(chosen.value.filter((flag) => flag.rank !== 'know')));
/** What may be read or not. */
const known = computed(() => gather(chosen.value.filter((flag) => flag.rank === 'know')));
const left = computed(() => (flags.value ?? []).filter((flag) => flag.leftBy !== null));

onMounted(load);
watch(() => [route.params.piece, history.version], load);

async function load(): Promise<void> {
    if (route.name !== 'read-through') return;
    await attempt(async () => {
        const answer = await api.get<{ title: string; flags: ReadThroughFlag[]; revision: number }>(
            `pieces/${String(route.params.piece)}/read-through`,
        );
        title.value = answer.title;
        flags.value = answer.flags;
        if (only.value !== null && !sections.value.includes(only.value)) only.value = null;
        revision = answer.revision;
    });
}

/** Does the same for each section, one after the other; what was done when one of them fails stays done, and is shown. */
async function work(gathered: Gathered, call: (flag: ReadThroughFlag) => Promise<unknown>, said: string): Promise<void> {
    busy.value = gathered.key;
    try {
        for (const flag of gathered.flags) await call(flag);
        tell(said);
    } catch (error) {
        warn(sentenceOf(error));
    } finally {
        await load();
        busy.value = '';
    }
}

function take(gathered: Gathered, way: Way, position: number): Promise<void> {
    return work(
        gathered,
        (flag) => {
            const own = wayFor(flag, way, position);
            return api.post(`sections/${flag.section}/marks`, { lines: own.lines.join('\n'), seen: revision, label: own.text.slice(0, 110) });
        },
        `${sectionsOf(gathered)}: ${way.text}`,
    );
}

function leave(gathered: Gathered, isLeft: boolean): Promise<void> {
    return work(
        gathered,
        (flag) => api.post(`sections/${flag.section}/leave`, { key: flag.key, leave: isLeft }),
        isLeft ? 'Left as it is. It will not be raised again.' : 'It is back on the list.',
    );
}
</script>

<template>
    <div class="read-through">
        <header>
            <h1>Read-through</h1>
            <span class="quiet">{{ title }}</span>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!flags" class="quiet">Playing it through…</p>
        <template v-else>
            <p v-if="open.length === 0" class="quiet">Nothing needs a look. Every bow fits, the second time too.</p>
            <nav v-if="sections.length > 1" class="sections" aria-label="Sections">
                <button type="button" class="plain-button" :aria-pressed="only === null" @click="only = null">All sections</button>
                <button v-for="name in sections" :key="name" type="button" class="plain-button" :aria-pressed="only === name" @click="only = name">
                    {{ name }} {{ waiting.filter((flag) => flag.sectionName === name && flag.rank !== 'know').length }}
                </button>
            </nav>
            <article v-for="gathered in open" :key="gathered.key">
                <div class="where">
                    <strong>{{ gathered.first.measure }}</strong>
                    <span>
                        <RouterLink
                            v-for="flag in gathered.flags"
                            :key="flag.key"
                            :to="`/piece/${route.params.piece}/desk/${flag.section}`"
                        >{{ flag.sectionName }}</RouterLink>
                        {{ gathered.first.beatWords }}
                    </span>
                </div>
                <div>
                    <h2>{{ gathered.first.title }} <small :class="gathered.first.rank">{{ gathered.first.rankWords }}</small></h2>
                    <p>{{ textUnderTitle(gathered.first) }}</p>
                </div>
                <div class="ways">
                    <button
                        v-for="(way, position) in gathered.first.ways"
                        :key="way.text"
                        type="button"
                        :disabled="busy === gathered.key"
                        @click="take(gathered, way, position)"
                    >
                        {{ way.text }}
                    </button>
                    <button class="plain-button" type="button" :disabled="busy === gathered.key" @click="leave(gathered, true)">
                        Leave it{{ gathered.flags.length > 1 ? ` in ${gathered.flags.length === 2 ? 'both' : `all ${gathered.flags.length}`}` : '' }}
                    </button>
                </div>
            </article>
            <details v-if="known.length">
                <summary>Good to know: {{ known.length }}</summary>
                <p v-for="gathered in known" :key="gathered.key" class="known">
                    <strong>m. {{ gathered.first.measure }}</strong> {{ sectionsOf(gathered) }}: {{ gathered.first.text }}
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
                </p>
            </details>
            <section v-if="left.length">
                <h2>Left as it is</h2>
                <p v-for="flag in left" :key="flag.key" class="quiet">
                    m. {{ flag.measure }}, {{ flag.sectionName }}: {{ flag.title.toLowerCase() }}, left by {{ flag.leftBy }}
                    <button class="plain-button" type="button" @click="leave({ key: flag.key, first: flag, flags: [flag] }, false)">Look again</button>
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
    max-width: 1120px;
}

header {
    display: flex;
    align-items: baseline;
    gap: 20px;
    margin-bottom: 16px;
}

article {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr) 380px;
    gap: 18px;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-left: 4px solid var(--wrong);
    border-radius: var(--radius);
    padding: 12px 16px;
    margin-bottom: 8px;
}

.sections {
    display: flex;
    flex-wrap: wrap;
    gap: 18px;
    margin-bottom: 12px;
}

.sections [aria-pressed='true'] {
    color: var(--ink);
    box-shadow: 0 2px 0 var(--cedar);
}

.where {
    display: flex;
    gap: 12px;
    align-items: baseline;
    font-size: 13px;
}

.where a {
    display: block;
    color: inherit;
}

.where strong {
    font: 600 24px var(--serif);
    min-width: 36px;
}

h2 {
    font-size: 16px;
}

h2 small {
    margin-left: 8px;
    font: 400 13px var(--sans);
    color: var(--soft);
}

h2 small.wrong {
    color: var(--wrong);
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

.ways {
    display: grid;
    gap: 4px;
    align-content: start;
    justify-items: start;
}

.ways button:not(.plain-button) {
    width: 100%;
    text-align: left;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    color: var(--ink);
    padding: 6px 10px;
    font-size: 13px;
    cursor: pointer;
}

.ways button:not(.plain-button):hover {
    border-color: var(--cedar);
}

section {
    margin-top: 24px;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
