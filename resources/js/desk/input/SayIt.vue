<script setup lang="ts">
/** One line that takes pencil lines as typed, says beforehand what they will do, and completes the words. */
import { computed, ref } from 'vue';
import { api, ApiError } from '../../api/client';
import { useDesk } from '../state/store';
import { sentenceOf } from '../../ui/trying';
import { isTexts, remember, remembered } from '../../ui/remembered';

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
const past = ref<string[]>(remembered('said', [], isTexts));
let back = -1;
let timer = 0;
let asked = 0;

const offers = computed(() => {
    const match = line.value.match(/^(\S+)\s+(.*)$/);
    if (!match || !isFocused.value) return [];
    const typed = (match[2] ?? '').split(/,\s*|\s+or\s+/).at(-1) ?? '';
    return (desk.frame?.forms ?? []).filter((word) => word.startsWith(typed) && word.trim() !== typed).slice(0, 6);
});

function focus(): void {
    if (!line.value && desk.note) {
        line.value = `${desk.note.place} `;
    }
    input.value?.focus();
}

function complete(word: string): void {
    const match = line.value.match(/^(.*(?:,\s*|\s+or\s+|^\S+\s+))([^,]*)$/);
    const place = line.value.match(/^(\S+\s+)/)?.[1] ?? '';
    line.value = (match?.[1] ?? place) + word;
    input.value?.focus();
    changed();
}

function changed(): void {
    window.clearTimeout(timer);
    says.value = '';
    isWrong.value = false;
    if (/^\S+\s+\S/.test(line.value)) {
        timer = window.setTimeout(() => void preview(), 180);
    }
}

async function preview(): Promise<void> {
    asked += 1;
    const mine = asked;
    try {
        const answer = await api.post<Preview>(`sections/${desk.frame?.section.id}/preview`, { lines: line.value });
        if (mine !== asked) return;
        const marks = `${answer.marks} ${answer.marks === 1 ? 'mark' : 'marks'}`;
        const turned = answer.turned.length ? `, ${answer.turned.length} bows turn round` : '';
        const flags = answer.flags > 0 ? `, ${answer.flags} more to look at` : answer.flags < 0 ? `, ${-answer.flags} less to look at` : '';
        says.value = `${marks}${turned}${flags} · Enter`;
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
    line.value = '';
    says.value = '';
    back = -1;
}

function key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
        line.value = '';
        says.value = '';
        input.value?.blur();
    } else if (event.key === 'ArrowUp' && past.value.length) {
        event.preventDefault();
        back = Math.min(past.value.length - 1, back + 1);
        line.value = past.value[back] ?? '';
        changed();
    } else if (event.key === 'Tab' && offers.value[0] && !event.shiftKey) {
        event.preventDefault();
        complete(offers.value[0]);
    }
}

/** A whole pasted list goes in at once; lines that cannot be read are named first. */
async function paste(event: ClipboardEvent): Promise<void> {
    const text = event.clipboardData?.getData('text') ?? '';
    if (!text.includes('\n')) return;
    event.preventDefault();
    try {
        const answer = await api.post<Preview>(`sections/${desk.frame?.section.id}/preview`, { lines: text });
        desk.change([text], [], `${answer.marks} pasted marks`);
        says.value = `${answer.marks} marks laid in`;
    } catch (error) {
        isWrong.value = true;
        says.value = sentenceOf(error);
    }
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
        <div v-if="offers.length" class="offers">
            <button v-for="offer in offers" :key="offer" type="button" tabindex="-1" @mousedown.prevent="complete(offer)">
                {{ offer }}
            </button>
        </div>
        <output id="says" :class="{ 'is-wrong': isWrong }">{{ says }}</output>
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
    display: flex;
    align-items: baseline;
    gap: 10px;
    flex: 1;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    padding: 9px 14px;
}

.line:focus-within {
    border-color: var(--cedar);
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

.offers + output {
    bottom: calc(100% + 38px);
}

.is-wrong {
    color: var(--wrong);
    max-height: 90px;
    overflow: auto;
}
</style>
