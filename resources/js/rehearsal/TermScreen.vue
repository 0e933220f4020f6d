<script setup lang="ts">
/** The term of an ensemble: its rehearsals and concerts, and what will not be ready at the present pace. */
import './rehearsing.css';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api } from '../api/client';
import type { CalendarLook, DateRow, Rack, Term } from '../api/types';
import { save } from '../handout/part';
import { useHistory } from '../history/store';
import { remember } from '../ui/remembered';
import { tellWithUndo } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';
import CoverStrips from './CoverStrips.vue';

const route = useRoute();
const history = useHistory();
const { problem, attempt } = useTrying();
const term = shallowRef<Term | null>(null);
const shelves = shallowRef<{ id: number; name: string }[]>([]);
const isBusy = ref(false);
const id = computed(() => Number(route.params.shelf));
const empty = { kind: 'rehearsal' as DateRow['kind'], date: '', time: '14:05', minutes: 45, title: '', place: '', weeks: 1 };
const form = ref({ ...empty });
const editing = ref<number | null>(null);
const chooser = ref<HTMLInputElement | null>(null);
const file = shallowRef<File | null>(null);
const look = shallowRef<CalendarLook | null>(null);
const ticked = ref<string[]>([]);
const shownHow = ref(0);

async function load(): Promise<void> {
    if (route.name !== 'term') return;
    remember('last-shelf', id.value);
    await attempt(async () => {
        const [told, rack] = await Promise.all([api.get<Term>(`shelves/${id.value}/calendar`), api.get<Rack>('rack')]);
        term.value = told;
        shelves.value = rack.shelves.filter(({ kind }) => kind === 'programme').map((shelf) => ({ id: shelf.id, name: shelf.name }));
        form.value.date ||= dayAfter(told.dates.at(-1)?.date);
    });
}
onMounted(load);
watch(() => [route.params.shelf, history.version], load);

function dayAfter(date: string | undefined): string {
    const day = date ? new Date(`${date}T12:00`) : new Date();
    day.setDate(day.getDate() + 7);
    return day.toISOString().slice(0, 10);
}

async function change(work: () => Promise<Term>, said: string): Promise<boolean> {
    if (isBusy.value) return false;
    isBusy.value = true;
    const went = await orWarn(async () => {
        term.value = await work();
        tellWithUndo(said, () => void history.turn('undo'));
    });
    isBusy.value = false;
    return went;
}

async function keep(): Promise<void> {
    const { weeks, ...fields } = form.value;
    const went =
        editing.value === null
            ? await change(() => api.post<Term>(`shelves/${id.value}/dates`, { ...fields, weeks }), weeks > 1 ? `${weeks} dates are in the calendar.` : 'It is in the calendar.')
            : await change(() => api.patch<Term>(`dates/${editing.value ?? 0}`, fields), 'The date is changed.');
    if (went) {
        editing.value = null;
        form.value = { ...empty, time: fields.time, minutes: fields.minutes, place: fields.place, date: dayAfter(term.value?.dates.at(-1)?.date) };
    }
}

function edit(date: DateRow): void {
    editing.value = date.id;
    form.value = { kind: date.kind, date: date.date, time: date.time, minutes: date.minutes, title: date.title, place: date.place, weeks: 1 };
}

async function read(event: Event): Promise<void> {
    const chosen = (event.target as HTMLInputElement).files?.[0];
    if (!chosen) return;
    file.value = chosen;
    const body = new FormData();
    body.append('file', chosen);
    await orWarn(async () => {
        look.value = await api.post<CalendarLook>(`shelves/${id.value}/calendar/look`, body);
        ticked.value = look.value.dates.map(({ uid }) => uid);
    });
    if (chooser.value) chooser.value.value = '';
}

async function bring(): Promise<void> {
    const chosen = file.value;
    if (!chosen) return;
    const body = new FormData();
    body.append('file', chosen);
    body.append('uids', ticked.value.join('\n'));
    if (await change(() => api.post<Term>(`shelves/${id.value}/calendar`, body), `${ticked.value.length} dates are in the calendar.`)) look.value = null;
}
const rehearsals = computed(() => (term.value?.dates ?? []).filter(({ kind }) => kind === 'rehearsal'));
const summary = computed(() => {
    const now = term.value;
    if (!now) return '';
    const held = rehearsals.value.filter(({ isHeld }) => isHeld).length;
    const until = now.concert ? `before ${now.concert.title || 'the concert'} on ${now.concert.day}` : 'planned';
    return `${held} held · ${now.left} left ${until}`;
});
</script>

<template>
    <div class="rehearsing">
        <header>
            <h1>{{ term?.name ?? ' ' }}</h1>
            <span class="quiet">{{ summary }}</span>
            <nav aria-label="Ensembles">
                <RouterLink v-for="shelf in shelves.filter((one) => one.id !== id)" :key="shelf.id" :to="`/rehearsal/term/${shelf.id}`" class="plain-button">{{ shelf.name }}</RouterLink>
                <button type="button" class="plain-button" :disabled="!term?.dates.length" @click="orWarn(() => save(`shelves/${id}/calendar.ics`))">Save as calendar file</button>
                <button type="button" class="plain-button" @click="chooser?.click()">Bring a calendar file in</button>
                <input ref="chooser" type="file" accept=".ics,text/calendar" hidden aria-label="Calendar file" @change="read" />
                <RouterLink v-if="term?.next" :to="`/rehearsal/${term.next}`" class="cedar-button">To the next rehearsal</RouterLink>
            </nav>
        </header>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!term" class="quiet" role="status">Opening the calendar…</p>
        <template v-else>
            <section v-if="look" class="sheet" aria-label="What is in the calendar file">
                <h2>{{ look.dates.length ? 'In this calendar' : 'There are no dates in this calendar' }}</h2>
                <p v-for="one in look.told" :key="one" class="quiet">{{ one }}</p>
                <ul>
                    <li v-for="one in look.dates" :key="one.uid">
                        <label><input v-model="ticked" type="checkbox" :value="one.uid" /> {{ one.date }}, {{ one.time }}, {{ one.minutes }} min · {{ one.kind }} · {{ one.title }}<span v-if="one.isKnown" class="quiet"> (is here already: brought up to date)</span></label>
                    </li>
                </ul>
                <button type="button" class="cedar-button" :disabled="isBusy || !ticked.length" @click="bring">Keep {{ ticked.length }}</button>
                <button type="button" class="plain-button" @click="look = null">Leave it</button>
            </section>
            <div class="columns">
                <section class="sheet" aria-label="Calendar">
                    <h2>Calendar</h2>
                    <p v-if="!term.dates.length" class="quiet">No rehearsal yet. Say when the first one is, and how many weeks it comes again; or bring a calendar file in.</p>
                    <ol>
                        <li v-for="date in term.dates" :key="date.id" :class="{ 'is-past': date.isPast, 'is-next': date.id === term.next }">
                            <RouterLink v-if="date.kind === 'rehearsal'" :to="`/rehearsal/${date.id}`">{{ date.day }}, {{ date.time }}</RouterLink>
                            <strong v-else>{{ date.day }}, {{ date.time }}</strong>
                            <span class="quiet">{{ date.kind === 'concert' ? date.title || 'Concert' : `${date.minutes} min` }}{{ date.isHeld ? ' · logged' : date.isPast && date.kind === 'rehearsal' ? ' · not logged' : '' }}{{ date.place ? ` · ${date.place}` : '' }}</span>
                            <span class="does">
                                <button type="button" class="plain-button" :aria-label="`Change ${date.day}`" @click="edit(date)">Change</button>
                                <button type="button" class="plain-button" :aria-label="`Remove ${date.day}`" :disabled="isBusy" @click="change(() => api.delete<Term>(`dates/${date.id}`), `${date.day} is out of the calendar.`)">Remove</button>
                            </span>
                        </li>
                    </ol>
                    <form @submit.prevent="keep">
                        <h3>{{ editing === null ? 'Another date' : 'Change the date' }}</h3>
                        <select v-model="form.kind" aria-label="What it is"><option value="rehearsal">rehearsal</option><option value="concert">concert</option></select>
                        <input v-model="form.date" type="date" required aria-label="Day" />
                        <input v-model="form.time" type="time" required aria-label="Begins at" />
                        <label><input v-model.number="form.minutes" type="number" min="1" max="300" aria-label="Minutes" /> min</label>
                        <input v-model="form.title" maxlength="120" placeholder="name" aria-label="Name" />
                        <input v-model="form.place" maxlength="120" placeholder="place" aria-label="Place" />
                        <label v-if="editing === null">weekly, <input v-model.number="form.weeks" type="number" min="1" max="40" aria-label="How many weeks" /> weeks</label>
                        <button type="submit" class="paper-button" :disabled="isBusy">{{ editing === null ? 'Put it in' : 'Keep the change' }}</button>
                        <button v-if="editing !== null" type="button" class="plain-button" @click="editing = null">Leave it</button>
                    </form>
                </section>
                <section class="sheet" aria-label="What will be ready">
                    <h2>{{ term.concert ? `Ready for ${term.concert.day}?` : 'How far it is' }}</h2>
                    <p v-if="!term.pieces.length" class="quiet">There is no piece with strings on this shelf.</p>
                    <article v-for="piece in term.pieces" :key="piece.piece" :class="{ 'is-late': !piece.isReady }">
                        <p><strong>{{ piece.title }}</strong> {{ piece.isReady ? 'will be ready' : 'will not be ready at this pace' }}</p>
                        <span class="bar" role="img" :aria-label="`${piece.ready} of ${piece.measures} measures ready`"><i :style="{ width: `${(piece.ready / Math.max(1, piece.measures)) * 100}%` }"></i></span>
                        <p class="quiet">
                            {{ piece.ready }} of {{ piece.measures }} measures<template v-if="piece.open.length"> · to do: {{ piece.open[0]?.startsWith('pickup') ? 'the' : 'm.' }} {{ piece.open.slice(0, 6).join(', ') }}{{ piece.open.length > 6 ? ' …' : '' }}</template>
                            <button type="button" class="plain-button" :aria-expanded="shownHow === piece.piece" @click="shownHow = shownHow === piece.piece ? 0 : piece.piece">How is that reckoned?</button>
                        </p>
                        <p v-if="shownHow === piece.piece">{{ piece.how }}</p>
                    </article>
                </section>
            </div>
            <section class="sheet" aria-label="How long since each measure was worked">
                <h2>How long since each measure was worked</h2>
                <CoverStrips :cover="term.cover" />
            </section>
        </template>
    </div>
</template>

<style scoped>
.columns {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 14px;
}

ol,
ul {
    margin: 6px 0;
    padding: 0;
    list-style: none;
}

ol li {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr) auto;
    align-items: baseline;
    border-bottom: 1px solid var(--hair-light);
    padding: 2px 0;
}

.is-past {
    color: var(--soft);
}

.is-next {
    border-left: 4px solid var(--cedar);
    padding-left: 8px;
}

form {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 8px;
    font-size: 13px;
}

h3 {
    flex-basis: 100%;
    margin-top: 10px;
}

form input,
form select {
    min-height: 32px;
    border: 1px solid var(--field);
    border-radius: var(--radius-small);
    background: var(--paper);
    padding: 2px 6px;
    color: var(--ink);
    font: inherit;
}

form input[type='number'] {
    width: 60px;
}

article {
    border-top: 1px solid var(--hair-light);
    padding: 8px 0;
}

article p {
    margin: 2px 0;
}

.is-late strong::before {
    content: '! ';
    color: var(--wrong);
}

.bar {
    display: block;
    height: 8px;
    border-radius: var(--radius-small);
    background: var(--track);
}

.bar i {
    display: block;
    height: 100%;
    border-radius: var(--radius-small);
    background: var(--barrel);
}

@media (width < 900px) {
    .columns {
        grid-template-columns: minmax(0, 1fr);
    }
}
</style>
