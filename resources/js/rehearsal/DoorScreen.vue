<script setup lang="ts">
/** To the rehearsal that comes next; where there is none, to the term's calendar. */
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../api/client';
import type { Rack, Term } from '../api/types';
import { remembered } from '../ui/remembered';
import { useTrying } from '../ui/trying';

const router = useRouter();
const { problem, attempt } = useTrying();
const isEmpty = ref(false);

onMounted(() =>
    attempt(async () => {
        const rack = await api.get<Rack>('rack');
        const wanted = remembered('last-shelf', 0, (value): value is number => typeof value === 'number');
        const programmes = rack.shelves.filter(({ kind }) => kind === 'programme');
        const shelf = rack.shelves.find(({ id }) => id === wanted) ?? programmes.find(({ pieces }) => pieces.length > 0) ?? programmes[0];
        if (!shelf) {
            isEmpty.value = true;
            return;
        }
        const term = await api.get<Term>(`shelves/${shelf.id}/calendar`);
        await router.replace(term.next === null ? `/rehearsal/term/${shelf.id}` : `/rehearsal/${term.next}`);
    }),
);
</script>

<template>
    <div class="door">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <template v-else-if="isEmpty">
            <h1>Rehearsals</h1>
            <p>A rehearsal is planned from what stands on a shelf. <RouterLink to="/rack">Add a shelf and bring a piece in</RouterLink> first.</p>
        </template>
        <p v-else class="quiet" role="status">Looking for the next rehearsal…</p>
    </div>
</template>

<style scoped>
.door {
    padding: 30px 20px;
}

.problem {
    color: var(--wrong);
}
</style>
