import { formatMass, formatNumber, type UnitChoice } from '../../core/quantity/units';
import type { DoneRow } from '../../db/events';

/** What was done with how much of which crop or fish, and where: "3.2 kg · HSB-31 · H6". Empty: nothing moved by it. */
export function doneWords({ what, note }: Pick<DoneRow, 'what' | 'note'>, units: UnitChoice): string {
  const amount = !what
    ? null
    : what.massG > 0
      ? formatMass(what.massG, units)
      : what.count > 0
        ? formatNumber(what.count)
        : null;
  return [amount, what?.lots, what?.places, note].filter(Boolean).join(' · ');
}
