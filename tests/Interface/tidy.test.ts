import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { describe, expect, it } from 'vitest';
import { layout } from '../../resources/js/engraving/layout';
import { readPage } from '../../resources/js/engraving/page';
import { tidy, touching } from '../../resources/js/engraving/tidy';

/** A box as the engraving library tells it. */
const box = (name: string, x: number, y: number, width: number, height: number, inside = ''): string =>
    `<g class="${name}"><g class="${name} bounding-box"><rect x="${x}" y="${y}" height="${height}" width="${width}"/></g>${inside}</g>`;
const staff = (y: number): string =>
    `<g class="staff">${[0, 180, 360, 540, 720].map((line) => `<path d="M0 ${y + line} L9000 ${y + line}"/>`).join('')}</g>`;
const finger = (x: number, y: number, text: string, width: number): string => box('fing', x, y, width, 270, `<text>${text}</text>`);
const sheet = (...systems: string[]): string =>
    '<svg viewBox="0 0 900 300"><svg class="definition-scale" viewBox="0 0 9000 3000"><g class="page-margin" transform="translate(300, 400)">' +
    `${systems.map((inside) => `<g class="system">${inside}</g>`).join('')}</g></svg></svg>`;
const tops = (svg: string): Record<string, number> =>
    Object.fromEntries(readPage(svg).systems.flatMap((system) => system.ink.map((ink) => [ink.text || ink.kind, ink.box.top])));

describe('the ink of a page', () => {
    it('is left alone where nothing touches', () => {
        const page = sheet(staff(1000) + finger(1000, 600, '2', 150) + finger(1400, 600, '3', 150));
        expect(tidy(page, true, true)).toBe(page);
    });

    it('goes further out over what is nearer to the staff', () => {
        const page = sheet(staff(1000) + finger(1000, 650, '4', 150) + finger(1100, 600, 'high 2', 600));
        expect(touching(readPage(page))).toEqual([['finger “4”', 'finger “high 2”']]);
        const done = tidy(page, true, true);
        expect(touching(readPage(done))).toEqual([]);
        expect(tops(done)['4']).toBe(650);
        expect(tops(done)['high 2']).toBeLessThan(650 - 270);
    });

    it('goes down under the staff', () => {
        const done = tidy(sheet(staff(1000) + box('note', 1000, 1700, 200, 300) + finger(1000, 1750, '1', 150)), true, true);
        expect(tops(done)['1']).toBeGreaterThan(2000);
    });

    it('keeps a numeral and its line together, at one height, clear of all they pass over', () => {
        const numeral = box('dir', 1000, 500, 400, 360, '<text>III</text>');
        const line = '<g class="bracketSpan"><polyline points="5000,900 5000,700 4900,700"/><path d="M1000 700 L5000 700" stroke-width="18" stroke-dasharray="72 54"/></g>';
        const done = tidy(sheet(staff(1200) + numeral + line + finger(3000, 560, '4', 150)), true, true);
        const [system] = readPage(done).systems;
        const [iii, dashes] = ['words', 'line'].map((kind) => system?.ink.find((ink) => ink.kind === kind)?.box);
        expect(touching(readPage(done))).toEqual([]);
        expect(dashes?.left).toBeGreaterThan(iii?.right ?? 0);
        expect((iii?.top ?? 0) + 180).toBe(dashes?.top);
        expect(dashes?.bottom).toBeLessThan(560);
    });

    it('makes a page higher when a system needs more room, and a sheet of paper not', () => {
        const pile = finger(1000, 10, '4', 150) + finger(1000, 20, 'high 2', 600) + finger(1000, 30, 'low 2', 600);
        const page = sheet(staff(400), staff(1700) + pile.replace(/y="(\d)/g, 'y="130$1'));
        const height = (svg: string): number => Number(/definition-scale" viewBox="0 0 9000 (\d+)/.exec(svg)?.[1]);
        expect(height(tidy(page, true))).toBeGreaterThan(3000);
        expect(height(tidy(page, false))).toBe(3000);
        expect(tidy(page, true)).not.toContain('bounding-box');
    });
});

describe('the pages of the demo scores', () => {
    it('have no sign that touches another or covers a note, on the desk and on a phone', async () => {
        const folder = mkdtempSync(join(tmpdir(), 'pages-'));
        execFileSync('php', [join(import.meta.dirname, 'pages.php'), folder]);
        const engraver = new VerovioToolkit(await createVerovioModule());
        let before = 0;
        const left: string[] = [];
        for (const file of readdirSync(folder)) {
            const isPhone = file.includes('standard');
            engraver.setOptions(layout({ width: isPhone ? 366 : 860, height: null, scale: isPhone ? 36 : 42, room: 6 }));
            engraver.loadData(readFileSync(join(folder, file), 'utf8'));
            const svg = engraver.renderToSVG(1);
            before += touching(readPage(svg)).length;
            left.push(...touching(readPage(tidy(svg, true, true))).map((pair) => `${file}: ${pair.join(' × ')}`));
        }
        rmSync(folder, { recursive: true });
        expect(before).toBeGreaterThan(20);
        expect(left).toEqual([]);
    }, 180_000);
});
