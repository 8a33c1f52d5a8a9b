import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Said, type Taken } from '../../acts/effects';
import { shortDay } from '../../quantity/sayDay';
import { plural, say } from '../../words/words';
import { forecastFarm } from '../forecast';
import { planStandingFish, unplannedFish, type StandingFishWish } from '../planStandingFish';
import { DEFAULT_SETTINGS } from '../settings';
import { askOfPlan, joining, type PlanKnown } from './planKnown';

/** Fish that stand are planned so far ahead: from fingerling to market in cool water. */
const HORIZON_DAYS = 540;
const MOST_TOLD = 4;

/** Harvests and moves of fish that stand without a plan join it. */
export function decideStandingFish(known: PlanKnown, wish: StandingFishWish): Decision<Taken<Said>> {
  return decide((asks) => {
    const { facts, plan, newId } = known;
    if (wish.firstOn && wish.firstOn < facts.today) refuse('firstOn', say`That day has passed.`);
    const open = unplannedFish(facts, plan);
    if (open.length === 0) refuse('form', say`Every cohort of food fish has its harvest planned already.`);
    if (wish.speciesCode && !open.some((f) => f.speciesCode === wish.speciesCode))
      refuse('speciesCode', say`None of that species stands without a plan.`);
    const forecast = forecastFarm(facts, plan, { ...DEFAULT_SETTINGS, horizonDays: HORIZON_DAYS });
    const { steps, harvests, moves, left } = planStandingFish({ facts, plan, forecast, wish, newId });
    if (harvests === 0) refuse('form', left[0] ?? say`None of them comes to market size.`);
    const notes = askOfPlan(known, steps, asks);
    const days = steps
      .filter((s) => s.kind === 'harvest')
      .map((s) => s.day)
      .sort();
    const words =
      days.length > 1
        ? say`${plural(harvests, '# harvest is', '# harvests are')} in the plan, from ${shortDay(days[0]!)} to ${shortDay(days.at(-1)!)}.`
        : say`One harvest is in the plan, on ${shortDay(days[0]!)}.`;
    const more =
      moves > 0 ? [plural(moves, '# move to a tank with more room.', '# moves to tanks with more room.')] : [];
    return { effects: [joining(steps)], said: () => said(words, [...more, ...left.slice(0, MOST_TOLD), ...notes]) };
  });
}
