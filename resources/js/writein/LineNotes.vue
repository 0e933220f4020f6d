<script setup lang="ts">
/** What each section plays otherwise than it is typed, what lies outside what the class has learned, and what is new. */
import { computed } from 'vue';
import type { Typed, TypedLine, Typing } from '../api/types';

type Choice = Typed['choices'][string];

const props = defineProps<{ told: Typing; choices: Typed['choices'] }>();
const emit = defineEmits<{ choose: [section: string, choice: Choice] }>();

/** Sections that read the line in the same octave, told together. */
const octaves = computed(() => {
    const groups = new Map<string, string[]>();
    props.told.lines.forEach((line) => {
        const name = line.name.replace(/ \(second line\)$/, '');
        const names = groups.get(line.text) ?? [];
        if (!names.includes(name)) groups.set(line.text, [...names, name]);
    });
    return [...groups].map(([text, names]) => ({ text, names: names.join(', ') }));
});
/** What is new, told once for all who share it: "violin, viola: 1 on A". */
const news = computed(() => {
    const who = new Map<string, string[]>();
    props.told.news.forEach((one) => one.new.forEach((text) => who.set(text, [...(who.get(text) ?? []), one.instrument])));
    const groups = new Map<string, string[]>();
    who.forEach((instruments, text) => {
        const key = instruments.length === props.told.news.length && instruments.length > 1 ? '' : instruments.join(', ');
        groups.set(key, [...(groups.get(key) ?? []), text]);
    });
    return [...groups].map(([instruments, texts]) => ({ instruments, texts: texts.join(', ') }));
});
/** One row a section, whatever number of lines it has. */
const outside = computed(() => props.told.lines.filter((line, index, all) => line.outside > 0 && all.findIndex((one) => one.section === line.section && one.outside > 0) === index));
const now = (line: TypedLine): Choice => props.choices[line.section] ?? { octaves: null, found: 'kept' };

function shift(line: TypedLine, by: number): void {
    emit('choose', line.section, { ...now(line), octaves: line.octaves + by });
}
</script>

<template>
    <div class="line-notes">
        <div>
            <p v-for="one in news" :key="one.instruments"><b>New here</b><template v-if="one.instruments"> ({{ one.instruments }})</template>: {{ one.texts }}.</p>
            <p v-for="one in told.flags" :key="one" class="quiet">{{ one }}</p>
        </div>
        <div>
            <p v-for="one in octaves" :key="one.text"><b>{{ one.names }}</b>: {{ one.text }}.</p>
            <p v-for="line in outside" :key="line.section" :class="{ wrong: line.moved === 0 }">
                <template v-if="line.moved > 0"><b>{{ line.name }}</b>: {{ line.moved }} {{ line.moved === 1 ? 'note' : 'notes' }} an octave away. </template>
                <template v-else>{{ line.why }} </template>
                <button v-if="line.alone && now(line).found !== 'singly'" type="button" class="plain-button" @click="emit('choose', line.section, { ...now(line), found: 'singly' })">
                    {{ line.outside === 1 ? 'Move it' : 'Move only these' }}
                </button>
                <button v-if="line.phrases && now(line).found !== 'phrase'" type="button" class="plain-button" @click="emit('choose', line.section, { ...now(line), found: 'phrase' })">
                    From the phrase’s start
                </button>
                <button v-if="line.moved > 0" type="button" class="plain-button" @click="emit('choose', line.section, { ...now(line), found: 'kept' })">Leave as typed</button>
                <button type="button" class="plain-button" @click="shift(line, 1)">All of it higher</button>
                <button type="button" class="plain-button" @click="shift(line, -1)">lower</button>
                <button v-if="now(line).octaves !== null" type="button" class="plain-button" @click="emit('choose', line.section, { ...now(line), octaves: null })">As it was</button>
            </p>
        </div>
    </div>
</template>

<style scoped>
.line-notes {
    flex: none;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 4px 24px;
    max-height: 34%;
    overflow: auto;
    border-top: 1px solid var(--hair-light);
    padding-top: 6px;
    font-size: 13px;
}

p {
    margin: 0 0 4px;
}

.wrong {
    color: var(--wrong);
}
</style>
