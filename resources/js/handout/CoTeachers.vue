<script setup lang="ts">
/** Who else works on a piece, and what they may do. */
import { ElMessageBox, ElOption, ElSelect } from 'element-plus';
import { ref } from 'vue';
import { api } from '../api/client';
import type { Share } from '../api/types';
import { copy, tell } from '../ui/say';
import { orWarn } from '../ui/trying';

const props = defineProps<{ pieceId: number; parts: string[] }>();
const shares = defineModel<Share[]>({ required: true });

const MAY: { value: Share['may']; label: string }[] = [
    { value: 'read', label: 'may look' },
    { value: 'propose', label: 'may propose' },
    { value: 'edit', label: 'may change marks' },
];

const email = ref('');
const may = ref<Share['may']>('propose');
const only = ref<string[]>([]);
const isForAll = ref(false);

/** Parts of this piece, and those a right for all pieces names elsewhere. */
function offered(share: Share): string[] {
    return [...new Set([...props.parts, ...(share.parts ?? [])])];
}

async function invite(): Promise<void> {
    await orWarn(async () => {
        const share = await api.post<Share>(`pieces/${props.pieceId}/shares`, {
            email: email.value, may: may.value, parts: only.value, all: isForAll.value,
        });
        shares.value = [...shares.value.filter((one) => one.id !== share.id), share];
        email.value = '';
        only.value = [];
        tell(share.waiting ? 'The invitation is written; pass its link on.' : `${share.name} can open the piece now.`);
    });
}

async function changeShare(share: Share, right: Partial<Pick<Share, 'may' | 'parts'>>): Promise<void> {
    await orWarn(async () => {
        const changed = await api.patch<Share>(`shares/${share.id}`, { may: share.may, parts: share.parts, ...right });
        shares.value = shares.value.map((one) => (one.id === share.id ? changed : one));
    });
}

async function endShare(share: Share): Promise<void> {
    const name = share.name ?? share.email;
    if (share.everywhere) {
        const isSure = await ElMessageBox.confirm(`${name} works on all of your pieces. It ends in all of them.`, 'End it everywhere', {
            confirmButtonText: 'End it everywhere',
            cancelButtonText: 'Leave it',
        }).catch(() => null);
        if (!isSure) return;
    }
    await orWarn(async () => {
        await api.delete(`shares/${share.id}`);
        shares.value = shares.value.filter((one) => one.id !== share.id);
    });
}
</script>

<template>
    <section class="teachers">
        <h2>Co-teachers</h2>
        <ul>
            <li v-for="share in shares" :key="share.id">
                <span>
                    <strong>{{ share.name ?? share.email }}</strong>
                    <small v-if="share.everywhere" class="quiet"> in all of your pieces</small>
                    <small v-if="share.waiting" class="quiet"> invited; the invitation waits</small>
                </span>
                <ElSelect :model-value="share.may" size="small" class="may" :aria-label="`What ${share.name ?? share.email} may do`" @change="(value: Share['may']) => changeShare(share, { may: value })">
                    <ElOption v-for="one in MAY" :key="one.value" :value="one.value" :label="one.label" />
                </ElSelect>
                <ElSelect
                    v-if="share.may !== 'read'"
                    :model-value="share.parts ?? []"
                    size="small"
                    class="only"
                    multiple
                    collapse-tags
                    placeholder="all parts"
                    :aria-label="`Parts of ${share.name ?? share.email}`"
                    @change="(value: string[]) => changeShare(share, { parts: value })"
                >
                    <ElOption v-for="part in offered(share)" :key="part" :value="part" :label="part" />
                </ElSelect>
                <button v-if="share.waiting" class="plain-button" type="button" @click="copy(share.url)">Copy invitation</button>
                <button class="plain-button" type="button" @click="endShare(share)">End</button>
            </li>
        </ul>
        <form @submit.prevent="invite">
            <input v-model="email" type="email" placeholder="E-mail address of a colleague" aria-label="E-mail address" required />
            <ElSelect v-model="may" class="may" aria-label="What the colleague may do">
                <ElOption v-for="one in MAY" :key="one.value" :value="one.value" :label="one.label" />
            </ElSelect>
            <ElSelect
                v-if="may !== 'read'"
                v-model="only"
                class="only"
                multiple
                collapse-tags
                placeholder="all parts"
                aria-label="Parts of the colleague"
            >
                <ElOption v-for="part in parts" :key="part" :value="part" :label="part" />
            </ElSelect>
            <label class="quiet"><input v-model="isForAll" type="checkbox" /> all of my pieces</label>
            <button class="paper-button" type="submit">Invite</button>
        </form>
    </section>
</template>

<style scoped>
.teachers {
    margin-top: 26px;
    max-width: 960px;
}

ul {
    list-style: none;
    padding: 0;
}

li {
    display: flex;
    align-items: center;
    gap: 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--hair);
}

li span:first-child {
    flex: 1;
}

.may {
    width: 150px;
}

.only {
    width: 170px;
}

label {
    align-self: center;
    white-space: nowrap;
}

form {
    display: flex;
    gap: 10px;
}

form input {
    flex: 1;
    padding: 6px 10px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
}

@media (width < 760px) {
    form {
        flex-wrap: wrap;
    }

    form input {
        min-width: 0;
        max-width: 100%;
    }
}
</style>
