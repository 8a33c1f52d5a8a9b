import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureChromium, installPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { ROOT, main, runPackage, say } from './lib/run.mjs';

const SHOWN_LINES = 120;

/** What each failed browser test saw last: where the files are gone, the log still tells. */
function showFailedPages() {
  const results = join(ROOT, 'test-results');
  for (const name of existsSync(results) ? readdirSync(results) : []) {
    const page = join(results, name, 'error-context.md');
    if (!existsSync(page)) continue;
    const lines = readFileSync(page, 'utf8').split('\n');
    const from = Math.max(
      0,
      lines.findIndex((l) => l.includes('Page snapshot')),
    );
    process.stdout.write(`\n--- ${name}\n${lines.slice(from, from + SHOWN_LINES).join('\n')}\n`);
  }
}

/** Everything, on a fresh machine: core, database, components, then the built app in a real browser. */
main(async () => {
  checkNode();
  installPackages();
  ensureChromium();
  const cluster = await startCluster('throwaway', { fast: true });
  try {
    say('Core, database and component tests');
    runPackage('vitest', ['run'], {
      env: { TEST_CLUSTER_URL: cluster.url },
      hint: 'Tests failed; they are named above.',
    });
  } finally {
    cluster.stop();
  }
  const { demoApp } = await import('./lib/app.mjs');
  const { build } = await import('./lib/build.mjs');
  say('Building the app');
  build();
  say('Browser tests');
  const app = await demoApp('e2e', { now: new Date().toISOString().slice(0, 10) + 'T06:30:00Z', days: 400 });
  try {
    runPackage('playwright', ['test'], {
      env: { BASE_URL: app.base, ...app.env },
      hint: 'Browser tests failed; they are named above.',
    });
  } catch (error) {
    showFailedPages();
    throw error;
  } finally {
    await app.close();
  }
  say('All tests passed.');
});
