/**
 * What buttons and places write into the typed text: lengths, barlines, slurs, signs at the note before the cursor.
 *
 * What the text means is worked out by the server; here only letters are put where a hand would type them.
 */

/** A text and what is chosen in it, by offsets. */
export interface Writing {
    text: string;
    from: number;
    to: number;
}

/** What the screen asks of the place where the text is typed. */
export interface Editor {
    writing: () => Writing;
    /** A changed text, as one step that can be taken back. */
    put: (writing: Writing) => void;
    choose: (from: number, to: number) => void;
    undo: () => boolean;
    redo: () => boolean;
    focus: () => void;
}

/** A note, a rest or a chord as it was typed. */
export interface Token {
    from: number;
    to: number;
    /** Where the note itself begins, behind its signs. */
    note: number;
}

/** Words, signs and grace notes before a note; the note; its length. */
const TOKEN = /((?:"[^"\n]*"|![^!\s]*!|\{[^}\n]*\}|\[[A-Za-z]:[^\]\n]*\]|[uv.~HLMPOST](?=[uv.~HLMPOST"!({^_=A-Ga-gzx[]))*\(*)((?:(?:\^\^|__|[\^_=])?[A-Ga-g][,']*|[zx]|\[[^\]|:\n]*\])(?:\d*\/*\d*))|"[^"\n]*"|![^!\s]*!/g;
const BARS = /[|:[\]]+\d?$/;

/** Where the music begins: behind the line with the key. */
export function bodyStart(text: string): number {
    const key = /^K:.*$/m.exec(text);
    return key ? Math.min(text.length, key.index + key[0].length + 1) : 0;
}

export function fieldOf(text: string, name: string): string {
    return new RegExp(`^${name}:(.*)$`, 'm').exec(text.slice(0, bodyStart(text)))?.[1]?.trim() ?? '';
}

/** A field of the head with another value; where it has none, it gets its line before the key. */
export function withField(text: string, name: string, value: string): string {
    const line = new RegExp(`^${name}:.*$`, 'm');
    const head = text.slice(0, bodyStart(text));
    const rest = text.slice(head.length);
    const said = `${name}:${value}`;
    if (line.test(head)) return head.replace(line, () => said) + rest;
    const at = /^K:/m.exec(head)?.index ?? 0;
    return `${head.slice(0, at)}${said}\n${head.slice(at)}${rest}`;
}

/** The unit of lengths, in quarter notes. */
export function unitOf(text: string): number {
    const [, above, below] = /^(\d+)\/(\d+)/.exec(fieldOf(text, 'L')) ?? [];
    return above && below ? (4 * Number(above)) / Number(below) : measureOf(text) < 3 && measureOf(text) > 0 ? 0.25 : 0.5;
}

/** A full measure in quarter notes; 0 where nothing is counted. */
export function measureOf(text: string): number {
    const meter = fieldOf(text, 'M');
    if (meter === 'C' || meter === 'C|') return 4;
    const [, above, below] = /^(\d+)\/(\d+)/.exec(meter) ?? [];
    return above && below ? (4 * Number(above)) / Number(below) : 0;
}

/** A felt beat in quarter notes. */
function beatOf(text: string): number {
    const [, above, below] = /^(\d+)\/(\d+)/.exec(fieldOf(text, 'M')) ?? [];
    if (!above || !below) return 1;
    return Number(below) >= 8 && Number(above) > 3 && Number(above) % 3 === 0 ? 12 / Number(below) : 4 / Number(below);
}

/** Quarter notes as a length behind a note: "", "2", "/2", "3/2". */
export function lengthText(quarters: number, unit: number): string {
    const [above, below] = reduced(Math.round((quarters / unit) * 64), 64);
    if (below === 1) return above === 1 ? '' : String(above);
    return `${above === 1 ? '' : String(above)}/${String(below)}`;
}

function reduced(above: number, below: number): [number, number] {
    let [a, b] = [above, below];
    while (b > 0) [a, b] = [b, a % b];
    return [above / (a || 1), below / (a || 1)];
}

/** Every note, rest and chord of the music. */
export function tokens(text: string): Token[] {
    const start = bodyStart(text);
    const found: Token[] = [];
    const body = text.slice(start).replace(/^[A-Za-z]:.*$|%.*$/gm, (line) => ' '.repeat(line.length));
    for (const match of body.matchAll(TOKEN)) {
        if (match[2] === undefined) continue;
        const from = start + match.index;
        found.push({ from, to: from + match[0].length, note: from + (match[1] ?? '').length });
    }
    return found;
}

/** The note that is chosen, else the one before the cursor. */
export function tokenBefore(writing: Writing): Token | null {
    const all = tokens(writing.text);
    if (writing.to > writing.from) return all.find((token) => token.from >= writing.from - 1 && token.note < writing.to) ?? null;
    return all.findLast((token) => token.to <= writing.from) ?? null;
}

function quartersOf(written: string, unit: number): number {
    const [, above, slashes = '', below] = /(\d*)(\/*)(\d*)$/.exec(written) ?? [];
    const divided = slashes === '' ? 1 : below ? Number(below) : 2 ** slashes.length;
    return ((above ? Number(above) : 1) * unit) / divided;
}

/** Quarter notes since the last barline before a place. */
export function sinceBar(text: string, at: number): number {
    const unit = unitOf(text);
    const before = text.slice(0, at);
    const bar = Math.max(bodyStart(text), ...[...before.matchAll(/[|:]+\]?\d?|\[\d/g)].map((found) => found.index + found[0].length));
    let total = 0;
    let left = 0;
    let share = 1;
    let last = bar;
    for (const token of tokens(text)) {
        if (token.from < bar || token.to > at) continue;
        const tuplet = /\(([2-9])(?::(\d*))?(?::(\d*))?/.exec(text.slice(last, token.note));
        if (tuplet) {
            const count = Number(tuplet[1]);
            const usual = count === 2 || count === 4 || count === 8 ? 3 : 2;
            left = tuplet[3] ? Number(tuplet[3]) : count;
            share = (tuplet[2] ? Number(tuplet[2]) : usual) / count;
        }
        total += quartersOf(text.slice(token.note, token.to), unit) * (left > 0 ? share : 1);
        left -= 1;
        last = token.to;
    }
    return total;
}

/** Whether a slur that was begun waits for its end. */
export function isSlurOpen(text: string, at: number): boolean {
    const music = text.slice(bodyStart(text), at).replace(/"[^"\n]*"|![^!\s]*!|\(\d/g, '');
    return (music.match(/\(/g)?.length ?? 0) > (music.match(/\)/g)?.length ?? 0);
}

/**
 * A note or a rest at the cursor, in place of what is chosen. Short notes of one beat hang on one beam, and a full measure gets its
 * barline where nothing follows.
 *
 * @param bare the note without its length
 */
export function write(writing: Writing, bare: string, quarters: number): Writing {
    const { text } = writing;
    const unit = unitOf(text);
    const at = Math.max(writing.from, bodyStart(text));
    const token = `${bare}${lengthText(quarters, unit)}`;
    if (writing.to > writing.from) {
        const to = Math.max(writing.to, at);
        return { text: text.slice(0, at) + token + text.slice(to), from: at + token.length, to: at + token.length };
    }
    const position = sinceBar(text, at);
    const beat = beatOf(text);
    const before = text.slice(0, at);
    const isJoined = quarters < 1 && position > 0 && Math.abs(position / beat - Math.round(position / beat)) > 1e-6 && /[A-Ga-g\d/,'\])]$/.test(before);
    const space = isJoined || before === '' || /[\s([]$|\(\d$/.test(before) ? '' : ' ';
    let inserted = space + token;
    const after = text.slice(at);
    const full = measureOf(text);
    const isAtEnd = /^\s*$/.test(after);
    if (isAtEnd && full > 0 && sinceBar(before + inserted, at + inserted.length) >= full - 1e-6) inserted += ' | ';
    const end = at + inserted.length;
    return { text: before + inserted + (inserted.endsWith(' ') ? after.replace(/^ /, '') : after), from: end, to: end };
}

/** A barline, a repeat or an ending; what stands there already becomes one with it. */
export function putBar(writing: Writing, bar: '|' | '|:' | ':|' | '1' | '2' | '|]'): Writing {
    const start = bodyStart(writing.text);
    const before = writing.text.slice(0, Math.max(writing.from, start));
    const kept = before.replace(/[ \t]+$/, '');
    const standing = kept.length > start ? (BARS.exec(kept)?.[0] ?? '') : '';
    const wants: Record<typeof bar, string> = {
        '|': standing.startsWith(':') ? ':|' : '|',
        '|:': standing.startsWith(':') ? '::' : '|:',
        ':|': ':|',
        '1': standing === '' || standing === '|' ? '|1' : `${standing}1`,
        '2': ':|2',
        '|]': standing.startsWith(':') ? ':|' : '|]',
    };
    const stem = kept.slice(0, kept.length - standing.length).replace(/[ \t]+$/, '');
    const joint = stem === '' || stem.endsWith('\n') ? '' : ' ';
    const text = `${stem}${joint}${wants[bar]} `;
    return { text: text + writing.text.slice(before.length).replace(/^ +/, ''), from: text.length, to: text.length };
}

/** A bow or another sign of one letter at a note; again takes it away, and another bow takes its place. */
export function sign(writing: Writing, letter: string): Writing {
    const token = tokenBefore(writing);
    if (!token) return writing;
    const signs = writing.text.slice(token.from, token.note);
    const isBow = letter === 'u' || letter === 'v';
    const without = isBow ? signs.replace(/[uv]/g, '') : signs.replace(letter, '');
    const now = signs.includes(letter) ? without : without.replace(/\(*$/, (slurs) => slurs + letter);
    return spliced(writing, token.from, token.note, now);
}

/** A sharp, a flat or a natural at a note; again takes it away. */
export function accidental(writing: Writing, mark: '^' | '_' | '='): Writing {
    const token = tokenBefore(writing);
    if (!token || !/^[\^_=]*[A-Ga-g]/.test(writing.text.slice(token.note))) return writing;
    const standing = /^[\^_=]*/.exec(writing.text.slice(token.note, token.to))?.[0] ?? '';
    return spliced(writing, token.note, token.note + standing.length, standing === mark ? '' : mark);
}

/** Ties a note on; again takes it away. */
export function tie(writing: Writing): Writing {
    const token = tokenBefore(writing);
    if (!token) return writing;
    const isTied = writing.text[token.to] === '-';
    return spliced(writing, token.to, token.to + (isTied ? 1 : 0), isTied ? '' : '-');
}

/** Begins a slur with the next note, or ends it with the last. */
export function slur(writing: Writing): Writing {
    if (!isSlurOpen(writing.text, writing.from)) {
        const space = /[\s([]$/.test(writing.text.slice(0, writing.from)) ? '' : ' ';
        return spliced({ ...writing, to: writing.from }, writing.from, writing.from, `${space}(`);
    }
    const token = tokenBefore({ ...writing, to: writing.from });
    return token ? spliced(writing, token.to, token.to, ')') : writing;
}

/** Begins a triplet with the next note. */
export function triplet(writing: Writing): Writing {
    const space = /[\s([]$/.test(writing.text.slice(0, writing.from)) ? '' : ' ';
    return spliced({ ...writing, to: writing.from }, writing.from, writing.from, `${space}(3`);
}

/** The note that is chosen, or the last, with another length. */
export function relength(writing: Writing, quarters: number): Writing {
    const token = tokenBefore(writing);
    if (!token || writing.to === writing.from) return writing;
    const note = writing.text.slice(token.note, token.to);
    const bare = note.replace(/\d*\/*\d*$/, '');
    return spliced(writing, token.note, token.to, bare + lengthText(quarters, unitOf(writing.text)));
}

/** A letter as the note nearest to the one before. */
export function near(text: string, at: number, letter: string): string {
    const last = tokens(text).findLast((token) => token.to <= at && /[A-Ga-g]/.test(text.slice(token.note, token.to)));
    const step = (name: string, octave: number): number => 'CDEFGAB'.indexOf(name.toUpperCase()) + 7 * octave;
    const [, name = 'B', commas = ''] = (last && /([A-Ga-g])([,']*)/.exec(text.slice(last.note, last.to))) ?? [];
    const octave = (name === name.toLowerCase() ? 5 : 4) + (commas.startsWith("'") ? commas.length : -commas.length);
    const best = [octave - 1, octave, octave + 1].sort((one, other) => Math.abs(step(letter, one) - step(name, octave)) - Math.abs(step(letter, other) - step(name, octave)))[0] ?? octave;
    return best >= 5 ? letter.toLowerCase() + "'".repeat(best - 5) : letter.toUpperCase() + ','.repeat(4 - best);
}

/** What a place of the fingerboard writes: with its sign where the measure has another at the same letter. */
export function placed(text: string, at: number, place: { abc: string; signed: string; letter: string }): string {
    const before = text.slice(bodyStart(text), at);
    const measure = before.slice(Math.max(before.lastIndexOf('|'), before.lastIndexOf('\n')) + 1);
    return new RegExp(`[\\^_=](?:${place.letter}|${place.letter.toLowerCase()})`).test(measure) ? place.signed : place.abc;
}

/** Where a line and a column of the text lie, as an offset. */
export function offsetOf(text: string, line: number, column: number): number {
    const lines = text.split('\n');
    const start = lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0);
    // Columns are counted in letters, offsets in the units of the browser.
    return Math.min(text.length, start + Array.from(lines[line - 1] ?? '').slice(0, column - 1).join('').length);
}

function spliced(writing: Writing, from: number, to: number, put: string): Writing {
    const by = put.length - (to - from);
    const moved = (at: number): number => (at >= to ? at + by : at);
    return { text: writing.text.slice(0, from) + put + writing.text.slice(to), from: moved(writing.from), to: moved(writing.to) };
}
