import { defineConfig } from '@playwright/test';
import { LAUNCHED } from './launched.ts';

/** Whole stories in Debian's Chromium, against the built product. Two at a time, each file with a server of its own: most of a story is waiting. */
export default defineConfig({
  testDir: '.',
  globalSetup: './tell.ts',
  // Guards against what hangs, not measures: a machine that is busy must not fail a story.
  timeout: 900_000,
  expect: { timeout: 40_000 },
  workers: 2,
  retries: 0,
  forbidOnly: true,
  reporter: [['line'], ['json', { outputFile: '../.tmp/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // Keeping the whole application on a device costs as much as a story's first minute: those that go offline ask for it.
    serviceWorkers: 'block',
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    launchOptions: LAUNCHED,
  },
});
