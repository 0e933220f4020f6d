<script setup lang="ts">
/** The student's page: music, what to pencil in, and paper. Phone first; no account. */
import { computed, nextTick, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { BowDensity, Density, StudentPart } from '../api/types';
import { engraver } from '../engraving/engraver';
import EngravedPage from '../engraving/EngravedPage.vue';
import { when } from '../ui/say';
import { sentenceOf, useTrying } from '../ui/trying';
import { isTexts, remember, remembered } from '../ui/remembered';

/** Paper in millimetres. */
const PAPERS = { a4: { name: 'A4', width: 210, height: 297 }, letter: { name: 'US Letter', width: 215.9, height: 279.4 } } as const;
const MARGIN = 12;
const PIXELS_PER_MM = 96 / 25.4;

const route = useRoute();
const token = String(route.params.token);
const part = ref<StudentPart | null>(null);
const musicXml = ref<string | null>(null);
const { problem, attempt } = useTrying();
const tab = ref<'music' | 'list'>('music');
const isNarrow = window.matchMedia('(max-width: 640px)').matches;
const size = ref(Number(localStorage.getItem('note-size')) || (isNarrow ? 34 : 44));
const done = ref<string[]>([]);
const paper = ref<keyof typeof PAPERS>(localStorage.getItem('paper') === 'letter' ? 'letter' : 'a4');
const printed = ref<string[]>([]);
const isPreparing = ref(false);

const rows = computed(() => part.value?.list ?? []);
const news = computed(() => rows.value.filter((row) => row.isNew));

/** Which page of the part: partners may have marks of their own. A link may name the chair; the choice is remembered. */
const chair = ref(String(route.query.chair ?? localStorage.getItem(`chair-${token}`) ?? ''));
/** How many fingers the page shows: as the director handed it out, unless the student or the link asks for others. */
const fingers = ref(String(route.query.fingers ?? localStorage.getItem(`fingers-${token}`) ?? ''));
const FINGERS: Record<Density, string> = { sparse: 'few', standard: 'some', every: 'all' };
/** How many bow signs it shows, in the same way. */
const bows = ref(String(route.query.bows ?? localStorage.getItem(`bows-${token}`) ?? ''));
const BOWS: Record<BowDensity, string> = { few: 'few', some: 'some', every: 'all' };
const query = computed(() => {
    const asked = new URLSearchParams();
    if (chair.value) asked.set('chair', chair.value);
    if (fingers.value) asked.set('fingers', fingers.value);
    if (bows.value) asked.set('bows', bows.value);
    return asked.size > 0 ? `?${asked.toString()}` : '';
});

async function fetchPart(): Promise<void> {
    await attempt(async () => {
        part.value = await api.get<StudentPart>(`part/${token}${query.value}`);
        if (chair.value && !part.value.chairs.includes(chair.value)) chair.value = '';
        if (fingers.value && !part.value.densities.includes(fingers.value as Density)) fingers.value = '';
        if (bows.value && !part.value.bowDensities.includes(bows.value as BowDensity)) bows.value = '';
        document.title = `${part.value.title} – ${part.value.part}`;
        done.value = remembered(`done-${token}-${part.value.edition}`, [], isTexts);
        musicXml.value = await api.text(`part/${token}/page${query.value}`);
    });
}

onMounted(fetchPart);

function sitAt(where: string): void {
    chair.value = where;
    localStorage.setItem(`chair-${token}`, where);
    void fetchPart();
}

function showFingers(density: string): void {
    fingers.value = density === part.value?.fingers ? '' : density;
    localStorage.setItem(`fingers-${token}`, fingers.value);
    void fetchPart();
}

function showBows(density: string): void {
    bows.value = density === part.value?.bows ? '' : density;
    localStorage.setItem(`bows-${token}`, bows.value);
    void fetchPart();
}

function tick(line: string): void {
    done.value = done.value.includes(line) ? done.value.filter((one) => one !== line) : [...done.value, line];
    remember(`done-${token}-${part.value?.edition ?? ''}`, done.value);
}

function resize(step: number): void {
    size.value = Math.max(24, Math.min(70, size.value + step));
    localStorage.setItem('note-size', String(size.value));
}

async function print(): Promise<void> {
    if (!musicXml.value) return;
    isPreparing.value = true;
    const { width, height } = PAPERS[paper.value];
    localStorage.setItem('paper', paper.value);
    try {
        printed.value = await engraver.engrave({
            musicXml: musicXml.value,
            width: (width - 2 * MARGIN) * PIXELS_PER_MM,
            height: (height - 2 * MARGIN - 14) * PIXELS_PER_MM,
            scale: 38,
            room: 6,
        });
        await nextTick();
        window.print();
    } catch (error) {
        problem.value = sentenceOf(error);
    } finally {
        isPreparing.value = false;
    }
}
</script>

<template>
    <div class="my-part">
        <div v-if="problem" class="problem" role="alert">
            <h1>This part cannot be shown</h1>
            <p>{{ problem }}</p>
        </div>
        <template v-else>
            <header>
                <h1>{{ part?.title ?? ' ' }}</h1>
                <p class="quiet">
                    <template v-if="part">
                        {{ part.part }} · edition {{ part.edition }}, {{ when(part.at) }}
                        <template v-if="news.length + part.rubOut.length"> · {{ news.length + part.rubOut.length }} things changed</template>
                    </template>
                    <template v-else>Fetching your part…</template>
                </p>
            </header>
            <div v-if="part?.chairs.length" class="chairs" role="group" aria-label="Where you sit">
                <span class="quiet">I sit</span>
                <button v-for="one in part.chairs" :key="one" type="button" :aria-pressed="(chair || 'outside') === one" @click="sitAt(one)">
                    {{ one.startsWith('stand') ? `at ${one}` : one }}
                </button>
            </div>
            <nav class="tabs" aria-label="Parts of this page">
                <button type="button" :aria-pressed="tab === 'music'" @click="tab = 'music'">Music</button>
                <button type="button" :aria-pressed="tab === 'list'" @click="tab = 'list'">Pencil list</button>
            </nav>
            <section v-show="tab === 'music'" class="music scroller" tabindex="0" aria-label="The music">
                <EngravedPage :music-xml="musicXml" :scale="size" :room="6" :label="`${part?.part ?? ''} with its marks`" />
            </section>
            <section v-show="tab === 'list'" class="list">
                <p class="quiet">For a printed part: pencil these in, and tick them off.</p>
                <ul>
                    <li v-for="row in rows" :key="row.line" :class="{ 'is-done': done.includes(row.line) }">
                        <label>
                            <input type="checkbox" :checked="done.includes(row.line)" @change="tick(row.line)" />
                            <strong>{{ row.place }}</strong>
                            <span>{{ row.words }} <em v-if="row.isNew">new</em></span>
                        </label>
                    </li>
                </ul>
                <p v-if="part?.rubOut.length" class="quiet">
                    Rub out, from the edition before: {{ part.rubOut.join(' · ') }}
                </p>
            </section>
            <footer>
                <div class="sizes" role="group" aria-label="Size of the notes">
                    <button type="button" aria-label="Smaller notes" @click="resize(-4)">♩</button>
                    <button type="button" class="is-large" aria-label="Larger notes" @click="resize(4)">♩</button>
                </div>
                <label>
                    Paper
                    <select v-model="paper" name="paper">
                        <option v-for="(one, key) in PAPERS" :key="key" :value="key">{{ one.name }}</option>
                    </select>
                </label>
                <button type="button" class="print" :disabled="!musicXml || isPreparing" @click="print">
                    {{ isPreparing ? 'Setting pages…' : 'Print' }}
                </button>
                <label v-if="part && part.densities.length > 1">
                    Fingers
                    <select name="fingers" :value="fingers || part.fingers" @change="showFingers(($event.target as HTMLSelectElement).value)">
                        <option v-for="one in part.densities" :key="one" :value="one">{{ FINGERS[one] }}</option>
                    </select>
                </label>
                <label v-if="part && part.bowDensities.length > 1">
                    Bows
                    <select name="bows" :value="bows || part.bows" @change="showBows(($event.target as HTMLSelectElement).value)">
                        <option v-for="one in part.bowDensities" :key="one" :value="one">{{ BOWS[one] }}</option>
                    </select>
                </label>
                <span class="downloads">
                    <a :href="`/api/v1/part/${token}/download.musicxml${query}`" download>MusicXML</a>
                    <a :href="`/api/v1/part/${token}/download.mxl${query}`" download>MXL</a>
                    <a :href="`/api/v1/part/${token}/download.txt${query}`" download>List</a>
                </span>
            </footer>
        </template>
        <Teleport to="body">
            <component :is="'style'">@page { size: {{ paper === 'a4' ? 'A4' : 'letter' }}; margin: {{ MARGIN }}mm; }</component>
            <div class="print-pages">
                <div v-for="(page, index) in printed" :key="index" class="print-page">
                    <p>{{ part?.title }} · {{ part?.part }} · edition {{ part?.edition }} · {{ index + 1 }}/{{ printed.length }}</p>
                    <!-- eslint-disable-next-line vue/no-v-html -->
                    <div v-html="page"></div>
                </div>
            </div>
        </Teleport>
    </div>
</template>

<style scoped>
.my-part {
    display: grid;
    grid-template-rows: auto auto auto minmax(0, 1fr) auto;
    height: 100dvh;
    background: var(--paper);
}

header {
    padding: 14px 16px 8px;
}

header p {
    margin: 2px 0 0;
    font-size: 13px;
}

.chairs {
    display: flex;
    align-items: center;
    gap: 6px;
    padding: 0 16px 8px;
    grid-row: 2;
}

.chairs button {
    min-height: 40px;
    padding: 0 14px;
    border: 1px solid var(--hair);
    border-radius: var(--radius-round);
    background: var(--paper);
    color: var(--ink);
}

.chairs button[aria-pressed='true'] {
    border-color: var(--cedar);
    background: var(--cedar-tint);
    font-weight: 700;
}

.my-part > .tabs {
    grid-row: 3;
}

.my-part > section {
    grid-row: 4;
}

.my-part > footer {
    grid-row: 5;
}

.tabs {
    display: flex;
    gap: 6px;
    padding: 8px 16px;
    border-top: 1px solid var(--hair);
    max-width: 560px;
}

.tabs button {
    flex: 1;
    min-height: 40px;
    border: 0;
    border-radius: var(--radius-large);
    background: var(--panel-warm);
    color: var(--soft);
    font-weight: 700;
    font-size: 15px;
    cursor: pointer;
}

.tabs button[aria-pressed='true'] {
    background: var(--ink);
    color: var(--on-dark);
}

.music,
.list {
    overflow: auto;
    padding: 0 8px 20px;
}

.list {
    padding: 0 16px 20px;
    max-width: 640px;
}

ul {
    list-style: none;
    padding: 0;
    margin: 0;
}

li {
    border-bottom: 1px solid var(--hair);
}

li label {
    display: grid;
    grid-template-columns: 30px 74px 1fr;
    align-items: center;
    min-height: 42px;
    font-size: 15px;
    cursor: pointer;
}

li input {
    width: 20px;
    height: 20px;
    accent-color: var(--cedar);
    margin: 0;
}

.is-done span {
    color: var(--soft);
    text-decoration: line-through;
}

em {
    color: var(--cedar);
    font-style: normal;
    font-weight: 700;
}

footer {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 12px;
    padding: 8px 14px;
    background: var(--barrel);
    color: var(--on-dark);
}

footer button,
footer select {
    min-height: 38px;
    border: 0;
    border-radius: var(--radius-large);
    padding: 0 14px;
    background: var(--paper);
    color: var(--ink);
    font-weight: 700;
    cursor: pointer;
}

footer label {
    display: flex;
    align-items: center;
    gap: 6px;
    font-size: 13px;
}

footer select {
    padding: 0 6px;
}

.sizes {
    display: flex;
    gap: 4px;
}

.is-large {
    font-size: 20px;
}

.downloads {
    display: flex;
    gap: 12px;
}

.downloads a {
    color: var(--cedar-pale);
}

.problem {
    padding: 16vh 24px;
    max-width: 460px;
    margin: 0 auto;
}

@media print {
    .my-part {
        display: none;
    }
}
</style>

<style>
.print-pages {
    display: none;
}

@media print {
    body:has(.print-page) #app {
        display: none;
    }

    .print-pages {
        display: block;
    }

    .print-page {
        break-after: page;
    }

    .print-page:last-child {
        break-after: auto;
    }

    .print-page p {
        margin: 0 0 2mm;
        font: 9pt var(--sans);
        color: var(--print);
    }

    .print-page svg {
        width: 100%;
        height: auto;
        color: var(--print);
    }
}
</style>
