<script setup lang="ts">
/** A small ring of the likely choices around a touched note. */
import { computed } from 'vue';
import { direct, join, slur, takeOther } from '../commands/acts';
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
    const bow: Choice[] = note?.bow
        ? [
              { label: '⊓', says: 'down bow', does: () => direct(desk, 'down') },
              { label: 'V', says: 'up bow', does: () => direct(desk, 'up') },
              { label: 'slur', says: 'slur to the next note', does: () => slur(desk) },
              { label: 'hook', says: 'hook to the stroke before', does: () => join(desk, 'hook') },
          ]
        : [];
    const hand: Choice[] = (desk.detail?.finger?.others ?? []).slice(0, 3).map((other) => ({
        label: other.words ?? String(other.number),
        says: `${other.words ?? other.number} on ${other.string}, ${other.position}`,
        does: () => takeOther(desk, other),
    }));
    return [...bow, ...hand];
});

function place(index: number): Record<string, string> {
    const turn = (index / choices.value.length) * 2 * Math.PI - Math.PI / 2;
    return { left: `${props.x + 62 * Math.cos(turn)}px`, top: `${props.y + 62 * Math.sin(turn)}px` };
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
