import { flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import PaperPreview from '../../resources/js/handout/PaperPreview.vue';

const order = {
    title: 'All parts',
    sheets: ['Violin I', 'Viola', 'Cello'].map((name) => ({ name, path: `sections/${name}/paper?paper=a4` })),
    files: [{ label: 'Save as one PDF', path: 'pieces/1/download.pdf?paper=a4' }],
};
let asked: string[];
let release: (() => void)[];
let broken: string[];

async function open(): Promise<VueWrapper> {
    const preview = mount(PaperPreview, { props: { order }, global: { stubs: { ElDialog: { template: '<div><slot /></div>' } } } });
    await flushPromises();
    return preview;
}

async function next(): Promise<void> {
    release.shift()?.();
    await flushPromises();
}

const button = (preview: VueWrapper): HTMLButtonElement => preview.find('button').element;

beforeEach(() => {
    asked = [];
    release = [];
    broken = [];
    vi.stubGlobal('fetch', vi.fn((url: string) => new Promise((answer) => {
        const name = decodeURIComponent(url.split('/')[4] ?? '');
        asked.push(name);
        release.push(() => answer(broken.includes(name)
            ? new Response(JSON.stringify({ message: 'The engraver took too long.' }), { status: 503 })
            : new Response(JSON.stringify({ sheets: [`<svg>${name} 1</svg>`, `<svg>${name} 2</svg>`] }))));
    })));
});

describe('sheets of paper', () => {
    it('come part after part, and can be saved when all are there', async () => {
        const preview = await open();
        expect(asked).toEqual(['Violin I']);
        expect(preview.find('[role=status]').text()).toBe('Setting Violin I, 1 of 3…');
        await next();
        expect(asked).toEqual(['Violin I', 'Viola']);
        expect(preview.findAll('.sheet-of-paper').length).toBe(2);
        expect(button(preview).disabled).toBe(true);
        await next();
        await next();
        expect(preview.find('[role=status]').text()).toBe('6 pages');
        expect(preview.find('.sheet-of-paper:last-child').attributes('aria-label')).toBe('Cello, page 2 of 2');
        expect(button(preview).disabled).toBe(false);
    });

    it('say what is wrong with a part, show the others, and make no file with one missing', async () => {
        broken = ['Viola'];
        const preview = await open();
        await next();
        await next();
        await next();
        expect(preview.find('.problem').text()).toBe('Viola: The engraver took too long.');
        expect(preview.findAll('.sheet-of-paper').length).toBe(4);
        expect(button(preview).disabled).toBe(true);
    });

    it('are asked for no more when the first fails, or nobody looks', async () => {
        broken = ['Violin I'];
        await open();
        await next();
        expect(asked).toEqual(['Violin I']);

        broken = [];
        const preview = await open();
        preview.unmount();
        await next();
        expect(asked).toEqual(['Violin I', 'Violin I']);
    });
});
