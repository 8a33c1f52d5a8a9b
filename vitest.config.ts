import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const serverOnly = fileURLToPath(new URL('./tests/server-only.ts', import.meta.url));

export default defineConfig({
  resolve: { alias: { 'server-only': serverOnly } },
  test: {
    // A slow machine must not look like a wrong answer.
    testTimeout: 120_000,
    hookTimeout: 120_000,
    // Left to itself it keeps one processor free, and half of two is much.
    maxWorkers: '100%',
    projects: [
      {
        extends: true,
        test: { name: 'core', environment: 'node', isolate: false, include: ['tests/core/**/*.test.ts'] },
      },
      {
        extends: true,
        test: {
          name: 'db',
          environment: 'node',
          include: ['tests/db/**/*.test.ts'],
          globalSetup: ['tests/db/setup.ts'],
        },
      },
      {
        extends: true,
        plugins: [react()],
        test: {
          name: 'component',
          environment: 'jsdom',
          include: ['tests/features/**/*.test.tsx'],
          setupFiles: ['tests/features/setup.ts'],
        },
      },
    ],
  },
});
