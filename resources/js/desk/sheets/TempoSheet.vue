<script setup lang="ts">
/** The director's tempos: for the whole piece, or from a rehearsal mark on. Everything in seconds follows them. */
import { ElDialog } from 'element-plus';
import { computed, ref } from 'vue';
import { api, ApiError } from '../../api/client';
import { tell, warn } from '../../ui/say';
import { useDesk } from '../state/store';

const emit = defineEmits<{ close: [] }>();
const desk = useDesk();
const isBusy = ref(false);

interface Row {
    measure: string;
    name: string;
    value: string;
}

const rows = ref<Row[]>(
    (desk.frame?.measures ?? [])
        .filter((measure, index) => index === 0 || measure.rehearsal)
        .map((measure) => ({
            measure: measure.number,
            name: measure.index === 0 ? 'From the beginning' : `From ${measure.rehearsal ?? ''} (m. ${measure.number})`,
            value: String(desk.piece?.tempos[measure.number] ?? ''),
        })),
);
const printed = computed(() => desk.piece?.summary.tempo);

async function save(): Promise<void> {
    const tempos: Record<string, number> = {};
    for (const row of rows.value) {
        if (row.value.trim() === '') continue;
        const number = Number(row.value);
        if (!Number.isFinite(number) || number < 5 || number > 1000) {
            warn(`${row.name}: a tempo is a number of quarter notes a minute, from 5 to 1000.`);
            return;
        }
        tempos[row.measure] = number;
    }
    isBusy.value = true;
    try {
        await api.put(`pieces/${desk.piece?.id}/tempos`, { tempos });
        await desk.open(String(desk.piece?.id), String(desk.frame?.section.id));
        tell('The piece is worked out at these tempos.');
        emit('close');
    } catch (error) {
        warn(error instanceof ApiError ? error.message : String(error));
    } finally {
        isBusy.value = false;
    }
}
</script>

<template>
    <ElDialog :model-value="true" title="Tempos of this piece" width="430px" @close="emit('close')">
        <p class="quiet">
            Quarter notes a minute. An empty line keeps what is printed<template v-if="printed"> (♩ = {{ printed }} at the beginning)</template>;
            rit. and accel. bend either.
        </p>
        <form @submit.prevent="save">
            <label v-for="row in rows" :key="row.measure">
                <span>{{ row.name }}</span>
                <input v-model="row.value" inputmode="decimal" :disabled="!desk.mayEdit" />
            </label>
            <button class="cedar-button" type="submit" :disabled="isBusy || !desk.mayEdit">Use these tempos</button>
        </form>
    </ElDialog>
</template>

<style scoped>
label {
    display: flex;
    justify-content: space-between;
    align-items: center;
    padding: 5px 0;
}

input {
    width: 90px;
    padding: 5px 8px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    text-align: right;
}

form .cedar-button {
    margin-top: 12px;
}
</style>
