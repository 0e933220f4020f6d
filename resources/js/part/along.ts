/** Playing along and practising: fetched when somebody wants it, and kept for a room without a network. */
import type { Along, StudentPage } from '../practice/student';
import { drawingOf, measuresIn } from './drawing';
import type { Screen } from './screens';

interface Part {
    token: string;
    key: string;
    edition: number;
    chair: string;
    music: HTMLElement | null;
    screen: () => Screen;
    tab: (name: Tab) => void;
}

export type Tab = 'music' | 'list' | 'practise';

/** Where the system that sounds stands in the window, and how soon before its end the next one is shown: as shares. */
const PLACE = 0.08;

export class PlayAlong {
    private along: Promise<Along> | null = null;
    private heard: (measure: number) => void = () => undefined;
    private marked: Element | null = null;
    private known: { drawn: Element | null; notes: Map<string, Element>; systems: Element[] } = { drawn: null, notes: new Map(), systems: [] };

    constructor(private readonly part: Part, private readonly host: HTMLElement, private readonly practise: HTMLElement) {
        part.music?.addEventListener('click', (event) => {
            const measure = (event.target as Element).closest('g.measure');
            const at = measure && part.music ? measuresIn(part.music).find((one) => one.element === measure)?.from ?? -1 : -1;
            if (at >= 0) this.heard(at);
        });
    }

    async play(): Promise<void> {
        await (await this.open()).playPart();
    }

    async show(tab: Tab): Promise<void> {
        // Whoever only reads fetches nothing.
        if (tab !== 'practise' && !this.along) return;
        await (await this.open()).show(tab);
    }

    /** While the phone has nothing else to do: so that it plays where there is no network. */
    async keep(lines: number): Promise<void> {
        await Promise.all([
            import('../practice/student'),
            import('../sound/sounds'),
            this.ask('play'),
            this.ask('practice'),
            ...Array.from({ length: lines }, (_, line) => this.draw(line)),
        ]).catch(() => undefined);
    }

    private open(): Promise<Along> {
        this.along ??= import('../practice/student').then(({ openAlong }) => openAlong(this.host, this.page()));
        return this.along.catch((problem: unknown) => {
            this.along = null;
            throw problem;
        });
    }

    private page(): StudentPage {
        return {
            name: this.part.key,
            practise: this.practise,
            ask: (what) => this.ask(what),
            draw: (line) => this.draw(line),
            mark: (note) => this.mark(note),
            tab: (name) => this.part.tab(name),
            playing: (isPlaying) => document.querySelector('.my-part')?.classList.toggle('is-playing', isPlaying),
            onPick: (heard) => {
                this.heard = heard;
            },
        };
    }

    private async ask<T>(what: string): Promise<T> {
        const { token, edition, chair } = this.part;
        const asked = new URLSearchParams({ edition: String(edition), ...(what === 'play' ? { chair } : {}) });
        const answer = await fetch(`/api/v1/part/${token}/${what}?${asked.toString()}`, { headers: { Accept: 'application/json' } }).catch(() => {
            throw new Error('There is no network just now, and this was not opened before.');
        });
        const told = (await answer.json().catch(() => ({}))) as T & { message?: string };
        if (!answer.ok) throw new Error(told.message ?? 'This cannot be played just now.');
        return told;
    }

    private async draw(line: number): Promise<string> {
        const query = new URLSearchParams({ line: String(line) });
        const { token, edition } = this.part;
        return (await drawingOf({ token, edition, sheet: this.part.screen(), query }, () => undefined)).join('');
    }

    /** The note that sounds; the page turns itself before its system is over. */
    private mark(note: string): void {
        const { music } = this.part;
        this.marked?.classList.remove('sounds');
        const here = note ? this.noteOf(note) : null;
        this.marked = here;
        if (!here || !music) return;
        here.classList.add('sounds');
        const system = here.closest('g.system');
        if (!system) return;
        const [window, box] = [music.getBoundingClientRect(), system.getBoundingClientRect()];
        const next = this.after(system)?.getBoundingClientRect() ?? box;
        const isSeen = box.top >= window.top - 4 && next.bottom <= window.bottom + 4;
        // Where both do not fit, the one that sounds stands at the top.
        const isAtTop = Math.abs(box.top - window.top - window.height * PLACE) < 12;
        if (!isSeen && !isAtTop) music.scrollBy({ top: box.top - window.top - window.height * PLACE, behavior: 'smooth' });
    }

    /** A long part has thousands of notes: they are looked up once for a drawing. */
    private noteOf(note: string): Element | null {
        const drawn = this.part.music?.querySelector('.drawn') ?? null;
        if (drawn !== this.known.drawn) {
            const notes = new Map<string, Element>();
            drawn?.querySelectorAll<SVGElement>('[data-note]').forEach((one) => notes.set(one.dataset.note ?? '', one));
            this.known = { drawn, notes, systems: [...(drawn?.querySelectorAll('g.system') ?? [])] };
        }
        return this.known.notes.get(note) ?? null;
    }

    private after(system: Element): Element | null {
        return this.known.systems[this.known.systems.indexOf(system) + 1] ?? null;
    }
}
