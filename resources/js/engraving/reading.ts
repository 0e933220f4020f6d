/** Makes a part as readers expect it printed, whatever the file says of its layout: nothing of the music changes. */
import type { CutScore } from './score';

const DIRECTION = /<direction(?=[\s>])(?:(?!<\/direction>)[\s\S])*<\/direction>/g;
/** Jumps and ends are read at the end of their measure. */
const JUMP = /<words[^>]*>\s*(?:to coda|d\.?\s*[sc]\.|da capo|dal segno|fine\b)/i;
/** Tempo words and a metronome mark at one place are one line: "Heavily ♩ = 72". */
const TEMPO_IN_TWO =
    /(<direction(?=[\s>])[^>]*>\s*<direction-type>\s*<words[^>]*font-weight="bold"[^>]*>[^<]*)(<\/words>\s*<\/direction-type>)\s*<\/direction>\s*<direction(?=[\s>])[^>]*>\s*(<direction-type>\s*<metronome[\s\S]*?<\/metronome>\s*<\/direction-type>)/g;
const NUMBERING = /<measure-numbering[^>]*>[^<]*<\/measure-numbering>/g;
const MEASURE = /<measure(?=[\s>])[^>]*>[\s\S]*?<\/measure>/g;
const LONG_RESTS = /<measure-style[^>]*>\s*<multiple-rest[^>]*>\d*<\/multiple-rest>\s*<\/measure-style>/g;
const NOTE = /<note[\s>][\s\S]*?<\/note>/g;
/** What a measure may not have to be one of several rests in a row; at the first and the last of them some of it may stand. */
const IN_THE_WAY = /<(?:direction|attributes|barline|print|fermata|lyric|forward|harmony|sound)[\s/>]/;

/** Every system has the number of its first measure; tempo words and jumps stand where they are read. */
export function forReading(musicXml: string): string {
    return musicXml.replace(NUMBERING, '').replace(TEMPO_IN_TWO, '$1 $2$3').replace(MEASURE, withJumpsAtItsEnd);
}

function withJumpsAtItsEnd(measure: string): string {
    const jumps: string[] = [];
    const rest = measure.replace(DIRECTION, (direction) => {
        if (!JUMP.test(direction)) return direction;
        jumps.push(direction.replace(/<words(?![^>]*halign)/, '<words halign="right"'));
        return '';
    });
    if (jumps.length === 0) return measure;
    const end = rest.search(/<barline(?![^>]*location="left")[^>]*>(?![\s\S]*<note[\s>])/);
    const at = end === -1 ? rest.lastIndexOf('</measure>') : end;
    return rest.slice(0, at) + jumps.join('') + rest.slice(at);
}

/**
 * Rests of several measures as one with their number. Measures are named `m-` and their index, so that a drawing tells which they are.
 *
 * @param breaks whether the printed edition's own line ends count: no rest reaches over one
 */
export function withLongRests(score: CutScore, breaks = false): CutScore {
    const measures = score.measures.map((measure, index) => measure.replace(LONG_RESTS, '').replace(/^<measure(?:\s+id="[^"]*")?/, `<measure id="m-${index}"`));
    for (let from = 0; from < measures.length;) {
        const length = restsFrom(measures, from, breaks);
        if (length > 1) {
            const style = `<attributes><measure-style><multiple-rest>${length}</multiple-rest></measure-style></attributes>`;
            measures[from] = (measures[from] ?? '').replace(/<note[\s>]/, (note) => style + note);
        }
        from += Math.max(1, length);
    }
    return { ...score, measures };
}

/** How many measures in a row are nothing but rests, from one on. */
function restsFrom(measures: string[], from: number, breaks: boolean): number {
    let length = 0;
    for (let at = from; at < measures.length; at += 1) {
        const measure = measures[at] ?? '';
        const notes = measure.match(NOTE) ?? [];
        const first = notes[0] ? measure.indexOf(notes[0]) : -1;
        const isRest = notes.length > 0 && notes.every((note) => /<rest[\s/>]/.test(note) && !IN_THE_WAY.test(note));
        const last = notes.length > 0 ? measure.lastIndexOf('</note>') : -1;
        const [before, between, after] = [measure.slice(0, first), measure.slice(first, last), measure.slice(last)];
        const isBroken = breaks && /<print[^>]*new-(?:system|page)="yes"/.test(before);
        if (!isRest || IN_THE_WAY.test(between) || (at > from && (IN_THE_WAY.test(before.replace(/<print[^>]*\/>/g, '')) || isBroken))) break;
        // Between the rests of several measures there is no room for anything but a barline at their end.
        if (/<(?:direction|attributes|fermata)[\s/>]/.test(after)) break;
        length += 1;
        if (/<barline/.test(after)) break;
    }
    return length;
}
