<script setup lang="ts">
/** One part on Hand out: its edition, what changed since, its link, what can be taken away. */
import { ElMessageBox, ElOption, ElSelect } from 'element-plus';
import { computed, ref, watch } from 'vue';
import { api } from '../api/client';
import type { BowDensity, Density, EditionChange, HandOutSection } from '../api/types';
import { copy, tell, tellWithUndo, warn, when } from '../ui/say';
import { orWarn, sentenceOf } from '../ui/trying';
import { isDrawing, mayHandOut, type PartSheet } from './part';

const props = defineProps<{ section: HandOutSection; pieceId: number; mayEdit: boolean; isBusy: boolean }>();
const emit = defineEmits<{ put: [section: HandOutSection]; publish: []; code: []; stale: []; lay: [what: PartSheet] }>();

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

const changes = ref<EditionChange[] | null>(null);

const details = ref<HTMLDetailsElement | null>(null);

watch(
    () => JSON.stringify([props.section.edition?.number, props.section.since]),
    () => {
        changes.value = null;
        void askWhatChanged();
    },
);

/** What was decided, and what follows: worked out when somebody looks. */
async function askWhatChanged(): Promise<void> {
    if (!details.value?.open || changes.value) return;
    await orWarn(async () => {
        changes.value = (await api.get<{ changes: EditionChange[] | null }>(`sections/${props.section.id}/changes`)).changes ?? [];
    });
}

async function work(call: () => Promise<HandOutSection>, said: string): Promise<boolean> {
    try {
        emit('put', await call());
        tell(said);
        return true;
    } catch (error) {
        warn(sentenceOf(error));
        return false;
    }
}

const drawn = computed(() => {
    const { section } = props;
    const { drawn, pages, drawing, says } = section.edition ?? { drawn: 0, pages: 0, drawing: 'done', says: null };
    const count = `${drawn} of ${pages} pages drawn`;
    if (drawing === 'failed') return says ?? '';
    if (drawing === 'stopped') return `${count}; stopped`;
    if (drawing === 'asked') return drawn < pages ? `${count}; the others when somebody opens them` : '';
    return isDrawing(section) ? count : '';
});

function stopDrawing(): Promise<boolean> {
    return work(() => api.delete(`sections/${props.section.id}/drawing`), 'Drawing is stopped. A page that a player opens is drawn then.');
}

function drawAgain(): Promise<boolean> {
    return work(() => api.post(`sections/${props.section.id}/drawing`), `The pages of ${props.section.name} are being drawn.`);
}

async function setDensity(of: 'density' | 'bows', value: string): Promise<void> {
    await orWarn(async () => {
        await api.put(`sections/${props.section.id}/density`, { [of]: value === AS_THE_CLASS ? null : value });
        tell('The next edition shows it so.');
        emit('stale');
    });
}

async function renew(isAsked: boolean): Promise<void> {
    const isSure = !isAsked || (await ElMessageBox.confirm(
        'The old link ends at once, and square codes that are printed already open nothing any more.',
        'A new link?',
        { confirmButtonText: 'Make a new link', cancelButtonText: 'Keep the old one' },
    ).then(() => true, () => false));
    if (isSure) await work(() => api.post(`sections/${props.section.id}/links`), 'A new link is ready; the old one is ended.');
}

async function end(): Promise<void> {
    const id = props.section.link?.id;
    try {
        emit('put', await api.delete(`links/${id}`));
        tellWithUndo('The link is ended. Nobody can open it any more.', () => void openAgain(id));
    } catch (error) {
        warn(sentenceOf(error));
    }
}

function openAgain(id: number | null | undefined): Promise<boolean> {
    return work(() => api.patch(`links/${id}`, { ended: false }), 'The link opens again.');
}

function show(what: 'all' | 'list'): Promise<boolean> {
    const said = what === 'list' ? 'The link shows the pencil list alone now.' : 'The link shows the music now, and the list.';
    return work(() => api.patch(`links/${props.section.link?.id}`, { shows: what }), said);
}

function letHear(hears: boolean): Promise<boolean> {
    const said = hears ? 'Players may hear the other parts with theirs.' : 'Players hear their own part alone.';
    return work(() => api.patch(`links/${props.section.link?.id}`, { hears }), said);
}

const since = computed(() => {
    if (!props.section.since) return '';
    const count = props.section.since.added.length + props.section.since.removed.length;
    const heard = props.section.heard === 0 ? '' : `what was heard is other in ${props.section.heard} ${props.section.heard === 1 ? 'place' : 'places'}`;
    if (count === 0) return heard || 'nothing has changed since';
    return `${count} ${count === 1 ? 'thing has' : 'things have'} changed since${heard ? `, and ${heard}` : ''}`;
});

/** How many have seen it: counts, and no names. */
const seen = computed(() => {
    const { opened = 0, finished = 0 } = props.section.link ?? {};
    if (opened === 0) return 'not opened yet';
    const devices = `opened on ${opened} ${opened === 1 ? 'device' : 'devices'}`;
    return finished === 0 ? devices : `${devices}; list finished on ${finished}`;
});
</script>

<template>
    <article class="part">
        <div class="what">
            <h2>{{ section.name }}</h2>
            <p v-if="section.edition">
                Edition {{ section.edition.number }}, {{ when(section.edition.at) }};
                <span :class="{ changed: since !== 'nothing has changed since' }">{{ since }}</span>
            </p>
            <p v-else class="quiet">Not handed out yet.</p>
            <details v-if="section.told && section.told.write.length + section.told.rubOut.length > 0" ref="details" class="told" @toggle="askWhatChanged">
                <summary>What players will be told</summary>
                <p v-if="!changes" class="quiet" role="status">Comparing…</p>
                <ul v-if="changes?.length">
                    <li v-for="change in changes" :key="change.text" :class="change.kind">{{ change.text }}</li>
                </ul>
                <p class="quiet">On the pencil list:</p>
                <ul>
                    <li v-for="sign in section.told.write" :key="sign">{{ sign }}</li>
                    <li v-for="sign in section.told.rubOut" :key="`rub out ${sign}`"><s>{{ sign }}</s> rubbed out</li>
                </ul>
            </details>
            <p v-if="drawn" class="drawn" role="status">
                {{ drawn }}
                <button v-if="mayEdit && isDrawing(section)" class="plain-button" type="button" @click="stopDrawing">Stop</button>
                <button v-else-if="mayEdit" class="plain-button" type="button" @click="drawAgain">Draw the rest</button>
            </p>
            <label v-if="mayEdit" class="quiet fingers">
                Fingers
                <ElSelect :model-value="section.density ?? AS_THE_CLASS" size="small" class="density" :aria-label="`Fingers on the page of ${section.name}`" @change="(value: string) => setDensity('density', value)">
                    <ElOption v-for="one in DENSITIES" :key="one.value" :value="one.value" :label="one.label" />
                </ElSelect>
            </label>
            <label v-if="mayEdit" class="quiet fingers">
                Bow signs
                <ElSelect :model-value="section.bows ?? AS_THE_CLASS" size="small" class="density" :aria-label="`Bow signs on the page of ${section.name}`" @change="(value: string) => setDensity('bows', value)">
                    <ElOption v-for="one in BOW_DENSITIES" :key="one.value" :value="one.value" :label="one.label" />
                </ElSelect>
            </label>
            <p v-if="section.flags || section.proposals" class="look">
                <RouterLink :to="`/piece/${pieceId}/desk/${section.id}`">
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
                    <button class="plain-button" type="button" @click="emit('code')">Square code</button>
                    <button class="plain-button" type="button" @click="renew(true)">Renew</button>
                    <button class="plain-button" type="button" @click="end">End</button>
                </div>
                <label class="quiet shows">
                    <input type="checkbox" :checked="section.link.shows === 'list'" @change="show(section.link.shows === 'list' ? 'all' : 'list')" />
                    the pencil list alone
                </label>
                <label v-if="section.link.shows === 'all'" class="quiet shows">
                    <input type="checkbox" :checked="section.link.hears" @change="letHear(!section.link.hears)" />
                    players may hear the other parts
                </label>
                <span class="quiet seen">{{ seen }}</span>
            </template>
            <template v-else-if="section.edition && mayEdit">
                <span class="quiet">The link is ended.</span>
                <div><button class="plain-button" type="button" @click="renew(false)">Make a new link</button><button v-if="section.openAgain" class="plain-button" type="button" @click="openAgain(section.openAgain)">Open it again</button></div>
            </template>
        </div>
        <div class="take">
            <span class="quiet">Take away</span>
            <button class="as-link" type="button" @click="emit('lay', 'part')">PDF</button>
            <a :href="`/api/v1/sections/${section.id}/download.musicxml`" download>MusicXML</a>
            <a :href="`/api/v1/sections/${section.id}/download.mxl`" download>MXL</a>
            <a :href="`/api/v1/sections/${section.id}/download.abc`" download>ABC</a>
            <a :href="`/api/v1/sections/${section.id}/download.txt`" download>Pencil list</a>
            <button class="as-link" type="button" @click="emit('lay', 'list')">Lists on paper</button>
            <button class="as-link" type="button" @click="emit('lay', 'open-strings')">Open strings</button>
            <button class="as-link" type="button" @click="emit('lay', 'patterns')">Finger patterns</button>
        </div>
        <button v-if="mayEdit && mayHandOut(section)" class="paper-button" type="button" :disabled="isBusy" @click="emit('publish')">
            {{ isBusy ? 'Freezing…' : section.edition ? `Hand out edition ${section.edition.number + 1}` : 'Hand out' }}
        </button>
    </article>
</template>

<style scoped>
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
    align-items: start;
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

.as-link {
    border: 0;
    padding: 0;
    background: none;
    color: var(--cedar-ink);
    font: inherit;
    text-decoration: underline;
    cursor: pointer;
}

.take span {
    width: 100%;
}

.told .follows {
    padding-left: 14px;
    color: var(--soft);
}

.shows {
    display: flex;
    align-items: center;
    gap: 6px;
    padding: 2px 8px;
}

.seen {
    padding-left: 8px;
}

/* On a phone everything stands in one column. */
@media (width < 760px) {
    .part {
        grid-template-columns: minmax(0, 1fr);
        gap: 10px;
    }

    .part :deep(a) {
        overflow-wrap: anywhere;
    }
}
</style>
