<script setup lang="ts">
import { ref } from 'vue';
import { api } from '../api/client';
import { useTrying } from '../ui/trying';
import DoorCard from './DoorCard.vue';

const { problem, isBusy, attempt } = useTrying();
const email = ref('');
const says = ref('');

function send(): void {
    void attempt(async () => {
        says.value = (await api.post<{ message: string }>('password/letter', { email: email.value.trim() })).message;
    });
}
</script>

<template>
    <DoorCard title="A new password">
        <p v-if="says" role="status">{{ says }} Open the address in it within the hour.</p>
        <form v-else @submit.prevent="send">
            <p class="quiet">A letter with an address to choose a new one is sent to you.</p>
            <label>E-mail address <input v-model="email" type="email" name="email" autocomplete="username" required /></label>
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <button class="cedar-button" type="submit" :disabled="isBusy">Send the letter</button>
        </form>
        <p><RouterLink to="/sign-in">Back to signing in</RouterLink></p>
    </DoorCard>
</template>
