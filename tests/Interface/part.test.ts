import { execFileSync } from 'node:child_process';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sheetOf } from '../../resources/js/drawing/sheets';
import { slim } from '../../resources/js/drawing/slim';
import { mayTurnBefore, turns } from '../../resources/js/drawing/turns';
import { forReading, withLongRests } from '../../resources/js/engraving/reading';
import type { CutScore } from '../../resources/js/engraving/score';
import { changesSince, markMargin, showChanges } from '../../resources/js/part/changed';
import { drawingOf } from '../../resources/js/part/drawing';
import { watchEdition } from '../../resources/js/part/newer';
import { fitting, stepped } from '../../resources/js/part/screens';
import { setSlips } from '../../resources/js/part/slips';
import { turned } from '../../resources/js/part/turning';

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
        await vi.advanceTimersByTimeAsync(800_000);
        await drawn;
    });

    it('says why it cannot be had', async () => {
        answers({ status: 422, body: { message: 'Drawing this page needs more memory than there is.' } });
        await expect(drawingOf(wish, () => undefined)).rejects.toThrow('more memory');
        vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')));
        await expect(drawingOf(wish, () => undefined)).rejects.toThrow('no network');
    });

    it('says when the network goes in the middle of it', async () => {
        const cut = new ReadableStream({
            start(stream) {
                stream.enqueue(new TextEncoder().encode('{"pages":["<svg>'));
                stream.error(new TypeError('network error'));
            },
        });
        vi.stubGlobal('fetch', () => Promise.resolve(new Response(cut, { status: 200 })));
        await expect(drawingOf(wish, () => undefined)).rejects.toThrow('went away in the middle. What is shown already stays.');
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
        // A note keeps its name: it is shown when it sounds.
        expect(drawn).toContain('<g data-note="n1" class="note"><use href="#E050-q1" transform="translate(1.2, 2)"/></g>');
        expect(drawn).not.toContain('cursor');
    });
});

describe('what changed', () => {
    const system = (...measures: string[]): string =>
        `<g class="system">${measures.map((name) => `<g class="measure"><g class="staff"><path d="M0 540 L900 540"/><path d="M0 1260 L900 1260"/>${name}</g></g>`).join('')}</g>`;

    beforeEach(() => {
        document.body.innerHTML = '<div id="music"><div class="drawn">'
            + `<svg>${system('', '')}${system('', '')}</svg><svg>${system('', '', '')}</svg></div></div>`
            + '<div id="changed" hidden><h2><span id="since"></span></h2><ul></ul></div>';
    });

    it('has a bar in the margin of each system it is in, as high as the staff', () => {
        const music = document.querySelector<HTMLElement>('#music');
        markMargin(music, [[1, 2], [1, 1]]);
        const bars = [...document.querySelectorAll('.changed-bar')];
        expect(bars.map((bar) => [...document.querySelectorAll('g.system')].indexOf(bar.parentElement!))).toEqual([0, 1]);
        expect([bars[0]?.getAttribute('y'), bars[0]?.getAttribute('height')]).toEqual(['540', '720']);
        // Pages are counted on.
        markMargin(music, [[5, 5]]);
        expect([...document.querySelectorAll('g.system')].map((each) => each.querySelectorAll('.changed-bar').length)).toEqual([0, 0, 1]);
        markMargin(music, []);
        expect(document.querySelectorAll('.changed-bar')).toHaveLength(0);
    });

    it('is told line by line, what follows apart from what was decided', () => {
        showChanges({ since: 2, changes: [
            { text: 'm. 8: up, was down', kind: 'decided', from: 8, to: 8 },
            { text: 'because of m. 8: m. 9 to m. 14 turn round', kind: 'follows', from: 9, to: 14 },
        ] });
        expect(document.querySelector<HTMLElement>('#changed')?.hidden).toBe(false);
        expect(document.querySelector('#since')?.textContent).toBe('2');
        expect([...document.querySelectorAll<HTMLElement>('#changed li')].map((row) => [row.className, row.dataset.from, row.dataset.to])).toEqual([
            ['decided', '8', '8'], ['follows', '9', '14'],
        ]);
    });

    it('is asked for between any two editions, and its lack is no harm', async () => {
        const asked = answers({ body: { since: 1, changes: [] } });
        expect(await changesSince('abc', 4, 1)).toEqual({ since: 1, changes: [] });
        expect(asked).toEqual(['/api/v1/part/abc/changes?edition=4&from=1']);
        answers({ status: 404, body: { message: 'There is no edition 1 before this one.' } });
        expect(await changesSince('abc', 4, 1)).toBeNull();
        vi.stubGlobal('fetch', () => Promise.reject(new Error('offline')));
        expect(await changesSince('abc', 4, 1)).toBeNull();
    });
});

describe('lists on paper', () => {
    const heading = { title: 'Tune', part: 'Viola', edition: 3, since: 2 };

    beforeEach(() => {
        document.body.innerHTML = '<section id="list"><div id="changed"><h2><span id="since">1</span></h2><ul>'
            + '<li class="follows"><label><input type="checkbox"><span>m. 9 turns round</span></label></li></ul></div>'
            + '<p><span id="length">2 signs, about 1 minute</span></p><ul>'
            + '<li><label><input type="checkbox"><strong>m. 4</strong><span>V up</span><small>at A</small></label></li>'
            + '<li><label><input type="checkbox"><strong>m. 7</strong><span>hooked</span><small></small></label></li></ul></section>';
    });

    it('stand as often on a sheet as was asked, each with its heading and all its lines', () => {
        expect(setSlips('list', 4, heading)).toBe(4);
        const slips = [...document.querySelectorAll('#slips > div')];
        expect(slips).toHaveLength(4);
        expect(slips[3]?.querySelector('h2')?.textContent).toBe('Tune – Viola');
        expect(slips[0]?.querySelector('p')?.textContent).toBe('Edition 3; 2 signs, about 1 minute');
        expect([...(slips[0]?.querySelectorAll('li') ?? [])].map((row) => row.textContent)).toEqual(['m. 4  V up  at A', 'm. 7  hooked']);
        setSlips('list', 1, heading);
        expect(document.querySelectorAll('#slips > div')).toHaveLength(1);
    });

    it('tell the corrections alone, and since when', () => {
        setSlips('changed', 2, heading);
        const [slip] = document.querySelectorAll('#slips > div');
        expect(slip?.querySelector('h2')?.textContent).toBe('Corrections, edition 3: Tune – Viola');
        expect(slip?.querySelector('p')?.textContent).toBe('Since edition 1');
        expect(slip?.querySelector('li.follows')?.textContent).toBe('m. 9 turns round');
    });

    it('tell what was heard in rehearsal, which is nothing to pencil in', () => {
        document.querySelector('#list')?.insertAdjacentHTML(
            'afterbegin',
            '<div id="heard"><ul><li><label><input type="checkbox"><strong>m. 45</strong><span>the rhythm</span></label></li></ul></div>',
        );
        setSlips('heard', 2, heading);
        const [slip] = document.querySelectorAll('#slips > div');
        expect(slip?.querySelector('h2')?.textContent).toBe('What we heard: Tune – Viola');
        expect(slip?.querySelector('p')?.textContent).toBe('Edition 3');
        expect([...(slip?.querySelectorAll('li') ?? [])].map((row) => row.textContent)).toEqual(['m. 45  the rhythm']);
        setSlips('list', 1, heading);
        expect(document.querySelector('#slips')?.textContent).not.toContain('the rhythm');
    });

    it('are fewer on a sheet where they are too long for a quarter of it', () => {
        vi.spyOn(HTMLElement.prototype, 'scrollHeight', 'get').mockImplementation(function (this: HTMLElement) {
            return this.parentElement?.className === 'slips-4' ? 900 : 400;
        });
        vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(480);
        expect(setSlips('list', 4, heading)).toBe(2);
    });
});

describe('the pages of a printed part', () => {
    const rest = '<note><rest/><duration>4</duration><type>whole</type></note>';
    const note = '<note><pitch/><type>quarter</type></note>';
    const score = (...measures: string[]): CutScore => ({ head: '', tail: '', measures: measures.map((inside) => `<measure>${inside}</measure>`) });

    it('may be turned where there is a rest of some length, before the turn or after it', () => {
        const music = score(note + rest, note, rest + note, note, note + '<note><rest/><type>16th</type></note>', note);
        expect([1, 2, 3, 4, 5].filter((measure) => mayTurnBefore(music, measure))).toEqual([1, 2]);
    });

    const air = { least: 2, usual: 4, most: 10 };
    const alike = (count: number): number[] => Array<number>(count).fill(10);

    it('are as few as there can be, and filled evenly', () => {
        expect(turns(alike(25), 166, air, () => false)).toEqual([12]);
        expect(turns(alike(5), 166, air, () => false)).toEqual([]);
        expect(turns(alike(20), 138, air, () => true)).toEqual([10]);
        expect(turns([10, 10, 10, 40, 40, 10, 10, 10], 90, air, () => false)).toEqual([4]);
    });

    it('end at a rest that is near, and never grow in number', () => {
        expect(turns(alike(30), 166, air, (system) => [9, 21].includes(system))).toEqual([9, 21]);
        expect(turns(alike(30), 166, air, (system) => system === 1)).toEqual([10, 20]);
        // Two pages lie side by side: nobody turns between them, so they are even.
        expect(turns(alike(14), 138, air, (system) => system === 11)).toEqual([7]);
    });

    it('leave no system out that is higher than a page', () => {
        expect(turns([10, 300, 10], 100, air, () => false)).toEqual([1, 2]);
    });
});

describe('rests of several measures', () => {
    const rest = '<note><rest measure="yes"/><duration>4</duration></note>';
    const note = '<note><pitch/><duration>4</duration></note>';
    const lengths = (...measures: string[]): (string | undefined)[] =>
        withLongRests({ head: '', tail: '', measures: measures.map((inside) => `<measure number="1">${inside}</measure>`) }).measures.map(
            (measure) => /<multiple-rest>(\d+)</.exec(measure)?.[1],
        );

    it('are one with their number', () => {
        expect(lengths(note, rest, rest, rest, note, rest, note)).toEqual([undefined, '3', undefined, undefined, undefined, undefined, undefined]);
    });

    it('end where something else stands', () => {
        const words = '<direction><direction-type><words>solo</words></direction-type></direction>';
        const double = '<barline location="right"><bar-style>light-light</bar-style></barline>';
        expect(lengths(rest, words + rest, rest, rest)).toEqual([undefined, '3', undefined, undefined]);
        expect(lengths(rest, rest + double, rest, rest)).toEqual(['2', undefined, '2', undefined]);
        expect(lengths(rest, '<attributes><key/></attributes>' + rest, rest, rest + words)).toEqual([undefined, '2', undefined, undefined]);
    });
});

describe('words of a page', () => {
    const words = (text: string): string => `<direction><direction-type><words font-weight="bold">${text}</words></direction-type></direction>`;

    it('that jump stand at the end of their measure', () => {
        expect(forReading(`<measure number="1">${words('D.S. al Coda')}<note/><barline location="right"/></measure>`)).toMatch(
            /<note\/><direction>.*<words halign="right" font-weight="bold">D\.S\. al Coda<.*<\/direction><barline/,
        );
        const plain = `<measure number="1">${words('Slowly')}<note/></measure>`;
        expect(forReading(plain)).toBe(plain);
    });

    it('of the tempo share a line with its number', () => {
        const metronome = '<direction><direction-type><metronome><per-minute>72</per-minute></metronome></direction-type></direction>';
        expect(forReading(`${words('Slowly')}\n${metronome}`).match(/<direction>/g)).toHaveLength(1);
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
        const printed = measures(12).replace(/<measure number="(4|9)">/g, '<measure number="$1"><print new-system="yes"/>');
        const [, lines] = draw({ ticket: 1, musicXml: printed, sheets: ['lines'] });
        expect(lines?.pages?.[0]?.split('class="system').slice(1).map((system) => system.match(/class="notehead"/g)?.length)).toEqual([3, 5, 4]);
        const [, passage] = draw({ ticket: 1, musicXml: measures(40), sheets: ['phone'], measures: [8, 20] });
        expect(passage?.pages?.[0]?.match(/class="notehead"/g)).toHaveLength(12);
        const [, long] = draw({ ticket: 1, musicXml: measures(400), sheets: ['a4-large'] });
        const systems = long?.pages?.map((page) => page.match(/class="system"/g)?.length ?? 0) ?? [];
        expect(long?.pages?.map((page) => page.match(/class="notehead"/g)?.length ?? 0).reduce((sum, notes) => sum + notes, 0)).toBe(400);
        expect(Math.max(...systems) - Math.min(...systems)).toBeLessThanOrEqual(1);
        expect(wrong?.error).toBe('The engraving library could not read this part.');
        expect(after?.error).toContain('no sheet “blackboard”');
    });
});

describe('turning pages by systems', () => {
    const systems = [0, 1, 2, 3, 4, 5].map((at) => ({ top: at * 100, bottom: at * 100 + 90 }));

    it('goes to the first that was not seen whole, and back by as many', () => {
        expect(turned(systems, 0, 250, 1)).toBe(200);
        expect(turned(systems, 200, 250, 1)).toBe(400);
        expect(turned(systems, 400, 250, -1)).toBe(200);
        expect(turned(systems, 200, 250, -1)).toBe(0);
    });

    it('stops at both ends, and passes what is higher than the window', () => {
        expect(turned(systems, 400, 250, 1)).toBe(340);
        expect(turned(systems, 0, 250, -1)).toBe(0);
        expect(turned(systems, 0, 50, 1)).toBe(100);
        expect(turned([], 0, 250, -1)).toBe(0);
    });
});
