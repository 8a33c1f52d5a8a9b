import { feedConversion } from '../fish/feed';
import { freshSpread } from '../fish/sizeSpread';
import { outingOf, profileOf, rear, scaled, topWeightG, type Growing, type Outing, type Reared } from './rearing';
import type { Batch, PathLeg, PlannerInput, PresentFish, StockChoice, Taking, TankGroup } from './types';

/** Longest run of weeks over which a batch is taken in parts. Planning default. */
const LONGEST_WINDOW = 10;
/** Shares of a week's order that one batch may be raised for; two halves may overlap. */
const SHARES = [1, 0.5];
/** The first to be taken are the largest: so large a part of the cohort must be of market size. */
const FIRST_PART = 0.1;
/** A batch so small is not worth a tank. */
const LEAST_FISH = 10;

/** Every candidate of a planning problem. Weeks count from `firstDay`; weights in g. */
export function candidateBatches(input: PlannerInput): Batch[] {
  const bought = input.choices.flatMap((choice) =>
    Array.from({ length: input.weeks }, (_, week) => batchesOfChoice(input, choice, week)).flat(),
  );
  return [...bought, ...input.present.flatMap((fish) => batchesOfPresent(input, fish))];
}

interface Stage {
  group: TankGroup;
  at: number;
}

function stagesOf(groups: readonly TankGroup[], loopCode: string): Stage[] {
  return groups
    .map((group, at) => ({ group, at }))
    .filter((g) => g.group.loopCode === loopCode)
    .sort((a, b) => a.group.rank - b.group.rank || a.group.capacityKg - b.group.capacityKg);
}

function batchesOfChoice(input: PlannerInput, choice: StockChoice, stockWeek: number): Batch[] {
  const { species, loopCode, startG } = choice;
  const demand = input.demand.find((d) => d.speciesCode === species.code);
  const apart = quarantineOf(input, choice, stockWeek);
  const fish: Growing = {
    species,
    demand,
    feedMinorPerKg: choice.feedMinorPerKg,
    fromDay: stockWeek * 7,
    rootG13: Math.cbrt(startG),
    pace: 1,
    profile: profileOf(freshSpread(species.sizeCv)),
    table: choice.table,
    gainG13: choice.gainG13,
    quarantineGainG13: choice.quarantineGainG13,
    quarantineUntil: (apart?.until ?? stockWeek) * 7,
    stretches: new Map(),
  };
  const orders = demand?.kgByWeek ?? [];
  const stages = stagesOf(input.groups, loopCode);
  const known = new Map<string, Batch>();
  for (const weeks of windows(input, fish, apart?.until ?? stockWeek)) {
    const wanted = weeks.map((week) => orders[week] ?? 0);
    if (wanted[0]! <= 0 || wanted.at(-1)! <= 0) continue;
    const outings = outingsOf(
      input,
      fish,
      weeks.filter((_, i) => wanted[i]! > 0),
    );
    const kgs = wanted.filter((kg) => kg > 0);
    const whole = rear(input, fish, outings, kgs);
    if (!sizesSell(fish, whole.takings)) continue;
    for (const share of sharesFor({ input, whole, outings, stages })) {
      const reared = share === 1 ? whole : scaled(whole, share);

      if (reared.stocked < LEAST_FISH || !purgeHolds(input, reared.takings)) continue;
      const costMinor =
        reared.stocked * choice.fingerlingMinor + feedMinor(fish, reared.takings, startG) + input.costs.batchMinor;
      for (const path of waysIn({ input, apart, stages, fish, reared })) {
        const id = `${species.code}|${loopCode}|${startG}|${stockWeek}|${weeks[0]}+${weeks.length}|${share}|${sayPath(path)}`;
        known.set(id, {
          id,
          speciesCode: species.code,
          loopCode,
          stockWeek,
          lotCode: null,
          startG,
          stocked: reared.stocked,
          path,
          takings: reared.takings,
          purge: purgeUse(input, reared.takings),
          costMinor: costMinor + (path.length - 1) * input.costs.moveMinor,
        });
      }
    }
  }
  return [...known.values()];
}

function batchesOfPresent(input: PlannerInput, fish: PresentFish): Batch[] {
  const home = input.groups.find((g) => g.key === fish.groupKey);
  const choice = input.choices.find((c) => c.species.code === fish.species.code && c.loopCode === home?.loopCode);
  if (!home?.loopCode || !choice) return [];
  const demand = input.demand.find((d) => d.speciesCode === fish.species.code);
  const own: Growing = {
    species: fish.species,
    demand,
    feedMinorPerKg: choice.feedMinorPerKg,
    fromDay: fish.fromWeek * 7,
    rootG13: Math.cbrt(fish.referenceG),
    pace: fish.pace,
    profile: profileOf(fish.bins),
    table: choice.table,
    gainG13: choice.gainG13,
    quarantineGainG13: choice.quarantineGainG13,
    quarantineUntil: 0,
    stretches: new Map(),
  };
  const { loopCode } = home;
  const stages = stagesOf(input.groups, loopCode).filter((g) => g.group.rank >= home.rank);
  const startG = topWeightG(own, own.fromDay, 1);
  const base = {
    speciesCode: fish.species.code,
    loopCode,
    stockWeek: null,
    lotCode: fish.lotCode,
    startG,
    stocked: fish.count,
  };
  const prefix = `${fish.lotCode}|${fish.placeId}`;
  const at = input.groups.indexOf(home);
  const here = [{ group: at, from: fish.fromWeek, until: input.weeks }];
  const stay = { ...base, id: `${prefix}|stay`, path: here, takings: [], purge: [], costMinor: 0 };
  const sold = windows(input, own, fish.fromWeek).flatMap((weeks) =>
    presentProfiles(demand?.kgByWeek ?? [], weeks).flatMap((kgs, how) => {
      const reared = rear(input, own, outingsOf(input, own, weeks), kgs, fish.count);
      if (!sizesSell(own, reared.takings) || !purgeHolds(input, reared.takings)) return [];
      const path = wayUp({
        input,
        stages,
        from: fish.fromWeek,
        reared,
        mostKg: mostByWeek(reared, fish.fromWeek, endOf(input, reared)),
      });
      if (!path) return [];
      const id = `${prefix}|${weeks[0]}+${weeks.length}${how > 0 ? 'e' : ''}`;
      return [
        {
          ...base,
          id,
          path,
          takings: reared.takings,
          purge: purgeUse(input, reared.takings),
          costMinor: feedMinor(own, reared.takings, startG),
        },
      ];
    }),
  );
  return [stay, ...movedUp({ input, own, fish, stages, stay }), ...sold];
}

interface MovedUpArgs {
  input: PlannerInput;
  own: Growing;
  fish: PresentFish;
  stages: readonly Stage[];
  stay: Batch;
}

/** Fish that nobody takes yet, moved on where they would crowd their tank. */
function movedUp({ input, own, fish, stages, stay }: MovedUpArgs): Batch[] {
  const alone = rear(input, own, [], [], fish.count);
  const path = wayUp({
    input,
    stages,
    from: fish.fromWeek,
    reared: alone,
    mostKg: mostByWeek(alone, fish.fromWeek, input.weeks),
  });
  if (!path || path.length < 2) return [];
  return [
    { ...stay, id: `${fish.lotCode}|${fish.placeId}|up`, path, costMinor: (path.length - 1) * input.costs.moveMinor },
  ];
}

/** How fish that are here are parted over the weeks of a run: as the orders want them, and alike. */
function presentProfiles(orders: readonly number[], weeks: readonly number[]): number[][] {
  const wanted = weeks.map((week) => orders[week] ?? 0);
  const alike = weeks.map(() => 1);
  const asWanted = wanted.every((kg) => kg > 0) && wanted.some((kg) => Math.abs(kg / wanted[0]! - 1) > 0.01);
  return asWanted ? [wanted, alike] : [alike];
}

const outingsOf = (input: PlannerInput, fish: Growing, weeks: readonly number[]): Outing[] =>
  weeks.map((week) => outingOf(input, fish.species.purgeDays, week));

/** Smallest and largest fish that are wanted, g. */
function sizesWanted({ species, demand }: Growing): [smallestG: number, largestG: number] {
  const [smallest, largest] = species.marketG ?? [Infinity, 0];
  const fromG = demand?.fromG ?? smallest;
  return [fromG, Math.max(largest, fromG * LEAST_RANGE)];
}

/** Fish ordered from near the top of the market size on, or above it, may still be this much larger. Planning default. */
const LEAST_RANGE = 1.3;

/** Fish that are past the market size when the planner may first take them are sold all the same: they get no smaller. */
function sizesSell(fish: Growing, takings: readonly Taking[]): boolean {
  const [smallest, largest] = sizesWanted(fish);
  const past = topWeightG(fish, fish.fromDay, 1) > largest;
  return takings.every((t) => t.weightG >= smallest * ROUNDED && (past || t.weightG <= largest * TOP_OF_COHORT));
}

/** Counted in whole fish, a harvest may average a little less than reckoned. */
const ROUNDED = 1.01;

/** The largest of a cohort, which go first, may be this much over the market size. Planning default. */
const TOP_OF_COHORT = 1.15;

function feedMinor(fish: Growing, takings: readonly Taking[], startG: number): number {
  return takings.reduce((sum, t) => {
    const gainKg = (t.count * Math.max(0, t.weightG - startG)) / 1000;
    return sum + gainKg * feedConversion((startG + t.weightG) / 2, fish.species) * fish.feedMinorPerKg;
  }, 0);
}

/** Every run of weeks in which the fish are of a size that sells: they can be unfed in time, and first of all be in their tank. */
function windows(input: PlannerInput, fish: Growing, inTankFrom: number): number[][] {
  const [smallest, largest] = sizesWanted(fish);
  const { purgeDays } = fish.species;
  const stopDay = (week: number) => outingOf(input, purgeDays, week).stopDay;
  const earliest = Math.max(input.todayAt, inTankFrom * 7);
  let first = Math.max(0, inTankFrom);
  while (first < input.weeks && (stopDay(first) < earliest || topWeightG(fish, stopDay(first), FIRST_PART) < smallest))
    first++;
  const past = topWeightG(fish, fish.fromDay, 1) > largest;
  let end = first;
  while (end < input.weeks && (past ? end < first + LONGEST_WINDOW : topWeightG(fish, stopDay(end), 1) <= largest))
    end++;
  const longest = unfedThroughout(input, purgeDays) ? 1 : LONGEST_WINDOW;
  const runs: number[][] = [];
  for (let start = first; start < Math.max(end, Math.min(first + 1, input.weeks)); start++) {
    for (let length = 1; length <= longest && start + length <= Math.max(end, first + 1); length++)
      runs.push(Array.from({ length }, (_, j) => start + j));
  }
  return runs;
}

/** Purged where they are for a week or longer, fish taken every week would never be fed again: they go in one week. */
const unfedThroughout = (input: PlannerInput, purgeDays: number) => input.purgeTanks.length === 0 && purgeDays >= 7;

interface SharesForArgs {
  input: PlannerInput;
  whole: Reared;
  outings: readonly Outing[];
  stages: readonly Stage[];
}

/** Shares of the order a batch is raised for: the whole, half, and as much as the largest tank or one purge tank holds. */
function sharesFor({ input, whole, outings, stages }: SharesForArgs): number[] {
  const tankKg = stages.at(-1)?.group.capacityKg ?? 0;
  const peakKg = Math.max(...outings.map((o) => whole.kgOn(o.stopDay)));
  const purgeKg = Math.max(0, ...input.purgeTanks.map((t) => t.capacityKg));
  const takenKg = Math.max(...whole.takings.map((t) => t.outKg));
  const fills = [tankKg / peakKg, purgeKg > 0 ? purgeKg / takenKg : 1].map(
    (share) => Math.floor(share * 0.995 * 1000) / 1000,
  );
  return [...new Set([...SHARES, ...fills.filter((share) => share > 0.02 && share < 1)])];
}

/** Each part fits the purge tanks that the kept plan leaves free for all its days. */
function purgeHolds(input: PlannerInput, takings: readonly Taking[]): boolean {
  if (input.purgeTanks.length === 0) return true;
  return takings.every((t) => {
    const freeKg = input.purgeTanks.reduce((sum, tank) => (isFree(tank.heldOn, t) ? sum + tank.capacityKg : sum), 0);
    const onesKg = Math.max(
      0,
      ...input.purgeTanks.filter((tank) => isFree(tank.heldOn, t)).map((tank) => tank.capacityKg),
    );
    return t.outKg <= onesKg || t.outKg * UNEVEN <= freeKg;
  });
}

/** Whether a purge tank is free for a batch from its transfer to the day after its harvest, to be cleaned and filled. */
export function isFree(
  heldOn: ReadonlySet<number>,
  { outDay, harvestDay }: Pick<Outing, 'outDay' | 'harvestDay'>,
): boolean {
  for (let day = outDay; day <= harvestDay; day++) if (heldOn.has(day)) return false;
  return true;
}

/** Parted over several purge tanks, the first holds the largest fish: so much room more. */
export const UNEVEN = 1.15;

function purgeUse(input: PlannerInput, takings: readonly Taking[]): Batch['purge'] {
  const use = new Map<number, number>();
  const largestKg = Math.max(0, ...input.purgeTanks.map((t) => t.capacityKg));
  if (largestKg === 0) return [];
  for (const { week, outDay, outKg } of takings) {
    const tanks = outKg <= largestKg ? 1 : Math.ceil((outKg * UNEVEN) / largestKg);
    for (let w = week; w >= 0 && w * 7 + input.harvestOn >= outDay; w--) use.set(w, (use.get(w) ?? 0) + tanks);
  }
  return [...use];
}

interface Apart {
  at: number;
  from: number;
  until: number;
}

/** New fish stand in quarantine first, where the farm has one and asks for it. */
function quarantineOf(input: PlannerInput, choice: StockChoice, stockWeek: number): Apart | null {
  const at = input.groups.findIndex((g) => g.loopCode === null);
  return at < 0 || choice.quarantineWeeks === 0
    ? null
    : { at, from: stockWeek, until: stockWeek + choice.quarantineWeeks };
}

interface WaysInArgs {
  input: PlannerInput;
  apart: Apart | null;
  stages: readonly Stage[];
  fish: Growing;
  reared: Reared;
}

function waysIn({ input, apart, stages, fish, reared }: WaysInArgs): PathLeg[][] {
  if (!apart) return waysUp({ input, stages, from: fish.fromDay / 7, reared });
  if (Math.max(...mostByWeek(reared, apart.from, apart.until)) > input.groups[apart.at]!.capacityKg) return [];
  const leg = { group: apart.at, from: apart.from, until: apart.until };
  return waysUp({ input, stages, from: apart.until, reared }).map((path) => [leg, ...path]);
}

const sayPath = (path: readonly PathLeg[]) => path.map((leg) => `${leg.group}:${leg.from}`).join('>');

interface WaysUpArgs {
  input: PlannerInput;
  stages: readonly Stage[];
  from: number;
  reared: Reared;
}

/** The full way up and the ways that skip a stage: a small tank is not always the one that is free. */
function waysUp({ input, stages, from, reared }: WaysUpArgs): PathLeg[][] {
  const ways = new Map<string, PathLeg[]>();
  const mostKg = mostByWeek(reared, from, endOf(input, reared));
  for (let skip = 0; skip < stages.length; skip++) {
    for (const way of [stages.slice(skip), [stages[skip]!, ...stages.slice(skip + 2)]]) {
      const path = wayUp({ input, stages: way, from, reared, mostKg });
      if (path) ways.set(sayPath(path), path);
    }
  }
  return [...ways.values()];
}

/** The most that a tank holds in each week, kg: at the beginning, before each harvest, and at the end of the week. */
function mostByWeek({ kgOn, takings }: Reared, from: number, until: number): Float64Array {
  const most = new Float64Array(until);
  for (let week = from; week < until; week++) most[week] = kgOn(week * 7 + 6);
  if (from < until) most[from] = Math.max(most[from]!, kgOn(from * 7));
  for (const { stopDay } of takings) {
    const week = Math.floor(stopDay / 7);
    if (week >= from && week < until) most[week] = Math.max(most[week]!, kgOn(stopDay));
  }
  return most;
}

/** The week in which their tank is free again. */
const endOf = (input: PlannerInput, { takings }: Reared) =>
  takings.length > 0 ? Math.ceil(takings.at(-1)!.outDay / 7) : input.weeks;

/** A little room for whole fish and rounding. */
const FULL = 1.0005;

interface WayUpArgs {
  input: PlannerInput;
  stages: readonly Stage[];
  from: number;
  reared: Reared;
  mostKg: Float64Array;
}

/**
 * Up through the stages: fish stay in the smaller tank until they would crowd it, then move on. They are taken from
 * the last tank only, where they are before they are unfed; what was taken no longer crowds it. Null when no tank can hold them.
 */
function wayUp({ input, stages, from, reared, mostKg }: WayUpArgs): PathLeg[] | null {
  const { takings } = reared;
  const opens = takings.length > 0 ? Math.floor(takings[0]!.stopDay / 7) : input.weeks;
  const end = endOf(input, reared);
  const path: PathLeg[] = [];
  let week = from;
  for (const { group, at } of stages) {
    const limitKg = group.capacityKg * FULL;
    let until = week;
    while (until < end && mostKg[until]! <= limitKg) until++;
    if (until >= end) return [...path, { group: at, from: week, until: Math.max(end, week + 1) }];
    const leaves = Math.min(until, opens);
    // A leg of under two weeks is not worth the handling.
    if (leaves - week < 2) continue;
    path.push({ group: at, from: week, until: leaves });
    week = leaves;
  }
  return null;
}
