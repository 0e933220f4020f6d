/** The history as it is read: day by day, and what one person did in one place in one go told once. */
import type { ChangeRow } from '../api/types';

export interface Sitting {
    who: string;
    isMine: boolean;
    where: string;
    /** The newest first. */
    acts: ChangeRow[];
}

export interface Day {
    name: string;
    sittings: Sitting[];
}

/** Who rests longer than this has begun anew, in milliseconds. */
const REST = 20 * 60 * 1000;

export function timeOf(iso: string): string {
    return new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
}

function dayOf(iso: string, now: Date): string {
    const date = new Date(iso);
    const days = Math.round((new Date(now).setHours(0, 0, 0, 0) - new Date(date).setHours(0, 0, 0, 0)) / 86_400_000);
    if (days === 0) return 'Today';
    if (days === 1) return 'Yesterday';
    return date.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
}

/** @param changes the newest first */
export function days(changes: ChangeRow[], now = new Date()): Day[] {
    const made: Day[] = [];
    changes.forEach((change) => {
        const name = dayOf(change.when, now);
        let day = made.at(-1);
        if (day?.name !== name) {
            day = { name, sittings: [] };
            made.push(day);
        }
        const last = day.sittings.at(-1);
        const before = last?.acts.at(-1);
        const isSame = last && before && last.who === change.who && last.where === change.where
            && new Date(before.when).getTime() - new Date(change.when).getTime() < REST;
        if (isSame) last.acts.push(change);
        else day.sittings.push({ who: change.who, isMine: change.isMine, where: change.where, acts: [change] });
    });
    return made;
}

/** "Ida, Viola: 14 things, 19:02 to 19:20" */
export function told(sitting: Sitting): string {
    const [last, first] = [sitting.acts[0], sitting.acts.at(-1)];
    if (!last || !first) return '';
    const [from, to] = [timeOf(first.when), timeOf(last.when)];
    return `${sitting.acts.length} things, ${from === to ? from : `${from} to ${to}`}`;
}
