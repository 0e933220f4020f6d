<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, provide, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../api/client';
import type { Rack, Shelf } from '../api/types';
import { useSession } from '../stores/session';
import { useHistory } from '../history/store';
import { RACK_ACTS, useRackActs } from './acts';
import { droppedElsewhere } from './dropped';
import FirstSteps from './FirstSteps.vue';
import { areLeft, firstSteps, leaveSteps } from './firstSteps';
import FolderCard from './FolderCard.vue';
import ImportSheet from './ImportSheet.vue';
import RackBin from './RackBin.vue';
import PieceMenu from './PieceMenu.vue';
import RackInvitations from './RackInvitations.vue';
import ShelfMenu from './ShelfMenu.vue';
import { useBringIn } from './bringIn';
import { useTrying } from '../ui/trying';

const SPINES = ['var(--barrel)', 'var(--spine-2)', 'var(--spine-3)', 'var(--spine-4)', 'var(--spine-5)'];

const router = useRouter();
const rack = ref<Rack | null>(null);
const { problem, attempt } = useTrying();
const view = ref<'now' | 'earlier' | 'bin'>('now');
const isEarlier = computed(() => view.value !== 'now');
const find = ref('');
const isOver = ref(false);
const chooser = ref<HTMLInputElement | null>(null);
const session = useSession();
const history = useHistory();
const bringIn = useBringIn(load, (id) => router.push(`/piece/${id}/desk`));
const { looking, understood, isKeeping, waiting } = bringIn;
const acts = useRackActs(computed(() => rack.value?.shelves ?? []), load);
provide(RACK_ACTS, acts);

const shelves = computed<Shelf[]>(() => {
    const wanted = find.value.trim().toLowerCase();
    return (rack.value?.shelves ?? []).map((shelf) => ({
        ...shelf,
        pieces: shelf.pieces.filter((piece) => piece.title.toLowerCase().includes(wanted)),
    }));
});
/** What needs a look: a line for each piece, going to the part that has the most. */
const looks = computed(() => shelves.value.flatMap((shelf) => shelf.pieces).flatMap((piece) => {
    const sections = piece.sections.filter((section) => (section.flags ?? 0) > 0);
    const [worst] = [...sections].sort((one, other) => (other.flags ?? 0) - (one.flags ?? 0));
    return worst ? [{ piece, worst, sections, count: sections.reduce((sum, section) => sum + (section.flags ?? 0), 0) }] : [];
}));
/** Shown until a first part was handed out, unless they are left; come back to by the line in the head. */
const steps = computed(() => firstSteps(rack.value?.shelves ?? []));
const isNew = computed(() => rack.value !== null && view.value === 'now' && !steps.value.at(-1)?.isDone);
const stepsLeft = ref(areLeft());

function leave(isLeft: boolean): void {
    stepsLeft.value = isLeft;
    leaveSteps(isLeft);
}

const isEmpty = computed(() => rack.value !== null && rack.value.shelves.every((shelf) => shelf.pieces.length === 0));

onMounted(async () => {
    await load();
    const files = droppedElsewhere();
    if (files.length > 0) await bringIn.take(files);
});
watch(() => history.version, load);

/** What is not known yet is asked for again, while it is being worked out. */
const ASK_AGAIN = 2500;
let asking = 0;
onBeforeUnmount(() => window.clearTimeout(asking));

async function load(): Promise<void> {
    await attempt(async () => {
        rack.value = await api.get<Rack>(`rack${view.value === 'now' ? '' : `?${view.value}=1`}`);
        session.notice = rack.value.notice;
        window.clearTimeout(asking);
        if (rack.value.unknown > 0) {
            asking = window.setTimeout(() => void load(), ASK_AGAIN);
        }
    });
}

function show(wanted: 'now' | 'earlier' | 'bin'): void {
    view.value = wanted;
    void load();
}

function spine(index: number): string {
    return SPINES[index % SPINES.length] ?? 'var(--barrel)';
}

function dropped(event: DragEvent): void {
    isOver.value = false;
    void bringIn.take(Array.from(event.dataTransfer?.files ?? []));
}

function chosen(event: Event): void {
    const input = event.target as HTMLInputElement;
    void bringIn.take(Array.from(input.files ?? []));
    input.value = '';
}

/** The number of the lesson that comes after the last one. */
function numberAfter(shelf: Shelf): number {
    return Math.max(0, ...shelf.pieces.map((piece) => piece.lesson ?? 0)) + 1;
}
</script>

<template>
    <div
        class="rack"
        :class="{ 'is-over': isOver }"
        @dragover.prevent="isOver = true"
        @dragleave.self="isOver = false"
        @drop.prevent="dropped"
    >
        <header>
            <h1>Rack</h1>
            <span class="quiet">drop a score anywhere to bring it in</span>
            <button v-if="isNew && stepsLeft" type="button" class="plain-button" @click="leave(false)">First steps</button>
            <RouterLink v-else to="/evening/directors" class="quiet">How an evening goes</RouterLink>
            <div class="views">
                <button type="button" :aria-pressed="view === 'now'" @click="show('now')">This year</button>
                <button type="button" :aria-pressed="view === 'earlier'" @click="show('earlier')">Earlier</button>
                <button v-if="rack?.bin || view === 'bin'" type="button" :aria-pressed="view === 'bin'" @click="show('bin')">
                    Bin ({{ rack?.bin ?? 0 }})
                </button>
                <input v-model="find" type="search" placeholder="Find…" aria-label="Find a piece" />
            </div>
        </header>
        <p v-if="problem" class="problem" role="alert">
            {{ problem }} <button class="plain-button" type="button" @click="load">Try again</button>
        </p>
        <p v-else-if="!rack" class="quiet">Fetching the folders…</p>
        <template v-else-if="view === 'bin'">
            <RackBin :shelves="shelves" @restore="acts.restore" @burn="acts.burn" />
        </template>
        <template v-else>
            <RackInvitations
                v-if="rack.invitations.length"
                :invitations="rack.invitations"
                @accept="acts.accept"
                @decline="(invitation) => acts.leave(invitation.id, invitation.title)"
            />
            <FirstSteps v-if="isNew && !stepsLeft" :steps="steps" @leave="leave(true)" @bring="chooser?.click()" />
            <div v-if="isEmpty && rack.shared.length === 0 && !find" class="empty">
                <h2>{{ isEarlier ? 'Nothing was put away yet' : 'The rack is empty' }}</h2>
                <p v-if="!isEarlier">
                    Start with a score: drop a MusicXML file (.musicxml, .xml or .mxl), or a tune typed as ABC (.abc), here, or choose one. You will see
                    what was understood before it is kept.
                </p>
                <button v-if="!isEarlier && rack.shelves.length === 0" class="paper-button" type="button" @click="acts.addShelf">
                    Add a shelf first
                </button>
            </div>
            <section v-for="shelf in shelves" :key="shelf.id" class="shelf">
                <h2>
                    <RouterLink v-if="shelf.kind === 'book'" :to="`/book/${shelf.id}`">{{ shelf.name }}</RouterLink>
                    <template v-else>{{ shelf.name }}</template>
                    <ShelfMenu :shelf="shelf" />
                    <small class="quiet">{{ shelf.note || (shelf.kind === 'book' ? 'lessons, all five sections on one line' : '') }}</small>
                    <small v-if="shelf.kind === 'programme' && shelf.pieces.length" class="quiet legend">
                        dark: bowed so far · cedar: fingered · red: needs a look
                    </small>
                </h2>
                <div v-if="shelf.kind === 'programme'" class="folders">
                    <FolderCard
                        v-for="(piece, index) in shelf.pieces"
                        :key="piece.id"
                        :piece="piece"
                        :spine="spine(index)"
                    />
                    <div v-if="!isEarlier" class="bring">
                        <button type="button" class="drop" @click="chooser?.click()">
                            <template v-if="looking">Reading {{ looking }}…</template>
                            <template v-else>Drop a score here<br />or press to choose one<br /><small>MusicXML, .mxl or .abc</small></template>
                        </button>
                        <RouterLink :to="{ name: 'write-in', query: { shelf: shelf.id } }" class="plain-button">or write it in</RouterLink>
                    </div>
                </div>
                <div v-else class="lessons">
                    <div v-for="piece in shelf.pieces" :key="piece.id" class="lesson">
                        <RouterLink :to="`/piece/${piece.id}/lesson`">
                            <strong>{{ piece.lesson ?? '·' }}</strong>
                            <span>{{ piece.title }}</span>
                        </RouterLink>
                        <PieceMenu :piece="piece" class="corner" />
                    </div>
                    <p v-if="shelf.pieces.length === 0" class="quiet">No lessons here.</p>
                    <RouterLink v-if="!isEarlier" :to="{ name: 'write-in', query: { shelf: shelf.id, number: numberAfter(shelf) } }" class="plain-button">+ Write a lesson in</RouterLink>
                </div>
                <div v-if="shelf.kind === 'book' || shelf.pieces.length === 0" class="board"></div>
            </section>
            <button v-if="!isEarlier" class="plain-button" type="button" @click="acts.addShelf">+ Another shelf</button>
            <section v-if="rack.shared.length && !isEarlier" class="shelf">
                <h2>From colleagues <small class="quiet">pieces you were asked to help with</small></h2>
                <div class="folders">
                    <FolderCard
                        v-for="(piece, index) in rack.shared"
                        :key="piece.id"
                        :piece="piece"
                        :spine="spine(index + 3)"
                    />
                </div>
            </section>
            <section v-if="looks.length" class="look">
                <h2>Needs a look</h2>
                <ul class="looks">
                    <li v-for="{ piece, worst, sections, count } in looks" :key="piece.id">
                        <RouterLink :to="`/piece/${piece.id}/read-through`"><strong>{{ piece.title }}</strong></RouterLink>
                        <span>
                            {{ count }} {{ count === 1 ? 'thing' : 'things' }} to look at, {{ sections.length > 1 ? 'most' : 'all' }} in
                            {{ ' ' }}<RouterLink :to="`/piece/${piece.id}/desk/${worst.id}`">{{ worst.name }}</RouterLink>
                        </span>
                    </li>
                </ul>
            </section>
        </template>
        <input
            ref="chooser"
            type="file"
            class="visually-hidden"
            accept=".musicxml,.xml,.mxl,.abc"
            multiple
            aria-label="Choose a score"
            tabindex="-1"
            @change="chosen"
        />
        <ImportSheet
            v-if="understood"
            :understood="understood"
            :shelves="rack?.shelves ?? []"
            :is-busy="isKeeping"
            :more="waiting.length"
            @keep="bringIn.keep"
            @close="bringIn.next"
        />
    </div>
</template>

<style scoped>
.rack {
    height: 100%;
    overflow: auto;
    padding: 12px 26px 40px 14px;
}

.rack.is-over {
    box-shadow: inset 0 0 0 4px var(--cedar);
}

header {
    display: flex;
    align-items: baseline;
    gap: 20px;
    margin-bottom: 18px;
}

.views {
    margin-left: auto;
    display: flex;
    gap: 6px;
}

.views button {
    border: 0;
    background: none;
    padding: 6px 13px;
    border-radius: var(--radius);
    font-weight: 700;
    color: var(--soft);
    cursor: pointer;
}

.views button[aria-pressed='true'] {
    background: var(--paper);
    color: var(--ink);
}

.views input {
    width: 130px;
    border: 1px solid var(--hair);
    background: var(--paper);
    border-radius: var(--radius);
    padding: 5px 10px;
}

.shelf {
    margin-bottom: 22px;
}

h2 {
    margin-bottom: 16px;
}

h2 a {
    color: inherit;
}

h2 small {
    font: 400 13px var(--sans);
    margin-left: 10px;
}

.legend {
    float: right;
}

.folders {
    display: flex;
    flex-wrap: wrap;
    gap: 26px 14px;
    /* Tags look over the folders; boards run under them, from end to end. */
    padding: 12px 0 6px 6px;
    margin-top: -12px;
    align-items: flex-end;
    overflow: hidden;
}

.board {
    height: 6px;
    background: var(--board);
    border-radius: 1px;
}

.drop {
    width: 190px;
    height: 126px;
    border: 2px dashed var(--board-edge);
    border-radius: var(--radius-large);
    background: none;
    color: var(--soft);
    font-size: 13px;
    line-height: 1.5;
    cursor: pointer;
}

.drop:hover {
    border-color: var(--cedar);
    color: var(--cedar);
}

.bring {
    display: grid;
    justify-items: center;
    gap: 4px;
    margin-bottom: 8px;
}

.bring > .plain-button,
.lessons > .plain-button {
    align-self: center;
    text-decoration: none;
}

.lessons {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    padding: 0 6px 10px;
}

.lesson {
    position: relative;
    width: 152px;
    background: var(--paper);
    border-radius: var(--radius-small);
    font-size: 13px;
}

.lesson a {
    display: grid;
    padding: 8px 11px;
    text-decoration: none;
    color: inherit;
}

.lesson .corner {
    position: absolute;
    top: 4px;
    right: 0;
}

.lesson strong {
    font: 600 16px var(--serif);
}

.lesson:hover {
    box-shadow: inset 0 0 0 1px var(--cedar);
}

.looks {
    margin: 0;
    padding: 0;
    list-style: none;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius);
}

.looks li {
    display: flex;
    gap: 18px;
    align-items: baseline;
    padding: 8px 13px;
}

.looks li + li {
    border-top: 1px solid var(--hair-light);
}

.looks strong {
    display: inline-block;
    min-width: 220px;
}

.looks a {
    color: inherit;
}

.looks span a {
    color: var(--cedar-ink);
}

.empty {
    max-width: 520px;
    margin: 30px 0;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}

@media (width < 760px) {
    header,
    .views {
        flex-wrap: wrap;
        gap: 8px 12px;
        margin-left: 0;
    }

    .views input {
        min-width: 0;
        max-width: 100%;
    }
}
</style>
