import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import type { Proposal as Answer } from '../../../core/stocking/propose';

/** How near the plan is to the best that there is. */
export function sayGap({ progress, wanted }: Answer): string {
  if (wanted.every((w) => w.kg < 1)) return say`The current plan already covers what is wanted`;
  if (progress.boundMinor <= 0) return say`A first plan by rules of thumb; nothing is proven yet`;
  if (progress.gap < 0.0005) return say`Proven: no plan costs less`;
  return say`Within ${formatNumber(progress.gap * 100, 1)} % of the cheapest plan possible (proven)`;
}
