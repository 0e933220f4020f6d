/** The types the screens speak of: what the API answers, by the names of the screens, and what is put together of it here. */
import type { Bow, Finger, Instrument, ScoreNote } from './answers';

export type {
    Account,
    BowConnection,
    Card as Fingerboard,
    ChangeRow as Change,
    ClassChoices,
    CopyLook,
    BowDensity,
    Density,
    DeskFrame,
    DeskMark,
    DeskMeasure,
    DeskPlan,
    Direction,
    Done,
    ErrandRow as Errand,
    Finger,
    FingerOption,
    FlagRow as Flag,
    Future,
    HandOut,
    HandOutSection,
    Invitation,
    NoteDetail,
    PassageReturnRow as PassageReturn,
    PatternMap,
    PieceRow as Piece,
    PlannedNote,
    Rack,
    RackInvitation,
    RackPiece,
    RackShelf as Shelf,
    ReadThrough,
    ReadThroughFlag,
    Role,
    ScoreNote,
    SectionSummary,
    Settings as ClassSettings,
    ShareRow as Share,
    ShelfRow,
    Slot,
    StudentPart,
    Tutti,
    TuttiFinger,
    TuttiStretch,
    TuttiWay,
    Understanding,
    UserRow as User,
    Way,
} from './answers';

/** A note with what was worked out for it, whichever answer told the one half or the other. */
export type DeskNote = ScoreNote & { bow: Bow | null; finger: Finger | null; sign: boolean };

/** Instruments a class is taught. */
export type InstrumentName = Exclude<Instrument, 'other'>;
