import { checkNode, installPackages } from './lib/packages.mjs';
import { writeRegistries } from './lib/registries.mjs';
import { main, runPackage, say } from './lib/run.mjs';

/** What to run before each commit: format, lint, types, layer arrows, unused code, core tests. */
main(async () => {
  checkNode();
  installPackages();
  writeRegistries();
  const steps = [
    ['format', 'prettier', ['--check', '--log-level', 'warn', '.']],
    ['lint', 'eslint', ['.', '--max-warnings', '0']],
    ['types', 'tsc', ['--noEmit']],
    ['layers', 'depcruise', ['src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err']],
    ['unused code and packages', 'knip', ['--no-progress']],
    ['core tests', 'vitest', ['run', '--project', 'core']],
  ];
  for (const [name, tool, args] of steps) {
    say(name);
    runPackage(tool, args, { hint: `${name}: not in order; see above.` });
  }
});
