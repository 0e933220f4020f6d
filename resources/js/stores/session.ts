import { defineStore } from 'pinia';
import { ref } from 'vue';
import { api } from '../api/client';
import type { User } from '../api/types';

/** Who is signed in. */
export const useSession = defineStore('session', () => {
    const user = ref<User | null>(null);
    const isKnown = ref(false);
    /** Set when the server forgot us in the middle of work: the sign-in sheet opens over it. */
    const needsSignIn = ref(false);

    async function look(): Promise<void> {
        user.value = (await api.get<{ user: User | null }>('session')).user;
        isKnown.value = true;
    }

    async function signIn(email: string, password: string): Promise<void> {
        // A forgotten session took its request token along: this brings a new one.
        await api.get('session');
        user.value = (await api.post<{ user: User }>('session', { email, password })).user;
        isKnown.value = true;
    }

    async function signOut(): Promise<void> {
        await api.delete('session');
        user.value = null;
    }

    return { user, isKnown, needsSignIn, look, signIn, signOut };
});
