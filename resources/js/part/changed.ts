/** What is otherwise than in an edition before: told in the list, and by a bar in the margin of the music. */
import { measuresIn } from './drawing';
import type { EditionChange, PartChanges } from '../api/answers';

const SVG = 'http://www.w3.org/2000/svg';
/** The bar, in the units of the drawing: a staff space is 180. */
const BAR = { left: -190, width: 70 };

export async function changesSince(token: string, edition: number, from: number): Promise<PartChanges | null> {
    try {
        const answer = await fetch(`/api/v1/part/${token}/changes?edition=${edition}&from=${from}`, { headers: { Accept: 'application/json' } });
        return answer.ok ? ((await answer.json()) as PartChanges) : null;
    } catch {
        // What changed since the edition before is there already.
        return null;
    }
}

function row({ text, kind, from, to }: EditionChange): HTMLLIElement {
    const made = document.createElement('li');
    made.className = kind;
    made.dataset.from = String(from);
    made.dataset.to = String(to);
    const label = document.createElement('label');
    const box = document.createElement('input');
    box.type = 'checkbox';
    box.value = `changed ${text}`;
    const words = document.createElement('span');
    words.textContent = text;
    label.append(box, words);
    made.append(label);
    return made;
}

export function showChanges({ since, changes }: PartChanges): void {
    const place = document.querySelector<HTMLElement>('#changed');
    const number = document.querySelector('#since');
    if (!place || !number) return;
    place.hidden = changes.length === 0;
    number.textContent = String(since);
    place.querySelector('ul')?.replaceChildren(...changes.map(row));
}

/** Puts a bar in the margin of every system that has one of the measures, counted from the first of the part. */
export function markMargin(music: HTMLElement | null, stretches: [number, number][]): void {
    music?.querySelectorAll('.changed-bar').forEach((bar) => bar.remove());
    const measures = music ? measuresIn(music) : [];
    const systems = new Set<SVGGElement>();
    stretches.forEach(([from, to]) =>
        measures
            .filter((measure) => measure.from <= to && measure.until > from)
            .forEach(({ element }) => {
                const system = element.closest<SVGGElement>('g.system');
                if (system) systems.add(system);
            }),
    );
    systems.forEach((system) => {
        // The first path of a staff is its top line, the fifth its lowest.
        const lines = [...system.querySelectorAll<SVGPathElement>('g.staff > path')].map((line) =>
            Number(/M\s*-?[\d.]+[ ,]+(-?[\d.]+)/.exec(line.getAttribute('d') ?? '')?.[1] ?? 0),
        );
        if (lines.length === 0) return;
        const bar = document.createElementNS(SVG, 'rect');
        const top = Math.min(...lines);
        Object.entries({ x: BAR.left, y: top, width: BAR.width, height: Math.max(...lines) - top, class: 'changed-bar' }).forEach(
            ([name, value]) => bar.setAttribute(name, String(value)),
        );
        system.append(bar);
    });
}
