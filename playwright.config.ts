import { defineConfig } from '@playwright/test';
import { LAUNCH } from './scripts/lib/chromium.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  timeout: 300_000,
  expect: { timeout: 45_000 },
  // Each file has an app of its own, so files run beside each other; within a file tests go in turn.
  workers: 2,
  fullyParallel: false,
  retries: 0,
  reporter: 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    launchOptions: LAUNCH,
  },
});
