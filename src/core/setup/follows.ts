import type { UnitChoice } from '../quantity/units';
import { balance } from './carries/feed';
import { power, raised } from './carries/ground';
import { ofLoop } from './carries/life';
import type { Follows } from './carries/parts';
import { plantsAYear, positions } from './carries/plants';
import { USUAL_RULES, type PlanningRules } from './carries/rules';
import type { FarmDescription } from './description';

/** Everything that can be said of what is described so far, or of the farm as it stands. */
export function whatFollows(d: FarmDescription, units: UnitChoice, rules: PlanningRules = USUAL_RULES): Follows[] {
  const about = { d, units, rules };
  const places = positions(about);
  return [
    ...(places ? [places] : []),
    ...plantsAYear(about),
    ...balance(about),
    ...d.loops.flatMap((loop) => ofLoop(about, loop)),
    ...raised(about),
    ...power(about),
  ];
}
