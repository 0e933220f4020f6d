<script setup lang="ts">
/** One event in all the sections that have it: its music, what is the matter, and ways out that show what they would do. */
import { computed, nextTick, onBeforeUnmount, ref, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { TogetherLook, Way } from '../api/types';
import { partsFor, textUnderTitle, toldOf, type Gathered } from './gather';
import PassagePictures from './PassagePictures.vue';
import type { Pictures } from './pictures';

const props = defineProps<{ gathered: Gathered; pictures: Pictures; version: number; isBusy: boolean; mayMark: boolean }>();
const emit = defineEmits<{ take: [way: Way, position: number]; leave: [reason: string] }>();

const route = useRoute();
/** Milliseconds the pointer must rest on a way out until it is shown what it does. */
const REST = 220;
const known = new Map<number, TogetherLook[]>();
const looks = shallowRef<TogetherLook[] | null>(null);
const looked = ref<number | null>(null);
const isLeaving = ref(false);
const reason = ref('');
const why = ref<HTMLInputElement | null>(null);
let timer = 0;

const many = computed(() => props.gathered.flags.length);
const inAll = computed(() => (many.value > 1 ? ` in ${many.value === 2 ? 'both' : `all ${many.value}`}` : ''));

function lookAt(way: Way, position: number): void {
    window.clearTimeout(timer);
    looked.value = position;
    timer = window.setTimeout(() => void look(way, position), known.has(position) ? 0 : REST);
}

async function look(way: Way, position: number): Promise<void> {
    try {
        const found = known.get(position)
            ?? (await api.post<TogetherLook[]>(`pieces/${String(route.params.piece)}/marks/look`, { parts: partsFor(props.gathered, way, position) }));
        known.set(position, found);
        if (looked.value === position) looks.value = found;
    } catch {
        // It can be done without having been looked at.
    }
}

function lookAway(): void {
    window.clearTimeout(timer);
    looked.value = null;
    looks.value = null;
}

async function askWhy(): Promise<void> {
    isLeaving.value = true;
    await nextTick();
    why.value?.focus();
}

onBeforeUnmount(() => window.clearTimeout(timer));
</script>

<template>
    <article>
        <div class="where">
            <strong>{{ gathered.first.measure }}</strong>
            <span>
                <RouterLink v-for="flag in gathered.flags" :key="flag.key" :to="`/piece/${route.params.piece}/desk/${flag.section}`">{{ flag.sectionName }}</RouterLink>
                {{ gathered.first.beatWords }}
            </span>
        </div>
        <div class="what">
            <h2>{{ gathered.first.title }} <small :class="gathered.first.rank">{{ gathered.first.rankWords }}</small></h2>
            <p>{{ textUnderTitle(gathered.first) }}</p>
            <PassagePictures v-if="gathered.first.index !== null" :flags="gathered.flags" :pictures="pictures" :looks="looks" :version="version" />
            <p v-if="looks" class="does" role="status">
                <span v-for="line in toldOf(looks)" :key="line">{{ line }}</span>
            </p>
        </div>
        <div v-if="mayMark" class="ways">
            <button
                v-for="(way, position) in gathered.first.ways"
                :key="way.text"
                type="button"
                class="way"
                :disabled="isBusy"
                @mouseenter="lookAt(way, position)"
                @mouseleave="lookAway"
                @focus="lookAt(way, position)"
                @blur="lookAway"
                @click="emit('take', way, position)"
            >
                {{ way.text }}{{ inAll }}
            </button>
            <form v-if="isLeaving" class="why" @submit.prevent="emit('leave', reason)">
                <input ref="why" v-model="reason" maxlength="200" placeholder="why, if you like" aria-label="Why it is left" @keydown.esc="isLeaving = false" />
                <button type="submit" class="plain-button" :disabled="isBusy">Leave it{{ inAll }}</button>
            </form>
            <button v-else class="plain-button" type="button" :disabled="isBusy" @click="askWhy">Leave it…</button>
        </div>
    </article>
</template>

<style scoped>
article {
    display: grid;
    grid-template-columns: 130px minmax(0, 1fr) 330px;
    gap: 18px;
    background: var(--paper);
    border: 1px solid var(--hair);
    border-left: 4px solid var(--wrong);
    border-radius: var(--radius);
    padding: 12px 16px;
    margin-bottom: 8px;
}

.where {
    display: flex;
    gap: 12px;
    align-items: baseline;
    align-self: start;
    font-size: 13px;
}

.where a {
    display: block;
    color: inherit;
}

.where strong {
    font: 600 24px var(--serif);
    min-width: 36px;
}

.what {
    min-width: 0;
}

h2 {
    font-size: 16px;
}

h2 small {
    margin-left: 8px;
    font: 400 13px var(--sans);
    color: var(--soft);
}

h2 small.wrong {
    color: var(--wrong);
}

p {
    margin: 2px 0 8px;
}

.does {
    margin: 4px 0 0;
    font-size: 13px;
    color: var(--cedar-ink);
}

.does span {
    display: block;
}

.ways {
    display: grid;
    gap: 4px;
    align-content: start;
    justify-items: start;
}

.way {
    width: 100%;
    text-align: left;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    color: var(--ink);
    padding: 6px 10px;
    font-size: 13px;
    cursor: pointer;
}

.way:hover,
.way:focus-visible {
    border-color: var(--cedar);
}

.why {
    display: flex;
    width: 100%;
    gap: 6px;
}

.why input {
    flex: 1;
    min-width: 0;
    padding: 5px 8px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    font: inherit;
    font-size: 13px;
}

/* On a phone everything stands in one column. */
@media (width < 760px) {
    article {
        grid-template-columns: minmax(0, 1fr);
        gap: 8px;
    }
}
</style>
