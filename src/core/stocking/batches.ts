import { feedConversion } from '../fish/feed';
import type { Species } from '../library/types';
import type { Batch, Demand, PathLeg, PlannerInput, PresentFish, StockChoice, Taking, TankGroup } from './types';

/** Weeks over which a batch may be taken in parts. Planning default. */
const WINDOW_WEEKS = [2, 4, 6, 9];
/** Shares of a week's order that one batch may be raised for; two halves may overlap. */
const SHARES = [1, 0.5];

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

/** Fish on their way: weight and share alive at the start of a week. */
interface Growing {
  species: Species;
  feedMinorPerKg: number;
  demand: Demand | undefined;
  from: number;
  weightAt: (week: number) => number;
  aliveAt: (week: number) => number;
}

function batchesOfChoice(input: PlannerInput, choice: StockChoice, stockWeek: number): Batch[] {
  const { species, loopCode, startG } = choice;
  const root0 = Math.cbrt(startG);
  const demand = input.demand.find((d) => d.speciesCode === species.code);
  const fish: Growing = {
    species,
    feedMinorPerKg: choice.feedMinorPerKg,
    demand,
    from: stockWeek,
    weightAt: (week) => (root0 + choice.gainG13[week]! - choice.gainG13[stockWeek]!) ** 3,
    aliveAt: (week) => input.weeklySurvival ** (week - stockWeek),
  };
  const orders = demand?.kgByWeek ?? [];
  const stages = stagesOf(input.groups, loopCode);
  const known = new Map<string, Batch>();
  for (const weeks of windows(input, fish)) {
    const wanted = weeks.map((week) => orders[week] ?? 0);
    if (Math.max(...wanted) <= 0) continue;
    for (const share of sharesFor(wanted, stages)) {
      const takings = weeks.map((week, j) => taking(fish, week, wanted[j]! * share)).filter((t) => t.kg > 0);
      const stocked = takings.reduce((sum, t) => sum + t.count / fish.aliveAt(t.week), 0);
      const costMinor = stocked * choice.fingerlingMinor + feedMinor(fish, takings, startG) + input.costs.batchMinor; // prettier-ignore
      for (const path of fromQuarantine(input, choice, stages, fish, stocked, takings)) {
        const id = `${species.code}|${loopCode}|${startG}|${stockWeek}|${weeks[0]}+${weeks.length}|${share}|${sayPath(path)}`;
        known.set(id, {
          id, speciesCode: species.code, loopCode, stockWeek, lotCode: null, startG, stocked, path, takings, purgeDays: species.purgeDays,
          costMinor: costMinor + (path.length - 1) * input.costs.moveMinor,
        }); // prettier-ignore
      }
    }
  }
  return [...known.values()];
}

function batchesOfPresent(input: PlannerInput, fish: PresentFish): Batch[] {
  const home = input.groups.find((g) => g.key === fish.groupKey);
  const choice = input.choices.find((c) => c.species.code === fish.species.code && c.loopCode === home?.loopCode);
  if (!home?.loopCode || !choice) return [];
  const root0 = Math.cbrt(fish.weightG);
  const gained = (week: number) => (choice.gainG13[week]! - choice.gainG13[fish.fromWeek]!) * fish.pace;
  const own: Growing = {
    species: fish.species,
    feedMinorPerKg: choice.feedMinorPerKg,
    demand: input.demand.find((d) => d.speciesCode === fish.species.code),
    from: fish.fromWeek,
    weightAt: (week) => (root0 + gained(week)) ** 3,
    aliveAt: (week) => input.weeklySurvival ** (week - fish.fromWeek),
  };
  const { loopCode } = home;
  const stages = stagesOf(input.groups, loopCode).filter((g) => g.group.rank >= home.rank);
  const base = {
    speciesCode: fish.species.code, loopCode, stockWeek: null, lotCode: fish.lotCode, startG: fish.weightG,
    stocked: fish.count, purgeDays: fish.species.purgeDays,
  }; // prettier-ignore
  const prefix = `${fish.lotCode}|${fish.placeId}`;
  const stay = { ...base, id: `${prefix}|stay`, path: wayUp(input, stages, own, fish.count, []) ?? [], takings: [], costMinor: 0 }; // prettier-ignore
  const sold = windows(input, own).flatMap((weeks) => {
    const takings = weeks.map((week) => takingOf(own, week, (fish.count / weeks.length) * own.aliveAt(week)));
    const path = wayUp(input, stages, own, fish.count, takings);
    if (!path) return [];
    return [{ ...base, id: `${prefix}|${weeks[0]}+${weeks.length}`, path, takings, costMinor: feedMinor(own, takings, fish.weightG) }]; // prettier-ignore
  });
  return [stay, ...sold];
}

/** The fish that serve so many kg of an order. */
function taking(fish: Growing, week: number, ordersKg: number): Taking {
  return takingOf(fish, week, (ordersKg * 1000) / countsAsG(fish, week));
}

function takingOf(fish: Growing, week: number, count: number): Taking {
  const weightG = fish.weightAt(week);
  return { week, count, weightG, kg: (count * weightG) / 1000, ordersKg: (count * countsAsG(fish, week)) / 1000 };
}

/** What one fish is against the order, g. */
function countsAsG(fish: Growing, week: number): number {
  return fish.demand?.counted ? sizesWanted(fish)[0] : fish.weightAt(week);
}

/** Smallest and largest fish that are wanted, g. */
function sizesWanted({ species, demand }: Growing): [smallestG: number, largestG: number] {
  const [smallest, largest] = species.marketG ?? [Infinity, 0];
  const fromG = demand?.fromG ?? smallest;
  return [fromG, Math.max(largest, fromG * LEAST_RANGE)];
}

/** Fish ordered from near the top of the market size on, or above it, may still be this much larger. Planning default. */
const LEAST_RANGE = 1.3;

function feedMinor(fish: Growing, takings: readonly Taking[], startG: number): number {
  return takings.reduce((sum, t) => {
    const gainKg = (t.count * Math.max(0, t.weightG - startG)) / 1000;
    return sum + gainKg * feedConversion((startG + t.weightG) / 2, fish.species) * fish.feedMinorPerKg;
  }, 0);
}

/** The runs of weeks in which fish are of a size that sells. */
function windows(input: PlannerInput, fish: Growing): number[][] {
  const [smallest, largest] = sizesWanted(fish);
  let first = fish.from + 1;
  while (first < input.weeks && fish.weightAt(first) < smallest) first++;
  let end = first;
  while (end < input.weeks && fish.weightAt(end) <= largest) end++;
  const runs: number[][] = [];
  for (let start = first; start < Math.max(end, Math.min(first + 1, input.weeks)); start += 2) {
    for (const length of WINDOW_WEEKS) {
      if (start + length > Math.max(end, first + 1)) break;
      runs.push(Array.from({ length }, (_, j) => start + j));
    }
  }
  return runs;
}

function sharesFor(wanted: readonly number[], stages: readonly Stage[]): number[] {
  const biggest = stages.at(-1)?.group.capacityKg ?? 0;
  const tanksNeeded = Math.ceil(wanted.reduce((sum, kg) => sum + kg, 0) / Math.max(1, biggest * 1.4));
  return [...new Set([...SHARES, 1 / Math.max(1, tanksNeeded)])];
}

/** New fish stand in quarantine first, where the farm has one that holds them. */
function fromQuarantine(input: PlannerInput, choice: StockChoice, stages: readonly Stage[], fish: Growing, stocked: number, takings: readonly Taking[]): PathLeg[][] {
  const at = input.groups.findIndex((g) => g.loopCode === null);
  if (at < 0 || choice.quarantineWeeks === 0) return waysUp(input, stages, fish, stocked, takings);
  const until = fish.from + choice.quarantineWeeks;
  if (until >= takings[0]!.week) return [];
  const kg = (stocked * fish.aliveAt(until) * fish.weightAt(until)) / 1000;
  if (kg > input.groups[at]!.capacityKg) return [];
  const leg = { group: at, from: fish.from, until };
  return waysUp(input, stages, { ...fish, from: until }, stocked, takings).map((path) => [leg, ...path]);
} // prettier-ignore

const sayPath = (path: readonly PathLeg[]) => path.map((leg) => `${leg.group}:${leg.from}`).join('>');

/** The full way up and the ways that skip a stage: a small tank is not always the one that is free. */
function waysUp(input: PlannerInput, stages: readonly Stage[], fish: Growing, stocked: number, takings: readonly Taking[]): PathLeg[][] {
  const ways = new Map<string, PathLeg[]>();
  for (let skip = 0; skip < stages.length; skip++) {
    for (const way of [stages.slice(skip), [stages[skip]!, ...stages.slice(skip + 2)]]) {
      const path = wayUp(input, way, fish, stocked, takings);
      if (path) ways.set(sayPath(path), path);
    }
  }
  return [...ways.values()];
} // prettier-ignore

/**
 * Up through the stages: fish stay in the smaller tank until they would crowd it, then move on. They are taken from
 * the last tank only, and what was taken no longer crowds it. Null when no tank can hold them to the end.
 */
function wayUp(input: PlannerInput, stages: readonly Stage[], fish: Growing, stocked: number, takings: readonly Taking[]): PathLeg[] | null {
  const opens = takings[0]?.week ?? input.weeks;
  const end = takings.length > 0 ? takings.at(-1)!.week + 1 : input.weeks;
  const kgAt = (week: number) => {
    const gone = takings.reduce((sum, t) => (t.week < week ? sum + t.count / fish.aliveAt(t.week) : sum), 0);
    return ((stocked - gone) * fish.aliveAt(week) * fish.weightAt(Math.min(week, input.weeks))) / 1000;
  };
  const path: PathLeg[] = [];
  let week = fish.from;
  for (const { group, at } of stages) {
    let until = week;
    while (until < end && kgAt(until) <= group.capacityKg * 1.0001) until++;
    // Fish that are here and crowd their tank already have to stand somewhere.
    const isLast = at === stages.at(-1)!.at;
    if (until < end && isLast && takings.length === 0) until = end;
    if (until >= end) return [...path, { group: at, from: week, until: end }];
    const leaves = Math.min(until, opens);
    // A leg of under two weeks is not worth the handling.
    if (leaves - week < 2) continue;
    path.push({ group: at, from: week, until: leaves });
    week = leaves;
  }
  return null;
} // prettier-ignore
