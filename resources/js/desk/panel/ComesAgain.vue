<script setup lang="ts">
/** Where the chosen measure came before, with the marks of then to be laid here. */
import { computed } from 'vue';
import type { CopyLook, PassageReturn } from '../../api/types';
import { carry } from '../commands/acts';
import { useDesk } from '../state/store';
import { tell } from '../../ui/say';

const props = defineProps<{ ask: (look: CopyLook) => Promise<boolean> }>();
const desk = useDesk();

const here = computed<PassageReturn[]>(() => {
    const index = desk.note?.index ?? -1;
    return desk.returns.filter((one) => index >= one.again && index < one.again + one.measures).slice(0, 2);
});

const differs = computed(() => (here.value.length > 0 ? (desk.detail?.bowedBefore ?? null) : null));

function bowAlike(): void {
    if (differs.value) desk.change(differs.value.lines, [], 'bow it as the first time');
}

/** The first time has no marks of its own, and may be bowed otherwise all the same. */
function withoutMarks(what: 'bowings' | 'fingers'): void {
    if (what === 'fingers') tell('The first time has no finger marks to carry.');
    else if (differs.value && differs.value.lines.length > 0) bowAlike();
    else tell('It is bowed as the first time already.');
}

function exact(quarters: number): string {
    // Measures begin on fractions that a third of a sixty-fourth holds.
    return `${Math.round(quarters * 192)}/192`;
}

function copy(from: PassageReturn, what: 'bowings' | 'fingers'): void {
    const measures = desk.frame?.measures ?? [];
    const first = measures[from.first];
    const again = measures[from.again];
    const last = measures[from.first + from.measures - 1];
    if (!first || !again || !last) return;
    void carry(
        desk,
        {
            from: from.section,
            start: exact(first.onset),
            until: exact(last.onset + last.length),
            onto: exact(again.onset),
            what,
        },
        props.ask,
        () => withoutMarks(what),
    );
}
</script>

<template>
    <section v-for="one in here" :key="`${one.section} ${one.first} ${one.again}`" class="again">
        <h3>It comes again</h3>
        <p>{{ one.text.charAt(0).toUpperCase() + one.text.slice(1) }}.</p>
        <div v-if="desk.mayEdit">
            <button class="paper-button" type="button" @click="copy(one, 'bowings')">Same bowing here</button>
            <button class="paper-button" type="button" @click="copy(one, 'fingers')">Same fingers</button>
        </div>
    </section>
    <section v-if="differs" class="again">
        <p>But not bowed the same: {{ differs.text }}.</p>
        <div v-if="desk.mayEdit && differs.lines.length > 0">
            <button class="paper-button" type="button" @click="bowAlike">Bow it as the first time</button>
        </div>
    </section>
</template>

<style scoped>
.again {
    margin-top: 14px;
}

.again h3 {
    font: 700 13px var(--sans);
    color: var(--soft);
    margin-bottom: 4px;
}

.again p {
    margin: 0 0 6px;
    font-size: 13px;
}

.again div {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
}
</style>
