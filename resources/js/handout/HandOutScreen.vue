<script setup lang="ts">
import { ElDialog, ElMessageBox, ElOption, ElSelect } from 'element-plus';
import { computed, h, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { HandOut, HandOutSection } from '../api/types';
import { useHistory } from '../history/store';
import { remember, remembered } from '../ui/remembered';
import { copy, tell, warn } from '../ui/say';
import { sentenceOf, useTrying } from '../ui/trying';
import AssignLine from './AssignLine.vue';
import CoTeachers from './CoTeachers.vue';
import HandOutPart from './HandOutPart.vue';
import PaperPreview from './PaperPreview.vue';
import { isDrawing, mayHandOut, paperHere, squareCode, type Order, type PartSheet } from './part';

const PAPERS = [
    { value: 'a4', label: 'A4' },
    { value: 'letter', label: 'US Letter' },
];
const paper = ref(paperHere());
/** So many things are listed before it is handed out; the rest is counted. */
const MOST_ASKS = 6;

const route = useRoute();
const history = useHistory();
const data = ref<HandOut | null>(null);
const { problem, attempt } = useTrying();
const busy = ref<number | null>(null);
const code = ref<{ name: string; url: string; svg: string } | null>(null);

const isLarge = ref(false);
/** First and last measure of what is printed, as printed; empty for all of it. */
const from = ref('');
const to = ref('');
const hasCode = ref(remembered('code-on-paper', false, (value): value is boolean => typeof value === 'boolean'));
/** For a lesson's sheet: every finger, and the names of the notes. */
const hasFingers = ref(false);
const hasNames = ref(false);
/** How many lists stand on a sheet. */
const slips = ref(remembered('lists-on-a-sheet', '2', (value): value is string => ['1', '2', '4'].includes(String(value))));
/** What lies on the table to be looked at. */
const order = ref<Order | null>(null);
const query = computed(() => {
    const made = new URLSearchParams({ paper: paper.value, slips: slips.value });
    if (isLarge.value) made.set('large', '1');
    if (hasCode.value) made.set('code', '1');
    if (hasFingers.value) made.set('fingers', 'every');
    if (hasNames.value) made.set('names', '1');
    if (from.value.trim()) made.set('from', from.value.trim());
    if (to.value.trim()) made.set('to', to.value.trim());
    return made.toString();
});
const hasLinks = computed(() => data.value?.sections.some((section) => section.link) ?? false);
const mayEdit = computed(() => data.value?.sections.some((section) => section.mayEdit) ?? false);
const isOwner = computed(() => data.value?.piece.role === 'own');

onMounted(load);
watch(() => [route.params.piece, history.version], load);

async function load(): Promise<void> {
    if (route.name !== 'hand-out') return;
    await attempt(async () => {
        data.value = await api.get<HandOut>(`pieces/${String(route.params.piece)}/handout`);
    });
}

/* Pages are drawn while the director does something else; how far that is, is asked as long as it goes on. */
const ASK_EVERY = 1500;
let asking: ReturnType<typeof setTimeout> | null = null;

function askOn(): void {
    if (asking || !data.value?.sections.some(isDrawing)) return;
    asking = setTimeout(() => {
        asking = null;
        void look();
    }, ASK_EVERY);
}

async function look(): Promise<void> {
    if (route.name !== 'hand-out' || !data.value) return;
    const now = await api.get<HandOut>(`pieces/${String(route.params.piece)}/handout`).catch(() => null);
    const before = new Map(data.value.sections.map((section) => [section.id, section.edition?.drawing]));
    now?.sections.forEach((section) => {
        if (before.has(section.id)) put(section);
    });
    askOn();
}

watch(() => data.value?.sections.some(isDrawing), askOn);
onBeforeUnmount(() => {
    if (asking) clearTimeout(asking);
});

function put(section: HandOutSection): void {
    if (!data.value) return;
    data.value.sections = data.value.sections.map((one) => (one.id === section.id ? section : one));
}

async function work(section: HandOutSection, call: () => Promise<HandOutSection>, said: string): Promise<void> {
    busy.value = section.id;
    try {
        put(await call());
        tell(said);
    } catch (error) {
        warn(sentenceOf(error));
    } finally {
        busy.value = null;
    }
}

/** What will go wrong or is open is said before players get it; one press goes on. */
function goesOn(sections: HandOutSection[]): Promise<boolean> {
    const asks = sections.flatMap((section) => section.asks.map((ask) => (sections.length > 1 ? `${section.name}, ${ask}` : ask)));
    if (asks.length === 0) return Promise.resolve(true);
    const shown = asks.slice(0, MOST_ASKS);
    const more = asks.length - shown.length;
    return ElMessageBox.confirm(
        h('div', [
            h('p', asks.length === 1 ? 'One thing still needs a decision:' : `${asks.length} things still need a decision:`),
            h('ul', shown.map((ask) => h('li', ask))),
            ...(more > 0 ? [h('p', `And ${more} more: see what needs a look.`)] : []),
        ]),
        'Hand out now?',
        { confirmButtonText: 'Hand out anyway', cancelButtonText: 'Not yet' },
    ).then(() => true, () => false);
}

async function askAndPublish(section: HandOutSection): Promise<void> {
    if (await goesOn([section])) await publish(section);
}

function publish(section: HandOutSection): Promise<void> {
    const number = (section.edition?.number ?? 0) + 1;
    return work(section, () => api.post(`sections/${section.id}/editions`), `Edition ${number} of ${section.name} is out.`);
}

async function publishAll(): Promise<void> {
    const sections = (data.value?.sections ?? []).filter((section) => section.mayEdit && mayHandOut(section));
    if (!(await goesOn(sections))) return;
    for (const section of sections) await publish(section);
}

function showCode(section: HandOutSection): void {
    if (!section.link) return;
    const { url } = section.link;
    code.value = { name: section.name, url, svg: squareCode(url) };
}

/** What can be sent to everybody at once. */
function copyMessage(): void {
    const { piece, sections } = data.value ?? { piece: { title: '' }, sections: [] };
    const lines = sections.flatMap(({ name, edition, link }) => (edition && link ? [`${name}, edition ${edition.number}: ${link.url}`] : []));
    void copy([`${piece.title}: open your part on any phone, no account is needed.`, ...lines].join('\n'), 'The message is copied.');
}

/** Lays one part's sheets out: the part itself, or what is practised from it. */
function lay(section: HandOutSection, what: PartSheet): void {
    const asked = `what=${what}&${query.value}`;
    order.value = {
        title: `${section.name}${{ part: '', 'open-strings': ' on open strings', patterns: ': finger patterns', list: ': pencil list' }[what]}`,
        sheets: [{ name: section.name, path: `sections/${section.id}/paper?${asked}` }],
        files: [{ label: 'Save the PDF', path: `sections/${section.id}/download.pdf?${asked}` }],
    };
}

/** The same of every part. */
function layAll(what: 'part' | 'list'): void {
    if (!data.value) return;
    const { piece, sections } = data.value;
    const asked = `what=${what}&${query.value}`;
    order.value = {
        title: what === 'part' ? `All parts of ${piece.title}` : `The pencil lists of ${piece.title}`,
        sheets: sections.map((section) => ({ name: section.name, path: `sections/${section.id}/paper?${asked}` })),
        files: [
            { label: 'Save as one PDF', path: `pieces/${piece.id}/download.pdf?${asked}` },
            { label: 'Save each part, as a zip file', path: `pieces/${piece.id}/download.zip?${asked}` },
        ],
    };
}

/** What is of the whole piece. */
function layTogether(what: 'score' | 'poster'): void {
    if (!data.value) return;
    const { id, title } = data.value.piece;
    const name = what === 'score' ? 'the score' : 'the poster';
    order.value = {
        title: what === 'score' ? `The score of ${title}` : `Poster of codes for ${title}`,
        sheets: [{ name, path: `pieces/${id}/paper?what=${what}&${query.value}` }],
        files: [{ label: 'Save the PDF', path: `pieces/${id}/download.pdf?what=${what}&${query.value}` }],
    };
}
</script>

<template>
    <div class="hand-out">
        <header>
            <h1>Hand out</h1>
            <span class="quiet">{{ data?.piece.title }}</span>
            <button v-if="data && mayEdit" type="button" class="cedar-button all" :disabled="busy !== null" @click="publishAll">
                Hand out all that changed
            </button>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!data" class="quiet">Laying out the parts…</p>
        <template v-else>
            <p class="quiet">
                An edition is the part as it is marked now, frozen. Its link opens on any phone without an account and always
                shows the newest edition. Share marked notes only as far as your licence allows; the pencil list carries none.
            </p>
            <section class="on-paper" aria-label="On paper">
                <strong>On paper</strong>
                <label class="quiet">
                    <ElSelect v-model="paper" size="small" class="size" aria-label="Paper of the PDF files" @change="remember('paper', paper)">
                        <ElOption v-for="one in PAPERS" :key="one.value" :value="one.value" :label="one.label" />
                    </ElSelect>
                </label>
                <label class="quiet"><input v-model="isLarge" type="checkbox" /> large print</label>
                <span class="quiet range">
                    measures <input v-model="from" class="measure" aria-label="First measure" placeholder="first" inputmode="numeric" />
                    to <input v-model="to" class="measure" aria-label="Last measure" placeholder="last" inputmode="numeric" />
                </span>
                <label class="quiet"><input v-model="hasCode" type="checkbox" @change="remember('code-on-paper', hasCode)" /> square code</label>
                <label class="quiet"><input v-model="hasFingers" type="checkbox" /> every finger</label>
                <label class="quiet"><input v-model="hasNames" type="checkbox" /> names of notes</label>
                <button type="button" class="plain-button" @click="layAll('part')">All parts</button>
                <button type="button" class="plain-button" @click="layTogether('score')">The score with all marks</button>
                <span class="quiet range">
                    Score with marks as
                    <a v-for="ending in ['musicxml', 'mxl', 'abc']" :key="ending" :href="`/api/v1/pieces/${data?.piece.id}/download.${ending}?what=score`" download>{{ { musicxml: 'MusicXML', mxl: 'MXL', abc: 'ABC' }[ending] }}</a>
                </span>
                <span class="quiet range">
                    <button type="button" class="plain-button" @click="layAll('list')">Pencil lists</button>
                    <ElSelect v-model="slips" size="small" class="slips" aria-label="Lists on a sheet" @change="remember('lists-on-a-sheet', slips)">
                        <ElOption v-for="one in ['1', '2', '4']" :key="one" :value="one" :label="`${one} a sheet`" />
                    </ElSelect>
                </span>
                <button type="button" class="plain-button" :disabled="!hasLinks" @click="layTogether('poster')">Poster of codes</button>
                <button type="button" class="plain-button" :disabled="!hasLinks" @click="copyMessage">One message for all parts</button>
            </section>
            <HandOutPart
                v-for="section in data.sections"
                :key="section.id"
                :section="section"
                :piece-id="data.piece.id"
                :may-edit="section.mayEdit"
                :is-busy="busy === section.id"
                @put="put"
                @lay="(what) => lay(section, what)"
                @publish="askAndPublish(section)"
                @code="showCode(section)"
                @stale="load"
            />

            <AssignLine v-if="isOwner && data.sections.length" :sections="data.sections" :piece="data.piece.id" @made="load" />
            <CoTeachers v-if="isOwner" v-model="data.shares" :piece-id="data.piece.id" :parts="data.sections.map((section) => section.name)" />
        </template>
        <ElDialog :model-value="code !== null" :title="code?.name" width="320px" @close="code = null">
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div class="code" role="img" :aria-label="`Square code for ${code?.url}`" v-html="code?.svg"></div>
            <p class="quiet small">{{ code?.url }}</p>
        </ElDialog>
        <PaperPreview v-if="order" :order="order" @close="order = null" />
    </div>
</template>

<style scoped>
.range a {
    margin-left: 8px;
}

.hand-out {
    height: 100%;
    overflow: auto;
    padding: 12px 30px 40px 14px;
    max-width: 1160px;
}

header {
    display: flex;
    align-items: baseline;
    gap: 20px;
}

.all {
    margin-left: auto;
}

.on-paper {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 14px;
    margin: 4px 0 12px;
    font-size: 13px;
}

.size {
    width: 104px;
}

.slips {
    width: 96px;
}

.measure {
    width: 46px;
    padding: 4px 6px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    font: inherit;
}

.code {
    display: grid;
    place-items: center;
}

.small {
    font-size: 12px;
    word-break: break-all;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
