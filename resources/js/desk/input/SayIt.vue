<script setup lang="ts">
/** One line that takes pencil lines as typed: it goes to the place it speaks of, says what it will do, and completes the words. */
import { computed, nextTick, ref, shallowRef } from 'vue';
import { api, ApiError } from '../../api/client';
import GrammarSheet from '../sheets/GrammarSheet.vue';
import { useDesk } from '../state/store';
import { sentenceOf } from '../../ui/trying';
import { isTexts, remember, remembered } from '../../ui/remembered';
import { completed, offersFor, told } from './saying';

interface Preview {
    marks: number;
    notes: string[];
    turned: string[];
    flags: number;
}

const desk = useDesk();
const input = ref<HTMLInputElement | null>(null);
const line = ref('');
const says = ref('');
const isWrong = ref(false);
const isFocused = ref(false);
const isGrammarOpen = ref(false);
/** A pasted list of which some lines cannot be read. */
const pasted = shallowRef<{ text: string; readable: number; errors: string[] } | null>(null);
const past = ref<string[]>(remembered('said', [], isTexts));
/** How long one rests until it is asked what a line would do, in milliseconds. */
const REST = 180;
let back = -1;
let timer = 0;
let asked = 0;

const offers = computed(() => (isFocused.value ? offersFor(line.value, desk.frame?.forms ?? [], desk.note) : []));

function focus(): void {
    if (!line.value && desk.note) {
        line.value = `${desk.note.place} `;
    }
    input.value?.focus();
}

function complete(words: string): void {
    line.value = completed(line.value, words);
    input.value?.focus();
    changed();
}

/** A form that was found in the grammar is said of the chosen note. */
async function sayForm(words: string): Promise<void> {
    isGrammarOpen.value = false;
    line.value = `${/^\S+/.exec(line.value)?.[0] ?? desk.note?.place ?? ''} ${words}`;
    await nextTick();
    input.value?.focus();
    changed();
}

function changed(): void {
    window.clearTimeout(timer);
    says.value = '';
    isWrong.value = false;
    pasted.value = null;
    if (line.value.trim() === '?') {
        line.value = '';
        isGrammarOpen.value = true;
    } else if (/^\S+\s+\S/.test(line.value)) {
        timer = window.setTimeout(() => void preview(), REST);
    }
}

async function preview(): Promise<void> {
    asked += 1;
    const mine = asked;
    try {
        const answer = await api.post<Preview>(`sections/${desk.frame?.section.id}/preview`, { lines: line.value });
        if (mine !== asked) return;
        says.value = `${told(answer)} · Enter`;
        const [first] = answer.notes;
        if (isFocused.value && first) desk.chooseId(first);
    } catch (error) {
        if (mine !== asked || !(error instanceof ApiError)) return;
        isWrong.value = true;
        says.value = error.message;
    }
}

async function send(): Promise<void> {
    const text = line.value.trim();
    if (!text) return;
    window.clearTimeout(timer);
    await preview();
    if (isWrong.value) return;
    desk.change([text], [], text);
    past.value = [text, ...past.value.filter((one) => one !== text)].slice(0, 30);
    remember('said', past.value);
    empty();
}

function empty(): void {
    line.value = '';
    says.value = '';
    isWrong.value = false;
    pasted.value = null;
    back = -1;
}

function key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
        empty();
        input.value?.blur();
    } else if (event.key === 'ArrowUp' && past.value.length) {
        event.preventDefault();
        back = Math.min(past.value.length - 1, back + 1);
        line.value = past.value[back] ?? '';
        changed();
    } else if (event.key === 'Tab' && offers.value[0] && !event.shiftKey) {
        event.preventDefault();
        complete(offers.value[0].words);
    }
}

/** A whole pasted list goes in at once; lines that cannot be read are named first, and the others taken only when that is said. */
async function paste(event: ClipboardEvent): Promise<void> {
    const text = event.clipboardData?.getData('text') ?? '';
    if (!text.includes('\n')) return;
    event.preventDefault();
    try {
        const answer = await api.post<Preview>(`sections/${desk.frame?.section.id}/preview`, { lines: text });
        desk.change([text], [], `${answer.marks} pasted marks`);
        says.value = `${answer.marks} marks laid in`;
    } catch (error) {
        const body = error instanceof ApiError ? error.body : {};
        const { errors, readable } = body;
        if (Array.isArray(errors) && typeof readable === 'number') {
            pasted.value = { text, readable, errors: errors.map(String) };
        } else {
            isWrong.value = true;
            says.value = sentenceOf(error);
        }
    }
}

function takeReadable(): void {
    if (!pasted.value) return;
    const { text, readable } = pasted.value;
    desk.change([text], [], `${readable} pasted marks`, {}, true);
    says.value = `${readable} marks laid in`;
    pasted.value = null;
}

defineExpose({ focus });
</script>

<template>
    <form class="say-it" @submit.prevent="send">
        <label class="line">
            <span>Say it:</span>
            <input
                ref="input"
                v-model="line"
                name="say-it"
                autocomplete="off"
                spellcheck="false"
                placeholder="9.1 down    or    25-28 no slurs"
                aria-describedby="says"
                @input="changed"
                @keydown="key"
                @paste="paste"
                @focus="isFocused = true"
                @blur="isFocused = false"
            />
        </label>
        <button type="button" class="all" title="Everything that can be said" aria-label="Everything that can be said" @click="isGrammarOpen = true">?</button>
        <div v-if="offers.length" class="offers">
            <button v-for="offer in offers" :key="offer.words" type="button" tabindex="-1" :title="offer.means" @mousedown.prevent="complete(offer.words)">
                {{ offer.words }}
            </button>
        </div>
        <div v-if="pasted" class="pasted" role="alert">
            <p v-for="error in pasted.errors.slice(0, 6)" :key="error">{{ error }}</p>
            <p v-if="pasted.errors.length > 6">… and {{ pasted.errors.length - 6 }} lines more</p>
            <button v-if="pasted.readable > 0" type="button" class="paper-button" @click="takeReadable">Take the {{ pasted.readable }} {{ pasted.readable === 1 ? 'mark' : 'marks' }} that can be read</button>
            <button type="button" class="plain-button" @click="pasted = null">Leave it</button>
        </div>
        <output id="says" :class="{ 'is-wrong': isWrong }">{{ says }}</output>
        <GrammarSheet v-if="isGrammarOpen" @close="isGrammarOpen = false" @say="sayForm" />
    </form>
</template>

<style scoped>
.say-it {
    position: relative;
    display: flex;
    align-items: center;
    gap: 12px;
}

.line {
    min-width: 0;
    display: flex;
    align-items: baseline;
    gap: 10px;
    flex: 1;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    padding: 9px 36px 9px 14px;
}

.line:focus-within {
    border-color: var(--cedar);
}

.all {
    position: absolute;
    right: 6px;
    width: 24px;
    height: 24px;
    border: 1px solid var(--hair);
    border-radius: var(--radius-small);
    background: var(--paper);
    color: var(--cedar-ink);
    font: inherit;
    font-size: 13px;
    cursor: pointer;
}

.line span {
    color: var(--soft);
    white-space: nowrap;
}

input {
    flex: 1;
    border: 0;
    background: none;
    font-size: 15px;
    outline: none;
    min-width: 0;
    color: var(--ink);
}

input::placeholder {
    color: var(--faint);
    font-size: 13px;
}

.offers {
    position: absolute;
    bottom: 100%;
    left: 70px;
    margin-bottom: 4px;
    display: flex;
    gap: 4px;
}

.offers button {
    border: 1px solid var(--hair);
    border-radius: var(--radius-small);
    background: var(--paper);
    padding: 3px 9px;
    cursor: pointer;
}

.offers button:first-child {
    border-color: var(--cedar);
}

/* Over the line, so that nothing moves while one types. */
output {
    position: absolute;
    z-index: 2;
    bottom: calc(100% + 6px);
    left: 0;
    width: max-content;
    max-width: min(560px, 60vw);
    padding: 7px 12px;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    box-shadow: var(--shadow);
    font-size: 13px;
    color: var(--cedar-ink);
}

output:empty {
    display: none;
}

/* Over the line too, and over what it would do. */
.pasted {
    position: absolute;
    z-index: 3;
    bottom: calc(100% + 6px);
    left: 0;
    width: max-content;
    max-width: min(620px, 70vw);
    max-height: 50vh;
    overflow: auto;
    padding: 10px 14px;
    border: 1px solid var(--wrong);
    border-radius: var(--radius);
    background: var(--paper);
    box-shadow: var(--shadow);
    font-size: 13px;
}

.pasted p {
    margin: 0 0 4px;
}

.offers + output {
    bottom: calc(100% + 38px);
}

.is-wrong {
    color: var(--wrong);
    max-height: 90px;
    overflow: auto;
}
</style>
