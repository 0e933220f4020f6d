<script setup lang="ts">
import type { RackInvitation } from '../api/types';
import { rightWords } from './may';

defineProps<{ invitations: RackInvitation[] }>();
const emit = defineEmits<{ accept: [invitation: RackInvitation]; decline: [invitation: RackInvitation] }>();
</script>

<template>
    <section class="invitations" aria-label="Invitations">
        <p v-for="invitation in invitations" :key="invitation.id">
            <span>
                {{ invitation.owner }} asks you to help with <strong>{{ invitation.title }}</strong>. You may
                {{ rightWords(invitation) }}.
            </span>
            <button class="cedar-button" type="button" @click="emit('accept', invitation)">Take it up</button>
            <button class="plain-button" type="button" @click="emit('decline', invitation)">Decline</button>
        </p>
    </section>
</template>

<style scoped>
p {
    display: flex;
    align-items: baseline;
    gap: 12px;
    margin: 0 0 8px;
    padding: 10px 14px;
    background: var(--paper);
    border-left: 4px solid var(--blue-pencil);
    border-radius: var(--radius);
}

span {
    flex: 1;
}
</style>
