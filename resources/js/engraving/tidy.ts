/**
 * Moves fingers, bowing signs and words of an engraved page so that none touches another or covers a note.
 *
 * The engraving library keeps its own kinds of signs apart, but not a finger in words from the sign or the key signature beside
 * it. What is in the way of something nearer to the staff goes further out; a system that grows by it pushes the next ones on.
 */
import { around, readPage, type EngravedPage, type Ink, type Rect, type Stroke, type System } from './page';

/** Air between two things, in units of the page: a staff space is 180. */
const BESIDE = 45;
const OVER = 25;
/** Air between two systems. */
const BETWEEN = 120;
/** How far a numeral may stand from the beginning of its line. */
const NEAR = 400;
/** Between a numeral and its line. */
const LEAD = 70;
/** A line shorter than this says nothing. */
const SHORTEST = 260;
const POSITION = /^(½|[IV]+½?)$/;
/** Words of a finger that is left down, with a line to where it is lifted. */
const KEPT = /^keep (\d|down)$/;

/** Things that move together: a numeral or words, and their line. */
interface Group {
    ink: Ink[];
    boxes: Rect[];
    /** How far it moves down, and to the side. */
    move: number;
    aside: number;
    isAbove: boolean;
}

/** Replacements in the markup, none over another. */
interface Edit {
    start: number;
    end: number;
    text: string;
}

/**
 * @param svg as the library draws it with its bounding boxes
 * @param isEndless whether the page may grow; a sheet of paper may not
 * @param keepsBoxes leaves the bounding boxes in, so that the result can be read again
 */
export function tidy(svg: string, isEndless: boolean, keepsBoxes = false): string {
    const page = readPage(svg);
    const edits: Edit[] = keepsBoxes ? [] : page.measured.map(({ start, end }) => ({ start, end, text: '' }));
    let pushed = 0;
    // Nothing may stick out of a page that grows; on paper there is a margin.
    let foot = isEndless ? page.top - BETWEEN : -Infinity;
    page.systems.forEach((system) => {
        const before = extent(system, []);
        const groups = groupsOf(system, edits);
        place(system, groups);
        const after = extent(system, groups);
        // What the system takes over its old room, unless there was room to spare.
        const lack = before.top - after.top - Math.max(0, before.top - foot - BETWEEN);
        if (lack > 0 && after.top < before.top) pushed += lack;
        edits.push(...groups.flatMap((group) => moves(group)));
        if (pushed > 0) edits.push({ start: system.at, end: system.at, text: ` transform="translate(0, ${Math.round(pushed)})"` });
        foot = before.bottom;
        pushed += Math.max(0, after.bottom - before.bottom);
    });
    return written(isEndless && pushed > 0 ? higher(svg, pushed, edits) : svg, edits);
}

/** Pairs of ink, or of ink and what it covers, that still touch: what a test counts. */
export function touching(page: EngravedPage): [string, string][] {
    const found: [string, string][] = [];
    page.systems.forEach((system) => {
        system.ink.forEach((one, index) => {
            system.ink.slice(index + 1).forEach((other) => {
                if (meets(one.box, other.box, 0, 0) && one.kind !== 'line' && other.kind !== 'line') found.push([nameOf(one), nameOf(other)]);
            });
            if (one.kind !== 'line' && system.obstacles.some((box) => meets(one.box, box, 0, 0))) found.push([nameOf(one), 'the notes']);
        });
    });
    return found;
}

function nameOf(ink: Ink): string {
    return ink.text === '' ? ink.kind : `${ink.kind} “${ink.text}”`;
}

function groupsOf(system: System, edits: Edit[]): Group[] {
    const lines = system.ink.filter((ink): ink is Ink & { stroke: Stroke } => ink.kind === 'line' && ink.stroke !== null);
    const taken = new Set<Ink>();
    const groups: Group[] = [];
    system.ink.forEach((ink) => {
        const isDashed = POSITION.test(ink.text);
        if (ink.kind === 'words' && (isDashed || KEPT.test(ink.text))) {
            const line = lines.find((one) => !taken.has(one) && one.stroke.isDashed === isDashed && isAbove(one.box, system) === isAbove(ink.box, system)
                && Math.abs(one.stroke.x1 - ink.box.left) < NEAR);
            if (line) {
                taken.add(line).add(ink);
                groups.push(together(ink, line, system, edits));
            }
        }
    });
    system.ink.forEach((ink) => {
        if (taken.has(ink)) return;
        // Long words at the end of a line begin earlier, or they would leave the page.
        const aside = ink.kind === 'words' && system.right > 0 ? Math.round(Math.min(0, Math.max(system.right - ink.box.right, -ink.box.left))) : 0;
        ink.box = { ...ink.box, left: ink.box.left + aside, right: ink.box.right + aside };
        groups.push({ ink: [ink], boxes: [ink.box], move: 0, aside, isAbove: isAbove(ink.box, system) });
    });
    return groups;
}

/** A numeral, or words, with the line at half their height, beginning after them. */
function together(numeral: Ink, line: Ink, system: System, edits: Edit[]): Group {
    const stroke = line.stroke;
    const group: Group = { ink: [numeral, line], boxes: [numeral.box], move: 0, aside: 0, isAbove: isAbove(numeral.box, system) };
    if (!stroke) return group;
    const x1 = numeral.box.right + LEAD;
    const y = (numeral.box.top + numeral.box.bottom) / 2;
    const isDrawn = stroke.x2 - x1 >= SHORTEST;
    const [hookTop, hookBottom] = [line.box.top - stroke.y, line.box.bottom - stroke.y];
    edits.push({
        start: stroke.start,
        end: stroke.end,
        text: isDrawn ? `<path d="M${x1} ${stroke.y} L${stroke.x2} ${stroke.y}" stroke-width="18"${stroke.isDashed ? ' stroke-dasharray="72 54"' : ''} />` : '',
    });
    // The line moves to the numeral first, then both move together.
    line.box = { ...line.box, left: x1, top: y + hookTop, bottom: y + hookBottom };
    group.boxes.push(line.box);
    return group;
}

function place(system: System, groups: Group[]): void {
    const standing = [...system.obstacles];
    [true, false].forEach((above) => {
        groups
            .filter((group) => group.isAbove === above)
            .sort((one, other) => layer(one) - layer(other) || distance(one) - distance(other))
            .forEach((group) => {
                for (let tries = 0; tries < 60; tries += 1) {
                    const inTheWay = hit(group, standing);
                    if (!inTheWay) break;
                    const [own, other] = inTheWay;
                    group.move = above ? other.top - OVER - own.bottom - 1 : other.bottom + OVER - own.top + 1;
                }
                standing.push(...group.boxes.map((box) => moved(box, group.move)));
            });
    });
}

/** What belongs to a single note stands nearest to it; words, lines and numbers of the page further out. */
function layer(group: Group): number {
    return Math.min(...group.ink.map((ink) => (ink.kind === 'bow' || ink.kind === 'finger' ? 0 : 1)));
}

/** How far out a group stands: what is nearer to the staff is placed first. */
function distance(group: Group): number {
    const box = around(group.boxes);
    return group.isAbove ? -box.bottom : box.top;
}

function hit(group: Group, standing: Rect[]): [Rect, Rect] | null {
    for (const own of group.boxes) {
        const now = moved(own, group.move);
        const other = standing.find((box) => meets(now, box, BESIDE, OVER));
        if (other) return [own, other];
    }
    return null;
}

function meets(one: Rect, other: Rect, beside: number, over: number): boolean {
    return (
        one.left < other.right + beside && other.left < one.right + beside && one.top < other.bottom + over && other.top < one.bottom + over
    );
}

function moved(box: Rect, by: number): Rect {
    return { ...box, top: box.top + by, bottom: box.bottom + by };
}

function isAbove(box: Rect, system: System): boolean {
    const centre = (box.top + box.bottom) / 2;
    const middle = [...system.middles].sort((one, other) => Math.abs(one - centre) - Math.abs(other - centre))[0] ?? 0;
    return centre < middle;
}

/** From the highest thing of a system to its lowest. */
export function extent(system: System, groups: Group[]): Rect {
    const ink = groups.length > 0 ? groups.flatMap((group) => group.boxes.map((box) => moved(box, group.move))) : system.ink.map((one) => one.box);
    const staves = system.middles.map((y) => ({ left: 0, right: 0, top: y, bottom: y }));
    return around([...ink, ...system.obstacles, ...staves]);
}

function moves(group: Group): Edit[] {
    return group.ink.flatMap((ink) => {
        const home = ink.stroke && group.ink.length > 1 ? (group.boxes[0] ? (group.boxes[0].top + group.boxes[0].bottom) / 2 - ink.stroke.y : 0) : 0;
        const by = Math.round(group.move + home);
        return by === 0 && group.aside === 0 ? [] : [{ start: ink.at, end: ink.at, text: ` transform="translate(${group.aside}, ${by})"` }];
    });
}

/** The page so much higher: both of its view boxes say how high it is. */
function higher(svg: string, by: number, edits: Edit[]): string {
    const boxes = [...svg.matchAll(/viewBox="0 0 ([\d.]+) ([\d.]+)"/g)].slice(0, 2);
    const [outer, inner] = boxes;
    if (!outer || !inner) return svg;
    const grown = (Number(inner[2]) + by) / Number(inner[2]);
    [outer, inner].forEach((box) => {
        const start = box.index;
        edits.push({ start, end: start + box[0].length, text: `viewBox="0 0 ${box[1]} ${Math.round(Number(box[2]) * grown * 10) / 10}"` });
    });
    return svg;
}

function written(svg: string, edits: Edit[]): string {
    let text = '';
    let at = 0;
    [...edits]
        .sort((one, other) => one.start - other.start || one.end - other.end)
        .forEach((edit) => {
            if (edit.start < at) return;
            text += svg.slice(at, edit.start) + edit.text;
            at = edit.end;
        });
    return text + svg.slice(at);
}
