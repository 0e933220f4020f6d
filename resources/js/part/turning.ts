/** Turns whole systems with the keys of a pedal or a clicker, and with a tap at the edge of the music. */

const FORWARD = ['PageDown', 'ArrowRight', 'ArrowDown', ' '];
const BACK = ['PageUp', 'ArrowLeft', 'ArrowUp'];
/** How wide the edges are that turn, as a share of the music. */
const EDGE = 0.12;

/**
 * Where the music has to be scrolled to so that a whole system stands at the top, the next after those that are seen whole, or as many
 * before.
 *
 * @param systems top and bottom of each, from the top of all the music
 */
export function turned(systems: { top: number; bottom: number }[], scrolled: number, height: number, by: 1 | -1): number {
    const seen = (system: { top: number; bottom: number }, from: number): boolean => system.bottom <= from + height + 1;
    if (by === 1) {
        // A system that is higher than the window is passed all the same.
        const next = systems.find((system) => system.top > scrolled + 1 && !seen(system, scrolled));
        return next?.top ?? Math.max(0, (systems.at(-1)?.bottom ?? 0) - height);
    }
    const first = systems.findIndex((system) => system.top >= scrolled - 1);
    const last = systems[first === -1 ? systems.length - 1 : first - 1];
    if (!last) return 0;
    return systems.find((system) => system.top <= last.top && last.bottom <= system.top + height + 1)?.top ?? last.top;
}

export function turnPages(music: HTMLElement | null): void {
    if (!music) return;
    const turn = (by: 1 | -1): void => {
        const from = music.getBoundingClientRect().top - music.scrollTop;
        const systems = [...music.querySelectorAll('.drawn g.system')].map((system) => {
            const { top, bottom } = system.getBoundingClientRect();
            return { top: top - from, bottom: bottom - from };
        });
        music.scrollTo({ top: turned(systems, music.scrollTop, music.clientHeight, by) });
    };
    document.addEventListener('keydown', (event) => {
        const target = event.target as HTMLElement | null;
        const isShown = music.offsetParent !== null && document.querySelector('.is-playing') === null;
        if (!isShown || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
        if (target?.closest('input, select, textarea, #along')) return;
        if (event.key === ' ' && target?.closest('button, summary, a')) return;
        const by = FORWARD.includes(event.key) ? 1 : BACK.includes(event.key) ? -1 : null;
        if (by === null) return;
        event.preventDefault();
        turn(event.shiftKey && event.key === ' ' ? -1 : by);
    });
    music.addEventListener('click', (event) => {
        const { left, width } = music.getBoundingClientRect();
        const at = (event.clientX - left) / width;
        if (document.querySelector('.is-playing') || (at > EDGE && at < 1 - EDGE)) return;
        turn(at <= EDGE ? -1 : 1);
    });
}
