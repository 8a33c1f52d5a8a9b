import { purgeDaysIn } from '../purgeDaysIn';
import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Said, type Taken } from '../../acts/effects';
import type { FishFact } from '../../facts/farm';
import type { StepOf } from '../../facts/step';
import type { Day } from '../../quantity/days';
import { gradeMiddleCm, liveGrades } from '../../fish/liveSale';
import { shortDay } from '../../quantity/sayDay';
import { formatNumber } from '../../quantity/units';
import { say } from '../../words/words';
import { harvestGroup } from '../build';
import { ofGradeOn } from '../forecast';
import { askOfPlan, joining, newStep, type PlanKnown } from './planKnown';

interface PlanFishWish {
  kind: 'move' | 'harvest';
  lotCode: string;
  fromPlaceId: string;
  toPlaceId?: string | undefined;
  productCode?: string | undefined;
  day: Day;
  count: number;
}

/** A move, a harvest or a netting of fish joins the plan. */
export function decidePlanFish(known: PlanKnown, v: PlanFishWish): Decision<Taken<Said>> {
  return decide((asks) => {
    const { facts } = known;
    if (v.day < facts.today) refuse('day', say`That day has passed.`);
    const fish =
      facts.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId) ??
      refuse('fromPlaceId', say`${v.lotCode} is not in that tank (any more).`);
    if (v.count > fish.count) refuse('count', say`${v.lotCode} has ${fish.count} fish; ${v.count} is more than that.`);
    if (v.kind === 'move') return planMove(known, { fish, v, asks });
    const isSoldAlive = liveGrades(facts.products, fish.speciesCode).length > 0;
    return (isSoldAlive ? planNetting : planHarvest)(known, { fish, v, asks });
  });
}

interface Wanted {
  fish: FishFact;
  v: PlanFishWish;
  asks: string[];
}

const stepOf = (
  { newId }: PlanKnown,
  { fish, v }: Wanted,
  rest: Pick<StepOf, 'toPlaceId'> & Partial<Pick<StepOf, 'detail'>>,
) =>
  newStep(newId, {
    ...{ kind: v.kind, day: v.day, lotCode: v.lotCode, count: v.count },
    ...{ speciesCode: fish.speciesCode, fromPlaceId: v.fromPlaceId },
    ...rest,
  });

function planMove(known: PlanKnown, wanted: Wanted): Taken<Said> {
  const { v, asks } = wanted;
  const to = known.facts.places.find((p) => p.id === v.toPlaceId) ?? refuse('toPlaceId', say`Choose a tank.`);
  const step = stepOf(known, wanted, { toPlaceId: to.id });
  const notes = askOfPlan(known, [step], asks);
  const words = say`Planned: ${formatNumber(v.count)} to ${to.code} on ${shortDay(v.day)}.`;
  return { effects: [joining([step])], said: () => said(words, notes) };
}

function planNetting(known: PlanKnown, wanted: Wanted): Taken<Said> {
  const { facts, plan } = known;
  const { fish, v, asks } = wanted;
  const grade =
    liveGrades(facts.products, fish.speciesCode).find((g) => g.product.code === v.productCode) ??
    refuse('productCode', say`Choose the grade that is to be netted.`);
  const there = ofGradeOn({ facts, plan, fish, productCode: grade.product.code, day: v.day });
  if (there !== null && Math.round(there) < v.count)
    asks.push(
      say`On ${shortDay(v.day)} about ${formatNumber(there)} of ${v.lotCode} are ${grade.product.name} by the forecast. Plan ${formatNumber(v.count)} all the same?`,
    );
  const step = stepOf(known, wanted, { toPlaceId: null, detail: { gradeCm: gradeMiddleCm(grade) } });
  const words = say`Planned: ${formatNumber(v.count)} ${grade.product.name} are netted for live sale on ${shortDay(v.day)}.`;
  const more = there === null ? '' : say` About ${formatNumber(there)} will be of that size.`;
  return { effects: [joining([step])], said: () => said(`${words}${more}`) };
}

function planHarvest(known: PlanKnown, { fish, v, asks }: Wanted): Taken<Said> {
  const { facts, newId } = known;
  const species = facts.species.find((s) => s.code === fish.speciesCode)!;
  const purge = facts.places.find((p) => p.id === v.toPlaceId && p.kind === 'purge') ?? null;
  const steps = harvestGroup(
    {
      ...{ lotCode: v.lotCode, speciesCode: fish.speciesCode, tankId: v.fromPlaceId, count: v.count },
      ...{ purgePlaceId: purge?.id ?? null, purgeVolumeL: purge?.volumeL ?? 0, harvestDay: v.day },
      ...{
        purgeDays: purgeDaysIn(facts, species, { placeId: v.fromPlaceId, day: v.day }),
        method: purge ? 'separate' : 'in_place',
      },
    },
    newId,
  );
  const stops = steps[0]!.day;
  if (stops < facts.today) refuse('day', say`Feed would have had to stop on ${shortDay(stops)}. Choose a later day.`);
  const notes = askOfPlan(known, steps, asks);
  const words = say`Planned: feed stops ${shortDay(stops)}, harvest ${shortDay(v.day)}.`;
  return { effects: [joining(steps)], said: () => said(words, notes) };
}
