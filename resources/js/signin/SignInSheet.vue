<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { useDesk } from '../desk/state/store';
import { useSession } from '../stores/session';
import SignInForm from './SignInForm.vue';

const session = useSession();
const desk = useDesk();

function done(): void {
    session.needsSignIn = false;
    void desk.sendWaiting();
}
</script>

<template>
    <ElDialog :model-value="true" width="400px" title="You were signed out" :close-on-click-modal="false" :show-close="false">
        <p>Your marks are kept on this computer and are saved as soon as you sign in.</p>
        <SignInForm :email="session.user?.email" @done="done" />
    </ElDialog>
</template>
