import { defineConfig } from '@playwright/test';
import { chromiumArgs } from './tests/e2e/browser';

const port = process.env.PORT ?? '3199';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  // Patience for a machine that does other things besides; what is quick is measured by bin/bench.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // Tests make their own athletes under names of their own, so that they can share the demo world.
  fullyParallel: false,
  workers: 2,
  forbidOnly: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // What works without network has tests of its own, which allow it.
    serviceWorkers: 'block',
    trace: 'retain-on-failure',
    launchOptions: { executablePath: '/usr/bin/chromium', args: chromiumArgs },
  },
  projects: [
    { name: 'sign-in', testMatch: 'setup.ts' },
    {
      name: 'views',
      testMatch: '*.spec.ts',
      testIgnore: 'attacks.spec.ts',
      dependencies: ['sign-in'],
      use: { storageState: 'test-results/coach.json' },
    },
    {
      // They take the whole machine: nothing runs beside them.
      name: 'attacks',
      testMatch: 'attacks.spec.ts',
      dependencies: ['views'],
      use: { storageState: 'test-results/coach.json' },
    },
  ],
  webServer: {
    command: 'node build/programs/main.js',
    url: `http://127.0.0.1:${port}/healthz`,
    env: { PORT: port, NODE_ENV: 'production' },
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
});
