/** What the choices of a class mean, in the words of the rehearsal room. */
import type { ClassSettings, SchoolName } from '../api/types';

export const PROFILES: Record<string, { name: string; means: string }> = {
    'first-year': {
        name: 'First year',
        means: 'First position only. Violin and viola: 0 1 2 3, with 4 as a choice; cello: closed hand; bass: first and half position.',
    },
    'second-year': {
        name: 'Second year',
        means: 'First position with low and high fingers and 4. Cello opens the hand and knows half position; bass half to second.',
    },
    'third-position': {
        name: 'Third position known',
        means: 'Violin and viola half to third position; cello half to fourth; bass half to fourth.',
    },
    advanced: {
        name: 'Advanced',
        means: 'Violin, viola and cello to seventh position, bass to sixth; harmonics.',
    },
};

export interface School {
    key: SchoolName;
    title: string;
    choices: Record<string, string>;
}

export const SCHOOLS: School[] = [
    { key: 'bow', title: 'Bow order', choices: { 'as-it-comes': 'As it comes, few marks', downbeat: 'Down on the downbeat, retaking in the rests' } },
    { key: 'long', title: 'Long notes', choices: { together: 'Everyone changes at one place', staggered: 'Partners change at different places' } },
    {
        key: 'open',
        title: 'Open string or fourth finger',
        choices: {
            open: 'Open, unless it costs a crossing in a slur',
            'descending-four': 'Fourth finger going down, open going up',
            four: 'Fourth finger whenever it can be',
            either: 'Either: the page prints both',
        },
    },
    { key: 'stay', title: 'Out of first position', choices: { stay: 'Stay while it serves', home: 'Home as soon as possible' } },
    { key: 'bass', title: 'The bass hand', choices: { '124': '1-2-4', '1234': '1-2-3-4, one finger a semitone' } },
];

export const WORDING: Record<ClassSettings['wording'], string> = { words: 'low 2, high 3', letter: 'L2, H3', arrow: '2↓, 3↑' };

export const DENSITY: Record<ClassSettings['density'], string> = {
    sparse: 'Shifts and traps only',
    standard: 'What a player would not take by himself',
    every: 'Every note, for first lessons',
};
