import { presentKey, purgeLoadKg, type StockingModel } from './model';
import type { Batch, PlannerInput } from './types';

/**
 * A sensible plan by hand rules. Fish that are here are sold when it helps most; then, species by species and week by
 * week, the batch that saves most per week it holds a tank is stocked while tanks and purge tanks have room.
 * It is the solver's start and the yardstick it must beat.
 * @returns one value a column of the model; every row of the model holds
 */
export function greedyPlan(input: PlannerInput, batches: readonly Batch[], model: StockingModel): Float64Array {
  const values = new Float64Array(model.cost.length);
  const room = new Room(input);
  const groups = new Map<string, number[]>();
  batches.forEach((b, i) => {
    if (b.lotCode) groups.set(presentKey(b), [...(groups.get(presentKey(b)) ?? []), i]);
  });
  // They stand where they stand: first each is given its tank, then its better ways are tried.
  for (const ways of groups.values()) room.take(batches[ways[0]!]!, 1);
  for (const ways of groups.values()) {
    room.take(batches[ways[0]!]!, -1);
    const best = ways.filter((i) => room.fits(batches[i]!) || i === ways[0]).sort((a, b) => room.saving(batches[b]!) - room.saving(batches[a]!))[0]!; // prettier-ignore
    values[best] = 1;
    room.take(batches[best]!, 1);
  }
  for (const demand of input.demand) {
    const own = batches.map((b, i) => ({ b, i })).filter(({ b }) => !b.lotCode && b.speciesCode === demand.speciesCode);
    for (let week = 0; week < input.weeks; week++) {
      for (let tries = 0; tries < 4 && room.need.get(demand.speciesCode)![week]! > 0.5; tries++) {
        let best = -1;
        let most = 0;
        for (const { b, i } of own) {
          if (!b.takings.some((t) => t.week === week) || !room.fits(b)) continue;
          const saved = room.saving(b) / b.path.reduce((sum, leg) => sum + leg.until - leg.from, 0);
          if (saved > most) [best, most] = [i, saved];
        }
        if (best < 0) break;
        values[best]! += 1;
        room.take(batches[best]!, 1);
      }
    }
  }
  for (const [key, column] of model.shortOf) {
    const [speciesCode, week] = key.split('|') as [string, string];
    values[column] = Math.max(0, room.need.get(speciesCode)![Number(week)]!);
  }
  for (const [key, column] of model.crowdedOf) {
    const [group, week] = key.split('|').map(Number) as [number, number];
    values[column] = Math.max(0, room.tanksMissing(group, week));
  }
  return values;
}

/** What is still free and still wanted while a plan is made by hand rules. */
class Room {
  readonly need: Map<string, number[]>;
  private readonly free: number[][];
  private readonly purge: number[];

  constructor(private readonly input: PlannerInput) {
    this.need = new Map(
      input.demand.map((d) => [d.speciesCode, Array.from({ length: input.weeks }, (_, w) => d.kgByWeek[w] ?? 0)]),
    );
    this.free = input.groups.map((g) => [...g.freeByWeek]);
    this.purge = [...input.purgeKgByWeek];
  }

  /** Tanks of a group that were given out beyond those that are there. */
  tanksMissing(group: number, week: number): number {
    return -this.free[group]![week]!;
  }

  fits(batch: Batch): boolean {
    const tanks = batch.path.every((leg) => {
      for (let w = leg.from; w < leg.until; w++) if (this.free[leg.group]![w]! < 1) return false;
      return true;
    });
    return tanks && batch.takings.every((t) => purgeLoadKg(t.kg, batch.purgeDays) <= this.purge[t.week]! + 1e-9);
  }

  /** What a batch saves: the shortage it fills less what it costs, minor units. */
  saving(batch: Batch): number {
    const need = this.need.get(batch.speciesCode);
    const useful = batch.takings.reduce((sum, t) => sum + Math.min(t.ordersKg, Math.max(0, need?.[t.week] ?? 0)), 0);
    return useful * this.input.costs.shortMinorPerKg - batch.costMinor;
  }

  /** @param sign 1 to place the batch, −1 to take it out again */
  take(batch: Batch, sign: number) {
    for (const leg of batch.path) for (let w = leg.from; w < leg.until; w++) this.free[leg.group]![w]! -= sign;
    const need = this.need.get(batch.speciesCode);
    for (const t of batch.takings) {
      this.purge[t.week]! -= sign * purgeLoadKg(t.kg, batch.purgeDays);
      if (need) need[t.week]! -= sign * t.ordersKg;
    }
  }
}
