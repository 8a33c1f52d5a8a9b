import { stageFault } from '../crops/recipe';
import { say } from '../words/words';
import type { Crop, Species } from '../library/types';
import { isFarmDay, isWithin, RANGES } from '../quantity/ranges';
import { detailFault, stepWords } from './steps/steps';
import type { FarmFacts, LoopFact } from '../facts/farm';
import type { PlanStep } from '../facts/step';

/** A stored record that no calculation can use, and how it is named when it is mended. */
export interface BrokenRecord {
  what: 'step' | 'species' | 'crop' | 'loop' | 'fish' | 'planting' | 'order';
  /** Id or code. */
  id: string;
  /** What is wrong, in words. */
  words: string;
}

const finite = (values: readonly unknown[]) => values.every((v) => typeof v === 'number' && Number.isFinite(v));

/** What is wrong with a step of the plan, in words, or null. */
export function stepFault(
  step: PlanStep,
  known: { species: ReadonlySet<string>; crops: ReadonlySet<string>; places: ReadonlySet<string> },
): string | null {
  const name = say`${stepWords(step.kind)} of ${step.lotCode}`;
  if (!isFarmDay(step.day)) return say`${name} is planned for “${step.day}”, which is no day a farm plans for.`;
  if (!isWithin(step.count, RANGES.count)) return say`${name} is for ${step.count}: that cannot be.`;
  const detail = detailFault(step);
  if (detail) return `${name}: ${detail}`;
  if (step.speciesCode && !known.species.has(step.speciesCode))
    return say`${name} is of a species that is not in the library.`;
  if (step.cropCode && !known.crops.has(step.cropCode)) return say`${name} is of a crop that is not in the library.`;
  for (const id of [step.fromPlaceId, step.toPlaceId])
    if (id && !known.places.has(id)) return say`${name} names a place that is not there.`;
  return null;
}

/** What is wrong with the numbers of a species, or null. */
export function speciesFault(s: Species): string | null {
  const name = say`Species ${s.name ?? s.code}`;
  const numbers = [
    s.tempMinC,
    s.tempOptC,
    s.tempMaxC,
    s.growthG13PerDay,
    s.sizeCv,
    s.lengthWeightA,
    s.lengthWeightB,
    s.proteinFraction,
    s.densityMaxKgM3,
    s.respirationMgKgH,
    s.purgeDays,
  ];
  if (!finite(numbers) || !Array.isArray(s.fcr) || !finite(s.fcr) || s.fcr.length !== 3 || !finite(s.fcrBreaksG ?? []))
    return say`${name}: a number is missing or is none.`;
  if (!(s.tempMinC < s.tempOptC && s.tempOptC < s.tempMaxC && s.tempMinC >= -2 && s.tempMaxC <= 50))
    return say`${name}: its temperatures are not in order.`;
  if (!(s.growthG13PerDay > 0 && s.growthG13PerDay <= 0.2))
    return say`${name}: its growth is outside 0 to 0.2 ∛g a day.`;
  if (!(s.sizeCv >= 0 && s.sizeCv <= 0.8)) return say`${name}: its spread of sizes is outside 0 to 0.8.`;
  if (!(s.lengthWeightA > 0 && s.lengthWeightB >= 2 && s.lengthWeightB <= 4))
    return say`${name}: its length–weight relation cannot be.`;
  if (
    s.marketG &&
    !(finite(s.marketG) && s.marketG[0] > 0 && s.marketG[1] >= s.marketG[0] && s.marketG[1] <= RANGES.fishG.high)
  )
    return say`${name}: its market sizes cannot be.`;
  if (!(s.purgeDays >= 0 && s.purgeDays <= 30)) return say`${name}: its days of purging are outside 0 to 30.`;
  return null;
}

export function cropFault(c: Crop): string | null {
  const numbers = [
    c.nurseryDays,
    c.finalDays,
    c.tempMinC,
    c.tempOptC,
    c.tempMaxC,
    c.lightTargetMol,
    c.germination,
    c.nurserySurvival,
    c.finalSurvival,
    c.packout,
    c.yieldG,
    c.cutsMax,
    c.regrowDays,
    c.windowDays,
  ];
  if (!finite(numbers)) return say`Crop ${c.name ?? c.code}: a number is missing or is none.`;
  if (!(c.tempMinC < c.tempOptC && c.tempOptC < c.tempMaxC))
    return say`Crop ${c.name}: its temperatures are not in order.`;
  if (c.stages && (!Array.isArray(c.stages) || stageFault(c.stages)))
    return say`Crop ${c.name}: its stages in the bed are not in order.`;
  return null;
}

export function loopFault(l: LoopFact): { words: string; months?: true } | null {
  const months = [l.plannedWaterTempC, l.plannedAirTempC, l.plannedLightMol];
  if (months.some((m) => !Array.isArray(m) || m.length !== 12 || !finite(m)))
    return { words: say`Loop ${l.name}: its planned months are not twelve numbers.`, months: true };
  const bad = l.tempPlan.find((p) => !isFarmDay(p.from) || (p.tempC !== null && !isWithin(p.tempC, RANGES.tempC)));
  if (bad) return { words: say`Loop ${l.name}: the temperature planned from ${bad.from} cannot be.` };
  const { aerators, media } = l.lifeSupport ?? {};
  if (!Array.isArray(aerators) || !Array.isArray(media))
    return { words: say`Loop ${l.name}: its aerators and filters cannot be read.` };
  if (
    !finite([
      ...aerators.map((a) => a.kgO2PerDay),
      ...media.flatMap((m) => [m.volumeM3, m.surfaceM2PerM3, m.gTanPerM2Day]),
    ])
  )
    return { words: say`Loop ${l.name}: a number of its aerators or filters is none.` };
  return null;
}

/** Parts the facts that can be reckoned with from those that cannot. The rest of the farm goes on beside them. */
export function soundFacts(facts: FarmFacts): { facts: FarmFacts; broken: BrokenRecord[] } {
  const broken: BrokenRecord[] = [];
  const species = new Set(facts.species.map((s) => s.code));
  const crops = new Set(facts.crops.map((c) => c.code));
  const keep = <T>({
    rows,
    what,
    id,
    fault,
  }: {
    rows: T[];
    what: BrokenRecord['what'];
    id: (row: T) => string;
    fault: (row: T) => string | null;
  }) =>
    rows.filter((row) => {
      const words = fault(row);
      if (words) broken.push({ what, id: id(row), words });
      return !words;
    });
  const fish = keep({
    rows: facts.fish,
    what: 'fish',
    id: (f) => f.lotId,
    fault: (f) => {
      if (!species.has(f.speciesCode)) return say`${f.lotCode} is of a species that is not in the library.`;
      if (!isWithin(f.count, RANGES.count) || !isWithin(f.referenceG, RANGES.fishG))
        return say`${f.lotCode} has ${f.count} fish of ${f.referenceG} g: that cannot be.`;
      return finite([f.pace, f.paceError])
        ? null
        : say`The pace of ${f.lotCode} cannot be worked out from its samples.`;
    },
  });
  const plantings = keep({
    rows: facts.plantings,
    what: 'planting',
    id: (p) => p.lotId,
    fault: (p) =>
      crops.has(p.cropCode) && isFarmDay(p.sownOn)
        ? null
        : say`${p.lotCode} is of a crop that is not in the library, or has no day of sowing.`,
  });
  const promises = keep({
    rows: facts.promises,
    what: 'order',
    id: (p) => p.orderId,
    fault: (p) =>
      isFarmDay(p.day) && isWithin(p.quantity, RANGES.units)
        ? null
        : say`Order ${p.orderCode} is for ${p.quantity} on ${p.day}: that cannot be.`,
  });
  return { facts: { ...facts, fish, plantings, promises }, broken };
}
