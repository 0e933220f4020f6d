import vue from '@vitejs/plugin-vue';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';

export default defineConfig({
    plugins: [
        laravel({ input: ['resources/js/app.ts'], refresh: false }),
        vue(),
    ],
    worker: { format: 'es' },
    build: { chunkSizeWarningLimit: 9000, target: 'es2022' },
});
