<script setup lang="ts">
/** One lesson with all its sections, one under the other: marks for all at once or for one, what is new, the first steps. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { DeskMark, DeskNote, LessonDesk, LessonPage, LessonPart } from '../api/types';
import LaneLayer from '../classview/LaneLayer.vue';
import { BOOK_WORDS } from '../desk/overlay/bookWords';
import { BOW_LANE } from '../desk/overlay/bowLane';
import { HAND_LANE } from '../desk/overlay/handLane';
import { wordsByNote } from '../desk/state/bookWords';
import { headOf, withPlan } from '../desk/state/store';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut, type CutScore } from '../engraving/score';
import PaperPreview from '../handout/PaperPreview.vue';
import { paperHere, type Order } from '../handout/part';
import { useHistory } from '../history/store';
import { tellWithUndo } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';
import { isTyping } from '../ui/typing';
import LessonSide from './LessonSide.vue';

interface Row {
    part: LessonPart;
    page: LessonPage;
    score: CutScore;
    notes: DeskNote[];
    /** What is new, by the note at which it is met first. */
    words: Map<string, string>;
}

const route = useRoute();
const router = useRouter();
const history = useHistory();
const { problem, attempt } = useTrying();
const lesson = shallowRef<LessonDesk | null>(null);
const rows = shallowRef<Row[]>([]);
/** The chosen note: of which section, and which. */
const chosen = ref<{ section: number; note: string } | null>(null);
const isForAll = ref(false);
const isBusy = ref(false);
const order = ref<Order | null>(null);
const id = computed(() => Number(route.params.piece));

const row = computed(() => rows.value.find(({ part }) => part.id === chosen.value?.section) ?? null);
const index = computed(() => row.value?.notes.findIndex((note) => note.id === chosen.value?.note) ?? -1);
const note = computed<DeskNote | null>(() => row.value?.notes[index.value] ?? null);
const title = computed(() => {
    const { lesson: number, title: name } = lesson.value ?? { lesson: null, title: '' };
    return number === null ? name : `${number} · ${name}`;
});
/** Bows are drawn once, under the first section: they are the same for all. */
const room = (row: Row, at: number) => {
    const lanes = 4 + (at === 0 ? BOW_LANE : 0) + (row.notes.some(({ finger }) => finger !== null) ? HAND_LANE : 0);
    return (notes: string[]): number => lanes + (notes.some((one) => row.words.has(one)) ? BOOK_WORDS : 0);
};

async function load(): Promise<void> {
    if (route.name !== 'lesson') return;
    await attempt(async () => {
        const [told, pages] = await Promise.all([
            api.get<LessonDesk>(`pieces/${id.value}/lesson`),
            api.get<LessonPage[]>(`pieces/${id.value}/lesson/pages`),
        ]);
        lesson.value = told;
        rows.value = told.parts.flatMap((part): Row[] => {
            const page = pages.find(({ section }) => section === part.id);
            if (!page) return [];
            const xml = page.xml.replace(/<part-name[^>]*>[^<]*<\/part-name>/, '<part-name/>');
            const notes = withPlan(page.score, page.notes);
            return [{ part, page, score: cut(xml), notes, words: newAt(told, part, notes) }];
        });
        const first = rows.value[0];
        if (row.value === null && first?.notes[0]) chosen.value = { section: first.part.id, note: first.notes[0].id };
    });
}

/** What a lesson brings an instrument, at the measures where it is met. */
function newAt(told: LessonDesk, part: LessonPart, notes: DeskNote[]): Map<string, string> {
    const words = (told.news[part.instrument] ?? []).filter(({ muted }) => !muted).flatMap(({ measure, text }) => {
        const there = notes.find((one) => one.measure === measure);
        return there ? [{ note: there.id, measure, text }] : [];
    });
    return wordsByNote(words, 'new');
}

function marksHere(slots: DeskMark['slot'][]): DeskMark[] {
    return (row.value?.page.marks ?? []).filter((mark) => mark.from === note.value?.id && slots.includes(mark.slot));
}

/** The same notes in every section that has this line, where all are meant. */
function places(of: DeskNote): { section: number; note: string }[] {
    const part = row.value?.part;
    if (!part) return [];
    if (!isForAll.value) return [{ section: part.id, note: of.id }];
    const at = row.value.notes.indexOf(of);
    return rows.value.filter((one) => one.part.line === part.line).flatMap((one) => {
        const there = one.notes[at];
        return there ? [{ section: one.part.id, note: there.id }] : [];
    });
}

/** Does something to the chosen note and tells it, with a way back. A bow mark goes to every section by itself. */
async function act(words: string, isBow: boolean): Promise<void> {
    const here = isBow && row.value ? row.value.notes[headOf(row.value.notes, index.value)] : note.value;
    if (!here || isBusy.value) return;
    isBusy.value = true;
    const seen = Number.MAX_SAFE_INTEGER;
    const where = `${words}, ${here.inWords}`;
    await orWarn(async () => {
        if (isBow || !isForAll.value) {
            await api.post(`sections/${row.value?.part.id ?? 0}/marks`, { lines: `${here.id} ${words}`, seen, label: where });
        } else {
            const parts = places(here).map((place) => ({ section: place.section, lines: `${place.note} ${words}` }));
            await api.post(`pieces/${id.value}/marks`, { parts, seen, label: `${where}, in all sections` });
        }
        tellWithUndo(isBow && rows.value.length > 1 ? `${where}: in all sections.` : `${where}.`, () => void history.turn('undo'));
        await load();
    });
    isBusy.value = false;
}

async function slur(): Promise<void> {
    const next = row.value?.notes[index.value + 1];
    if (note.value && next) await line(`${note.value.id}-${next.id} slur`, `slur, ${note.value.inWords}`);
}

async function line(lines: string, label: string, takes: string[] = []): Promise<void> {
    isBusy.value = true;
    await orWarn(async () => {
        await api.post(`sections/${row.value?.part.id ?? 0}/marks`, { lines, takes, seen: Number.MAX_SAFE_INTEGER, label });
        tellWithUndo(`${label}.`, () => void history.turn('undo'));
        await load();
    });
    isBusy.value = false;
}

async function asItComes(): Promise<void> {
    const all = (row.value?.page.marks ?? []).filter((mark) => mark.from === note.value?.id);
    if (note.value && all.length > 0) await line('', `as it comes, ${note.value.inWords}`, all.map((mark) => mark.key));
}

function walk(by: 1 | -1, sections: 1 | -1 | 0 = 0): void {
    const all = rows.value;
    const at = Math.max(0, all.findIndex(({ part }) => part.id === chosen.value?.section));
    const there = all[Math.max(0, Math.min(all.length - 1, at + sections))];
    const next = there?.notes[Math.max(0, Math.min(there.notes.length - 1, sections === 0 ? index.value + by : index.value))];
    if (there && next) chosen.value = { section: there.part.id, note: next.id };
}

function keydown(event: KeyboardEvent): void {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    const acts: Record<string, () => void> = {
        ArrowRight: () => walk(1),
        ArrowLeft: () => walk(-1),
        ArrowDown: () => walk(1, 1),
        ArrowUp: () => walk(1, -1),
        d: () => void act('down', true),
        u: () => void act('up', true),
        h: () => void act('hook', true),
        r: () => void act('retake', true),
        s: () => void slur(),
        '.': () => void asItComes(),
    };
    const done = /^[0-4]$/.test(event.key) ? () => void act(event.key, false) : acts[event.key];
    if (!done) return;
    event.preventDefault();
    done();
}

function print(what: 'all' | number, hasNames: boolean): void {
    const told = lesson.value;
    if (!told) return;
    const asked = `paper=${paperHere()}&fingers=every${hasNames ? '&names=1' : ''}`;
    const section = told.parts.find((part) => part.id === what);
    order.value = section
        ? {
            title: `${title.value}, ${section.name}`,
            sheets: [{ name: section.name, path: `sections/${section.id}/paper?what=part&${asked}` }],
            files: [{ label: 'Save the PDF', path: `sections/${section.id}/download.pdf?what=part&${asked}` }],
        }
        : {
            title: `${title.value}, all sections on one sheet`,
            sheets: [{ name: 'all sections', path: `pieces/${told.id}/paper?what=score&${asked}` }],
            files: [{ label: 'Save the PDF', path: `pieces/${told.id}/download.pdf?what=score&${asked}` }],
        };
}

async function say(body: Record<string, unknown>): Promise<void> {
    await orWarn(async () => {
        lesson.value = await api.patch<LessonDesk>(`pieces/${id.value}/lesson`, body);
    });
}

onMounted(() => {
    window.addEventListener('keydown', keydown);
    void load();
});
onBeforeUnmount(() => window.removeEventListener('keydown', keydown));
watch(() => [route.params.piece, history.version], (now, before) => {
    if (now[0] !== before[0]) chosen.value = null;
    void load();
});
</script>

<template>
    <div class="workplace lesson">
        <header>
            <h1>{{ title || ' ' }}</h1>
            <RouterLink v-if="lesson" :to="`/book/${lesson.shelf}`" class="quiet">{{ lesson.book }}<template v-if="lesson.page">, page {{ lesson.page }}</template></RouterLink>
            <RouterLink v-if="lesson" :to="`/piece/${lesson.id}/warm-up`" class="quiet">Warm-up</RouterLink>
            <nav v-if="lesson" aria-label="Lessons">
                <button type="button" class="paper-button" :disabled="!lesson.before" :title="lesson.before?.title" aria-label="The lesson before" @click="router.push(`/piece/${lesson.before?.id}/lesson`)">←</button>
                <button type="button" class="paper-button" :disabled="!lesson.after" :title="lesson.after?.title" aria-label="The next lesson" @click="router.push(`/piece/${lesson.after?.id}/lesson`)">→</button>
            </nav>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!lesson" class="quiet pad">Laying the sections one under the other…</p>
        <template v-else>
            <div class="sections scroller" tabindex="0" role="region" :aria-label="`All sections of ${lesson.title}`">
                <section v-for="(one, at) in rows" :key="one.part.id" :class="{ 'is-here': one.part.id === chosen?.section }" :aria-label="one.part.name">
                    <h2>
                        <RouterLink :to="`/piece/${lesson.id}/desk/${one.part.id}`">{{ one.part.name }}</RouterLink>
                        <small v-if="one.part.likes" class="quiet">{{ one.part.likes }}</small>
                        <small v-for="flag in one.page.flags.slice(0, 2)" :key="flag.text" class="wrong">{{ flag.text }}</small>
                    </h2>
                    <EngravedPage
                        :score="one.score"
                        :scale="36"
                        :hold="one.part.id === chosen?.section ? chosen.note : null"
                        :room="room(one, at)"
                        :label="`${lesson.title}, ${one.part.name}`"
                        @pick="(picked: string) => (chosen = { section: one.part.id, note: picked })"
                    >
                        <template #over="{ geometry }">
                            <LaneLayer
                                :geometry="geometry"
                                :notes="one.notes"
                                :strings="one.page.strings"
                                :bow="at === 0"
                                :hand="one.notes.some(({ finger }) => finger !== null)"
                                :chosen="one.part.id === chosen?.section ? chosen.note : null"
                                :words="one.words"
                            />
                        </template>
                    </EngravedPage>
                </section>
            </div>
            <LessonSide
                v-model:for-all="isForAll"
                :lesson="lesson"
                :note="note"
                :section="row?.part.name ?? ''"
                :here="row?.part.id ?? null"
                :has-mark="marksHere(['direction', 'join', 'slur', 'finger']).length > 0"
                :is-busy="isBusy"
                @act="act"
                @slur="slur"
                @as-it-comes="asItComes"
                @say="say"
                @print="print"
            />
        </template>
        <PaperPreview v-if="order" :order="order" @close="order = null" />
    </div>
</template>

<style scoped>
header nav {
    display: flex;
    gap: 8px;
    margin-left: auto;
}

.sections {
    min-height: 0;
    overflow: auto;
    margin: 0 14px 12px;
    padding: 10px 18px;
    background: var(--paper);
    border-radius: var(--radius-large);
}

.sections section {
    padding-left: 10px;
    border-left: 3px solid transparent;
}

.sections section.is-here {
    border-left-color: var(--cedar);
}

h2 {
    display: flex;
    gap: 14px;
    align-items: baseline;
    margin: 4px 0 0;
    font: 700 14px var(--sans);
}

h2 a {
    color: inherit;
    text-decoration: none;
}

h2 small {
    font-weight: 400;
    font-size: 12.5px;
}

.wrong {
    color: var(--wrong);
}
</style>
