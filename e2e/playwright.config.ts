import { defineConfig } from '@playwright/test';
import { CHROMIUM_FLAGS } from './chromium-flags.ts';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: '../test-results',
  // Patience for a machine that is shared and slow; what is expected is the same.
  timeout: 180_000,
  expect: { timeout: 20_000 },
  workers: 1,
  forbidOnly: true,
  retries: 0,
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.ZARNEL_URL ?? 'http://127.0.0.1:8080',
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: {
      executablePath: process.env.ZARNEL_CHROMIUM ?? '/usr/bin/chromium',
      args: CHROMIUM_FLAGS,
    },
    trace: 'off',
  },
});
