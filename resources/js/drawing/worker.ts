/**
 * Draws pages on the server: a line of JSON in, a line of JSON out for each sheet, one after another, until the input ends.
 *
 * - `{"ticket", "musicXml", "sheets": [name], "measures": [from, until] or null}`, the last one left out, is answered with
 *   `{"ticket", "sheet", "pages": [svg]}` for each sheet;
 * - `{"ticket", "musicXml", "width", "scale"}` with the systems of a desk of that width, as its own engraver draws them:
 *   `{"ticket", "systems": [svg]}`;
 * - `{"ticket", "address"}` with its square code, `{"ticket", "code": svg}`;
 * - any of them with `{"ticket", "error": "a sentence"}` and nothing more. First of all comes `{"version"}` of the engraving library.
 */
import { createInterface } from 'node:readline';
import QRCode from 'qrcode-svg';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { layout, systemLayout } from '../engraving/layout';
import { load } from '../engraving/load';
import { drawSystem } from '../engraving/picture';
import { withLongRests } from '../engraving/reading';
import { cut, joined, passage } from '../engraving/score';
import { tidy } from '../engraving/tidy';
import { paged, systemsIn } from './pages';
import { sheetOf } from './sheets';
import { slim } from './slim';
import { mayTurnBefore } from './turns';

interface Wish {
    ticket: number;
    musicXml: string;
    sheets: string[];
    measures: [number, number] | null;
}

interface SystemsWish {
    ticket: number;
    musicXml: string;
    width: number;
    scale: number;
}

// The library writes its warnings where our answers go.
console.log = console.info = console.warn = (...words: unknown[]): void => void process.stderr.write(`${words.join(' ')}\n`);

/** Settles when it has gone out: a long line waits for its reader, and would lie here until everything is drawn. */
function say(what: object): Promise<void> {
    return new Promise((done) => process.stdout.write(`${JSON.stringify(what)}\n`, () => done()));
}

/** The same page gets the same drawing. The notes among words come from a font of ours. */
const OPTIONS = { xmlIdSeed: 1, smuflTextFont: 'none' } as const;
const library = await createVerovioModule();
let toolkit = new VerovioToolkit(library);

/** Draws what is loaded, on pages that grow as long as they must. */
function rendered(): string[] {
    return Array.from({ length: toolkit.getPageCount() }, (_, page) => toolkit.renderToSVG(page + 1));
}

async function draw({ ticket, sheets, ...wish }: Wish): Promise<void> {
    const whole = cut(wish.musicXml);
    const [from, until] = wish.measures ?? [0, whole.measures.length];
    const score = wish.measures && whole.measures.length > 0 ? cut(passage(whole, { from, until }, [])) : whole;
    let loaded: string | null = null;
    for (const name of sheets) {
        const sheet = sheetOf(name);
        if (sheet === null) {
            throw new Error(`There is no sheet “${name}”.`);
        }
        toolkit.setOptions({ ...layout({ ...sheet, height: null }), ...OPTIONS });
        const musicXml = joined(withLongRests(score, sheet.breaks !== undefined));
        if (loaded === musicXml) {
            toolkit.redoLayout();
        } else {
            load(toolkit, musicXml);
            loaded = musicXml;
        }
        const pages = sheet.height === null
            ? rendered().map((svg) => tidy(svg, true))
            : paged(systemsIn(rendered()), sizeOf(sheet.width, sheet.height, sheet.scale), (measure) => mayTurnBefore(score, measure));
        await say({ ticket, sheet: name, pages: pages.map(slim) });
    }
}

/** A page in the units of a drawing: ten to a pixel at full size. */
function sizeOf(width: number, height: number, scale: number): { width: number; height: number } {
    return { width: Math.round((width * 100) / scale) * 10, height: Math.round((height * 100) / scale) * 10 };
}

/** The desk redraws some of these systems itself later: all is as its engraver has it. */
async function drawSystems({ ticket, musicXml, width, scale }: SystemsWish): Promise<void> {
    toolkit.resetOptions();
    toolkit.setOptions({ ...systemLayout(width, scale, 'auto'), xmlIdSeed: 1 });
    load(toolkit, musicXml);
    await say({ ticket, systems: Array.from({ length: toolkit.getPageCount() }, (_, page) => drawSystem(toolkit, page + 1)) });
    toolkit.resetOptions();
}

/** The square code of an address, drawn as one path. */
function squareCode(address: string): string {
    return new QRCode({ content: address, padding: 1, join: true, ecl: 'M', container: 'svg-viewbox', xmlDeclaration: false }).svg();
}

await say({ version: toolkit.getVersion() });
for await (const line of createInterface({ input: process.stdin })) {
    const wish = JSON.parse(line) as Wish | SystemsWish | { ticket: number; address: string };
    try {
        if ('address' in wish) await say({ ticket: wish.ticket, code: squareCode(wish.address) });
        else if ('width' in wish) await drawSystems(wish);
        else await draw(wish);
    } catch (problem) {
        toolkit = new VerovioToolkit(library);
        await say({ ticket: wish.ticket, error: problem instanceof Error ? problem.message : 'This part could not be drawn.' });
    }
}
