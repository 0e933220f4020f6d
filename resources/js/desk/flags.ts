import type { Flag } from '../api/types';

/** The notes at which a flag stands: one thing to look at may have many places. */
export function notesOf(flag: Flag): (string | undefined)[] {
    return flag.places?.map((place) => place.note) ?? [flag.note];
}
