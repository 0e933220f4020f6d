import type { Picture } from './picture';
import type { EngraveAnswer, EngraveRequest, Farewell, Ready } from './worker';

type Music = Omit<EngraveRequest, 'ticket'>;

interface Waiting {
    hear: (picture: Picture, index: number, of: number) => void;
    heard: number;
    /** How many systems are asked for, if not all. */
    wanted: number | null;
    resolve: () => void;
    reject: (error: Error) => void;
}

/** A page that is being engraved. */
export interface Engraving {
    /** When every system has been heard. */
    done: Promise<void>;
    /** Nobody listens any more. */
    leave(): void;
}

/** Hands music to the engraving worker, which is started once and stays. */
class Engraver {
    private worker: Worker | null = null;
    private ticket = 0;
    private waiting = new Map<number, Waiting>();

    /** Loads the engraver while the music is still on its way. */
    prepare(): void {
        this.worker ??= this.start();
    }

    /** @param hear is told each system, as it is ready */
    engrave(music: Music, hear: Waiting['hear']): Engraving {
        this.prepare();
        this.ticket += 1;
        const ticket = this.ticket;
        const done = new Promise<void>((resolve, reject) => {
            const wanted = music.only ? music.only.until - music.only.from : null;
            this.waiting.set(ticket, { hear, heard: 0, wanted, resolve, reject });
            this.worker?.postMessage({ ...music, ticket } satisfies EngraveRequest);
        });
        return {
            done,
            leave: () => {
                this.waiting.delete(ticket);
                this.worker?.postMessage({ left: ticket } satisfies Farewell);
            },
        };
    }

    /**
     * Some systems of a short passage, if it comes out in as many systems as it should.
     *
     * @param of how many systems it should have
     * @returns nothing when it does not fit into them
     */
    async passage(music: Music & Required<Pick<Music, 'only'>>, of: number): Promise<Picture[]> {
        const pictures: Picture[] = [];
        let found = 0;
        await this.engrave(music, (picture, _, all) => {
            pictures.push(picture);
            found = all;
        }).done;
        return found === of ? pictures : [];
    }

    /**
     * A fresh worker in place of one that has laid out a long page: what such a page needed is not given back otherwise. Nothing
     * happens while somebody waits for music.
     */
    renew(): void {
        if (this.waiting.size > 0 || !this.worker) return;
        this.worker.terminate();
        this.worker = this.start();
    }

    private start(): Worker {
        const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
        worker.onmessage = (event: MessageEvent<EngraveAnswer | Ready>) => {
            if ('ticket' in event.data) this.take(event.data);
        };
        worker.onerror = () => {
            this.waiting.forEach(({ reject }) => reject(new Error('The engraver stopped. Reload the page.')));
            this.waiting.clear();
            this.worker = null;
        };
        return worker;
    }

    private take({ ticket, index, of, picture, error }: EngraveAnswer): void {
        const waiting = this.waiting.get(ticket);
        if (!waiting) return;
        if (!picture) {
            this.waiting.delete(ticket);
            waiting.reject(new Error(error ?? 'This part could not be engraved.'));
            return;
        }
        waiting.hear(picture, index, of);
        waiting.heard += 1;
        if (waiting.heard === (waiting.wanted ?? of)) {
            this.waiting.delete(ticket);
            waiting.resolve();
        }
    }
}

export const engraver = new Engraver();
