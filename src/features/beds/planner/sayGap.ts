import { formatNumber } from '../../../core/quantity/units';
import type { SuccessionProposal } from '../../../core/succession/propose';
import { say } from '../../../core/words/words';

/** How near the plan is to the best that there is. */
export function sayGap({ boundMinor, gap }: SuccessionProposal['progress']): string {
  if (boundMinor === null) return say`A first plan by rules of thumb; nothing is proven yet`;
  if (gap < 0.0005) return say`Proven: no plan is worth more`;
  return say`Within ${formatNumber(gap * 100, 1)} % of the best plan possible (proven)`;
}
