<script setup lang="ts">
import { ElMessageBox } from 'element-plus';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../api/client';
import type { Rack, RackInvitation, RackPiece, Shelf } from '../api/types';
import { useSession } from '../stores/session';
import { useHistory } from '../history/store';
import { tell, tellWithUndo } from '../ui/say';
import FolderCard from './FolderCard.vue';
import ImportSheet from './ImportSheet.vue';
import RackBin from './RackBin.vue';
import RackInvitations from './RackInvitations.vue';
import { useBringIn } from './bringIn';
import { orWarn, useTrying } from '../ui/trying';

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

const shelves = computed<Shelf[]>(() => {
    const wanted = find.value.trim().toLowerCase();
    return (rack.value?.shelves ?? []).map((shelf) => ({
        ...shelf,
        pieces: shelf.pieces.filter((piece) => piece.title.toLowerCase().includes(wanted)),
    }));
});
const flags = computed(() => {
    const list: { piece: RackPiece; section: RackPiece['sections'][number] }[] = [];
    for (const shelf of shelves.value) {
        for (const piece of shelf.pieces) {
            for (const section of piece.sections) {
                if ((section.flags ?? 0) > 0) list.push({ piece, section });
            }
        }
    }
    return list;
});
const isEmpty = computed(() => rack.value !== null && rack.value.shelves.every((shelf) => shelf.pieces.length === 0));

onMounted(load);
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

async function rename(piece: RackPiece): Promise<void> {
    const answer = await ElMessageBox.prompt('The new title', 'Rename', {
        inputValue: piece.title,
        confirmButtonText: 'Rename',
        cancelButtonText: 'Leave it',
        inputValidator: (value: string) => value.trim() !== '' || 'A piece needs a title.',
    }).catch(() => null);
    if (answer) {
        await change(() => api.patch(`pieces/${piece.id}`, { title: answer.value }));
    }
}

async function archive(piece: RackPiece): Promise<void> {
    const archived = !piece.archived;
    await change(() => api.patch(`pieces/${piece.id}`, { archived }));
    tellWithUndo(archived ? `“${piece.title}” is with the earlier pieces.` : `“${piece.title}” is back.`, () => {
        void change(() => api.patch(`pieces/${piece.id}`, { archived: !archived }));
    });
}

async function remove(piece: RackPiece): Promise<void> {
    await change(() => api.delete(`pieces/${piece.id}`));
    tellWithUndo(`“${piece.title}” is in the bin, with its links, and stays there for 30 days.`, () => {
        void change(() => api.post(`pieces/${piece.id}/restore`));
    });
}

async function restore(piece: RackPiece): Promise<void> {
    await change(() => api.post(`pieces/${piece.id}/restore`));
    tell(`“${piece.title}” is back on its shelf.`);
}

async function burn(piece: RackPiece): Promise<void> {
    const isSure = await ElMessageBox.confirm(
        `“${piece.title}” goes for good: its marks, its editions and the links students have. This cannot be taken back.`,
        'Throw away for good',
        { confirmButtonText: 'Throw away for good', cancelButtonText: 'Leave it' },
    ).catch(() => null);
    if (isSure) {
        await change(() => api.delete(`pieces/${piece.id}/bin`));
    }
}

async function accept(invitation: RackInvitation): Promise<void> {
    await change(() => api.post(`shares/${invitation.id}/mine`));
}

async function leave(share: number | undefined, title: string): Promise<void> {
    const isSure = await ElMessageBox.confirm(`“${title}” leaves your rack. Its owner may ask you again.`, 'Leave this piece', {
        confirmButtonText: 'Leave the piece',
        cancelButtonText: 'Stay',
    }).catch(() => null);
    if (isSure) {
        await change(() => api.delete(`shares/${share}/mine`));
    }
}

async function addShelf(): Promise<void> {
    const answer = await ElMessageBox.prompt('For a concert, a term or a book', 'A new shelf', {
        confirmButtonText: 'Add the shelf',
        cancelButtonText: 'Leave it',
        inputValidator: (value: string | null) => (value ?? '').trim() !== '' || 'Give the shelf a name.',
    }).catch(() => null);
    if (answer) {
        await change(() => api.post('shelves', { name: answer.value, kind: 'programme' }));
        tell(`“${answer.value}” is added.`);
    }
}

async function change(work: () => Promise<unknown>): Promise<void> {
    await orWarn(async () => {
        await work();
        await load();
    });
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
            <RackBin :shelves="shelves" @restore="restore" @burn="burn" />
        </template>
        <template v-else>
            <RackInvitations
                v-if="rack.invitations.length"
                :invitations="rack.invitations"
                @accept="accept"
                @decline="(invitation) => leave(invitation.id, invitation.title)"
            />
            <div v-if="isEmpty && rack.shared.length === 0 && !find" class="empty">
                <h2>{{ isEarlier ? 'Nothing was put away yet' : 'The rack is empty' }}</h2>
                <p v-if="!isEarlier">
                    Start with a score: drop a MusicXML file (.musicxml, .xml or .mxl) here, or choose one. You will see
                    what was understood before it is kept.
                </p>
                <button v-if="!isEarlier && rack.shelves.length === 0" class="paper-button" type="button" @click="addShelf">
                    Add a shelf first
                </button>
            </div>
            <section v-for="shelf in shelves" :key="shelf.id" class="shelf">
                <h2>
                    {{ shelf.name }}
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
                        @rename="rename(piece)"
                        @archive="archive(piece)"
                        @remove="remove(piece)"
                    />
                    <button v-if="!isEarlier" type="button" class="drop" @click="chooser?.click()">
                        <template v-if="looking">Reading {{ looking }}…</template>
                        <template v-else>Drop a score here<br />or press to choose one<br /><small>MusicXML or .mxl</small></template>
                    </button>
                </div>
                <div v-else class="lessons">
                    <RouterLink v-for="piece in shelf.pieces" :key="piece.id" :to="`/piece/${piece.id}/desk`" class="lesson">
                        <strong>{{ piece.lesson ?? '·' }}</strong>
                        <span>{{ piece.title }}</span>
                    </RouterLink>
                    <p v-if="shelf.pieces.length === 0" class="quiet">No lessons here.</p>
                </div>
                <div class="board"></div>
            </section>
            <button v-if="!isEarlier" class="plain-button" type="button" @click="addShelf">+ Another shelf</button>
            <section v-if="rack.shared.length && !isEarlier" class="shelf">
                <h2>From colleagues <small class="quiet">pieces you were asked to help with</small></h2>
                <div class="folders">
                    <FolderCard
                        v-for="(piece, index) in rack.shared"
                        :key="piece.id"
                        :piece="piece"
                        :spine="spine(index + 3)"
                        @leave="leave(piece.share, piece.title)"
                    />
                </div>
                <div class="board"></div>
            </section>
            <section v-if="flags.length" class="look">
                <h2>Needs a look</h2>
                <div class="flags">
                    <RouterLink v-for="flag in flags" :key="flag.section.id" :to="`/piece/${flag.piece.id}/desk/${flag.section.id}`">
                        <strong>{{ flag.piece.title }} · {{ flag.section.name }}</strong>
                        <span>{{ flag.section.flags }} {{ flag.section.flags === 1 ? 'thing' : 'things' }} to look at</span>
                    </RouterLink>
                </div>
            </section>
        </template>
        <input
            ref="chooser"
            type="file"
            class="visually-hidden"
            accept=".musicxml,.xml,.mxl"
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
    gap: 16px 14px;
    padding-left: 6px;
    align-items: flex-end;
}

.board {
    height: 6px;
    background: var(--board);
    border-radius: 1px;
}

.drop {
    width: 190px;
    height: 140px;
    margin-bottom: 10px;
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

.lessons {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    padding: 0 6px 10px;
}

.lesson {
    display: grid;
    width: 152px;
    padding: 8px 11px;
    background: var(--paper);
    border-radius: var(--radius-small);
    text-decoration: none;
    color: inherit;
    font-size: 13px;
}

.lesson strong {
    font: 600 16px var(--serif);
}

.lesson:hover {
    box-shadow: inset 0 0 0 1px var(--cedar);
}

.flags {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
    gap: 8px;
}

.flags a {
    display: grid;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    padding: 9px 13px;
    color: inherit;
    text-decoration: none;
}

.flags a:hover {
    border-color: var(--cedar);
}

.empty {
    max-width: 520px;
    margin: 30px 0;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
