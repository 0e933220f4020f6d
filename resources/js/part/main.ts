/**
 * The student's page: what the page that came with the music cannot do by itself. Small on purpose: it runs on any phone, and the
 * music is there before it.
 */
import { isTexts, remember, remembered } from '../ui/remembered';
import { PlayAlong, type Tab } from './along';
import { changesSince, markMargin, showChanges } from './changed';
import { drawingOf, type Wanted } from './drawing';
import { fitting, stepped, type Screen } from './screens';
import { watchEdition } from './newer';
import { keepOffline } from './offline';
import { setSlips, type Slip } from './slips';
import { turnPages } from './turning';

interface Shown {
    token: string;
    /** By what the browser remembers the part: the same for every version, and for a link that takes the place of this one. */
    key: string;
    title: string;
    part: string;
    edition: number;
    newest: number;
    at: string;
    chosen: Chosen;
    usual: Chosen;
    /** The edition with which this one is compared; 0 for none. */
    since: number;
    /** Whether the link shows more than the list. */
    hasMusic: boolean;
    /** How many practice lines it was handed out with; null for an edition that cannot be heard. */
    lines: number | null;
}

interface Chosen {
    chair: string;
    fingers: string;
    bows: string;
}


/** When a phone has shown the music and has nothing else to do, in milliseconds. */
const WHEN_IDLE = 2500;
const WHEN_READ = 12_000;
/** A turned phone settles before the page is drawn for it, in milliseconds. */
const AFTER_TURNING = 200;
/** The narrow side of a screen that is turned in the hand, in CSS pixels. */
const PHONE = 900;

const shown = JSON.parse(document.querySelector('#part')?.textContent ?? '{}') as Shown;
const page = document.querySelector<HTMLElement>('.my-part');
const music = document.querySelector<HTMLElement>('#music');
const chosen = { ...shown.chosen };
const linesBox = document.querySelector<HTMLInputElement>('input[name=lines]');
let screen = (page?.dataset.sheet ?? 'phone') as Screen;
const isText = (value: unknown): value is string => typeof value === 'string';
const isTrue = (value: unknown): value is boolean => typeof value === 'boolean';

/* What a student chose the last time, unless the link says something else. */
const asked = new URLSearchParams(location.search);
const ofPart = (what: string): string => `${what}-${shown.key}`;

function choice(what: keyof Chosen, options: string[]): string {
    const kept = asked.get(what) ?? remembered(ofPart(what), '', isText);
    return options.includes(kept) ? kept : chosen[what];
}

function query(): URLSearchParams {
    const made = new URLSearchParams();
    (['chair', 'fingers', 'bows'] as const).forEach((what) => {
        if (chosen[what] !== shown.usual[what]) made.set(what, chosen[what]);
    });
    if (shown.edition !== shown.newest || asked.has('edition')) made.set('edition', String(shown.edition));
    return made;
}

function wanted(sheet: string): Wanted {
    return { token: shown.token, edition: shown.edition, sheet, query: query() };
}

let turn = 0;

/** Shows the page as it is chosen now; what is there stays until the other is. */
async function show(): Promise<void> {
    turn += 1;
    const mine = turn;
    page?.setAttribute('data-sheet', screen);
    document.cookie = `sheet=${screen};path=/part;max-age=31536000;samesite=lax`;
    try {
        const pages = await drawingOf(wanted(linesBox?.checked ? 'lines' : screen), (sentence) => {
            if (mine === turn && music && !music.querySelector('.drawn')) say(sentence);
        });
        if (mine !== turn || !music) return;
        const drawn = document.createElement('div');
        drawn.className = 'drawn';
        drawn.innerHTML = pages.join('');
        const scrolled = music.scrollHeight > 0 ? music.scrollTop / music.scrollHeight : 0;
        music.replaceChildren(drawn);
        music.scrollTop = scrolled * music.scrollHeight;
        drawBars();
    } catch (problem) {
        if (mine === turn) say(problem instanceof Error ? problem.message : 'This page cannot be shown just now.');
    }
}

function say(sentence: string): void {
    const waiting = document.createElement('p');
    waiting.className = 'quiet waiting';
    waiting.setAttribute('role', 'status');
    waiting.textContent = sentence;
    const drawn = music?.querySelector('.drawn');
    music?.replaceChildren(waiting, ...(drawn ? [drawn] : []));
}

function tab(name: Tab): void {
    if (!shown.hasMusic) return;
    page?.setAttribute('data-shows', name);
    along?.show(name).catch(sayAbove);
    document.querySelectorAll('[data-tab]').forEach((button) => button.setAttribute('aria-pressed', String(button.getAttribute('data-tab') === name)));
}

/* Playing along and practising. */

const [host, practise] = [document.querySelector<HTMLElement>('#along'), document.querySelector<HTMLElement>('#practise')];
const along =
    shown.hasMusic && shown.lines !== null && host && practise
        ? new PlayAlong({ token: shown.token, key: shown.key, edition: shown.edition, chair: chosen.chair, music, screen: () => screen, tab }, host, practise)
        : null;

function isSlip(name: string | undefined): name is Slip {
    return name === 'list' || name === 'changed' || name === 'heard';
}

function isTab(name: string | undefined): name is Tab {
    return name === 'music' || name === 'list' || name === 'practise';
}

/** A sentence over the page; what is shown stays. */
function sayAbove(problem: unknown): void {
    const news = document.querySelector<HTMLElement>('#news');
    if (!news) return;
    news.hidden = false;
    news.textContent = problem instanceof Error && problem.message.includes('network') ? problem.message : 'There is no network just now, and playing was not opened here before.';
}

/* Chair, fingers, bows. */

function choose(what: keyof Chosen, value: string): void {
    chosen[what] = value;
    remember(ofPart(what), value === shown.usual[what] ? '' : value);
    if (what === 'chair') {
        // Another chair has another list: the page comes anew.
        const to = query();
        to.set('chair', value);
        location.search = to.toString();
        return;
    }
    pointDownloads();
    setPaper();
    void show();
}

function pointDownloads(): void {
    document.querySelectorAll<HTMLAnchorElement>('[data-download]').forEach((link) => {
        const of = query();
        if (link.dataset.download === 'pdf') {
            of.set('paper', paperSelect?.value ?? 'a4');
            if (largeBox?.checked) of.set('large', '1');
        }
        link.href = `${link.pathname}${of.size > 0 ? `?${of.toString()}` : ''}`;
    });
}

/* Paper: the pages are fetched when the phone has nothing else to do, so that the browser's own print command finds them. */

const paperSelect = document.querySelector<HTMLSelectElement>('select[name=paper]');
const largeBox = document.querySelector<HTMLInputElement>('input[name=large]');
let paperReady: Promise<void> | null = null;

function setPaper(): void {
    document.querySelector('#paper')?.replaceChildren();
    paperReady = null;
}

function paper(): Promise<void> {
    paperReady ??= fetchPaper().catch((problem: unknown) => {
        paperReady = null;
        throw problem;
    });
    return paperReady;
}

async function fetchPaper(): Promise<void> {
    const name = paperSelect?.value === 'letter' ? 'letter' : 'a4';
    const pages = await drawingOf(wanted(`${name}${largeBox?.checked ? '-large' : ''}`), () => undefined);
    const style = document.createElement('style');
    style.textContent = `@page { size: ${name === 'a4' ? 'A4' : 'letter'}; margin: 12mm; }`;
    const date = document.querySelector('time')?.textContent ?? '';
    const sheets = pages.map((svg, index) => {
        const sheet = document.createElement('div');
        sheet.className = 'print-page';
        const line = document.createElement(index === 0 ? 'h2' : 'p');
        line.textContent = index === 0 ? shown.title : `${shown.title} · ${shown.part}`;
        const under = document.createElement('p');
        under.textContent = `${shown.part} · edition ${shown.edition}, ${date} · page ${index + 1} of ${pages.length}`;
        const drawn = document.createElement('div');
        drawn.innerHTML = svg;
        sheet.append(...(index === 0 ? [line, under] : [under]), drawn);
        return sheet;
    });
    document.querySelector('#paper')?.replaceChildren(style, ...sheets);
}

async function print(button: HTMLButtonElement): Promise<void> {
    const said = button.textContent;
    button.disabled = true;
    button.textContent = 'Setting pages…';
    try {
        await paper();
        document.body.classList.remove('prints-list');
        window.print();
    } catch (problem) {
        say(problem instanceof Error ? problem.message : 'These pages cannot be printed just now.');
    } finally {
        button.disabled = false;
        button.textContent = said;
    }
}

/* Ticks: one on each row, by its place and words. What did not change since the version before stays ticked. */

function boxes(): HTMLInputElement[] {
    return [...document.querySelectorAll<HTMLInputElement>('.list li input')];
}

function ticks(): void {
    const key = `${ofPart('done')}-${chosen.chair}`;
    let done = remembered(key, [], isTexts);
    boxes().forEach((box) => {
        // A correction belongs to the version that brought it: the same words may come again.
        const name = box.value.startsWith('changed ') ? `${shown.edition} ${box.value}` : box.value;
        box.checked = done.includes(name);
        box.onchange = (): void => {
            done = box.checked ? [...done, name] : done.filter((one) => one !== name);
            remember(key, done);
            drawBars();
            tellSeen();
        };
    });
}

/** Changed places have a bar in the margin until they are ticked. */
function drawBars(): void {
    const open = [...document.querySelectorAll<HTMLElement>('#changed li')].filter((row) => !row.querySelector('input')?.checked);
    markMargin(music, open.map((row) => [Number(row.dataset.from), Number(row.dataset.to)]));
}

/** Who pencilled in an older edition is told what changed since that one. */
async function changedSinceSeen(): Promise<void> {
    const seen = Number(remembered(ofPart('seen'), '0', isText));
    if (shown.edition === shown.newest) remember(ofPart('seen'), String(Math.max(seen, shown.edition)));
    const since = remembered(ofPart('since'), [], isTexts);
    // What was shown as changed stays so as long as the edition is the newest.
    const from = since[0] === String(shown.edition) ? Number(since[1]) : seen;
    if (from === 0 || from >= shown.edition || shown.since === 0) return;
    remember(ofPart('since'), [String(shown.edition), String(from)]);
    if (from >= shown.since) return;
    const changes = await changesSince(shown.token, shown.edition, from);
    if (!changes) return;
    showChanges(changes);
    ticks();
    drawBars();
}

let isTold = '';

/** Counts, without names: this browser opened the page; its list is finished. */
function tellSeen(): void {
    if (shown.edition !== shown.newest) return;
    // What was heard is not pencilled in.
    const all = boxes().filter((box) => !box.value.startsWith('heard '));
    const isFinished = all.length > 0 && all.every((box) => box.checked);
    if (isTold === String(isFinished)) return;
    isTold = String(isFinished);
    // Counts belong to a link and end with it.
    const reader = remembered(`reader-${shown.token}`, '', isText) || crypto.randomUUID().replaceAll('-', '');
    remember(`reader-${shown.token}`, reader);
    void fetch(`/api/v1/part/${shown.token}/seen`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Accept: 'application/json' },
        body: JSON.stringify({ reader, finished: isFinished ? shown.edition : null }),
    }).catch(() => (isTold = ''));
}

function saysWhen(): void {
    const time = document.querySelector<HTMLTimeElement>('time');
    if (!time) return;
    const date = new Date(time.dateTime);
    time.textContent =
        date.toDateString() === new Date().toDateString()
            ? `today ${date.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`
            : date.toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}

/** What a turned phone will show is kept before it is turned: there may be no network then. */
function keepOtherWay(): void {
    const { width, height } = window.screen;
    const other = fitting(window.innerWidth <= Math.min(width, height) ? Math.max(width, height) : Math.min(width, height));
    if (shown.hasMusic && other !== screen && Math.min(width, height) < PHONE) {
        void drawingOf(wanted(other), () => undefined).catch(() => undefined);
    }
}

/** A phone that is turned, or a window that is made wider, gets the drawing that fits; what somebody chose for this width comes back. */
function watchWidth(): void {
    let width = window.innerWidth;
    let waiting = 0;
    window.addEventListener('resize', () => {
        clearTimeout(waiting);
        waiting = window.setTimeout(() => {
            if (window.innerWidth === width) return;
            width = window.innerWidth;
            const kept = remembered('note-size', [], isTexts);
            const fits = fitting(width, kept[1] === String(width) ? kept[0] : undefined);
            if (fits === screen) return;
            screen = fits;
            void show();
        }, AFTER_TURNING);
    });
}

function start(): void {
    saysWhen();
    ticks();
    drawBars();
    void changedSinceSeen();
    const first = asked.get('shows') ?? undefined;
    tab(isTab(first) && (first !== 'practise' || along) ? first : 'music');
    document.querySelector('button.play-along')?.addEventListener('click', () => {
        tab('music');
        along?.play().catch(sayAbove);
    });
    document.querySelectorAll<HTMLButtonElement>('[data-tab]').forEach((button) =>
        button.addEventListener('click', () => tab(isTab(button.dataset.tab) ? button.dataset.tab : 'music')),
    );
    document.querySelectorAll<HTMLButtonElement>('[data-chair]').forEach((button) =>
        button.addEventListener('click', () => choose('chair', button.dataset.chair ?? 'outside')),
    );
    document.querySelectorAll<HTMLButtonElement>('[data-size]').forEach((button) =>
        button.addEventListener('click', () => {
            screen = stepped(screen, Number(button.dataset.size));
            remember('note-size', [screen, String(window.innerWidth)]);
            void show();
        }),
    );
    const chair = choice('chair', [...document.querySelectorAll<HTMLElement>('[data-chair]')].map((button) => button.dataset.chair ?? ''));
    (['fingers', 'bows'] as const).forEach((what) => {
        const select = document.querySelector<HTMLSelectElement>(`select[name=${what}]`);
        if (!select) return;
        chosen[what] = choice(what, [...select.options].map((option) => option.value));
        select.value = chosen[what];
        select.addEventListener('change', () => choose(what, select.value));
    });
    const kept = remembered('note-size', [], isTexts);
    const before = screen;
    screen = fitting(window.innerWidth, kept[1] === String(window.innerWidth) ? kept[0] : undefined);
    if (linesBox) {
        linesBox.checked = remembered(ofPart('lines'), false, isTrue);
        linesBox.addEventListener('change', () => {
            remember(ofPart('lines'), linesBox.checked);
            void show();
        });
    }
    watchWidth();
    const isOther = linesBox?.checked === true || chosen.fingers !== shown.chosen.fingers || chosen.bows !== shown.chosen.bows || screen !== before;
    if (chair !== shown.chosen.chair) {
        choose('chair', chair);
        return;
    }
    if (shown.hasMusic && (isOther || !music?.querySelector('.drawn'))) void show();

    if (paperSelect && largeBox) {
        paperSelect.value = remembered('paper', navigator.language === 'en-US' ? 'letter' : 'a4', isText);
        largeBox.checked = remembered('large-print', false, isTrue);
        [paperSelect, largeBox].forEach((field) =>
            field.addEventListener('change', () => {
                remember('paper', paperSelect.value);
                remember('large-print', largeBox.checked);
                setPaper();
                pointDownloads();
                paper().catch(() => undefined);
            }),
        );
    }
    pointDownloads();
    document.querySelector<HTMLButtonElement>('button.to-heard')?.addEventListener('click', () => {
        tab('list');
        document.querySelector('#heard')?.scrollIntoView();
    });
    document.querySelector<HTMLButtonElement>('button.print')?.addEventListener('click', (event) => void print(event.currentTarget as HTMLButtonElement));
    const slipSelect = document.querySelector<HTMLSelectElement>('select[name=slips]');
    if (slipSelect) {
        slipSelect.value = remembered('slips', '1', isText);
        slipSelect.addEventListener('change', () => remember('slips', slipSelect.value));
    }
    document.querySelectorAll<HTMLButtonElement>('button.print-list').forEach((button) =>
        button.addEventListener('click', () => {
            setSlips(isSlip(button.dataset.prints) ? button.dataset.prints : 'list', Number(slipSelect?.value ?? 1), shown);
            document.body.classList.add('prints-list');
            window.print();
        }),
    );
    window.addEventListener('afterprint', () => document.body.classList.remove('prints-list'));

    const dark = document.querySelector<HTMLInputElement>('input[name=dark]');
    if (dark) {
        dark.checked = remembered('dark-room', false, isTrue);
        const set = (): void => void document.documentElement.classList.toggle('is-dark', dark.checked);
        set();
        dark.addEventListener('change', () => {
            remember('dark-room', dark.checked);
            set();
        });
    }
    // Another menu, or anything else: one closes.
    document.addEventListener('click', (event) =>
        document.querySelectorAll<HTMLDetailsElement>('details.menu').forEach((menu) => {
            if (!menu.contains(event.target as Node)) menu.open = false;
        }),
    );

    watchEdition(shown.token, shown.edition, shown.edition === shown.newest);
    keepOffline(shown.token, shown.key);
    turnPages(music);
    setTimeout(() => {
        tellSeen();
        if (shown.hasMusic) void paper().catch(() => undefined);
        keepOtherWay();
    }, WHEN_IDLE);
    // What is heavier comes when the page has been read for a while: a phone in a practice room plays it without a network.
    setTimeout(() => void along?.keep(shown.lines ?? 0), WHEN_READ);
}

start();
