<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import { useSession } from '../stores/session';
import SignInForm from './SignInForm.vue';

interface Invitation {
    piece: string;
    pieceId: number;
    owner: string;
    email: string;
    may: 'read' | 'propose' | 'edit';
    hasAccount: boolean;
    accepted: boolean;
}

const MAY = { read: 'look at its marks', propose: 'propose marks', edit: 'change its marks' };

const route = useRoute();
const router = useRouter();
const session = useSession();
const invitation = ref<Invitation | null>(null);
const problem = ref('');
const name = ref('');
const password = ref('');

onMounted(async () => {
    try {
        invitation.value = await api.get<Invitation>(`invitation/${String(route.params.token)}`);
        await session.look();
    } catch (error) {
        problem.value = (error as Error).message;
    }
});

async function accept(): Promise<void> {
    problem.value = '';
    try {
        const { piece } = await api.post<{ piece: number }>(`invitation/${String(route.params.token)}`, {
            name: name.value,
            password: password.value,
        });
        await session.look();
        await router.push(`/piece/${piece}/desk`);
    } catch (error) {
        problem.value = (error as Error).message;
    }
}
</script>

<template>
    <div class="door">
        <section class="card">
            <p v-if="problem && !invitation" role="alert">{{ problem }}</p>
            <template v-else-if="invitation">
                <h1>{{ invitation.piece }}</h1>
                <p>{{ invitation.owner }} asks you to help with this piece. You may {{ MAY[invitation.may] }}.</p>
                <template v-if="session.user">
                    <button class="cedar-button" type="button" @click="accept">Open the piece</button>
                </template>
                <template v-else-if="invitation.hasAccount">
                    <SignInForm :email="invitation.email" @done="accept" />
                </template>
                <form v-else class="fields" @submit.prevent="accept">
                    <p class="quiet">An account for {{ invitation.email }}:</p>
                    <label>Your name <input v-model="name" autocomplete="name" required /></label>
                    <label>A password <input v-model="password" type="password" autocomplete="new-password" required /></label>
                    <button class="cedar-button" type="submit">Set up and open</button>
                </form>
                <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            </template>
            <p v-else class="quiet">Looking for the invitation…</p>
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
    border-radius: 10px;
    box-shadow: var(--shadow);
    padding: 30px 32px;
    max-width: 420px;
    width: 100%;
}

.fields,
label {
    display: grid;
    gap: 6px;
}

.fields {
    gap: 14px;
}

label {
    font-weight: 700;
}

input {
    font-size: 15px;
    padding: 9px 11px;
    border: 1px solid #98917f;
    border-radius: var(--radius);
}

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
