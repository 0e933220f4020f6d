import { ref, type Ref } from 'vue';

export interface Trying {
    /** What went wrong, in a sentence; empty when nothing did. */
    problem: Ref<string>;
    isBusy: Ref<boolean>;
    /** Does it, and tells what went wrong; answers whether it went well. */
    attempt: (work: () => Promise<void>) => Promise<boolean>;
}

/** One thing a form does: busy while it lasts, and its problem told beside it. */
export function useTrying(): Trying {
    const problem = ref('');
    const isBusy = ref(false);

    async function attempt(work: () => Promise<void>): Promise<boolean> {
        isBusy.value = true;
        problem.value = '';
        try {
            await work();
            return true;
        } catch (error) {
            problem.value = error instanceof Error ? error.message : 'Something went wrong. Nothing was changed.';
            return false;
        } finally {
            isBusy.value = false;
        }
    }

    return { problem, isBusy, attempt };
}
