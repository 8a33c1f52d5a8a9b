import { supplyOf } from './lookUp';
import type { SupplyBatch } from '../facts/forecast';

export interface NextPick {
  /** Day index of the pick as planned. */
  at: number;
  /** Last day index on which its goods may still stand unpicked. */
  until: number;
}

/**
 * The next planned pick of a planting from day `at` on, and how long it may slide: what ripens at once stands until its harvest window
 * ends, the next cut is due or the bed is cleared; fruit does not wait. Null: no pick is planned.
 */
export function nextPick(supply: readonly SupplyBatch[], lotCode: string, at: number): NextPick | null {
  const picks = supplyOf(supply, lotCode).filter((s) => s.standsDays !== undefined && s.from >= at);
  if (picks.length === 0) return null;
  const first = picks.reduce((a, b) => (b.from < a.from ? b : a));
  return { at: first.from, until: first.from + first.standsDays! };
}
