<script setup lang="ts">
/** How long since each measure was worked, piece by piece: the darker, the nearer. */
import { ref } from 'vue';
import type { PieceCover } from '../api/types';
import { atMeasure } from '../ui/counting';

const props = defineProps<{ cover: PieceCover[]; stretch?: { piece: number; from: number; to: number } | null }>();
const WEEK = 7;
/** What one of the strips says where the pointer or the keyboard is. */
const told = ref('');

function age(days: number | null | undefined): 'week' | 'two' | 'long' | 'never' {
    if (days === null || days === undefined) return 'never';
    if (days <= WEEK) return 'week';
    return days <= 2 * WEEK ? 'two' : 'long';
}
function ago(days: number | null | undefined): string {
    if (days === null || days === undefined) return 'never';
    if (days === 0) return 'today';
    return days === 1 ? 'yesterday' : `${days} days ago`;
}
function words(piece: PieceCover, index: number): string {
    const run = piece.run[index];
    const hard = Math.round((piece.hardness[index] ?? 0) * 100);
    return `${piece.title}, ${atMeasure(piece.measures[index] ?? '')}: worked ${ago(piece.since[index])}${run === null || run === undefined ? '' : `, played through ${ago(run)}`}, hardness ${hard} %`;
}
function summary(piece: PieceCover): string {
    const count = (which: string): number => piece.since.filter((days) => age(days) === which).length;
    return `${piece.title}: ${count('week')} of ${piece.measures.length} measures worked within a week, ${count('two')} within two, ${count('long')} longer ago, ${count('never')} never`;
}
const isIn = (piece: PieceCover, index: number): boolean => props.stretch?.piece === piece.piece && index >= props.stretch.from && index <= props.stretch.to;
</script>

<template>
    <div class="cover">
        <div v-for="piece in cover" :key="piece.piece" class="row">
            <span class="name">{{ piece.title }}</span>
            <span class="strip" role="img" :aria-label="summary(piece)" @mouseleave="told = ''">
                <i
                    v-for="(number, index) in piece.measures"
                    :key="index"
                    :class="[age(piece.since[index]), { 'is-in': isIn(piece, index) }]"
                    :title="words(piece, index)"
                    @mouseenter="told = words(piece, index)"
                    @click="told = words(piece, index)"
                ><b v-if="index === 0 || Number(number) % 10 === 0">{{ number }}</b></i>
            </span>
        </div>
        <p class="quiet legend" aria-live="polite">
            <template v-if="told">{{ told }}</template>
            <template v-else><i class="week"></i> this week <i class="two"></i> two weeks <i class="long"></i> longer <i class="never"></i> never</template>
        </p>
    </div>
</template>

<style scoped>
.row {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr);
    align-items: center;
    gap: 12px;
    margin-bottom: 16px;
}

.name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}

.strip {
    display: flex;
    height: 22px;
}

i {
    position: relative;
    display: block;
    flex: 1 1 0;
    min-width: 0;
    border-right: 1px solid var(--paper);
}

i b {
    position: absolute;
    left: 0;
    top: 22px;
    color: var(--soft);
    font: 400 11px var(--sans);
}

.week {
    background: var(--barrel);
}

.two {
    background: var(--shared);
}

.long {
    background: repeating-linear-gradient(135deg, var(--el-color-primary-light-7) 0 3px, var(--cedar-tint) 3px 6px);
}

.never {
    background: var(--paper);
    box-shadow: inset 0 0 0 1px var(--cedar);
}

.is-in {
    border-top: 4px solid var(--cedar);
}

.legend {
    display: flex;
    align-items: center;
    gap: 6px;
    margin: 4px 0 0;
    min-height: 20px;
    font-size: 13px;
}

.legend i {
    flex: none;
    width: 16px;
    height: 12px;
    margin-left: 8px;
}

@media (width < 700px) {
    .row {
        grid-template-columns: minmax(0, 1fr);
        gap: 2px;
    }
}
</style>
