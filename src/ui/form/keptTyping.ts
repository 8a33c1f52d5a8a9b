/** What is typed and not yet sent, kept in this browser: a reload, a closed page or a lost connection loses nothing. */

const PREFIX = 'crop-cycle:typed:';
/** Whose typing it is: what one person began, the next at this device does not find. */
let whose = '';

/** Who types here, once somebody is known to. */
export const typist = (): string => whose;

const KEEP_MS = 7 * 86_400_000;

export interface Kept {
  /** What the fields started with: where that has changed meanwhile, what was typed no longer belongs there. */
  start: string;
  values: Record<string, unknown>;
  /** Sent again under the same key, so that what was recorded already is not recorded twice. */
  entryKey: string;
  at: number;
}

const placeOf = (key: string) => `${PREFIX}${whose}:${key}`;

/** Private windows and full disks refuse to keep; then typing is as it was before. */
function quietly<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

export function readKept(key: string, start: string, now = Date.now()): Kept | null {
  const text = quietly(() => localStorage.getItem(placeOf(key)));
  const kept = text ? quietly(() => JSON.parse(text) as Kept) : null;
  if (!kept || kept.start !== start || !(now - kept.at < KEEP_MS) || typeof kept.values !== 'object') return null;
  return kept;
}

export const keep = (key: string, kept: Kept) =>
  void quietly(() => localStorage.setItem(placeOf(key), JSON.stringify(kept)));

export const forget = (key: string) => void quietly(() => localStorage.removeItem(placeOf(key)));

const mine = (start: string) => Object.keys(localStorage).filter((key) => key.startsWith(start));

/** From now on, this person types here; what anyone left longer than it is kept goes. */
export function typedBy(personId: string, now = Date.now()): void {
  if (whose === personId) return;
  whose = personId;
  quietly(() => {
    for (const key of mine(PREFIX)) {
      const at = quietly(() => (JSON.parse(localStorage.getItem(key)!) as Kept).at);
      if (!(now - (at ?? 0) < KEEP_MS)) localStorage.removeItem(key);
    }
  });
}

/** At signing out: the next person on this device finds nothing of it. */
export function forgetAll(): void {
  quietly(() => {
    for (const key of mine(`${PREFIX}${whose}:`)) localStorage.removeItem(key);
  });
}
