/** Bowing signs drawn straight onto the engraved page, before the engraving itself has caught up. */
import type { Direction } from '../api/types';

const SVG = 'http://www.w3.org/2000/svg';
const BOW_GLYPHS = /E61[0-3]/;

/** Box of a note's heads, in the coordinates of the page element. */
export interface Box {
    x: number;
    y: number;
    width: number;
    height: number;
    staffTop: number;
    staffBottom: number;
    systemTop: number;
    systemBottom: number;
}

export function noteElement(page: HTMLElement, id: string): SVGGElement | null {
    return page.querySelector<SVGGElement>(`#${CSS.escape(id)}`);
}

/** Where a note stands on the page; null while it is not engraved. */
export function boxOf(page: HTMLElement, id: string): Box | null {
    const note = noteElement(page, id);
    if (!note) {
        return null;
    }
    const origin = page.getBoundingClientRect();
    const heads = (note.querySelector('.notehead') ?? note).getBoundingClientRect();
    const staff = note.closest('g.staff');
    const lines = Array.from(staff?.querySelectorAll(':scope > path') ?? []).map((path) => path.getBoundingClientRect());
    const system = note.closest('g.system')?.getBoundingClientRect() ?? heads;
    const tops = lines.map((line) => line.top);
    const bottoms = lines.map((line) => line.bottom);
    return {
        x: heads.left - origin.left,
        y: heads.top - origin.top,
        width: heads.width,
        height: heads.height,
        staffTop: (tops.length ? Math.min(...tops) : heads.top) - origin.top,
        staffBottom: (bottoms.length ? Math.max(...bottoms) : heads.bottom) - origin.top,
        systemTop: system.top - origin.top,
        systemBottom: system.bottom - origin.top,
    };
}

/** The engraved bowing signs of a note, to be covered when they no longer hold. */
export function engravedSigns(page: HTMLElement, id: string): SVGUseElement[] {
    const note = noteElement(page, id);
    const owner = note?.closest('g.chord') ?? note;
    return Array.from(owner?.querySelectorAll<SVGUseElement>('use') ?? []).filter((use) =>
        BOW_GLYPHS.test(use.getAttribute('href') ?? use.getAttribute('xlink:href') ?? ''),
    );
}

function path(d: string, className: string): SVGPathElement {
    const element = document.createElementNS(SVG, 'path');
    element.setAttribute('d', d);
    element.setAttribute('class', className);
    return element;
}

/** The sign itself, its foot centred at x, y. */
export function bowSign(direction: Direction, x: number, y: number, className = 'ink-sign'): SVGPathElement {
    const [w, h] = direction === 'down' ? [5, 7] : [4, 9];
    return direction === 'down'
        ? path(`M${x - w} ${y}V${y - h}H${x + w}V${y}h-1.6v-${h - 3.4}H${x - w + 1.6}V${y}z`, className)
        : path(`M${x - w} ${y - h}L${x} ${y}L${x + w} ${y - h}`, `${className} is-up`);
}

export function text(words: string, x: number, y: number, className: string): SVGTextElement {
    const element = document.createElementNS(SVG, 'text');
    element.textContent = words;
    element.setAttribute('x', String(x));
    element.setAttribute('y', String(y));
    element.setAttribute('class', className);
    return element;
}
