import { say, word } from '../../core/words/words';
import { sowingCode } from '../../core/crops/gaps';
import { soldFromBench } from '../../core/crops/recipe';
import { RuleBroken } from '../../core/errors';
import { forecastFarm } from '../../core/plan/forecast';
import { planStanding } from '../../core/plan/planStanding';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { freeSowing, sowSeedInto } from '../../db/doing/plantings';
import { addSteps, freePlanCode, newId } from '../../db/plan';
import { command } from '../../server/command';
import { cropInWords } from '../../server/plantings';
import { CREW, type Said } from '../shared';
import { SowNowInput } from './sowNow.input';

/** Sown without having been planned; where it goes and when it is picked is planned at once. */
export const module = command<SowNowInput, Said>({
  name: 'plants.sowNow',
  version: 1,
  title: word`Sow`,
  who: CREW,
  input: SowNowInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const before = await doing.facts();
    const crop = before.crops.find((c) => c.code === v.cropCode && !c.retiredOn);
    const bench = before.places.find((p) => p.id === v.placeId && p.kind === 'nursery');
    if (!crop) throw new RuleBroken('cropCode', say`Choose a crop of this farm.`);
    if (!bench) throw new RuleBroken('placeId', say`Choose a bench.`);
    const lotCode = await freePlanCode(tx, sowingCode(crop.code, entry.farmDay));
    await sowSeedInto(tx, entry, { lotCode, cropCode: crop.code, placeId: bench.id, count: v.count });
    const facts = await doing.facts();
    const plan = await doing.steps();
    const own = { ...facts, plantings: facts.plantings.filter((p) => p.lotCode === lotCode) };
    const { steps } = planStanding({ facts: own, plan, forecast: forecastFarm(facts, plan), newId });
    const willBe = Math.max(1, Math.floor(v.count * crop.germination * crop.nurserySurvival));
    await addSteps(
      tx,
      entry.farmId,
      steps.map((s) => ({ ...s, count: willBe })),
    );
    const words = say`${formatNumber(v.count)} seeds of ${cropInWords(crop)} are on ${bench.code} as ${lotCode}.`;
    const into = steps.find((s) => s.kind === 'transplant');
    const bed = facts.places.find((p) => p.id === into?.toPlaceId);
    const packed = steps.find((s) => s.kind === 'pick' && soldFromBench(crop));
    const lines = packed
      ? [say`They are packed from the bench on ${shortDay(packed.day)}; the plan has it.`]
      : into
        ? [say`About ${formatNumber(willBe)} go into ${bed?.code} on ${shortDay(into.day)}; the plan has it.`]
        : [say`No bed has room for them when they are ready: find one before then.`];
    return { words, lines };
  },
  takeBack: {
    words: () => say`Taken back: the seed is in the store again, and the plan as it was.`,
    free: freeSowing,
  },
});
