<script setup lang="ts">
/** What was heard at a measure: large enough for a thumb, two presses and it is written down. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import type { HeardChoice, HeardList } from '../api/types';
import { tellWithUndo } from '../ui/say';
import { useTrying } from '../ui/trying';
import { useHistory } from '../history/store';
import { useWaiting } from './waiting';
import { atMeasure } from '../ui/counting';

const props = defineProps<{ piece: number; measure?: string; note?: string | null; sections?: number[]; date?: number | null }>();
const emit = defineEmits<{ heard: [list: HeardList | null]; close: [] }>();
const history = useHistory();
const { problem, attempt } = useTrying();
const { waiting, hear } = useWaiting();
const list = shallowRef<HeardList | null>(null);
const where = ref(props.measure ?? '');
const who = ref<number[]>(props.sections ?? []);
const kind = ref<HeardChoice['kind'] | null>(null);
const text = ref('');
const isBusy = ref(false);

onMounted(() => attempt(async () => void (list.value = await api.get<HeardList>(`pieces/${props.piece}/heard`))));
watch(() => [props.measure, props.sections], () => {
    where.value = props.measure ?? where.value;
    if (props.sections?.length) who.value = props.sections;
});
const isAll = computed(() => who.value.length === 0);
const here = computed(() => (list.value?.rows ?? []).filter((row) => row.isOpen && row.measure === where.value));

function turn(section: number): void {
    who.value = who.value.includes(section) ? who.value.filter((one) => one !== section) : [...who.value, section];
}

async function write(chosen: HeardChoice['kind']): Promise<void> {
    if (where.value.trim() === '' || isBusy.value || (chosen === 'words' && text.value.trim() === '')) {
        kind.value = chosen;
        return;
    }
    isBusy.value = true;
    const told = await hear({
        piece: props.piece,
        measure: where.value.trim(),
        note: props.note ?? null,
        sections: who.value,
        kind: chosen,
        text: text.value.trim(),
        date: props.date ?? null,
    });
    isBusy.value = false;
    if (told) list.value = told;
    if (told || waiting.value.length > 0) {
        const title = list.value?.kinds.find((one) => one.kind === chosen)?.title ?? 'heard';
        tellWithUndo(told ? `${atMeasure(where.value)}: ${title.toLowerCase()}.` : `${atMeasure(where.value)} is written down here, and sent when there is a network.`, () => void history.turn('undo'));
        text.value = '';
        kind.value = null;
    }
    emit('heard', told);
}
</script>

<template>
    <div class="sheet" role="group" aria-label="What was heard">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <div class="line">
            <label>measure <input v-model="where" inputmode="numeric" aria-label="Measure" autocomplete="off" /></label>
            <span class="who" role="group" aria-label="From whom">
                <button type="button" :aria-pressed="isAll" @click="who = []">all</button>
                <button v-for="one in list?.sections ?? []" :key="one.id" type="button" :aria-pressed="who.includes(one.id)" @click="turn(one.id)">{{ one.name }}</button>
            </span>
        </div>
        <div class="kinds" role="group" aria-label="What">
            <button v-for="one in (list?.kinds ?? []).filter(({ kind: k }) => k !== 'words')" :key="one.kind" type="button" :disabled="isBusy" @click="write(one.kind)">{{ one.title }}</button>
        </div>
        <form class="line" @submit.prevent="write('words')">
            <input v-model="text" maxlength="300" class="words" placeholder="which, or in words" aria-label="Which note, or in words" />
            <button type="submit" class="cedar-button" :disabled="isBusy || text.trim() === ''">Write it down</button>
        </form>
        <p v-if="kind && where.trim() === ''" class="problem" role="alert">Say in which measure it was.</p>
        <p v-for="row in here" :key="row.id" class="quiet">Here already: {{ row.text }} ({{ row.who }}{{ row.times > 1 ? `, ${row.times} times` : '' }}).</p>
        <p v-if="waiting.length" class="quiet" role="status">{{ waiting.length }} kept here until there is a network.</p>
    </div>
</template>

<style scoped>
.sheet {
    display: grid;
    gap: 10px;
}

.line {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
}

.line input {
    min-height: 44px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    background: var(--paper);
    padding: 6px 10px;
    font-size: 16px;
}

.line label input {
    width: 84px;
    margin-left: 6px;
    font-weight: 700;
}

.words {
    flex: 1;
    min-width: 160px;
}

.who,
.kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
}

.kinds {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
}

.who button,
.kinds button {
    min-height: 44px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    background: var(--paper);
    padding: 6px 12px;
    color: var(--ink);
    font-size: 14px;
    cursor: pointer;
}

.kinds button {
    min-height: 54px;
    font-weight: 700;
}

.who button[aria-pressed='true'] {
    border-color: var(--cedar);
    background: var(--cedar-tint);
    font-weight: 700;
}

.kinds button:active,
.kinds button:hover {
    border-color: var(--cedar);
}

p {
    margin: 0;
}

.problem {
    color: var(--wrong);
}
</style>
