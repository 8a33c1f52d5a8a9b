import { spawn } from 'node:child_process';
import { appOn, demoTemplate } from './app.mjs';
import { build } from './build.mjs';
import { startCluster } from './postgres.mjs';
import { ROOT, ended, packageBin } from './run.mjs';

const NOW = '2026-11-25T06:30:00Z';

/** A script of ours beside the built app on a small demo farm. @returns the figures of its last line */
async function besideApp(script) {
  build();
  const cluster = await startCluster('throwaway', { fast: true });
  const template = await demoTemplate(cluster, { now: NOW, days: 120 });
  const app = await appOn(cluster, template.name, { now: NOW });
  try {
    const env = { ...process.env, DATABASE_URL: app.env.DATABASE_URL, APP_BASE: app.base, DEMO_NOW: NOW };
    // What it finds it says as it goes; the figures are its last line.
    const args = [packageBin('tsx'), '--import', './scripts/lib/serverOnly.mjs', `scripts/${script}.ts`];
    const child = spawn(process.execPath, args, { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'inherit'] });
    let out = '';
    child.stdout.on('data', (data) => (out += data));
    const { code } = await ended(child);
    if (code !== 0) throw new Error(`${script} ended with ${code}.`);
    return JSON.parse(out.trim().split('\n').at(-1));
  } finally {
    await app.close();
    await template.drop();
    cluster.stop();
  }
}

export const benchMutations = () => besideApp('bench-mutations');
export const benchStrange = () => besideApp('bench-strange');
