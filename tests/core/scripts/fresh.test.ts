import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expect, test } from 'vitest';

const SCRIPTS = join(process.cwd(), 'scripts');
const IMPORTED = /^(?:import|export)\s[^;]*?from '([^']+)'|^import '([^']+)'/gms;

/** What a file reads before its first line runs: imports inside functions are none of these. */
function readAtOnce(file: string, seen = new Set<string>()): string[] {
  if (seen.has(file)) return [];
  seen.add(file);
  return [...readFileSync(file, 'utf8').matchAll(IMPORTED)].flatMap(([, from, alone]) => {
    const name = (from ?? alone)!;
    return name.startsWith('.') ? readAtOnce(join(dirname(file), name), seen) : [`${file}: ${name}`];
  });
}

/** The commands of package.json that run as they are; serve is started by another once the packages are there. */
const COMMANDS = readdirSync(SCRIPTS).filter(
  (name) => name.endsWith('.mjs') && readFileSync(join(SCRIPTS, name), 'utf8').includes('installPackages()'),
);

test('on a machine with nothing installed every command begins, and installs what it needs itself', () => {
  expect(COMMANDS).toEqual(expect.arrayContaining(['bench.mjs', 'check.mjs', 'start.mjs', 'test.mjs']));
  for (const command of COMMANDS) {
    expect(existsSync(join(SCRIPTS, command))).toBe(true);
    const foreign = readAtOnce(join(SCRIPTS, command)).filter((line) => !line.includes(': node:'));
    expect(foreign, command).toEqual([]);
  }
});
