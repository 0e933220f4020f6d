/** Reads an engraved page: where its staves lie, what is written over and under them, and what stands in the way. */
import { Parser } from 'htmlparser2';

/** A rectangle in the units of the page. */
export interface Rect {
    left: number;
    right: number;
    top: number;
    bottom: number;
}

/** What may be moved so that nothing touches. */
export type InkKind = 'finger' | 'bow' | 'words' | 'line' | 'mark';

/** A straight line of the page, and where it stands in the markup. */
export interface Stroke {
    start: number;
    end: number;
    x1: number;
    x2: number;
    y: number;
    isDashed: boolean;
}

/** Something written over or under a staff. */
export interface Ink {
    kind: InkKind;
    text: string;
    box: Rect;
    /** Where its opening tag ends in the markup: what moves it is written there. */
    at: number;
    stroke: Stroke | null;
}

export interface System {
    /** Where its opening tag ends in the markup. */
    at: number;
    /** Where it begins in the markup, and ends. */
    start: number;
    end: number;
    /** Middle lines of its staves. */
    middles: number[];
    /** Where its staves end. */
    right: number;
    ink: Ink[];
    /** What ink may not cover: heads, stems, beams, slurs, clefs, numbers. */
    obstacles: Rect[];
}

export interface EngravedPage {
    /** Where the paper begins, over the first system's own zero. */
    top: number;
    systems: System[];
    /** Markup that only tells where things stand. */
    measured: { start: number; end: number }[];
}

const INK: Record<string, InkKind> = {
    fing: 'finger',
    dir: 'words',
    tempo: 'words',
    breath: 'mark',
    reh: 'mark',
    repeatMark: 'mark',
    bracketSpan: 'line',
};
const OBSTACLES = new Set(
    (
        'note accid stem beam flag dots rest mRest multiRest artic clef keySig keyAccid meterSig dynam hairpin tie slur lv ' +
        'verse syl tupletNum tupletBracket trill fermata mNum ending ledgerLines'
    ).split(' '),
);
/** What the library's boxes make far too large: its own lines are followed instead. */
const DRAWN = new Set(['beam', 'tie', 'slur', 'lv', 'bracketSpan', 'ledgerLines', 'hairpin']);
const CURVED = new Set(['tie', 'slur', 'lv']);
const BOW_GLYPHS = /E61[0-3]/;
/** Parts in which a curve or a slanted line is followed. */
const PARTS = 10;
/** How far a metronome number reaches over and under its foot: the box of its note is that of a whole font. */
const TEMPO_OVER = 660;
const TEMPO_UNDER = 100;

interface Open {
    name: string;
    classes: string[];
    start: number;
    tagEnd: number;
    isMeasuring: boolean;
    boxes: Rect[];
    /** Staff lines of a staff. */
    lines: number[];
    text: string;
    glyphs: string;
    stroke: Stroke | null;
    /** How far it and what holds it were moved down. */
    down: number;
}

export function readPage(svg: string): EngravedPage {
    const page: EngravedPage = { top: 0, systems: [], measured: [] };
    const stack: Open[] = [];
    let measuring = 0;
    const parser = new Parser(
        {
            onopentag(name, attributes) {
                const classes = (attributes.class ?? '').split(' ');
                const isMeasuring = classes.includes('bounding-box');
                measuring += isMeasuring ? 1 : 0;
                if (classes[0] === 'system' && !isMeasuring) {
                    page.systems.push({ at: parser.endIndex, start: parser.startIndex, end: 0, middles: [], right: 0, ink: [], obstacles: [] });
                }
                if (classes[0] === 'page-margin') page.top = -downIn(attributes.transform);
                const [start, tagEnd] = [parser.startIndex, parser.endIndex];
                const down = (stack.at(-1)?.down ?? 0) + (classes[0] === 'page-margin' ? 0 : downIn(attributes.transform));
                const isStaffLine = name === 'path' && stack.at(-1)?.classes[0] === 'staff' && measuring === 0;
                if (isStaffLine) widen(page.systems.at(-1), attributes.d ?? '');
                draw(stack, name, attributes, measuring > 0, { start, end: tagEnd + 1 });
                stack.push({ name, classes, start, tagEnd, isMeasuring, boxes: [], lines: [], text: '', glyphs: '', stroke: null, down });
            },
            ontext(text) {
                const owner = ownerIn(stack);
                if (owner) owner.text += text;
            },
            onclosetag() {
                const closed = stack.pop();
                if (closed?.isMeasuring) {
                    measuring -= 1;
                    if (measuring === 0) page.measured.push({ start: closed.start, end: parser.endIndex + 1 });
                }
                const system = page.systems.at(-1);
                if (closed?.classes[0] === 'system' && !closed.isMeasuring && system) system.end = parser.endIndex + 1;
                if (closed && system && !closed.isMeasuring) keep(closed, system);
            },
        },
        { xmlMode: true },
    );
    parser.write(svg);
    parser.end();
    return page;
}

function widen(system: System | undefined, line: string): void {
    if (system) system.right = Math.max(system.right, pointsOf(line)[1]?.[0] ?? 0);
}

/** How far down a transform moves. The margin of the page is none: everything lies within it. */
function downIn(transform: string | undefined): number {
    return Number(/translate\([^,]*,\s*(-?[\d.]+)/.exec(transform ?? '')?.[1] ?? 0);
}

/** The innermost open element that is ink or in its way. */
function ownerIn(stack: Open[]): Open | undefined {
    return stack.findLast((one) => !one.isMeasuring && one.name === 'g' && (INK[one.classes[0] ?? ''] !== undefined || OBSTACLES.has(one.classes[0] ?? '')));
}

/** Adds what a tag draws to the element it belongs to. */
function draw(stack: Open[], name: string, attributes: Record<string, string>, isMeasuring: boolean, at: { start: number; end: number }): void {
    const owner = ownerIn(stack);
    const kind = owner?.classes[0] ?? '';
    if (name === 'use' && owner) owner.glyphs += attributes.href ?? attributes['xlink:href'] ?? '';
    if (name === 'rect' && isMeasuring && owner && !DRAWN.has(kind)) {
        const [left, top] = [Number(attributes.x), Number(attributes.y)];
        owner.boxes.push({ left, top, right: left + Number(attributes.width), bottom: top + Number(attributes.height) });
    }
    if (name === 'text' && kind === 'tempo' && owner) {
        owner.lines.push(Number(attributes.y));
    }
    if (!['path', 'polyline', 'polygon'].includes(name) || isMeasuring) return;
    const points = pointsOf(attributes.d ?? attributes.points ?? '');
    const parent = stack.at(-1);
    if (parent?.classes[0] === 'staff') {
        parent.lines.push(points[0]?.[1] ?? 0);
        return;
    }
    if (!owner || !DRAWN.has(kind)) return;
    const [from, until] = points;
    if (kind === 'bracketSpan' && name === 'path' && from && until) {
        owner.stroke = { ...at, x1: from[0], x2: until[0], y: from[1], isDashed: attributes['stroke-dasharray'] !== undefined };
    }
    owner.boxes.push(...(CURVED.has(kind) ? curve(points) : edges(points)));
}

function keep(closed: Open, system: System): void {
    const [first = ''] = closed.classes;
    if (first === 'staff' && closed.lines.length >= 2) {
        const middle = closed.down + (Math.min(...closed.lines) + Math.max(...closed.lines)) / 2;
        if (!system.middles.some((known) => Math.abs(known - middle) < 1)) system.middles.push(middle);
    }
    if (closed.name !== 'g' || closed.boxes.length === 0) return;
    const boxes = closed.boxes.map((box) => ({ ...box, top: box.top + closed.down, bottom: box.bottom + closed.down }));
    const kind = first === 'artic' && BOW_GLYPHS.test(closed.glyphs) ? 'bow' : INK[first];
    if (!kind) {
        system.obstacles.push(...boxes);
        return;
    }
    const box = around(boxes);
    if (first === 'tempo' && closed.lines[0] !== undefined) {
        const foot = closed.lines[0] + closed.down;
        box.top = Math.max(box.top, foot - TEMPO_OVER);
        box.bottom = Math.min(box.bottom, foot + TEMPO_UNDER);
    }
    system.ink.push({ kind, text: closed.text.trim(), box, at: closed.tagEnd, stroke: closed.stroke });
}

export function around(boxes: Rect[]): Rect {
    return {
        left: Math.min(...boxes.map((box) => box.left)),
        right: Math.max(...boxes.map((box) => box.right)),
        top: Math.min(...boxes.map((box) => box.top)),
        bottom: Math.max(...boxes.map((box) => box.bottom)),
    };
}

type Point = readonly [number, number];

function pointsOf(numbers: string): Point[] {
    const values = numbers.match(/-?\d+(\.\d+)?/g)?.map(Number) ?? [];
    return values.flatMap((x, index) => (index % 2 === 0 ? [[x, values[index + 1] ?? 0] as const] : []));
}

/** Narrow boxes along a curve: a start, then three points for each Bézier piece. */
function curve(points: Point[]): Rect[] {
    const boxes: Rect[] = [];
    for (let at = 0; at + 3 < points.length; at += 3) {
        const [a, b, c, d] = points.slice(at, at + 4) as [Point, Point, Point, Point];
        const on = (t: number, axis: 0 | 1): number =>
            (1 - t) ** 3 * a[axis] + 3 * (1 - t) ** 2 * t * b[axis] + 3 * (1 - t) * t ** 2 * c[axis] + t ** 3 * d[axis];
        boxes.push(...between(Array.from({ length: PARTS + 1 }, (_, part) => [on(part / PARTS, 0), on(part / PARTS, 1)] as const)));
    }
    return boxes;
}

/** Narrow boxes along straight lines. */
function edges(points: Point[]): Rect[] {
    return points.slice(1).flatMap((to, index) => {
        const from = points[index] ?? to;
        const parts = from[1] === to[1] || from[0] === to[0] ? 1 : PARTS;
        const on = (part: number, axis: 0 | 1): number => from[axis] + ((to[axis] - from[axis]) * part) / parts;
        return between(Array.from({ length: parts + 1 }, (_, part) => [on(part, 0), on(part, 1)] as const));
    });
}

function between(points: Point[]): Rect[] {
    return points.slice(1).map(([x, y], index) => {
        const [px, py] = points[index] ?? [x, y];
        return { left: Math.min(px, x), right: Math.max(px, x), top: Math.min(py, y), bottom: Math.max(py, y) };
    });
}
