import { appOn, demoTemplate } from './app.mjs';
import { build } from './build.mjs';
import { startCluster } from './postgres.mjs';
import { runPackage } from './run.mjs';

const NOW = '2026-11-25T06:30:00Z';

/** A script of ours beside the built app on a small demo farm. @returns the figures of its last line */
async function besideApp(script) {
  build();
  const cluster = await startCluster('throwaway', { fast: true });
  const template = demoTemplate(cluster, { now: NOW, days: 120 });
  const app = await appOn(cluster, template.name, { now: NOW });
  try {
    const env = { DATABASE_URL: app.env.DATABASE_URL, APP_BASE: app.base, DEMO_NOW: NOW };
    const out = runPackage('tsx', [`scripts/${script}.ts`], { env, quiet: !process.env.SHOW });
    return JSON.parse(out.trim().split('\n').at(-1));
  } finally {
    await app.close();
    template.drop();
    cluster.stop();
  }
}

export const benchMutations = () => besideApp('bench-mutations');
