import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { writeRegistries } from './lib/registries.mjs';
import { ROOT, main, runPackage } from './lib/run.mjs';

/** Runs one of our own scripts with the app's database: started for it when it is not running. */
main(async () => {
  const [script, ...rest] = process.argv.slice(2);
  checkNode();
  installPackages();
  writeRegistries();
  const cluster = process.env.DATABASE_URL ? null : await startCluster('pg');
  try {
    const env = { DATABASE_URL: process.env.DATABASE_URL ?? cluster.url };
    runPackage('tsx', [join(ROOT, 'scripts', script), ...rest], { env });
  } finally {
    if (cluster?.startedHere) cluster.stop();
  }
});
