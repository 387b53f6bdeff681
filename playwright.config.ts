import { defineConfig } from '@playwright/test';
import CHROMIUM from './scripts/chromium.json';

export default defineConfig({
  testDir: 'e2e',
  timeout: 120_000,
  expect: { timeout: 30_000 },
  workers: 2, // each file has a server and a workshop of its own
  fullyParallel: false,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '.tmp/playwright.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    acceptDownloads: true,
    actionTimeout: 30_000,
    launchOptions: CHROMIUM,
  },
});
