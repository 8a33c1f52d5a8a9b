import { spawnSync } from 'node:child_process';
import { checkNode, installPackages } from './lib/packages.mjs';
import { main, packageBin, ROOT } from './lib/run.mjs';

/** `npm run sum -- <name> '<json>'`, `npm run sum -- --list`, `npm run sum -- --docs`. */
main(async () => {
  checkNode();
  installPackages();
  const args = [packageBin('tsx'), 'scripts/sum.ts', ...process.argv.slice(2)];
  process.exitCode = spawnSync(process.execPath, args, { cwd: ROOT, stdio: 'inherit' }).status ?? 1;
});
