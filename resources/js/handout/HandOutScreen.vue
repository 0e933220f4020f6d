<script setup lang="ts">
import QRCode from 'qrcode-svg';
import { ElDialog, ElOption, ElSelect } from 'element-plus';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { BowDensity, Density, HandOut, HandOutSection, Share } from '../api/types';
import { remember, remembered } from '../ui/remembered';
import { tell, warn, when } from '../ui/say';
import { orWarn, sentenceOf, useTrying } from '../ui/trying';

const MAY: { value: Share['may']; label: string }[] = [
    { value: 'read', label: 'may look' },
    { value: 'propose', label: 'may propose' },
    { value: 'edit', label: 'may change marks' },
];

/** What stands for no choice of its own: the picker shows nothing for an empty one. */
const AS_THE_CLASS = 'class';
const DENSITIES: { value: Density | typeof AS_THE_CLASS; label: string }[] = [
    { value: AS_THE_CLASS, label: 'as the class' },
    { value: 'sparse', label: 'few' },
    { value: 'standard', label: 'some' },
    { value: 'every', label: 'every note' },
];
const BOW_DENSITIES: { value: BowDensity | typeof AS_THE_CLASS; label: string }[] = [
    { value: AS_THE_CLASS, label: 'as the class' },
    { value: 'few', label: 'few' },
    { value: 'some', label: 'some' },
    { value: 'every', label: 'every measure' },
];

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
const email = ref('');
const may = ref<Share['may']>('propose');

const mayEdit = computed(() => ['own', 'edit'].includes(data.value?.piece.role ?? ''));
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
const isDrawing = (section: HandOutSection): boolean =>
    section.edition !== null && ['waits', 'works'].includes(section.edition.drawing) && section.edition.pages > 0;

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

function drawn(section: HandOutSection): string {
    const { drawn, pages, drawing, says } = section.edition ?? { drawn: 0, pages: 0, drawing: 'done', says: null };
    const count = `${drawn} of ${pages} pages drawn`;
    if (drawing === 'failed') return says ?? '';
    if (drawing === 'stopped') return `${count}; stopped`;
    if (drawing === 'asked') return drawn < pages ? `${count}; the others when somebody opens them` : '';
    return isDrawing(section) ? count : '';
}

function stopDrawing(section: HandOutSection): Promise<void> {
    return work(section, () => api.delete(`sections/${section.id}/drawing`), 'Drawing is stopped. A page that a player opens is drawn then.');
}

function drawAgain(section: HandOutSection): Promise<void> {
    return work(section, () => api.post(`sections/${section.id}/drawing`), `The pages of ${section.name} are being drawn.`);
}

/** What has not changed is not handed out again. */
function mayHandOut(section: HandOutSection): boolean {
    return !section.edition || !section.since || section.since.added.length + section.since.removed.length > 0;
}

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

async function setDensity(section: HandOutSection, of: 'density' | 'bows', value: string): Promise<void> {
    await orWarn(async () => {
        const chosen = { [of]: value === AS_THE_CLASS ? null : value };
        const answer = await api.put<{ density: Density | null; bows: BowDensity | null }>(`sections/${section.id}/density`, chosen);
        put({ ...section, ...answer });
        tell('The next edition shows it so.');
        await load();
    });
}

function publish(section: HandOutSection): Promise<void> {
    const number = (section.edition?.number ?? 0) + 1;
    return work(section, () => api.post(`sections/${section.id}/editions`), `Edition ${number} of ${section.name} is out.`);
}

async function publishAll(): Promise<void> {
    for (const section of data.value?.sections ?? []) {
        if (mayHandOut(section)) {
            await publish(section);
        }
    }
}

function renew(section: HandOutSection): Promise<void> {
    return work(section, () => api.post(`sections/${section.id}/links`), 'A new link is ready; the old one is ended.');
}

function end(section: HandOutSection): Promise<void> {
    return work(section, () => api.delete(`links/${section.link?.id}`), 'The link is ended. Nobody can open it any more.');
}

async function copy(text: string): Promise<void> {
    try {
        await navigator.clipboard.writeText(text);
        tell('The link is copied.');
    } catch {
        window.prompt('Copy this link:', text);
    }
}

function showCode(section: HandOutSection): void {
    if (!section.link) return;
    const { url } = section.link;
    const svg = new QRCode({ content: url, width: 240, height: 240, padding: 1, join: true, ecl: 'M' }).svg();
    code.value = { name: section.name, url, svg };
}

function changes(section: HandOutSection): string {
    if (!section.since) return '';
    const count = section.since.added.length + section.since.removed.length;
    return count === 0 ? 'nothing has changed since' : `${count} ${count === 1 ? 'thing has' : 'things have'} changed since`;
}

async function invite(): Promise<void> {
    await orWarn(async () => {
        const share = await api.post<Share>(`pieces/${data.value?.piece.id}/shares`, { email: email.value, may: may.value });
        if (data.value) {
            data.value.shares = [...data.value.shares.filter((one) => one.id !== share.id), share];
        }
        email.value = '';
        tell(share.waiting ? 'The invitation is written; pass its link on.' : `${share.name} can open the piece now.`);
    });
}

async function changeShare(share: Share, value: Share['may']): Promise<void> {
    await orWarn(async () => {
        Object.assign(share, await api.patch<Share>(`shares/${share.id}`, { may: value }));
    });
}

async function endShare(share: Share): Promise<void> {
    await orWarn(async () => {
        await api.delete(`shares/${share.id}`);
        if (data.value) data.value.shares = data.value.shares.filter((one) => one.id !== share.id);
    });
}
</script>

<template>
    <div class="hand-out">
        <header>
            <h1>Hand out</h1>
            <span class="quiet">{{ data?.piece.title }}</span>
            <label v-if="data" class="quiet paper">
                Paper
                <ElSelect v-model="paper" size="small" class="density" aria-label="Paper of the PDF files" @change="remember('paper', paper)">
                    <ElOption v-for="one in PAPERS" :key="one.value" :value="one.value" :label="one.label" />
                </ElSelect>
            </label>
            <a v-if="data" class="plain-button" :href="`/api/v1/pieces/${data.piece.id}/download.pdf?paper=${paper}`" download>All parts as one PDF</a>
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
            <article v-for="section in data.sections" :key="section.id" class="part">
                <div class="what">
                    <h2>{{ section.name }}</h2>
                    <p v-if="section.edition">
                        Edition {{ section.edition.number }}, {{ when(section.edition.at) }};
                        <span :class="{ changed: changes(section) !== 'nothing has changed since' }">{{ changes(section) }}</span>
                    </p>
                    <p v-else class="quiet">Not handed out yet.</p>
                    <details v-if="section.told && section.told.write.length + section.told.rubOut.length > 0" class="told">
                        <summary>What players will be told</summary>
                        <ul>
                            <li v-for="sign in section.told.write" :key="sign">{{ sign }}</li>
                            <li v-for="sign in section.told.rubOut" :key="`rub out ${sign}`"><s>{{ sign }}</s> rubbed out</li>
                        </ul>
                    </details>
                    <p v-if="drawn(section)" class="drawn" role="status">
                        {{ drawn(section) }}
                        <button v-if="mayEdit && isDrawing(section)" class="plain-button" type="button" @click="stopDrawing(section)">Stop</button>
                        <button v-else-if="mayEdit" class="plain-button" type="button" @click="drawAgain(section)">Draw the rest</button>
                    </p>
                    <label v-if="mayEdit" class="quiet fingers">
                        Fingers
                        <ElSelect :model-value="section.density ?? AS_THE_CLASS" size="small" class="density" :aria-label="`Fingers on the page of ${section.name}`" @change="(value: string) => setDensity(section, 'density', value)">
                            <ElOption v-for="one in DENSITIES" :key="one.value" :value="one.value" :label="one.label" />
                        </ElSelect>
                    </label>
                    <label v-if="mayEdit" class="quiet fingers">
                        Bow signs
                        <ElSelect :model-value="section.bows ?? AS_THE_CLASS" size="small" class="density" :aria-label="`Bow signs on the page of ${section.name}`" @change="(value: string) => setDensity(section, 'bows', value)">
                            <ElOption v-for="one in BOW_DENSITIES" :key="one.value" :value="one.value" :label="one.label" />
                        </ElSelect>
                    </label>
                    <p v-if="section.flags || section.proposals" class="look">
                        <RouterLink :to="`/piece/${data.piece.id}/desk/${section.id}`">
                            <template v-if="section.flags">{{ section.flags }} to look at</template>
                            <template v-if="section.flags && section.proposals">, </template>
                            <template v-if="section.proposals">{{ section.proposals }} proposed</template>
                        </RouterLink>
                    </p>
                </div>
                <div class="link">
                    <template v-if="section.link">
                        <a :href="section.link.url" target="_blank" rel="noopener">{{ section.link.shown }}</a>
                        <div>
                            <button class="plain-button" type="button" @click="copy(section.link.url)">Copy link</button>
                            <button class="plain-button" type="button" @click="showCode(section)">Square code</button>
                            <button class="plain-button" type="button" @click="renew(section)">Renew</button>
                            <button class="plain-button" type="button" @click="end(section)">End</button>
                        </div>
                    </template>
                    <template v-else-if="section.edition && mayEdit">
                        <span class="quiet">The link is ended.</span>
                        <div><button class="plain-button" type="button" @click="renew(section)">Make a new link</button></div>
                    </template>
                </div>
                <div class="take">
                    <span class="quiet">Take away</span>
                    <a :href="`/api/v1/sections/${section.id}/download.pdf?paper=${paper}`" download>PDF</a>
                    <a :href="`/api/v1/sections/${section.id}/download.musicxml`" download>MusicXML</a>
                    <a :href="`/api/v1/sections/${section.id}/download.mxl`" download>MXL</a>
                    <a :href="`/api/v1/sections/${section.id}/download.txt`" download>Pencil list</a>
                </div>
                <button v-if="mayEdit && mayHandOut(section)" class="paper-button" type="button" :disabled="busy === section.id" @click="publish(section)">
                    {{ busy === section.id ? 'Freezing…' : section.edition ? `Hand out edition ${section.edition.number + 1}` : 'Hand out' }}
                </button>
            </article>

            <section v-if="isOwner" class="teachers">
                <h2>Co-teachers</h2>
                <ul>
                    <li v-for="share in data.shares" :key="share.id">
                        <span>
                            <strong>{{ share.name ?? share.email }}</strong>
                            <small v-if="share.waiting" class="quiet"> invited; the invitation waits</small>
                        </span>
                        <ElSelect :model-value="share.may" size="small" class="may" :aria-label="`What ${share.name ?? share.email} may do`" @change="(value: Share['may']) => changeShare(share, value)">
                            <ElOption v-for="one in MAY" :key="one.value" :value="one.value" :label="one.label" />
                        </ElSelect>
                        <button v-if="share.waiting" class="plain-button" type="button" @click="copy(share.url)">Copy invitation</button>
                        <button class="plain-button" type="button" @click="endShare(share)">End</button>
                    </li>
                </ul>
                <form @submit.prevent="invite">
                    <input v-model="email" type="email" placeholder="E-mail address of a colleague" aria-label="E-mail address" required />
                    <ElSelect v-model="may" class="may" aria-label="What the colleague may do">
                        <ElOption v-for="one in MAY" :key="one.value" :value="one.value" :label="one.label" />
                    </ElSelect>
                    <button class="paper-button" type="submit">Invite</button>
                </form>
            </section>
        </template>
        <ElDialog :model-value="code !== null" :title="code?.name" width="320px" @close="code = null">
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div class="code" role="img" :aria-label="`Square code for ${code?.url}`" v-html="code?.svg"></div>
            <p class="quiet small">{{ code?.url }}</p>
        </ElDialog>
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

.paper {
    display: flex;
    align-items: center;
    gap: 8px;
    margin-left: auto;
}

.fingers {
    display: flex;
    align-items: center;
    gap: 8px;
    margin-top: 4px;
    font-size: 13px;
}

.density {
    width: 130px;
}

.part {
    display: grid;
    grid-template-columns: 230px minmax(0, 1fr) 190px 160px;
    gap: 16px;
    align-items: center;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    padding: 12px 16px;
    margin-bottom: 8px;
}

.what p {
    margin: 2px 0 0;
    font-size: 13px;
}

.told {
    font-size: 13px;
}

.told summary {
    cursor: pointer;
    color: var(--cedar-ink);
    font-weight: 700;
}

.told ul {
    margin: 4px 0;
    padding-left: 16px;
    list-style: none;
}

.told li {
    display: block;
    padding: 1px 0;
    border: 0;
}

.changed {
    color: var(--cedar);
    font-weight: 700;
}

.link {
    min-width: 0;
    font-size: 13px;
}

.link > a {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    padding-left: 8px;
}

.take {
    display: flex;
    flex-wrap: wrap;
    gap: 0 12px;
    font-size: 13px;
}

.take span {
    width: 100%;
}

.teachers {
    margin-top: 26px;
    max-width: 720px;
}

ul {
    list-style: none;
    padding: 0;
}

li {
    display: flex;
    align-items: center;
    gap: 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--hair);
}

li span:first-child {
    flex: 1;
}

.may {
    width: 170px;
}

form {
    display: flex;
    gap: 10px;
}

form input {
    flex: 1;
    padding: 6px 10px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
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
