<script setup lang="ts">
/** The finger of the chosen note: on its string, why, and the other possibilities, best first. */
import { computed } from 'vue';
import type { Finger, FingerOption } from '../../api/types';
import { printStringAdvice, sameWhereverItReturns, takeOther } from '../commands/acts';
import { actsAt, labelOf, NO_HANDS } from '../commands/table';
import FingerString from './FingerString.vue';
import { useDesk } from '../state/store';

const desk = useDesk();

const ORIGINS = { 'worked-out': 'worked out', printed: 'printed', mark: 'marked' };

const finger = computed<Finger | null>(() => desk.detail?.finger ?? desk.note?.finger ?? null);
const why = computed(() => sentence(desk.detail?.finger?.why ?? ''));
const again = computed(() => desk.detail?.again ?? []);
const isReaching = computed(() => finger.value?.reach === true);

function sentence(text: string): string {
    return text ? text.charAt(0).toUpperCase() + text.slice(1) + '.' : '';
}

function name(of: Finger | FingerOption): string {
    return of.number === 0 ? `open ${of.string}` : `${of.words ?? of.number} on ${of.string}, ${desk.frame?.positionWords[of.position] ?? of.position}`;
}

/** What a choice costs, in a word and not in a number. */
function price(costs: number): string {
    if (costs < 0.15) return 'as good';
    if (costs < 0.5) return 'nearly as good';
    if (costs < 1.2) return 'harder';
    return 'much harder';
}
</script>

<template>
    <template v-if="finger">
        <FingerString :finger="finger" :strings="desk.frame?.strings ?? []" :tapes="desk.frame?.tapes ?? []" :board="desk.frame?.board ?? []" />
        <div class="card is-answer">
            <strong>{{ name(finger) }} <small>{{ ORIGINS[finger.origin] }}</small></strong>
            <p v-if="why">{{ why }}</p>
            <p v-else class="quiet">Asking why…</p>
            <p v-if="finger.mayAlso" class="quiet">{{ finger.mayAlso }} is fine too: the page prints both.</p>
            <p v-if="finger.find">The way in: {{ finger.find }}.</p>
            <p v-if="finger.advice">
                The bow arm: {{ finger.advice }}.
                <button v-if="desk.mayPropose" type="button" class="plain-button" @click="printStringAdvice(desk)">Print it</button>
            </p>
            <p v-if="finger.leaveDown">Leave it down: the hand comes back to this string.</p>
            <p v-if="finger.laid">One finger lies across both strings.</p>
            <p v-if="isReaching" class="caution">A reach: let the other fingers go. Stop if it hurts, and tell your teacher.</p>
        </div>
        <button
            v-for="other in desk.detail?.finger?.others ?? []"
            :key="`${other.string}${other.number}${other.shape}${other.position}`"
            class="card other"
            type="button"
            :disabled="!desk.mayPropose"
            @click="takeOther(desk, other)"
        >
            <strong>{{ name(other) }} <kbd>{{ other.number }}</kbd></strong>
            <span>{{ sentence(other.why) }}</span>
            <em>{{ price(other.costs) }}</em>
        </button>
        <div v-if="desk.mayPropose" class="acts" :class="{ 'is-blue': desk.proposes }">
            <button v-for="act in actsAt('hand')" :key="act.name" type="button" :title="act.says" @click="act.does(desk, NO_HANDS)">
                {{ labelOf(act, desk) }} <kbd>{{ act.keys[0] }}</kbd>
            </button>
            <button v-if="again.length" type="button" @click="sameWhereverItReturns(desk, again)">
                the same wherever this returns ({{ again.length }})
            </button>
        </div>
    </template>
    <p v-else class="card">No finger here: the note lies outside the instrument, or is left out.</p>
</template>

<style scoped>
.other strong {
    display: flex;
    justify-content: space-between;
}

.other em {
    font-size: 12px;
    color: var(--soft);
}

.caution {
    color: var(--cedar-ink);
}
</style>
