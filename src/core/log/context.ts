import { inSentence } from '../library/inSentence';
import type { LogContext } from './parse';
import { meanRelative } from '../fish/sizeSpread';
import { forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import type { FarmFacts, PlantingFact } from '../facts/farm';
import { lastStage } from '../crops/recipe';
import { productByCrop } from '../crops/recipes';
import type { UnitChoice } from '../quantity/units';

function nextStageOf({ crops }: FarmFacts, { cropCode, stage = 0, transplantedOn }: PlantingFact): number | null {
  const crop = crops.find((c) => c.code === cropCode);
  return crop && transplantedOn !== null && stage < lastStage(crop) ? stage + 1 : null;
}

/** What the farm holds now, as far as the log line needs it. */
export function logContext(facts: FarmFacts, units: UnitChoice): LogContext {
  const stays = forecastFarm(facts, [], { ...DEFAULT_SETTINGS, horizonDays: 1 }).plants;
  const fish = facts.fish.map((f) => ({
    placeId: f.placeId,
    lotId: f.lotId,
    lotCode: f.lotCode,
    kind: 'fish' as const,
    count: f.count,
    meanG: f.referenceG * meanRelative(f.bins),
    cropName: null,
    unit: null,
    daysToRipe: null,
    fasting: f.feedStoppedOn !== null || facts.places.find((p) => p.id === f.placeId)?.kind === 'purge',
  }));
  const sold = productByCrop(facts.products, facts.crops);
  const plants = facts.plantings.map((p) => ({
    placeId: p.placeId,
    lotId: p.lotId,
    lotCode: p.lotCode,
    kind: 'plants' as const,
    count: p.count,
    meanG: null,
    cropName: inSentence(facts.crops.find((c) => c.code === p.cropCode)?.name ?? '') || null,
    unit: sold.get(p.cropCode)?.unit ?? null,
    daysToRipe: stays.find((s) => s.lotCode === p.lotCode && s.placeId === p.placeId)?.readyFrom ?? null,
    nextStage: nextStageOf(facts, p),
  }));
  return {
    loops: facts.loops.map(({ id, code, name }) => ({ id, code, name })),
    places: facts.places
      .filter((p) => p.kind !== 'outside' && p.kind !== 'store')
      .map(({ id, code, kind, loopId, formerCodes = [], volumeL, densityLimitKgM3 }) => ({
        id,
        code,
        formerCodes,
        volumeL,
        densityLimitKgM3,
        loopId,
        isBench: kind === 'nursery',
      })),
    holdings: [...fish, ...plants],
    units,
  };
}
