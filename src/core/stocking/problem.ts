import { say } from '../words/words';
import { fastingLoss, purgeDaysAt } from '../fish/fasting';
import { dailyRootGainG13 } from '../fish/growth';
import type { FishLeft } from '../plan/forecastFish';
import { fishOnDay, forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast, type FishStay } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { addDays, daysBetween, weekday, type Day } from '../quantity/days';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { expectedWaterC } from '../water/plannedTemperature';
import type { SizeBin } from '../fish/sizeSpread';
import type { Species } from '../library/types';
import { fingerlingPrice } from './fingerlingPrice';
import { usualHarvestOn } from './harvestDay';
import type { PlannerInput, PresentFish, PurgeTank, StockChoice, TankGroup } from './types';
import { demandOf, StockingTarget } from './demand';

/** First day of week 0 of a plan: the Monday after today. */
export function planStart(today: Day): Day {
  return addDays(today, (8 - weekday(today)) % 7 || 7);
}

export interface StockingProblem {
  input: PlannerInput;
  /** Day index of the forecast on which week 0 begins. */
  offset: number;
  forecast: FarmForecast;
  /** Stays that the planner may end, and the day index on which they are free to be planned. */
  cut: ReadonlyMap<FishStay, number>;
}

/** Days of forecast that a plan of so many weeks needs: to the end of its last week, and the last of what is packed in it. */
export const horizonOf = (offset: number, weeks: number) => offset + weeks * 7 + 1;

/** Fish that hardly grow are not planned: share of the best growth over the year. */
const LEAST_RESPONSE = 0.3;

/**
 * Puts a farm and a target into the planner's terms. Weeks begin with the next Monday; what the kept plan holds, sells and
 * purges is taken out of tanks, demand and purge tanks.
 */
export function stockingProblem(facts: FarmFacts, plan: readonly PlanStep[], target: StockingTarget): StockingProblem {
  const offset = daysBetween(facts.today, planStart(facts.today));
  const forecast = forecastFarm(facts, plan, { ...DEFAULT_SETTINGS, horizonDays: horizonOf(offset, target.weeks) });
  const groups = tankGroups(facts, target.weeks);
  const free = openFish({ facts, plan, forecast, groups, offset, target });
  const harvestOn = usualHarvestOn(facts, plan, new Set(target.species.map((s) => s.code)));
  takeOutPlanned({ facts, forecast, groups, offset, weeks: target.weeks, cut: free.cut });
  const input: PlannerInput = {
    firstDay: addDays(facts.today, offset),
    weeks: target.weeks,
    groups,
    choices: choicesOf(facts, target, offset),
    present: free.present,
    demand: demandOf({ facts, plan, forecast, target, offset, harvestOn }),
    purgeTanks: purgeTanksOf(facts, forecast, offset),
    harvestOn,
    todayAt: -offset,
    costs: target.costs,
  };
  return { input, offset, forecast, cut: free.cut };
}

/**
 * Harvests of the wanted species that could be planned anew: not begun, of food fish that stand in a tank, and not before the first
 * harvest that can be planned.
 */
export function movableHarvests(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  target: StockingTarget,
): { groupId: string; lotCode: string; day: Day; count: number }[] {
  const wanted = new Set(target.species.map((s) => s.code));
  const harvestOn = usualHarvestOn(facts, plan, wanted);
  const [first, last] = [addDays(planStart(facts.today), harvestOn), addDays(planStart(facts.today), target.weeks * 7)];
  return plan.flatMap((harvest) => {
    const { kind, speciesCode, groupId, lotCode, day, count } = harvest;
    if (
      kind !== 'harvest' ||
      !wanted.has(speciesCode ?? '') ||
      harvest.detail.gradeCm !== undefined ||
      day < first ||
      day >= last
    )
      return [];
    const group = plan.filter((s) => s.groupId === groupId);
    const stop = group.find((s) => s.kind === 'feed_stop');
    const only = group.every((s) => ['feed_stop', 'purge', 'exchange', 'taste', 'harvest'].includes(s.kind));
    return stop && only && stop.day >= facts.today ? [{ groupId, lotCode, day, count }] : [];
  });
}

function tankGroups(facts: FarmFacts, weeks: number): TankGroup[] {
  const byKey = new Map<string, TankGroup>();
  const tanks = facts.places.filter(
    (p) => (p.kind === 'tank' || p.kind === 'quarantine') && p.volumeL && p.densityLimitKgM3,
  );
  for (const place of [...tanks].sort((a, b) => a.volumeL! - b.volumeL!)) {
    const loop = facts.loops.find((l) => l.id === place.loopId);
    if (place.kind === 'tank' && (!loop || loop.kind === 'bench')) continue;
    const loopCode = place.kind === 'quarantine' ? null : loop!.code;
    const key = `${loopCode ?? 'quarantine'}|${place.stage ?? ''}|${place.volumeL}|${place.densityLimitKgM3}`;
    const known = byKey.get(key);
    if (known) {
      known.placeIds.push(place.id);
      known.freeByWeek = known.freeByWeek.map((n) => n + 1);
      continue;
    }
    const rank = [...byKey.values()].filter((g) => g.loopCode === loopCode).length;
    const name = loopCode === null ? say`quarantine tanks` : say`${place.stage ?? ''} tanks of ${loop!.name}`.trim();
    byKey.set(key, {
      key,
      name,
      loopCode,
      stage: place.stage ?? 'quarantine',
      rank,
      placeIds: [place.id],
      capacityKg: (place.volumeL! * place.densityLimitKgM3!) / 1000,
      freeByWeek: Array(weeks).fill(1),
    });
  }
  return [...byKey.values()];
}

interface OpenFishArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  forecast: FarmForecast;
  groups: readonly TankGroup[];
  offset: number;
  target: StockingTarget;
}

/** Lots that the plan never empties are free to be planned from where their last step leaves them. */
function openFish({ facts, plan, forecast, groups, offset, target }: OpenFishArgs) {
  const wanted = new Set(target.species.map((s) => s.code));
  const present: PresentFish[] = [];
  const cut = new Map<FishStay, number>();
  const seen = new Set<string>();
  const lefts = new Map<number, FishLeft[]>();
  const leftOn = (week: number) => {
    if (!lefts.has(week)) lefts.set(week, fishOnDay(facts, plan, offset + week * 7));
    return lefts.get(week)!;
  };
  for (const stay of forecast.fish) {
    const group = groups.find((g) => g.loopCode !== null && g.placeIds.includes(stay.placeId));
    if (!group || stay.until < forecast.days || !wanted.has(stay.speciesCode)) continue;
    const leaves = plan.filter((s) => s.lotCode === stay.lotCode && s.fromPlaceId === stay.placeId);
    const settled = leaves.reduce((day, s) => Math.max(day, daysBetween(facts.today, s.day) + 1), stay.from);
    const fromWeek = Math.max(0, Math.ceil((settled - offset) / 7));
    if (fromWeek >= target.weeks - 1) continue;
    cut.set(stay, offset + fromWeek * 7);
    if (seen.has(`${stay.lotCode}|${stay.placeId}`)) continue;
    seen.add(`${stay.lotCode}|${stay.placeId}`);
    const there = asOne(leftOn(fromWeek).filter((f) => f.lotCode === stay.lotCode && f.placeId === stay.placeId));
    if (!there) continue;
    const species = facts.species.find((s) => s.code === stay.speciesCode)!;
    present.push({ lotCode: stay.lotCode, species, groupKey: group.key, placeId: stay.placeId, fromWeek, ...there });
  }
  return { present, cut };
}

/** Fish of one lot that came to one tank in parts, as one school with one reference weight. Null: none. */
function asOne(parts: readonly FishLeft[]): Pick<PresentFish, 'count' | 'referenceG' | 'bins' | 'pace'> | null {
  const count = parts.reduce((sum, p) => sum + p.count, 0);
  const [first] = parts;
  if (!first || count <= 0) return null;
  if (parts.length === 1) return { count, referenceG: first.referenceG, bins: first.bins, pace: first.pace };
  const { referenceG, pace } = first;
  const bins = parts.flatMap((p): SizeBin[] => {
    const total = p.bins.reduce((sum, bin) => sum + bin.share, 0);
    return p.bins.map((bin) => ({
      relative: (bin.relative * p.referenceG) / referenceG,
      share: ((bin.share / total) * p.count) / count,
    }));
  });
  return { count, referenceG, pace, bins: bins.sort((a, b) => a.relative - b.relative) };
}

interface TakeOutPlannedArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  groups: TankGroup[];
  offset: number;
  weeks: number;
  cut: ReadonlyMap<FishStay, number>;
}

/** A tank that the kept plan uses for any day of a week is not free in it. */
function takeOutPlanned({ facts, forecast, groups, offset, weeks, cut }: TakeOutPlannedArgs) {
  for (const group of groups) {
    for (const placeId of group.placeIds) {
      const stays = forecast.fish.filter((s) => s.placeId === placeId);
      const rest = facts.resting.find((r) => r.placeId === placeId);
      const restUntil = rest ? daysBetween(facts.today, rest.until) : -1;
      for (let week = 0; week < weeks; week++) {
        const [from, until] = [offset + week * 7, offset + week * 7 + 7];
        const held = stays.some((s) => s.from < until && Math.min(s.until, cut.get(s) ?? Infinity) > from);
        if (held || restUntil >= from) group.freeByWeek[week]! -= 1;
      }
    }
  }
}

function choicesOf(facts: FarmFacts, target: StockingTarget, offset: number): StockChoice[] {
  const days = target.weeks * 7 + 1;
  const quarantine = facts.places.find((p) => p.kind === 'quarantine');
  const quarantineLoop = facts.loops.find((l) => l.id === quarantine?.loopId);
  return target.species.flatMap(({ code, fingerlingSizesG }) => {
    const species = facts.species.find((s) => s.code === code);
    const rule = facts.feedRules.find((r) => r.speciesCode === code);
    if (!species) return [];
    const waterIn = (loop: FarmFacts['loops'][number] | undefined) =>
      Array.from({ length: days }, (_, d) =>
        loop ? expectedWaterC(loop, addDays(facts.today, offset + d)) : species.tempOptC,
      );
    const quarantineGainG13 = gainsAlong(species, waterIn(quarantineLoop));
    return facts.loops
      .filter((loop) => loop.kind !== 'bench')
      .flatMap((loop) => {
        const temps = waterIn(loop);
        const response = temps.reduce((sum, t) => sum + temperatureResponse(t, species), 0) / temps.length;
        const bearable = temps.every((t) => t > species.tempMinC && t < species.tempMaxC);
        if (response < LEAST_RESPONSE || !bearable) return [];
        const gainG13 = gainsAlong(species, temps);
        const unfedLog = runningTotal(temps.map((t) => Math.log(1 - fastingLoss(species, t))));
        const purgeDays = temps.map((t) => Math.max(1, purgeDaysAt(species, t)));
        return fingerlingSizesG.map((startG) => ({
          species,
          loopCode: loop.code,
          startG,
          fingerlingMinor: fingerlingPrice(rule?.fingerlingMinor ?? FINGERLING_MINOR, startG),
          feedMinorPerKg: rule?.feedMinorPerKg ?? FEED_MINOR_PER_KG,
          gainG13,
          quarantineGainG13,
          unfedLog,
          purgeDays,
          table: rule?.ration === 'table' && rule.table.length > 0 ? rule.table : null,
          quarantineWeeks: Math.ceil((rule?.quarantineDays ?? 14) / 7),
        }));
      });
  });
}

/** Running total of root weight gained, from the first day up to each. */
const gainsAlong = (species: Species, waterC: readonly number[]): Float64Array =>
  runningTotal(waterC.map((t) => dailyRootGainG13(species, t)));

function runningTotal(values: readonly number[]): Float64Array {
  const sums = new Float64Array(values.length + 1);
  values.forEach((value, day) => (sums[day + 1] = sums[day]! + value));
  return sums;
}

/** Where the farm has set no price: a 10 g fingerling, and a kg of feed. Planning defaults, minor units. */
const FINGERLING_MINOR = 60;
const FEED_MINOR_PER_KG = 200;

function purgeTanksOf(facts: FarmFacts, forecast: FarmForecast, offset: number): PurgeTank[] {
  return facts.places
    .filter((p) => p.kind === 'purge' && p.volumeL && p.densityLimitKgM3)
    .map((p) => {
      const heldOn = new Set<number>();
      for (const stay of forecast.fish) {
        if (stay.placeId === p.id) for (let day = stay.from; day < stay.until; day++) heldOn.add(day - offset);
      }
      const rest = facts.resting.find((r) => r.placeId === p.id);
      if (rest) for (let day = 0; day <= daysBetween(facts.today, rest.until); day++) heldOn.add(day - offset);
      return { placeId: p.id, capacityKg: (p.volumeL! * p.densityLimitKgM3!) / 1000, heldOn };
    });
}
