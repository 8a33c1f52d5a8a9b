import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Said, type Taken } from '../../acts/effects';
import { tankOf } from '../../fish/handling';
import { addDays, type Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { formatNumber } from '../../quantity/units';
import { say } from '../../words/words';
import { freeCode } from '../freeCode';
import { askOfPlan, newStep, type PlanKnown } from './planKnown';

/** Where the farm has said nothing else. */
const QUARANTINE_DAYS = 14;

interface FingerlingFacts extends PlanKnown {
  /** How the lots of each species are called. */
  prefixes: ReadonlyMap<string, string>;
  /** Codes of lots there are or are planned. */
  taken: ReadonlySet<string>;
}

interface FingerlingWish {
  speciesCode: string;
  count: number;
  meanG: number;
  day: Day;
  toPlaceId: string;
  /** Where they go after quarantine; absent: decided later. */
  thenPlaceId?: string | undefined;
  note?: string | undefined;
}

/** `HSB-34` after `HSB-33`, whether that is a lot or still a plan. */
function nextCode(prefix: string, taken: ReadonlySet<string>): string {
  const numbers = [...taken].filter((c) => c.startsWith(`${prefix}-`)).map((c) => Number(/-(\d+)/.exec(c)?.[1] ?? 0));
  return freeCode(`${prefix}-${Math.max(0, ...numbers) + 1}`, taken);
}

/** An order of fingerlings joins the plan: arrival, and the move out of quarantine. */
export function decideFingerlings(known: FingerlingFacts, v: FingerlingWish): Decision<Taken<Said>> {
  return decide((asks) => {
    const { facts, prefixes, taken, newId } = known;
    if (v.day < facts.today) refuse('day', say`That day has passed.`);
    const species =
      facts.species.find((s) => s.code === v.speciesCode) ?? refuse('speciesCode', say`Choose a species of this farm.`);
    if (species.retiredOn)
      refuse('speciesCode', say`${species.name} is put away: take it from the library again first.`);
    const to = tankOf(facts, v.toPlaceId, 'toPlaceId');
    const then = v.thenPlaceId ? tankOf(facts, v.thenPlaceId, 'thenPlaceId') : null;
    if (then && to.kind !== 'quarantine')
      refuse('thenPlaceId', say`Only fish in quarantine move on by plan from here.`);
    const lotCode = nextCode(prefixes.get(species.code)!, taken);
    const bare = { lotCode, count: v.count, speciesCode: species.code, groupId: newId() };
    const steps = [
      newStep(newId, { ...bare, kind: 'stock', day: v.day, toPlaceId: to.id, detail: { meanG: v.meanG } }),
    ];
    if (then) {
      const rested = facts.feedRules.find((r) => r.speciesCode === v.speciesCode)?.quarantineDays ?? QUARANTINE_DAYS;
      const places = { fromPlaceId: to.id, toPlaceId: then.id };
      steps.push(newStep(newId, { ...bare, kind: 'move', day: addDays(v.day, rested), ...places }));
    }
    askOfPlan(known, steps, asks);
    const words = say`Ordered: ${formatNumber(v.count)} fish arrive as ${lotCode} on ${shortDay(v.day)}. The round of that day receives them.`;
    return { effects: [{ does: 'stepsAdded', steps, note: v.note }], said: () => said(words) };
  });
}
