/** Engraves MusicXML to SVG, off the page's own thread. Loaded only when there is music to show. */
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { layout, type Sheet } from './layout';
import { hasOpenTies, withLongerOpenTies } from './openTies';
import { tidy } from './tidy';

export interface EngraveRequest extends Sheet {
    ticket: number;
    musicXml: string;
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
    const { ticket, musicXml, ...sheet } = event.data;
    try {
        const engraver = await ready();
        engraver.setOptions(layout(sheet));
        if (!engraver.loadData(musicXml)) {
            throw new Error('unreadable');
        }
        if (hasOpenTies(musicXml)) {
            engraver.loadData(withLongerOpenTies(engraver.getMEI()));
        }
        const pages: string[] = [];
        for (let page = 1; page <= engraver.getPageCount(); page += 1) {
            pages.push(tidy(engraver.renderToSVG(page), sheet.height === null));
        }
        self.postMessage({ ticket, pages } satisfies EngraveAnswer);
    } catch {
        toolkit = null;
        self.postMessage({ ticket, pages: [], error: 'This part could not be engraved.' } satisfies EngraveAnswer);
    }
};
