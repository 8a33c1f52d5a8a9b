import { feedConversion } from '../fish/feed';
import { freshSpread } from '../fish/sizeSpread';
import { profileOf, rear, scaled, topWeightG, type Growing, type Outing, type Reared } from './rearing';
import { windows, outingsOf, ROUNDED, sizesSell, sizesWanted } from './sales';
import type { Batch, PlannerInput, PresentFish, StockChoice, Taking, TankGroup } from './types';
import { waysIn, wayUp, mostByWeek, Stage, sayPath, endOf, Apart } from './ways';
/** Shares of a week's order that one batch may be raised for; two halves may overlap. */
const SHARES = [1, 0.5];
/** A batch so small is not worth a tank. */
const LEAST_FISH = 10;

/** Every candidate of a planning problem. Weeks count from `firstDay`; weights in g. */
export function candidateBatches(input: PlannerInput): Batch[] {
  const bought = input.choices.flatMap((choice) =>
    Array.from({ length: input.weeks }, (_, week) => batchesOfChoice(input, choice, week)).flat(),
  );
  return [...bought, ...input.present.flatMap((fish) => batchesOfPresent(input, fish))];
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
    unfedLog: choice.unfedLog,
    purgeDays: choice.purgeDays,
    alive: [1],
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
    const whole = rear(fish, outings, kgs);
    if (!sizesSell(fish, whole.takings)) continue;
    for (const share of sharesFor({ input, whole, outings, stages })) {
      const reared = share === 1 ? whole : scaled(whole, share);

      if (reared.stocked < LEAST_FISH || !purgeHolds(input, fish, reared.takings)) continue;
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
    unfedLog: choice.unfedLog,
    purgeDays: choice.purgeDays,
    alive: [1],
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
      const reared = rear(own, outingsOf(input, own, weeks), kgs, fish.count);
      if (!sizesSell(own, reared.takings) || !purgeHolds(input, own, reared.takings)) return [];
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
  const alone = rear(own, [], [], fish.count);
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

function feedMinor(fish: Growing, takings: readonly Taking[], startG: number): number {
  return takings.reduce((sum, t) => {
    const gainKg = (t.count * Math.max(0, t.weightG - startG)) / 1000;
    return sum + gainKg * feedConversion((startG + t.weightG) / 2, fish.species) * fish.feedMinorPerKg;
  }, 0);
}

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

/** Each part fits the purge tanks that the kept plan leaves free for all its days; in several, the fish of the last are of size too. */
function purgeHolds(input: PlannerInput, fish: Growing, takings: readonly Taking[]): boolean {
  const [smallest] = sizesWanted(fish);
  if (input.purgeTanks.length === 0) return true;
  return takings.every((t) => {
    const freeKg = input.purgeTanks.reduce((sum, tank) => (isFree(tank.heldOn, t) ? sum + tank.capacityKg : sum), 0);
    const onesKg = Math.max(
      0,
      ...input.purgeTanks.filter((tank) => isFree(tank.heldOn, t)).map((tank) => tank.capacityKg),
    );
    return t.outKg <= onesKg || (t.tailG >= smallest * ROUNDED && t.outKg * UNEVEN <= freeKg);
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

/** New fish stand in quarantine first, where the farm has one and asks for it. */
function quarantineOf(input: PlannerInput, choice: StockChoice, stockWeek: number): Apart | null {
  const at = input.groups.findIndex((g) => g.loopCode === null);
  return at < 0 || choice.quarantineWeeks === 0
    ? null
    : { at, from: stockWeek, until: stockWeek + choice.quarantineWeeks };
}
