<script setup lang="ts">
/** What this class can do and how it reads: profile, schools, sizes, wording; each shown on two measures as it changes. */
import { ElOption, ElSelect } from 'element-plus';
import { onMounted, ref } from 'vue';
import { api } from '../api/client';
import type { ClassChoices, ClassSettings, InstrumentName } from '../api/types';
import { tell, warn } from '../ui/say';
import ClassExample from './ClassExample.vue';
import FingerboardCard from './FingerboardCard.vue';
import { DENSITY, PROFILES, SCHOOLS, WORDING } from './words';

const choices = ref<ClassChoices | null>(null);
const settings = ref<ClassSettings | null>(null);
const problem = ref('');
let saving = 0;

const INSTRUMENTS: [InstrumentName, string][] = [['violin', 'Violin'], ['viola', 'Viola'], ['cello', 'Cello'], ['bass', 'Bass']];

onMounted(async () => {
    try {
        choices.value = await api.get<ClassChoices>('class');
        settings.value = choices.value.settings;
    } catch (error) {
        problem.value = (error as Error).message;
    }
});

async function save(change: Partial<ClassSettings>): Promise<void> {
    if (!settings.value) return;
    const before = settings.value;
    settings.value = { ...before, ...change };
    saving += 1;
    const mine = saving;
    try {
        await api.put('class', settings.value);
        if (mine === saving) tell('Kept. Your pieces are worked out this way from now on.');
    } catch (error) {
        settings.value = before;
        warn((error as Error).message);
    }
}
</script>

<template>
    <div class="class-screen">
        <header>
            <h1>Class</h1>
            <span class="quiet">What they can do, and how they are used to reading. Every piece of yours follows it.</span>
        </header>
        <p v-if="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!settings" class="quiet">Opening the class…</p>
        <template v-else>
            <article>
                <div class="words">
                    <h2>Level</h2>
                    <label v-for="(profile, key) in PROFILES" :key="key">
                        <input type="radio" name="profile" :checked="settings.profile === key" @change="save({ profile: String(key) })" />
                        <span><strong>{{ profile.name }}</strong><small>{{ profile.means }}</small></span>
                    </label>
                </div>
                <ClassExample about="profile" :settings="settings" label="A figure that third position makes easy, at this level" />
            </article>
            <article v-for="school in SCHOOLS" :key="school.key">
                <div class="words">
                    <h2>{{ school.title }}</h2>
                    <label v-for="(means, value) in school.choices" :key="value">
                        <input
                            type="radio"
                            :name="school.key"
                            :checked="settings.schools[school.key] === value"
                            @change="save({ schools: { ...settings.schools, [school.key]: String(value) } })"
                        />
                        <span>{{ means }}</span>
                    </label>
                </div>
                <ClassExample :about="school.key" :settings="settings" :label="`${school.title}: an example`" />
            </article>
            <article>
                <div class="words">
                    <h2>Altered fingers</h2>
                    <label v-for="(means, value) in WORDING" :key="value">
                        <input type="radio" name="wording" :checked="settings.wording === value" @change="save({ wording: value })" />
                        <span>{{ means }}</span>
                    </label>
                </div>
                <ClassExample about="wording" :settings="settings" label="Altered fingers as they are written" />
            </article>
            <article>
                <div class="words">
                    <h2>How many fingers are printed</h2>
                    <label v-for="(means, value) in DENSITY" :key="value">
                        <input type="radio" name="density" :checked="settings.density === value" @change="save({ density: value })" />
                        <span>{{ means }}</span>
                    </label>
                    <label>
                        <input type="checkbox" :checked="settings.namesNotes" @change="save({ namesNotes: !settings!.namesNotes })" />
                        <span>Note names under the notes, for beginners</span>
                    </label>
                </div>
                <ClassExample about="density" :settings="settings" label="How many fingers are printed: an example" />
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
                            @change="(value: string) => save({ sizes: { ...settings!.sizes, [key]: value } })"
                        >
                            <ElOption v-for="size in choices?.sizes[key]" :key="size" :value="size" :label="size" />
                        </ElSelect>
                    </label>
                </div>
            </article>
            <FingerboardCard v-if="choices" :choices="choices" />
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

input[type='radio'],
input[type='checkbox'] {
    accent-color: var(--cedar);
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
    header,
    article {
        display: none;
    }
}
</style>
