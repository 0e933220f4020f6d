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
import { layout, systemLayout, type Sheet } from '../engraving/layout';
import { load } from '../engraving/load';
import { drawSystem } from '../engraving/picture';
import { cut, passage, type CutScore } from '../engraving/score';
import { tidy } from '../engraving/tidy';
import { sheetOf } from './sheets';
import { slim } from './slim';
import { mayTurnBefore, turns } from './turns';

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

/** The pages of a sheet of paper: filled evenly, and turned where there is a rest. */
function turned(score: CutScore, sheet: Sheet, pages: string[]): string[] {
    const systems = pages.map((svg) => svg.match(/class="system[ "]/g)?.length ?? 0);
    const lengths = pages.flatMap((svg) => svg.split(/class="system[ "]/).slice(1).map((system) => system.match(/class="measure[ "]/g)?.length ?? 0));
    const starts: number[] = [];
    const all = lengths.reduce((at, length) => starts.push(at) && at + length, 0);
    if (all !== score.measures.length) return pages;
    const first = turns(systems, (system) => mayTurnBefore(score, starts[system] ?? 0));
    const begins = first.map((system) => starts[system] ?? 0);
    toolkit.setOptions({ ...layout(sheet), ...OPTIONS, breaks: 'encoded' });
    load(toolkit, passage(score, { from: 0, until: all }, starts, begins));
    // Where what was asked for does not come out, the pages stay as they fell.
    return toolkit.getPageCount() === pages.length ? rendered(true) : pages;
}

/** Pages without the boxes that tell where things stand. */
function rendered(isPaper: boolean): string[] {
    return Array.from({ length: toolkit.getPageCount() }, (_, page) => tidy(toolkit.renderToSVG(page + 1), !isPaper));
}

async function draw({ ticket, sheets, ...wish }: Wish): Promise<void> {
    const whole = cut(wish.musicXml);
    const [from, until] = wish.measures ?? [0, whole.measures.length];
    const musicXml = wish.measures && whole.measures.length > 0 ? passage(whole, { from, until }, []) : wish.musicXml;
    const score = cut(musicXml);
    let isLoaded = false;
    for (const name of sheets) {
        const sheet = sheetOf(name);
        if (sheet === null) {
            throw new Error(`There is no sheet “${name}”.`);
        }
        toolkit.setOptions({ ...layout(sheet), ...OPTIONS });
        if (isLoaded) {
            toolkit.redoLayout();
        } else {
            load(toolkit, musicXml);
            isLoaded = true;
        }
        const isPaper = sheet.height !== null;
        let pages = rendered(isPaper);
        if (isPaper && pages.length > 1 && score.measures.length > 0) {
            pages = turned(score, sheet, pages);
            isLoaded = false;
        }
        await say({ ticket, sheet: name, pages: pages.map(slim) });
    }
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
