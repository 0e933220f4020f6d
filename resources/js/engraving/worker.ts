/** Engraves MusicXML to SVG, off the page's own thread, one picture a system. Loaded only when there is music to show. */
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { systemLayout } from './layout';
import { load } from './load';
import { drawSystem, pictureOf, type Picture } from './picture';

export interface EngraveRequest {
    ticket: number;
    musicXml: string;
    /** Width of the page in CSS pixels; size of the notes in percent. */
    width: number;
    scale: number;
    /** Where systems break: as they fit, or as the music says. */
    breaks: 'auto' | 'line';
    /** The systems that are drawn; all of them when it is not said. */
    only?: { from: number; until: number };
}

/** Said once, when music can be engraved. */
export interface Ready {
    ready: true;
}

/** A page that nobody waits for any more. */
export interface Farewell {
    left: number;
}

export interface EngraveAnswer {
    ticket: number;
    /** Which system it is, of how many. */
    index: number;
    of: number;
    picture: Picture | null;
    error?: string;
}

// Fetched at once: the music follows.
const library = createVerovioModule();
void library.then(() => self.postMessage({ ready: true } satisfies Ready));
/** A page is kept while passages of it are engraved between its systems. */
const toolkits: Partial<Record<EngraveRequest['breaks'], VerovioToolkit>> = {};
/** Pages that wait for the one that is being engraved. */
const pages: EngraveRequest[] = [];
let isBusy = false;
const left = new Set<number>();

async function toolkitFor(breaks: EngraveRequest['breaks']): Promise<VerovioToolkit> {
    const module = await library;
    return (toolkits[breaks] ??= new VerovioToolkit(module));
}

/** Lets what waits be heard. */
function breath(): Promise<void> {
    return new Promise((resolve) => setTimeout(resolve));
}

async function engrave({ ticket, musicXml, width, scale, breaks, only }: EngraveRequest): Promise<void> {
    const toolkit = await toolkitFor(breaks);
    toolkit.setOptions(systemLayout(width, scale, breaks));
    load(toolkit, musicXml);
    const of = toolkit.getPageCount();
    for (let index = only?.from ?? 0; index < (only?.until ?? of) && !left.has(ticket); index += 1) {
        self.postMessage({ ticket, index, of, picture: pictureOf(drawSystem(toolkit, index + 1)) } satisfies EngraveAnswer);
        // A passage is short, and the next one comes on the same toolkit.
        if (breaks === 'auto') await breath();
    }
}

async function answer(request: EngraveRequest): Promise<void> {
    const { ticket, breaks } = request;
    try {
        await engrave(request);
    } catch {
        toolkits[breaks] = undefined;
        self.postMessage({ ticket, index: 0, of: 0, picture: null, error: 'This part could not be engraved.' } satisfies EngraveAnswer);
    }
    left.delete(ticket);
}

self.onmessage = async ({ data }: MessageEvent<EngraveRequest | Farewell>) => {
    if ('left' in data) {
        left.add(data.left);
        return;
    }
    if (data.breaks === 'line') {
        await answer(data);
        return;
    }
    pages.push(data);
    if (isBusy) return;
    isBusy = true;
    for (let page = pages.shift(); page; page = pages.shift()) {
        if (!left.delete(page.ticket)) await answer(page);
    }
    isBusy = false;
};
