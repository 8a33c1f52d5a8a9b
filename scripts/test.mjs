import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { demoTemplate } from './lib/app.mjs';
import { buildAside } from './lib/build.mjs';
import { checkNode, ensureChromium, installPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { writeRegistries } from './lib/registries.mjs';
import { ROOT, main, runPackageAside, say, sideBySide } from './lib/run.mjs';

const SHOWN_LINES = 120;
/** The moment the browser tests live in: the demo farm is made for it, on whatever day they run. */
const PINNED_NOW = '2026-11-25T06:30:00Z';

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

const took = [];
async function part(name, work) {
  say(name);
  const began = Date.now();
  try {
    return await work();
  } finally {
    took.push([name, Math.round((Date.now() - began) / 1000)]);
  }
}

/** What needs no browser, and what the browser tests need made: side by side. @returns the demo database to copy from */
async function beforeTheBrowser(cluster, now, only) {
  const unit = () =>
    part('Core, database and component tests', () =>
      runPackageAside('vitest', ['run'], {
        env: { TEST_CLUSTER_URL: cluster.url },
        hint: 'Tests failed; they are named above.',
      }),
    );
  const types = () =>
    part('Types', () =>
      runPackageAside('tsc', ['--noEmit'], { quiet: true, hint: 'Types do not fit; they are named above.' }),
    );
  const [template] = await sideBySide(
    [
      () => part('A demo farm for the browser tests', () => demoTemplate(cluster, { now, days: 400 })),
      () => part('Building the app', () => buildAside()),
      ...(only ? [] : [unit, types]),
    ],
    only ? 2 : 3,
  );
  return template;
}

/** Everything, on a fresh machine: core, database, components, types, then the built app in a real browser. */
main(async () => {
  checkNode();
  installPackages();
  writeRegistries();
  ensureChromium();
  const cluster = await startCluster('throwaway', { fast: true });
  const only = process.argv.slice(2);
  const now = process.env.E2E_NOW ?? PINNED_NOW;
  try {
    const template = await beforeTheBrowser(cluster, now, only.includes('browser'));
    try {
      await part('Browser tests', () =>
        runPackageAside('playwright', ['test', ...only.filter((o) => o !== 'browser')], {
          env: { E2E_CLUSTER_URL: cluster.url, E2E_TEMPLATE: template.name, E2E_NOW: now },
          hint: 'Browser tests failed; they are named above.',
        }),
      );
    } catch (error) {
      showFailedPages();
      throw error;
    } finally {
      await template.drop();
    }
  } finally {
    cluster.stop();
    for (const [name, seconds] of took) say(`${name}: ${seconds} s`);
  }
  say('All tests passed.');
});
