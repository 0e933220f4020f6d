/** Fetches a page that was drawn beforehand; where it is being drawn still, waits for it. */

export interface Wanted {
    token: string;
    edition: number;
    sheet: string;
    query: URLSearchParams;
}

/** Milliseconds between two looks: soon at first, then more patiently. */
const PAUSE = 700;
const LONGEST_PAUSE = 5000;
/** Ten minutes and more: a busy server draws one after another. */
const TRIES = 140;

/**
 * @param tell hears a sentence while there is nothing to show yet
 * @throws Error with a sentence when it cannot be had
 */
export async function drawingOf({ token, edition, sheet, query }: Wanted, tell: (sentence: string) => void): Promise<string[]> {
    const asked = new URLSearchParams(query);
    asked.set('edition', String(edition));
    for (let tried = 0; tried < TRIES; tried += 1) {
        const answer = await fetch(`/api/v1/part/${token}/drawing/${sheet}?${asked.toString()}`, {
            cache: 'no-cache',
            headers: { Accept: 'application/json' },
        }).catch(() => {
            throw new Error('There is no network just now. What is shown already stays.');
        });
        const { pages, message } = (await answer.json().catch(() => {
            // It began well and broke off on its way.
            return answer.ok ? { message: 'The network went away in the middle. What is shown already stays.' } : {};
        })) as { pages?: string[]; message?: string };
        if (answer.ok && pages?.length) {
            return pages;
        }
        if (answer.status !== 202) {
            throw new Error(message ?? 'This page cannot be shown just now.');
        }
        tell('Your part is being drawn. It comes in a moment.');
        await new Promise((resolve) => setTimeout(resolve, Math.min(LONGEST_PAUSE, PAUSE * 1.15 ** tried)));
    }
    throw new Error('Drawing this page takes longer than usual. Open it again in a few minutes.');
}

/** A measure of the drawing, or a rest of several. */
export interface DrawnMeasure {
    element: SVGGElement;
    /** Index of its first measure, and of the first one after it. */
    from: number;
    until: number;
}

export function measuresIn(music: HTMLElement): DrawnMeasure[] {
    const elements = [...music.querySelectorAll<SVGGElement>('.drawn g.measure')];
    const from = elements.map(({ dataset }, at) => Number(dataset.measure ?? at));
    return elements.map((element, at) => ({ element, from: from[at] ?? at, until: from[at + 1] ?? Infinity }));
}
