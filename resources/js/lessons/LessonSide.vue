<script setup lang="ts">
/** Beside the sections of a lesson: what can be done with the chosen note, what is new, the first steps, paper and hand out. */
import { computed, ref } from 'vue';
import type { BookFact, DeskNote, LessonDesk } from '../api/types';

const props = defineProps<{ lesson: LessonDesk; note: DeskNote | null; section: string; here: number | null; hasMark: boolean; isBusy: boolean }>();
const emit = defineEmits<{
    act: [words: string, isBow: boolean];
    slur: [];
    asItComes: [];
    say: [body: Record<string, unknown>];
    print: [what: 'all' | number, hasNames: boolean];
}>();
const forAll = defineModel<boolean>('forAll', { required: true });

const BOWS = [['⊓ down', 'down'], ['V up', 'up'], ['hook', 'hook'], ['retake', 'retake']] as const;
const FINGERS = ['0', '1', 'low 2', 'high 2', '2', '3', '4'];
const paper = ref<'all' | number>('all');
const hasNames = ref(false);

/** What is new, told once for all instruments that share it. */
const news = computed(() => {
    const rows = new Map<string, { fact: BookFact; instruments: string[] }>();
    Object.entries(props.lesson.news).forEach(([instrument, facts]) => facts.forEach((fact) => {
        const row = rows.get(fact.key) ?? { fact, instruments: [] };
        rows.set(fact.key, { fact, instruments: [...row.instruments, instrument] });
    }));
    return [...rows.values()];
});
const muted = computed(() => news.value.filter(({ fact }) => fact.muted).map(({ fact }) => fact.key));
const words = computed(() => Object.fromEntries(news.value.map(({ fact }) => [fact.key, fact.text])));
const isWhole = (instruments: string[]): boolean => instruments.length === Object.keys(props.lesson.news).length;

function mute(fact: BookFact): void {
    emit('say', { muted: fact.muted ? muted.value.filter((key) => key !== fact.key) : [...muted.value, fact.key] });
}

const worded = ref('');
function word(fact: BookFact, text: string): void {
    worded.value = '';
    if (text.trim() !== fact.text) emit('say', { words: { ...words.value, [fact.key]: text.trim() } });
}

function step(key: string, isTaken: boolean): void {
    const taken = props.lesson.steps.filter((one) => (one.key === key ? isTaken : one.taken)).map((one) => one.key);
    emit('say', { steps: taken });
}

const told = computed(() => {
    const { note } = props;
    if (!note) return 'Press a note.';
    const bow = note.bow ? `${note.bow.direction} bow` : 'not bowed';
    const finger = note.finger ? `, ${note.finger.number === 0 ? 'open' : note.finger.words} on ${note.finger.string}` : '';
    return `${props.section}, ${note.inWords}: ${note.spoken ? `${note.spoken.replace(/\d+$/, '')}, ` : ''}${bow}${finger}`;
});
</script>

<template>
    <aside aria-label="About this lesson">
        <section>
            <p role="status" aria-live="polite"><b>{{ told }}</b></p>
            <template v-if="lesson.mayManage">
                <div class="acts" role="group" aria-label="Bow, in all sections">
                    <button v-for="[label, does] in BOWS" :key="does" type="button" class="paper-button" :disabled="!note?.bow || isBusy" @click="emit('act', does, true)">{{ label }}</button>
                    <button type="button" class="paper-button" :disabled="!note?.bow || isBusy" @click="emit('slur')">slur on</button>
                </div>
                <p class="quiet small">A bow goes to every section: one rhythm, one bowing.</p>
                <div class="acts" role="group" aria-label="Finger">
                    <button v-for="one in FINGERS" :key="one" type="button" class="paper-button" :disabled="!note?.finger || isBusy" @click="emit('act', one, false)">{{ one }}</button>
                </div>
                <label class="small"><input v-model="forAll" type="checkbox" /> fingers in all sections</label>
                <button v-if="hasMark" type="button" class="plain-button" @click="emit('asItComes')">As it comes</button>
            </template>
        </section>
        <section>
            <h2>New here</h2>
            <p v-if="news.length === 0" class="quiet small">Nothing that an earlier lesson has not brought.</p>
            <p v-for="one in lesson.much" :key="one" class="wrong small">{{ one }}</p>
            <ul>
                <li v-for="{ fact, instruments } in news" :key="fact.key" :class="{ 'is-muted': fact.muted }">
                    <input v-if="worded === fact.key" :value="fact.text" maxlength="80" :aria-label="`${fact.text}, in your words`" @change="word(fact, ($event.target as HTMLInputElement).value)" @blur="worded = ''" />
                    <span v-else>{{ fact.text }} <small class="quiet">{{ fact.measure === '0' ? '' : `m. ${fact.measure}` }}<template v-if="!isWhole(instruments)"> · {{ instruments.join(', ') }}</template></small></span>
                    <template v-if="lesson.mayManage">
                        <button type="button" class="plain-button" :aria-label="`Say ${fact.text} otherwise`" @click="worded = fact.key">✎</button>
                        <button type="button" class="plain-button" @click="mute(fact)">{{ fact.muted ? 'tell' : 'mute' }}</button>
                    </template>
                </li>
            </ul>
        </section>
        <section>
            <h2>First steps</h2>
            <label v-for="one in lesson.steps" :key="one.key" class="step">
                <input type="checkbox" :checked="one.taken" :disabled="!lesson.mayManage" @change="step(one.key, ($event.target as HTMLInputElement).checked)" /> {{ one.words }}
            </label>
            <p v-if="lesson.steps.some((one) => one.taken)" class="quiet small">
                They stand on the printed sheet, and go out as the first
                <RouterLink :to="`/piece/${lesson.id}/practice/${here ?? lesson.parts[0]?.id}`">practice lines</RouterLink>.
            </p>
        </section>
        <section class="out">
            <RouterLink v-if="lesson.isTyped && lesson.mayManage" :to="`/piece/${lesson.id}/write-in`" class="paper-button">Write on</RouterLink>
            <RouterLink :to="`/piece/${lesson.id}/hand-out`" class="paper-button">Hand out</RouterLink>
            <span class="print">
                <select v-model="paper" aria-label="Which sheet">
                    <option value="all">all on one sheet</option>
                    <option v-for="part in lesson.parts" :key="part.id" :value="part.id">{{ part.name }}</option>
                </select>
                <button type="button" class="paper-button" @click="emit('print', paper, hasNames)">Print</button>
            </span>
            <label class="small"><input v-model="hasNames" type="checkbox" /> with the names of the notes</label>
        </section>
    </aside>
</template>

<style scoped>
aside {
    display: grid;
    gap: 14px;
    align-content: start;
    overflow: auto;
    padding: 4px 18px 12px 0;
    font-size: 13.5px;
}

h2 {
    margin: 0 0 4px;
    font-size: 16px;
}

p {
    margin: 0 0 6px;
}

.small {
    font-size: 12.5px;
}

.acts {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    margin-bottom: 6px;
}

.acts .paper-button {
    padding: 5px 8px;
}

ul {
    list-style: none;
    margin: 0;
    padding: 0;
}

li {
    display: flex;
    align-items: baseline;
    gap: 2px;
    border-top: 1px solid var(--hair-light);
}

li > span {
    flex: 1;
    padding: 3px 0;
}

li .plain-button {
    padding: 2px 5px;
    font-size: 12.5px;
}

.is-muted span {
    color: var(--soft);
    text-decoration: line-through;
}

.step {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 2px 0;
}

.out {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
}

.out a {
    text-decoration: none;
}

.print {
    display: flex;
    gap: 6px;
}

select,
li input {
    font: inherit;
    max-width: 150px;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
}

.wrong {
    color: var(--wrong);
}
</style>
