/** The one way things go wrong here: what was tried, whether it lasts, and a sentence about what went wrong. */
import { ref, type Ref } from 'vue';
import { warn } from './say';

export interface Trying {
    /** What went wrong, in a sentence; empty when nothing did. */
    problem: Ref<string>;
    isBusy: Ref<boolean>;
    /** Does it, and tells what went wrong; answers whether it went well. */
    attempt: (work: () => Promise<void>) => Promise<boolean>;
}

/** Whatever was thrown, as a sentence for the user. */
export function sentenceOf(error: unknown): string {
    return error instanceof Error && error.message !== '' ? error.message : 'Something went wrong. Nothing was changed.';
}

/** One thing a screen or a form does: busy while it lasts, and its problem told beside it. */
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
            problem.value = sentenceOf(error);
            return false;
        } finally {
            isBusy.value = false;
        }
    }

    return { problem, isBusy, attempt };
}

/** Does it; what goes wrong is told over the screen. Answers whether it went well. */
export async function orWarn(work: () => Promise<void>): Promise<boolean> {
    try {
        await work();
        return true;
    } catch (error) {
        warn(sentenceOf(error));
        return false;
    }
}
