import type { EngraveAnswer, EngraveRequest } from './worker';

type Wish = Omit<EngraveRequest, 'ticket'>;

/** Hands music to the engraving worker; only the newest wish of a lane is answered. */
class Engraver {
    private worker: Worker | null = null;
    private ticket = 0;
    private waiting = new Map<number, { resolve: (pages: string[]) => void; reject: (error: Error) => void }>();

    engrave(wish: Wish): Promise<string[]> {
        this.worker ??= this.start();
        this.ticket += 1;
        const ticket = this.ticket;
        return new Promise((resolve, reject) => {
            this.waiting.set(ticket, { resolve, reject });
            this.worker?.postMessage({ ...wish, ticket });
        });
    }

    private start(): Worker {
        const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
        worker.onmessage = (event: MessageEvent<EngraveAnswer>) => {
            const waiting = this.waiting.get(event.data.ticket);
            this.waiting.delete(event.data.ticket);
            if (event.data.error) {
                waiting?.reject(new Error(event.data.error));
            } else {
                waiting?.resolve(event.data.pages);
            }
        };
        worker.onerror = () => {
            this.waiting.forEach(({ reject }) => reject(new Error('The engraver stopped. Reload the page.')));
            this.waiting.clear();
            this.worker = null;
        };
        return worker;
    }
}

export const engraver = new Engraver();
