import { defineConfig } from '@playwright/test';
import { LAUNCH } from './scripts/lib/chromium.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  timeout: 300_000,
  expect: { timeout: 45_000 },
  workers: 1,
  retries: 0,
  reporter: 'list',
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    launchOptions: LAUNCH,
  },
});
