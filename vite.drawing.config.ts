import { mkdir, readFile, writeFile } from 'node:fs/promises';
import fontverter from 'fontverter';
import { defineConfig, type Plugin } from 'vite';

const FOLDER = 'storage/framework/drawing';

/** Letters that names of pieces and of people are written in. */
const SCRIPTS = ['latin', 'latin-ext', 'cyrillic', 'greek'];

async function take(packageName: string, file: string): Promise<void> {
    const font = await readFile(`node_modules/@fontsource/${packageName}/files/${file}.woff2`);
    await writeFile(`${FOLDER}/fonts/${file}.ttf`, await fontverter.convert(font, 'sfnt'));
}

/** The fonts of a drawing as what makes PDF files reads them: that takes no compressed ones. */
function fontsForPaper(): Plugin {
    return {
        name: 'fonts-for-paper',
        apply: 'build',
        async closeBundle() {
            await mkdir(`${FOLDER}/fonts`, { recursive: true });
            for (const face of ['400-normal', '400-italic', '700-normal', '700-italic']) {
                for (const script of SCRIPTS) await take('tinos', `tinos-${script}-${face}`);
            }
            // Sharps and flats in a title.
            await take('noto-music', 'noto-music-music-400-normal');
            await writeFile(`${FOLDER}/fonts/notes-in-words.ttf`, await readFile('resources/fonts/notes-in-words.ttf'));
        },
    };
}

/** What draws pages on the server: one file for Node, beside the packages it asks for, and the fonts for paper. */
export default defineConfig({
    plugins: [fontsForPaper()],
    build: {
        ssr: 'resources/js/drawing/worker.ts',
        outDir: FOLDER,
        emptyOutDir: true,
        copyPublicDir: false,
        target: 'node20',
        rollupOptions: { output: { entryFileNames: 'worker.mjs' } },
    },
});
