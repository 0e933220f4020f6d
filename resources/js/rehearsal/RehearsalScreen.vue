<script setup lang="ts">
/** The plan of a rehearsal: what, how long, with whom and why; what was heard; how long since each measure was worked. */
import './rehearsing.css';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { HeardList, RehearsalEntry } from '../api/types';
import { ElDialog } from 'element-plus';
import { paperHere } from '../handout/part';
import { useHistory } from '../history/store';
import { atMeasure, COUNTED } from '../ui/counting';
import { remember } from '../ui/remembered';
import { tell } from '../ui/say';
import CoverStrips from './CoverStrips.vue';
import HeardRows from './HeardRows.vue';
import HeardSheet from './HeardSheet.vue';
import PlanStrip from './PlanStrip.vue';
import { measuresOf, titleOf, usePlan } from './plan';

const route = useRoute();
const router = useRouter();
const history = useHistory();
const id = computed(() => Number(route.params.date));
const { plan, problem, isBusy, load, change, move, set, drop, bringBack, tick, allDone } = usePlan(() => id.value);
const chosen = ref(0);
/** A field shows again what holds after a number that was not taken. */
const minutesKey = ref(0);
const hearing = ref(false);
const heardPiece = ref(0);
const adding = ref({ piece: 0, from: '', to: '', minutes: 6 });

async function open(): Promise<void> {
    if (route.name !== 'rehearsal') return;
    const isNew = plan.value?.date.id !== id.value;
    await load();
    if (plan.value) {
        remember('last-shelf', plan.value.shelf);
        // One looks at what is worked first.
        if (isNew) chosen.value = Math.max(0, plan.value.entries.findIndex(({ kind, isDone }) => kind === 'work' && !isDone));
        chosen.value = Math.min(chosen.value, Math.max(0, plan.value.entries.length - 1));
        adding.value.piece ||= plan.value.pieces[0]?.id ?? 0;
        heardPiece.value ||= plan.value.pieces[0]?.id ?? 0;
    }
}
onMounted(open);
watch(() => [route.params.date, history.version], open);

const entry = computed<RehearsalEntry | null>(() => plan.value?.entries[chosen.value] ?? null);
const title = computed(() => (plan.value ? `${plan.value.date.day}, ${plan.value.date.minutes} minutes` : ' '));
const under = computed(() => {
    const now = plan.value;
    if (!now) return '';
    const left = now.concert ? `${now.remaining} ${now.remaining === 1 ? 'rehearsal' : 'rehearsals'} after it before ${now.concert.title || 'the concert'}` : 'no concert in the calendar';
    return `${now.name} · ${left}`;
});
const counted = computed(() => COUNTED[plan.value?.counts ?? 'measure'].many.toLowerCase());
const stretch = computed(() => (entry.value && entry.value.kind === 'work' ? { piece: entry.value.piece, from: entry.value.fromIndex, to: entry.value.toIndex } : null));
const neighbours = computed(() => {
    const dates = (plan.value?.dates ?? []).filter(({ kind }) => kind === 'rehearsal');
    const at = dates.findIndex((date) => date.id === id.value);
    return { before: dates[at - 1] ?? null, after: dates[at + 1] ?? null };
});
const LINES: Record<string, string> = { shift: 'shift', speed: 'unit', rhythm: 'rhythm', crossing: 'crossing', clash: 'low-and-regular' };
const LINE_WORDS: Record<string, string> = { shift: 'shift line', speed: 'unit line', rhythm: 'rhythm line', crossing: 'crossing line', clash: 'low and regular' };

function changed(list: HeardList | null): void {
    if (list) void load();
}

function add(): void {
    const { piece, from, to, minutes } = adding.value;
    if (!plan.value || from.trim() === '') {
        tell('Say from which measure.');
        return;
    }
    const wanted = { kind: 'work', piece, from: from.trim(), to: to.trim() || from.trim(), minutes, isFixed: true } as RehearsalEntry;
    void change({ entries: [...plan.value.entries.slice(0, chosen.value + 1), wanted, ...plan.value.entries.slice(chosen.value + 1)] }, `${from.trim()}–${to.trim() || from.trim()} is in the plan.`);
}

function begin(key: string): void {
    const one = plan.value?.begins.find((begins) => begins.key === key);
    if (one) void change({ begin: one.key }, `It begins with ${one.title}.`);
}

function turnPiece(piece: number): void {
    const now = plan.value;
    if (!now) return;
    const ids = now.pieces.filter((one) => (one.id === piece ? !one.isIn : one.isIn)).map((one) => one.id);
    void change({ pieces: ids.length === now.pieces.length ? null : ids }, 'Planned again.');
}
const pdf = computed(() => `/api/v1/dates/${id.value}/plan.pdf?paper=${paperHere()}`);
</script>

<template>
    <div class="rehearsing">
        <header>
            <h1>{{ title }}</h1>
            <span class="quiet">{{ under }}</span>
            <nav aria-label="Rehearsals">
                <RouterLink v-if="neighbours.before" :to="`/rehearsal/${neighbours.before.id}`" class="plain-button" :aria-label="`The rehearsal before: ${neighbours.before.day}`">←</RouterLink>
                <RouterLink v-if="neighbours.after" :to="`/rehearsal/${neighbours.after.id}`" class="plain-button" :aria-label="`The next rehearsal: ${neighbours.after.day}`">→</RouterLink>
                <RouterLink v-if="plan" :to="`/rehearsal/term/${plan.shelf}`" class="plain-button">Term</RouterLink>
                <a v-if="plan" class="plain-button" :href="pdf" download>Print</a>
                <RouterLink v-if="plan" :to="`/rehearsal/${id}/hear`" class="plain-button">On my phone</RouterLink>
                <button v-if="plan" type="button" class="cedar-button" @click="router.push(`/rehearsal/${id}/wall`)">Start</button>
            </nav>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }} <RouterLink to="/rehearsal">To the next rehearsal</RouterLink></p>
        <p v-else-if="!plan" class="quiet pad" role="status">Planning…</p>
        <template v-else>
            <div class="wishes">
                <label>minutes <input
                    :key="minutesKey"
                    type="number"
                    min="1"
                    max="300"
                    :value="plan.date.minutes"
                    aria-label="Minutes of the rehearsal"
                    @change="change({ minutes: Number(($event.target as HTMLInputElement).value) }, 'Planned again.').then(() => minutesKey++)"
                /></label>
                <label>begin with
                    <select :value="plan.begin" :disabled="isBusy" aria-label="Begin with" @change="begin(($event.target as HTMLSelectElement).value)">
                        <option v-for="one in plan.begins" :key="one.key" :value="one.key">{{ one.title }}</option>
                    </select>
                </label>
                <span role="group" aria-label="Pieces" class="chips">
                    <button v-for="piece in plan.pieces" :key="piece.id" type="button" :aria-pressed="piece.isIn" :disabled="isBusy" @click="turnPiece(piece.id)">{{ piece.title }}</button>
                </span>
                <button type="button" class="plain-button" :disabled="!plan.entries.length" @click="tick(plan.entries, !allDone, allDone ? 'Nothing of it was done.' : 'All of it was done as planned.')">{{ allDone ? 'Not done after all' : 'All done as planned' }}</button>
            </div>
            <p v-for="one in plan.left" :key="one" class="problem" role="alert">{{ one }}</p>
            <p v-if="!plan.pieces.length" class="quiet pad">There is no piece with strings on this shelf yet. <RouterLink to="/rack">Bring one in</RouterLink>, and the plan makes itself.</p>
            <PlanStrip
                v-else
                :entries="plan.entries"
                :minutes="plan.date.minutes"
                :chosen="chosen"
                @choose="chosen = $event"
                @move="move"
                @lock="set($event, { isFixed: !plan.entries[$event]?.isFixed }, 'Planned again.')"
                @drop="drop"
            />
            <div class="below">
                <section v-if="entry" class="sheet entry" aria-label="What is chosen">
                    <h2>{{ entry.at }} · {{ entry.kind === 'work' ? `${entry.title}, ${counted} ${measuresOf(entry)}` : titleOf(entry) }}</h2>
                    <p class="quiet">{{ entry.who === 'all' ? 'All' : entry.who }} · {{ entry.minutes }} minutes<template v-if="entry.how">: {{ entry.how }}</template></p>
                    <p class="acts">
                        <label class="tick"><input type="checkbox" :checked="entry.isDone" @change="tick([entry], !entry.isDone, '')" /> done</label>
                        <button type="button" class="plain-button" :aria-pressed="entry.isFixed" :disabled="isBusy" @click="set(chosen, { isFixed: !entry.isFixed }, entry.isFixed ? 'It may move again.' : 'It stays where it is.')">{{ entry.isFixed ? 'Unlock' : 'Lock' }}</button>
                        <label>min <input type="number" min="1" max="300" :value="entry.minutes" :aria-label="`Minutes for ${titleOf(entry)}`" @change="set(chosen, { minutes: Number(($event.target as HTMLInputElement).value), isFixed: true }, 'Planned again.')" /></label>
                        <button type="button" class="plain-button" :disabled="isBusy || chosen === 0" @click="move(chosen, chosen - 1).then(() => chosen--)">Earlier</button>
                        <button type="button" class="plain-button" :disabled="isBusy || chosen === plan.entries.length - 1" @click="move(chosen, chosen + 1).then(() => chosen++)">Later</button>
                        <button type="button" class="plain-button" :disabled="isBusy" @click="drop(chosen)">Leave out</button>
                        <RouterLink v-if="entry.kind === 'warm-up'" class="plain-button" :to="{ name: 'warm-up', params: { piece: entry.piece }, query: { minutes: entry.minutes } }">Show the warm-up</RouterLink>
                        <RouterLink v-if="entry.kind === 'tune'" class="plain-button" :to="{ name: 'tutti', params: { piece: entry.piece }, query: { view: 'unisons' } }">On Tutti</RouterLink>
                        <RouterLink v-if="entry.kind === 'work'" class="plain-button" :to="{ name: 'tutti', params: { piece: entry.piece }, query: { measure: entry.from } }">On Tutti</RouterLink>
                        <RouterLink v-if="entry.kind === 'work' && entry.tune" class="plain-button" :to="{ name: 'everybody', params: { piece: entry.piece, section: entry.tune }, query: { from: entry.from, to: entry.to } }">Everybody learns the tune</RouterLink>
                    </p>
                    <p class="why">{{ entry.why }}</p>
                    <table v-if="entry.causes.length" aria-label="What makes it hard">
                        <tbody>
                            <tr v-for="cause in entry.causes" :key="`${cause.index} ${cause.kind} ${cause.who}`">
                                <th scope="row">{{ atMeasure(cause.measure) }}</th>
                                <td>{{ cause.who }}</td>
                                <td>{{ cause.text }} <span class="quiet" :title="`It weighs ${cause.weight} in the measure’s hardness`">{{ cause.weight }}</span></td>
                                <td>
                                    <RouterLink v-if="cause.section && LINES[cause.kind]" :to="{ name: 'practice', params: { piece: entry.piece, section: cause.section }, query: { kind: LINES[cause.kind], measure: cause.measure } }">{{ LINE_WORDS[cause.kind] }}</RouterLink>
                                    <RouterLink v-else-if="cause.kind === 'disagreement'" :to="{ name: 'tutti', params: { piece: entry.piece }, query: { measure: cause.measure } }">decide</RouterLink>
                                    <RouterLink v-else-if="cause.section" :to="{ name: 'desk', params: { piece: entry.piece, section: cause.section }, query: { measure: cause.measure } }">mark it</RouterLink>
                                </td>
                            </tr>
                        </tbody>
                    </table>
                    <div v-for="place in entry.places" :key="place.measure" class="place">
                        <p><strong>{{ atMeasure(place.measure) }}, beat {{ place.beat }}: hold {{ place.pitch }}</strong> <span class="quiet">{{ place.who }}</span></p>
                        <p class="quiet">{{ place.hear.join('; ') }}.</p>
                    </div>
                </section>
                <section class="sheet log" aria-label="What was heard">
                    <h2>Heard so far</h2>
                    <HeardRows :rows="plan.heard" named @changed="changed" />
                    <button type="button" class="plain-button" @click="hearing = true">+ what was heard</button>
                    <RouterLink :to="`/piece/${heardPiece}/logbook`" class="plain-button">Logbook by section</RouterLink>
                </section>
            </div>
            <section class="sheet" aria-label="How long since each measure was worked">
                <h2>How long since each measure was worked</h2>
                <CoverStrips :cover="plan.cover" :stretch="stretch" />
            </section>
            <section class="sheet more" aria-label="Put into the plan, or take back what was left out">
                <form @submit.prevent="add">
                    <select v-model.number="adding.piece" aria-label="Piece"><option v-for="piece in plan.pieces" :key="piece.id" :value="piece.id">{{ piece.title }}</option></select>
                    <label>from m. <input v-model="adding.from" aria-label="From measure" /></label>
                    <label>to m. <input v-model="adding.to" aria-label="To measure" /></label>
                    <label><input v-model.number="adding.minutes" type="number" min="1" max="300" aria-label="Minutes of it" /> min</label>
                    <button type="submit" class="paper-button" :disabled="isBusy">Put it in after what is chosen</button>
                </form>
                <p v-if="plan.dropped.length" class="quiet">
                    Left out:
                    <button v-for="one in plan.dropped" :key="one.key" type="button" class="plain-button" @click="bringBack(one.key, one.text)">{{ one.text }}: take it back</button>
                </p>
            </section>
        </template>
        <ElDialog v-if="plan && hearing" v-model="hearing" title="What was heard" width="min(680px, 94vw)">
            <label class="of">in <select v-model.number="heardPiece" aria-label="In which piece"><option v-for="piece in plan.pieces" :key="piece.id" :value="piece.id">{{ piece.title }}</option></select></label>
            <HeardSheet :key="heardPiece" :piece="heardPiece" :date="id" @heard="changed" />
        </ElDialog>
    </div>
</template>

<style scoped>
.wishes {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 18px;
    margin-bottom: 10px;
    font-size: 13px;
}

input[type='number'],
input:not([type]),
select {
    min-height: 30px;
    border: 1px solid var(--field);
    border-radius: var(--radius-small);
    background: var(--paper);
    color: var(--ink);
    font: inherit;
}

input[type='number'],
input:not([type]) {
    width: 58px;
}

.below {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(260px, 1fr);
    gap: 14px;
}

.log {
    background: var(--panel);
}

.below > .sheet {
    max-height: 318px;
    overflow: auto;
}

.entry p {
    margin: 2px 0;
}

.acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px 6px;
    margin-left: -8px !important;
    font-size: 13px;
}

.tick {
    padding: 4px 8px;
    font-weight: 700;
}

.why {
    font-size: 15px;
}

table {
    width: 100%;
    margin-top: 8px;
    border-collapse: collapse;
}

tr {
    border-top: 1px solid var(--hair-light);
}

th,
td {
    padding: 6px 10px 6px 0;
    text-align: left;
    vertical-align: top;
}

th {
    white-space: nowrap;
}

td:last-child {
    font-weight: 700;
    text-align: right;
    white-space: nowrap;
}

.place {
    border-top: 1px solid var(--hair-light);
    padding: 6px 0;
}

.more form {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 12px;
    font-size: 13px;
}

.more p {
    margin: 8px 0 0;
}

.pad {
    padding: 16px 0;
}

.of {
    display: block;
    margin-bottom: 12px;
}

@media (width < 900px) {
    .below {
        grid-template-columns: minmax(0, 1fr);
    }
}
</style>
