<script setup lang="ts">
/** What co-teachers wrote to each other: at the chosen measure in full, elsewhere as a way there. */
import { computed, ref, watch } from 'vue';
import { api } from '../../api/client';
import type { DeskMark, Thread } from '../../api/types';
import { when } from '../../ui/say';
import { orWarn } from '../../ui/trying';
import { useDesk } from '../state/store';

const desk = useDesk();
const threads = ref<Thread[]>([]);
/** What is being written, and in answer to which thread; 0 for something new. */
const draft = ref<{ thread: number; text: string; mark: DeskMark | null } | null>(null);
const showsSettled = ref(false);

const indexOf = computed(() => new Map(desk.notes.map((note) => [note.id, note.index])));
const here = computed(() => threads.value.filter((thread) => indexOf.value.get(thread.note) === desk.note?.index));
const open = computed(() => here.value.filter((thread) => thread.settled === null));
const settled = computed(() => here.value.filter((thread) => thread.settled !== null));
const elsewhere = computed(() => threads.value.filter((thread) => thread.settled === null && !here.value.includes(thread)));
const proposal = computed(() => (desk.plan?.marks ?? []).find((mark) => mark.state === 'proposed' && mark.from === desk.note?.id) ?? null);
const proposals = computed(() => (desk.plan?.marks ?? []).filter((mark) => mark.state === 'proposed').length);

watch(() => [desk.frame?.section.id, proposals.value], fetchThreads, { immediate: true });
watch(() => desk.note?.index, () => {
    if (draft.value?.text.trim() === '') draft.value = null;
});

async function fetchThreads(): Promise<void> {
    const section = desk.frame?.section.id;
    if (!section) return;
    const answer = await api.get<Thread[]>(`sections/${section}/threads`).catch(() => null);
    if (Array.isArray(answer) && desk.frame?.section.id === section) threads.value = answer;
}

function write(thread: number): void {
    draft.value = { thread, text: '', mark: thread === 0 ? proposal.value : null };
}

async function send(): Promise<void> {
    const said = draft.value;
    const section = desk.frame?.section.id;
    if (!said || said.text.trim() === '' || !section) return;
    await orWarn(async () => {
        await (said.thread === 0
            ? api.post(`sections/${section}/threads`, { note: said.mark?.from ?? desk.note?.id, text: said.text, mark: said.mark?.key })
            : api.post(`threads/${said.thread}/remarks`, { text: said.text }));
        draft.value = null;
        await fetchThreads();
    });
}

async function settle(thread: Thread, isSettled: boolean): Promise<void> {
    await orWarn(async () => {
        await api.patch(`threads/${thread.id}`, { settled: isSettled });
        await fetchThreads();
    });
}

/** Ctrl+Enter sends; Enter alone begins a line. */
function key(event: KeyboardEvent): void {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void send();
    if (event.key === 'Escape') draft.value = null;
}
</script>

<template>
    <section class="talk" aria-label="Talk">
        <article v-for="thread in [...open, ...(showsSettled ? settled : [])]" :key="thread.id" :class="{ 'is-settled': thread.settled }">
            <h3>
                {{ thread.place }}<template v-if="thread.proposal">: {{ thread.proposal }}</template>
                <small v-if="thread.settled" class="quiet">{{ thread.settled }}</small>
            </h3>
            <p v-for="remark in thread.remarks" :key="remark.id">
                <strong>{{ remark.mine ? 'You' : remark.who }}</strong> <span class="quiet">{{ when(remark.at) }}</span><br />
                <span class="words">{{ remark.text }}</span>
            </p>
            <div v-if="desk.mayPropose && draft?.thread !== thread.id" class="row">
                <button class="plain-button" type="button" @click="write(thread.id)">Answer</button>
                <button class="plain-button" type="button" @click="settle(thread, thread.settled === null)">
                    {{ thread.settled === null ? 'Settled' : 'Open it again' }}
                </button>
            </div>
        </article>
        <form v-if="draft" @submit.prevent="send">
            <label>
                {{ draft.thread ? 'Your answer' : draft.mark ? `About “${draft.mark.words}”` : `At measure ${desk.note?.measure}` }}
                <textarea v-model="draft.text" rows="3" maxlength="1000" @keydown.stop="key"></textarea>
            </label>
            <div class="row">
                <button class="paper-button" type="submit" :disabled="draft.text.trim() === ''">Send</button>
                <button class="plain-button" type="button" @click="draft = null">Leave it</button>
            </div>
        </form>
        <div v-else-if="desk.note" class="row">
            <button v-if="desk.mayPropose" class="plain-button" type="button" @click="write(0)">
                {{ proposal ? 'Say why' : 'Write to co-teachers here' }}
            </button>
            <button v-if="settled.length" class="plain-button" type="button" :aria-pressed="showsSettled" @click="showsSettled = !showsSettled">
                {{ settled.length }} settled
            </button>
        </div>
        <template v-if="elsewhere.length">
            <h3>Talked about elsewhere</h3>
            <button v-for="thread in elsewhere" :key="thread.id" type="button" class="there" @click="desk.chooseId(thread.note)">
                {{ thread.place }} <span>· {{ thread.remarks[thread.remarks.length - 1]?.text }}</span>
            </button>
        </template>
    </section>
</template>

<style scoped>
.talk {
    display: grid;
    gap: 8px;
    margin-top: 14px;
}

article {
    border-left: 3px solid var(--blue-pencil);
    background: var(--paper);
    border-radius: var(--radius);
    padding: 8px 12px;
}

article.is-settled {
    border-left-color: var(--hair);
    color: var(--soft);
}

h3 {
    margin: 0 0 4px;
    font-size: 13px;
}

h3 small {
    margin-left: 6px;
    font-weight: 400;
}

p {
    margin: 0 0 6px;
}

.words {
    white-space: pre-line;
    overflow-wrap: anywhere;
}

.row {
    display: flex;
    gap: 14px;
    align-items: baseline;
}

label {
    display: grid;
    gap: 4px;
    font-weight: 700;
}

textarea {
    font: inherit;
    padding: 6px 8px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    resize: vertical;
}

form {
    display: grid;
    gap: 6px;
}

.there {
    border: 0;
    padding: 2px 0;
    background: none;
    color: var(--blue-pencil);
    text-align: left;
    cursor: pointer;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}

.there span {
    color: var(--soft);
}
</style>
