<script setup lang="ts">
/** A small ring of the likely choices around a touched note. */
import { computed } from 'vue';
import { takeOther } from '../commands/acts';
import { ACTS, NO_HANDS } from '../commands/table';
import { useDesk } from '../state/store';

const props = defineProps<{ x: number; y: number }>();
const emit = defineEmits<{ close: [] }>();
const desk = useDesk();

interface Choice {
    label: string;
    says: string;
    does: () => void;
}

const choices = computed<Choice[]>(() => {
    const note = desk.note;
    const bow = (note?.bow ? ACTS : []).flatMap((act): Choice[] =>
        act.ring === undefined ? [] : [{ label: act.ring, says: act.ring === act.name ? act.says : `${act.name} bow`, does: () => act.does(desk, NO_HANDS) }]);
    const hand: Choice[] = (desk.detail?.finger?.others ?? []).slice(0, 3).map((other) => ({
        label: other.words ?? String(other.number),
        says: `${other.words ?? other.number} on ${other.string}, ${other.position}`,
        does: () => takeOther(desk, other),
    }));
    return [...bow, ...hand];
});

/** Pixels from one choice to the next along the ring. */
const BESIDE = 49;

function place(index: number): Record<string, string> {
    const turn = (index / choices.value.length) * 2 * Math.PI - Math.PI / 2;
    const far = Math.max(62, (choices.value.length * BESIDE) / (2 * Math.PI));
    return { left: `${props.x + far * Math.cos(turn)}px`, top: `${props.y + far * Math.sin(turn)}px` };
}

function take(choice: Choice): void {
    choice.does();
    emit('close');
}
</script>

<template>
    <div v-if="choices.length" class="ring" role="menu" aria-label="Likely choices for this note" @keydown.esc="emit('close')">
        <button
            v-for="(choice, index) in choices"
            :key="choice.says"
            type="button"
            role="menuitem"
            :style="place(index)"
            :aria-label="choice.says"
            @click="take(choice)"
        >
            {{ choice.label }}
        </button>
    </div>
</template>

<style scoped>
.ring button {
    position: absolute;
    width: 44px;
    height: 44px;
    margin: -22px 0 0 -22px;
    border-radius: 50%;
    border: 1px solid var(--cedar);
    background: var(--paper);
    color: var(--ink);
    font-size: 12px;
    line-height: 1.05;
    padding: 0;
    box-shadow: var(--shadow);
    z-index: 3;
}
</style>
