import { plural, say } from '../words/words';
import type { Species } from '../library/types';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatMass, formatTemperature, type UnitChoice } from '../quantity/units';
import { marketDay } from './marketDay';
import { expectedWaterC } from '../water/plannedTemperature';
import type { Consequence } from './consequences';
import type { FarmFacts, LoopFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';

/** A farm and its forecast. */
export interface Ground {
  facts: FarmFacts;
  forecast: FarmForecast;
}

/** Water that a species does not bear, with the first of its days. */
export interface LimitPassed {
  species: Species;
  day: Day;
  tempC: number;
  days: number;
  which: 'warm' | 'cold';
}

/** Days on which fish would live in a loop's water that is too cold or too warm for them to feed: by species. */
export function limitsPassed({ facts, forecast }: Ground, loop: LoopFact): LimitPassed[] {
  const places = new Set(facts.places.filter((p) => p.loopId === loop.id).map((p) => p.id));
  const byDay = Array.from({ length: forecast.days }, (_, i) => expectedWaterC(loop, addDays(forecast.firstDay, i)));
  return facts.species.flatMap((species) => {
    const stays = forecast.fish.filter((s) => s.speciesCode === species.code && places.has(s.placeId));
    const here = (day: number) => stays.some((s) => s.from <= day && day < s.until);
    const over = (which: LimitPassed['which']): LimitPassed[] => {
      const isOver = (c: number) => (which === 'warm' ? c >= species.tempMaxC : c <= species.tempMinC);
      const days = byDay.flatMap((c, day) => (isOver(c) && here(day) ? [day] : []));
      const first = days[0];
      if (first === undefined) return [];
      return [{ species, day: addDays(forecast.firstDay, first), tempC: byDay[first]!, days: days.length, which }];
    };
    return [...over('warm'), ...over('cold')];
  });
}

/** “33 °C from 3 Jun for 14 days: too warm for walleye, which stop feeding at 32 °C”. */
export function sayLimit({ species, day, tempC, days, which }: LimitPassed, units: UnitChoice): string {
  const limit = which === 'warm' ? species.tempMaxC : species.tempMinC;
  const long = plural(days, 'for 1 day', 'for # days');
  return say`${formatTemperature(tempC, units)} from ${shortDay(day)} ${long}: too ${which} for ${species.name.toLowerCase()}, which do not feed at ${formatTemperature(limit, units)} and ${which === 'warm' ? say`above` : say`below`}`;
}

/** First day on which each lot that is still growing towards it is of market size; null: not within the forecast. */
export function marketDays({ facts, forecast }: Ground): Map<string, Day | null> {
  const days = new Map<string, Day | null>();
  for (const lotCode of new Set(forecast.fish.map((s) => s.lotCode))) {
    const own = forecast.fish.filter((s) => s.lotCode === lotCode);
    const market = facts.species.find((s) => s.code === own[0]!.speciesCode)?.marketG?.[0];
    if (!market || own[0]!.meanG[0]! >= market) continue;
    days.set(lotCode, marketDay(forecast, lotCode, market));
  }
  return days;
}

/** What the harvests of a plan bring, g of food fish, and what they would be sold for, minor units. @param lots of these lots only */
export function harvested(
  { facts, forecast }: Ground,
  lots?: ReadonlySet<string>,
): { massG: number; salesMinor: number } {
  const sum = { massG: 0, salesMinor: 0 };
  for (const batch of forecast.supply) {
    if (lots && !lots.has(batch.lotCode)) continue;
    const product = facts.products.find((p) => p.code === batch.productCode);
    if (batch.stepId === null || product?.unit !== 'kg' || !product.speciesCode) continue;
    sum.massG += batch.quantity;
    sum.salesMinor += (batch.quantity / 1000) * product.priceMinor;
  }
  return sum;
}

/** What another temperature of the water does that a slide cannot do: limits of the species, growth, what harvests bring. */
export function waterConsequences(before: Ground, after: Ground, units: UnitChoice): Consequence[] {
  const loops = after.facts.loops.filter((l) => l !== before.facts.loops.find((b) => b.id === l.id));
  return [
    ...loops.flatMap((loop) => newLimits({ before, after, loop, units })),
    ...growthChanges(before, after),
    ...harvestChange(before, after, units),
  ];
}

interface NewLimitsArgs {
  before: Ground;
  after: Ground;
  loop: LoopFact;
  units: UnitChoice;
}

function newLimits({ before, after, loop, units }: NewLimitsArgs): Consequence[] {
  const was = limitsPassed(
    before,
    before.facts.loops.find((l) => l.id === loop.id)!,
  );
  return limitsPassed(after, loop).flatMap((limit): Consequence[] => {
    const known = was.find((w) => w.species.code === limit.species.code && w.which === limit.which);
    if (known && known.days >= limit.days) return [];
    return [
      { tone: 'worse', about: 'water', day: limit.day, words: say`${loop.name} loop: ${sayLimit(limit, units)}` },
    ];
  });
}

function growthChanges(before: Ground, after: Ground): Consequence[] {
  const [was, now] = [marketDays(before), marketDays(after)];
  const end = addDays(after.forecast.firstDay, after.forecast.days);
  return [...now].flatMap(([lotCode, day]): Consequence[] => {
    const then = was.get(lotCode);
    if (then === undefined || then === day) return [];
    const shift = daysBetween(then ?? end, day ?? end);
    const tone = shift > 0 ? 'worse' : 'better';
    const about = { tone, about: 'water', day: day ?? then ?? end } as const;
    if (day === null)
      return [
        {
          ...about,
          words: say`${lotCode} is not of market size within the forecast (${shortDay(then!)} as planned now)`,
        },
      ];
    if (then === null)
      return [{ ...about, words: say`${lotCode} is of market size on ${shortDay(day)}, within the forecast` }];
    const many = plural(Math.abs(shift), '# day', '# days');
    return [
      {
        ...about,
        words: say`${lotCode} is of market size ${many} ${shift > 0 ? say`later` : say`earlier`}, on ${shortDay(day)}`,
      },
    ];
  });
}

function harvestChange(before: Ground, after: Ground, units: UnitChoice): Consequence[] {
  const more = harvested(after).massG - harvested(before).massG;
  if (Math.abs(more) < 500) return [];
  const words = say`The plan’s harvests bring ${formatMass(Math.abs(more), units)} ${more < 0 ? say`less` : say`more`} fish`;
  return [{ tone: more < 0 ? 'worse' : 'better', about: 'water', day: after.forecast.firstDay, words }];
}
