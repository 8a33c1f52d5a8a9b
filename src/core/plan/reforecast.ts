import { occupiedByDay } from '../crops/occupancy';
import { plantsIn } from './lookUp';
import { forecastFarm } from './forecast';
import { addLoopFeed, addPlantedArea, tankSeriesOf } from './tankAndLoopSeries';
import { DEFAULT_SETTINGS, type ForecastSettings } from './settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast, type LoopSeries } from '../facts/forecast';
import { type PlanStep } from '../facts/step';

interface ReforecastArgs {
  before: FarmForecast;
  facts: FarmFacts;
  plan: readonly PlanStep[];
  lots: ReadonlySet<string>;
  settings?: ForecastSettings;
}

/**
 * The forecast of a plan that differs from one already forecast in the steps of a few lots: only those lots are reckoned again, and
 * only the tanks, beds and loops they touch are added up again. Lots do not act on each other, so nothing else can change.
 * What did not change is the same object as before.
 * @param lots codes of all lots with a step that was added, moved or taken out
 */
export function reforecast({ before, facts, plan, lots, settings = DEFAULT_SETTINGS }: ReforecastArgs): FarmForecast {
  const own = <T extends { lotCode: string }>(rows: readonly T[]) => rows.filter((r) => lots.has(r.lotCode));
  const others = <T extends { lotCode: string }>(rows: readonly T[]) => rows.filter((r) => !lots.has(r.lotCode));
  const part = forecastFarm(
    { ...facts, fish: own(facts.fish), plantings: own(facts.plantings), packed: [] },
    own(plan),
    settings,
  );
  // Fish that are sold alive are counted over all lots together: those farms are forecast whole.
  if (part.swimming.size > 0) return forecastFarm(facts, plan, settings);
  const was = { fish: own(before.fish), plants: own(before.plants) };
  const result: FarmForecast = {
    ...before,
    fish: [...others(before.fish), ...part.fish],
    plants: [...others(before.plants), ...part.plants],
    supply: [...before.supply.filter((s) => s.stepId === null || !lots.has(s.lotCode)), ...part.supply],
    warnings: [...others(before.warnings), ...part.warnings],
    tanks: new Map(before.tanks),
    loops: new Map(before.loops),
    bedsOccupied: new Map(before.bedsOccupied),
  };
  const tanks = new Set([...was.fish, ...part.fish].map((s) => s.placeId));
  for (const id of tanks) {
    const place = facts.places.find((p) => p.id === id);
    const stays = result.fish.filter((s) => s.placeId === id);
    if (place && (place.volumeL !== null || stays.length > 0)) result.tanks.set(id, tankSeriesOf(stays, result.days));
    else result.tanks.delete(id);
  }
  const beds = new Set([...was.plants, ...part.plants].map((s) => s.placeId));
  for (const id of beds) {
    if (result.bedsOccupied.has(id)) result.bedsOccupied.set(id, occupiedByDay(plantsIn(result, id), result.days));
  }
  sumTouchedLoops({ result, facts, tanks, beds });
  return result;
}

interface SumTouchedLoopsArgs {
  result: FarmForecast;
  facts: FarmFacts;
  tanks: ReadonlySet<string>;
  beds: ReadonlySet<string>;
}

function sumTouchedLoops({ result, facts, tanks, beds }: SumTouchedLoopsArgs) {
  for (const loop of facts.loops) {
    const places = facts.places.filter((p) => p.loopId === loop.id);
    const fed = places.some((p) => tanks.has(p.id));
    const planted = places.some((p) => beds.has(p.id));
    if (!fed && !planted) continue;
    const series: LoopSeries = { ...result.loops.get(loop.id)! };
    if (fed) addLoopFeed(series, result, { facts, places: new Set(places.map((p) => p.id)) });
    if (planted) addPlantedArea(series, result, { facts, places, loop });
    result.loops.set(loop.id, series);
  }
}
