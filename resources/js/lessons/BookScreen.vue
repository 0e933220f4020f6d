<script setup lang="ts">
/** A book of lessons in its order: what each brings each instrument; moved by dragging and by keys; several handed out at once. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { BookFact, BookLesson, BookOfLessons, FromLesson, HandOut, Rack } from '../api/types';
import PaperPreview from '../handout/PaperPreview.vue';
import { mayHandOut, paperHere, type Order } from '../handout/part';
import { useHistory } from '../history/store';
import { remember, remembered } from '../ui/remembered';
import { copy, tellWithUndo } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';

const route = useRoute();
const router = useRouter();
const history = useHistory();
const { problem, attempt } = useTrying();
const book = shallowRef<BookOfLessons | null>(null);
const pieces = shallowRef<{ id: number; title: string }[]>([]);
const asked = ref<number | null>(null);
const from = shallowRef<FromLesson | null>(null);
const ticked = ref<number[]>([]);
const dragged = ref<number | null>(null);
const over = ref<number | null>(null);
const progress = ref('');
const PARTS = ['Violin I', 'Violin II', 'Viola', 'Cello', 'Bass'];
const part = ref(remembered('week-part', 'Violin I', (value): value is string => PARTS.includes(String(value))));
watch(part, (now) => remember('week-part', now));
const order = ref<Order | null>(null);
const sheets = shallowRef<{ part: string; text: string }[]>([]);
const id = computed(() => Number(route.params.shelf));

async function load(): Promise<void> {
    if (route.name !== 'book') return;
    await attempt(async () => {
        book.value = await api.get<BookOfLessons>(`shelves/${id.value}/book`);
        const rack = await api.get<Rack>('rack');
        pieces.value = rack.shelves.filter((shelf) => shelf.id !== id.value).flatMap((shelf) => shelf.pieces).map((piece) => ({ id: piece.id, title: piece.title }));
    });
}

const told = (facts: BookFact[] | undefined): BookFact[] => (facts ?? []).filter((fact) => !fact.muted);

async function move(lesson: BookLesson, to: number): Promise<void> {
    const last = (book.value?.lessons.length ?? 1) - 1;
    if (to < 0 || to > last) return;
    await orWarn(async () => {
        book.value = await api.put<BookOfLessons>(`shelves/${id.value}/order`, { piece: lesson.id, to });
        tellWithUndo(`“${lesson.title}” stands at place ${to + 1}. What is new was worked out again.`, () => void history.turn('undo'));
    });
}

function drop(to: number): void {
    const lesson = book.value?.lessons.find((one) => one.id === dragged.value);
    dragged.value = over.value = null;
    if (lesson) void move(lesson, to);
}

/** Alt and an arrow move the lesson whose row has the focus. */
function keydown(event: KeyboardEvent, lesson: BookLesson, at: number): void {
    if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
    event.preventDefault();
    const row = (event.currentTarget as HTMLElement).dataset.lesson;
    void move(lesson, at + (event.key === 'ArrowUp' ? -1 : 1)).then(() => document.querySelector<HTMLElement>(`[data-lesson="${row ?? ''}"]`)?.focus());
}

async function ask(): Promise<void> {
    from.value = null;
    if (asked.value === null) return;
    await orWarn(async () => {
        const rows = await api.get<FromLesson[]>(`pieces/${asked.value ?? 0}/from-lesson`);
        from.value = rows.find((row) => row.shelf === id.value) ?? null;
    });
}

/** Every section of the ticked lessons gets an edition; each instrument's links stand together as the week's page. */
async function handOut(): Promise<void> {
    const lessons = (book.value?.lessons ?? []).filter((lesson) => ticked.value.includes(lesson.id));
    const lines = new Map<string, string[]>();
    await orWarn(async () => {
        for (const [at, lesson] of lessons.entries()) {
            progress.value = `Handing out ${at + 1} of ${lessons.length}: ${lesson.title}`;
            const data = await api.get<HandOut>(`pieces/${lesson.id}/handout`);
            for (const section of data.sections) {
                const done = mayHandOut(section) ? await api.post<HandOut['sections'][number]>(`sections/${section.id}/editions`) : section;
                const url = done.link?.url ?? section.link?.url ?? '';
                const number = lesson.lesson === null ? '' : `${lesson.lesson} · `;
                lines.set(section.name, [...(lines.get(section.name) ?? []), `${number}${lesson.title}: ${url}`]);
            }
        }
        sheets.value = [...lines].map(([part, all]) => ({ part, text: [`This week, ${part}:`, ...all].join('\n') }));
    });
    progress.value = '';
}

/** The ticked lessons for one section, one after another on the same pages. */
function print(): void {
    const query = new URLSearchParams({ part: part.value, lessons: ticked.value.join(','), paper: paperHere(), fingers: 'every' }).toString();
    order.value = {
        title: `The week’s page, ${part.value}`,
        sheets: [{ name: part.value, path: `shelves/${id.value}/week?${query}` }],
        files: [{ label: 'Save the PDF', path: `shelves/${id.value}/week.pdf?${query}` }],
    };
}

const next = computed(() => Math.max(0, ...(book.value?.lessons ?? []).map((lesson) => lesson.lesson ?? 0)) + 1);
onMounted(load);
watch(() => [route.params.shelf, history.version], load);
</script>

<template>
    <div class="book">
        <header>
            <h1>{{ book?.name ?? ' ' }}</h1>
            <span class="quiet">{{ book?.note }}</span>
            <button type="button" class="cedar-button" @click="router.push({ name: 'write-in', query: { shelf: id, number: next } })">Write a lesson in</button>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!book" class="quiet">Reading the book through…</p>
        <p v-else-if="book.lessons.length === 0" class="empty">No lessons yet. Write the first one in, or drop a score on the rack and choose this book.</p>
        <template v-else>
            <div class="tools">
                <label>
                    From which lesson on:
                    <select v-model="asked" aria-label="A piece of the rack" @change="ask">
                        <option :value="null">choose a piece</option>
                        <option v-for="piece in pieces" :key="piece.id" :value="piece.id">{{ piece.title }}</option>
                    </select>
                </label>
                <span v-if="from" role="status">
                    <template v-if="from.missing.length === 0">playable from <b>{{ from.lesson?.lesson ?? '' }} · {{ from.lesson?.title }}</b> on.</template>
                    <template v-else>
                        what comes at all has come with <b>{{ from.lesson ? `${from.lesson.lesson ?? ''} · ${from.lesson.title}` : 'no lesson' }}</b>;
                        not in the book so far: {{ from.missing.slice(0, 6).map((one) => `${one.text} (${one.instrument}, m. ${one.measure})`).join(', ') }}<template v-if="from.missing.length > 6"> and {{ from.missing.length - 6 }} more</template>.
                    </template>
                </span>
                <span class="out">
                    <select v-model="part" aria-label="The week’s page for">
                        <option v-for="one in PARTS" :key="one" :value="one">{{ one }}</option>
                    </select>
                    <button type="button" class="paper-button" :disabled="ticked.length === 0" @click="print">Print the week’s page</button>
                </span>
                <button type="button" class="paper-button" :disabled="ticked.length === 0 || progress !== ''" @click="handOut">
                    Hand out {{ ticked.length === 0 ? 'the ticked lessons' : ticked.length === 1 ? 'the ticked lesson' : `the ${ticked.length} ticked lessons` }}
                </button>
            </div>
            <p v-if="progress" role="status" class="quiet">{{ progress }}…</p>
            <ul v-if="sheets.length" class="sheets" aria-label="The week’s page">
                <li v-for="sheet in sheets" :key="sheet.part"><b>{{ sheet.part }}</b> <button type="button" class="plain-button" @click="copy(sheet.text, `The week’s page for ${sheet.part} is copied.`)">Copy the week’s page</button></li>
            </ul>
            <div class="table" tabindex="0" role="region" aria-label="What each lesson brings">
                <table>
                    <thead>
                        <tr><th scope="col" colspan="2">Lesson</th><th v-for="one in book.instruments" :key="one" scope="col">{{ one }}</th><th><span class="visually-hidden">Move</span></th></tr>
                    </thead>
                    <tbody>
                        <tr
                            v-for="(lesson, at) in book.lessons"
                            :key="lesson.id"
                            draggable="true"
                            tabindex="0"
                            :data-lesson="lesson.id"
                            :class="{ 'is-over': over === at && dragged !== lesson.id }"
                            :aria-label="`${lesson.lesson ?? ''} ${lesson.title}; Alt and arrow keys move it`"
                            @keydown="keydown($event, lesson, at)"
                            @dragstart="dragged = lesson.id"
                            @dragend="dragged = over = null"
                            @dragover.prevent="over = at"
                            @drop.prevent="drop(at)"
                        >
                            <td class="tick"><input v-model="ticked" type="checkbox" :value="lesson.id" :aria-label="`Hand out ${lesson.title}`" /></td>
                            <th scope="row">
                                <RouterLink :to="`/piece/${lesson.id}/lesson`"><b>{{ lesson.lesson ?? '·' }}</b> {{ lesson.title }}</RouterLink>
                                <small class="quiet">{{ lesson.key }} · {{ lesson.meter }}<template v-if="lesson.page"> · page {{ lesson.page }}</template></small>
                            </th>
                            <td v-for="one in book.instruments" :key="one">
                                <span v-for="fact in told(lesson.news[one])" :key="fact.key" class="fact" :class="`is-${fact.kind}`">{{ fact.text }}</span>
                                <span v-if="told(lesson.news[one]).length === 0" class="quiet">–</span>
                            </td>
                            <td class="moves">
                                <button type="button" class="plain-button" :disabled="at === 0" :aria-label="`${lesson.title} earlier`" @click="move(lesson, at - 1)">↑</button>
                                <button type="button" class="plain-button" :disabled="at === book.lessons.length - 1" :aria-label="`${lesson.title} later`" @click="move(lesson, at + 1)">↓</button>
                            </td>
                        </tr>
                    </tbody>
                </table>
            </div>
            <PaperPreview v-if="order" :order="order" @close="order = null" />
        </template>
    </div>
</template>

<style scoped>
.book {
    display: flex;
    flex-direction: column;
    gap: 10px;
    padding: 12px 26px 14px 14px;
    min-height: 0;
}

header {
    display: flex;
    align-items: baseline;
    gap: 18px;
}

header .cedar-button {
    margin-left: auto;
}

.tools {
    display: flex;
    align-items: center;
    gap: 14px;
    font-size: 13.5px;
}

.tools select {
    font: inherit;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    padding: 4px 6px;
    max-width: 190px;
}

.tools label,
.out {
    flex: none;
}

.out {
    display: flex;
    gap: 6px;
    margin-left: auto;
}

.tools > .paper-button {
    flex: none;
}

.sheets {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    margin: 0;
    padding: 0;
    list-style: none;
}

.table {
    flex: 1;
    min-height: 0;
    overflow: auto;
    background: var(--paper);
    border-radius: var(--radius-large);
}

table {
    width: 100%;
    border-collapse: collapse;
    font-size: 13px;
}

thead th {
    position: sticky;
    top: 0;
    z-index: 1;
    background: var(--panel);
    padding: 8px 10px;
    text-align: left;
    text-transform: capitalize;
}

tbody th {
    vertical-align: top;
    width: 190px;
    text-align: left;
    font-weight: 400;
    padding: 7px 10px;
}

tbody th a {
    display: block;
    color: inherit;
    text-decoration: none;
}

tbody th a:hover {
    color: var(--cedar-ink);
}

tbody th b {
    font: 600 16px var(--serif);
    margin-right: 4px;
}

td {
    padding: 7px 10px;
    vertical-align: top;
}

tbody tr {
    border-top: 1px solid var(--hair-light);
    cursor: grab;
}

tbody tr:focus-visible {
    outline: 2px solid var(--cedar);
    outline-offset: -2px;
}

tr.is-over {
    box-shadow: inset 0 3px var(--cedar);
}

.fact {
    display: inline-block;
    margin: 0 4px 3px 0;
    padding: 1px 6px;
    border-radius: var(--radius-small);
    background: var(--panel-warm);
}

.fact.is-place,
.fact.is-string {
    background: var(--cedar-tint);
}

.fact.is-slur,
.fact.is-stroke {
    background: none;
    box-shadow: inset 0 0 0 1px var(--hair);
}

.tick {
    width: 24px;
}

.moves {
    width: 76px;
    white-space: nowrap;
}

.moves .plain-button {
    padding: 2px 7px;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
