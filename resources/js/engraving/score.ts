/** A part as MusicXML, cut at its measures: what is between two of them can be engraved alone. */

export interface CutScore {
    /** What stands before the first measure, and after the last. */
    head: string;
    tail: string;
    measures: string[];
}

/** A stretch of measures, the last one left out. */
export interface Stretch {
    from: number;
    until: number;
}

const MEASURE = /<measure(?=[\s/>])[^>]*?(?:\/>|>[\s\S]*?<\/measure>)/g;
const SPAN = /<(slur|wedge|bracket|dashes|octave-shift|pedal|ending|glissando|slide)\s([^>]*)>/g;
const ENDS = new Set(['stop', 'discontinue']);
const BREAK = /\s(?:new-system|new-page)="[^"]*"/g;
const ATTRIBUTES = /<attributes>([\s\S]*?)<\/attributes>/g;
/** What an `attributes` element may hold, in the order the format wants. */
const ORDER = ['divisions', 'key', 'time', 'staves', 'instruments', 'clef', 'staff-details', 'transpose'];
const FIRST_EVENT = /<(?:note|backup|forward)[\s>]/;

/** @param musicXml of one part; more parts stay in one piece */
export function cut(musicXml: string): CutScore {
    const found = (musicXml.match(/<part[\s>]/g) ?? []).length === 1 ? [...musicXml.matchAll(MEASURE)] : [];
    const [first, last] = [found[0], found.at(-1)];
    if (!first || !last) {
        return { head: musicXml, measures: [], tail: '' };
    }
    return {
        head: musicXml.slice(0, first.index),
        measures: found.map(([measure]) => measure),
        tail: musicXml.slice(last.index + last[0].length),
    };
}

export function joined({ head, measures, tail }: CutScore): string {
    return head + measures.join('') + tail;
}

export function withMeasures(score: CutScore, changed: { index: number; xml: string }[]): CutScore {
    const measures = [...score.measures];
    changed.forEach(({ index, xml }) => (measures[index] = xml));
    return { ...score, measures };
}

/** Slurs, hairpins, brackets … that begin in one measure and end in a later one: the first and the last of each. */
export function spans({ measures }: CutScore): { from: number; to: number; isEnding: boolean }[] {
    const open = new Map<string, number[]>();
    const found: { from: number; to: number; isEnding: boolean }[] = [];
    measures.forEach((measure, index) => {
        for (const tag of measure.matchAll(SPAN)) {
            const { key, type, name } = spanOf(tag);
            if (!ENDS.has(type)) {
                if (type !== 'continue') open.set(key, [...(open.get(key) ?? []), index]);
                continue;
            }
            const from = open.get(key)?.pop();
            if (from !== undefined && from < index) found.push({ from, to: index, isEnding: name === 'ending' });
        }
    });
    return found;
}

/**
 * The systems that must be engraved with some of them so that these come out as on the whole page: one more on either side, and as
 * far as anything reaches that is drawn in them.
 *
 * @param starts the first measure of every system
 * @param wanted the systems, the last one left out
 */
export function around(score: CutScore, starts: number[], wanted: Stretch): Stretch {
    const startOf = (system: number): number => starts[system] ?? score.measures.length;
    const systemOf = (measure: number): number => starts.findLastIndex((start) => start <= measure);
    const [first, end] = [startOf(wanted.from), startOf(wanted.until)];
    let from = Math.max(0, wanted.from - 1);
    let until = Math.min(starts.length, wanted.until + 1);
    for (const span of spans(score)) {
        const isIn = span.to >= first && span.from < end;
        const [left, right] = [startOf(from), startOf(until)];
        const isCut = (span.from < left && span.to >= left) || (span.from < right && span.to >= right);
        if (isCut && (isIn || span.isEnding)) {
            from = Math.min(from, systemOf(span.from));
            until = Math.max(until, systemOf(span.to) + 1);
        }
    }
    return { from, until };
}

/**
 * The measures of those systems that have to be engraved: of a neighbour that nothing reaches out of, the one measure beside what is
 * wanted is enough to make it a neighbour.
 *
 * @param wanted the systems that are drawn
 * @param needed the systems with their neighbours, as `around` has them
 * @returns a stretch of measures, in as many systems as are needed
 */
export function beside(score: CutScore, starts: number[], wanted: Stretch, needed: Stretch): Stretch {
    const startOf = (system: number): number => starts[system] ?? score.measures.length;
    const all = spans(score);
    /** Whether something that is engraved on the right of a measure's beginning has begun on its left. */
    const isCut = (measure: number): boolean => all.some(({ from, to }) => from < measure && to >= measure);
    const before = startOf(wanted.from) - 1;
    const after = startOf(wanted.until) + 1;
    return {
        from: needed.from === wanted.from - 1 && !isCut(before) ? before : startOf(needed.from),
        until: needed.until === wanted.until + 1 && !isCut(after) ? after : startOf(needed.until),
    };
}

/**
 * Some measures as a part of their own: with the clef, key and meter that hold there, and a system break before each of `breaks`.
 *
 * @param breaks measures that begin a system
 * @param pages measures that begin a page
 */
export function passage(score: CutScore, { from, until }: Stretch, breaks: number[], pages: number[] = []): string {
    const starts = new Map([
        ...breaks.map((start) => [start, '<print new-system="yes"/>'] as const),
        ...pages.map((start) => [start, '<print new-page="yes"/>'] as const),
    ]);
    const measures = score.measures.slice(from, until).map((measure, at) => {
        const plain = measure.replace(BREAK, '');
        return inside(plain, at > 0 ? (starts.get(from + at) ?? '') : '');
    });
    const [first] = measures;
    if (first !== undefined && from > 0) measures[0] = withAttributes(first, score.measures.slice(0, from));
    return score.head + withoutLooseEnds(measures.join('')) + score.tail;
}

/** Without what begins or ends outside: the engraving library would join a loose end with the next beginning. */
function withoutLooseEnds(measures: string): string {
    const open = new Map<string, { at: number; length: number }[]>();
    const loose: { at: number; length: number }[] = [];
    for (const tag of measures.matchAll(SPAN)) {
        const { key, type } = spanOf(tag);
        const here = { at: tag.index, length: tag[0].length };
        if (!ENDS.has(type)) {
            if (type !== 'continue') open.set(key, [...(open.get(key) ?? []), here]);
        } else if (!open.get(key)?.pop()) {
            loose.push(here);
        }
    }
    loose.push(...[...open.values()].flat());
    return loose
        .sort((one, other) => other.at - one.at)
        .reduce((text, { at, length }) => (text[at + length - 2] === '/' ? text.slice(0, at) + text.slice(at + length) : text), measures);
}

/** What a tag begins or ends. */
function spanOf([, name = '', attributes = '']: RegExpMatchArray): { key: string; type: string; name: string } {
    const number = /\bnumber="([^"]*)"/.exec(attributes)?.[1] ?? '1';
    const type = /\btype="([^"]*)"/.exec(attributes)?.[1] ?? '';
    return { key: name === 'ending' ? name : `${name} ${number}`, type, name };
}

/** @param what is written at the beginning of a measure */
function inside(measure: string, what: string): string {
    if (what === '') return measure;
    return measure.endsWith('/>') && !measure.includes('</measure>')
        ? `${measure.slice(0, -2)}>${what}</measure>`
        : measure.replace('>', `>${what}`);
}

/** A measure that says itself what the measures before it left in force. */
function withAttributes(measure: string, before: string[]): string {
    const event = FIRST_EVENT.exec(measure)?.index ?? measure.length;
    const lead = measure.slice(0, event);
    const held = new Map<string, string>();
    for (const text of [...before, lead]) {
        for (const [, content = ''] of text.matchAll(ATTRIBUTES)) {
            for (const name of ORDER) {
                for (const [whole, number = ''] of content.matchAll(new RegExp(`<${name}(?=[\\s/>])(?:[^>]*\\bnumber="([^"]*)")?[^>]*?(?:/>|>[\\s\\S]*?</${name}>)`, 'g'))) {
                    held.set(`${name} ${number}`, whole);
                }
            }
        }
    }
    const all = [...held].sort(([one], [other]) => ORDER.indexOf(one.split(' ')[0] ?? '') - ORDER.indexOf(other.split(' ')[0] ?? ''));
    const rest = lead.replace(ATTRIBUTES, '') + measure.slice(event);
    return all.length === 0 ? measure : inside(rest, `<attributes>${all.map(([, whole]) => whole).join('')}</attributes>`);
}
