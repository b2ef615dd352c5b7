import { fileURLToPath } from 'node:url';
import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** Where the pages for the browser are written. */
const client = 'build/pages/client';

/**
 * Views that are opened again without network, and their data: they are kept as they were last seen. Sessions are told by their
 * ids alone. Whole addresses, because these are written into the worker as they stand.
 */
const liveViews =
  /^https?:\/\/[^/]+\/(?:live(?:\/[^/?]+)?|own\/[^/?]+(?:\/(?:live(?:\/[^/?]+)?|log\/[^/?]+|progress))?|screen\/clocks|athletes\/[^/?]+\/(?:card|screen\/[^/?]+|coach(?:\/(?:unplanned|[^/?]+\/log))?))(?:\.data)?(?:\?.*)?$/;

/** Seconds after which what was last seen is shown instead of waiting for the server. */
const patienceS = 4;

const lastSeen = {
  handler: 'NetworkFirst' as const,
  options: {
    // Named apart from the files of the program: it is emptied when somebody signs out.
    cacheName: 'last-seen',
    networkTimeoutSeconds: patienceS,
    cacheableResponse: { statuses: [200] as number[] },
    expiration: { maxEntries: 80, maxAgeSeconds: 60 * 60 * 24 * 7 },
    precacheFallback: { fallbackURL: '/offline.html' },
  },
};

export default defineConfig({
  plugins: [
    tailwindcss(),
    reactRouter(),
    VitePWA({
      // Only the browser's build has a worker; it is registered by the pages themselves.
      injectRegister: false,
      manifest: false,
      outDir: client,
      filename: 'worker.js',
      workbox: {
        globDirectory: client,
        // Charts are loaded where they are looked at; nobody needs them without network.
        globPatterns: ['assets/*.{js,css,woff2}', '*.{svg,png}', 'offline.html'],
        globIgnores: ['assets/apexcharts*'],
        inlineWorkboxRuntime: true,
        sourcemap: false,
        // A new version waits until nobody is in the middle of something, and is asked for.
        skipWaiting: false,
        clientsClaim: true,
        importScripts: ['claim.js'],
        cleanupOutdatedCaches: true,
        navigateFallback: null,
        runtimeCaching: [
          { urlPattern: liveViews, ...lastSeen },
          {
            urlPattern: ({ request }) => request.mode === 'navigate',
            handler: 'NetworkOnly',
            options: { precacheFallback: { fallbackURL: '/offline.html' } },
          },
        ],
      },
    }),
  ],
  resolve: { alias: { '~': fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, '') } },
  // Native and server-only packages stay in node_modules at run time.
  ssr: { external: ['@node-rs/argon2', 'pg', 'sharp'] },
});
