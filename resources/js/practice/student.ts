/** What a student's page fetches when somebody plays or practises: the page itself stays light without it. */
import { createApp } from 'vue';
import StudentAlong from './StudentAlong.vue';
import './student.css';

/** What the page lends to who plays along on it. */
export interface StudentPage {
    /** By what the browser remembers what was done of it. */
    name: string;
    /** Where the practice lines stand. */
    practise: HTMLElement;
    /** An answer about this part, as it was handed out. @throws Error with a sentence */
    ask: <T>(what: 'play' | 'others' | 'practice') => Promise<T>;
    /** The drawing of a practice line. */
    draw: (line: number) => Promise<string>;
    /** Shows which note sounds, and turns the page in time; empty for none. */
    mark: (note: string) => void;
    tab: (name: 'music' | 'list' | 'practise') => void;
    playing: (isPlaying: boolean) => void;
    /** Hears which measure, counted from the first of the part, was pressed in the music. */
    onPick: (heard: (measure: number) => void) => void;
}

export interface Along {
    show: (what: 'music' | 'list' | 'practise') => Promise<void>;
    playPart: () => Promise<void>;
}

export function openAlong(host: HTMLElement, page: StudentPage): Along {
    return createApp(StudentAlong, { page }).mount(host) as unknown as Along;
}
