import { readFileSync } from 'node:fs';

/** The time by which everything is recorded. Browser tests set the day through a file named in the environment. */
export function now(): Date {
  const file = process.env.CROP_CYCLE_CLOCK_FILE;
  if (!file) return new Date();
  return new Date(readFileSync(file, 'utf8').trim());
}
