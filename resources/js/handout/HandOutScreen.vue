<script setup lang="ts">
import { ElDialog, ElOption, ElSelect } from 'element-plus';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { HandOut, HandOutSection } from '../api/types';
import { remember, remembered } from '../ui/remembered';
import { copy, tell, warn } from '../ui/say';
import { orWarn, sentenceOf, useTrying } from '../ui/trying';
import CoTeachers from './CoTeachers.vue';
import HandOutPart from './HandOutPart.vue';
import { isDrawing, mayHandOut, save, squareCode } from './part';
import PosterSheet from './PosterSheet.vue';

const PAPERS = [
    { value: 'a4', label: 'A4' },
    { value: 'letter', label: 'US Letter' },
];
const isText = (value: unknown): value is string => typeof value === 'string';
const paper = ref(remembered('paper', navigator.language === 'en-US' ? 'letter' : 'a4', isText));

const route = useRoute();
const data = ref<HandOut | null>(null);
const { problem, attempt } = useTrying();
const busy = ref<number | null>(null);
const code = ref<{ name: string; url: string; svg: string } | null>(null);

const isLarge = ref(false);
/** First and last measure of what is printed, as printed; empty for all of it. */
const from = ref('');
const to = ref('');
const isPoster = ref(false);
/** How many files are being made. */
const setting = ref(0);
const query = computed(() => {
    const made = new URLSearchParams({ paper: paper.value });
    if (isLarge.value) made.set('large', '1');
    if (from.value.trim()) made.set('from', from.value.trim());
    if (to.value.trim()) made.set('to', to.value.trim());
    return made.toString();
});
const hasLinks = computed(() => data.value?.sections.some((section) => section.link) ?? false);
const mayEdit = computed(() => data.value?.sections.some((section) => section.mayEdit) ?? false);
const isOwner = computed(() => data.value?.piece.role === 'own');

onMounted(load);
watch(() => route.params.piece, load);

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

function publish(section: HandOutSection): Promise<void> {
    const number = (section.edition?.number ?? 0) + 1;
    return work(section, () => api.post(`sections/${section.id}/editions`), `Edition ${number} of ${section.name} is out.`);
}

async function publishAll(): Promise<void> {
    for (const section of data.value?.sections ?? []) {
        if (section.mayEdit && mayHandOut(section)) {
            await publish(section);
        }
    }
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

/** Fetches a file, so that what is wrong is told here and not on a page of its own. */
async function take(path: string): Promise<void> {
    setting.value += 1;
    await orWarn(() => save(path));
    setting.value -= 1;
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
                <button type="button" class="plain-button" @click="take(`pieces/${data.piece.id}/download.pdf?${query}`)">All parts as one PDF</button>
                <button type="button" class="plain-button" @click="take(`pieces/${data.piece.id}/download.pdf?what=score&${query}`)">The score with all marks</button>
                <button type="button" class="plain-button" :disabled="!hasLinks" @click="isPoster = true">Poster of codes</button>
                <button type="button" class="plain-button" :disabled="!hasLinks" @click="copyMessage">One message for all parts</button>
                <span v-if="setting" class="quiet" role="status">Setting pages…</span>
            </section>
            <HandOutPart
                v-for="section in data.sections"
                :key="section.id"
                :section="section"
                :piece-id="data.piece.id"
                :may-edit="section.mayEdit"
                :is-busy="busy === section.id"
                :query="query"
                @put="put"
                @take="take"
                @publish="publish(section)"
                @code="showCode(section)"
                @stale="load"
            />

            <CoTeachers v-if="isOwner" v-model="data.shares" :piece-id="data.piece.id" :parts="data.sections.map((section) => section.name)" />
        </template>
        <ElDialog :model-value="code !== null" :title="code?.name" width="320px" @close="code = null">
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div class="code" role="img" :aria-label="`Square code for ${code?.url}`" v-html="code?.svg"></div>
            <p class="quiet small">{{ code?.url }}</p>
        </ElDialog>
        <PosterSheet v-if="isPoster && data" :title="data.piece.title" :sections="data.sections" @close="isPoster = false" />
    </div>
</template>

<style scoped>
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
