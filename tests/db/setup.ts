import { createHash, randomBytes } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { TestProject } from 'vitest/node';
import { allowAppRole } from '../../src/db/appRole';
import { ownerConnection } from '../../src/db/connection';
import { loadDemo } from '../../src/db/demo/load';
import { migrate } from '../../src/db/migrations';
import { syncRegistries } from '../../src/db/registries';

declare module 'vitest' {
  interface ProvidedContext {
    clusterUrl: string;
    /** Names of databases that copies are made of: nothing but the tables, and a year of the demo farm. */
    templates: { empty: string; demo: string };
    /** Marks this run's copies, so that they can be cleared away. */
    mark: string;
  }
}

/** The fixed moment of the demo farm in tests: a Wednesday. */
const TEST_NOW = new Date('2026-06-10T09:00:00Z');
const MADE_OF = ['src/db', 'src/core', 'tests/db/setup.ts'];
const root = fileURLToPath(new URL('../..', import.meta.url));

function files(path: string): string[] {
  if (/\.\w+$/.test(path)) return [path];
  return readdirSync(path, { withFileTypes: true }).flatMap((e) => files(join(path, e.name)));
}

/** One word for all that a template is made of: when none of it changed, neither did the template. */
function madeOf(): string {
  const hash = createHash('sha256');
  for (const path of MADE_OF.flatMap((p) => files(join(root, p))).sort())
    hash.update(path.slice(root.length)).update(readFileSync(path));
  return hash.digest('hex').slice(0, 12);
}

function withDatabase(url: string, name: string) {
  const changed = new URL(url);
  changed.pathname = `/${name}`;
  return changed.toString();
}

/** Templates are kept in the throw-away cluster from run to run, and made anew when what they are made of changes. */
export default async function setup(project: TestProject) {
  let cluster = process.env.TEST_CLUSTER_URL;
  let stop: (() => unknown) | null = null;
  if (!cluster) {
    const { startCluster } = await import('../../scripts/lib/postgres.mjs');
    const own = await startCluster('throwaway', { fast: true });
    cluster = own.url;
    stop = own.stop;
  }
  const word = madeOf();
  const templates = { empty: `template_empty_${word}`, demo: `template_demo_${word}` };
  const owner = ownerConnection(cluster);
  const { rows } = await owner.raw(
    `select datname from pg_database where datname ~ '^(template_(empty|demo)|making|copy)_'`,
  );
  const there = new Set(rows.map((r: { datname: string }) => r.datname));
  for (const name of there)
    if (!Object.values(templates).includes(name as string))
      await owner.raw(`drop database if exists ${name} with (force)`);
  for (const [kind, name] of Object.entries(templates)) {
    if (there.has(name)) continue;
    const making = `making_${kind}_${word}`;
    await owner.raw(`create database ${making}`);
    const each = ownerConnection(withDatabase(cluster, making));
    await migrate(each);
    await allowAppRole(each, withDatabase(cluster, making));
    await syncRegistries(each);
    if (kind === 'demo') await loadDemo(each, { now: TEST_NOW, timeZone: 'UTC', historyDays: 400 });
    await each.destroy();
    // Only a whole one gets the name.
    await owner.raw(`alter database ${making} rename to ${name}`);
  }
  const mark = randomBytes(4).toString('hex');
  project.provide('clusterUrl', cluster);
  project.provide('templates', templates);
  project.provide('mark', mark);
  return async () => {
    const { rows: copies } = await owner.raw(`select datname from pg_database where datname like 'copy_${mark}_%'`);
    for (const { datname } of copies) await owner.raw(`drop database if exists ${datname} with (force)`);
    await owner.destroy();
    stop?.();
  };
}
