import type { Column } from '../solver/mip';
import { isFree } from './batches';
import type { Batch, PlannedBatch, PlannerInput, Shortage, StockingPlan } from './types';

/**
 * Weekly stocking model. Rows: the tanks in use of each group in each week, the purge tanks that are held on each week's
 * harvest day, each week's order (met, taken from last week's cold store, or short), and each group of fish that is here already,
 * which goes exactly one way. Columns of batches are made for it one by one, so that a few may stand for many.
 */
export interface StockingModel {
  rowLower: number[];
  rowUpper: number[];
  /** Columns that are no batch: tanks in use and too few, sums, shortages and what is carried over. */
  own: Column[];
  columnOf: (batch: Batch) => Column;
}

/** A night in the cold store: of two equal plans the fresher is taken. */
const CARRY_MINOR_PER_KG = 5;

/** Two groups of fish in one tank for a week weigh like this share of a full tank not sold: avoided whenever it can be. */
const CROWDED_SHARE = 0.5;

/** @param batches all candidates: those of fish that are here tell where they stand whichever way they go */
export function stockingModel(input: PlannerInput, batches: readonly Batch[]): StockingModel {
  const model = { rowLower: [] as number[], rowUpper: [] as number[], own: [] as Column[] };
  const row = (lower: number, upper: number) => model.rowLower.push(lower) && model.rowUpper.push(upper) - 1;
  const column = (cost: number, upper: number, entries: [row: number, value: number][]) =>
    model.own.push({ cost, upper, integer: false, rows: entries.map((e) => e[0]), values: entries.map((e) => e[1]) });
  const ways = waysOfPresent(batches);
  const oneWay = new Map([...ways.keys()].map((key) => [key, row(1, 1)]));
  const tankRows = input.groups.map(() => Array.from({ length: input.weeks }, () => row(0, 0)));
  const room = tankRoom(input, batches);
  input.groups.forEach((group, g) => {
    // Tanks in use follow from those of the week before: far fewer entries than naming every week of every stay.
    tankRows[g]!.forEach((r, week) => {
      const next = tankRows[g]![week + 1];
      const { free, beyond } = room[g]![week]!;
      const used: [number, number][] =
        next === undefined
          ? [[r, 1]]
          : [
              [r, 1],
              [next, -1],
            ];
      if (beyond === 0) return column(0, free, used);
      const limit = row(-Infinity, free);
      column(0, free + beyond, [...used, [limit, 1]]);
      return column(crowdedMinor(input, group.capacityKg), beyond, [[limit, -1]]);
    });
  });
  const purgeRows = Array.from({ length: input.weeks }, (_, week) => row(-Infinity, freePurgeTanks(input, week)));
  const caughtRows = new Map<string, number[]>();
  for (const demand of input.demand) {
    const caught = Array.from({ length: input.weeks }, () => row(0, 0));
    const met = demand.kgByWeek.map((kg) => row(kg, Infinity));
    // Only what was caught this week waits for the next: nothing waits twice.
    const waits = Array.from({ length: input.weeks }, () => row(-Infinity, 0));
    caughtRows.set(demand.speciesCode, caught);
    for (let week = 0; week < input.weeks; week++) {
      column(0, Infinity, [
        [caught[week]!, -1],
        [met[week]!, 1],
        [waits[week]!, -1],
      ]);
      column(input.costs.shortMinorPerKg, demand.kgByWeek[week]!, [[met[week]!, 1]]);
      if (week + 1 < input.weeks && demand.fromWeekBefore[week + 1])
        column(CARRY_MINOR_PER_KG, Infinity, [
          [waits[week]!, 1],
          [met[week]!, -1],
          [met[week + 1]!, 1],
        ]);
    }
  }
  const columnOf = (batch: Batch): Column => {
    const rows: number[] = [];
    const values: number[] = [];
    const entry = (r: number, value: number) => rows.push(r) && values.push(value);
    for (const leg of batch.path) {
      entry(tankRows[leg.group]![leg.from]!, -1);
      if (leg.until < input.weeks) entry(tankRows[leg.group]![leg.until]!, 1);
    }
    for (const t of batch.takings) {
      entry(caughtRows.get(batch.speciesCode)![t.week]!, t.ordersKg);
    }
    for (const [week, tanks] of batch.purge) entry(purgeRows[week]!, tanks);
    if (batch.lotCode) entry(oneWay.get(presentKey(batch))!, 1);
    return {
      cost: batch.costMinor,
      upper: batch.lotCode ? 1 : mostTanks(input, batch),
      integer: true,
      ...merged(rows, values),
    };
  };
  return { ...model, columnOf };
}

/** One entry a row: fish may leave a group of tanks and come back to it. */
function merged(rows: number[], values: number[]) {
  if (new Set(rows).size === rows.length) return { rows, values };
  const sums = new Map<number, number>();
  rows.forEach((r, i) => sums.set(r, (sums.get(r) ?? 0) + values[i]!));
  return { rows: [...sums.keys()], values: [...sums.values()] };
}

const crowdedMinor = (input: PlannerInput, capacityKg: number) =>
  CROWDED_SHARE * capacityKg * input.costs.shortMinorPerKg;

export function freePurgeTanks(input: PlannerInput, week: number): number {
  if (input.purgeTanks.length === 0) return Infinity;
  const day = week * 7 + input.harvestOn;
  return input.purgeTanks.filter((t) => isFree(t.heldOn, { outDay: day, harvestDay: day })).length;
}

/** Free tanks of each group by week, and how many more fish that are here may ask for. */
function tankRoom(input: PlannerInput, batches: readonly Batch[]) {
  const ways = waysOfPresent(batches);
  return input.groups.map((group, g) =>
    Array.from({ length: input.weeks }, (_, week) => {
      const holds = (b: Batch) => b.path.some((leg) => leg.group === g && leg.from <= week && leg.until > week);
      const lots = [...ways.values()];
      // They stand there even where the kept plan overlaps.
      const free = Math.max(0, group.freeByWeek[week]!, lots.filter((w) => w.every(holds)).length);
      return { free, beyond: Math.max(0, lots.filter((w) => w.some(holds)).length - free) };
    }),
  );
}

function waysOfPresent(batches: readonly Batch[]): Map<string, Batch[]> {
  const ways = new Map<string, Batch[]>();
  for (const batch of batches) {
    if (!batch.lotCode) continue;
    const list = ways.get(presentKey(batch));
    if (list) list.push(batch);
    else ways.set(presentKey(batch), [batch]);
  }
  return ways;
}

export function mostTanks(input: PlannerInput, batch: Batch): number {
  return Math.min(
    ...batch.path.map((leg) => Math.min(...input.groups[leg.group]!.freeByWeek.slice(leg.from, leg.until))),
  );
}

/** Candidates of the same fish exclude each other. */
export const presentKey = (batch: Batch) => batch.id.slice(0, batch.id.lastIndexOf('|'));

/**
 * Meets each week's want from what was left of the week before, where it is still good, and then from the week's own harvest.
 * @returns kg of each week that came from the week before, and kg that no harvest gives
 */
export function serveWeeks(wanted: readonly number[], caught: readonly number[], fromWeekBefore: readonly boolean[]) {
  let left = 0;
  return wanted.map((kg, week) => {
    const carriedKg = fromWeekBefore[week] ? Math.min(left, kg) : 0;
    const ownKg = Math.min(caught[week]!, kg - carriedKg);
    left = caught[week]! - ownKg;
    return { carriedKg, shortKg: kg - carriedKg - ownKg };
  });
}

/** What a choice of batches costs and leaves short, reckoned from the batches alone: the solver is not asked. */
export function planOf(input: PlannerInput, batches: readonly Batch[], planned: readonly PlannedBatch[]): StockingPlan {
  const short: Shortage[] = [];
  let costMinor = planned.reduce((sum, { batch, tanks }) => sum + batch.costMinor * tanks, 0);
  for (const demand of input.demand) {
    const caught = Array<number>(input.weeks).fill(0);
    for (const { batch, tanks } of planned) {
      if (batch.speciesCode === demand.speciesCode)
        for (const t of batch.takings) caught[t.week]! += t.ordersKg * tanks;
    }
    serveWeeks(demand.kgByWeek, caught, demand.fromWeekBefore).forEach(({ carriedKg, shortKg }, week) => {
      costMinor += carriedKg * CARRY_MINOR_PER_KG + shortKg * input.costs.shortMinorPerKg;
      if (shortKg > SAID_KG) short.push({ speciesCode: demand.speciesCode, week, kg: shortKg });
    });
  }
  tankRoom(input, batches).forEach((weeks, g) =>
    weeks.forEach(({ free, beyond }, week) => {
      if (beyond === 0) return;
      const used = planned.reduce(
        (sum, { batch, tanks }) =>
          sum + tanks * batch.path.filter((leg) => leg.group === g && leg.from <= week && leg.until > week).length,
        0,
      );
      costMinor += Math.max(0, used - free) * crowdedMinor(input, input.groups[g]!.capacityKg);
    }),
  );
  return { batches: [...planned], costMinor, short };
}

/** Less than this is no shortage. */
const SAID_KG = 0.05;
