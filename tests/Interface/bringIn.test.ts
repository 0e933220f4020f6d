import { beforeEach, describe, expect, it, vi } from 'vitest';
import { lessonIn, useBringIn } from '../../resources/js/rack/bringIn';

const looked = { token: 't'.repeat(40), file: 'a.xml', title: 'A' };
let paths: string[] = [];

function serve(answer: (path: string) => unknown): void {
    paths = [];
    vi.stubGlobal(
        'fetch',
        vi.fn((url: string) => {
            const path = url.replace('/api/v1/', '');
            paths.push(path);
            const said = answer(path);
            return Promise.resolve(said instanceof Error
                ? new Response(JSON.stringify({ message: said.message }), { status: 422 })
                : new Response(JSON.stringify(said), { status: 200 }));
        }),
    );
}

function file(name: string, size = 10): File {
    const made = new File(['x'], name);
    Object.defineProperty(made, 'size', { value: size });
    return made;
}

beforeEach(() => serve((path) => (path === 'scores/look' ? looked : { id: 5 })));

describe('bringing scores in', () => {
    it('looks at a file before it is kept', async () => {
        const bringIn = useBringIn(vi.fn(), vi.fn());
        await bringIn.take([file('a.xml')]);
        expect(bringIn.understood.value?.title).toBe('A');
        expect(paths).toEqual(['scores/look']);
    });

    it('opens the piece when the last one is kept', async () => {
        const reload = vi.fn(() => Promise.resolve());
        const open = vi.fn();
        const bringIn = useBringIn(reload, open);
        await bringIn.take([file('a.xml')]);
        await bringIn.keep({ title: 'A', shelf: 1, newShelf: null, lesson: null, parts: [] });
        expect(open).toHaveBeenCalledWith(5);
        expect(reload).toHaveBeenCalledOnce();
        expect(bringIn.understood.value).toBeNull();
    });

    it('makes a new shelf for it, once', async () => {
        let answers = 0;
        serve((path) => {
            if (path === 'shelves') return { id: 8, name: 'Spring' };
            if (path === 'pieces') return (answers += 1) === 1 ? new Error('The disk is full.') : { id: 5 };
            return looked;
        });
        const bringIn = useBringIn(() => Promise.resolve(), vi.fn());
        await bringIn.take([file('a.xml')]);
        const choice = { title: 'A', shelf: 0, newShelf: 'Spring', lesson: null, parts: [] };
        await bringIn.keep(choice);
        expect(bringIn.understood.value).not.toBeNull();
        await bringIn.keep(choice);
        expect(paths.filter((path) => path === 'shelves')).toHaveLength(1);
        expect(vi.mocked(fetch).mock.calls.at(-1)?.[1]?.body).toContain('"shelf":8');
    });

    it.each([
        ['Lesson 12: Tunnels', '12'], ['No. 7', '7'], ['14 Hopscotch', '14'], ['#3 Two Fingers', '3'], ['Open Strings, lesson 9', '9'],
        ['Hopscotch', ''], ['1812 Parade', ''], ['3/4 Waltz', ''], ['Tune for 4 Cellos', ''],
    ])('reads the lesson’s number from “%s”', (title, number) => {
        expect(lessonIn(title)).toBe(number);
    });

    it('goes on to the next file', async () => {
        const open = vi.fn();
        const bringIn = useBringIn(() => Promise.resolve(), open);
        await bringIn.take([file('a.xml'), file('b.xml')]);
        await bringIn.keep({ title: 'A', shelf: 1, newShelf: null, lesson: null, parts: [] });
        expect(bringIn.understood.value).not.toBeNull();
        expect(open).not.toHaveBeenCalled();
        await bringIn.keep({ title: 'B', shelf: 1, newShelf: null, lesson: null, parts: [] });
        expect(open).toHaveBeenCalledOnce();
    });

    it('passes over a file that cannot be read, and says why', async () => {
        let looks = 0;
        serve((path) => (path === 'scores/look' ? (++looks === 1 ? new Error('The file is a web page.') : looked) : { id: 5 }));
        const bringIn = useBringIn(vi.fn(), vi.fn());
        await bringIn.take([file('page.xml'), file('a.xml')]);
        expect(document.body.textContent).toContain('page.xml: The file is a web page.');
        expect(bringIn.understood.value?.file).toBe('a.xml');
    });

    it('does not send a file no part could need', async () => {
        const bringIn = useBringIn(vi.fn(), vi.fn());
        await bringIn.take([file('huge.xml', 17 * 1024 * 1024)]);
        expect(paths).toEqual([]);
        expect(bringIn.understood.value).toBeNull();
    });

    it('leaves the sheet open when keeping fails', async () => {
        serve((path) => (path === 'scores/look' ? looked : new Error('Choose a shelf of yours first.')));
        const bringIn = useBringIn(vi.fn(), vi.fn());
        await bringIn.take([file('a.xml')]);
        await bringIn.keep({ title: 'A', shelf: 9, newShelf: null, lesson: null, parts: [] });
        expect(bringIn.understood.value).not.toBeNull();
        expect(bringIn.isKeeping.value).toBe(false);
    });
});
