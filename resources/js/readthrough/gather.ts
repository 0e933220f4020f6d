import type { ReadThroughFlag, TogetherLook, Way } from '../api/types';

/** One thing that needs a look, in all the sections that have it at the same place with the same ways out. */
export interface Gathered {
    key: string;
    first: ReadThroughFlag;
    flags: ReadThroughFlag[];
}

/** Sections that play the same thing raise the same flag: it is read once, and one press answers it for all of them. */
export function gather(flags: ReadThroughFlag[]): Gathered[] {
    const found = new Map<string, Gathered>();
    flags.forEach((flag) => {
        const ways = flag.ways.map((way) => `${way.text}=${way.lines.join(';')}`);
        const places = flag.places?.map((place) => `${place.measure}.${place.beat}`) ?? [];
        // A bow is a little longer or shorter by instrument: one long note is one event all the same.
        const said = flag.code === 'bow-runs-out' ? places : [flag.text, ...ways];
        const alike = [flag.measure, flag.beat, flag.title, ...said].join('|');
        const known = found.get(alike);
        // One section says a thing once: what it says twice is two things.
        if (known && !known.flags.some((other) => other.section === flag.section)) known.flags.push(flag);
        else found.set(known ? flag.key : alike, { key: flag.key, first: flag, flags: [flag] });
    });
    return [...found.values()];
}

/** What a section has to do for a way out that was pressed for all of them: the same, or what stands at its place. */
export function wayFor(flag: ReadThroughFlag, pressed: Way, position: number): Way {
    return flag.ways.find((way) => way.text === pressed.text) ?? flag.ways[position] ?? pressed;
}

/** What a flag says under its title, without saying the title again. */
export function textUnderTitle(flag: ReadThroughFlag): string {
    const told = `${flag.title}: `;
    const rest = flag.text.startsWith(told) ? flag.text.slice(told.length) : flag.text;
    return rest.charAt(0).toUpperCase() + rest.slice(1);
}

export function sectionsOf(gathered: Gathered): string {
    return gathered.flags.map((flag) => flag.sectionName).join(', ');
}

/** The lines of a way out for every section that has the event. */
export function partsFor(gathered: Gathered, way: Way, position: number): { section: number; lines: string }[] {
    return gathered.flags.map((flag) => ({ section: flag.section, lines: wayFor(flag, way, position).lines.join('\n') }));
}

/** What it does, section by section; what several do alike is told once. */
export function toldOf(looks: TogetherLook[]): string[] {
    const alike = new Map<string, string[]>();
    looks.forEach(({ name, words, solved, raised }) => {
        const more = [
            raised > 0 ? (raised === 1 ? 'one thing more needs a look' : `${raised} things more need a look`) : '',
            solved > 1 ? `${solved} things are solved` : '',
        ].filter((one) => one !== '');
        const told = [words, ...more].join('; ');
        alike.set(told, [...(alike.get(told) ?? []), name]);
    });
    return [...alike].map(([told, names]) => `${names.join(', ')}: ${told}`);
}

export interface Filter {
    section: string | null;
    /** Its title. */
    kind: string | null;
    passage: { from: number; until: number } | null;
}

export function passes(flag: ReadThroughFlag, { section, kind, passage }: Filter): boolean {
    const at = flag.indexes.length > 0 ? flag.indexes : [flag.index ?? 0];
    return (section === null || flag.sectionName === section)
        && (kind === null || flag.title === kind)
        && (passage === null || at.some((index) => index >= passage.from && index < passage.until));
}
