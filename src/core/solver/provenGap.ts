import { RuleBroken } from '../errors';
import { say } from '../words/words';

/** What sums of many numbers may differ by, as a share of them; and a minor unit. */
const TOLERANCE = 1e-5;

interface Proof {
  costMinor: number;
  /** No choice costs less. */
  boundMinor: number;
  /** What the gap is a share of. */
  ofMinor: number;
}

/**
 * How far a plan may be from the best there is, as a share.
 * @throws {RuleBroken} where it costs less than was proven to be possible: then either the plan breaks a limit or the proof is wrong
 */
export function provenGap({ costMinor, boundMinor, ofMinor }: Proof): number {
  if (costMinor < boundMinor - TOLERANCE * Math.max(Math.abs(boundMinor), Math.abs(costMinor)) - 1)
    throw new RuleBroken(
      'form',
      say`This plan would cost less than was proven to be possible, so one of the two is wrong and it is not shown. Try other limits, and tell whoever runs the app.`,
    );
  return ofMinor > 0 ? Math.max(0, (costMinor - boundMinor) / ofMinor) : 0;
}
