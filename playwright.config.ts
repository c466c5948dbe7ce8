import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/program.ts',
  workers: 1,
  fullyParallel: false,
  retries: 0,
  // Only what hangs is to be ended by it: a busy machine takes three times as long as a quiet one.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  reporter: [
    ['list'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '.cache/results/playwright.json' }],
  ],
  outputDir: '.cache/browser',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // Colours are measured when they have arrived, not on the way.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
    },
    screenshot: 'only-on-failure',
  },
});
