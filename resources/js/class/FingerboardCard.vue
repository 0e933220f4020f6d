<script setup lang="ts">
/** The fingerboard card: a position on an instrument of a size, with finger places, tapes and millimetres; as PDF at true scale. */
import { ElOption, ElSelect } from 'element-plus';
import { computed, ref, watch } from 'vue';
import { api } from '../api/client';
import type { ClassChoices, FingerboardAnswer, InstrumentName } from '../api/types';
import { paperHere, save } from '../handout/part';
import { orWarn, useTrying } from '../ui/trying';

const props = withDefaults(defineProps<{ choices: ClassChoices; shelf?: number }>(), { shelf: 0 });

const NAMES: Record<InstrumentName, string> = { violin: 'Violin', viola: 'Viola', cello: 'Cello', bass: 'Bass' };

const instrument = ref<InstrumentName>('violin');
const size = ref(props.choices.settings.sizes.violin);
const position = ref('I');
const shown = ref<FingerboardAnswer | null>(null);
const card = computed(() => shown.value?.card ?? null);
const query = computed(() => {
    const made = new URLSearchParams({ instrument: instrument.value, size: size.value ?? '', position: position.value });
    if (props.shelf) made.set('shelf', String(props.shelf));
    return made.toString();
});
const { problem, attempt } = useTrying();

const positions = computed(() => props.choices.positions[instrument.value] ?? []);
watch(instrument, (now) => {
    size.value = props.choices.settings.sizes[now];
    if (!positions.value.includes(position.value)) position.value = 'I';
});
watch([instrument, size, position], fetchCard, { immediate: true });

async function fetchCard(): Promise<void> {
    await attempt(async () => {
        shown.value = await api.get<FingerboardAnswer>(`class/fingerboard?${query.value}`);
    });
}

async function print(): Promise<void> {
    await orWarn(() => save(`class/fingerboard.pdf?${query.value}&paper=${paperHere()}`));
}
</script>

<template>
    <section class="fingerboard-card">
        <h2>The fingerboard card</h2>
        <div class="choose">
            <ElSelect v-model="instrument" aria-label="Instrument" class="narrow">
                <ElOption v-for="(name, key) in NAMES" :key="key" :value="key" :label="name" />
            </ElSelect>
            <ElSelect v-model="size" aria-label="Size" class="narrow">
                <ElOption v-for="one in choices.sizes[instrument]" :key="one" :value="one" :label="one" />
            </ElSelect>
            <ElSelect v-model="position" aria-label="Position" class="narrow">
                <ElOption v-for="one in positions" :key="one" :value="one" :label="one" />
            </ElSelect>
            <button type="button" class="paper-button" @click="print">PDF at true scale</button>
        </div>
        <p v-if="problem" role="alert">{{ problem }}</p>
        <template v-if="card">
            <p class="title">
                {{ NAMES[instrument] }} {{ card.size }}, {{ card.position }} · string {{ card.length }} mm from nut to bridge
            </p>
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div class="whole" role="img" aria-label="Fingerboard with the finger places of this position" v-html="shown?.picture"></div>
            <p class="quiet small">Millimetres from the nut. Yellow: where tapes lie. The octave harmonic is at {{ card.octave }} mm.</p>
            <ul>
                <li v-for="caution in card.cautions" :key="caution">{{ caution }}</li>
            </ul>
        </template>
    </section>
</template>

<style scoped>
.fingerboard-card {
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    padding: 14px 18px;
}

.choose {
    display: flex;
    gap: 10px;
    margin: 10px 0;
}

.narrow {
    width: 110px;
}

.title {
    margin: 8px 0;
    font-weight: 700;
}

.whole {
    width: 100%;
    max-width: 900px;
    display: block;
}

.small {
    font-size: 13px;
}

ul {
    margin: 6px 0 0;
    padding-left: 18px;
}
</style>
