import { randomBytes } from 'node:crypto';
import type { TestProject } from 'vitest/node';
import { ownerConnection } from '../../src/db/connection';
import { loadDemo } from '../../src/db/demo/load';
import { migrate } from '../../src/db/migrations';

declare module 'vitest' {
  interface ProvidedContext {
    /** A database with nothing in it but the tables, and one with half a year of the demo farm. */
    emptyUrl: string;
    demoUrl: string;
    /** Another copy of that demo farm, for the tests that fill its tanks. */
    keepingUrl: string;
    /** One each for fish sold alive and for entries taken back: no file of tests needs another to have run. */
    liveUrl: string;
    takingUrl: string;
  }
}

/** The fixed moment of the demo farm in tests: a Wednesday. */
const TEST_NOW = new Date('2026-06-10T09:00:00Z');

function withDatabase(url: string, name: string) {
  const changed = new URL(url);
  changed.pathname = `/${name}`;
  return changed.toString();
}

/** Throw-away databases on the cluster the test command started, or on one started here. */
export default async function setup(project: TestProject) {
  let cluster = process.env.TEST_CLUSTER_URL;
  let stop: (() => unknown) | null = null;
  if (!cluster) {
    const { startCluster } = await import('../../scripts/lib/postgres.mjs');
    const own = await startCluster('throwaway', { fast: true });
    cluster = own.url;
    stop = own.stop;
  }
  const mark = randomBytes(4).toString('hex');
  const names = [`test_empty_${mark}`, `test_demo_${mark}`];
  const copies = {
    keepingUrl: `test_keeping_${mark}`,
    liveUrl: `test_live_${mark}`,
    takingUrl: `test_taking_${mark}`,
  } as const;
  const owner = ownerConnection(cluster);
  for (const name of names) await owner.raw(`create database ${name}`);
  const [emptyUrl, demoUrl] = names.map((name) => withDatabase(cluster, name)) as [string, string];
  for (const url of [emptyUrl, demoUrl]) {
    const each = ownerConnection(url);
    await migrate(each);
    if (url === demoUrl) await loadDemo(each, { now: TEST_NOW, timeZone: 'UTC', historyDays: 400 });
    await each.destroy();
  }
  for (const [key, copy] of Object.entries(copies)) {
    await owner.raw(`create database ${copy} template test_demo_${mark}`);
    project.provide(key as keyof typeof copies, withDatabase(cluster, copy));
  }
  project.provide('emptyUrl', emptyUrl);
  project.provide('demoUrl', demoUrl);
  return async () => {
    for (const name of [...names, ...Object.values(copies)])
      await owner.raw(`drop database if exists ${name} with (force)`);
    await owner.destroy();
    stop?.();
  };
}
