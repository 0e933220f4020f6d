/** Keeps the part for a room without a network, from the first visit on, and clears it away when its link has ended. */

/** What the worker is asked, and what it tells. */
export type ToWorker = { keep: string[] } | { forget: string };
export interface FromWorker {
    /** Address of something that was shown from the store and has come from the network since, other than it was. */
    late: string;
}

/**
 * The page, its script, its fonts and its music came before the worker was there to keep them: it is told what they are.
 *
 * @param key by which the browser remembers the part
 */
export function keepOffline(token: string, key: string): void {
    if (!('serviceWorker' in navigator)) return;
    void navigator.serviceWorker
        .register('/part/worker.js')
        .then(() => navigator.serviceWorker.ready)
        .then(({ active }) => {
            const loaded = performance.getEntriesByType('resource').map(({ name }) => name);
            active?.postMessage({ keep: [location.href, ...loaded] } satisfies ToWorker);
        })
        .catch(() => undefined);
    navigator.serviceWorker.addEventListener('message', ({ data }: MessageEvent<FromWorker>) => {
        if (new URL(data.late, location.href).pathname === location.pathname) offerNewer();
    });
    window.addEventListener('part-ended', () => {
        void navigator.serviceWorker.ready.then(({ active }) => active?.postMessage({ forget: token } satisfies ToWorker));
        Object.keys(localStorage)
            .filter((name) => name.includes(token) || name.includes(key))
            .forEach((name) => localStorage.removeItem(name));
    });
}

/** A slow network brought a newer page after the kept one was shown: it is there now, and comes when the player wants it. */
function offerNewer(): void {
    const bar = document.querySelector<HTMLElement>('#news');
    if (!bar || bar.querySelector('button')) return;
    const button = document.createElement('button');
    button.type = 'button';
    button.textContent = 'Show it';
    button.addEventListener('click', () => location.assign(location.pathname));
    bar.hidden = false;
    bar.replaceChildren('A newer version of this page is ready.', button);
}
