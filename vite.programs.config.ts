import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

/** The programs around the pages: the server, what prepares its database, and the worker of long work. */
export default defineConfig({
  resolve: { alias: { '~': fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, '') } },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'build/programs',
    emptyOutDir: true,
    copyPublicDir: false,
    rollupOptions: {
      input: { main: 'server/main.ts', prepare: 'server/prepare.ts', worker: 'server/long/worker.ts' },
      output: { entryFileNames: '[name].js', chunkFileNames: 'program-[name]-[hash].js' },
    },
  },
});
