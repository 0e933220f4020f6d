import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { describe, expect, it } from 'vitest';
import { load } from '../../resources/js/engraving/load';
import { systemLayout } from '../../resources/js/engraving/layout';
import { around, beside, cut, joined, passage, spans, withMeasures } from '../../resources/js/engraving/score';
import { tidy } from '../../resources/js/engraving/tidy';

const part = (...measures: string[]): string =>
    `<score-partwise><part-list/><part id="P1">${measures.map((inside, at) => `<measure number="${at + 1}">${inside}</measure>`).join('')}</part></score-partwise>`;
const note = (...notations: string[]): string => `<note><pitch/><notations>${notations.join('')}</notations></note>`;
const slur = (type: 'start' | 'stop', number = 1): string => `<slur type="${type}" number="${number}"/>`;

describe('a part cut at its measures', () => {
    it('is whole again when it is joined', () => {
        const xml = part(note(), '<measure-style/>', note());
        const score = cut(xml);
        expect(score.measures).toHaveLength(3);
        expect(joined(score)).toBe(xml);
    });

    it('takes measures that hold nothing for measures, and styles of measures not', () => {
        expect(cut('<part id="P1"><measure number="1"/><measure number="2"><measure-style number="1"/></measure></part>').measures).toEqual([
            '<measure number="1"/>', '<measure number="2"><measure-style number="1"/></measure>',
        ]);
    });

    it('stays in one piece when there are more parts', () => {
        const xml = '<part id="P1"><measure/></part><part id="P2"><measure/></part>';
        expect(cut(xml)).toEqual({ head: xml, measures: [], tail: '' });
    });

    it('takes changed measures in the place of old ones', () => {
        const score = cut(part('a', 'b', 'c'));
        expect(joined(withMeasures(score, [{ index: 1, xml: '<measure number="2">x</measure>' }]))).toBe(part('a', 'x', 'c'));
        expect(joined(score)).toBe(part('a', 'b', 'c'));
    });
});

describe('what reaches over measures', () => {
    it('is known by its kind and number', () => {
        const wedge = (type: string): string => `<direction><direction-type><wedge type="${type}"/></direction-type></direction>`;
        const score = cut(part(note(slur('start')), wedge('crescendo') + note(slur('stop'), slur('start', 2)), note(slur('stop', 2)), wedge('stop')));
        expect(spans(score)).toEqual([
            { from: 0, to: 1, isEnding: false }, { from: 1, to: 2, isEnding: false }, { from: 1, to: 3, isEnding: false },
        ]);
    });

    it('is engraved with the systems it touches, and only with these', () => {
        const plain = Array.from({ length: 12 }, () => note());
        const starts = [0, 2, 4, 6, 8, 10];
        expect(around(cut(part(...plain)), starts, { from: 2, until: 3 })).toEqual({ from: 1, until: 4 });
        expect(around(cut(part(...plain)), starts, { from: 0, until: 1 })).toEqual({ from: 0, until: 2 });
        const long = [...plain];
        [long[1], long[4]] = [note(slur('start')), note(slur('stop'))];
        expect(around(cut(part(...long)), starts, { from: 2, until: 3 })).toEqual({ from: 0, until: 4 });
        // It ends before what is wanted.
        [long[4], long[3]] = [note(), note(slur('stop'))];
        expect(around(cut(part(...long)), starts, { from: 2, until: 3 })).toEqual({ from: 1, until: 4 });
    });

    it('needs one measure of a neighbour that nothing reaches out of', () => {
        const starts = [0, 2, 4, 6];
        const plain = cut(part(...Array.from({ length: 8 }, () => note())));
        const wanted = { from: 2, until: 3 };
        expect(beside(plain, starts, wanted, { from: 1, until: 4 })).toEqual({ from: 3, until: 7 });
        expect(beside(plain, starts, { from: 3, until: 4 }, { from: 2, until: 4 })).toEqual({ from: 5, until: 8 });
        // A slur over the two measures before keeps both of them.
        const slurred = cut(part(...Array.from({ length: 8 }, (_, at) => (at === 2 ? note(slur('start')) : at === 3 ? note(slur('stop')) : note()))));
        expect(beside(slurred, starts, wanted, { from: 1, until: 4 })).toEqual({ from: 2, until: 7 });
    });

    it('is followed to the end where it is an ending of a repeat', () => {
        const ending = (type: string): string => `<barline><ending number="1" type="${type}"/></barline>`;
        const measures = Array.from({ length: 12 }, () => note());
        [measures[1], measures[2]] = [ending('start') + note(), note() + ending('stop')];
        expect(around(cut(part(...measures)), [0, 2, 4, 6, 8, 10], { from: 2, until: 3 }).from).toBe(0);
    });
});

describe('what is drawn', () => {
    it('has no chord that is only kept', async () => {
        const engraver = new VerovioToolkit(await createVerovioModule());
        const chord = (shown: string, name: string): string => `<harmony${shown}><root><root-step>${name}</root-step></root><kind text="7">dominant</kind></harmony>`;
        engraver.setOptions(systemLayout(860, 42, 'auto'));
        const attributes = '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef></attributes>';
        const whole = '<note><pitch><step>C</step><octave>5</octave></pitch><duration>4</duration><type>whole</type></note>';
        const score = part(attributes + chord(' print-object="no"', 'A') + chord('', 'G') + whole);
        load(engraver, score.replace('<part-list/>', '<part-list><score-part id="P1"><part-name>Violin</part-name></score-part></part-list>'));
        const svg = engraver.renderToSVG(1);
        expect(svg).toContain('>G7<');
        expect(svg).not.toContain('>A7<');
    });
});

describe('a passage', () => {
    const attributes = (inside: string): string => `<attributes>${inside}</attributes>`;

    it('says the clef, key and meter that hold where it begins', () => {
        const score = cut(part(
            attributes('<divisions>2</divisions><key><fifths>2</fifths></key><time><beats>4</beats></time><clef><sign>C</sign></clef>') + note(),
            note() + attributes('<clef><sign>G</sign></clef>'),
            attributes('<key><fifths>-1</fifths></key>') + note(),
            note(),
        ));
        expect(passage(score, { from: 2, until: 4 }, [2])).toBe(
            '<score-partwise><part-list/><part id="P1"><measure number="3">'
            + attributes('<divisions>2</divisions><key><fifths>-1</fifths></key><time><beats>4</beats></time><clef><sign>G</sign></clef>')
            + `${note()}</measure><measure number="4">${note()}</measure></part></score-partwise>`,
        );
    });

    it('keeps the clefs of both staves', () => {
        const score = cut(part(attributes('<clef number="1"><sign>G</sign></clef><clef number="2"><sign>F</sign></clef>'), note()));
        expect(passage(score, { from: 1, until: 2 }, [])).toContain('<clef number="1"><sign>G</sign></clef><clef number="2"><sign>F</sign></clef>');
    });

    it('leaves out what begins or ends outside of it', () => {
        const score = cut(part(note(slur('start')), note(slur('stop')) + note(slur('start')) + note(slur('stop')), note(slur('start', 2)), note(slur('stop', 2))));
        expect(passage(score, { from: 1, until: 3 }, [])).toBe(
            part('', note() + note(slur('start')) + note(slur('stop')), note()).replace('<measure number="1"></measure>', ''),
        );
    });

    it('breaks its systems where the page does, not where the edition did', () => {
        const score = cut(part(note(), `<print new-system="yes"/>${note()}`, note(), note()));
        const made = passage(score, { from: 0, until: 4 }, [0, 2]);
        expect(made).toContain('<measure number="2"><print/>');
        expect(made).toContain('<measure number="3"><print new-system="yes"/>');
        expect(made.match(/new-system/g)).toHaveLength(1);
    });
});

describe('systems engraved again', () => {
    it('come out as on the whole page, in the demo scores', async () => {
        const folder = mkdtempSync(join(tmpdir(), 'pages-'));
        execFileSync('php', [join(import.meta.dirname, 'pages.php'), folder]);
        const engraver = new VerovioToolkit(await createVerovioModule());
        const engraved = (musicXml: string, breaks: 'auto' | 'line'): string[] => {
            engraver.setOptions(systemLayout(860, 42, breaks));
            load(engraver, musicXml);
            return Array.from({ length: engraver.getPageCount() }, (_, page) => tidy(engraver.renderToSVG(page + 1), true));
        };
        /** What is seen, without the names the library gives. */
        const seen = (svg: string | undefined): string => (svg ?? '')
            .replace(/ (?:id|href|data-[a-z]+)="[^"]*"/g, '').replace(/<style.*?<\/style>/s, '').replace(/#[\w-]+/g, '')
            .replace(/<g class="[ps]b"\/>/g, '').replace(/class="(\w+)[^"]*"/g, '$1');
        let compared = 0;
        const other: string[] = [];
        for (const file of readdirSync(folder).filter((name) => name.includes('standard'))) {
            const score = cut(readFileSync(join(folder, file), 'utf8'));
            const page = engraved(joined(score), 'auto');
            const starts: number[] = [];
            page.reduce((at, svg) => starts.push(at) && at + (svg.match(/class="measure[ "]/g)?.length ?? 0), 0);
            for (let system = 0; system < page.length; system += 3) {
                const needed = around(score, starts, { from: system, until: system + 1 });
                const made = engraved(passage(score, beside(score, starts, { from: system, until: system + 1 }, needed), starts), 'line');
                compared += 1;
                if (made.length !== needed.until - needed.from || seen(made[system - needed.from]) !== seen(page[system])) {
                    other.push(`${file}, system ${system + 1}`);
                }
            }
        }
        rmSync(folder, { recursive: true });
        expect(compared).toBeGreaterThan(40);
        expect(other).toEqual([]);
    }, 180_000);
});
