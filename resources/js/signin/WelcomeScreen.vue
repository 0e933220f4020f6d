<script setup lang="ts">
import { ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import { useSession } from '../stores/session';
import { useTrying } from '../ui/trying';
import DoorCard from './DoorCard.vue';

const route = useRoute();
const router = useRouter();
const session = useSession();
const { problem, isBusy, attempt } = useTrying();
const email = typeof route.query.email === 'string' ? route.query.email : '';
const form = ref({ name: '', password: '' });

async function send(): Promise<void> {
    const isDone = await attempt(async () => {
        await api.post('password', { email, token: String(route.params.token), ...form.value });
        await session.look();
    });
    if (isDone) {
        await router.push('/rack');
    }
}
</script>

<template>
    <DoorCard title="Choose a password">
        <p class="quiet">For {{ email }}. Three or four words that do not belong together are easy to keep and hard to find.</p>
        <form @submit.prevent="send">
            <label>
                Your name, as colleagues read it
                <input v-model="form.name" name="name" autocomplete="name" placeholder="as it is" />
            </label>
            <label>
                A password, of at least 12 characters
                <input v-model="form.password" type="password" name="password" autocomplete="new-password" required />
            </label>
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <button class="cedar-button" type="submit" :disabled="isBusy">Keep it and sign in</button>
        </form>
        <p><RouterLink to="/forgotten">Ask for a new letter</RouterLink></p>
    </DoorCard>
</template>
