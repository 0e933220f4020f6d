<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue';
import { api } from '../api/client';
import type { Errand } from '../api/types';
import { when } from '../ui/say';
import { useTrying } from '../ui/trying';

const props = defineProps<{ pack: Errand | null; unpack: Errand | null }>();

const ASK_AGAIN = 1000;
const errands = ref<Record<'pack' | 'unpack', Errand | null>>({ pack: props.pack, unpack: props.unpack });
const chooser = ref<HTMLInputElement | null>(null);
const { problem, isBusy, attempt } = useTrying();
let asking = 0;

onMounted(follow);
onBeforeUnmount(() => window.clearTimeout(asking));

function isGoing(errand: Errand | null): boolean {
    return errand !== null && ['waits', 'works'].includes(errand.state);
}

/** Asks how far it is while something goes on. */
function follow(): void {
    window.clearTimeout(asking);
    const going = [errands.value.pack, errands.value.unpack].filter((errand): errand is Errand => errand !== null && isGoing(errand));
    if (going.length > 0) {
        asking = window.setTimeout(() => {
            void Promise.all(going.map(async (errand) => {
                errands.value[errand.kind] = await api.get<Errand>(`account/errands/${errand.id}`);
            })).catch(() => undefined).finally(follow);
        }, ASK_AGAIN);
    }
}

function begin(work: () => Promise<Errand>): void {
    void attempt(async () => {
        const errand = await work();
        errands.value[errand.kind] = errand;
        follow();
    });
}

function bringIn(event: Event): void {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    if (file) {
        const form = new FormData();
        form.append('file', file);
        begin(() => api.post<Errand>('account/unpack', form));
    }
    input.value = '';
}
</script>

<template>
    <section>
        <h2>Everything of mine</h2>
        <p class="quiet">
            One file in open formats: scores, marks as pencil lines and as JSON, editions, the log. It can be brought in again, here or
            on another Upright Pencil.
        </p>
        <div v-for="kind in (['pack', 'unpack'] as const)" :key="kind" class="row">
            <button v-if="kind === 'pack'" class="paper-button" type="button" :disabled="isBusy || isGoing(errands.pack)" @click="begin(() => api.post<Errand>('account/pack'))">
                Pack everything
            </button>
            <button v-else class="paper-button" type="button" :disabled="isBusy || isGoing(errands.unpack)" @click="chooser?.click()">
                Bring a packed file in…
            </button>
            <template v-if="errands[kind]">
                <template v-if="isGoing(errands[kind])">
                    <progress :value="errands[kind].done" :max="errands[kind].total || 1" :aria-label="kind === 'pack' ? 'Packing' : 'Bringing in'"></progress>
                    <span>{{ errands[kind].total ? `${errands[kind].done} of ${errands[kind].total} pieces` : 'waiting for its turn…' }}</span>
                    <button class="plain-button" type="button" @click="begin(() => api.delete<Errand>(`account/errands/${errands[kind]!.id}`))">Stop</button>
                </template>
                <template v-else>
                    <a v-if="errands[kind].hasFile" :href="`/api/v1/account/errands/${errands[kind].id}/file`" download>Take it away (packed {{ when(errands[kind].at) }})</a>
                    <span v-else role="status">{{ errands[kind].says }}</span>
                </template>
            </template>
        </div>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <input
            ref="chooser"
            type="file"
            class="visually-hidden"
            accept=".zip"
            aria-label="Choose a packed file"
            tabindex="-1"
            @change="bringIn"
        />
    </section>
</template>

<style scoped>
.row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 10px;
    margin-top: 10px;
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
