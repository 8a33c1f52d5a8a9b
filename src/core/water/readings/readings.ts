import { say } from '../../words/words';
import { modules } from './list.generated';
import type { ReadingKindModule } from './readingKind';

export const READING_KINDS: ReadonlyMap<string, ReadingKindModule> = new Map(modules.map((m) => [m.kind, m]));

/** What a hand reads twice a day, in the order it is asked for. */
export const BY_HAND_TWICE_DAILY: readonly ReadingKindModule[] = modules
  .filter((m) => m.daily !== null)
  .sort((a, b) => a.daily! - b.daily!);

/** Why a reading cannot be right, or null. */
export function readingFault(kind: string, value: number): string | null {
  const known = READING_KINDS.get(kind);
  if (!known) return say`“${kind}” is not a reading; know ${[...READING_KINDS.keys()].join(', ')}.`;
  const { name, low, high, unit, why } = known;
  if (value >= low && value <= high) return null;
  return say`${name} ${value} is outside ${low} to ${high}${unit ? ` ${unit}` : ''}: ${why}.`;
}
