import { mkdir, readFile, writeFile } from 'node:fs/promises';
import fontverter from 'fontverter';
import { defineConfig, type Plugin } from 'vite';

const FOLDER = 'storage/framework/drawing';

/** The fonts of a drawing as what makes PDF files reads them: that takes no compressed ones. */
function fontsForPaper(): Plugin {
    return {
        name: 'fonts-for-paper',
        apply: 'build',
        async closeBundle() {
            await mkdir(`${FOLDER}/fonts`, { recursive: true });
            for (const face of ['400-normal', '400-italic', '700-normal', '700-italic']) {
                const font = await readFile(`node_modules/@fontsource/tinos/files/tinos-latin-${face}.woff2`);
                await writeFile(`${FOLDER}/fonts/tinos-${face}.ttf`, await fontverter.convert(font, 'sfnt'));
            }
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
