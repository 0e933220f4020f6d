/** A new director's way in four steps, with their own score: which are done is read from the rack. */
import type { RackPiece, Shelf } from '../api/types';
import { remember, remembered } from '../ui/remembered';

export interface FirstStep {
    title: string;
    text: string;
    isDone: boolean;
    /** Where it is done; null on the rack itself. */
    to: string | null;
}

const LOOKED = 'looked-through';
const LEFT = 'first-steps-left';

function isYes(value: unknown): value is boolean {
    return typeof value === 'boolean';
}

/** Somebody has read a piece through. */
export function lookedThrough(): void {
    remember(LOOKED, true);
}

export function areLeft(): boolean {
    return remembered(LEFT, false, isYes);
}

/** The steps are left, or come back to. */
export function leaveSteps(isLeft: boolean): void {
    remember(LEFT, isLeft);
}

function isMarked(piece: RackPiece): boolean {
    return piece.sections.some((section) => (section.marks ?? 0) > 0);
}

export function firstSteps(shelves: Shelf[]): FirstStep[] {
    const pieces = shelves.flatMap((shelf) => shelf.pieces).sort((one, other) => other.id - one.id);
    const [newest] = pieces;
    const to = (screen: string): string | null => (newest ? `/piece/${newest.id}/${screen}` : null);
    return [
        { title: 'Bring a score in', text: 'Drop a MusicXML file here. What was understood is shown before it is kept.', isDone: pieces.length > 0, to: null },
        { title: 'Look it over', text: 'Read-through shows what needs a look, with ways out.', isDone: newest !== undefined && remembered(LOOKED, false, isYes), to: to('read-through') },
        { title: 'Mark it', text: 'Bows and fingers are worked out; turn what you want otherwise.', isDone: pieces.some(isMarked), to: to('desk') },
        { title: 'Hand it out', text: 'A link for every part, a PDF, a list to pencil in.', isDone: pieces.some((piece) => piece.edition !== undefined), to: to('hand-out') },
    ];
}
