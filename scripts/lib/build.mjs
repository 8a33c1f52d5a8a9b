import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ROOT, runPackage, runPackageAside, say } from './run.mjs';
import { writeRegistries } from './registries.mjs';

const BUILT = join(ROOT, '.next', 'BUILD_ID');
const STAMP = join(ROOT, '.next', 'crop-cycle-built');
const OTHERS = ['package-lock.json', 'next.config.ts', 'tsconfig.json'];

function files(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    return e.isDirectory() ? files(path) : [path];
  });
}

/** One word for everything a build is made of. */
function sourceMark() {
  const hash = createHash('sha256');
  for (const path of [...files(join(ROOT, 'src')).sort(), ...OTHERS.map((n) => join(ROOT, n))])
    hash.update(relative(ROOT, path)).update('\0').update(readFileSync(path)).update('\0');
  return hash.digest('hex');
}

const WITH = {
  env: { NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  quiet: true,
  hint: 'The build failed; its last words are above.',
};

/** @returns the mark of what is to be built, or null where what is there was made of the same sources */
function wanted() {
  writeRegistries();
  const mark = sourceMark();
  if (existsSync(BUILT) && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === mark) return null;
  rmSync(STAMP, { force: true });
  return mark;
}

/** Builds the app into `.next`, unless what is there was made of the same sources. */
export function build() {
  const mark = wanted();
  if (!mark) return;
  say('Building (about a minute)');
  runPackage('next', ['build'], WITH);
  writeFileSync(STAMP, mark);
}

/** The same, beside other work. */
export async function buildAside() {
  const mark = wanted();
  if (!mark) return;
  say('Building (about a minute)');
  await runPackageAside('next', ['build'], WITH);
  writeFileSync(STAMP, mark);
}
