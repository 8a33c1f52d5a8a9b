/** What is typed and not yet sent, kept in this browser: a reload, a closed page or a lost connection loses nothing. */

const PREFIX = 'crop-cycle:typed:';
const KEEP_MS = 7 * 86_400_000;

export interface Kept {
  /** What the fields started with: where that has changed meanwhile, what was typed no longer belongs there. */
  start: string;
  values: Record<string, unknown>;
  /** Sent again under the same key, so that what was recorded already is not recorded twice. */
  entryKey: string;
  at: number;
}

/** Private windows and full disks refuse to keep; then typing is as it was before. */
function quietly<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

export function readKept(key: string, start: string, now = Date.now()): Kept | null {
  const text = quietly(() => localStorage.getItem(PREFIX + key));
  const kept = text ? quietly(() => JSON.parse(text) as Kept) : null;
  if (!kept || kept.start !== start || !(now - kept.at < KEEP_MS) || typeof kept.values !== 'object') return null;
  return kept;
}

export const keep = (key: string, kept: Kept) =>
  void quietly(() => localStorage.setItem(PREFIX + key, JSON.stringify(kept)));

export const forget = (key: string) => void quietly(() => localStorage.removeItem(PREFIX + key));

/** At signing out: the next person on this device finds nothing of it. */
export function forgetAll(): void {
  quietly(() => {
    const mine = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
    for (const key of mine) localStorage.removeItem(key);
  });
}
