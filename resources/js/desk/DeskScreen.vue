<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { CopyLook } from '../api/types';
import EngravedPage from '../engraving/EngravedPage.vue';
import type { Box } from '../engraving/ink';
import Because from './panel/Because.vue';
import DeskCompany from './DeskCompany.vue';
import DoneToggles from './panel/DoneToggles.vue';
import { BOW_LANE } from './overlay/bowLane';
import { HAND_LANE } from './overlay/handLane';
import InkLayer from './overlay/InkLayer.vue';
import { layStretch } from './commands/acts';
import { press } from './commands/keys';
import GlanceSheet from './sheets/GlanceSheet.vue';
import KeySheet from './sheets/KeySheet.vue';
import OpenStringSheet from './sheets/OpenStringSheet.vue';
import PatternSheet from './sheets/PatternSheet.vue';
import Ring from './input/Ring.vue';
import HardStrip from './input/HardStrip.vue';
import Ruler from './input/Ruler.vue';
import SayIt from './input/SayIt.vue';
import AlongDock from '../practice/AlongDock.vue';
import NowLayer from '../practice/NowLayer.vue';
import type { Here } from '../practice/playing';
import HeardDialog from '../rehearsal/HeardDialog.vue';
import { useBookWords } from './state/bookWords';
import { useDeskPage } from './state/page';
import { useDeskSight } from './state/sight';
import { likelySection, useDesk } from './state/store';
import { useWriting } from './state/writing';
import TempoSheet from './sheets/TempoSheet.vue';
import WriteInSheet from './sheets/WriteInSheet.vue';
import { useHistory } from '../history/store';
import { isTyping } from '../ui/typing';
import type { Kept } from '../writein/shelving';

const route = useRoute();
const router = useRouter();
const desk = useDesk();
const history = useHistory();
const book = useBookWords();

const music = useDeskPage();
const { score, name: pageName } = music;
const page = ref<{ systemOf: (id: string) => HTMLElement | null; boxOf: (id: string) => Box | null; rooms: () => number[] } | null>(null);
const sayIt = ref<{ focus: () => void } | null>(null);
const scroller = ref<HTMLElement | null>(null);
let isShown = false;
/** The part that is open. */
let here = '';
const isKeyCardOpen = ref(false);
const hasLane = ref(localStorage.getItem('bow-lane') !== 'off');
const hasHand = ref(localStorage.getItem('hand-lane') !== 'off');
const because = ref<{ ask: (look: CopyLook) => Promise<boolean> } | null>(null);
const ring = shallowRef<{ x: number; y: number } | null>(null);
/* Playing along, and where on the page it is. */
const isPlaying = ref(false);
const sounding = ref('');
/** The measures that are chosen: it begins there. */
const chosenMeasures = computed(() => {
    const [first, last] = desk.stretch.map((at) => desk.notes[at]?.index);
    return first !== undefined && last !== undefined ? { first, last } : null;
});

function follow(now: Here | null): void {
    if (now?.note === sounding.value) return;
    sounding.value = now?.note ?? '';
    if (sounding.value) bringIntoView(sounding.value);
}
watch(isPlaying, (now) => now || (sounding.value = ''));

const sheet = ref<'tempos' | 'patterns' | 'open-strings' | 'glance' | 'heard' | 'write-in' | null>(null);
/** Pixels under each system, for the lanes that are shown. */
const room = computed(() => 12 + (hasLane.value ? BOW_LANE : 0) + (hasHand.value ? HAND_LANE : 0));
/** A system that is plucked from its first note to its last has no bow lane, and leaves no hole for one. */
const roomUnder = computed(() => {
    const bowed = new Set(desk.notes.filter((note) => note.bow).map((note) => note.id));
    const isKnown = desk.notes.length > 0;
    return (notes: string[]): number => (isKnown && hasLane.value && !notes.some((id) => bowed.has(id)) ? room.value - BOW_LANE : room.value);
});
const sight = useDeskSight(scroller, pageName, () => [room.value, page.value?.rooms() ?? []]);

const signs = computed(() => {
    const summary = desk.piece?.summary;
    if (!summary) return { before: '', tempo: '', after: '' };
    const edition = desk.frame?.section.edition;
    const own = Object.values(desk.piece?.tempos ?? {});
    return {
        before: `${summary.shortKey} · `,
        tempo: own.length > 0 ? `♩ = ${own.join(', ')}` : summary.tempo ? `♩ = ${summary.tempo}` : 'set a tempo',
        after: ` · ${edition ? `edition ${edition} is out` : 'not handed out yet'}`,
    };
});

onMounted(() => {
    window.addEventListener('keydown', keydown);
    void open();
});
onBeforeUnmount(() => {
    window.removeEventListener('keydown', keydown);
});
watch(() => [route.params.piece, route.params.section], () => {
    if (route.name === 'desk') void open();
});
watch(() => desk.chosen, () => void nextTick(() => bringIntoView()));
watch(() => desk.version, () => (ring.value = null));
/* When the page is drawn: nobody waits for it. */
watch(() => desk.frame, (frame) => void book.ask(frame?.section.id ?? null));
watch(hasLane, (on) => localStorage.setItem('bow-lane', on ? 'on' : 'off'));
watch(hasHand, (on) => localStorage.setItem('hand-lane', on ? 'on' : 'off'));

async function open(): Promise<void> {
    const { piece, section } = route.params;
    const wanted = typeof section === 'string' && section !== '' ? section : undefined;
    if (wanted && wanted === here) return;
    isShown = false;
    music.begin(likelySection(String(piece), wanted));
    const opened = await desk.open(String(piece), wanted);
    if (opened === null) return;
    here = String(opened);
    const { measure, 'write-in': asked } = route.query;
    if (here !== wanted) {
        await router.replace(`/piece/${String(piece)}/desk/${opened}`);
    }
    if (typeof measure === 'string') desk.chooseMeasure(measure);
    if (typeof asked === 'string' && desk.frame?.piece.role === 'own') writeIn(asked);
}

/* Write-in as a sheet over the page. */
const writing = useWriting(async () => {
    here = '';
    await open();
});

function writeIn(asked = ''): void {
    writing.choose(asked);
    sheet.value = 'write-in';
}

async function written(kept: Kept): Promise<void> {
    sheet.value = null;
    await writing.kept(kept);
}

function keydown(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    const undo = (kind: 'undo' | 'redo'): void => void history.turn(kind);
    if (press(event, desk, { undo, sayIt: () => sayIt.value?.focus(), keyCard: () => (isKeyCardOpen.value = true), lay })) {
        event.preventDefault();
        music.wait();
    }
}

function lay(): void {
    void layStretch(desk, async (look) => (await because.value?.ask(look)) ?? false);
}

/** A touch opens the ring of likely choices; a mouse has the keys and the panel. */
function pick(id: string, extend: boolean, event: MouseEvent): void {
    desk.chooseId(id, extend);
    const box = page.value?.boxOf(id);
    const system = page.value?.systemOf(id);
    const isTouch = (event as PointerEvent).pointerType === 'touch';
    ring.value = isTouch && box && system && desk.mayPropose
        ? { x: box.x + box.width / 2, y: system.offsetTop + box.y + box.height / 2 }
        : null;
}

function bringIntoView(id = desk.note?.id ?? ''): void {
    const view = scroller.value;
    const system = page.value?.systemOf(id);
    if (!system || !view) return;
    const top = system.offsetTop - 20;
    const bottom = system.offsetTop + system.offsetHeight + 20;
    if (top < view.scrollTop) view.scrollTop = top;
    else if (bottom > view.scrollTop + view.clientHeight) view.scrollTop = bottom - view.clientHeight;
}

function pageDrawn(): void {
    if (!isShown) void nextTick(takeOver);
    isShown = true;
    // What was asked for meanwhile is not on the page yet.
    if (!music.isDue()) desk.inkIsDry();
}

function takeOver(): void {
    if (!sight.takeOver()) bringIntoView();
}
</script>

<template>
    <div class="workplace desk">
        <header>
            <h1>{{ desk.piece?.title ?? ' ' }}</h1>
            <span class="quiet signs">
                {{ signs.before }}<button v-if="signs.tempo" type="button" class="tempo" title="Tempos of the piece" @click="sheet = 'tempos'">{{ signs.tempo }}</button>{{ signs.after }}
            </span>
            <RouterLink v-if="desk.frame" class="class-view-link" :to="`/piece/${desk.frame.piece.id}/class-view/${desk.frame.section.id}`">Class view</RouterLink>
            <button v-if="desk.frame" type="button" class="class-view-link as-link" @click="sheet = 'glance'">Look it over</button>
            <button v-if="desk.frame && desk.mayPropose" type="button" class="class-view-link as-link" @click="sheet = 'heard'">Heard…</button>
            <span v-if="desk.waiting.length" class="unsaved" role="status" :title="desk.unsaved">
                <template v-if="desk.unsaved">{{ desk.waiting.length === 1 ? '1 mark is' : `${desk.waiting.length} marks are` }} not saved yet <button type="button" class="class-view-link as-link" @click="desk.sendWaiting()">Try now</button></template>
                <template v-else>saving…</template>
            </span>
            <DeskCompany />
            <nav class="tabs" aria-label="Sections">
                <RouterLink
                    v-for="section in desk.piece?.sections ?? []"
                    :key="section.id"
                    :to="`/piece/${desk.piece?.id}/desk/${section.id}`"
                    :class="{ 'is-here': section.id === desk.frame?.section.id }"
                    :aria-current="section.id === desk.frame?.section.id ? 'page' : undefined"
                >
                    {{ section.name }}
                    <i :class="{ 'is-out': section.edition, 'has-proposals': section.proposals }"></i>
                </RouterLink>
            </nav>
        </header>
        <div v-if="desk.problem" class="problem" role="alert">
            <p>{{ desk.problem }}</p>
            <RouterLink to="/rack">Back to the rack</RouterLink>
        </div>
        <template v-else>
            <div class="middle">
                <div>
                    <Ruler />
                    <HardStrip />
                </div>
                <div ref="scroller" class="scroller" tabindex="0" role="region" aria-label="The page" @scroll.passive="sight.tellSoon">
                    <EngravedPage
                        ref="page"
                        class="paper"
                        :score="score"
                        :name="pageName === '' ? null : { page: `section ${desk.frame?.section.id}`, made: pageName }"
                        :hold="desk.note?.id"
                        :room="roomUnder"
                        :label="`${desk.frame?.section.name ?? ''}, engraved with its marks. Walk through it with the arrow keys.`"
                        @drawn="pageDrawn"
                        @rest="sight.rest"
                        @pick="pick"
                        @measure="(first, last) => desk.chooseSpan(first, last)"
                        @section="(first) => desk.chooseSection(first)"
                    >
                        <template #over="{ geometry, near, cut: isCut }">
                            <NowLayer v-if="sounding" :id="sounding" :geometry="geometry" />
                            <InkLayer :geometry="geometry" :near="near" :cut="isCut" :lane="hasLane" :hand="hasHand" :words="book.words" />
                        </template>
                        <Ring v-if="ring" :x="ring.x" :y="ring.y" @close="ring = null" />
                    </EngravedPage>
                </div>
                <AlongDock
                    v-if="isPlaying && desk.frame"
                    :section="desk.frame.section.id"
                    :piece="desk.frame.piece.id"
                    :stretch="chosenMeasures"
                    has-arrows
                    @here="follow"
                    @close="isPlaying = false"
                />
                <div class="bottom">
                    <SayIt ref="sayIt" />
                    <button type="button" class="plain-button" :aria-pressed="hasLane" @click="hasLane = !hasLane">Bow lane</button>
                    <button type="button" class="plain-button" :aria-pressed="hasHand" @click="hasHand = !hasHand">Hand lane</button>
                    <button v-if="desk.frame" type="button" class="plain-button" :aria-pressed="isPlaying" @click="isPlaying = !isPlaying">Play along</button>
                    <RouterLink v-if="desk.frame" :to="`/piece/${desk.frame.piece.id}/practice/${desk.frame.section.id}`" class="plain-button">Practice lines</RouterLink>
                    <button type="button" class="plain-button" @click="sheet = 'patterns'">Patterns</button>
                    <button type="button" class="plain-button" @click="sheet = 'open-strings'">Open strings</button>
                    <RouterLink v-if="desk.frame?.piece.typed === 'lesson'" :to="`/piece/${desk.frame.piece.id}/lesson`" class="plain-button">All sections</RouterLink>
                    <button v-if="desk.frame?.piece.role === 'own'" type="button" class="plain-button" @click="writeIn()">Write in</button>
                    <DoneToggles />
                    <button type="button" class="plain-button" @click="isKeyCardOpen = true">Keys <kbd>?</kbd></button>
                </div>
            </div>
            <Because ref="because" class="right" />
        </template>
        <TempoSheet v-if="sheet === 'tempos'" @close="sheet = null" />
        <HeardDialog
            v-if="sheet === 'heard' && desk.frame"
            :piece="desk.frame.piece.id"
            :measure="desk.note?.measure ?? ''"
            :note="desk.note?.id ?? null"
            :sections="[desk.frame.section.id]"
            @close="sheet = null"
        />
        <PatternSheet v-if="sheet === 'patterns'" @close="sheet = null" />
        <GlanceSheet v-if="sheet === 'glance'" @close="sheet = null" />
        <WriteInSheet v-if="sheet === 'write-in'" :from="writing.measures.value.from" :to="writing.measures.value.to" @close="sheet = null" @kept="written" />
        <OpenStringSheet v-if="sheet === 'open-strings'" @close="sheet = null" />
        <KeySheet v-if="isKeyCardOpen" @close="isKeyCardOpen = false" />
    </div>
</template>

<style scoped>
h1 {
    white-space: nowrap;
}

.signs {
    font-size: 13px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
}

.tempo {
    border: 0;
    background: none;
    padding: 0;
    font: inherit;
    color: var(--cedar-ink);
    cursor: pointer;
    text-decoration: underline dotted;
}

.class-view-link {
    font-size: 13px;
    white-space: nowrap;
    color: var(--cedar-ink);
}

.as-link {
    border: 0;
    padding: 0;
    background: none;
    font-family: inherit;
    text-decoration: underline;
    cursor: pointer;
}

.unsaved {
    font-size: 13px;
    color: var(--cedar-ink);
}

.tabs {
    margin-left: auto;
    display: flex;
    gap: 4px;
}

.tabs a {
    padding: 7px 12px 6px;
    border-radius: var(--radius-large);
    color: var(--soft);
    text-decoration: none;
    font-size: 14px;
    white-space: nowrap;
}

.tabs a i {
    display: block;
    height: 3px;
    border-radius: var(--radius-hair);
    background: var(--under-page);
    margin-top: 2px;
}

.tabs a i.is-out {
    background: var(--ink);
}

.tabs a i.has-proposals {
    background: var(--blue-pencil);
}

.tabs a.is-here {
    background: var(--paper);
    color: var(--ink);
    font-weight: 700;
}

.scroller {
    overflow: auto;
    background: var(--paper);
    border-radius: var(--radius-small);
    box-shadow: var(--shadow);
}

.paper {
    padding: 6px 10px 60px;
}

.bottom {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px;
}

.bottom .say-it {
    flex: 1 1 240px;
    min-width: 0;
}

.bottom .plain-button {
    white-space: nowrap;
    padding-inline: 6px;
}

.bottom .plain-button[aria-pressed='true'] {
    text-decoration: underline;
    text-underline-offset: 4px;
    text-decoration-thickness: 2px;
}

@media (height < 520px) {
    .tabs a {
        padding-block: 3px 2px;
    }

    .bottom {
        flex-wrap: nowrap;
        overflow-x: auto;
    }

    .bottom .say-it {
        flex: 1 0 220px;
    }
}

.right {
    min-height: 0;
}
</style>
