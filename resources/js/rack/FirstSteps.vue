<script setup lang="ts">
/** The first visit: four steps with the director's own score, which can be left and come back to. */
import type { FirstStep } from './firstSteps';

const props = defineProps<{ steps: FirstStep[] }>();
const emit = defineEmits<{ leave: []; bring: [] }>();

/** The first that is not done is the one to take now. */
function isNext(index: number): boolean {
    return props.steps.findIndex((step) => !step.isDone) === index;
}
</script>

<template>
    <section class="first-steps" aria-label="First steps">
        <ol>
            <li v-for="(step, index) in steps" :key="step.title" :class="{ 'is-done': step.isDone, 'is-next': isNext(index) }">
                <strong>{{ step.title }}</strong>
                <span v-if="step.isDone" class="visually-hidden">done</span>
                <p>{{ step.text }}</p>
                <template v-if="isNext(index)">
                    <RouterLink v-if="step.to" :to="step.to" class="cedar-button">Go there</RouterLink>
                    <button v-else type="button" class="cedar-button" @click="emit('bring')">Choose a file</button>
                </template>
            </li>
        </ol>
        <p class="quiet">
            <RouterLink to="/evening/directors">How an evening goes</RouterLink> ·
            <button type="button" class="plain-button" @click="emit('leave')">leave this for later</button>
        </p>
    </section>
</template>

<style scoped>
.first-steps {
    margin-bottom: 20px;
    padding: 14px 18px 10px;
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    background: var(--paper);
}

ol {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 20px;
    margin: 0 0 8px;
    padding: 0;
    list-style: none;
    counter-reset: step;
}

li {
    counter-increment: step;
    padding-top: 6px;
    border-top: 4px solid var(--track);
    font-size: 13.5px;
}

li.is-done {
    border-top-color: var(--graphite);
    color: var(--soft);
}

li.is-next {
    border-top-color: var(--cedar);
}

li strong::before {
    content: counter(step) '  ';
    color: var(--cedar-ink);
}

li.is-done strong::before {
    content: '✓  ';
}

p {
    margin: 2px 0 8px;
}

.cedar-button {
    display: inline-block;
    text-decoration: none;
}
</style>
