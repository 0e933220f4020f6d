<script setup lang="ts">
/**
 * Music is typed: the text on the left, the engraved part with its bows and fingers on the right, the fingerboard and the lengths below
 * for who points.
 */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import type { InstrumentName, Typed } from '../api/types';
import LaneLayer from '../classview/LaneLayer.vue';
import { BOW_LANE } from '../desk/overlay/bowLane';
import { HAND_LANE } from '../desk/overlay/handLane';
import { withPlan } from '../desk/state/store';
import EngravedPage from '../engraving/EngravedPage.vue';
import { cut, type CutScore } from '../engraving/score';
import { remember, remembered } from '../ui/remembered';
import './fields.css';
import AbcEditor from './AbcEditor.vue';
import BoardPicture from './BoardPicture.vue';
import FingerEntry from './FingerEntry.vue';
import type { Passage, Where } from './draft';
import { useHands } from './hands';
import { READERS } from './lengths';
import LineNotes from './LineNotes.vue';
import { useLooking } from './looking';
import { useOpening } from './opening';
import PassageHead from './PassageHead.vue';
import { useShelving, type Kept } from './shelving';
import WritingHead from './WritingHead.vue';
import WritingKeys from './WritingKeys.vue';
import { bodyStart, fieldOf, isSlurOpen, offsetOf, withField, write, type Editor, type Writing } from './text';

const props = defineProps<{ where: Where }>();
const emit = defineEmits<{
    /** It stands where it belongs. */
    kept: [kept: Kept];
    /** A new one was begun on this shelf. */
    anew: [shelf: number | null];
    escape: [];
}>();

const where = (): Where => props.where;
const { draft, isOpen, isRestored, shelves, parts, open: openIt, beginAnew: begin, takeUp: takeMeasures, keepDraft } = useOpening(where);
const editor = ref<Editor | null>(null);
const way = ref<'abc' | 'fingers' | 'point'>(remembered('write-in-way', 'abc', (value): value is 'abc' => ['abc', 'fingers', 'point'].includes(String(value))));
const shown = ref('');
const caret = ref<Writing>({ text: '', from: 0, to: 0 });
const isSounding = ref(localStorage.getItem('write-in-sound') === 'yes');
watch(way, (now) => remember('write-in-way', now));
watch(isSounding, (now) => localStorage.setItem('write-in-sound', now ? 'yes' : 'no'));

/** As whose part it is bowed and fingered: a part of a score is read by whom the score's director says. */
const NAMES: Record<string, string> = { violin: 'Violin', viola: 'Viola', cello: 'Cello', bass: 'Bass' };
const { looked, problem, soon } = useLooking(() => {
    const { typed, passage } = draft.value;
    return { draft: passage ? { ...draft.value, typed: { ...typed, part: NAMES[typed.reader] ?? 'Violin' } } : draft.value, shown: shown.value };
});
const told = computed(() => looked.value?.told ?? null);
const score = shallowRef<CutScore | null>(null);
const notes = computed(() => withPlan(told.value?.score ?? [], told.value?.notes ?? []));
watch(told, (now, before) => {
    // What is new was asked: the page is the same.
    if (now?.xml === before?.xml && score.value) return;
    score.value = now && now.xml !== '' ? cut(now.xml.replace(/<part-name[^>]*>[^<]*<\/part-name>/, '<part-name/>')) : null;
});

const CLEFS: Record<string, string> = { Viola: ' clef=alto', Cello: ' clef=bass', Bass: ' clef=bass' };
const abc = computed(() => draft.value.typed.abc);
const field = (name: string): string => fieldOf(abc.value, name);
const key = computed(() => field('K').replace(/\s*clef=\S+|\s*octave=\S+/g, '').trim());
const isBook = computed(() => shelves.value.find((one) => one.id === draft.value.shelf)?.kind === 'book');
const slurWaits = computed(() => isSlurOpen(caret.value.text, caret.value.from));

const { length, isDotted, quarters, pointed, put, point, rest, takeLength, dot, keydown } = useHands({
    editor, caret, told, isSounding, reader: () => draft.value.typed.reader, escape: () => emit('escape'),
});
const { isKeeping, words, store, takeAbc, takeMusicXml } = useShelving(where, draft, isBook);

/** Of a score's measure also rests are worth keeping. */
const isKeepable = computed(() => (draft.value.shelf !== null && Boolean(told.value?.xml)) || (props.where.passage !== null && /[zxZ]/.test(abc.value.slice(bodyStart(abc.value)))));

/** The note the cursor is at, on the page and in the text. */
const here = computed(() => {
    const { from, to } = caret.value;
    const text = looked.value?.abc;
    if (!text || text !== caret.value.text) return null;
    const places = (told.value?.places ?? []).map((place) => ({
        id: place.id, from: offsetOf(text, place.line, place.from), to: offsetOf(text, place.line, place.to),
    }));
    const inside = places.find((place) => (to > from ? place.from < to && place.to > from : place.from <= from && place.to > from));
    return inside ?? places.findLast((place) => place.to <= from) ?? null;
});

function pick(id: string): void {
    const place = told.value?.places.find((one) => one.id === id);
    const text = looked.value?.abc ?? '';
    if (!place || text !== abc.value) return;
    editor.value?.choose(offsetOf(text, place.line, place.from), offsetOf(text, place.line, place.to));
    if (way.value === 'abc') editor.value?.focus();
}

function changed(writing: Writing): void {
    caret.value = writing;
    draft.value = { ...draft.value, typed: { ...draft.value.typed, abc: writing.text } };
}

/** Every change is kept at once, and looked at. */
watch(draft, () => {
    if (!isOpen.value) return;
    keepDraft();
    soon();
}, { deep: true });
watch(shown, soon);

function setField(name: string, value: string): void {
    put((writing) => {
        const text = withField(writing.text, name, value);
        const by = text.length - writing.text.length;
        return { text, from: writing.from + by, to: writing.to + by };
    });
}

function setKey(value: string): void {
    setField('K', value + (/\s*(clef=\S+|octave=\S+)/.exec(field('K'))?.[0] ?? ''));
}

function change(more: Partial<Typed>): void {
    draft.value = { ...draft.value, typed: { ...draft.value.typed, ...more } };
}

/** What is typed for another section's part is read in its clef. */
function setPart(part: string): void {
    const reader = READERS.find((one) => part.toLowerCase().startsWith(one)) ?? 'violin';
    change({ part, reader });
    setField('K', key.value + (CLEFS[part] ?? ''));
}

function setReader(reader: InstrumentName): void {
    change({ reader });
    setField('K', key.value + (reader === 'viola' ? ' clef=alto' : reader === 'violin' ? '' : ' clef=bass'));
}

function setTitle(title: string): void {
    draft.value = { ...draft.value, title };
    setField('T', title);
}

// ---- opening, keeping, taking away ----

async function open(): Promise<void> {
    await openIt();
    caret.value = editor.value?.writing() ?? caret.value;
    if (isOpen.value) soon();
}

async function beginAnew(): Promise<void> {
    const { shelf } = draft.value;
    await begin();
    if (props.where.piece === null) emit('anew', shelf);
    caret.value = editor.value?.writing() ?? caret.value;
    soon();
}

/** Other measures of the score, and their text; what is typed of a part on paper stays when it begins elsewhere. */
async function takeUpMeasures(passage: Passage, reader?: Typed['reader']): Promise<void> {
    const { part, abc: typed } = draft.value.typed;
    const before = draft.value.passage ?? null;
    const isSamePart = before?.section === null && passage.section === null;
    const isChanged = before !== null && typed !== before.stood && !isSamePart;
    if (isChanged && !window.confirm('What was typed here is not in the score yet. Take up other measures and leave it?')) return;
    await takeMeasures(passage, reader);
    const text = draft.value.typed.abc + (isSamePart ? typed.slice(bodyStart(typed)) : '');
    change({ abc: text, ...(passage.section === null ? { part } : {}) });
    put(() => ({ text, from: text.length, to: text.length }));
}

/** A passage more of the same part: what is typed so far stays with the piece. */
function anotherPassage(): void {
    const { typed } = draft.value;
    const others = [...typed.others, { part: typed.part, first: typed.first, abc: typed.abc }];
    const last = Number(told.value?.measures.at(-1)?.number ?? typed.first);
    change({ others, first: last + 1 });
    put((writing) => {
        const text = writing.text.slice(0, bodyStart(writing.text));
        return { text, from: text.length, to: text.length };
    });
}

function takeUp(index: number): void {
    const { typed } = draft.value;
    const other = typed.others[index];
    if (!other) return;
    const mine = { part: typed.part, first: typed.first, abc: typed.abc };
    const others = typed.others.map((one, at) => (at === index ? mine : one)).filter((one) => one.abc.slice(bodyStart(one.abc)).trim() !== '');
    change({ others, part: other.part, first: other.first });
    put(() => ({ text: other.abc, from: other.abc.length, to: other.abc.length }));
}

async function keepIt(): Promise<void> {
    const made = await store();
    if (made) emit('kept', made);
}

onMounted(() => {
    window.addEventListener('keydown', keydown, { capture: true });
    void open();
});
onBeforeUnmount(() => window.removeEventListener('keydown', keydown, { capture: true }));
watch(() => props.where.piece, () => void open());
</script>

<template>
    <div class="write-in">
        <PassageHead v-if="where().passage" :draft="draft" :parts="parts" :fifths="told?.fifths ?? null" @take="takeUpMeasures" @name="(part) => change({ part })" />
        <WritingHead
            v-else
            :draft="draft"
            @title="setTitle"
            @change="change"
            @field="setField"
            @key="setKey"
            @part="setPart"
            @reader="setReader"
        />

        <section class="text" aria-label="The text">
            <div class="ways" role="group" aria-label="How it is typed">
                <button type="button" :aria-pressed="way === 'abc'" @click="way = 'abc'">ABC</button>
                <button type="button" :aria-pressed="way === 'fingers'" @click="way = 'fingers'">by fingers</button>
                <button type="button" :aria-pressed="way === 'point'" @click="way = 'point'">by pointing</button>
                <label class="sound"><input v-model="isSounding" type="checkbox" /> sound</label>
            </div>
            <FingerEntry v-if="way === 'fingers'" :abc="abc" :reader="draft.typed.reader" @put="put" />
            <AbcEditor
                v-if="isOpen"
                ref="editor"
                :text="draft.typed.abc"
                :problems="told?.problems ?? []"
                :boxed="here"
                @change="changed"
                @caret="caret = $event"
            />
            <div class="said" role="status">
                <p v-if="isRestored" class="quiet">This is your draft. <button type="button" class="plain-button" @click="beginAnew">{{ where().passage ? 'As it stands in the score' : where().piece === null ? 'Begin anew' : 'As it stands on the shelf' }}</button></p>
                <ul v-if="told && (told.counts.length || told.problems.length)" class="wrong">
                    <li v-for="one in told.counts" :key="one">{{ one }}</li>
                    <li v-for="one in told.problems.slice(0, 6)" :key="`${one.line} ${one.column}`">
                        <button type="button" class="plain-button" @click="editor?.choose(offsetOf(abc, one.line, one.column), offsetOf(abc, one.line, one.column) + 1); editor?.focus()">Line {{ one.line }}, column {{ one.column }}</button> {{ one.text }}.
                    </li>
                </ul>
                <p v-else-if="told?.xml" class="quiet">Every measure counts. <template v-if="told.ways">Played {{ told.ways }}.</template></p>
                <p v-else class="quiet">Type a note, or press a place on the fingerboard below.</p>
                <template v-if="draft.typed.kind === 'passage' && !where().passage">
                    <p v-for="(other, index) in draft.typed.others" :key="index" class="quiet">
                        {{ other.part }} from measure {{ other.first }} <button type="button" class="plain-button" @click="takeUp(index)">Take it up</button>
                    </p>
                    <button v-if="told?.xml" type="button" class="plain-button" @click="anotherPassage">+ Another passage</button>
                </template>
            </div>
        </section>

        <section class="page" :aria-label="`Engraved: ${told?.parts.find((one) => one.id === told?.shown)?.name ?? ''}`">
            <div v-if="(told?.parts.length ?? 0) > 1" class="parts" role="group" aria-label="Which part is shown">
                <button v-for="part in told?.parts" :key="part.id" type="button" :aria-pressed="part.id === told?.shown" @click="shown = part.id">{{ part.name }}</button>
            </div>
            <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
            <div class="music scroller">
                <EngravedPage v-if="score" :score="score" :hold="here?.id ?? null" :room="4 + BOW_LANE + HAND_LANE" label="What is typed, engraved" @pick="pick">
                    <template #over="{ geometry }">
                        <LaneLayer :geometry="geometry" :notes="notes" :strings="told?.strings ?? []" :bow="true" :hand="draft.typed.kind !== 'rhythm'" :chosen="here?.id ?? null" />
                    </template>
                </EngravedPage>
            </div>
            <LineNotes
                v-if="told"
                :told="told"
                :choices="draft.typed.choices"
                @choose="(section, choice) => change({ choices: { ...draft.typed.choices, [section]: choice } })"
            />
        </section>

        <section class="hands" aria-label="Fingerboard and lengths">
            <BoardPicture v-if="told && draft.typed.kind !== 'rhythm'" :board="told.board" :instrument="draft.typed.reader" :chosen="pointed" @point="point" />
            <p v-else-if="draft.typed.kind === 'rhythm'" class="rhythm">
                <button type="button" class="paper-button large" @click="put((writing) => write(writing, 'B', quarters))">a note</button>
                <span class="quiet">Choose a length and press: a rhythm has no pitches.</span>
            </p>
            <WritingKeys
                :length="length"
                :is-dotted="isDotted"
                :slur-waits="slurWaits"
                @length="takeLength"
                @dot="dot"
                @rest="rest"
                @put="put"
                @back="editor?.undo()"
            />
        </section>

        <footer>
            <span class="quiet">kept as you type</span>
            <label v-if="!where().passage">
                on
                <select v-model="draft.shelf" aria-label="Shelf" :disabled="where().piece !== null">
                    <option v-for="one in shelves" :key="one.id" :value="one.id">{{ one.name }}</option>
                </select>
            </label>
            <template v-if="isBook">
                <label>number <input v-model.number="draft.lesson" class="number" type="number" min="1" max="999" aria-label="Number of the lesson" /></label>
                <label>page <input v-model.number="draft.page" class="number" type="number" min="1" max="9999" aria-label="Page of the book" /></label>
            </template>
            <span class="takes">
                <button type="button" class="paper-button" @click="takeAbc">Take away as ABC</button>
                <button type="button" class="paper-button" :disabled="!told?.xml" @click="takeMusicXml">as MusicXML</button>
                <button type="button" class="cedar-button" :disabled="!isKeepable || isKeeping" @click="keepIt">{{ words }}</button>
            </span>
        </footer>
    </div>
</template>

<style scoped>
.write-in {
    display: grid;
    grid-template: 48px minmax(120px, 1fr) auto 52px / minmax(260px, 31%) minmax(0, 1fr);
    gap: 0 16px;
    height: 100%;
    padding: 4px 26px 4px 14px;
    overflow: auto;
}

header,
footer {
    grid-column: 1 / -1;
    display: flex;
    align-items: center;
    gap: 14px;
    min-width: 0;
    font-size: 13px;
    color: var(--soft);
}

header > *,
footer > * {
    flex: none;
}

.parts {
    display: flex;
    flex: none;
    flex-wrap: wrap;
    gap: 6px;
}

.parts button,
.ways button {
    border: 0;
    background: none;
    padding: 6px 8px;
    font: inherit;
    font-size: 14px;
    color: var(--soft);
    cursor: pointer;
    white-space: nowrap;
}

.parts button[aria-pressed='true'],
.ways button[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 700;
    box-shadow: inset 0 -3px var(--cedar);
}

.text,
.page {
    display: flex;
    flex-direction: column;
    min-height: 0;
    padding: 8px 14px 10px;
    background: var(--paper);
    border-radius: var(--radius-large);
}

.ways {
    display: flex;
    gap: 6px;
    flex: none;
}

.sound {
    display: flex;
    align-items: center;
    gap: 6px;
    margin-left: auto;
    font-size: 13px;
    color: var(--soft);
}

.abc {
    flex: 1;
    min-height: 60px;
    overflow: hidden;
    margin-top: 6px;
}

.said {
    flex: none;
    max-height: 38%;
    overflow: auto;
    border-top: 1px solid var(--hair-light);
    padding-top: 6px;
    font-size: 13px;
}

.said p,
.said ul {
    margin: 2px 0;
    padding: 0;
    list-style: none;
}

.wrong {
    color: var(--wrong);
}

.music {
    flex: 1;
    min-height: 0;
    overflow: auto;
}

.hands {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: minmax(0, 46%) minmax(0, 1fr);
    gap: 20px;
    align-items: center;
    margin-top: 10px;
    padding: 4px 14px;
    background: var(--panel);
    border-radius: var(--radius-large);
}

.board {
    height: 178px;
}

.rhythm {
    display: grid;
    gap: 10px;
    justify-items: start;
    min-height: 120px;
    align-content: center;
}

.large {
    font-size: 18px;
    padding: 14px 30px;
}

.takes {
    display: flex;
    gap: 10px;
    margin-left: auto;
}

@media (width < 900px) {
    .write-in {
        grid-template: auto auto auto auto auto / minmax(0, 1fr);
        gap: 8px;
    }

    header,
    footer {
        flex-wrap: wrap;
    }

    .text {
        min-height: 260px;
    }

    .hands {
        grid-template-columns: minmax(0, 1fr);
    }
}
</style>
