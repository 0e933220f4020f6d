<script setup lang="ts">
import { ElMessageBox } from 'element-plus';
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api } from '../api/client';
import type { Account } from '../api/types';
import { useSession } from '../stores/session';
import { tell, when } from '../ui/say';
import { useTrying } from '../ui/trying';
import EverythingOfMine from './EverythingOfMine.vue';

const router = useRouter();
const session = useSession();
const account = ref<Account | null>(null);
const name = ref('');
const passwords = ref({ current: '', password: '' });
const page = useTrying();
const changing = useTrying();

onMounted(load);

async function load(): Promise<void> {
    await page.attempt(async () => {
        account.value = await api.get<Account>('account');
        name.value = account.value.user.name;
    });
}

function rename(): void {
    void page.attempt(async () => {
        const { user } = await api.patch<Pick<Account, 'user'>>('account', { name: name.value });
        session.user = user;
        tell('Colleagues read your new name from now on.');
    });
}

function changePassword(): void {
    void changing.attempt(async () => {
        const { message } = await api.put<{ message: string }>('account/password', passwords.value);
        passwords.value = { current: '', password: '' };
        tell(message);
        await load();
    });
}

function endSignIns(): void {
    void page.attempt(async () => {
        await api.delete('account/sign-ins');
        await load();
        tell('You are signed in here only.');
    });
}

async function signOut(): Promise<void> {
    await session.signOut();
    await router.push('/sign-in');
}

async function closeAccount(): Promise<void> {
    const answer = await ElMessageBox.prompt(
        'Your rack goes, with every piece, mark, edition and link in it. What you marked in pieces of others stays there without your name. '
            + 'This cannot be taken back. Take “Everything of mine” away first. Type your password to go on.',
        'Delete this account',
        { confirmButtonText: 'Delete everything', cancelButtonText: 'Leave it', inputType: 'password' },
    ).catch(() => null);
    if (!answer) {
        return;
    }
    const isGone = await page.attempt(async () => {
        await api.delete('account', { password: answer.value });
        session.user = null;
    });
    if (isGone) {
        tell('Your account is deleted.');
        await router.push('/sign-in');
    }
}

function megabytes(bytes: number): string {
    return (bytes / 1024 / 1024).toFixed(bytes < 10 * 1024 * 1024 ? 1 : 0);
}
</script>

<template>
    <div class="account">
        <header>
            <h1>Account</h1>
            <span v-if="account" class="quiet">{{ account.user.email }}</span>
            <RouterLink class="plain-button" to="/outbox">Outbox</RouterLink>
            <button class="paper-button" type="button" @click="signOut">Sign out</button>
        </header>
        <p v-if="page.problem.value" class="problem" role="alert">{{ page.problem.value }}</p>
        <p v-if="!account && page.isBusy.value" class="quiet">Looking it up…</p>
        <div v-if="account" class="sheets">
            <section>
                <h2>Your name</h2>
                <form @submit.prevent="rename">
                    <label>As colleagues read it <input v-model="name" name="name" autocomplete="name" required maxlength="80" /></label>
                    <button class="paper-button" type="submit">Keep the name</button>
                </form>
                <h2>Password</h2>
                <form @submit.prevent="changePassword">
                    <label>
                        The one you have
                        <input v-model="passwords.current" type="password" name="current" autocomplete="current-password" required />
                    </label>
                    <label>
                        A new one, of at least 12 characters
                        <input v-model="passwords.password" type="password" name="password" autocomplete="new-password" required />
                    </label>
                    <p v-if="changing.problem.value" class="problem" role="alert">{{ changing.problem.value }}</p>
                    <button class="paper-button" type="submit" :disabled="changing.isBusy.value">Change the password</button>
                </form>
            </section>
            <section>
                <h2>Where you are signed in</h2>
                <ul>
                    <li v-for="(signIn, index) in account.signIns" :key="index">
                        {{ signIn.what }}, {{ when(signIn.when) }} <strong v-if="signIn.here">· here</strong>
                    </li>
                </ul>
                <button class="paper-button" type="button" :disabled="account.signIns.length < 2" @click="endSignIns">
                    Sign out everywhere else
                </button>
                <h2>Room</h2>
                <p>
                    Your scores take {{ megabytes(account.used) }} MB of {{ megabytes(account.quota) }} MB, the bin included.
                    <meter :value="account.used" :max="account.quota" :aria-label="`${megabytes(account.used)} MB used`"></meter>
                </p>
            </section>
            <EverythingOfMine :pack="account.pack" :unpack="account.unpack" />
            <section>
                <h2>Delete this account</h2>
                <p class="quiet">Everything in your rack goes with it, and students’ links with that.</p>
                <button class="paper-button is-grave" type="button" @click="closeAccount">Delete this account…</button>
            </section>
        </div>
    </div>
</template>

<style scoped>
.account {
    overflow: auto;
    padding: 12px 26px 40px 14px;
}

header {
    display: flex;
    align-items: baseline;
    gap: 18px;
    margin-bottom: 18px;
}

header button {
    margin-left: auto;
}

.sheets {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
    gap: 16px;
    align-items: start;
    max-width: 1080px;
}

.account :deep(section) {
    background: var(--paper);
    border-radius: var(--radius-large);
    box-shadow: var(--shadow);
    padding: 20px 22px;
}

.account :deep(h2) {
    margin-bottom: 10px;
}

.account :deep(h2:not(:first-child)) {
    margin-top: 22px;
}

form {
    display: grid;
    gap: 12px;
    justify-items: start;
}

label {
    display: grid;
    gap: 4px;
    width: 100%;
    font-weight: 700;
}

input {
    font-size: 15px;
    font-weight: 400;
    padding: 8px 11px;
    border: 1px solid var(--field);
    border-radius: var(--radius);
    background: var(--paper);
}

ul {
    margin: 0 0 12px;
    padding-left: 18px;
}

meter::-webkit-meter-optimum-value {
    background: var(--barrel);
}

meter::-moz-meter-bar {
    background: var(--barrel);
}

meter {
    display: block;
    width: 100%;
    margin-top: 6px;
}

.is-grave {
    color: var(--wrong);
}

.problem {
    margin: 0;
    color: var(--wrong);
    font-weight: 700;
}
</style>
