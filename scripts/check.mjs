import { checkNode, installPackages } from './lib/packages.mjs';
import { writeRegistries } from './lib/registries.mjs';
import { main, runPackageAside, say, sideBySide } from './lib/run.mjs';

const CACHES = 'node_modules/.cache';

/** What to run before each commit: core tests, types, lint, format, layer arrows, unused code. What did not change is not looked at again. */
const STEPS = [
  ['core tests', 'vitest', ['run', '--project', 'core', '--reporter', 'dot']],
  ['lint', 'eslint', ['.', '--max-warnings', '0', '--cache', '--cache-location', `${CACHES}/eslint/`]],
  ['types', 'tsc', ['--noEmit']],
  ['layers', 'depcruise', ['src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err']],
  [
    'format',
    'prettier',
    ['--check', '--log-level', 'warn', '--cache', '--cache-location', `${CACHES}/prettier/cache`, '.'],
  ],
  ['unused code and packages', 'knip', ['--no-progress', '--cache']],
];

main(async () => {
  checkNode();
  installPackages();
  writeRegistries();
  const began = Date.now();
  await sideBySide(
    STEPS.map(
      ([name, tool, args]) =>
        () =>
          runPackageAside(tool, args, { quiet: true, hint: `${name}: not in order; see above.` }),
    ),
  );
  say(`In order (${Math.round((Date.now() - began) / 1000)} s)`);
});
