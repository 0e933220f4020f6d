<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { CopyLook, PageScore } from '../api/types';
import EngravedPage from '../engraving/EngravedPage.vue';
import type { Box } from '../engraving/ink';
import { endSight, sightPage, sightScrolled, tellSight } from '../engraving/firstSight';
import { cut, withMeasures, type CutScore } from '../engraving/score';
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
import Ruler from './input/Ruler.vue';
import SayIt from './input/SayIt.vue';
import { likelySection, useDesk } from './state/store';
import { useSession } from '../stores/session';
import TempoSheet from './sheets/TempoSheet.vue';
import { useHistory } from '../history/store';
import { isTyping } from '../ui/typing';

const route = useRoute();
const router = useRouter();
const desk = useDesk();
const session = useSession();
const history = useHistory();

/** The page as it came last, under which name the server knows it, and of which part it is. */
const score = shallowRef<CutScore | null>(null);
const pageName = ref('');
/** A page that was asked for before anything else. */
let ahead: { section: number; page: Promise<PageScore> } | null = null;
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
const sheet = ref<'tempos' | 'patterns' | 'open-strings' | 'glance' | null>(null);
/** Pixels under each system, for the lanes that are shown. */
const room = computed(() => 12 + (hasLane.value ? BOW_LANE : 0) + (hasHand.value ? HAND_LANE : 0));
/** A system that is plucked from its first note to its last has no bow lane, and leaves no hole for one. */
const roomUnder = computed(() => {
    const bowed = new Set(desk.notes.filter((note) => note.bow).map((note) => note.id));
    const isKnown = desk.notes.length > 0;
    return (notes: string[]): number => (isKnown && hasLane.value && !notes.some((id) => bowed.has(id)) ? room.value - BOW_LANE : room.value);
});
/** Milliseconds the hands must rest before the page is asked for again. */
const REST = 20;
let isDue = false;
/** The page that the server was last asked to draw, or has. */
let told = '';
let wide = 0;
let telling = 0;
let fetching = 0;
let timer = 0;

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
    window.clearTimeout(telling);
    window.clearTimeout(timer);
    tell();
    endSight();
});
watch(() => [route.params.piece, route.params.section], () => {
    if (route.name === 'desk') void open();
});
watch(() => desk.version, () => {
    // Wait until the hands rest: the ink is on the page already.
    isDue = true;
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void fetchPage(), score.value ? REST : 0);
});
// What went wrong is said instead of it.
watch(() => desk.problem !== '' || session.needsSignIn, (isOver) => {
    if (isOver) endSight();
});
watch(() => desk.chosen, () => void nextTick(bringIntoView));
watch(() => desk.version, () => (ring.value = null));
watch(hasLane, (on) => localStorage.setItem('bow-lane', on ? 'on' : 'off'));
watch(hasHand, (on) => localStorage.setItem('hand-lane', on ? 'on' : 'off'));

async function open(): Promise<void> {
    const { piece, section } = route.params;
    const wanted = typeof section === 'string' && section !== '' ? section : undefined;
    if (wanted && wanted === here) return;
    score.value = null;
    pageName.value = '';
    isShown = false;
    // The page is on its way while the part is told.
    const likely = likelySection(String(piece), wanted);
    ahead = likely > 0 ? { section: likely, page: api.get<PageScore>(`sections/${likely}/page`) } : null;
    ahead?.page.catch(() => undefined);
    const opened = await desk.open(String(piece), wanted);
    if (opened === null) return;
    here = String(opened);
    if (here !== wanted) {
        await router.replace(`/piece/${String(piece)}/desk/${opened}`);
    }
}

async function fetchPage(): Promise<void> {
    const section = desk.frame?.section.id;
    if (!section) return;
    isDue = false;
    fetching += 1;
    const mine = fetching;
    try {
        const path = `sections/${section}/page${pageName.value === '' ? '' : `?since=${pageName.value}`}`;
        const answer = await (ahead?.section === section ? ahead.page : api.get<PageScore>(path));
        ahead = null;
        if (mine !== fetching) return;
        pageName.value = answer.name;
        if (answer.xml !== null) score.value = cut(answer.xml);
        else if (score.value) score.value = withMeasures(score.value, answer.measures);
    } catch (error) {
        if (mine === fetching) desk.fail(error);
    }
}

function keydown(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    const undo = (kind: 'undo' | 'redo'): void => void history.turn(kind);
    if (press(event, desk, { undo, sayIt: () => sayIt.value?.focus(), keyCard: () => (isKeyCardOpen.value = true), lay })) {
        event.preventDefault();
        if (isDue && score.value) {
            window.clearTimeout(timer);
            timer = window.setTimeout(() => void fetchPage(), REST);
        }
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

function bringIntoView(): void {
    const view = scroller.value;
    const system = page.value?.systemOf(desk.note?.id ?? '');
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
    if (!isDue) desk.inkIsDry();
}
/** Where the page was seen before the desk was there, it goes on. */
function takeOver(): void {
    const scrolled = sightScrolled();
    if (scroller.value && scrolled !== null) scroller.value.scrollTop = scrolled;
    else bringIntoView();
    told = sightPage();
    endSight();
}

function tellSoon(): void {
    window.clearTimeout(telling);
    telling = window.setTimeout(tell, 150);
}

function tell(): void {
    if (desk.frame && scroller.value && wide > 0) tellSight(desk.frame.section.id, scroller.value, wide, room.value, page.value?.rooms() ?? []);
}

/** The page is drawn on the server for the next time, if it is another than it has. */
function rest(width: number): void {
    const section = desk.frame?.section.id;
    if (!section) return;
    wide = width;
    tell();
    if (told === pageName.value) return;
    told = pageName.value;
    void api.post(`sections/${section}/first-sight`, { width }).catch(() => undefined);
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
            <span v-if="desk.waiting.length" class="unsaved" role="status">saving…</span>
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
                <Ruler />
                <div ref="scroller" class="scroller" tabindex="0" role="region" aria-label="The page" @scroll.passive="tellSoon">
                    <EngravedPage
                        ref="page"
                        class="paper"
                        :score="score"
                        :name="pageName === '' ? null : { page: `section ${desk.frame?.section.id}`, made: pageName }"
                        :hold="desk.note?.id"
                        :room="roomUnder"
                        :label="`${desk.frame?.section.name ?? ''}, engraved with its marks. Walk through it with the arrow keys.`"
                        @drawn="pageDrawn"
                        @rest="rest"
                        @pick="pick"
                        @measure="(first, last) => desk.chooseSpan(first, last)"
                        @section="(first) => desk.chooseSection(first)"
                    >
                        <template #over="{ geometry, near, cut: isCut }">
                            <InkLayer :geometry="geometry" :near="near" :cut="isCut" :lane="hasLane" :hand="hasHand" />
                        </template>
                        <Ring v-if="ring" :x="ring.x" :y="ring.y" @close="ring = null" />
                    </EngravedPage>
                </div>
                <div class="bottom">
                    <SayIt ref="sayIt" />
                    <button type="button" class="plain-button" :aria-pressed="hasLane" @click="hasLane = !hasLane">Bow lane</button>
                    <button type="button" class="plain-button" :aria-pressed="hasHand" @click="hasHand = !hasHand">Hand lane</button>
                    <button type="button" class="plain-button" @click="sheet = 'patterns'">Patterns</button>
                    <button type="button" class="plain-button" @click="sheet = 'open-strings'">Open strings</button>
                    <DoneToggles />
                    <button type="button" class="plain-button" @click="isKeyCardOpen = true">Keys <kbd>?</kbd></button>
                </div>
            </div>
            <Because ref="because" class="right" />
        </template>
        <TempoSheet v-if="sheet === 'tempos'" @close="sheet = null" />
        <PatternSheet v-if="sheet === 'patterns'" @close="sheet = null" />
        <GlanceSheet v-if="sheet === 'glance'" @close="sheet = null" />
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
