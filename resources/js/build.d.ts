/** Names the build: see vite.config.ts. */
declare const __BUILD__: string;
