<script setup lang="ts">
/** How hard each measure is, under the ruler: the fuller, the harder; pressed, it says why. */
import { computed, ref, shallowRef, watch } from 'vue';
import { api } from '../../api/client';
import type { PieceHardness } from '../../api/types';
import { atMeasure, COUNTED } from '../../ui/counting';
import { useDesk } from '../state/store';

const desk = useDesk();
const told = shallowRef<PieceHardness | null>(null);
const at = ref<number | null>(null);
const NONE = 0.02;

watch(
    () => desk.piece?.id,
    async (piece) => {
        told.value = null;
        at.value = null;
        // It is beside the page: what cannot be had is not missed.
        if (piece) told.value = await api.get<PieceHardness>(`pieces/${piece}/hardness`).catch(() => null);
    },
    { immediate: true },
);
const cells = computed(() =>
    (desk.frame?.measures ?? []).map((measure) => {
        const hard = told.value?.measures[measure.index];
        const own = (hard?.reasons ?? []).some(({ parts }) => parts.length === 0 || parts.includes(desk.frame?.section.id ?? 0));
        return { ...measure, hardness: hard?.hardness ?? 0, reasons: hard?.reasons ?? [], own };
    }),
);
const counted = computed(() => COUNTED[desk.frame?.piece.counts ?? 'measure']);
const chosen = computed(() => cells.value.find((cell) => cell.index === at.value) ?? null);

function press(index: number): void {
    at.value = at.value === index ? null : index;
    const note = desk.notes.findIndex((one) => one.index >= index);
    if (note >= 0) desk.choose(note);
}
</script>

<template>
    <div class="hard">
        <!-- The strip is there before it is told: what lies below does not jump. -->
        <div class="strip" role="group" :aria-label="`How hard each ${counted.one.toLowerCase()} is`">
            <button
                v-for="cell in told ? cells : []"
                :key="cell.index"
                type="button"
                tabindex="-1"
                :style="{ flexGrow: cell.length }"
                :class="{ 'is-own': cell.own, 'is-open': cell.index === at }"
                :title="`${atMeasure(cell.number)}: ${Math.round(cell.hardness * 100)} %`"
                :aria-label="`${counted.one} ${cell.number}, hardness ${Math.round(cell.hardness * 100)} percent`"
                @click="press(cell.index)"
            >
                <i v-if="cell.hardness > NONE" :style="{ height: `${15 + cell.hardness * 85}%` }"></i>
            </button>
        </div>
        <div v-if="chosen" class="why" role="status">
            <strong>{{ atMeasure(chosen.number) }}: {{ Math.round(chosen.hardness * 100) }} % hard.</strong>
            <span v-for="reason in chosen.reasons" :key="`${reason.who} ${reason.text}`"> {{ reason.who ? `${reason.who}: ` : '' }}{{ reason.text }} <em>{{ reason.weight }}</em>;</span>
            <span v-if="!chosen.reasons.length"> Nothing makes it hard.</span>
            <span class="quiet"> {{ told?.how }}</span>
            <button type="button" class="plain-button" @click="at = null">Good</button>
        </div>
    </div>
</template>

<style scoped>
.hard {
    position: relative;
}

.strip {
    display: flex;
    height: 12px;
    margin-top: -4px;
    border: 1px solid var(--hair);
    border-top: 0;
    background: var(--panel-light);
}

button {
    position: relative;
    flex: 1 1 0;
    min-width: 0;
    border: 0;
    border-right: 1px solid var(--hair-light);
    background: none;
    padding: 0;
    cursor: pointer;
}

i {
    position: absolute;
    inset: auto 0 0;
    background: var(--under-page);
}

.is-own i {
    background: var(--lane-ink);
}

.is-open {
    box-shadow: 0 0 0 2px var(--cedar);
    z-index: 1;
}

.why {
    position: absolute;
    z-index: 5;
    inset: 16px 0 auto;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    box-shadow: var(--shadow);
    padding: 8px 12px;
    font-size: 13px;
}

.why .plain-button {
    flex: none;
    padding: 2px 8px;
}

em {
    color: var(--soft);
    font-style: normal;
}
</style>
