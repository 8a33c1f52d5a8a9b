import { inSentence } from '../core/library/inSentence';
import type { LogContext } from '../core/log/parse';
import { meanRelative } from '../core/fish/sizeSpread';
import { forecastFarm } from '../core/plan/forecast';
import { DEFAULT_SETTINGS } from '../core/plan/types';
import type { Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import type { Tx } from './connection';
import { loadFacts } from './facts';

export async function loadLogContext(tx: Tx, today: Day, units: UnitChoice): Promise<LogContext> {
  const facts = await loadFacts(tx, today, true);
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
  const plants = facts.plantings.map((p) => ({
    placeId: p.placeId,
    lotId: p.lotId,
    lotCode: p.lotCode,
    kind: 'plants' as const,
    count: p.count,
    meanG: null,
    cropName: inSentence(facts.crops.find((c) => c.code === p.cropCode)?.name ?? '') || null,
    unit: facts.products.find((q) => q.cropCode === p.cropCode)?.unit ?? null,
    daysToRipe: stays.find((s) => s.lotCode === p.lotCode)?.readyFrom ?? null,
  }));
  return {
    loops: facts.loops.map(({ id, code, name }) => ({ id, code, name })),
    places: facts.places
      .filter((p) => p.kind !== 'outside' && p.kind !== 'store')
      .map(({ id, code, volumeL, densityLimitKgM3 }) => ({ id, code, volumeL, densityLimitKgM3 })),
    holdings: [...fish, ...plants],
    units,
  };
}
