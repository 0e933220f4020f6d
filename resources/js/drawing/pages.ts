/** Lays the systems of a part onto sheets of paper: none reaches over the edge, and they stand as far apart as what is between them asks. */
import { readPage } from '../engraving/page';
import { extent, tidy } from '../engraving/tidy';
import { turns, type Air } from './turns';

/** In the units of the drawing, of which a staff space is 180. */
const AIR: Air = { least: 230, usual: 420, most: 1000 };
/** Between the edge of the music and the first and last system. */
const EDGE = 40;

interface DrawnSystem {
    /** Markup of the drawing before its first system, and after its last: glyphs, styles and what holds them. */
    head: string;
    tail: string;
    svg: string;
    top: number;
    bottom: number;
    /** Index of its first measure. */
    measure: number;
}

/** @param svgs pages that grow as long as they must, with the library's boxes */
export function systemsIn(svgs: string[]): DrawnSystem[] {
    let measure = 0;
    return svgs.flatMap((svg) => {
        const tidied = tidy(svg, true, true);
        const page = readPage(tidied);
        const [first, last] = [page.systems[0], page.systems.at(-1)];
        if (!first || !last) return [];
        /** Without the boxes, which only tell where things stand. */
        const drawn = (from: number, until: number): string => {
            let text = '';
            let at = from;
            page.measured.filter(({ start, end }) => start >= from && end <= until).forEach(({ start, end }) => {
                text += tidied.slice(at, start);
                at = end;
            });
            return text + tidied.slice(at, until);
        };
        return page.systems.map((system) => {
            const { top, bottom } = extent(system, []);
            const svgOfSystem = drawn(system.start, system.end);
            const named = Number(/ id="m-(\d+)" class="measure/.exec(svgOfSystem)?.[1] ?? measure);
            measure = named + (svgOfSystem.match(/class="measure[ "]/g)?.length ?? 0);
            return { head: drawn(0, first.start), tail: drawn(last.end, tidied.length), svg: svgOfSystem, top, bottom, measure: named };
        });
    });
}

/**
 * @param size of a page in the units of the drawing
 * @param mayTurn whether there is time to turn before a measure
 */
export function paged(systems: DrawnSystem[], size: { width: number; height: number }, mayTurn: (measure: number) => boolean): string[] {
    const heights = systems.map(({ top, bottom }) => bottom - top);
    // A score of more staves than a page holds is drawn smaller.
    const shrink = Math.max(1, (Math.max(...heights) + 2 * EDGE) / size.height);
    const room = size.height * shrink - 2 * EDGE;
    const starts = [0, ...turns(heights, room, AIR, (system) => mayTurn(systems[system]?.measure ?? 0))];
    let before: number = AIR.most;
    return starts.map((from, page) => {
        const until = starts[page + 1] ?? systems.length;
        const some = systems.slice(from, until);
        const free = room - heights.slice(from, until).reduce((sum, height) => sum + height, 0);
        // The last page is no wider apart than those before it.
        const most = until === systems.length ? Math.min(before, page === 0 ? AIR.most : AIR.usual * 1.3) : AIR.most;
        const gap = some.length > 1 ? Math.min(most, free / (some.length - 1)) : 0;
        before = gap;
        let down = EDGE;
        const placed = some.map(({ svg, top, bottom }) => {
            const moved = `<g transform="translate(0, ${Math.round(down - top)})">${svg}</g>`;
            down += bottom - top + gap;
            return moved;
        });
        const [first] = some;
        const sheet = { width: size.width * shrink, height: size.height * shrink };
        return first ? onPage(first.head, sheet) + placed.join('') + first.tail : '';
    });
}

/** The head of an endless drawing as that of a page: its view boxes, and the place of its margin. */
function onPage(head: string, { width, height }: { width: number; height: number }): string {
    const boxes = [`0 0 ${Math.round(width / 10)} ${Math.round(height / 10)}`, `0 0 ${Math.round(width)} ${Math.round(height)}`];
    return head
        .replace(/viewBox="[^"]*"/g, (whole) => (boxes.length > 0 ? `viewBox="${boxes.shift() ?? ''}"` : whole))
        .replace(/(class="page-margin" transform="translate\(-?[\d.]+,\s*)-?[\d.]+\)/, '$10)');
}
