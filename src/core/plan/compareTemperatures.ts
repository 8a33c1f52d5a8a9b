import { promiseTable } from '../market/promiseTable';
import { forecastFarm } from './forecast';
import { DEFAULT_SETTINGS, type FarmFacts, type PlanStep } from './types';
import { addDays, type Day } from '../quantity/days';
import { temperatureCost } from '../water/energy';
import { withSetting } from '../water/plannedTemperature';

export interface TemperatureResult {
  /** Null: as planned now. */
  tempC: number | null;
  ready: { lotCode: string; day: Day | null }[];
  feedKg: number;
  feedMinor: number;
  heatMinor: number;
  coolMinor: number;
  supplyKg: number;
  shortKg: number;
}

/** What holding a loop at one temperature or another would mean over half a year: dates, feed, energy, supply. */
export function compareTemperatures(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  wish: { loopId: string; from: Day; until: Day | null; tempsC: number[] },
): TemperatureResult[] {
  return [null, ...wish.tempsC].map((tempC) => {
    const loops = facts.loops.map((l) =>
      l.id === wish.loopId && tempC !== null ? withSetting(l, wish.from, wish.until, tempC) : l,
    );
    return oneTemperature({ ...facts, loops }, plan, wish.loopId, tempC);
  });
}

function oneTemperature(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  loopId: string,
  tempC: number | null,
): TemperatureResult {
  const forecast = forecastFarm(facts, plan);
  const loop = facts.loops.find((l) => l.id === loopId)!;
  const inLoop = new Set(facts.places.filter((p) => p.loopId === loopId).map((p) => p.id));
  const stays = forecast.fish.filter((s) => inLoop.has(s.placeId));
  const price = (speciesCode: string) =>
    facts.feedRules.find((r) => r.speciesCode === speciesCode)?.feedMinorPerKg ?? 0;
  let feedG = 0;
  let feedMinor = 0;
  for (const stay of stays) {
    const own = stay.feedG.reduce((sum, g) => sum + g, 0);
    feedG += own;
    feedMinor += (own / 1000) * price(stay.speciesCode);
  }
  const lots = [...new Set(stays.map((s) => s.lotCode))];
  const ready = lots.flatMap((lotCode) => {
    const own = forecast.fish.filter((s) => s.lotCode === lotCode);
    const market = facts.species.find((s) => s.code === own[0]!.speciesCode)?.marketG?.[0];
    if (!market || own[0]!.meanG[0]! >= market) return [];
    const days = own.flatMap((s) => {
      const i = s.meanG.findIndex((g) => g >= market);
      return i < 0 ? [] : [s.from + i];
    });
    return [{ lotCode, day: days.length > 0 ? addDays(forecast.firstDay, Math.min(...days)) : null }];
  });
  const species = new Set(stays.map((s) => s.speciesCode));
  const weeks = Math.floor(DEFAULT_SETTINGS.horizonDays / 7) - 1;
  const rows = promiseTable(forecast, facts.products, facts.promises, weeks).filter((r) =>
    species.has(r.product.speciesCode ?? ''),
  );
  const sum = (pick: (w: (typeof rows)[number]['weeks'][number]) => number) =>
    rows.reduce((t, r) => t + r.weeks.reduce((u, w) => u + pick(w), 0), 0) / 1000;
  return {
    tempC,
    ready: ready.sort((a, b) => ((a.day ?? '9') < (b.day ?? '9') ? -1 : 1)),
    feedKg: feedG / 1000,
    feedMinor,
    ...temperatureCost(loop, facts.today, forecast.days),
    supplyKg: sum((w) => w.expected),
    shortKg: sum((w) => w.short),
  };
}
