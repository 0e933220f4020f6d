/** Bowing signs drawn straight onto the engraved page, before the engraving itself has caught up. */
import type { Direction } from '../api/types';

const SVG = 'http://www.w3.org/2000/svg';
const BOW_GLYPHS = /E61[0-3]/;

/** Box of a note's head, in the coordinates of its system. */
export interface Box {
    x: number;
    y: number;
    width: number;
    height: number;
    staffTop: number;
    staffBottom: number;
}

/** Engraved bowing signs of a note, and the foot they stand on. */
export interface Signs {
    uses: SVGUseElement[];
    foot: number;
}

/**
 * Where everything stands in an engraved system.
 *
 * Measured once for each engraving: asking the browser again at every key would make it lay the page out at every key.
 */
export interface Geometry {
    boxes: Map<string, Box>;
    signs: Map<string, Signs>;
    /** Engraved fingers, by the note they belong to. */
    fingers: Map<string, SVGGElement>;
    /** Ids of its notes, as they are drawn. */
    notes: string[];
    /** Ends of its staff lines. */
    left: number;
    right: number;
    /** Where each measure ends. */
    ends: number[];
    /** Where what is engraved ends, and lanes may begin. */
    bottom: number;
    /** What is written over and under the staves: fingers, bowing signs, words. */
    written: Area[];
}

/** A rectangle in the coordinates of its system. */
export interface Area {
    left: number;
    right: number;
    top: number;
    bottom: number;
}

const WRITTEN = 'g.fing, g.technical, g.dir, g.reh, g.tempo';
const AIR = 3;

/**
 * The foot on which a text may stand so that it covers nothing written: where it was wanted, or higher.
 *
 * @param written what stands on the page
 * @param centre of the text, across
 * @param height of the text above its foot
 */
export function clearFoot(written: Area[], centre: number, foot: number, width: number, height: number): number {
    const [left, right] = [centre - width / 2, centre + width / 2];
    const inTheWay = (at: number): Area | undefined =>
        written.find((one) => one.left < right && one.right > left && one.top < at + AIR && one.bottom > at - height - AIR);
    for (let tries = 0; tries < 8; tries += 1) {
        const area = inTheWay(foot);
        if (!area) return foot;
        foot = area.top - AIR;
    }
    return foot;
}

export function noteElement(page: HTMLElement, id: string): SVGGElement | null {
    return page.querySelector<SVGGElement>(`#${CSS.escape(id)}`);
}

/** Where an element lies in its system: what is shown larger, as on a projector, is reckoned back. */
function reckoned(picture: HTMLElement): (element: Element) => Area {
    const origin = picture.getBoundingClientRect();
    const scale = picture.offsetWidth > 0 ? origin.width / picture.offsetWidth : 1;
    return (element) => {
        const { left, right, top, bottom } = element.getBoundingClientRect();
        return {
            left: (left - origin.left) / scale,
            right: (right - origin.left) / scale,
            top: (top - origin.top) / scale,
            bottom: (bottom - origin.top) / scale,
        };
    };
}

export function measureSystem(picture: HTMLElement): Geometry {
    const place = reckoned(picture);
    const geometry: Geometry = {
        boxes: new Map(), signs: new Map(), fingers: new Map(), notes: [], left: Infinity, right: -Infinity, ends: [], bottom: picture.offsetHeight, written: [],
    };
    picture.querySelectorAll('g.staff').forEach((staff) => {
        let top = Infinity;
        let bottom = -Infinity;
        let end = -Infinity;
        staff.querySelectorAll(':scope > path').forEach((path) => {
            const line = place(path);
            top = Math.min(top, line.top);
            bottom = Math.max(bottom, line.bottom);
            geometry.left = Math.min(geometry.left, line.left);
            end = Math.max(end, line.right);
        });
        geometry.right = Math.max(geometry.right, end);
        geometry.ends.push(end);
        staff.querySelectorAll<SVGGElement>('g.note').forEach((note) => {
            const head = place(note.querySelector('.notehead') ?? note);
            geometry.notes.push(note.id);
            geometry.boxes.set(note.id, {
                x: head.left,
                y: head.top,
                width: head.right - head.left,
                height: head.bottom - head.top,
                staffTop: top,
                staffBottom: bottom,
            });
            const uses = Array.from((note.closest('g.chord') ?? note).querySelectorAll<SVGUseElement>('use')).filter((use) =>
                BOW_GLYPHS.test(use.getAttribute('href') ?? use.getAttribute('xlink:href') ?? ''),
            );
            const first = uses[0];
            if (first) {
                geometry.signs.set(note.id, { uses, foot: place(first).bottom });
            }
        });
    });
    picture.querySelectorAll<SVGGElement>('g.fing[data-startid]').forEach((finger) => {
        geometry.fingers.set(finger.dataset.startid?.slice(1) ?? '', finger);
    });
    picture.querySelectorAll(WRITTEN).forEach((sign) => {
        geometry.written.push(place(sign));
    });
    return geometry;
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
