import { spawn } from 'node:child_process';
import { demoTemplate } from './app.mjs';
import { build } from './build.mjs';
import { ensureChromium } from './packages.mjs';
import { startCluster } from './postgres.mjs';
import { ROOT, ended, packageBin, say } from './run.mjs';

/** The main stories: each must come out the same on whatever day the farm is opened. */
const STORIES = ['story', 'cohorts', 'beds', 'succession'];
const AT_ONCE = 2;
const HISTORY_DAYS = 400;

/** Ends of months and years, the leap day, both changes of summer time on both sides of the ocean, every weekday. */
const PARIS = 'Europe/Paris';
const NEW_YORK = 'America/New_York';
export const DAYS = [
  ...['2026-11-30', '2026-12-31', '2027-01-01', '2027-01-04', '2027-01-31', '2027-02-28', '2028-02-28', '2028-02-29'],
  ...['2028-03-01', '2027-04-30', '2027-05-18', '2027-06-21', '2027-06-30', '2027-08-05', '2027-09-30', '2027-12-21'],
]
  .map((day) => ({ day, zone: 'UTC' }))
  .concat(
    ['2027-03-27', '2027-03-28', '2027-03-29', '2026-10-25', '2027-10-31'].map((day) => ({ day, zone: PARIS })),
    ['2027-03-14', '2027-03-15', '2027-11-06', '2027-11-07'].map((day) => ({ day, zone: NEW_YORK })),
  );

/** @returns the names of the stories that failed on a day */
async function storiesOn(cluster, { day, zone, port }) {
  const now = `${day}T06:30:00Z`;
  const template = await demoTemplate(cluster, { now, days: HISTORY_DAYS, zone });
  try {
    const files = STORIES.map((s) => `tests/e2e/${s}.test.ts`);
    const env = {
      ...process.env,
      E2E_CLUSTER_URL: cluster.url,
      E2E_TEMPLATE: template.name,
      E2E_NOW: now,
      E2E_PORT: port,
    };
    const args = [packageBin('playwright'), 'test', ...files, '--workers', '1', '--output', `test-results/${day}`];
    const child = spawn(process.execPath, args, { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'inherit'] });
    let out = '';
    child.stdout.on('data', (data) => (out += data));
    await ended(child);
    const failed = [...out.matchAll(/^\s+✘\s+\d+ (.*)$/gm)].map(([, name]) => name);
    if (failed.length > 0) process.stdout.write(`${out}\n`);
    return { day, failed, passed: Number(/(\d+) passed/.exec(out)?.[1] ?? 0) };
  } finally {
    await template.drop();
  }
}

/** The main stories on days of every kind. `ANY_DAYS=2027-03-28,…` runs some of them. */
export async function benchAnyDay() {
  ensureChromium();
  build();
  const cluster = await startCluster('throwaway', { fast: true });
  const wanted = process.env.ANY_DAYS?.split(',');
  const days = DAYS.filter(({ day }) => !wanted || wanted.includes(day));
  const open = [...days];
  const told = [];
  try {
    const take = async (_, lane) => {
      for (let on = open.shift(); on; on = open.shift()) {
        const was = await storiesOn(cluster, { ...on, port: String(3200 + lane * 100) });
        say(`${on.day} ${on.zone}: ${was.passed} passed, ${was.failed.length} failed`);
        told.push(was);
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, take));
  } finally {
    cluster.stop();
  }
  return {
    anyDayDays: days.length,
    anyDayStories: told.reduce((sum, t) => sum + t.passed + t.failed.length, 0),
    anyDayFailed: told.reduce((sum, t) => sum + t.failed.length + (t.passed === 0 ? 1 : 0), 0),
  };
}
