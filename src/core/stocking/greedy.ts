import { freePurgeTanks, presentKey } from './model';
import type { Batch, PlannedBatch, PlannerInput } from './types';

/** Batches of one kind that the hand rules try for one week's order. */
const TRIES_A_WEEK = 4;

/**
 * A sensible plan by hand rules. Fish that are here are sold when it helps most; then, species by species and week by
 * week, the batch that saves most per week it holds a tank is stocked while tanks and purge tanks have room.
 * It is the solver's start and the yardstick it must beat.
 */
export function greedyPlan(input: PlannerInput, batches: readonly Batch[]): PlannedBatch[] {
  const tanks = new Map<Batch, number>();
  const room = new Room(input);
  const ofPresent = new Map<string, Batch[]>();
  for (const b of batches) if (b.lotCode) ofPresent.set(presentKey(b), [...(ofPresent.get(presentKey(b)) ?? []), b]);
  // They stand where they stand: first each is given its tank, then its better ways are tried.
  for (const ways of ofPresent.values()) room.take(ways[0]!, 1);
  for (const ways of ofPresent.values()) {
    const stay = ways[0]!;
    room.take(stay, -1);
    const open = ways.filter((way) => way === stay || room.fits(way));
    const best = open.reduce((a, b) => (room.saving(b) > room.saving(a) ? b : a));
    tanks.set(best, 1);
    room.take(best, 1);
  }
  const bought = byWeekOf(input, batches);
  for (const { speciesCode } of input.demand) {
    const need = room.need.get(speciesCode)!;
    for (let week = 0; week < input.weeks; week++) {
      for (let tries = 0; tries < TRIES_A_WEEK && need[week]! > 0.5; tries++) {
        const best = room.bestOf(bought.get(speciesCode)![week]!);
        if (!best) break;
        tanks.set(best, (tanks.get(best) ?? 0) + 1);
        room.take(best, 1);
      }
    }
  }
  return [...tanks].map(([batch, n]) => ({ batch, tanks: n }));
}

/** Candidates to be bought, by species and each week they bring something. */
function byWeekOf(input: PlannerInput, batches: readonly Batch[]): Map<string, Batch[][]> {
  const empty = () => Array.from({ length: input.weeks }, (): Batch[] => []);
  const lists = new Map(input.demand.map((d) => [d.speciesCode, empty()]));
  for (const batch of batches) {
    if (!batch.lotCode) for (const t of batch.takings) lists.get(batch.speciesCode)?.[t.week]!.push(batch);
  }
  return lists;
}

/** What is still free and still wanted while a plan is made by hand rules. */
class Room {
  readonly need: Map<string, number[]>;
  private readonly free: number[][];
  private readonly purge: number[];

  constructor(private readonly input: PlannerInput) {
    this.need = new Map(input.demand.map((d) => [d.speciesCode, [...d.kgByWeek]]));
    this.free = input.groups.map((g) => [...g.freeByWeek]);
    this.purge = Array.from({ length: input.weeks }, (_, week) => freePurgeTanks(input, week));
  }

  fits(batch: Batch): boolean {
    for (const leg of batch.path)
      for (let w = leg.from; w < leg.until; w++) if (this.free[leg.group]![w]! < 1) return false;
    for (const [week, n] of batch.purge) if (n > this.purge[week]!) return false;
    return true;
  }

  /** What a batch saves: the shortage it fills less what it costs, minor units. */
  saving(batch: Batch): number {
    const need = this.need.get(batch.speciesCode);
    let useful = 0;
    for (const t of batch.takings) useful += Math.min(t.ordersKg, Math.max(0, need?.[t.week] ?? 0));
    return useful * this.input.costs.shortMinorPerKg - batch.costMinor;
  }

  /** The one that saves most for each week it holds a tank; null: none fits or saves. */
  bestOf(batches: readonly Batch[]): Batch | null {
    let best: Batch | null = null;
    let most = 0;
    for (const batch of batches) {
      let weeks = 0;
      for (const leg of batch.path) weeks += leg.until - leg.from;
      const saved = this.saving(batch) / weeks;
      if (saved > most && this.fits(batch)) [best, most] = [batch, saved];
    }
    return best;
  }

  /** @param sign 1 to place the batch, −1 to take it out again */
  take(batch: Batch, sign: number) {
    for (const leg of batch.path) for (let w = leg.from; w < leg.until; w++) this.free[leg.group]![w]! -= sign;
    for (const [week, n] of batch.purge) this.purge[week]! -= sign * n;
    const need = this.need.get(batch.speciesCode);
    if (need) for (const t of batch.takings) need[t.week]! -= sign * t.ordersKg;
  }
}
