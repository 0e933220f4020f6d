<script setup lang="ts">
/** The whole piece as one strip: rehearsal marks, how busy each measure is, flags, where you are. Press to go there. */
import { computed } from 'vue';
import { COUNTED } from '../../ui/counting';
import { useDesk } from '../state/store';

const desk = useDesk();

const cells = computed(() => {
    const measures = desk.frame?.measures ?? [];
    const busy = new Map<number, number>();
    desk.notes.forEach((note) => busy.set(note.index, (busy.get(note.index) ?? 0) + 1));
    const most = Math.max(1, ...busy.values());
    const flagged = new Set(desk.flags.filter((flag) => flag.rank !== 'know').flatMap((flag) => flag.indexes));
    const marked = new Set<number>();
    const byId = new Map(desk.notes.map((note) => [note.id, note.index]));
    desk.plan?.marks.forEach((mark) => marked.add(byId.get(mark.from) ?? -1));
    return measures.map((measure) => ({
        ...measure,
        fill: (busy.get(measure.index) ?? 0) / most,
        isFlagged: flagged.has(measure.index),
        isMarked: marked.has(measure.index),
    }));
});
const counted = computed(() => COUNTED[desk.frame?.piece.counts ?? 'measure'].one);
const here = computed(() => desk.note?.index ?? 0);

function go(index: number): void {
    const note = desk.notes.findIndex((one) => one.index >= index);
    if (note >= 0) desk.choose(note);
}
</script>

<template>
    <div class="ruler" role="group" aria-label="Measures">
        <button
            v-for="cell in cells"
            :key="cell.index"
            type="button"
            tabindex="-1"
            :style="{ flexGrow: cell.length }"
            :class="{ 'is-here': cell.index === here, 'is-repeat': cell.repeat }"
            :title="`${counted} ${cell.number}${cell.rehearsal ? `, ${cell.rehearsal}` : ''}${cell.isFlagged ? ': needs a look' : ''}`"
            :aria-label="`Go to ${counted.toLowerCase()} ${cell.number}`"
            @click="go(cell.index)"
        >
            <i :style="{ height: `${cell.fill * 60}%` }"></i>
            <b v-if="cell.rehearsal">{{ cell.rehearsal }}</b>
            <span v-if="cell.isMarked" class="marked"></span>
            <svg v-if="cell.isFlagged" viewBox="0 0 10 8" aria-hidden="true"><path d="M0 8L5 0L10 8z" /></svg>
        </button>
    </div>
</template>

<style scoped>
.ruler {
    display: flex;
    height: 24px;
    border: 1px solid var(--hair);
    background: var(--panel-light);
    border-radius: var(--radius-hair);
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

button:hover {
    background: var(--cedar-tint);
}

i {
    position: absolute;
    inset: auto 0 0;
    background: var(--strip);
}

b {
    position: absolute;
    left: 3px;
    top: 3px;
    font: 600 13px/1 var(--serif);
    color: var(--ink);
    z-index: 1;
}

.marked {
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    height: 2px;
    background: var(--ink);
}

svg {
    position: absolute;
    /* At the foot: letters stand at the head. */
    left: calc(50% - 4px);
    bottom: 0;
    width: 8px;
    height: 7px;
    fill: var(--wrong);
    z-index: 1;
}

.is-here {
    box-shadow: 0 0 0 2px var(--cedar);
    border-radius: var(--radius-hair);
    z-index: 2;
}
</style>
