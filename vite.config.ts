import { createReadStream, createWriteStream } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { constants, createBrotliCompress, createGzip } from 'node:zlib';
import vue from '@vitejs/plugin-vue';
import laravel from 'laravel-vite-plugin';
import { defineConfig, type Plugin } from 'vite';
import { engraverBinary } from './vite.engraver';

/** Lays compressed files beside those that are served: nginx takes them as they are. */
function compressed(): Plugin {
    const folder = 'public/build/assets';
    // One step more takes six times as long for a twelfth less.
    const brotli = { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } };
    return {
        name: 'compressed',
        apply: 'build',
        async closeBundle() {
            for (const name of await readdir(folder)) {
                const path = join(folder, name);
                if (/\.(js|css|svg|json|wasm)$/.test(name) && (await stat(path)).size > 1000) {
                    await pipeline(createReadStream(path), createBrotliCompress(brotli), createWriteStream(`${path}.br`));
                    await pipeline(createReadStream(path), createGzip({ level: 9 }), createWriteStream(`${path}.gz`));
                }
            }
        },
    };
}

export default defineConfig({
    plugins: [
        laravel({
            input: ['resources/js/app.ts', 'resources/js/part/main.ts', 'resources/js/part/part.css', 'resources/js/part/worker.ts', 'resources/js/sound/sounds.ts'],
            refresh: false,
        }),
        vue(),
        compressed(),
    ],
    // Names this build.
    define: { __BUILD__: JSON.stringify(Date.now().toString(36)) },
    worker: { format: 'es', plugins: () => [engraverBinary()] },
    build: { chunkSizeWarningLimit: 9000, target: 'es2022' },
});
