import { meanRelative, shareAbove } from '../../../core/fish/sizeSpread';
import type { Species } from '../../../core/library/types';
import { forecastFarm } from '../../../core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../core/plan/settings';
import { type FishFact } from '../../../core/facts/farm';
import { addDays, type Day } from '../../../core/quantity/days';
import type { LotRecord } from '../../../db/cohorts';
import type { FarmView } from '../../../server/farmView';

export interface GrowthPoint {
  day: Day;
  /** Mean of a sample, g. */
  sampleG?: number;
  sampleCount?: number;
  forecastG?: number;
  band?: [number, number];
}

interface GrowthPointsArgs {
  view: FarmView;
  lot: LotRecord;
  samples: { day: Day; meanG: number; count: number }[];
  fish: FishFact | undefined;
}

/** Samples as they were taken, then the forecast of the cohort left to grow, with one standard error either way. */
export function growthPoints({ view, lot, samples, fish }: GrowthPointsArgs): GrowthPoint[] {
  const points: GrowthPoint[] = samples.map((s) => ({ day: s.day, sampleG: s.meanG, sampleCount: s.count }));
  if (lot.startMeanG) points.unshift({ day: lot.beganOn, sampleG: lot.startMeanG, sampleCount: 0 });
  const home = view.facts.places.find((p) => p.id === fish?.placeId);
  if (!fish || !home) return points;
  const runs = [-1, 0, 1].map((sign) => {
    const facts = {
      ...view.facts,
      fish: [{ ...fish, feedStoppedOn: null, pace: Math.max(0.05, fish.pace + sign * fish.paceError) }],
    };
    return forecastFarm({ ...facts, places: [home], plantings: [], packed: [], promises: [] }, [], {
      ...DEFAULT_SETTINGS,
      horizonDays: 168,
    }).fish[0];
  });
  const [low, middle, high] = runs;
  for (let i = 0; middle && i < middle.meanG.length; i += 7) {
    points.push({
      day: addDays(view.forecast.firstDay, i),
      forecastG: middle.meanG[i]!,
      band: [low!.meanG[i]!, high!.meanG[i]!],
    });
  }
  return points;
}

/** Share of the fish at or over the smallest market size, by week. */
export function shareSeries(
  points: GrowthPoint[],
  fish: FishFact | undefined,
  species: Species,
): { day: Day; above: number }[] {
  if (!fish || !species.marketG) return [];
  const relative = meanRelative(fish.bins);
  return points
    .filter((p) => p.forecastG !== undefined)
    .map((p) => ({ day: p.day, above: shareAbove(fish.bins, p.forecastG! / relative, species.marketG![0]) }));
}
