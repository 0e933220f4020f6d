<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../api/client';
import { useSession } from '../stores/session';
import { useTrying } from '../ui/trying';
import DoorCard from './DoorCard.vue';

const router = useRouter();
const session = useSession();
const { problem, isBusy, attempt } = useTrying();
const form = ref({ code: '', name: '', email: '', password: '' });

// Who comes later signs in.
onMounted(async () => {
    await session.look().catch(() => undefined);
    if (session.isKnown && !session.isFirst) {
        await router.replace('/sign-in');
    }
});

async function send(): Promise<void> {
    const isDone = await attempt(async () => {
        await api.post('first', form.value);
        await session.look();
    });
    if (isDone) {
        await router.push('/rack');
    }
}
</script>

<template>
    <DoorCard title="Upright Pencil is ready">
        <p>Nobody has an account here yet: you are the first director. The server printed a code when it was started.</p>
        <form @submit.prevent="send">
            <label>The server’s code <input v-model="form.code" name="code" autocomplete="off" required placeholder="ABCD-EFGH-JKLM" /></label>
            <label>Your name <input v-model="form.name" name="name" autocomplete="name" required /></label>
            <label>E-mail address <input v-model="form.email" type="email" name="email" autocomplete="username" required /></label>
            <label>
                A password, of at least 12 characters
                <input v-model="form.password" type="password" name="password" autocomplete="new-password" required />
            </label>
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <button class="cedar-button" type="submit" :disabled="isBusy">Set up and open the rack</button>
        </form>
    </DoorCard>
</template>
