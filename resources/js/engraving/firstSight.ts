/** The page that stood in the first answer already, drawn on the server: shown until the desk has its own, which begins with it. */
import { pictureOf, type Picture } from './picture';

const ID = 'first-sight';
/** The server reads it: `FirstSightController`. */
const COOKIE = 'first-sight';
const YEAR = 31536000;
/** A page that is wider or narrower by so many pixels is laid out alike. */
const NEARLY = 4;

function shown(): HTMLElement | null {
    return document.getElementById(ID);
}

/**
 * Its systems, if they are what should be engraved now.
 *
 * @param page name of the page, as the server knows it
 */
export function firstSight(page: string, width: number): Picture[] | null {
    const sight = shown();
    if (!sight || sight.dataset.page !== page || Math.abs(Number(sight.dataset.width) - width) > NEARLY) return null;
    return [...sight.querySelectorAll('.picture')].map((picture) => pictureOf(picture.innerHTML));
}

/** How far down it was shown, because the part was left so; null where it was not. */
export function sightScrolled(): number | null {
    const scrolled = shown()?.dataset.scrolled;
    return scrolled === undefined ? null : Number(scrolled);
}

/** The name of the page it shows; empty where there is none. */
export function sightPage(): string {
    return shown()?.dataset.page ?? '';
}

export function endSight(): void {
    shown()?.remove();
}

/**
 * Says how the desk lies, for the next time it is opened.
 *
 * @param room pixels under a system
 * @param rooms those under each of them: some have less
 */
export function tellSight(section: number, view: Element, width: number, room: number, rooms: number[]): void {
    const { left, top, right, bottom } = view.getBoundingClientRect();
    const numbers = [section, left, top, window.innerWidth - right, window.innerHeight - bottom, width, room, view.scrollTop];
    const others = rooms.flatMap((one, index) => (one === room ? [] : [`.${index}-${Math.round(one)}`])).join('');
    document.cookie = `${COOKIE}=${numbers.map((one) => Math.max(0, Math.round(one))).join('.')}${others}; path=/piece/; max-age=${YEAR}; SameSite=Lax`;
}
