import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
    plugins: [vue()],
    define: { __BUILD__: '"test"' },
    test: {
        // A machine that stands still for seconds is no reason to fail.
        testTimeout: 60_000,
        hookTimeout: 60_000,
        environment: 'happy-dom',
        include: ['tests/Interface/**/*.test.ts'],
        restoreMocks: true,
    },
});
