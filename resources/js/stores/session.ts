import { defineStore } from 'pinia';
import { ref } from 'vue';
import { api } from '../api/client';
import type { User } from '../api/types';
import { forgetPages } from '../engraving/kept';

/** Who is signed in. */
export const useSession = defineStore('session', () => {
    const user = ref<User | null>(null);
    const isKnown = ref(false);
    /** Set when the server forgot us in the middle of work: the sign-in sheet opens over it. */
    const needsSignIn = ref(false);
    /** Nobody has an account yet: the first visit sets one up. */
    const isFirst = ref(false);
    /** What is the matter with the server, in a sentence. */
    const notice = ref<string | null>(null);

    interface Told {
        user: User | null;
        first?: boolean;
        notice?: string | null;
    }

    function takes(told: Told): void {
        user.value = told.user;
        isFirst.value = told.first ?? false;
        notice.value = told.notice ?? null;
        isKnown.value = true;
    }

    async function look(): Promise<void> {
        takes(await api.get<Told>('session'));
    }

    async function signIn(email: string, password: string): Promise<void> {
        takes(await api.post<Told>('session', { email, password }));
    }

    async function signOut(): Promise<void> {
        await api.delete('session');
        await forgetPages();
        user.value = null;
    }

    return { user, isKnown, isFirst, notice, needsSignIn, look, signIn, signOut };
});
