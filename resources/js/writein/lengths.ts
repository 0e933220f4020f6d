import type { InstrumentName } from '../api/types';

/** The lengths one chooses from, in quarter notes, and the keys that choose them. */
export const LENGTHS: { name: string; quarters: number; key: string }[] = [
    { name: 'whole', quarters: 4, key: '1' },
    { name: 'half', quarters: 2, key: '2' },
    { name: 'quarter', quarters: 1, key: '3' },
    { name: '8th', quarters: 0.5, key: '4' },
    { name: '16th', quarters: 0.25, key: '5' },
];

/** Whose written notes are typed. */
export const READERS: InstrumentName[] = ['violin', 'viola', 'cello', 'bass'];
