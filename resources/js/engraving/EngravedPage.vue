<script setup lang="ts">
/**
 * A part as an engraved page, one picture a system.
 *
 * What changes is engraved again alone, in a worker, and swapped in when it is ready, so that the chosen note stays where the eye is.
 */
import { nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { engraver, type Engraving } from './engraver';
import { noteElement, type Box, type Geometry } from './ink';
import { around, beside, joined, passage, type CutScore, type Stretch } from './score';
import SystemPicture from './SystemPicture.vue';
import { firstSight } from './firstSight';
import { keepPage, keptPage, type KeptSystem } from './kept';
import type { Picture } from './picture';
import { sentenceOf } from '../ui/trying';

const props = withDefaults(
    defineProps<{
        score: CutScore | null;
        /** Which page it is and what it is made of: given, it is kept for the next time. */
        name?: { page: string; made: string } | null;
        /** Id of the note that must not move when the page is engraved again. */
        hold?: string | null;
        scale?: number;
        /** Pixels under each system, or under one with these notes. */
        room?: number | ((notes: string[]) => number);
        label: string;
    }>(),
    { name: null, hold: null, scale: 42, room: 6 },
);
const emit = defineEmits<{
    drawn: [];
    /** The hands rest, and the page is as it should be. */
    rest: [width: number];
    pick: [id: string, extend: boolean, at: MouseEvent];
    /** A measure was meant: its first and its last note. */
    measure: [first: string, last: string];
    /** A rehearsal mark was meant: the first note at it. */
    section: [first: string];
}>();

const root = ref<HTMLElement | null>(null);
const sheet = ref<HTMLElement | null>(null);
const pictures = ref<{ root: HTMLElement | null; geometry: Geometry | null }[]>([]);
const systems = shallowRef<KeptSystem[]>([]);
const problem = ref('');
const isWorking = ref(false);
/** As many systems are engraved again at once, and so many at most because of what reaches over them. */
const AT_ONCE = 4;
const AT_MOST = 12;
/** Milliseconds after which a page is kept. */
const KEEP_REST = 2500;
/** So many measures laid out at once need memory that is worth giving back. */
const LONG = 100;
let isHeavy = false;
let keeping = 0;
let width = 0;
let observer: ResizeObserver | null = null;
let run = 0;
let page: Engraving | null = null;
/** What the systems are of, when all of them are there. */
let drawn: { score: CutScore; width: number; scale: number } | null = null;

async function draw(): Promise<void> {
    const { score, scale } = props;
    if (!score || width < 200) return;
    run += 1;
    const mine = run;
    isWorking.value = true;
    try {
        const isSamePage = drawn?.width === width && drawn.scale === scale && drawn.score.head === score.head
            && score.measures.length > 0 && drawn.score.measures.length === score.measures.length;
        const isDone = isSamePage ? await redraw(score, mine) : await redrawTail(score, mine);
        if (!isDone) await drawPage(score, mine);
        if (mine !== run) return;
        problem.value = '';
        emit('drawn');
        keepSoon();
    } catch (error) {
        problem.value = sentenceOf(error);
    } finally {
        if (mine === run) isWorking.value = false;
    }
}

function placeOf(wide: number): string {
    return `${props.name?.page ?? ''} ${wide} ${props.scale}`;
}

/** Keeps the page when the hands rest. */
function keepSoon(): void {
    window.clearTimeout(keeping);
    keeping = window.setTimeout(() => {
        if (props.name && drawn?.score === props.score) {
            void keepPage(placeOf(drawn.width), props.name.made, systems.value);
            emit('rest', drawn.width);
        }
        if (isHeavy) engraver.renew();
        isHeavy = false;
    }, KEEP_REST);
}

/** The whole page; where nothing is shown yet, each system as it comes. */
async function drawPage(score: CutScore, mine: number): Promise<void> {
    const { scale } = props;
    const wide = width;
    const isFirst = systems.value.length === 0;
    const all: Picture[] = [];
    page?.leave();
    page = null;
    const known = isFirst && props.name ? firstSight(props.name.made, wide) ?? (await keptPage(placeOf(wide), props.name.made)) : null;
    if (mine !== run) return;
    if (known) {
        await show(known, score, wide);
        return;
    }
    isHeavy = score.measures.length > LONG;
    page = engraver.engrave({ musicXml: joined(score), width: wide, scale, breaks: 'auto' }, (picture, index) => {
        all[index] = picture;
        if (isFirst && mine === run) systems.value = all.map((one) => ({ ...one, source: [] }));
    });
    await page.done;
    page = null;
    if (mine !== run) return;
    await show(all, score, wide);
}

/** All systems of a page at once. */
async function show(pictures: Picture[], score: CutScore, wide: number): Promise<void> {
    let at = 0;
    await swap(pictures.map((picture) => {
        const source = score.measures.slice(at, at + picture.measures);
        at += picture.measures;
        return { ...picture, source };
    }));
    // A page whose measures cannot be told apart is engraved whole each time.
    drawn = at === score.measures.length ? { score, width: wide, scale: props.scale } : null;
}

/**
 * Where measures came or went, everything from the system before them on; what stands before that stays.
 *
 * @returns false where it takes the whole page
 */
async function redrawTail(score: CutScore, mine: number): Promise<boolean> {
    if (drawn?.width !== width || drawn.scale !== props.scale || drawn.score.head !== score.head || score.measures.length === 0) return false;
    const before = drawn.score.measures;
    const first = score.measures.findIndex((measure, index) => measure !== before[index]);
    const changed = first < 0 ? Math.min(before.length, score.measures.length) : first;
    const starts = startsOf(systems.value);
    // A system that ends before a change may take a measure more.
    const system = starts.findLastIndex((start) => start <= changed) - 1;
    const start = starts[system] ?? 0;
    if (system < 1 || start === 0) return false;
    const made: Picture[] = [];
    await engraver.engrave({ musicXml: passage(score, { from: start, until: score.measures.length }, []), width, scale: props.scale, breaks: 'auto' }, (picture, index) => {
        made[index] = picture;
    }).done;
    if (mine !== run) return true;
    let at = start;
    const tail = made.map((picture) => {
        const source = score.measures.slice(at, at + picture.measures);
        at += picture.measures;
        return { ...picture, source };
    });
    if (at !== score.measures.length) return false;
    await swap([...systems.value.slice(0, system), ...tail]);
    drawn = { score, width, scale: props.scale };
    return true;
}

function startsOf(all: KeptSystem[]): number[] {
    let at = 0;
    return all.map(({ measures }) => {
        at += measures;
        return at - measures;
    });
}

/** @returns false where it takes the whole page */
async function redraw(score: CutScore, mine: number): Promise<boolean> {
    let at = 0;
    const starts: number[] = [];
    const stale: number[] = [];
    systems.value.forEach((system, index) => {
        starts.push(at);
        if (system.source.some((measure, inside) => measure !== score.measures[at + inside])) stale.push(index);
        at += system.measures;
    });
    for (const group of grouped(stale)) {
        const needed = around(score, starts, group);
        if (needed.until - needed.from > AT_MOST) return false;
        const musicXml = passage(score, beside(score, starts, group, needed), starts);
        const only = { from: group.from - needed.from, until: group.until - needed.from };
        const made = await engraver.passage({ musicXml, width, scale: props.scale, breaks: 'line', only }, needed.until - needed.from);
        if (mine !== run) return true;
        const fits = made.length === group.until - group.from
            && made.every((picture, index) => picture.measures === systems.value[group.from + index]?.measures);
        if (!fits) return false;
        await swap(systems.value.map((system, index) => {
            const picture = made[index - group.from];
            const start = starts[index] ?? 0;
            return picture ? { ...picture, source: score.measures.slice(start, start + picture.measures) } : system;
        }));
    }
    drawn = { score, width, scale: props.scale };
    return true;
}

/** The system of the held note first, then its neighbours, a few at once. */
function grouped(stale: number[]): Stretch[] {
    const groups: Stretch[] = [];
    const held = systems.value.findIndex((system) => system.notes.includes(props.hold ?? ''));
    stale.forEach((index) => {
        const last = groups.at(-1);
        const isWithLast = last?.until === index && last.until - last.from < AT_ONCE && index !== held && last.from !== held;
        if (last && isWithLast) last.until += 1;
        else groups.push({ from: index, until: index + 1 });
    });
    return groups.sort((one, other) => Math.abs(one.from - held) - Math.abs(other.from - held));
}

/** Where what must not move stands: the held note, or its system. */
function heldTop(): number | null {
    const note = props.hold && sheet.value ? noteElement(sheet.value, props.hold) ?? systemOf(props.hold) : null;
    return note ? note.getBoundingClientRect().top : null;
}

async function swap(next: KeptSystem[]): Promise<void> {
    const before = heldTop();
    systems.value = next;
    await nextTick();
    const after = heldTop();
    const scroller = root.value?.closest('.scroller');
    if (before !== null && after !== null && scroller) {
        scroller.scrollTop += after - before;
    }
}

/** The note that is meant by a place on the page. */
function noteAt(event: MouseEvent): string | null {
    const target = event.target as Element;
    const note = target.closest('g.note');
    if (note?.id) return note.id;
    // A near miss counts: the closest notehead within a finger's width.
    let best: { id: string; far: number } | null = null;
    for (const each of target.closest('.system-picture')?.querySelectorAll('g.note') ?? []) {
        const box = (each.querySelector('.notehead') ?? each).getBoundingClientRect();
        const far = Math.hypot(box.x + box.width / 2 - event.clientX, (box.y + box.height / 2 - event.clientY) * 0.5);
        if (far < 26 && (!best || far < best.far)) {
            best = { id: each.id, far };
        }
    }
    return best?.id ?? null;
}

/** The note a drag began at and the one it is at; a finger that is drawn over the page scrolls it. */
let drag: { from: string; to: string } | null = null;
let isSwept = false;

function down(event: PointerEvent): void {
    const from = event.pointerType === 'touch' || event.button !== 0 || event.shiftKey ? null : noteAt(event);
    drag = from === null ? null : { from, to: from };
    isSwept = false;
}

function sweep(event: PointerEvent): void {
    if (!drag || (event.buttons & 1) === 0) {
        drag = null;
        return;
    }
    const to = noteAt(event);
    if (to === null || to === drag.to) return;
    if (!isSwept) emit('pick', drag.from, false, event);
    isSwept = true;
    drag.to = to;
    emit('pick', to, true, event);
}

function pick(event: MouseEvent): void {
    drag = null;
    if (isSwept) {
        isSwept = false;
        return;
    }
    const target = event.target as Element;
    const sign = target.closest('g.mNum, g.reh');
    const notes = sign?.closest('g.measure')?.querySelectorAll('g.note') ?? [];
    const [first, last] = [notes[0], notes[notes.length - 1]];
    if (sign && first && last) {
        if (sign.classList.contains('reh')) emit('section', first.id);
        else emit('measure', first.id, last.id);
        return;
    }
    const id = noteAt(event);
    if (id !== null) emit('pick', id, event.shiftKey, event);
}

/** The system a note stands in. */
function systemOf(id: string): HTMLElement | null {
    const at = systems.value.findIndex((system) => system.notes.includes(id));
    return at < 0 ? null : (sheet.value?.querySelectorAll<HTMLElement>('.system-picture')[at] ?? null);
}

/** A note's head, in the coordinates of its system. */
function boxOf(id: string): Box | null {
    return pictures.value.map(({ geometry }) => geometry?.boxes.get(id)).find((box) => box !== undefined) ?? null;
}

onMounted(() => {
    observer = new ResizeObserver(([entry]) => {
        const now = Math.floor(entry?.contentRect.width ?? 0);
        if (Math.abs(now - width) > 4) {
            width = now;
            void draw();
        }
    });
    if (root.value) observer.observe(root.value);
    engraver.prepare();
});
onBeforeUnmount(() => {
    observer?.disconnect();
    page?.leave();
    window.clearTimeout(keeping);
});
watch(
    () => [props.score, props.scale],
    () => {
        if (!props.score) {
            // Another part: the old page must not be taken for it.
            run += 1;
            page?.leave();
            page = null;
            systems.value = [];
            drawn = null;
            return;
        }
        // A page that is being engraved comes first; what changed meanwhile follows.
        if (page && props.score.measures.length > 0) void page.done.then(draw);
        else void draw();
    },
);

/** How many systems there are. */
function systemCount(): number {
    return systems.value.length;
}

/** Pixels under each system. */
function rooms(): number[] {
    return systems.value.map(({ notes }) => (typeof props.room === 'number' ? props.room : props.room(notes)));
}

defineExpose({ systemOf, boxOf, systemCount, rooms });
</script>

<template>
    <div ref="root" class="engraved">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <slot v-else-if="systems.length === 0" name="meanwhile">
            <p class="quiet waiting">Engraving the page…</p>
        </slot>
        <div class="layers">
            <div
                ref="sheet"
                class="sheet"
                role="img"
                :aria-label="label"
                @pointerdown="down"
                @pointermove="sweep"
                @click="pick"
            >
                <SystemPicture v-for="(system, index) in systems" ref="pictures" :key="index" :system="system" :room="typeof room === 'number' ? room : room(system.notes)" :eager="index < AT_ONCE">
                    <template #default="{ geometry, near, cut: isCut }">
                        <slot name="over" :geometry="geometry" :near="near" :cut="isCut"></slot>
                    </template>
                </SystemPicture>
            </div>
            <slot></slot>
        </div>
        <span v-if="isWorking && systems.length > 0" class="working" aria-hidden="true"></span>
    </div>
</template>

<style scoped>
.engraved,
.layers {
    position: relative;
}

/* What is drawn over is chosen as music, not as text. */
.sheet {
    user-select: none;
}

.sheet :deep(g.mNum),
.sheet :deep(g.reh) {
    cursor: pointer;
    pointer-events: bounding-box;
}

.waiting {
    padding: 40px;
    text-align: center;
}

.problem {
    padding: 20px;
    color: var(--wrong);
}

.working {
    position: absolute;
    top: 8px;
    right: 8px;
    width: 7px;
    height: 7px;
    border-radius: 50%;
    background: var(--cedar);
    animation: breathe 1s infinite alternate;
}

@keyframes breathe {
    to {
        opacity: 0.2;
    }
}
</style>
