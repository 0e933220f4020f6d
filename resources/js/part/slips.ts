/** Lists on paper: one, two or four on a sheet, to be cut apart and laid on the stands. */

interface Heading {
    title: string;
    part: string;
    edition: number;
    since: number;
}

/** What is printed: the whole list, what changed since the edition before, or what was heard in rehearsal. */
export type Slip = 'list' | 'changed' | 'heard';
const ROWS: Record<Slip, string> = { list: '#list > ul > li, #list > .rub-out', changed: '#changed li', heard: '#heard li' };

/** Smaller is not read on a stand, in pixels. */
const SMALLEST = 8;
const LARGEST = 13;

/**
 * Sets the slips that are printed next. A list that is too long for its slip is set smaller, and where that does not help, with
 * fewer on a sheet.
 *
 * @returns how many stand on a sheet
 */
export function setSlips(what: Slip, count: number, heading: Heading): number {
    document.querySelector('#slips')?.remove();
    const rows = [...document.querySelectorAll<HTMLElement>(ROWS[what])];
    const sheet = document.createElement('div');
    sheet.id = 'slips';
    document.body.append(sheet);
    for (const many of [count, 2, 1].filter((one) => one <= count)) {
        sheet.className = `slips-${many}`;
        for (let size = LARGEST; size >= SMALLEST; size -= 1) {
            sheet.style.fontSize = `${size}px`;
            sheet.replaceChildren(...Array.from({ length: many }, () => slip(what, rows, heading)));
            const first = sheet.firstElementChild;
            // One on a sheet may run on to the next.
            if (many === 1 || !first || first.scrollHeight <= first.clientHeight + 1) return many;
        }
    }
    return 1;
}

function slip(what: Slip, rows: HTMLElement[], { title, part, edition, since }: Heading): HTMLElement {
    const made = document.createElement('div');
    const head = document.createElement('h2');
    head.textContent = `${{ list: '', changed: `Corrections, edition ${edition}: `, heard: 'What we heard: ' }[what]}${title} – ${part}`;
    const under = document.createElement('p');
    under.textContent = what === 'list'
        ? `Edition ${edition}; ${document.querySelector('#length')?.textContent ?? ''}`
        : what === 'heard'
            ? `Edition ${edition}`
            : `Since edition ${document.querySelector('#since')?.textContent ?? String(since)}`;
    const list = document.createElement('ul');
    rows.forEach((row) => {
        const line = document.createElement('li');
        // What is not read aloud goes: the boxes are drawn.
        line.className = row.className;
        line.textContent = [...row.querySelectorAll('strong, span, small')].map((one) => one.textContent.trim()).filter(Boolean).join('  ')
            || row.textContent.trim();
        list.append(line);
    });
    made.append(head, under, list);
    return made;
}
