/** Engraves MusicXML to SVG, off the page's own thread. Loaded only when there is music to show. */
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { hasOpenTies, withLongerOpenTies } from './openTies';

export interface EngraveRequest {
    ticket: number;
    musicXml: string;
    /** Width of the page in CSS pixels. */
    width: number;
    /** Height of a printed page in CSS pixels; null for one endless page. */
    height: number | null;
    /** Size of the notes in percent. */
    scale: number;
    /** Room under each system, in staff spaces. */
    room: number;
}

export interface EngraveAnswer {
    ticket: number;
    pages: string[];
    error?: string;
}

let toolkit: VerovioToolkit | null = null;

async function ready(): Promise<VerovioToolkit> {
    toolkit ??= new VerovioToolkit(await createVerovioModule());
    return toolkit;
}

self.onmessage = async (event: MessageEvent<EngraveRequest>) => {
    const { ticket, musicXml, width, height, scale, room } = event.data;
    try {
        const engraver = await ready();
        engraver.setOptions({
            pageWidth: Math.max(400, Math.round((width * 100) / scale)),
            pageHeight: height === null ? 60000 : Math.round((height * 100) / scale),
            adjustPageHeight: height === null,
            scale,
            pageMarginLeft: 30,
            pageMarginRight: 30,
            pageMarginTop: 40,
            pageMarginBottom: 40,
            spacingSystem: room,
            header: 'none',
            footer: 'none',
            breaks: 'auto',
            svgViewBox: true,
            svgRemoveXlink: true,
            mnumInterval: 0,
            font: 'Leland',
        });
        if (!engraver.loadData(musicXml)) {
            throw new Error('unreadable');
        }
        if (hasOpenTies(musicXml)) {
            engraver.loadData(withLongerOpenTies(engraver.getMEI()));
        }
        const pages: string[] = [];
        for (let page = 1; page <= engraver.getPageCount(); page += 1) {
            pages.push(engraver.renderToSVG(page));
        }
        self.postMessage({ ticket, pages } satisfies EngraveAnswer);
    } catch {
        toolkit = null;
        self.postMessage({ ticket, pages: [], error: 'This part could not be engraved.' } satisfies EngraveAnswer);
    }
};
