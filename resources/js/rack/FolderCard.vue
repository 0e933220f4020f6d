<script setup lang="ts">
import { computed } from 'vue';
import type { RackPiece, SectionSummary } from '../api/types';
import PieceMenu from './PieceMenu.vue';

const props = defineProps<{ piece: RackPiece; spine: string }>();

const SHORT: Record<string, string> = { 'Violin I': 'Vn I', 'Violin II': 'Vn II', 'Violin III': 'Vn III' };

const hasFailed = computed(() => props.piece.sections.some((section) => section.failed));
const isUnknown = computed(() => !hasFailed.value && props.piece.sections.some((section) => section.flags === undefined));

function percent(share: number | undefined): string {
    return `${Math.round((share ?? 0) * 100)}%`;
}

function label(section: SectionSummary): string {
    return section.flags === undefined
        ? `${section.name}: not yet known`
        : `${section.name}: ${percent(section.bowed)} bowed, ${percent(section.fingered)} fingered`;
}
</script>

<template>
    <article class="folder" :style="{ '--spine': spine }">
        <div class="tags">
            <span v-if="piece.edition" class="tag">edition {{ piece.edition }} out</span>
            <span v-if="piece.proposals" class="tag is-blue">
                {{ piece.proposals }} {{ piece.proposals === 1 ? 'proposal' : 'proposals' }}
            </span>
        </div>
        <RouterLink :to="`/piece/${piece.id}/desk`" class="open">
            <h3>{{ piece.title }}</h3>
            <p class="quiet">
                {{ piece.summary.key }} · {{ piece.summary.measures }} measures
                <template v-if="piece.owner"> · {{ piece.owner }}</template>
            </p>
            <ul>
                <li v-for="section in piece.sections" :key="section.id">
                    <span class="name">{{ SHORT[section.name] ?? section.name }}</span>
                    <span class="bar" role="img" :class="{ 'is-unknown': section.flags === undefined }" :aria-label="label(section)">
                        <i :style="{ width: percent(section.bowed) }"></i>
                        <i class="is-hand" :style="{ width: percent(section.fingered) }"></i>
                    </span>
                    <span class="count" :title="section.flags ? 'things that need a look' : undefined">
                        {{ section.flags || '' }}
                    </span>
                </li>
            </ul>
            <p v-if="hasFailed" class="failed">This piece could not be worked out. Open it to see why.</p>
            <p v-else-if="isUnknown" class="quiet unknown">being worked out…</p>
        </RouterLink>
        <PieceMenu :piece="piece" class="corner" />
    </article>
</template>

<style scoped>
.folder {
    position: relative;
    width: 218px;
    background: var(--paper);
    border-left: 6px solid var(--spine);
    border-radius: var(--radius-small) var(--radius) 0 0;
    box-shadow: 0 -1px 6px var(--shade);
}

/* The board it stands on runs under its whole row. */
.folder::after {
    content: '';
    position: absolute;
    top: 100%;
    left: -100vw;
    right: -100vw;
    height: 6px;
    background: var(--board);
    pointer-events: none;
}

.open {
    display: block;
    padding: 14px 14px 12px;
    color: inherit;
    text-decoration: none;
}

.open:hover h3 {
    color: var(--cedar);
}

h3 {
    padding-right: 22px;
}

p {
    margin: 2px 0 10px;
    font-size: 12.5px;
}

ul {
    list-style: none;
    margin: 0;
    padding: 0;
    font-size: 12.5px;
}

li {
    display: grid;
    grid-template-columns: 50px 1fr 22px;
    align-items: center;
    gap: 4px;
    height: 21px;
}

.name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}

.bar {
    display: grid;
    gap: 2px;
}

.bar i {
    z-index: 1;
    height: 4px;
    border-radius: var(--radius-hair);
    background: var(--graphite);
}

.bar .is-hand {
    background: var(--cedar);
}

.bar::before,
.bar::after {
    content: '';
    grid-column: 1;
    height: 4px;
    border-radius: var(--radius-hair);
    background: var(--track);
}

.bar::before,
.bar i:first-of-type {
    grid-area: 1 / 1;
}

.bar::after,
.bar .is-hand {
    grid-area: 2 / 1;
}

.bar.is-unknown {
    opacity: 0.45;
}

.failed {
    margin: 8px 0 0;
    color: var(--wrong);
    font-weight: 700;
}

.unknown {
    margin: 6px 0 0;
}

.count {
    color: var(--wrong);
    font-weight: 700;
    text-align: right;
}

.tags {
    position: absolute;
    top: -11px;
    right: 12px;
    display: flex;
    gap: 5px;
}

.tag {
    background: var(--cedar);
    color: var(--on-dark);
    border-radius: var(--radius-large);
    font-size: 12px;
    padding: 1px 9px;
}

.tag.is-blue {
    background: var(--blue-pencil);
}

.corner {
    position: absolute;
    top: 10px;
    right: 4px;
}
</style>
