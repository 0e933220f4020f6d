/** What the API answers. Written by `php artisan pencil:types` from the types of the PHP resources: change those. */

export type BeginWith = 'end' | 'long' | 'hard' | 'order';

export type BowConnection = 'start' | 'change' | 'slur' | 'tie' | 'hook' | 'retake' | 'lift';

export type BowDensity = 'few' | 'some' | 'every';

export type CountingWords = 'measure' | 'bar';

export type Density = 'sparse' | 'standard' | 'every';

export type Direction = 'down' | 'up';

export type EntryKind = 'warm-up' | 'work' | 'tune' | 'run';

export type FactKind = 'string' | 'place' | 'pitch' | 'rhythm' | 'meter' | 'slur' | 'stroke' | 'dynamic' | 'form';

export type FingerShape = 'open' | 'low' | 'regular' | 'high' | 'back' | 'forward' | 'harmonic';

export type FlagCode = 'does-not-add-up' | 'pickup-unpaid' | 'jump-unclear' | 'parts-differ-in-length' | 'marks-contradict' | 'goal-missed' | 'second-time-differs' | 'bow-runs-out' | 'no-time-to-retake' | 'crossing-in-slur' | 'finger-clash' | 'accidental-holds' | 'shift-without-time' | 'stretch' | 'out-of-range' | 'sections-differ' | 'return-differs' | 'section-starts-up' | 'last-note-up' | 'style-stops' | 'rhythm-once' | 'first-met' | 'repeat-over-barline' | 'never-played' | 'not-yet-learned';

export type FlagRank = 'wrong' | 'look' | 'know';

export type GlanceKind = 'tune' | 'long-note' | 'fast-slur' | 'change' | 'dynamics' | 'balance' | 'hard' | 'sections' | 'firsts';

export type HeardKind = 'accidental' | 'rhythm' | 'too-long' | 'too-short' | 'bow' | 'late-shift' | 'too-loud' | 'not-together' | 'words';

export type Instrument = 'violin' | 'viola' | 'cello' | 'bass' | 'other';

export type LessonSection = 'violin' | 'violin-1' | 'violin-2' | 'viola' | 'cello' | 'bass';

export type LineKind = 'pattern' | 'scale' | 'shift' | 'low-and-regular' | 'chromatic' | 'rhythm' | 'crossing' | 'slur' | 'unit' | 'one-place' | 'leave-down' | 'open-strings' | 'last-ending' | 'set-and-lift' | 'slide' | 'count' | 'letters' | 'air' | 'open' | 'hooks';

export type MarkGroup = 'bow' | 'hand' | 'text';

export type MarkState = 'decided' | 'proposed' | 'open';

export type NotesFound = 'kept' | 'singly' | 'phrase';

export type Origin = 'worked-out' | 'printed' | 'mark';

export type Profile = 'first-year' | 'second-year' | 'third-position' | 'advanced';

export type Role = 'own' | 'edit' | 'propose' | 'read';

export type Slot = 'direction' | 'join' | 'change' | 'part-of-bow' | 'contact' | 'slur' | 'sign' | 'finger' | 'printed-finger' | 'position' | 'string' | 'leave-down' | 'slide' | 'leave-out' | 'divide' | 'courtesy' | 'let-ring' | 'advice' | 'words';

export type Topic = 'marks' | 'score' | 'look' | 'part' | 'link' | 'rack' | 'class' | 'rehearsal';

export type TypedKind = 'lesson' | 'passage' | 'rhythm';

export type Wording = 'words' | 'letter' | 'arrow';

export interface Account {
    user: UserRow;
    used: number;
    quota: number;
    signIns: SignIn[];
    pack: ErrandRow | null;
    unpack: ErrandRow | null;
}

export interface BookFact {
    key: string;
    kind: FactKind;
    text: string;
    measure: string;
    beat: string;
    muted: boolean;
}

export interface BookLesson {
    id: number;
    title: string;
    lesson: number | null;
    page: number | null;
    isTyped: boolean;
    key: string;
    meter: string;
    news: Record<string, BookFact[]>;
}

export interface BookOfLessons {
    id: number;
    name: string;
    note: string;
    instruments: string[];
    lessons: BookLesson[];
}

export interface LessonStep {
    key: string;
    words: string;
    taken: boolean;
}

export interface LessonPart {
    id: number;
    name: string;
    part: string;
    instrument: Instrument;
    line: number;
    likes: string;
}

export interface NextLesson {
    id: number;
    title: string;
    lesson: number | null;
}

export interface LessonDesk {
    id: number;
    title: string;
    lesson: number | null;
    page: number | null;
    isTyped: boolean;
    shelf: number;
    book: string;
    steps: LessonStep[];
    news: Record<string, BookFact[]>;
    much: string[];
    parts: LessonPart[];
    before: NextLesson | null;
    after: NextLesson | null;
    mayManage: boolean;
}

export interface LessonPage {
    section: number;
    strings: string[];
    xml: string;
    score: ScoreNote[];
    notes: PlannedNote[];
    marks: DeskMark[];
    flags: FlagRow[];
}

export interface MissingFact {
    instrument: string;
    text: string;
    measure: string;
}

export interface FromLesson {
    shelf: number;
    book: string;
    lesson: NextLesson | null;
    missing: MissingFact[];
}

export interface DateRow {
    id: number;
    kind: 'rehearsal' | 'concert';
    title: string;
    place: string;
    day: string;
    date: string;
    time: string;
    minutes: number;
    isHeld: boolean;
    isPast: boolean;
}

export interface PieceCover {
    piece: number;
    title: string;
    measures: string[];
    since: (number | null)[];
    run: (number | null)[];
    hardness: number[];
}

export interface PieceReady {
    piece: number;
    title: string;
    ready: number;
    measures: number;
    needed: number | null;
    isReady: boolean;
    how: string;
    open: string[];
}

export interface Term {
    shelf: number;
    name: string;
    note: string;
    dates: DateRow[];
    next: number | null;
    concert: DateRow | null;
    left: number;
    pieces: PieceReady[];
    cover: PieceCover[];
}

export interface FoundDate {
    uid: string;
    kind: 'rehearsal' | 'concert';
    title: string;
    place: string;
    date: string;
    time: string;
    minutes: number;
    isKnown: boolean;
}

export interface CalendarLook {
    dates: FoundDate[];
    told: string[];
}

export interface Choice {
    value: string;
    words: string;
}

export interface WordingChoice {
    value: Wording;
    words: string;
}

export interface DensityChoice {
    value: Density;
    words: string;
}

export interface BowDensityChoice {
    value: BowDensity;
    words: string;
}

export interface SchoolRow {
    key: string;
    title: string;
    choices: Choice[];
}

export interface ProfileRow {
    value: Profile;
    words: string;
    means: string;
}

export interface Ensemble {
    id: number;
    name: string;
    isOwn: boolean;
}

export interface ClassPiece {
    id: number;
    title: string;
}

export interface ClassChoices {
    settings: Settings;
    isOwn: boolean;
    shelves: Ensemble[];
    profiles: ProfileRow[];
    schools: SchoolRow[];
    wordings: WordingChoice[];
    densities: DensityChoice[];
    bowDensities: BowDensityChoice[];
    sizes: Record<string, string[]>;
    positions: Record<string, string[]>;
}

export interface CopyLook {
    puts: string[];
    overwrites: string[];
    missing: number;
}

export interface CorrectionPart {
    name: string;
    becomes: 'same' | 'new' | 'gone';
    marks: number;
    asked: number;
}

export interface CorrectionQuestion {
    mark: number;
    part: string;
    words: string;
    author: string;
    proposed: boolean;
    was: string;
    now: string;
    keep: boolean;
}

export interface CorrectionReport {
    revision: number;
    likeness: number;
    told: string[];
    parts: CorrectionPart[];
    questions: CorrectionQuestion[];
}

export interface CorrectionRow {
    id: number;
    file: string;
    who: string;
    at: string;
    takenBack: string | null;
    isNewest: boolean;
}

export interface Done {
    bow: boolean;
    hand: boolean;
}

export interface ScoreNote {
    id: string;
    measure: string;
    index: number;
    beat: string;
    voice: string;
    onset: string;
    duration: string;
    pitch: string | null;
    place: string;
    inWords: string;
    spoken: string;
    until: string;
    at: number;
    lasts: number;
}

export interface PlannedNote {
    id: string;
    bow?: Bow | null;
    sign?: boolean;
    finger?: Finger | null;
}

export interface DeskMark {
    key: string;
    from: string;
    to: string;
    target: string;
    line: string;
    place: string;
    words: string;
    kind: string;
    slot: Slot;
    group: MarkGroup;
    state: MarkState;
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
    tempo: number;
}

export interface PlanNames {
    bow: string;
    hand: string;
}

export interface TurnedBack {
    label: string;
    section: number | null;
}

export interface PageMeasure {
    index: number;
    xml: string;
}

export interface PageScore {
    name: string;
    xml: string | null;
    measures: PageMeasure[];
}

export interface ChoiceVersion {
    text: string;
    does: string;
    xml: string;
    notes: PlannedNote[];
    sound: Tone[];
}

export interface DeskPlan {
    revision: number;
    scoreName: string;
    names: PlanNames;
    since: PlanNames;
    notes: PlannedNote[];
    marks: DeskMark[];
    flags: FlagRow[];
    can: NextActs;
    turned?: string[];
    turnedBack?: TurnedBack | null;
    message?: string;
    yours?: Record<string, unknown> | null;
    theirs?: Record<string, unknown> | null;
    copied?: CopyLook;
    shared?: number;
}

export interface Form {
    words: string;
    means: string;
    stands: 'note' | 'both';
    group: MarkGroup;
}

export interface DeskPiece {
    id: number;
    title: string;
    role: Role | null;
    owner: string;
    counts: CountingWords;
    typed: TypedKind | null;
}

export interface DeskSection {
    id: number;
    name: string;
    instrument: Instrument;
    done: Done;
    edition: number | null;
}

export interface DeskFrame {
    piece: DeskPiece;
    section: DeskSection;
    score: ScoreNote[];
    strings: string[];
    positions: string[];
    positionWords: Record<string, string>;
    fingers: Record<string, string[]>;
    tapes: number[];
    board: number[];
    forms: Form[];
    measures: DeskMeasure[];
}

export interface GridLine {
    part: string;
    line: 'outside' | 'inside' | 'all';
    slots: string;
}

export interface GridBar {
    index: number;
    number: string;
    onset: number;
    slot: number;
    rows: GridLine[];
    told: string[];
}

export interface EntranceGrid {
    title: string;
    parts: Record<string, string>;
    measures: GridBar[];
}

export interface ErrandRow {
    id: number;
    kind: 'pack' | 'unpack';
    state: 'waits' | 'works' | 'done' | 'stopped' | 'failed';
    done: number;
    total: number;
    says: string | null;
    at: string;
    hasFile: boolean;
}

export interface FingerboardAnswer {
    card: Card;
    picture: string;
}

export interface FlagRow {
    code: FlagCode;
    measure?: string;
    beat?: string;
    part?: string;
    note?: string;
    text: string;
    ways: Way[];
    title: string;
    rank: FlagRank;
    rankWords: string;
    beatWords: string;
    places?: PlaceOfFlag[];
    index: number | null;
    indexes: number[];
    key: string;
    leftBy: string | null;
}

export interface GlanceRow {
    place: string;
    text: string;
    section: number;
    note: string;
    measure: number;
    why: string;
}

export interface GlanceGroup {
    kind: GlanceKind;
    title: string;
    rows: GlanceRow[];
}

export interface Difference {
    added: string[];
    removed: string[];
}

export interface HandedOut {
    number: number;
    at: string;
    drawing: 'waits' | 'works' | 'done' | 'stopped' | 'failed' | 'asked';
    drawn: number;
    pages: number;
    says: string | null;
}

export interface HandedLink {
    id: number;
    url: string;
    shown: string;
    shows: 'all' | 'list';
    hears: boolean;
    opened: number;
    finished: number;
}

export interface HandOutSection {
    id: number;
    name: string;
    mayEdit: boolean;
    instrument: string;
    edition: HandedOut | null;
    since: Difference | null;
    told: {
        write: string[];
        rubOut: string[];
    } | null;
    density: Density | null;
    bows: BowDensity | null;
    flags: number;
    asks: string[];
    proposals: number;
    heard: number;
    link: HandedLink | null;
    ended: number;
    openAgain: number | null;
}

export interface HandOut {
    piece: {
        id: number;
        title: string;
        role: Role | null;
    };
    sections: HandOutSection[];
    shares: ShareRow[];
}

export interface Known {
    list: string[];
    signs: string[];
    flags: number;
    wrong: ({
        key: string;
        text: string;
    })[];
    open: string[];
}

export interface HardReason {
    text: string;
    who: string;
    weight: number;
    section: number | null;
    note: string | null;
    parts: number[];
}

export interface HardMeasure {
    number: string;
    hardness: number;
    reasons: HardReason[];
}

export interface BalanceRow {
    from: string;
    to: string;
    fromIndex: number;
    text: string;
    why: string;
}

export interface PieceHardness {
    measures: HardMeasure[];
    balance: BalanceRow[];
    how: string;
}

export interface HeardOffer {
    text: string;
    sections: string[];
    hasMark: boolean;
    hasLine: boolean;
}

export interface HeardRow {
    id: number;
    piece: number;
    title: string;
    measure: string;
    index: number | null;
    note: string | null;
    sections: number[];
    who: string;
    kind: HeardKind;
    text: string;
    times: number;
    at: string;
    isOpen: boolean;
    better: string | null;
    offer: HeardOffer | null;
}

export interface HeardChoice {
    kind: HeardKind;
    title: string;
}

export interface HeardSection {
    id: number;
    name: string;
}

export interface HeardList {
    piece: number;
    title: string;
    rows: HeardRow[];
    kinds: HeardChoice[];
    sections: HeardSection[];
    measures: string[];
    mayHear: boolean;
}

export interface ChangeRow {
    id: number;
    who: string;
    isMine: boolean;
    what: string;
    where: string;
    when: string;
    topic: Topic;
    canBeGoneBackTo: boolean;
}

export interface Act {
    id: number;
    what: string;
    where: string;
    section: number | null;
    topic: Topic;
    when: string;
}

export interface NextActs {
    undo: Act | null;
    redo: Act | null;
}

export interface TurnedActs {
    done: Act | null;
    undo: Act | null;
    redo: Act | null;
}

export interface Invitation {
    piece: string;
    pieceId: number;
    owner: string;
    email: string;
    may: Role;
    parts: string[] | null;
    everywhere: boolean;
    accepted: boolean;
}

export interface LetterRow {
    id: number;
    to: string;
    subject: string;
    text: string;
    at: string;
}

export interface Outbox {
    isSent: boolean;
    letters: LetterRow[];
}

export interface NoteDetail {
    finger: Finger | null;
    choices: Future[];
    bows: Future[];
    again: string[];
    bowedBefore: Way | null;
}

export interface Person {
    id: number;
    name: string;
    section: number;
    part: string;
    measure: number;
}

export interface News {
    who: string;
    what: string;
    part: string;
}

export interface DeskNow {
    revision: number;
    people: Person[];
    news: News[];
    plan: DeskPlan | null;
}

export interface ReadersLine {
    place: string;
    landmark: string;
    text: string;
    also: string[];
    isNew: boolean;
}

export interface ReadersLines {
    length: string;
    rows: ReadersLine[];
    rubOut: string[];
    mm: string;
}

export interface PartDrawing {
    pages: string[];
    message: string;
}

export interface EditionChange {
    text: string;
    kind: 'decided' | 'follows';
    from: number;
    to: number;
}

export interface PartChanges {
    since: number;
    changes: EditionChange[];
}

export interface PartNow {
    edition: number;
    at: string;
}

export interface HeardPlace {
    place: string;
    text: string;
}

export interface PartPage {
    token: string;
    key: string;
    title: string;
    composer: string;
    part: string;
    edition: number;
    at: string;
    chairs: string[];
    fingers: Density;
    densities: Density[];
    bows: BowDensity;
    bowDensities: BowDensity[];
    list: ReadersLines;
    hasPrintedLines: boolean;
    chosen: {
        chair: string;
        fingers: Density;
        bows: BowDensity;
    };
    newest: number;
    earlier: number[];
    changed: PartChanges | null;
    lines: number | null;
    heard: HeardPlace[];
}

export interface PatternRow {
    string: string;
    position: string;
    pattern: string;
    note: string;
    measures: string[];
    ranges: string;
}

export interface MeetingRow {
    measure: string;
    index: number;
    text: string;
}

export interface PatternMap {
    patterns: PatternRow[];
    meetings: MeetingRow[];
}

export interface PieceSummary {
    key: string;
    shortKey: string;
    measures: number;
    tempo: number | null;
    meter: string;
    roadmap: string;
}

export interface PieceSection {
    id: number;
    name: string;
    instrument: string;
    edition: number | null;
    proposals: number;
}

export interface PieceRow {
    id: number;
    title: string;
    lesson: number | null;
    summary: PieceSummary;
    tempos: Record<string, number> | Record<string, never>;
    role: Role | null;
    owner: string;
    sections: PieceSection[];
}

export interface PlayBeat {
    at: number;
    count: number;
}

export interface PlayMeasure {
    index: number;
    number: string;
    rehearsal: string | null;
    pass: number;
    start: number;
    end: number;
    at: number;
    length: number;
    tempo: number;
    beat: number;
    beats: PlayBeat[];
    countIn: PlayBeat[];
}

export interface PlayStroke {
    id: string;
    start: number;
    end: number;
    sounds: number;
    direction: Direction;
    from: number;
    to: number;
    join: BowConnection;
    string: string | null;
    finger: string;
    position: string;
    advice: string;
    line: number;
}

export interface Play {
    instrument: string;
    strings: string[];
    opens: number[];
    seconds: number;
    measures: PlayMeasure[];
    tones: Tone[];
    strokes: PlayStroke[];
}

export interface ClimbingRules {
    clean: number;
    failures: number;
    down: number;
    minutes: number;
    times: number;
}

export interface Ladder {
    from: number;
    to: number;
    steps: number[];
    doubling: number[];
    why: string;
    rules: ClimbingRules;
}

export interface PartPlay {
    title: string;
    part: string;
    play: Play;
    ladder: Ladder;
    hears: boolean;
}

export interface OtherPart {
    name: string;
    instrument: string;
    tones: Tone[];
}

export interface StudentLine {
    key: string;
    kind: LineKind;
    title: string;
    how: string;
    why: string;
    caution: string;
    serves: string[];
    from: number;
    to: number;
    minutes: number;
    ladder: Ladder;
    play: Play;
}

export interface DirectorLine {
    key: string;
    kind: LineKind;
    title: string;
    how: string;
    why: string;
    caution: string;
    serves: string[];
    from: number;
    to: number;
    minutes: number;
    ladder: Ladder;
    play: Play;
    xml: string;
    goal: number | null;
}

export interface OfferedLine {
    key: string;
    kind: LineKind;
    title: string;
    why: string;
    serves: string[];
    minutes: number;
}

export interface KindOfLine {
    kind: LineKind;
    words: string;
}

export interface SectionPractice {
    title: string;
    section: {
        id: number;
        name: string;
        instrument: string;
    };
    mayEdit: boolean;
    isOwn: boolean;
    lines: DirectorLine[];
    offered: OfferedLine[];
    kinds: KindOfLine[];
    ladder: Ladder;
}

export interface StudentPractice {
    lines: StudentLine[];
}

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

export interface RackSummary {
    key: string;
    measures: number;
    meter: string;
    tempo: number | null;
    pickup: boolean;
}

export interface RackPiece {
    id: number;
    title: string;
    shelf: number;
    lesson?: number;
    page?: number;
    isTyped?: true;
    summary: RackSummary;
    archived?: true;
    goes?: string;
    edition?: number;
    proposals?: number;
    role: Role;
    owner?: string;
    share?: number;
    sections: SectionSummary[];
}

export interface RackShelf {
    id: number;
    name: string;
    note: string;
    kind: 'programme' | 'book';
    pieces: RackPiece[];
}

export interface RackInvitation {
    id: number;
    title: string;
    owner: string;
    may: Role;
    parts: string[] | null;
    everywhere: boolean;
}

export interface RackView {
    shelves: RackShelf[];
    shared: RackPiece[];
    invitations: RackInvitation[];
    unknown: number;
    bin: number;
}

export interface Rack {
    shelves: RackShelf[];
    shared: RackPiece[];
    invitations: RackInvitation[];
    unknown: number;
    bin: number;
    notice: string | null;
}

export interface ReadThroughFlag {
    code: FlagCode;
    measure?: string;
    beat?: string;
    part?: string;
    note?: string;
    text: string;
    ways: Way[];
    title: string;
    rank: FlagRank;
    rankWords: string;
    beatWords: string;
    places?: PlaceOfFlag[];
    index: number | null;
    indexes: number[];
    key: string;
    leftBy: string | null;
    reason: string | null;
    section: number;
    sectionName: string;
    mayMark: boolean;
}

export interface Passage {
    name: string;
    from: number;
    until: number;
}

export interface ReadThrough {
    title: string;
    flags: ReadThroughFlag[];
    revision: number;
    passages: Passage[];
    measures: number;
}

export interface EntryCause {
    measure: string;
    index: number;
    who: string;
    section: number | null;
    note: string | null;
    kind: string;
    text: string;
    weight: number;
}

export interface EntryPlace {
    measure: string;
    beat: string;
    pitch: string;
    who: string;
    hear: string[];
}

export interface RehearsalEntry {
    key: string;
    kind: EntryKind;
    piece: number;
    title: string;
    at: number;
    minutes: number;
    clock: string;
    from: string;
    to: string;
    fromIndex: number;
    toIndex: number;
    who: string;
    tempo: number;
    fullTempo: number;
    how: string;
    why: string;
    isFixed: boolean;
    isDone: boolean;
    tune: number | null;
    causes: EntryCause[];
    places: EntryPlace[];
}

export interface RehearsalPiece {
    id: number;
    title: string;
    isIn: boolean;
}

export interface RehearsalDropped {
    key: string;
    text: string;
}

export interface DoneEntry {
    kind: string;
    piece: number;
    from: string;
    to: string;
    minutes: number;
}

export interface RehearsalBegin {
    key: BeginWith;
    title: string;
}

export interface Rehearsal {
    date: DateRow;
    shelf: number;
    name: string;
    begin: BeginWith;
    begins: RehearsalBegin[];
    entries: RehearsalEntry[];
    spent: number;
    left: string[];
    dropped: RehearsalDropped[];
    done: DoneEntry[];
    pieces: RehearsalPiece[];
    cover: PieceCover[];
    heard: HeardRow[];
    concert: DateRow | null;
    remaining: number;
    dates: DateRow[];
    counts: CountingWords;
}

export interface PassageReturnRow {
    first: number;
    again: number;
    measures: number;
    section: number;
    text: string;
}

export interface ShareRow {
    id: number;
    email: string;
    name: string | null;
    may: Role;
    waiting: boolean;
    url: string;
    parts: string[] | null;
    everywhere: boolean;
}

export interface ShelfRow {
    id: number;
    name: string;
    note: string;
    kind: 'programme' | 'book';
}

export interface Tone {
    id: string;
    at: number;
    until: number;
    start: number;
    end: number;
    key: number;
    level: number;
    leaves: number;
    isStroke: boolean;
    isPlucked: boolean;
    isAccented: boolean;
    isTremolo: boolean;
    line: number;
}

export interface ListRow {
    line: string;
    place: string;
    words: string;
    isNew: boolean;
}

export interface StudentPart {
    title: string;
    part: string;
    edition: number;
    at: string;
    list: ListRow[];
    chairs: string[];
    fingers: Density;
    densities: Density[];
    bows: BowDensity;
    bowDensities: BowDensity[];
    rubOut: string[];
}

export interface RemarkRow {
    id: number;
    who: string;
    mine: boolean;
    text: string;
    at: string;
}

export interface ThreadRow {
    id: number;
    note: string;
    place: string;
    mark: string | null;
    proposal: string | null;
    settled: string | null;
    remarks: RemarkRow[];
}

export interface TogetherLook {
    section: number;
    name: string;
    words: string;
    solved: number;
    raised: number;
    measures: PageMeasure[];
}

export interface TuningPart {
    section: number;
    name: string;
    note: string;
    pitch: string;
    isOpen: boolean;
    against: string;
    key: number;
}

export interface TuningWithout {
    section: number;
    name: string;
    instead: string | null;
}

export interface TuningRow {
    measure: string;
    index: number;
    beat: string;
    onset: number;
    where: string;
    from: string;
    fromIndex: number;
    seconds: number;
    pitch: string;
    parts: TuningPart[];
    without: TuningWithout[];
    hear: string[];
}

export interface TuningList {
    title: string;
    places: TuningRow[];
}

export interface TuttiStroke {
    note: string;
    place: string;
    onset: number;
    end: number;
    direction: Direction | null;
    join: BowConnection | null;
    voice: string;
    ticks: number[];
}

export interface TuttiFinger {
    onset: number;
    number: string;
    string: string;
    shift: boolean;
}

export interface TuttiLines {
    section: number;
    lines: string[];
}

export interface TuttiWay {
    text: string;
    parts: TuttiLines[];
}

export interface TuttiSpan {
    part: string;
    from: number;
    to: number;
}

export interface TuttiEvent {
    text: string;
    spans: TuttiSpan[];
    ways: TuttiWay[];
}

export interface TuttiStretch {
    one: string;
    other: string;
    from: number;
    to: number;
    measures: string[];
    agrees: boolean;
    quarrels: boolean;
}

export interface TuttiSection {
    id: number;
    part: string;
    name: string;
    strokes: TuttiStroke[];
    fingers: TuttiFinger[];
}

export interface TuttiMeasure {
    number: string;
    onset: number;
    length: number;
    rehearsal: string | null;
}

export interface TuttiEntrance {
    part: string;
    onset: number;
    text: string;
}

export interface TuttiUnison {
    onset: number;
    name: string;
    parts: string[];
    unison: boolean;
}

export interface Tutti {
    title: string;
    counts: CountingWords;
    measures: TuttiMeasure[];
    sections: TuttiSection[];
    stretches: TuttiStretch[];
    quarrels: TuttiEvent[];
    hands: TuttiEvent[];
    entrances: TuttiEntrance[];
    unisons: TuttiUnison[];
}

export interface TypedPieceRow {
    id: number;
    title: string;
    shelf: number;
    lesson: number | null;
    page: number | null;
    revision: number;
    typed: Typed;
}

export interface PassagePart {
    id: number;
    name: string;
    instrument: string;
}

export interface PassageRow {
    first: number;
    from: string;
    to: string;
    abc: string;
    title: string;
    shelf: number;
    revision: number;
    section: number | null;
    part: string;
    reader: Instrument;
    parts: PassagePart[];
}

export interface UnisonVoice {
    section: number;
    name: string;
    isLead: boolean;
    octaves: number;
    moved: string[];
    lost: string[];
    xml: string;
    abc: string;
    play: Play;
}

export interface UnisonSheet {
    title: string;
    section: number;
    name: string;
    from: string;
    to: string;
    ladder: Ladder;
    voices: UnisonVoice[];
}

export interface UserRow {
    id: number;
    name: string;
    email: string;
}

export interface WarmUpPart {
    section: number;
    name: string;
    isOwn: boolean;
    serves: string[];
    xml: string;
    play: Play;
}

export interface WarmUpTurn {
    kind: LineKind;
    title: string;
    how: string;
    why: string;
    caution: string;
    at: number;
    minutes: number;
    ladder: Ladder;
    parts: WarmUpPart[];
}

export interface WarmUpPlan {
    title: string;
    minutes: number;
    turns: WarmUpTurn[];
}

export interface Way {
    text: string;
    lines: string[];
}

export interface Future {
    text: string;
    lines: string[];
    does: string;
}

export interface ToldFlag {
    code: FlagCode;
    measure?: string;
    beat?: string;
    part?: string;
    note?: string;
    rank: FlagRank;
    places?: PlaceOfFlag[];
    text: string;
    ways: Way[];
}

export interface PlaceOfFlag {
    part?: string;
    measure: string;
    beat: string;
    note?: string;
    to?: string;
}

export interface BowChange {
    beat: string;
    direction: Direction;
    for: string;
    pass?: number;
}

export interface Bow {
    stroke: number;
    direction: Direction;
    from?: number;
    to?: number;
    join: BowConnection;
    origin: Origin;
    why: string;
    advice?: string;
    related?: string;
    changes: BowChange[];
    head?: true;
}

export interface FingerOption {
    string: string;
    number: number;
    shape: FingerShape;
    position: string;
    costs: number;
    why: string;
    words?: string;
}

export interface Finger {
    string: string;
    number: number;
    shape: FingerShape;
    position: string;
    shift: boolean;
    find?: string;
    advice?: string;
    leaveDown: boolean;
    leaveDownTo?: string;
    mayAlso?: string;
    slide: boolean;
    laid: boolean;
    semitones: number;
    origin: Origin;
    why?: string;
    others?: FingerOption[];
    words?: string;
    bent?: true;
    reach?: true;
    frame?: number;
}

export interface ListedSign {
    measure: string;
    beat: string;
    landmark: string;
    text: string;
    same: string[];
}

export interface PrintedNote {
    id: string;
    measure: string;
    index: number;
    beat: string;
    voice: string;
    onset: string;
    duration: string;
    pitch: string | null;
}

export interface CardString {
    name: string;
    notes: string[];
}

export interface CardFinger {
    finger: number;
    shape: FingerShape;
    semitones: number;
    mm: number;
    words: string;
}

export interface CardTape {
    semitones: number;
    mm: number;
}

export interface Card {
    instrument: Instrument;
    size: string;
    position: string;
    length: number;
    strings: CardString[];
    places: CardFinger[];
    tapes: CardTape[];
    octave: number;
    cautions: string[];
}

export interface SignIn {
    when: string;
    what: string;
    here: boolean;
}

export interface UnderstoodPart {
    id: string;
    name: string;
    instrument: Instrument;
    measures: number;
    notes: number;
}

export interface Summary {
    title: string;
    composer: string;
    measures: number;
    pickup: boolean;
    key: string;
    meter: string;
    tempo: number | null;
    roadmap: string;
    straight: boolean;
    parts: UnderstoodPart[];
    oddities: string[];
    flags: ToldFlag[];
}

export interface Understanding {
    token: string;
    file: string;
    already: {
        id: number;
        title: string;
    } | null;
    title: string;
    composer: string;
    measures: number;
    pickup: boolean;
    key: string;
    meter: string;
    tempo: number | null;
    roadmap: string;
    straight: boolean;
    parts: UnderstoodPart[];
    oddities: string[];
    flags: ToldFlag[];
}

export interface Settings {
    profile: Profile;
    schools: Record<string, string>;
    sizes: Record<string, string>;
    density: Density;
    bows: BowDensity;
    wording: Wording;
    namesNotes: boolean;
}

export interface BoardPlace {
    abc: string;
    signed: string;
    letter: string;
    name: string;
    finger: string;
    at: number;
    inKey: boolean;
    sounds: number;
}

export interface BoardString {
    name: string;
    places: BoardPlace[];
}

export interface ToldPassage {
    part: string;
    first: number;
    abc: string;
}

export interface ToldChoice {
    octaves: number | null;
    found: NotesFound;
}

export interface Typed {
    kind: TypedKind;
    abc: string;
    reader: Instrument;
    sections: LessonSection[];
    choices: Record<string, ToldChoice>;
    part: string;
    first: number;
    others: ToldPassage[];
}

export interface TypedProblem {
    line: number;
    column: number;
    text: string;
}

export interface TypedPlace {
    id: string;
    line: number;
    from: number;
    to: number;
}

export interface TypedPart {
    id: string;
    name: string;
    instrument: string;
}

export interface TypedLine {
    part: string;
    section: string;
    name: string;
    text: string;
    octaves: number;
    outside: number;
    moved: number;
    why: string;
    alone: boolean;
    phrases: boolean;
}

export interface TypedNews {
    instrument: string;
    new: string[];
}

export interface TypedMeasure {
    number: string;
    onset: number;
    length: number;
    tempo: number;
}

export interface Typing {
    problems: TypedProblem[];
    counts: string[];
    ways: string;
    parts: TypedPart[];
    shown: string;
    instrument: string;
    strings: string[];
    xml: string;
    score: ScoreNote[];
    notes: PlannedNote[];
    places: TypedPlace[];
    measures: TypedMeasure[];
    sound: Tone[];
    lines: TypedLine[];
    news: TypedNews[];
    flags: string[];
    board: BoardString[];
    fifths: number;
}

export interface NoteWords {
    note: string;
    measure: string;
    text: string;
}

export interface BookWordsRow {
    book: string;
    isLesson: boolean;
    words: NoteWords[];
}
