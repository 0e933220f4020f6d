<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import { useSession } from '../stores/session';
import { rightWords } from '../rack/may';
import DoorCard from './DoorCard.vue';
import SignInForm from './SignInForm.vue';
import { useTrying } from '../ui/trying';

interface Invitation {
    piece: string;
    pieceId: number;
    owner: string;
    email: string;
    may: 'read' | 'propose' | 'edit';
    parts: string[] | null;
    everywhere: boolean;
    accepted: boolean;
}

const route = useRoute();
const router = useRouter();
const session = useSession();
const invitation = ref<Invitation | null>(null);
const { problem, attempt } = useTrying();
const says = ref('');

onMounted(async () => {
    await attempt(async () => {
        invitation.value = await api.get<Invitation>(`invitation/${String(route.params.token)}`);
        await session.look();
    });
});

async function accept(): Promise<void> {
    problem.value = '';
    await attempt(async () => {
        const { piece } = await api.post<{ piece: number }>(`invitation/${String(route.params.token)}`);
        await router.push(`/piece/${piece}/desk`);
    });
}

/** A letter to the invited address sets an account up: the link alone, which others know too, does not. */
async function askForLetter(): Promise<void> {
    problem.value = '';
    await attempt(async () => {
        says.value = (await api.post<{ message: string }>(`invitation/${String(route.params.token)}/letter`)).message;
    });
}
</script>

<template>
    <DoorCard :title="invitation?.piece ?? 'An invitation'">
        <p v-if="!invitation && !problem" class="quiet">Looking for the invitation…</p>
        <template v-if="invitation">
            <p>{{ invitation.owner }} asks you to help with this piece. You may {{ rightWords(invitation) }}.</p>
            <button v-if="session.user" class="cedar-button" type="button" @click="accept">Take it up and open the piece</button>
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
        </template>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </DoorCard>
</template>
