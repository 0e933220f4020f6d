import { defineConfig } from 'vite';

/** What draws pages on the server: one file for Node, beside the packages it asks for. */
export default defineConfig({
    build: {
        ssr: 'resources/js/drawing/worker.ts',
        outDir: 'storage/framework/drawing',
        emptyOutDir: true,
        copyPublicDir: false,
        target: 'node20',
        rollupOptions: { output: { entryFileNames: 'worker.mjs' } },
    },
});
