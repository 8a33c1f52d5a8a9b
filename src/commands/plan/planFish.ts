import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { gradeMiddleCm, liveGrades } from '../../core/fish/liveSale';
import { harvestGroup } from '../../core/plan/build';
import { ofGradeOn } from '../../core/plan/forecast';
import { NO_DETAIL, type PlanStep } from '../../core/facts/step';
import type { FarmFacts, FishFact } from '../../core/facts/farm';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { addSteps, newId } from '../../db/plan';
import { command, type Doing } from '../../server/command';
import { askAboutPlan, BOSS, PLAN_STAYS, said, type Said } from '../shared';
import { PlanFishInput } from './planFish.input';

interface Wish {
  doing: Doing;
  facts: FarmFacts;
  fish: FishFact;
  v: PlanFishInput;
}

const aStep = ({ fish, v }: Wish, rest: Pick<PlanStep, 'kind' | 'toPlaceId'> & Partial<PlanStep>): PlanStep => ({
  id: newId(),
  groupId: newId(),
  day: v.day,
  lotCode: v.lotCode,
  speciesCode: fish.speciesCode,
  cropCode: null,
  fromPlaceId: v.fromPlaceId,
  count: v.count,
  detail: NO_DETAIL,
  version: 1,
  ...rest,
});

async function planMove(wish: Wish): Promise<Said> {
  const { doing, facts, v } = wish;
  const to = facts.places.find((p) => p.id === v.toPlaceId);
  if (!to) throw new RuleBroken('toPlaceId', say`Choose a tank.`);
  const step = aStep(wish, { kind: 'move', toPlaceId: to.id });
  const notes = await askAboutPlan(doing, [step], v.confirmed);
  await addSteps(doing.tx, doing.person.farmId, [step]);
  return said(say`Planned: ${formatNumber(v.count)} to ${to.code} on ${shortDay(v.day)}.`, notes);
}

async function planNetting(wish: Wish): Promise<Said> {
  const { doing, facts, fish, v } = wish;
  const grade = liveGrades(facts.products, fish.speciesCode).find((g) => g.product.code === v.productCode);
  if (!grade) throw new RuleBroken('productCode', say`Choose the grade that is to be netted.`);
  const there = ofGradeOn({ facts, plan: await doing.steps(), fish, productCode: grade.product.code, day: v.day });
  if (there !== null && Math.round(there) < v.count && !v.confirmed)
    throw new RuleBroken(
      'confirm',
      say`On ${shortDay(v.day)} about ${formatNumber(there)} of ${v.lotCode} are ${grade.product.name} by the forecast. Plan ${formatNumber(v.count)} all the same?`,
    );
  const step = aStep(wish, { kind: 'harvest', toPlaceId: null, detail: { gradeCm: gradeMiddleCm(grade) } });
  await addSteps(doing.tx, doing.person.farmId, [step]);
  return said(
    say`Planned: ${formatNumber(v.count)} ${grade.product.name} are netted for live sale on ${shortDay(v.day)}.${there === null ? '' : say` About ${formatNumber(there)} will be of that size.`}`,
  );
}

async function planHarvest({ doing, facts, fish, v }: Wish): Promise<Said> {
  const species = facts.species.find((s) => s.code === fish.speciesCode)!;
  const purge = facts.places.find((p) => p.id === v.toPlaceId && p.kind === 'purge') ?? null;
  const steps = harvestGroup(
    {
      lotCode: v.lotCode,
      speciesCode: fish.speciesCode,
      tankId: v.fromPlaceId,
      purgePlaceId: purge?.id ?? null,
      purgeVolumeL: purge?.volumeL ?? 0,
      harvestDay: v.day,
      count: v.count,
      purgeDays: Math.max(1, species.purgeDays),
      method: purge ? 'separate' : 'in_place',
    },
    newId,
  );
  if (steps[0]!.day < doing.today)
    throw new RuleBroken('day', say`Feed would have had to stop on ${shortDay(steps[0]!.day)}. Choose a later day.`);
  const notes = await askAboutPlan(doing, steps, v.confirmed);
  await addSteps(doing.tx, doing.person.farmId, steps);
  return said(say`Planned: feed stops ${shortDay(steps[0]!.day)}, harvest ${shortDay(v.day)}.`, notes);
}

export const module = command({
  name: 'plan.planFish',
  version: 1,
  title: (v) => say`Plan a ${v.kind} of ${v.lotCode}`,
  who: BOSS,
  input: PlanFishInput,
  run: async (doing, v) => {
    if (v.day < doing.today) throw new RuleBroken('day', say`That day has passed.`);
    const facts = await doing.facts();
    const fish = facts.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId);
    if (!fish) throw new RuleBroken('fromPlaceId', say`${v.lotCode} is not in that tank (any more).`);
    if (v.count > fish.count)
      throw new RuleBroken('count', say`${v.lotCode} has ${fish.count} fish; ${v.count} is more than that.`);
    const wish = { doing, facts, fish, v };
    if (v.kind === 'move') return planMove(wish);
    return liveGrades(facts.products, fish.speciesCode).length > 0 ? planNetting(wish) : planHarvest(wish);
  },
  takeBack: PLAN_STAYS,
});
