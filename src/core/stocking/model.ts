import type { Batch, PlannerInput, StockingPlan } from './types';

/** A mixed-integer model in the shape a solver takes: columns by bounds and cost, rows by sparse entries. */
export interface MipModel {
  cost: number[];
  upper: number[];
  integer: boolean[];
  rowLower: number[];
  rowUpper: number[];
  rows: { columns: number[]; values: number[] }[];
}

export interface StockingModel extends MipModel {
  /** Column of a week's shortage by `species|week`. Columns of the candidates come first, in their order. */
  shortOf: Map<string, number>;
  /** Column of the tanks of a group too few in a week, by `group|week`: only where fish that are here need them. */
  crowdedOf: Map<string, number>;
}

type Entry = [column: number, value: number];

/**
 * Weekly stocking model with one integer column a candidate. Rows: each group of identical tanks in each week, the
 * purge tanks in each week, each week's order (met, taken from last week's cold store, or short), and each group of
 * fish that is here already, which goes exactly one way.
 */
export function stockingModel(input: PlannerInput, batches: readonly Batch[]): StockingModel {
  const model: StockingModel = { cost: [], upper: [], integer: [], rowLower: [], rowUpper: [], rows: [], shortOf: new Map(), crowdedOf: new Map() }; // prettier-ignore
  const column = (cost: number, upper: number, integer = false) => {
    model.cost.push(cost);
    model.upper.push(upper);
    model.integer.push(integer);
    return model.cost.length - 1;
  };
  const row = (entries: Entry[], lower: number, upper: number) => {
    if (entries.length === 0) return;
    model.rows.push({ columns: entries.map((e) => e[0]), values: entries.map((e) => e[1]) });
    model.rowLower.push(lower);
    model.rowUpper.push(upper);
  };
  const byWeek = () => Array.from({ length: input.weeks }, (): Entry[] => []);
  const moved = input.groups.map(byWeek);
  const caught = new Map(input.demand.map((d) => [d.speciesCode, byWeek()]));
  const weighed = new Map(input.demand.map((d) => [d.speciesCode, byWeek()]));
  const purgeDaysOf = new Map<string, number>();
  const ofPresent = new Map<string, number[]>();
  batches.forEach((batch, x) => {
    column(batch.costMinor, batch.lotCode ? 1 : mostTanks(input, batch), true);
    for (const leg of batch.path) {
      moved[leg.group]![leg.from]!.push([x, 1]);
      if (leg.until < input.weeks) moved[leg.group]![leg.until]!.push([x, -1]);
    }
    for (const t of batch.takings) {
      caught.get(batch.speciesCode)?.[t.week]!.push([x, t.ordersKg]);
      weighed.get(batch.speciesCode)?.[t.week]!.push([x, t.kg]);
    }
    purgeDaysOf.set(batch.speciesCode, batch.purgeDays);
    if (batch.lotCode) ofPresent.set(presentKey(batch), [...(ofPresent.get(presentKey(batch)) ?? []), x]);
  });
  for (const ways of ofPresent.values()) row(ways.map((x): Entry => [x, 1]), 1, 1); // prettier-ignore
  const standing = tanksOfPresent(input, batches, ofPresent, 'always');
  const mayStand = tanksOfPresent(input, batches, ofPresent, 'ever');
  input.groups.forEach((group, g) => {
    // Tanks in use follow from those of the week before: far fewer entries than naming every week of every stay.
    let before: number | null = null;
    moved[g]!.forEach((entries, week) => {
      const room = Math.max(0, group.freeByWeek[week]!, standing[g]![week]!);
      const beyond = Math.max(0, mayStand[g]![week]! - room);
      const used = column(0, room + beyond);
      row([[used, 1], ...(before === null ? [] : [[before, -1] as Entry]), ...entries.map(([c, v]): Entry => [c, -v])], 0, 0); // prettier-ignore
      if (beyond > 0) {
        const crowded = column(CROWDED_SHARE * group.capacityKg * input.costs.shortMinorPerKg, beyond);
        row([[used, 1], [crowded, -1]], -Infinity, room); // prettier-ignore
        model.crowdedOf.set(`${g}|${week}`, crowded);
      }
      before = used;
    });
  });
  const purge = byWeek();
  for (const demand of input.demand) {
    let carried: number | null = null;
    caught.get(demand.speciesCode)!.forEach((entries, week) => {
      if (entries.length === 0 && carried === null && !demand.kgByWeek[week]) return;
      const sum = (of: Entry[]) => {
        const total = column(0, Infinity);
        row([[total, 1], ...of.map(([c, v]): Entry => [c, -v])], 0, 0);
        return total;
      };
      const kg = sum(entries);
      // Ordered by number, fish may weigh more than they count for; the purge tank holds what they weigh.
      const heldKg = demand.counted ? sum(weighed.get(demand.speciesCode)![week]!) : kg;
      purge[week]!.push([heldKg, purgeLoadKg(1, purgeDaysOf.get(demand.speciesCode) ?? 0)]);
      const wanted = demand.kgByWeek[week] ?? 0;
      const short = column(input.costs.shortMinorPerKg, wanted);
      model.shortOf.set(`${demand.speciesCode}|${week}`, short);
      const carry = column(CARRY_MINOR_PER_KG, Infinity);
      // Only what was caught this week waits for the next: nothing waits twice.
      row([[carry, 1], [kg, -1]], -Infinity, 0); // prettier-ignore
      row([[kg, 1], ...(carried === null ? [] : [[carried, 1] as Entry]), [carry, -1], [short, 1]], wanted, Infinity); // prettier-ignore
      carried = carry;
    });
  }
  purge.forEach((entries, week) => row(entries, -Infinity, input.purgeKgByWeek[week] ?? 0));
  return model;
}

/** A night in the cold store: of two equal plans the fresher is taken. */
const CARRY_MINOR_PER_KG = 5;

/** Two groups of fish in one tank for a week weigh like this share of a full tank not sold: avoided whenever it can be. */
const CROWDED_SHARE = 0.5;

/**
 * Tanks of a group that fish already here hold by week: whichever way they go (`always`), or on one of their ways (`ever`).
 * They stand there even where the kept plan overlaps.
 */
function tanksOfPresent(input: PlannerInput, batches: readonly Batch[], ofPresent: ReadonlyMap<string, number[]>, how: 'always' | 'ever') {
  return input.groups.map((_, g) =>
    Array.from({ length: input.weeks }, (_, week) => {
      const holds = (x: number) => batches[x]!.path.some((leg) => leg.group === g && leg.from <= week && leg.until > week);
      return [...ofPresent.values()].filter((ways) => (how === 'always' ? ways.every(holds) : ways.some(holds))).length;
    }),
  );
} // prettier-ignore

function mostTanks(input: PlannerInput, batch: Batch): number {
  return Math.min(...batch.path.map((leg) => Math.min(...input.groups[leg.group]!.freeByWeek.slice(leg.from, leg.until)))); // prettier-ignore
}

/** Share of a week that a kg spends in the purge tanks, with a day to empty, clean and fill. */
export const purgeLoadKg = (kg: number, purgeDays: number) => (kg * (purgeDays + 1)) / 7;

/** Candidates of the same fish exclude each other. */
export const presentKey = (batch: Batch) => batch.id.slice(0, batch.id.lastIndexOf('|'));

/** Reads a solution: one value a column, as the solver gave them. */
export function readPlan(batches: readonly Batch[], model: StockingModel, values: ArrayLike<number>): StockingPlan {
  const planned = batches.map((batch, i) => ({ batch, tanks: Math.round(values[i]!) })).filter((p) => p.tanks > 0);
  const short = [...model.shortOf].flatMap(([key, c]) => {
    const [speciesCode, week] = key.split('|') as [string, string];
    return values[c]! > 0.05 ? [{ speciesCode, week: Number(week), kg: values[c]! }] : [];
  });
  const costMinor = model.cost.reduce((sum, cost, c) => sum + cost * values[c]!, 0);
  return { batches: planned, costMinor, short };
}
