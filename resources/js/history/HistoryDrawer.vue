<script setup lang="ts">
/** Who did what to a piece, day by day; any entry can be gone back to. */
import { ElDrawer, ElMessageBox } from 'element-plus';
import { computed, onMounted, shallowRef } from 'vue';
import { api, ApiError } from '../api/client';
import type { ChangeRow } from '../api/types';
import { tell } from '../ui/say';
import { orWarn, useTrying } from '../ui/trying';
import { days, timeOf, told } from './gather';
import { useHistory } from './store';

const props = defineProps<{ piece: string }>();
const emit = defineEmits<{ close: [] }>();

const history = useHistory();
const changes = shallowRef<ChangeRow[] | null>(null);
const { problem, attempt } = useTrying();
const read = computed(() => days(changes.value ?? []));

onMounted(load);

async function load(): Promise<void> {
    await attempt(async () => {
        changes.value = await api.get<ChangeRow[]>(`pieces/${props.piece}/history`);
    });
}

/** What others did since stays, or goes too: it is asked, never assumed. */
async function others(names: string[]): Promise<'stay' | 'go' | null> {
    return ElMessageBox.confirm(`${names.join(' and ')} changed this piece since then.`, 'What others did', {
        confirmButtonText: 'Let theirs stay',
        cancelButtonText: 'Take theirs back too',
        distinguishCancelAndClose: true,
    }).then(() => 'stay' as const, (action: unknown) => (action === 'cancel' ? ('go' as const) : null));
}

async function back(change: ChangeRow, what: 'stay' | 'go' | null = null): Promise<void> {
    await orWarn(async () => {
        try {
            const { stayed, turned } = await api.post<{ stayed: number; turned: number }>(
                `pieces/${props.piece}/history/back`,
                { change: change.id, ...(what ? { others: what } : {}) },
            );
            const left = stayed > 0 ? ` ${stayed} ${stayed === 1 ? 'place stays' : 'places stay'} as others have left it.` : '';
            tell(turned === 0 ? `It is like that already.${left}` : `Everything is as it was after “${change.what}”.${left}`);
            history.turned();
            void history.look();
            await load();
        } catch (error) {
            const names = error instanceof ApiError && error.status === 409 ? error.body.others : null;
            if (!Array.isArray(names)) throw error;
            const answer = await others(names.map(String));
            if (answer) await back(change, answer);
        }
    });
}
</script>

<template>
    <ElDrawer :model-value="true" direction="ltr" size="420px" title="Who did what" @close="emit('close')">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="changes === null" class="quiet">Reading…</p>
        <p v-else-if="changes.length === 0" class="quiet">Nothing has been done to this piece yet.</p>
        <section v-for="day in read" :key="day.name">
            <h3>{{ day.name }}</h3>
            <details v-for="(sitting, at) in day.sittings" :key="at" :open="sitting.acts.length < 4">
                <summary :class="{ 'is-another': !sitting.isMine }">
                    <strong>{{ sitting.isMine ? 'You' : sitting.who }}</strong>{{ sitting.where ? `, ${sitting.where}` : '' }}
                    <span class="quiet">{{ sitting.acts.length === 1 ? timeOf(sitting.acts[0]?.when ?? '') : told(sitting) }}</span>
                </summary>
                <ol>
                    <li v-for="change in sitting.acts" :key="change.id">
                        <span>{{ change.what }}</span>
                        <button
                            v-if="change.canBeGoneBackTo"
                            type="button"
                            class="plain-button"
                            :aria-label="`back to here: how it was after “${change.what}”`"
                            @click="back(change)"
                        >
                            back to here
                        </button>
                    </li>
                </ol>
            </details>
        </section>
        <p v-if="changes?.length" class="quiet foot">
            Going back is an act too, and can be taken back. Links, and where the piece stands, stay as they are.
        </p>
    </ElDrawer>
</template>

<style scoped>
h3 {
    margin: 14px 0 4px;
    font: 600 15px var(--serif);
}

details {
    border-top: 1px solid var(--hair);
    padding: 6px 0;
}

summary {
    cursor: pointer;
}

summary.is-another strong {
    color: var(--blue-pencil);
}

summary .quiet {
    margin-left: 8px;
}

ol {
    list-style: none;
    margin: 4px 0 0;
    padding: 0 0 0 14px;
}

li {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 10px;
    padding: 2px 0;
    font-size: 13.5px;
}

li .plain-button {
    flex: none;
    font-size: 12.5px;
}

.foot {
    margin-top: 16px;
    font-size: 13px;
}

.problem {
    color: var(--wrong);
}
</style>
