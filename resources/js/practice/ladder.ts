/** How a player climbs the tempo ladder. Where one stands stays in the browser alone. */
import type { Ladder } from '../api/types';
import { has, remember, remembered } from '../ui/remembered';

export interface Standing {
    rung: number;
    /** Clean times running, and failures running. */
    clean: number;
    failed: number;
    /** Times it was played since the last rest. */
    times: number;
    /** It was clean at the goal. */
    isDone: boolean;
}

export const BELOW: Standing = { rung: 0, clean: 0, failed: 0, times: 0, isDone: false };

export interface Step {
    standing: Standing;
    /** What to tell the player; empty where nothing changes. */
    says: string;
    /** Whether it is time to rest. */
    rests: boolean;
}

/** After a time through that was clean, or has to come again. */
export function climb(standing: Standing, ladder: Ladder, went: 'clean' | 'again'): Step {
    const { rules } = ladder;
    const top = ladder.steps.length - 1;
    const rung = Math.min(standing.rung, top);
    const times = standing.times + 1;
    const rests = times >= rules.times;
    const next = { ...standing, rung, times: rests ? 0 : times };
    const tempo = (at: number): string => `♩ = ${ladder.steps[at] ?? ladder.to}`;
    if (went === 'clean') {
        const clean = standing.clean + 1;
        if (clean < rules.clean) {
            const left = rules.clean - clean;
            return { standing: { ...next, clean, failed: 0 }, says: left === 1 ? 'Once more.' : `Clean. ${left} more.`, rests };
        }
        if (rung === top) return { standing: { ...next, clean: 0, failed: 0, isDone: true }, says: `It goes at ${tempo(top)}.`, rests };
        return { standing: { ...next, rung: rung + 1, clean: 0, failed: 0 }, says: `Up to ${tempo(rung + 1)}.`, rests };
    }
    const failed = standing.failed + 1;
    if (failed < rules.failures) return { standing: { ...next, clean: 0, failed }, says: 'Again, at the same tempo.', rests };
    const down = Math.max(0, rung - rules.down);
    const says = down === rung ? 'Again: listen once first.' : `Down to ${tempo(down)}.`;
    return { standing: { ...next, rung: down, clean: 0, failed: 0, isDone: false }, says, rests };
}

function isStanding(value: unknown): value is Standing {
    return has(value, 'rung', 'clean', 'failed', 'times', 'isDone') && typeof value.rung === 'number' && typeof value.isDone === 'boolean';
}

/** @param what whose ladder: a part, or one of its lines */
export function standingOf(what: string): Standing {
    return remembered(`ladder-${what}`, BELOW, isStanding);
}

export function keepStanding(what: string, standing: Standing): void {
    remember(`ladder-${what}`, standing);
}
