import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import type { Proposal as Answer } from '../../../core/stocking/propose';

/** How near the plan is to the best that there is. */
export function sayGap({ progress, wanted }: Answer): string {
  if (wanted.every((w) => w.kg < 1)) return say`The kept plan already brings what is wanted`;
  if (progress.boundMinor <= 0) return say`A plan by hand rules; nothing is proven about it yet`;
  if (progress.gap < 0.0005) return say`Proven: none of the ways weighed costs less`;
  return say`At most ${formatNumber(progress.gap * 100, 1)} % dearer than the best of the ways weighed (proven)`;
}
