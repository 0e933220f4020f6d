/**
 * Reads the pitches off an engraved page as a player does: from the place of each notehead on its staff, the clef, the key signature
 * and the accidentals in force. Nothing is taken from the file the page was made from.
 */
import { Parser } from 'htmlparser2';

interface Glyph {
    code: string;
    x: number;
    y: number;
}

interface PrintedNote {
    id: string;
    head: Glyph;
    accidental: Glyph | null;
}

/** What stands on one staff in one measure. */
interface Staff {
    lines: number[];
    clefs: Glyph[];
    /** Key signatures: one that changes at the next system is announced at the end of this one. */
    keys: Glyph[][];
    notes: PrintedNote[];
}

/** What holds from one measure to the next. */
interface Reading {
    /** Where step 0 (C0) would lie, from the top line of the staff, in half spaces. */
    origin: number;
    /** Alteration by letter, C is 0. */
    key: Map<number, number>;
}

/** Letter steps above C0 of the line each clef stands on. */
const CLEFS: Record<string, number> = { E050: 32, E052: 25, E07A: 32, E05C: 28, E07B: 28, E062: 24, E064: 17, E07C: 24 };
const SIGNS: Record<string, number> = { E260: -1, E261: 0, E262: 1, E263: 2, E264: -2 };

/** @param svg drawn with the ends of its ties named: `svgAdditionalAttribute: ['tie@startid', 'tie@endid']` */
export function readBack(svg: string): Map<string, string> {
    const pitches = new Map<string, string>();
    const ties = new Map([...svg.matchAll(/class="tie" data-startid="#([^"]+)" data-endid="#([^"]+)"/g)].map(([, from = '', to = '']) => [to, from]));
    const readings: Reading[] = [];
    measuresOf(svg).forEach((staves) =>
        staves.forEach((staff, number) => {
            const reading = (readings[number] ??= { origin: NaN, key: new Map() });
            read(staff, reading, (id) => pitches.get(ties.get(id) ?? ''), pitches);
        }),
    );
    return pitches;
}

function read(staff: Staff, reading: Reading, tiedFrom: (id: string) => string | undefined, pitches: Map<string, string>): void {
    const top = Math.min(...staff.lines);
    const half = (Math.max(...staff.lines) - top) / 8;
    const stepAt = ({ y }: Glyph): number => Math.round(reading.origin - (y - top) / half);
    const inForce = new Map<number, number>();
    const events = [
        ...staff.clefs.map((clef) => ({ x: clef.x, happens: () => (reading.origin = (clef.y - top) / half + (CLEFS[clef.code] ?? NaN)) })),
        ...staff.keys.map((key) => ({ x: key[0]?.x ?? Infinity, happens: () => readKey(key, reading, stepAt) })),
        ...staff.notes.map((note) => ({ x: note.head.x, happens: () => readNote(note) })),
    ];
    events.sort((one, other) => one.x - other.x).forEach(({ happens }) => happens());

    function readNote({ id, head, accidental }: PrintedNote): void {
        const step = stepAt(head);
        const sign = accidental ? (SIGNS[accidental.code] ?? NaN) : undefined;
        if (sign !== undefined) inForce.set(step, sign);
        const name = (alteration: number): string => 'CDEFGAB'.charAt(step % 7) + (alteration < 0 ? 'b' : '#').repeat(Math.abs(alteration)) + String(Math.floor(step / 7));
        const held = tiedFrom(id);
        const read = name(inForce.get(step) ?? reading.key.get(step % 7) ?? 0);
        pitches.set(id, sign === undefined && held ? held : read);
    }
}

function readKey(signs: Glyph[], reading: Reading, stepAt: (glyph: Glyph) => number): void {
    // Naturals take the old key away.
    reading.key = new Map(signs.filter(({ code }) => code !== 'E261').map((sign) => [stepAt(sign) % 7, SIGNS[sign.code] ?? NaN]));
}

/** The staves of each measure, from top to bottom. */
function measuresOf(svg: string): Staff[][] {
    const measures: Staff[][] = [];
    const open: { kind: string; id: string }[] = [];
    const inside = (kind: string): { kind: string; id: string } | undefined => open.findLast((one) => one.kind === kind);
    const parser = new Parser(
        {
            onopentag(name, attributes) {
                const kind = (attributes.class ?? '').split(' ')[0] ?? '';
                open.push({ kind, id: attributes.id ?? '' });
                const measure = measures.at(-1);
                const staff = measure?.at(-1);
                if (kind === 'measure') measures.push([]);
                if (kind === 'staff') measure?.push({ lines: [], clefs: [], keys: [], notes: [] });
                if (kind === 'keySig') staff?.keys.push([]);
                if (kind === 'note') staff?.notes.push({ id: attributes.id ?? '', head: { code: '', x: NaN, y: NaN }, accidental: null });
                if (name === 'path' && open.at(-2)?.kind === 'staff') staff?.lines.push(Number(/M\S+ ([\d.]+)/.exec(attributes.d ?? '')?.[1]));
                if (name !== 'use' || !staff) return;
                const [, x, y] = /translate\((-?[\d.]+), (-?[\d.]+)\)/.exec(attributes.transform ?? '') ?? [];
                const glyph = { code: attributes.href?.slice(1, 5) ?? '', x: Number(x), y: Number(y) };
                const note = staff.notes.at(-1);
                if (inside('clef')) staff.clefs.push(glyph);
                else if (inside('keyAccid')) staff.keys.at(-1)?.push(glyph);
                else if (inside('accid') && note && glyph.code in SIGNS) note.accidental = glyph;
                else if (inside('notehead') && note) note.head = glyph;
            },
            onclosetag() {
                open.pop();
            },
        },
        { xmlMode: true },
    );
    parser.write(svg);
    parser.end();
    return measures.map((staves) => staves.filter(({ lines }) => lines.length > 0));
}
