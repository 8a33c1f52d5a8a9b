import 'server-only';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

let known: string | undefined;

/** Which build of the app answers: a page of another one is opened anew. */
export function build(): string {
  try {
    known ??= readFileSync(join(process.cwd(), '.next', 'BUILD_ID'), 'utf8').trim();
  } catch {
    known = 'in the making';
  }
  return known;
}
