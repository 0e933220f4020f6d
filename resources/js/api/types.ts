/** What the API answers. Field by field as the PHP resources shape it. */

export type Direction = 'down' | 'up';
export type Role = 'own' | 'edit' | 'propose' | 'read';

export interface User {
    id: number;
    name: string;
    email: string;
}

/** A section in the rack. How far it is, is worked out in the background: not told while it is not known. */
export interface SectionSummary {
    id: number;
    name: string;
    bowed?: number;
    fingered?: number;
    marks?: number;
    flags?: number;
    failed?: boolean;
    edition?: number;
}

export interface RackPiece {
    id: number;
    title: string;
    lesson?: number;
    shelf: number;
    summary: { key: string; measures: number; meter: string; tempo?: number; pickup: boolean };
    archived?: boolean;
    /** When it leaves the bin for good. */
    goes?: string;
    edition?: number;
    proposals?: number;
    role: Role;
    owner?: string;
    share?: number;
    sections: SectionSummary[];
}

export interface Shelf {
    id: number;
    name: string;
    note: string;
    kind: 'programme' | 'book';
    pieces: RackPiece[];
}

/** A piece one was asked to help with. */
export interface RackInvitation {
    id: number;
    title: string;
    owner: string;
    may: 'read' | 'propose' | 'edit';
}

export interface Rack {
    shelves: Shelf[];
    shared: RackPiece[];
    invitations: RackInvitation[];
    /** Sections that are still being worked out. */
    unknown: number;
    /** Pieces in the bin. */
    bin: number;
    notice: string | null;
}

/** Long work that goes on in the background. */
export interface Errand {
    id: number;
    kind: 'pack' | 'unpack';
    state: 'waits' | 'works' | 'done' | 'stopped' | 'failed';
    done: number;
    total: number;
    says: string | null;
    at: string;
    hasFile: boolean;
}

export interface SignIn {
    when: string;
    what: string;
    here: boolean;
}

export interface Account {
    user: User;
    used: number;
    quota: number;
    signIns: SignIn[];
    pack: Errand | null;
    unpack: Errand | null;
}

export interface Way {
    text: string;
    lines: string[];
}

export interface Flag {
    code: string;
    title: string;
    text: string;
    measure?: string;
    beat?: string;
    part?: string;
    note?: string;
    index: number | null;
    key: string;
    leftBy: string | null;
    ways: Way[];
}

export interface Understanding {
    token: string;
    file: string;
    title: string;
    measures: number;
    pickup: boolean;
    key: string;
    meter: string;
    tempo: number | null;
    roadmap: string;
    straight: boolean;
    parts: { id: string; name: string; instrument: string; measures: number; notes: number }[];
    oddities: string[];
    flags: { code: string; text: string }[];
}

export interface Bow {
    stroke: number;
    direction: Direction;
    from?: number;
    to?: number;
    join: 'start' | 'change' | 'slur' | 'tie' | 'hook' | 'retake' | 'lift';
    origin: 'worked-out' | 'printed' | 'mark';
    why: string;
    advice?: string;
    changes: { beat: string; direction: Direction; for: string }[];
}

export type Shape = 'open' | 'low' | 'regular' | 'high' | 'back' | 'forward' | 'harmonic';

export interface OtherFinger {
    string: string;
    number: number;
    shape: Shape;
    position: string;
    costs: number;
    why: string;
}

export interface Finger {
    string: string;
    number: number;
    shape: Shape;
    position: string;
    shift: boolean;
    leaveDown: boolean;
    leaveDownTo?: string;
    mayAlso?: string;
    /** Where the hand arrives: how to find the place. */
    find?: string;
    /** Above the open string. */
    semitones: number;
    slide: boolean;
    laid: boolean;
    origin: 'worked-out' | 'printed' | 'mark';
    /** Only where one note is asked about. */
    why?: string;
    others?: OtherFinger[];
}

/** One possibility of an open choice, and what deciding for it does. */
export interface Future {
    text: string;
    lines: string[];
    does: string;
}

/** What the desk asks about the chosen note. */
export interface NoteDetail {
    finger: Finger | null;
    choices: Future[];
    /** The other direction, and what it would do. */
    bows: Future[];
    again: string[];
    /** What the bow does otherwise here than when the passage came before, and the lines that mend it. */
    bowedBefore: { text: string; lines: string[] } | null;
}

/** A passage that came before: measures by their index. */
export interface PassageReturn {
    first: number;
    again: number;
    measures: number;
    section: number;
    text: string;
}

export interface CopyLook {
    puts: string[];
    overwrites: string[];
    missing: number;
}

/** What stands in the score at a note, whatever is marked. */
export interface ScoreNote {
    id: string;
    place: string;
    measure: string;
    index: number;
    beat: string;
    voice: string;
    onset: string;
    duration: string;
    pitch: string | null;
}

/** What was worked out for a note. */
export interface PlannedNote {
    id: string;
    bow: Bow | null;
    finger: Finger | null;
    /** Whether the page shows its bowing sign. */
    sign: boolean;
}

export type DeskNote = ScoreNote & PlannedNote;

export interface DeskMark {
    key: string;
    from: string;
    to: string;
    target: string;
    line: string;
    place: string;
    words: string;
    slot: string;
    state: 'decided' | 'proposed' | 'open';
    choices: string[];
    for: string;
    author: string;
    mine: boolean;
    time: string;
}

export interface DeskMeasure {
    index: number;
    number: string;
    onset: number;
    length: number;
    rehearsal: string | null;
    repeat: boolean;
    beats: number;
}

export interface DeskPlan {
    revision: number;
    /** In the order of the score's notes; an answer leaves out the half that is known here, and all when both are. */
    notes: PlannedNote[];
    /** What the halves are known by; empty for a hand that is still to be asked for. */
    names: { bow: string; hand: string };
    marks: DeskMark[];
    flags: Flag[];
    can: { undo: string | null; redo: string | null };
    turned?: string[];
    message?: string;
    turnedBack?: { label: string; section: number | null } | null;
}

export interface DeskFrame {
    piece: { id: number; title: string; role: Role; owner: string; summary: Record<string, unknown> };
    section: { id: number; name: string; instrument: string; done: Done; edition: number | null };
    score: ScoreNote[];
    /** Letters of the strings, low to high; empty for an instrument that is not bowed. */
    strings: string[];
    measures: DeskMeasure[];
}

export interface TuttiStroke {
    onset: number;
    end: number;
    direction: Direction | null;
    join: string | null;
    voice: string;
    ticks: number[];
}

export interface TuttiStretch {
    one: string;
    other: string;
    from: number;
    to: number;
    measures: [string, string];
    agrees: boolean;
    text: string | null;
    ways: Way[];
}

/** A finger under a note: its string and number. */
export interface TuttiFinger {
    onset: number;
    text: string;
    shift: boolean;
}

export interface Tutti {
    title: string;
    measures: { number: string; onset: number; length: number; rehearsal: string | null }[];
    sections: {
        id: number;
        part: string;
        name: string;
        strokes: TuttiStroke[];
        fingers: TuttiFinger[];
    }[];
    stretches: TuttiStretch[];
    /** The same line fingered in two ways. */
    hands: { onset: number; text: string; ways: Way[] }[];
    entrances: { part: string; onset: number; text: string }[];
    unisons: { onset: number; name: string; parts: string[]; unison: boolean }[];
}

export interface ReadThroughFlag extends Flag {
    section: number;
    sectionName: string;
}

/** What of a part the director calls done. */
export interface Done {
    bow: boolean;
    hand: boolean;
}

export interface PieceSection {
    id: number;
    name: string;
    instrument: string;
    edition: number | null;
    proposals: number;
}

export interface Piece {
    id: number;
    title: string;
    lesson: number | null;
    role: Role;
    owner: string;
    summary: { key: string; measures: number; tempo: number | null; meter: string; roadmap: string };
    /** The director's tempos by measure number. */
    tempos: Record<string, number>;
    sections: PieceSection[];
}

export interface Change {
    id: number;
    who: string;
    what: string;
    section: string;
    when: string;
}

export interface Share {
    id: number;
    email: string;
    name: string | null;
    may: 'read' | 'propose' | 'edit';
    waiting: boolean;
    url: string;
}

/** How many fingers a page shows. */
export type Density = 'sparse' | 'standard' | 'every';

export interface HandOutSection {
    id: number;
    name: string;
    instrument: string;
    edition: { number: number; at: string } | null;
    since: { added: string[]; removed: string[] } | null;
    /** Null: as the class has it. */
    density: Density | null;
    flags: number;
    proposals: number;
    link: { id: number; url: string } | null;
    ended: number;
}

export interface HandOut {
    piece: { id: number; title: string; role: Role };
    sections: HandOutSection[];
    shares: Share[];
}

export interface StudentPart {
    title: string;
    part: string;
    edition: number;
    at: string;
    list: string[];
    /** Chairs with pages of their own; empty when all play the same. */
    chairs: string[];
    /** How many fingers the director's page shows, and what there is to choose from. */
    fingers: Density;
    densities: Density[];
    changed: { added: string[]; removed: string[] } | null;
}

export type InstrumentName = 'violin' | 'viola' | 'cello' | 'bass';
export type SchoolName = 'bow' | 'long' | 'open' | 'bass' | 'stay';

export interface ClassSettings {
    profile: string;
    schools: Record<SchoolName, string>;
    sizes: Record<InstrumentName, string>;
    density: Density;
    wording: 'words' | 'letter' | 'arrow';
    namesNotes: boolean;
}

export interface ClassChoices {
    settings: ClassSettings;
    /** Whether the ensemble asked for has settings of its own. */
    isOwn: boolean;
    /** The director's ensembles: one to a shelf. */
    shelves: { id: number; name: string; isOwn: boolean }[];
    profiles: string[];
    schools: Record<SchoolName, string[]>;
    sizes: Record<InstrumentName, string[]>;
}

export interface FingerPlace {
    finger: number;
    shape: Shape;
    semitones: number;
    mm: number;
}

export interface Fingerboard {
    instrument: InstrumentName;
    size: string;
    position: string;
    /** Sounding string length in millimetres. */
    length: number;
    strings: { name: string; notes: string[] }[];
    places: FingerPlace[];
    tapes: { semitones: number; mm: number }[];
    octave: number;
    cautions: string[];
}

export interface PatternMap {
    patterns: { string: string; position: string; pattern: string; note: string; measures: string[] }[];
    meetings: { measure: string; index: number; text: string }[];
}
