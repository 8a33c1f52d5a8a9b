import { feedByGrowthG, feedByTableG, feedingDay, isGrazed, perFeedingG } from '../fish/feed';
import { type FarmFacts, type FeedRule, type PlaceFact } from '../facts/farm';
import { dailyRootGainG13 } from '../fish/growth';
import type { Species } from '../library/types';
import { addDays } from '../quantity/days';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { expectedWaterC } from '../water/plannedTemperature';
import type { FarmForecast } from '../facts/forecast';

/** What one tank is fed on one day, and what that rests on. Masses in g. */
export interface TankFeed {
  place: string;
  lots: string[];
  species: Species;
  count: number;
  meanG: number;
  waterTempC: number;
  pace: number;
  rule: FeedRule | undefined;
  /** The day's ration; 0 when feed is stopped. */
  feedG: number;
  feedings: number;
  /** The first feeding of the day; the others differ by a gram at most. */
  eachG: number;
  pelletMm: number;
  times: readonly string[];
}

interface TankFeedArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  place: PlaceFact;
  at: number;
}

/**
 * The ration of a tank on a day of the forecast, split into feedings. The Round, Feed and every Why show this one.
 * @param at days from the forecast's first day @returns null when no fish are there or nobody feeds them (companion stock)
 */
export function tankFeed({ facts, forecast, place, at }: TankFeedArgs): TankFeed | null {
  const tank = forecast.tanks.get(place.id);
  const here = forecast.fish.filter((s) => s.placeId === place.id && s.from <= at && s.until > at);
  const count = tank?.count[at] ?? 0;
  const species = facts.species.find((s) => s.code === here[0]?.speciesCode);
  if (!tank || !species || count <= 0 || isGrazed(place)) return null;
  const meanG = tank.biomassG[at]! / count;
  const feedG = tank.feedG[at] ?? 0;
  const rule = facts.feedRules.find((r) => r.speciesCode === species.code);
  const loop = facts.loops.find((l) => l.id === place.loopId);
  const day = feedingDay(meanG, rule);
  return {
    place: place.code,
    lots: here.map((s) => s.lotCode),
    species,
    count,
    meanG,
    waterTempC: loop ? expectedWaterC(loop, addDays(forecast.firstDay, at)) : species.tempOptC,
    pace: facts.fish.find((f) => f.lotCode === here[0]!.lotCode)?.pace ?? 1,
    rule,
    feedG,
    eachG: perFeedingG(feedG, day.feedings)[0] ?? 0,
    ...day,
  };
}

/** What growth and what the farm's table would each ask for on that day, g; the table is null when there is none. */
export function bothRations({ count, meanG, species, waterTempC, pace, rule }: TankFeed) {
  // Without growth the two differ by rounding alone.
  const gainG = Math.max(0, (Math.cbrt(meanG) + dailyRootGainG13(species, waterTempC, Math.min(4, pace))) ** 3 - meanG);
  const table = rule?.table ?? [];
  return {
    byGrowthG: feedByGrowthG(count, meanG, gainG, species),
    byTableG:
      table.length > 0
        ? feedByTableG(count, meanG, Math.min(1, temperatureResponse(waterTempC, species)), table)
        : null,
  };
}
