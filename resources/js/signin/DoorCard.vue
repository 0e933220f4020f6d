<script setup lang="ts">
defineProps<{ title: string }>();
</script>

<template>
    <div class="door">
        <section class="card">
            <h1>{{ title }}</h1>
            <slot />
        </section>
    </div>
</template>

<style scoped>
.door {
    min-height: 100%;
    display: grid;
    place-items: center;
    padding: 24px;
}

.card {
    background: var(--paper);
    border-radius: var(--radius-large);
    box-shadow: var(--shadow);
    padding: 30px 32px;
    max-width: 420px;
    width: 100%;
}

.card :deep(form) {
    display: grid;
    gap: 14px;
}

.card :deep(label) {
    display: grid;
    gap: 4px;
    font-weight: 700;
}

.card :deep(input) {
    font-size: 15px;
    font-weight: 400;
    padding: 9px 11px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    background: var(--paper);
}

.card :deep(.problem) {
    margin: 0;
    color: var(--wrong);
    font-weight: 700;
}
</style>
