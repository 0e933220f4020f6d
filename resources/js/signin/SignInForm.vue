<script setup lang="ts">
import { ref } from 'vue';
import { useSession } from '../stores/session';
import { sentenceOf } from '../ui/trying';

const emit = defineEmits<{ done: [] }>();
const props = defineProps<{ email?: string }>();
const session = useSession();
const email = ref(props.email ?? '');
const password = ref('');
const problem = ref('');
const isBusy = ref(false);

async function send(): Promise<void> {
    isBusy.value = true;
    problem.value = '';
    try {
        await session.signIn(email.value.trim(), password.value);
        emit('done');
    } catch (error) {
        problem.value = sentenceOf(error);
    } finally {
        isBusy.value = false;
    }
}
</script>

<template>
    <form class="sign-in" @submit.prevent="send">
        <label>
            E-mail address
            <input v-model="email" type="email" name="email" autocomplete="username" required />
        </label>
        <label>
            Password
            <input v-model="password" type="password" name="password" autocomplete="current-password" required />
        </label>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <button class="cedar-button" type="submit" :disabled="isBusy">Sign in</button>
    </form>
</template>

<style scoped>
.sign-in {
    display: grid;
    gap: 14px;
}

label {
    display: grid;
    gap: 4px;
    font-weight: 700;
}

input {
    font-size: 15px;
    font-weight: 400;
    padding: 9px 11px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    background: var(--paper);
}

.problem {
    margin: 0;
    color: var(--wrong);
    font-weight: 700;
}
</style>
