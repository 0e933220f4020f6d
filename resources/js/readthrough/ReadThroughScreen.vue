<script setup lang="ts">
/** Everything that needs a look, in playing order, each with its ways out. */
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { ReadThroughFlag, Way } from '../api/types';
import { tell, warn } from '../ui/say';

const route = useRoute();
const title = ref('');
const flags = ref<ReadThroughFlag[] | null>(null);
const problem = ref('');
const busy = ref('');
let revision = 0;

const open = computed(() => (flags.value ?? []).filter((flag) => flag.leftBy === null));
const left = computed(() => (flags.value ?? []).filter((flag) => flag.leftBy !== null));

onMounted(load);
watch(() => route.params.piece, load);

async function load(): Promise<void> {
    if (route.name !== 'read-through') return;
    try {
        const answer = await api.get<{ title: string; flags: ReadThroughFlag[]; revision: number }>(
            `pieces/${String(route.params.piece)}/read-through`,
        );
        title.value = answer.title;
        flags.value = answer.flags;
        revision = answer.revision;
        problem.value = '';
    } catch (error) {
        problem.value = (error as Error).message;
    }
}

async function work(flag: ReadThroughFlag, call: () => Promise<unknown>, said: string): Promise<void> {
    busy.value = flag.key;
    try {
        await call();
        await load();
        tell(said);
    } catch (error) {
        warn((error as Error).message);
    } finally {
        busy.value = '';
    }
}

function take(flag: ReadThroughFlag, way: Way): Promise<void> {
    return work(
        flag,
        () => api.post(`sections/${flag.section}/marks`, { lines: way.lines.join('\n'), seen: revision, label: way.text.slice(0, 110) }),
        `${flag.sectionName}: ${way.text}`,
    );
}

function leave(flag: ReadThroughFlag, isLeft: boolean): Promise<void> {
    return work(
        flag,
        () => api.post(`sections/${flag.section}/leave`, { key: flag.key, leave: isLeft }),
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
            <article v-for="flag in open" :key="flag.key">
                <RouterLink :to="`/piece/${route.params.piece}/desk/${flag.section}`" class="where">
                    <strong>{{ flag.measure }}</strong>
                    <span>{{ flag.sectionName }}<br />beat {{ flag.beat }}</span>
                </RouterLink>
                <div>
                    <h2>{{ flag.title }}</h2>
                    <p>{{ flag.text }}</p>
                </div>
                <div class="ways">
                    <button v-for="way in flag.ways" :key="way.text" type="button" :disabled="busy === flag.key" @click="take(flag, way)">
                        {{ way.text }}
                    </button>
                    <button class="plain-button" type="button" :disabled="busy === flag.key" @click="leave(flag, true)">Leave it</button>
                </div>
            </article>
            <section v-if="left.length">
                <h2>Left as it is</h2>
                <p v-for="flag in left" :key="flag.key" class="quiet">
                    m. {{ flag.measure }}, {{ flag.sectionName }}: {{ flag.title.toLowerCase() }}, left by {{ flag.leftBy }}
                    <button class="plain-button" type="button" @click="leave(flag, false)">Look again</button>
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
    border-radius: 6px;
    padding: 12px 16px;
    margin-bottom: 8px;
}

.where {
    display: flex;
    gap: 12px;
    align-items: baseline;
    color: inherit;
    text-decoration: none;
    font-size: 13px;
}

.where strong {
    font: 600 24px var(--serif);
    min-width: 36px;
}

h2 {
    font-size: 16px;
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
    border-radius: 6px;
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
