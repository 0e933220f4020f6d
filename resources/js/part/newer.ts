/** Says when a newer edition is out, or when there is no network; never changes the music under a player's eyes. */

const EVERY = 45_000;

function news(sentence: string, press?: string): void {
    const bar = document.querySelector<HTMLElement>('#news');
    if (!bar) return;
    bar.hidden = false;
    bar.textContent = sentence;
    if (press) {
        const button = document.createElement('button');
        button.type = 'button';
        button.textContent = press;
        button.addEventListener('click', () => location.assign(location.pathname));
        bar.append(button);
    }
}

/**
 * @param edition that is shown
 * @param isNewest whether it was when the page came; who opened an earlier one knows
 */
export function watchEdition(token: string, edition: number, isNewest: boolean): void {
    let isTold = !isNewest;
    async function look(): Promise<void> {
        try {
            const answer = await fetch(`/api/v1/part/${token}/now`, { cache: 'no-cache', headers: { Accept: 'application/json' } });
            const now = (await answer.json()) as { edition?: number; message?: string };
            if (!answer.ok) {
                news(now.message ?? 'This link does not answer any more.');
                isTold = true;
                if (answer.status === 404 || answer.status === 410) window.dispatchEvent(new Event('part-ended'));
            } else if ((now.edition ?? 0) > edition && !isTold) {
                news(`Edition ${now.edition ?? ''} is out.`, 'Show it');
                isTold = true;
            } else if (!isTold) {
                const bar = document.querySelector<HTMLElement>('#news');
                if (bar) bar.hidden = true;
            }
        } catch {
            if (!isTold) news(`No network: this is edition ${edition}, as it was when you last opened it.`);
        }
    }
    setInterval(() => {
        if (!document.hidden) void look();
    }, EVERY);
    document.addEventListener('visibilitychange', () => {
        if (!document.hidden) void look();
    });
    window.addEventListener('online', () => void look());
    window.addEventListener('offline', () => void look());
    // A page that came out of the phone's own store says so at once.
    void look();
}
