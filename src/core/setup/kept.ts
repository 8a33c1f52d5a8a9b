import { say } from '../words/words';

/** Said where what was changed is not as it was when the screen was drawn. */
export const STALE = (): string =>
  say`Someone else changed this meanwhile. Reload to see it; what you typed is still here.`;

/** A code as it is, or with the first number that makes it one of its own. */
export function firstFree(code: string, taken: ReadonlySet<string>): string {
  if (!taken.has(code)) return code;
  for (let n = 2; ; n++) if (!taken.has(`${code}-${n}`)) return `${code}-${n}`;
}
