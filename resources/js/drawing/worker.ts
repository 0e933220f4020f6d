/**
 * Draws pages on the server: a line of JSON in, a line of JSON out for each sheet, one after another, until the input ends.
 *
 * In: `{"ticket", "musicXml", "sheets": [name]}`. Out: `{"ticket", "sheet", "pages": [svg]}` for each, or `{"ticket", "error": "a
 * sentence"}` and nothing more; first of all `{"version"}` of the engraving library.
 */
import { createInterface } from 'node:readline';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { layout } from '../engraving/layout';
import { load } from '../engraving/load';
import { tidy } from '../engraving/tidy';
import { sheetOf } from './sheets';
import { slim } from './slim';

interface Wish {
    ticket: number;
    musicXml: string;
    sheets: string[];
}

// The library writes its warnings where our answers go.
console.log = console.info = console.warn = (...words: unknown[]): void => void process.stderr.write(`${words.join(' ')}\n`);

function say(what: object): void {
    process.stdout.write(`${JSON.stringify(what)}\n`);
}

const library = await createVerovioModule();
let toolkit = new VerovioToolkit(library);

function draw({ ticket, musicXml, sheets }: Wish): void {
    let isLoaded = false;
    for (const name of sheets) {
        const sheet = sheetOf(name);
        if (sheet === null) {
            throw new Error(`There is no sheet “${name}”.`);
        }
        // The same page gets the same drawing. The notes among words come from a font of ours.
        toolkit.setOptions({ ...layout(sheet), xmlIdSeed: 1, smuflTextFont: 'none' });
        if (isLoaded) {
            toolkit.redoLayout();
        } else {
            load(toolkit, musicXml);
            isLoaded = true;
        }
        const pages: string[] = [];
        for (let page = 1; page <= toolkit.getPageCount(); page += 1) {
            pages.push(slim(tidy(toolkit.renderToSVG(page), sheet.height === null)));
        }
        say({ ticket, sheet: name, pages });
    }
}

say({ version: toolkit.getVersion() });
for await (const line of createInterface({ input: process.stdin })) {
    const wish = JSON.parse(line) as Wish;
    try {
        draw(wish);
    } catch (problem) {
        toolkit = new VerovioToolkit(library);
        say({ ticket: wish.ticket, error: problem instanceof Error ? problem.message : 'This part could not be drawn.' });
    }
}
