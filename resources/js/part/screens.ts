/** Which of the drawings fits a screen. */

export type Screen = 'narrow' | 'phone' | 'tablet' | 'desktop';

/** How wide each was drawn, in units of the staff: what fits into a width decides how large its notes are. */
const UNITS: Record<Screen, number> = { narrow: 614, phone: 1000, tablet: 1762, desktop: 2512 };
const ORDER: Screen[] = ['desktop', 'tablet', 'phone', 'narrow'];
/** How large notes should be, in percent: smaller where the page is narrow. */
const WISHED = { narrow: 37, wide: 44 };
const WIDEST = 1120;

function isScreen(name: string | undefined): name is Screen {
    return name !== undefined && name in UNITS;
}

/**
 * The drawing whose notes come out nearest to what is wished for.
 *
 * @param width of the window in CSS pixels
 * @param kept what somebody chose in a window as wide
 */
export function fitting(width: number, kept?: string): Screen {
    if (isScreen(kept)) {
        return kept;
    }
    const wished = width < 640 ? WISHED.narrow : WISHED.wide;
    const far = (screen: Screen): number => Math.abs(Math.log((Math.min(width - 16, WIDEST) * 100) / UNITS[screen] / wished));
    return [...ORDER].sort((one, other) => far(one) - far(other))[0] ?? 'phone';
}

/** The drawing with larger notes, or smaller ones. */
export function stepped(screen: Screen, by: number): Screen {
    const at = ORDER.indexOf(screen) + by;
    return ORDER[Math.max(0, Math.min(ORDER.length - 1, at))] ?? screen;
}
