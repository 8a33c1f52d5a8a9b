import { promiseTable } from '../market/promiseTable';
import type { Day } from '../quantity/days';
import { temperatureCost } from '../water/energy';
import type { UnitChoice } from '../quantity/units';
import { withWater } from './changes';
import { forecastFarm } from './forecast';
import { DEFAULT_SETTINGS } from './settings';
import { type FarmFacts } from '../facts/farm';
import { type PlanStep } from '../facts/step';
import { harvested, limitsPassed, marketDays, sayLimit } from './waterConsequences';

export interface TemperatureResult {
  /** Null: as planned now. */
  tempC: number | null;
  ready: { lotCode: string; day: Day | null }[];
  /** What the fish of the loop do not bear, in words. */
  limits: string[];
  feedKg: number;
  feedMinor: number;
  heatMinor: number;
  coolMinor: number;
  /** What the plan's harvests bring, and would be sold for at the price of each product. */
  supplyKg: number;
  salesMinor: number;
  shortKg: number;
}

interface Compared {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  wish: { loopId: string; from: Day; until: Day | null; tempsC: number[] };
  units: UnitChoice;
}

/**
 * What holding a loop at one temperature or another would mean over half a year: dates, limits, feed, energy, sales.
 * @throws {RuleBroken} when a day has passed or the end is before the beginning
 */
export function compareTemperatures({ facts, plan, wish, units }: Compared): TemperatureResult[] {
  const { loopId, from, until } = wish;
  return [null, ...wish.tempsC].map((tempC) => {
    const held = tempC === null ? facts : withWater(facts, [{ change: 'water', loopId, from, until, tempC }]);
    return oneTemperature({ facts: held, plan, loopId, tempC, units });
  });
}

interface OneTemperatureArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  loopId: string;
  tempC: number | null;
  units: UnitChoice;
}

function oneTemperature({ facts, plan, loopId, tempC, units }: OneTemperatureArgs): TemperatureResult {
  const forecast = forecastFarm(facts, plan);
  const ground = { facts, forecast };
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
  const lots = new Set(stays.map((s) => s.lotCode));
  const ready = [...marketDays(ground)].flatMap(([lotCode, day]) => (lots.has(lotCode) ? [{ lotCode, day }] : []));
  const weeks = Math.floor(DEFAULT_SETTINGS.horizonDays / 7) - 1;
  const short = promiseTable({
    forecast,
    products: facts.products.filter((p) => p.speciesCode),
    promises: facts.promises,
    weeks,
  })
    .filter((r) => r.product.unit === 'kg')
    .reduce((sum, r) => sum + r.weeks.reduce((u, w) => u + w.short, 0), 0);
  const { massG, salesMinor } = harvested(ground, lots);
  return {
    tempC,
    ready: ready.sort((a, b) => ((a.day ?? '9') < (b.day ?? '9') ? -1 : 1)),
    limits: limitsPassed(ground, loop).map((l) => sayLimit(l, units)),
    feedKg: feedG / 1000,
    feedMinor,
    ...temperatureCost(loop, facts.today, forecast.days),
    supplyKg: massG / 1000,
    salesMinor,
    shortKg: short / 1000,
  };
}

/** What is left of sales after feed, heating and cooling, minor units: what one temperature is weighed against another by. */
export const leftMinor = (r: TemperatureResult) => r.salesMinor - r.feedMinor - r.heatMinor - r.coolMinor;
