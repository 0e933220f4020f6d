import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { describe, expect, it } from 'vitest';
import { layout } from '../../resources/js/engraving/layout';
import { load } from '../../resources/js/engraving/load';
import { readBack } from './readBack';

interface Page {
    pitches: Record<string, string>;
    without: string;
    with: string;
}

describe('the pitches of a page', () => {
    it('read back as they are in the score, whether or not the file prints its accidentals', async () => {
        const folder = mkdtempSync(join(tmpdir(), 'pitches-'));
        execFileSync('php', [join(import.meta.dirname, 'pitches.php'), folder]);
        const engraver = new VerovioToolkit(await createVerovioModule());
        const drawn = (musicXml: string, width: number, scale: number): string => {
            engraver.setOptions({
                ...layout({ width, height: null, scale, room: 6 }),
                svgBoundingBoxes: false,
                svgAdditionalAttribute: ['tie@startid', 'tie@endid'],
                xmlIdSeed: 1,
            });
            load(engraver, musicXml);
            return engraver.renderToSVG(1);
        };
        const wrong: string[] = [];
        let notes = 0;
        let narrow = 0;
        for (const file of readdirSync(folder)) {
            const page = JSON.parse(readFileSync(join(folder, file), 'utf8')) as Page;
            const svg = drawn(page.without, 1080, 43);
            const read = readBack(svg);
            for (const [id, pitch] of Object.entries(page.pitches)) {
                notes += 1;
                if (read.get(id) !== pitch) wrong.push(`${file} ${id}: ${pitch} reads as ${read.get(id) ?? 'nothing'}`);
            }
            if (drawn(page.with, 1080, 43) !== svg) wrong.push(`${file} is drawn differently with its accidentals in the file`);
            // The key signature stands at every system of a narrow page.
            if ((narrow += 1) % 4 !== 0) continue;
            const phone = readBack(drawn(page.without, 360, 36));
            if (!Object.entries(page.pitches).every(([id, pitch]) => phone.get(id) === pitch)) wrong.push(`${file} on a phone`);
        }
        rmSync(folder, { recursive: true });
        expect(wrong).toEqual([]);
        expect(notes).toBeGreaterThan(7000);
    }, 300_000);
});
