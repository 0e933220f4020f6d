<script setup lang="ts">
/** The practice lines of a section: what the part needs and why; the director keeps, drops, reorders and adds. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { DirectorLine, OfferedLine, SectionPractice } from '../api/types';
import { paperHere } from '../handout/part';
import { useHistory } from '../history/store';
import { tell, tellWithUndo } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';
import AlongDock from './AlongDock.vue';
import LineRow from './LineRow.vue';

const route = useRoute();
const history = useHistory();
const { problem, attempt } = useTrying();
const practice = shallowRef<SectionPractice | null>(null);
const sections = shallowRef<{ id: number; name: string }[]>([]);
const playing = ref('');
const now = ref('');
const text = (value: unknown): string => (typeof value === 'string' ? value : '');
const kind = ref(text(route.query.kind) || 'shift');
const measure = ref(text(route.query.measure));
const isBusy = ref(false);
const piece = computed(() => Number(route.params.piece));
const section = computed(() => Number(route.params.section));
const line = computed<DirectorLine | null>(() => practice.value?.lines.find(({ key }) => key === playing.value) ?? null);
const minutes = computed(() => Math.ceil((practice.value?.lines ?? []).reduce((sum, one) => sum + one.minutes, 0)));

async function load(): Promise<void> {
    if (route.name !== 'practice') return;
    playing.value = '';
    await attempt(async () => {
        const [told, whole] = await Promise.all([
            api.get<SectionPractice>(`sections/${section.value}/practice`),
            api.get<{ sections: { id: number; name: string }[] }>(`pieces/${piece.value}`),
        ]);
        practice.value = told;
        sections.value = whole.sections;
    });
}
onMounted(load);
watch(() => [route.params.section, history.version], load);

const goals = computed(() => Object.fromEntries((practice.value?.lines ?? []).flatMap(({ key, goal }) => (goal === null ? [] : [[key, goal]]))));

async function put(lines: string[] | null, said: string, newGoals = goals.value): Promise<void> {
    if (isBusy.value) return;
    isBusy.value = true;
    await orWarn(async () => {
        practice.value = await api.put<SectionPractice>(`sections/${section.value}/practice`, { lines, goals: newGoals });
        tellWithUndo(said, () => void history.turn('undo'));
    });
    isBusy.value = false;
}

const keys = (): string[] => (practice.value?.lines ?? []).map(({ key }) => key);

function add(one: OfferedLine): Promise<void> {
    return put([...keys(), one.key], `${one.title} is worked last.`);
}

function drop(one: DirectorLine): Promise<void> {
    if (playing.value === one.key) playing.value = '';
    return put(keys().filter((key) => key !== one.key), `${one.title} is left out.`);
}

function move(one: DirectorLine, by: number): Promise<void> {
    const order = keys();
    const at = order.indexOf(one.key);
    const to = Math.max(0, Math.min(order.length - 1, at + by));
    if (to === at) return Promise.resolve();
    order.splice(to, 0, ...order.splice(at, 1));
    return put(order, `${one.title} is number ${to + 1}.`);
}

function setGoal(one: DirectorLine, tempo: number | null): Promise<void> {
    const others = Object.fromEntries(Object.entries(goals.value).filter(([key]) => key !== one.key));
    const said = tempo === null ? `${one.title} goes up to the tempo of the piece.` : `${one.title} goes up to ♩ = ${tempo}.`;
    return put(practice.value?.isOwn ? keys() : null, said, tempo === null ? others : { ...others, [one.key]: tempo });
}

/** "A shift line for m. 34." */
async function addFor(): Promise<void> {
    if (measure.value.trim() === '') {
        tell('For which measure? Give its number, or a rehearsal mark.');
        return;
    }
    await orWarn(async () => {
        const asked = new URLSearchParams({ kind: kind.value, measure: measure.value.trim() });
        const found = await api.get<OfferedLine>(`sections/${section.value}/practice/line?${asked.toString()}`);
        if (keys().includes(found.key)) tell(`${found.title} for ${found.serves.join(', ')} is there already.`);
        else await add(found);
    });
}

</script>

<template>
    <div class="workplace practice">
        <header>
            <h1>{{ practice?.title ?? ' ' }}</h1>
            <span v-if="practice" class="quiet">Practice lines{{ practice.lines.length ? `, ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}` : '' }}</span>
            <RouterLink class="plain-button" :to="`/piece/${piece}/warm-up`">Warm-up for all</RouterLink>
            <template v-if="practice?.lines.length">
                <a class="plain-button" :href="`/api/v1/sections/${section}/practice/download.pdf?paper=${paperHere()}`" download>PDF</a>
                <a class="plain-button" :href="`/api/v1/sections/${section}/practice/download.abc`" download>ABC</a>
                <a class="plain-button" :href="`/api/v1/sections/${section}/practice/download.musicxml`" download>MusicXML</a>
            </template>
            <nav class="tabs" aria-label="Sections">
                <RouterLink
                    v-for="one in sections"
                    :key="one.id"
                    :to="`/piece/${piece}/practice/${one.id}`"
                    :class="{ 'is-here': one.id === section }"
                    :aria-current="one.id === section ? 'page' : undefined"
                >
                    {{ one.name }}
                </RouterLink>
            </nav>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!practice" class="quiet pad" role="status">Working out what this part asks …</p>
        <template v-else>
            <div class="middle">
                <p class="quiet lead">
                    <template v-if="practice.lines.length === 0">No lines. Take some from the right, or let them be worked out again.</template>
                    <template v-else-if="practice.isOwn">Your choice, in your order. Players get them with the next edition.</template>
                    <template v-else>Worked out from what this part asks most. Players get them with the next edition.</template>
                    <button v-if="practice.isOwn && practice.mayEdit" type="button" class="plain-button" @click="put(null, 'The lines are those the part asks most.')">Work them out again</button>
                </p>
                <ol class="lines" tabindex="0" aria-label="Practice lines, in their order">
                    <LineRow
                        v-for="(one, index) in practice.lines"
                        :key="one.key"
                        :line="one"
                        :place="index"
                        :count="practice.lines.length"
                        :may-edit="practice.mayEdit"
                        :is-playing="playing === one.key"
                        :now="now"
                        :section="section"
                        @play="playing = playing === one.key ? '' : one.key"
                        @drop="drop(one)"
                        @move="move(one, $event)"
                        @goal="setGoal(one, $event)"
                    />
                </ol>
                <AlongDock
                    v-if="line"
                    :section="section"
                    :piece="null"
                    :line="line"
                   
                    @here="now = $event?.note ?? ''"
                    @close="playing = ''"
                />
            </div>
            <aside class="beside" aria-label="Other lines">
                <form v-if="practice.mayEdit" @submit.prevent="addFor">
                    <h2>A line for a measure</h2>
                    <label>kind
                        <select v-model="kind" aria-label="Kind of line">
                            <option v-for="one in practice.kinds" :key="one.kind" :value="one.kind">{{ one.words }}</option>
                        </select>
                    </label>
                    <label>m. <input v-model="measure" aria-label="For which measure" placeholder="34 or B" /></label>
                    <button type="submit" class="cedar-button" :disabled="isBusy">Add</button>
                </form>
                <h2>Also in this part</h2>
                <p v-if="practice.offered.length === 0" class="quiet">Nothing else in this part asks for a line.</p>
                <article v-for="one in practice.offered" :key="one.key">
                    <h3>{{ one.title }}</h3>
                    <p><strong>{{ one.serves.length > 1 ? 'mm.' : 'm.' }} {{ one.serves.slice(0, 5).join(', ') }}</strong> {{ one.why }}</p>
                    <button v-if="practice.mayEdit" type="button" class="plain-button" :disabled="isBusy" :aria-label="`Add: ${one.title}, m. ${one.serves[0]}`" @click="add(one)">Add</button>
                </article>
            </aside>
        </template>
    </div>
</template>

<style scoped>
.tabs {
    margin-left: auto;
    display: flex;
    gap: 4px;
}

.tabs a {
    padding: 8px 12px;
    border-radius: var(--radius-large);
    color: var(--soft);
    text-decoration: none;
    font-size: 14px;
    white-space: nowrap;
}

.tabs a.is-here {
    background: var(--paper);
    color: var(--ink);
    font-weight: 700;
}

.lead {
    margin: 0;
    font-size: 13.5px;
}

.lines {
    margin: 0;
    padding: 0;
    list-style: none;
    overflow: auto;
    border-radius: var(--radius-small);
    background: var(--paper);
    box-shadow: var(--shadow);
}

.beside {
    background: var(--panel);
    border-left: 1px solid var(--hair);
    padding: 18px 14px 30px 18px;
    overflow: auto;
}

.beside h2 {
    margin: 0 0 8px;
    font-size: 16px;
}

.beside article {
    padding: 8px 0;
    border-bottom: 1px solid var(--hair-light);
    font-size: 13.5px;
}

.beside h3 {
    margin: 0;
    font: 700 14px var(--serif);
}

.beside p {
    margin: 2px 0;
}

form {
    display: grid;
    gap: 8px;
    margin-bottom: 22px;
    font-size: 14px;
}

form label {
    display: flex;
    align-items: center;
    gap: 8px;
}

form select,
form input {
    flex: 1;
    min-width: 0;
    min-height: 34px;
    font: inherit;
}

.pad {
    padding: 20px;
}
</style>
