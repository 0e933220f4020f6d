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
    accepted: boolean;
}

const MAY = { read: 'look at its marks', propose: 'propose marks', edit: 'change its marks' };

const route = useRoute();
const router = useRouter();
const session = useSession();
const invitation = ref<Invitation | null>(null);
const problem = ref('');
const says = ref('');

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
        const { piece } = await api.post<{ piece: number }>(`invitation/${String(route.params.token)}`);
        await router.push(`/piece/${piece}/desk`);
    } catch (error) {
        problem.value = (error as Error).message;
    }
}

/** A letter to the invited address sets an account up: the link alone, which others know too, does not. */
async function askForLetter(): Promise<void> {
    problem.value = '';
    try {
        says.value = (await api.post<{ message: string }>(`invitation/${String(route.params.token)}/letter`)).message;
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
                    <button class="cedar-button" type="button" @click="accept">Take it up and open the piece</button>
                </template>
                <template v-else>
                    <SignInForm :email="invitation.email" @done="accept" />
                    <p class="quiet">
                        No account yet?
                        <button class="plain-button" type="button" @click="askForLetter">
                            Send a letter to {{ invitation.email }} to set one up
                        </button>
                    </p>
                    <p v-if="says" role="status">{{ says }}</p>
                </template>
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

.problem {
    color: var(--wrong);
    font-weight: 700;
}
</style>
