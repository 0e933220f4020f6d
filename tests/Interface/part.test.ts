import { execFileSync } from 'node:child_process';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sheetOf } from '../../resources/js/drawing/sheets';
import { slim } from '../../resources/js/drawing/slim';
import { drawingOf } from '../../resources/js/part/drawing';
import { watchEdition } from '../../resources/js/part/newer';
import { fitting, stepped } from '../../resources/js/part/screens';

interface Answer {
    status?: number;
    body: object;
}

/** Answers calls in their order, the last one again and again; a number of milliseconds never. */
function answers(...given: Answer[]): string[] {
    const asked: string[] = [];
    vi.stubGlobal('fetch', (url: string) => {
        const { status = 200, body } = given[Math.min(asked.length, given.length - 1)] ?? { body: {} };
        asked.push(url);
        return Promise.resolve(new Response(JSON.stringify(body), { status }));
    });
    return asked;
}

const wish = { token: 'abc', edition: 3, sheet: 'phone', query: new URLSearchParams({ fingers: 'every' }) };

afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
});

describe('the drawing of a page', () => {
    it('is fetched for its edition, fingers and sheet', async () => {
        const asked = answers({ body: { pages: ['<svg/>'], message: '' } });
        expect(await drawingOf(wish, () => undefined)).toEqual(['<svg/>']);
        expect(asked).toEqual(['/api/v1/part/abc/drawing/phone?fingers=every&edition=3']);
    });

    it('is waited for while it is being drawn, and that is said', async () => {
        vi.useFakeTimers();
        const asked = answers({ status: 202, body: { pages: [] } }, { status: 202, body: { pages: [] } }, { body: { pages: ['<svg/>'] } });
        const told: string[] = [];
        const drawn = drawingOf(wish, (sentence) => told.push(sentence));
        await vi.advanceTimersByTimeAsync(5000);
        expect(await drawn).toEqual(['<svg/>']);
        expect(asked).toHaveLength(3);
        expect(told).toEqual(Array(2).fill('Your part is being drawn. It comes in a moment.'));
    });

    it('is not waited for for ever', async () => {
        vi.useFakeTimers();
        answers({ status: 202, body: { pages: [] } });
        const drawn = expect(drawingOf(wish, () => undefined)).rejects.toThrow('takes longer than usual');
        await vi.advanceTimersByTimeAsync(120_000);
        await drawn;
    });

    it('says why it cannot be had', async () => {
        answers({ status: 422, body: { message: 'Drawing this page needs more memory than there is.' } });
        await expect(drawingOf(wish, () => undefined)).rejects.toThrow('more memory');
        vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')));
        await expect(drawingOf(wish, () => undefined)).rejects.toThrow('no network');
    });
});

describe('what fits a screen', () => {
    it('is the drawing whose notes come out as large as a part’s', () => {
        expect([360, 390, 430].map((width) => fitting(width))).toEqual(['phone', 'phone', 'phone']);
        expect([768, 820].map((width) => fitting(width))).toEqual(['tablet', 'tablet']);
        expect([1180, 1280, 2560].map((width) => fitting(width))).toEqual(['desktop', 'desktop', 'desktop']);
    });

    it('is what somebody chose, if there is such a one', () => {
        expect(fitting(390, 'narrow')).toBe('narrow');
        expect(fitting(390, 'enormous')).toBe('phone');
    });

    it('is stepped to the next size, up to the largest and the smallest', () => {
        expect([1, -1].map((by) => stepped('phone', by))).toEqual(['narrow', 'tablet']);
        expect([stepped('narrow', 1), stepped('desktop', -1)]).toEqual(['narrow', 'desktop']);
    });

    it('is drawn as wide as is reckoned here', () => {
        for (const [name, units] of Object.entries({ narrow: 614, phone: 1000, tablet: 1762, desktop: 2512 })) {
            const sheet = sheetOf(name)!;
            expect(Math.round((sheet.width * 100) / sheet.scale)).toBe(units);
        }
        expect(sheetOf('blackboard')).toBeNull();
        expect(sheetOf('a4')!.height).toBeGreaterThan(sheetOf('letter')!.height!);
    });
});

describe('a page that is open', () => {
    beforeEach(() => {
        document.body.innerHTML = '<p id="news" hidden></p>';
    });
    const bar = (): HTMLElement => document.querySelector('#news')!;

    it('says when a newer edition is out, and leaves the music alone', async () => {
        vi.useFakeTimers();
        const asked = answers({ body: { edition: 3 } }, { body: { edition: 4 } });
        watchEdition('abc', 3, true);
        await vi.advanceTimersByTimeAsync(10);
        expect(asked).toEqual(['/api/v1/part/abc/now']);
        expect(bar().hidden).toBe(true);
        await vi.advanceTimersByTimeAsync(60_000);
        expect(bar().hidden).toBe(false);
        expect(bar().textContent).toBe('Edition 4 is out.Show it');
        await vi.advanceTimersByTimeAsync(60_000);
        expect(bar().querySelectorAll('button')).toHaveLength(1);
    });

    it('says when there is no network, until there is one', async () => {
        vi.useFakeTimers();
        vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')));
        watchEdition('abc', 3, true);
        await vi.advanceTimersByTimeAsync(10);
        expect(bar().textContent).toContain('No network: this is edition 3');
        answers({ body: { edition: 3 } });
        window.dispatchEvent(new Event('online'));
        await vi.advanceTimersByTimeAsync(10);
        expect(bar().hidden).toBe(true);
    });

    it('says that its link was ended', async () => {
        answers({ status: 410, body: { message: 'This link was ended by your director. Ask for the new one.' } });
        watchEdition('abc', 3, true);
        await vi.waitFor(() => expect(bar().textContent).toContain('ended by your director'));
    });
});

describe('a drawing made small', () => {
    const drawn = slim(
        '<svg viewBox="0 0 9 9" id="q1"><style>#q1 g.fing {font-weight:bold;}#q1 path {stroke:currentColor}#q1 g.cursor {fill:red;}</style>' +
            '<defs><g id="E050-q1"><path d="M1 2"/></g></defs> <g id="n1" class="note"><use href="#E050-q1" transform="translate(1.23456, 2)"/>' +
            '<g class="section"/><g class="empty"> </g></g><tspan font-family="Leland">x</tspan></svg>',
    );

    it('looks the same beside another', () => {
        expect(drawn).toContain('.engraving g.fing {font-weight:bold;}');
        expect(drawn).toContain('<svg class="engraving" viewBox="0 0 9 9">');
        expect(drawn).toContain('font-family="Notes in Words"');
    });

    it('keeps what is referred to and what shows', () => {
        expect(drawn).toContain('<g id="E050-q1"><path d="M1 2"/></g>');
        expect(drawn).toContain('<g class="note"><use href="#E050-q1" transform="translate(1.2, 2)"/></g>');
        expect(drawn).not.toContain('cursor');
    });
});

describe('the engraver on the server', () => {
    const draw = (...wishes: object[]): { ticket?: number; sheet?: string; pages?: string[]; error?: string; version?: string }[] =>
        execFileSync('node', ['storage/framework/drawing/worker.mjs'], {
            input: wishes.map((one) => `${JSON.stringify(one)}\n`).join(''),
            stdio: ['pipe', 'pipe', 'ignore'],
            maxBuffer: 20_000_000,
        })
            .toString()
            .trim()
            .split('\n')
            .map((line) => JSON.parse(line) as object);
    const measures = (count: number): string =>
        '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Violin</part-name><part-abbreviation>Vln.</part-abbreviation></score-part></part-list>' +
        `<part id="P1">${Array.from({ length: count }, (_, index) => `<measure number="${index + 1}">${index === 0 ? '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef></attributes>' : ''}<note><pitch><step>A</step><octave>4</octave></pitch><duration>4</duration><voice>1</voice><type>whole</type></note></measure>`).join('')}</part></score-partwise>`;

    it('draws on each sheet, the section’s name on the first line alone, and goes on after what it cannot read', () => {
        const [first, phone, paper, wrong, after] = draw(
            { ticket: 1, musicXml: measures(40), sheets: ['phone', 'a4'] },
            { ticket: 2, musicXml: 'no music', sheets: ['phone'] },
            { ticket: 3, musicXml: measures(1), sheets: ['blackboard'] },
        );
        expect(first?.version).toMatch(/^\d+\.\d+/);
        expect([phone?.ticket, phone?.sheet, phone?.pages?.length]).toEqual([1, 'phone', 1]);
        expect(phone?.pages?.[0]?.match(/class="notehead"/g)).toHaveLength(40);
        expect(phone?.pages?.[0]?.match(/>Violin</g)).toHaveLength(1);
        expect(phone?.pages?.[0]).not.toContain('Vln.');
        for (const svg of phone?.pages ?? []) {
            const closed = (svg.match(/<(\w+)[^>]*[^/]>/g) ?? []).length;
            expect(svg.match(/<\/\w+>/g)).toHaveLength(closed);
        }
        expect(paper?.sheet).toBe('a4');
        expect(wrong?.error).toBe('The engraving library could not read this part.');
        expect(after?.error).toContain('no sheet “blackboard”');
    });
});
