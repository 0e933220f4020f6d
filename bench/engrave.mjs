// Loads a score with the engraving library and lays it out; prints the seconds of the first time, and of a later one, as JSON.
import { readFileSync } from 'node:fs';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';

const musicXml = readFileSync(process.argv[2], 'utf8');
const toolkit = new VerovioToolkit(await createVerovioModule());
toolkit.setOptions({ pageWidth: 2100, pageHeight: 60000, adjustPageHeight: true, scale: 40 });
const times = [];
for (let round = 0; round < 3; round += 1) {
    const start = performance.now();
    toolkit.loadData(musicXml);
    toolkit.getPageCount();
    times.push((performance.now() - start) / 1000);
}
const [first] = times;
times.sort((a, b) => a - b);
console.log(JSON.stringify({ seconds: first, warm: times[1] }));
