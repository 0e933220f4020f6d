<script setup lang="ts">
/** What this class can do and how it reads: profile, schools, sizes, wording; each shown on two measures as it changes. */
import { ElOption, ElSelect } from 'element-plus';
import { computed, onMounted, ref, watch } from 'vue';
import { api, type ApiError } from '../api/client';
import type { ClassChoices, ClassSettings, InstrumentName } from '../api/types';
import { useHistory } from '../history/store';
import { tell, tellWithUndo } from '../ui/say';
import ClassExample from './ClassExample.vue';
import FingerboardCard from './FingerboardCard.vue';
import { useClassLook } from './trying';
import { orWarn, sentenceOf } from '../ui/trying';

const history = useHistory();
const choices = ref<ClassChoices | null>(null);
const settings = ref<ClassSettings | null>(null);
const problem = ref('');
const look = useClassLook();
const { looks, looking, untouched } = look;
const isKeeping = ref(false);
/** Milliseconds after a choice until the pieces are looked through. */
const REST = 500;
let timer = 0;
/** What was chosen is another than what is kept. */
const isOther = computed(() => JSON.stringify(settings.value) !== JSON.stringify(choices.value?.settings));

const INSTRUMENTS: [InstrumentName, string][] = [['violin', 'Violin'], ['viola', 'Viola'], ['cello', 'Cello'], ['bass', 'Bass']];

/** Which ensemble is meant: a shelf, or 0 for all that have nothing of their own. */
const shelf = ref(Number(localStorage.getItem('class-shelf')) || 0);
const query = computed(() => (shelf.value ? `?shelf=${shelf.value}` : ''));
const chosen = computed(() => choices.value?.shelves.find((one) => one.id === shelf.value));

onMounted(load);
watch(() => history.version, load);

async function load(): Promise<void> {
    try {
        choices.value = await api.get<ClassChoices>(`class${query.value}`);
        settings.value = choices.value.settings;
        problem.value = '';
    } catch (error) {
        if (shelf.value && (error as ApiError).status === 404) {
            // The shelf of last time is gone.
            shelf.value = 0;
            await load();
            return;
        }
        problem.value = sentenceOf(error);
    }
}

function turnTo(id: number): void {
    leaveIt();
    shelf.value = id;
    localStorage.setItem('class-shelf', String(id));
    void load();
}

/** Tries something else: the examples follow at once, the pieces are looked through, and nothing is kept yet. */
function change(other: Partial<ClassSettings>): void {
    if (!settings.value) return;
    const tried = { ...settings.value, ...other };
    settings.value = tried;
    window.clearTimeout(timer);
    if (isOther.value) timer = window.setTimeout(() => void look.begin(tried, shelf.value), REST);
    else look.stop();
}

function leaveIt(): void {
    window.clearTimeout(timer);
    look.stop();
    settings.value = choices.value?.settings ?? null;
}

async function keep(): Promise<void> {
    look.stop();
    isKeeping.value = true;
    await orWarn(async () => {
        await api.put(`class${query.value}`, settings.value);
        await load();
        tellWithUndo(
            `Kept. ${chosen.value ? `Everything of “${chosen.value.name}” is` : 'Your pieces are'} worked out this way from now on.`,
            () => void history.turn('undo'),
        );
    });
    isKeeping.value = false;
}

async function goWithTheOthers(): Promise<void> {
    await orWarn(async () => {
        await api.delete(`class${query.value}`);
        await load();
        tell(`“${chosen.value?.name}” goes with all the others again.`);
    });
}
</script>

<template>
    <div class="class-screen">
        <header>
            <h1>Class</h1>
            <span class="quiet">What they can do, and how they are used to reading. Every piece on their shelf follows it.</span>
        </header>
        <div v-if="choices?.shelves.length" class="ensembles" role="group" aria-label="Which ensemble">
            <button type="button" :aria-pressed="shelf === 0" @click="turnTo(0)">All ensembles</button>
            <button v-for="one in choices.shelves" :key="one.id" type="button" :aria-pressed="shelf === one.id" @click="turnTo(one.id)">
                {{ one.name }}<i v-if="one.isOwn" title="has settings of its own">●</i>
            </button>
            <span v-if="chosen" class="quiet">
                <template v-if="chosen.isOwn">
                    has settings of its own ·
                    <button type="button" class="plain-button" @click="goWithTheOthers">go with all the others</button>
                </template>
                <template v-else>goes with all the others until you change something here</template>
            </span>
        </div>
        <p v-if="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!settings || !choices" class="quiet">Opening the class…</p>
        <template v-else>
            <section v-if="isOther" class="trying" aria-label="Not kept yet">
                <div class="kept">
                    <strong>Not kept yet.</strong>
                    <button type="button" class="cedar-button" :disabled="isKeeping" @click="keep">Keep it</button>
                    <button type="button" class="plain-button" @click="leaveIt">Leave it as it was</button>
                </div>
                <div role="status" class="looks">
                    <p v-for="piece in looks.filter((one) => one.lines.length > 0)" :key="piece.title">
                        <strong>{{ piece.title }}</strong> <span v-for="line in piece.lines" :key="line">{{ line }}</span>
                    </p>
                    <p v-if="looking" class="quiet">Looking through {{ looking }}… <button type="button" class="plain-button" @click="look.stop">stop</button></p>
                    <p v-else-if="untouched > 0" class="quiet">
                        {{ untouched === looks.length ? 'In none of your pieces a bow or a finger changes.' : `In ${untouched === 1 ? 'one other piece' : `${untouched} other pieces`} nothing changes.` }}
                    </p>
                </div>
            </section>
            <article>
                <div class="words">
                    <h2>Level</h2>
                    <label v-for="profile in choices.profiles" :key="profile.value">
                        <input type="radio" name="profile" :checked="settings.profile === profile.value" @change="change({ profile: profile.value })" />
                        <span><strong>{{ profile.words }}</strong><small>{{ profile.means }}</small></span>
                    </label>
                </div>
                <ClassExample about="profile" :settings="settings" label="A figure that third position makes easy, at this level" />
            </article>
            <article v-for="school in choices.schools" :key="school.key">
                <div class="words">
                    <h2>{{ school.title }}</h2>
                    <label v-for="choice in school.choices" :key="choice.value">
                        <input
                            type="radio"
                            :name="school.key"
                            :checked="settings.schools[school.key] === choice.value"
                            @change="change({ schools: { ...settings.schools, [school.key]: choice.value } })"
                        />
                        <span>{{ choice.words }}</span>
                    </label>
                </div>
                <!-- Of words nothing is engraved. -->
                <ClassExample v-if="school.key !== 'words'" :about="school.key" :settings="settings" :label="`${school.title}: an example`" />
            </article>
            <article>
                <div class="words">
                    <h2>Altered fingers</h2>
                    <label v-for="choice in choices.wordings" :key="choice.value">
                        <input
                            type="radio"
                            name="wording"
                            :checked="settings.wording === choice.value"
                            @change="change({ wording: choice.value })"
                        />
                        <span>{{ choice.words }}</span>
                    </label>
                </div>
                <ClassExample about="wording" :settings="settings" label="Altered fingers as they are written" />
            </article>
            <article>
                <div class="words">
                    <h2>How many fingers are printed</h2>
                    <label v-for="choice in choices.densities" :key="choice.value">
                        <input
                            type="radio"
                            name="density"
                            :checked="settings.density === choice.value"
                            @change="change({ density: choice.value })"
                        />
                        <span>{{ choice.words }}</span>
                    </label>
                    <label>
                        <input type="checkbox" :checked="settings.namesNotes" @change="change({ namesNotes: !settings!.namesNotes })" />
                        <span>Note names under the notes, for beginners</span>
                    </label>
                </div>
                <ClassExample about="density" :settings="settings" label="How many fingers are printed: an example" />
            </article>
            <article>
                <div class="words">
                    <h2>How many bow signs are printed</h2>
                    <label v-for="choice in choices.bowDensities" :key="choice.value">
                        <input type="radio" name="bows" :checked="settings.bows === choice.value" @change="change({ bows: choice.value })" />
                        <span>{{ choice.words }}</span>
                    </label>
                    <p class="quiet">Lessons carry one in every measure.</p>
                </div>
                <ClassExample about="bows" :settings="settings" label="How many bow signs are printed: an example" />
            </article>
            <article class="sizes">
                <div class="words">
                    <h2>Instrument sizes</h2>
                    <p class="quiet">Spans in millimetres follow the size most of the section plays.</p>
                </div>
                <div class="row">
                    <label v-for="[key, name] in INSTRUMENTS" :key="key">
                        <span>{{ name }}</span>
                        <ElSelect
                            :model-value="settings.sizes[key]"
                            :aria-label="`Size of the ${name.toLowerCase()}s`"
                            class="size"
                            @change="(value: string) => change({ sizes: { ...settings!.sizes, [key]: value } })"
                        >
                            <ElOption v-for="size in choices?.sizes[key]" :key="size" :value="size" :label="size" />
                        </ElSelect>
                    </label>
                </div>
            </article>
            <FingerboardCard v-if="choices" :key="shelf" :choices="choices" :shelf="shelf" />
        </template>
    </div>
</template>

<style scoped>
.class-screen {
    height: 100%;
    overflow: auto;
    padding: 12px 30px 60px 14px;
    max-width: 1160px;
}

header {
    display: flex;
    align-items: baseline;
    gap: 20px;
    margin-bottom: 12px;
}

.ensembles {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px;
    margin-bottom: 6px;
    font-size: 14px;
}

.ensembles > button {
    padding: 7px 12px;
    border: 0;
    border-bottom: 3px solid transparent;
    background: none;
    color: var(--soft);
    cursor: pointer;
}

.ensembles > button[aria-pressed='true'] {
    border-bottom-color: var(--cedar);
    color: var(--ink);
    font-weight: 700;
}

.ensembles i {
    margin-left: 5px;
    color: var(--cedar);
    font-size: 9px;
    font-style: normal;
    vertical-align: 2px;
}

.ensembles .quiet {
    margin-left: 12px;
    font-size: 13px;
}

.trying {
    position: sticky;
    top: -12px;
    z-index: 2;
    display: grid;
    gap: 4px;
    max-height: 40vh;
    overflow: auto;
    padding: 10px 16px;
    border: 1px solid var(--cedar);
    border-radius: var(--radius);
    background: var(--cedar-tint);
    font-size: 13.5px;
}

.looks {
    columns: 2;
    column-gap: 24px;
}

.trying p {
    break-inside: avoid;
    margin: 2px 0;
}

.trying p span {
    display: block;
    padding-left: 14px;
}

.kept {
    display: flex;
    align-items: center;
    gap: 14px;
}

article {
    display: grid;
    grid-template-columns: 400px minmax(0, 1fr);
    gap: 20px;
    align-items: center;
    padding: 12px 0;
    border-bottom: 1px solid var(--hair);
}

h2 {
    margin-bottom: 4px;
}

.words label {
    display: flex;
    gap: 8px;
    align-items: baseline;
    padding: 3px 0;
    cursor: pointer;
}

.words small {
    display: block;
    color: var(--soft);
}

/* On the first line of what it says. */
.words label input {
    translate: 0 2px;
}

.row {
    display: flex;
    gap: 18px;
}

.row label span {
    display: block;
    font-size: 13px;
    color: var(--soft);
}

.size {
    width: 100px;
}

.fingerboard-card {
    margin-top: 18px;
}

@media print {
    .class-screen {
        height: auto;
        overflow: visible;
        padding: 0;
    }

    .class-screen > :not(.fingerboard-card) {
        display: none;
    }

    .fingerboard-card {
        margin-top: 0;
    }
}
</style>
