<script setup lang="ts">
/** A corrected edition of the score, laid over a piece that is marked. */
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import type { CorrectionReport, CorrectionRow, RackPiece, Understanding } from '../api/types';
import { MOST_MEGABYTES } from '../rack/bringIn';
import { tell, tellWithUndo, when } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';
import CorrectionQuestions from './CorrectionQuestions.vue';

/** With fewer notes in common, somebody has probably taken the wrong file. */
const LEAST_LIKENESS = 0.5;

const route = useRoute();
const router = useRouter();
const id = computed(() => String(route.params.piece));
const piece = ref<RackPiece | null>(null);
const corrections = ref<CorrectionRow[]>([]);
const looked = ref<(CorrectionReport & { token: string; file: string }) | null>(null);
/** Marks that go to their new place; the others of the list are put away. */
const keep = ref<Set<number>>(new Set());
const isOver = ref(false);
const chooser = ref<HTMLInputElement | null>(null);
const { problem: wrongPiece, attempt: open } = useTrying();
const { problem, isBusy, attempt } = useTrying();
const doing = ref('');

const kept = computed(() => looked.value?.parts.reduce((sum, part) => sum + (part.becomes === 'gone' ? 0 : part.marks - part.asked), 0) ?? 0);
const gone = computed(() => looked.value?.parts.filter((part) => part.becomes === 'gone') ?? []);
const isSame = computed(() => looked.value?.told.length === 0 && looked.value.parts.every((part) => part.becomes === 'same'));

onMounted(load);
watch(id, load);

async function load(): Promise<void> {
    if (route.name !== 'correction') return;
    looked.value = null;
    await open(async () => {
        [piece.value, corrections.value] = await Promise.all([
            api.get<RackPiece>(`pieces/${id.value}`),
            api.get<CorrectionRow[]>(`pieces/${id.value}/corrections`),
        ]);
    });
    // A score that was looked at on the rack.
    const { token, file } = route.query;
    if (typeof token === 'string' && typeof file === 'string' && !wrongPiece.value) {
        await router.replace({ query: {} });
        await attempt(async () => {
            doing.value = `Laying ${file} under the marks…`;
            await look(token, file);
        });
    }
}

async function take(file: File | undefined): Promise<void> {
    isOver.value = false;
    if (!file || isBusy.value) return;
    await attempt(async () => {
        if (file.size > MOST_MEGABYTES * 1024 * 1024) {
            throw new Error(`${file.name}: the file is larger than ${MOST_MEGABYTES} MB, which is more than any part needs.`);
        }
        doing.value = `Reading ${file.name} and laying it under the marks…`;
        const form = new FormData();
        form.append('score', file);
        const { token, file: name } = await api.post<Understanding>('scores/look', form);
        await look(token, name);
    });
}

async function look(token: string, file: string): Promise<void> {
    const report = await api.post<CorrectionReport>(`pieces/${id.value}/corrections/look`, { token, file });
    looked.value = { ...report, token, file };
    keep.value = new Set(report.questions.filter((question) => question.keep).map((question) => question.mark));
}

async function bringIn(): Promise<void> {
    const { token, file, revision } = looked.value ?? { token: '', file: '', revision: 0 };
    doing.value = 'Bringing it in…';
    const isIn = await attempt(async () => {
        const row = await api.post<CorrectionRow>(`pieces/${id.value}/corrections`, { token, file, revision, keep: [...keep.value] });
        tellWithUndo(`${row.file} is the score of this piece now.`, () => void takeBack(row));
        await load();
    });
    if (!isIn) {
        // Somebody marked meanwhile: the list is made again, what went wrong stays told.
        await look(token, file).catch(() => undefined);
    }
}

async function takeBack(row: CorrectionRow): Promise<void> {
    doing.value = 'Laying the score before under the marks again…';
    await orWarn(async () => {
        isBusy.value = true;
        try {
            await api.delete(`corrections/${row.id}`);
            tell(`${row.file} is taken back; the score before is there again.`);
            await load();
        } finally {
            isBusy.value = false;
        }
    });
}
</script>

<template>
    <div
        class="correction"
        :class="{ 'is-over': isOver }"
        @dragover.prevent="isOver = true"
        @dragleave.self="isOver = false"
        @drop.prevent="take(($event.dataTransfer?.files ?? [])[0])"
    >
        <header>
            <h1>Corrected score</h1>
            <span class="quiet">{{ piece?.title }}</span>
        </header>
        <p v-if="wrongPiece" class="problem" role="alert">{{ wrongPiece }}</p>
        <template v-else>
            <p v-if="!looked" class="quiet lead">
                The publisher sent a new edition, or you put a wrong note right in your notation program: bring the file in here.
                Notes that are the same keep their marks. What cannot stay where it was is shown to you first, and all of it can be
                taken back.
            </p>
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <p v-if="isBusy" role="status" class="busy">{{ doing }}</p>
            <div v-else-if="!looked" class="choose">
                <button class="cedar-button" type="button" @click="chooser?.click()">Choose the corrected file</button>
                <span class="quiet">or drop it anywhere here: .musicxml, .xml or .mxl</span>
            </div>
            <section v-else aria-label="What it changes">
                <h2>{{ looked.file }}</h2>
                <p v-if="looked.likeness < LEAST_LIKENESS" class="problem" role="alert">
                    This looks like another piece: {{ Math.round(100 * looked.likeness) }} % of the notes are the same.
                </p>
                <p v-if="isSame" class="quiet">Every note is as it was. Bringing it in changes only how the page looks.</p>
                <ul v-else class="told">
                    <li v-for="sentence in looked.told" :key="sentence">{{ sentence }}</li>
                    <li v-for="part in looked.parts.filter((one) => one.becomes === 'new')" :key="part.name">{{ part.name }} is a new part.</li>
                    <li v-for="part in gone" :key="part.name" class="is-gone">
                        {{ part.name }} is not in it. Its page and its {{ part.marks }} marks are kept aside, and come back when this
                        is taken back; what was handed out stays readable.
                    </li>
                </ul>
                <p>
                    <strong>{{ kept }} {{ kept === 1 ? 'mark stays' : 'marks stay' }}</strong> at the same notes.
                    <template v-if="looked.questions.length">
                        {{ looked.questions.length }} {{ looked.questions.length === 1 ? 'has' : 'have' }} lost the note they stood at:
                    </template>
                </p>
                <CorrectionQuestions v-if="looked.questions.length" v-model="keep" :questions="looked.questions" />
                <div class="choose">
                    <button class="cedar-button" type="button" @click="bringIn">Bring it in</button>
                    <button class="paper-button" type="button" @click="looked = null">Leave the score as it is</button>
                </div>
            </section>
            <section v-if="corrections.length && !looked" class="before" aria-label="Brought in before">
                <h2>Brought in before</h2>
                <ol>
                    <li v-for="row in corrections" :key="row.id" :class="{ 'is-back': row.takenBack }">
                        <strong>{{ row.file }}</strong>
                        <span class="quiet">{{ row.who }}, {{ when(row.at) }}</span>
                        <span v-if="row.takenBack" class="quiet">taken back {{ when(row.takenBack) }}</span>
                        <button v-else-if="row.isNewest" class="plain-button" type="button" :disabled="isBusy" @click="takeBack(row)">Take it back</button>
                    </li>
                </ol>
            </section>
        </template>
        <input
            ref="chooser"
            type="file"
            class="visually-hidden"
            accept=".musicxml,.xml,.mxl,.abc"
            aria-label="Choose the corrected score"
            tabindex="-1"
            @change="take(($event.target as HTMLInputElement).files?.[0])"
        />
    </div>
</template>

<style scoped>
.correction {
    height: 100%;
    overflow: auto;
    padding: 12px 30px 40px 14px;
    max-width: 980px;
}

.correction.is-over {
    box-shadow: inset 0 0 0 4px var(--cedar);
}

header {
    display: flex;
    align-items: baseline;
    gap: 20px;
}

.lead {
    max-width: 640px;
}

.choose {
    display: flex;
    align-items: center;
    gap: 14px;
    margin: 18px 0;
}

.told {
    margin: 6px 0 12px;
    padding-left: 18px;
    font-family: var(--serif);
    font-size: 16px;
}

.is-gone,
.problem {
    color: var(--wrong);
}

.problem {
    font-weight: 700;
}

.before {
    margin-top: 34px;
}

.before ol {
    list-style: none;
    padding: 0;
}

.before li {
    display: flex;
    gap: 16px;
    align-items: baseline;
    padding: 6px 0;
    border-bottom: 1px solid var(--hair);
}

.before .is-back strong {
    text-decoration: line-through;
    font-weight: 400;
}
</style>
