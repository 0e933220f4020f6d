/** Writing by hands that point: a length and a place, letters and signs by key. */
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import type { BoardPlace, Typed, Typing } from '../api/types';
import { warn } from '../ui/say';
import { sentenceOf } from '../ui/trying';
import { isField } from '../ui/typing';
import { hear } from './hear';
import { LENGTHS } from './lengths';
import { accidental, near, placed, putBar, relength, sign, slur, tie, triplet, unitOf, write, type Editor, type Writing } from './text';

export interface Hands {
    length: Ref<number>;
    isDotted: Ref<boolean>;
    quarters: ComputedRef<number>;
    /** The place that was pressed last: its string and its half steps. */
    pointed: Ref<string>;
    /** Changes the text as one step that can be taken back. */
    put: (change: (writing: Writing) => Writing) => void;
    point: (place: BoardPlace) => void;
    rest: () => void;
    takeLength: (value: number) => void;
    dot: () => void;
    /** The hands' own keys, where no text is being typed. */
    keydown: (event: KeyboardEvent) => void;
}

export interface HandsPlace {
    editor: Ref<Editor | null>;
    caret: Ref<Writing>;
    told: ComputedRef<Typing | null>;
    reader: () => Typed['reader'];
    isSounding: Ref<boolean>;
    /** Nothing is chosen any more, and it was pressed again. */
    escape: () => void;
}

export function useHands({ editor, caret, told, reader, isSounding, escape }: HandsPlace): Hands {
    const length = ref(1);
    const isDotted = ref(false);
    const quarters = computed(() => length.value * (isDotted.value ? 1.5 : 1));
    const pointed = ref('');
    const isChosen = (): boolean => caret.value.to > caret.value.from;

    function put(change: (writing: Writing) => Writing): void {
        const now = editor.value?.writing();
        if (now) editor.value?.put(change(now));
    }

    function sound(place: BoardPlace): void {
        if (isSounding.value) void hear(reader(), place.sounds).catch((error: unknown) => warn(sentenceOf(error)));
    }

    function point(place: BoardPlace): void {
        const string = told.value?.board.find((one) => one.places.includes(place))?.name ?? '';
        pointed.value = `${string} ${place.at}`;
        put((writing) => write(writing, placed(writing.text, writing.from, place), longAs(writing)));
        sound(place);
    }

    /** A note that is chosen keeps its length when it gets another pitch; a new one has the length that is chosen. */
    function longAs(writing: Writing): number {
        if (writing.to <= writing.from) return quarters.value;
        const [, above, slashes = '', below] = /(\d*)(\/*)(\d*)$/.exec(writing.text.slice(writing.from, writing.to).replace(/-$/, '')) ?? [];
        return ((above ? Number(above) : 1) * unitOf(writing.text)) / (slashes === '' ? 1 : below ? Number(below) : 2 ** slashes.length);
    }

    function rest(): void {
        put((writing) => write(writing, 'z', quarters.value));
    }

    function letter(name: string): void {
        const bare = near(caret.value.text, caret.value.from, name);
        const place = told.value?.board.flatMap((one) => one.places).find((one) => one.inKey && one.abc === bare);
        put((writing) => write(writing, place ? placed(writing.text, writing.from, place) : bare, longAs(writing)));
        if (place) sound(place);
    }

    function takeLength(value: number): void {
        length.value = value;
        if (isChosen()) put((writing) => relength(writing, quarters.value));
    }

    function dot(): void {
        isDotted.value = !isDotted.value;
        if (isChosen()) put((writing) => relength(writing, quarters.value));
    }

    function leave(): void {
        if (isChosen()) editor.value?.choose(caret.value.to, caret.value.to);
        else escape();
    }

    const acts: Record<string, () => void> = {
        '.': dot,
        ' ': rest,
        '-': () => put(tie),
        '(': () => put(slur),
        ')': () => put(slur),
        '|': () => put((writing) => putBar(writing, '|')),
        ':': () => put((writing) => putBar(writing, ':|')),
        '[': () => put((writing) => putBar(writing, '|:')),
        t: () => put(triplet),
        '^': () => put((writing) => accidental(writing, '^')),
        _: () => put((writing) => accidental(writing, '_')),
        '=': () => put((writing) => accidental(writing, '=')),
        u: () => put((writing) => sign(writing, 'u')),
        v: () => put((writing) => sign(writing, 'v')),
        Backspace: () => editor.value?.undo(),
    };

    function keydown(event: KeyboardEvent): void {
        const target = event.target as HTMLElement;
        if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !target.closest('input, select')) {
            // The text has its own undo, wherever the focus is.
            event.preventDefault();
            event.stopImmediatePropagation();
            if (event.shiftKey) editor.value?.redo();
            else editor.value?.undo();
            return;
        }
        if (event.key === 'Escape' && !target.closest('select')) {
            leave();
            return;
        }
        if (isField(event) || event.ctrlKey || event.metaKey || event.altKey || (event.target instanceof HTMLButtonElement && event.key === ' ')) return;
        const one = LENGTHS.find((each) => each.key === event.key);
        const done = one ? () => takeLength(one.quarters) : /^[a-g]$/i.test(event.key) ? () => letter(event.key) : acts[event.key];
        if (!done) return;
        event.preventDefault();
        done();
    }

    return { length, isDotted, quarters, pointed, put, point, rest, takeLength, dot, keydown };
}
