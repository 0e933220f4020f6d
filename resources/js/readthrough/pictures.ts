/** Short passages of parts, engraved for cards: each part's page is fetched once. */
import { api } from '../api/client';
import type { PageScore, TogetherLook } from '../api/types';
import { engraver } from '../engraving/engraver';
import { cut, passage, withMeasures, type CutScore } from '../engraving/score';

/** Size of the notes in percent: smaller than on the desk, several parts stand under one another. */
const SCALE = 34;

export class Pictures {
    private pages = new Map<number, Promise<CutScore>>();

    /** What is shown of the parts is old: they are fetched again when they are asked for. */
    forget(): void {
        this.pages.clear();
    }

    page(section: number): Promise<CutScore> {
        const known = this.pages.get(section) ?? api.get<PageScore>(`sections/${section}/page`).then(({ xml }) => cut(xml ?? ''));
        this.pages.set(section, known);
        return known;
    }

    /**
     * Some measures of a part as one line of music.
     *
     * @param measures the last one left out
     * @param look what would be otherwise; null for the part as it stands
     * @returns SVG; empty where the part has no such measures
     */
    async draw(section: number, measures: { from: number; until: number }, width: number, look: TogetherLook | null): Promise<string> {
        const page = await this.page(section);
        const score = look ? withMeasures(page, look.measures) : page;
        const stretch = { from: measures.from, until: Math.min(measures.until, score.measures.length) };
        if (stretch.from >= stretch.until) return '';
        const musicXml = passage(score, stretch, []);
        const [picture] = await engraver.passage({ musicXml, width, scale: SCALE, breaks: 'line', only: { from: 0, until: 1 } }, 1);
        return picture?.svg ?? '';
    }
}
