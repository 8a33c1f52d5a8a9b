import { goodsCode } from '../crops/recipes';
import { airOf } from './air';
import type { LimitKind, PlannedSowing, SowingWay, SuccessionInput } from './types';

/** Everything that sowings use up, kept exactly and by day: what still fits is asked of it, whoever planned. */
export class Book {
  private readonly groups: Float64Array[];
  private readonly bench: Float64Array;
  private readonly loops: number[][];
  private readonly minutes: number[];
  private readonly share: Map<string, number>;
  private readonly rooms: Map<string, 'fruit' | 'leaves' | 'open'>;

  constructor(private readonly input: SuccessionInput) {
    this.groups = input.groups.map((g) => Float64Array.from(g.free));
    this.bench = Float64Array.from(input.benchFree);
    this.loops = input.loops.map((l) => [...l.free]);
    this.minutes = [...input.minutesFree];
    this.share = new Map(input.shareFree);
    this.rooms = new Map(input.rooms);
  }

  /**
   * The most plants of a way that still fit, and the limit that decides.
   * @param already sown in that very way: its jobs are begun @param lifted limits that are left out, beside the input's own
   */
  most(way: SowingWay, already = false, lifted?: ReadonlySet<LimitKind>): { plants: number; by: LimitKind } {
    let [plants, by]: [number, LimitKind] = [Infinity, 'beds'];
    const limit = (most: number, kind: LimitKind) => {
      if (most < plants && !lifted?.has(kind) && !this.input.lifted?.has(kind))
        [plants, by] = [Math.max(0, most), kind];
    };
    const { groups, offset } = this.input;
    const group = groups[way.group]!;
    const free = this.groups[way.group]!;
    for (const { from, until, places } of way.holds)
      for (let day = from; day < Math.min(until, free.length); day++) limit(free[day]! / places, 'beds');
    for (let day = way.sowAt; day < way.transplantAt; day++) limit(this.bench[day]! / way.seedsPerPlant, 'bench');
    for (const m of way.minutes) {
      const left = this.minutes[m.week]! - (already ? 0 : m.eachTime);
      if (left < Infinity) limit(m.perPlant > 0 ? left / m.perPlant : left < 0 ? 0 : Infinity, 'labour');
    }
    const fed = this.loops[group.loop]!;
    for (const { week, days } of weeksHeld(way, offset, fed.length))
      if (fed[week]! < Infinity) limit(fed[week]! / ((way.takesOfLoop * days) / 7), 'nutrients');
    const share = this.share.get(goodsCode(way.crop));
    if (share !== undefined) limit(share / this.shareOf(way), 'share');
    const air = airOf(way.crop);
    const room = this.rooms.get(group.walk) ?? 'open';
    if (air && room !== 'open' && room !== air) limit(0, 'neighbours');
    return { plants, by };
  }

  /** m²·days of one plant within the weeks planned. */
  private shareOf(way: SowingWay): number {
    const end = this.input.offset + this.input.weeks * 7;
    const area = this.input.groups[way.group]!.areaPerPlaceM2;
    const days = way.holds.reduce(
      (sum, h) => sum + Math.max(0, Math.min(h.until, end) - Math.min(h.from, end)) * h.places,
      0,
    );
    return Math.max(1e-9, days * area);
  }

  /** @param plants less than nought gives back @param whole whether the jobs of each time begin or end with it */
  take(way: SowingWay, plants: number, whole = true) {
    const free = this.groups[way.group]!;
    for (const { from, until, places } of way.holds)
      for (let day = from; day < Math.min(until, free.length); day++) free[day]! -= plants * places;
    for (let day = way.sowAt; day < way.transplantAt; day++) this.bench[day]! -= plants * way.seedsPerPlant;
    for (const m of way.minutes)
      this.minutes[m.week]! -= plants * m.perPlant + (whole ? Math.sign(plants) * m.eachTime : 0);
    const group = this.input.groups[way.group]!;
    const fed = this.loops[group.loop]!;
    for (const { week, days } of weeksHeld(way, this.input.offset, fed.length))
      fed[week]! -= (plants * way.takesOfLoop * days) / 7;
    const share = this.share.get(goodsCode(way.crop));
    if (share !== undefined) this.share.set(goodsCode(way.crop), share - plants * this.shareOf(way));
    const air = airOf(way.crop);
    if (air && plants > 0) this.rooms.set(group.walk, air);
  }
}

/** Days of each week on which plants of a way stand in their bed, as places of the last spacing. */
export function weeksHeld(way: SowingWay, offset: number, weeks: number): { week: number; days: number }[] {
  const days = new Map<number, number>();
  for (const { from, until, places } of way.holds) {
    for (let day = from; day < until; day++) {
      const week = Math.floor((day - offset) / 7);
      if (week >= 0 && week < weeks) days.set(week, (days.get(week) ?? 0) + places);
    }
  }
  return [...days].map(([week, n]) => ({ week, days: n }));
}

/** Plants that would serve everything a way can serve, were all of it open. */
export function mostWanted(input: SuccessionInput, way: SowingWay): number {
  const demand = input.demand[way.demand]!;
  const wanted = way.picks.map((pick) => {
    let quantity = 0;
    for (let t = pick.serves[0]; t < pick.serves[1]; t++) quantity += demand.points[t]!.quantity;
    return pick.perPlace > 0 ? quantity / pick.perPlace : 0;
  });
  return Math.max(0, ...wanted);
}

/**
 * Whole plants. @param roundedUp so many more than asked where they fit, so that the last head of a delivery is not rounded away
 */
export function wholePlants(
  input: SuccessionInput,
  planned: readonly PlannedSowing[],
  roundedUp: number,
): PlannedSowing[] {
  const book = new Book(input);
  // A relaxed plan begins jobs in parts: sown whole they may be more than the hours, so what fits is asked for, the largest first.
  const whole = [...planned]
    .sort((a, b) => b.plants - a.plants)
    .flatMap(({ way, plants }) => {
      const fits = Math.floor(Math.min(plants, book.most(way).plants) + 1e-6);
      if (fits < 1) return [];
      book.take(way, fits);
      return [{ way, plants: fits }];
    });
  const rounded = whole.map(({ way, plants }) => {
    const more = Math.min(roundedUp, Math.floor(book.most(way, true).plants + 1e-9));
    if (more > 0) book.take(way, more, false);
    return { way, plants: plants + Math.max(0, more) };
  });
  return inWholeSeeds(input, rounded);
}

/** Seeds are whole ones too: no bench holds one more than it has cells. */
function inWholeSeeds({ benchFree, lifted }: SuccessionInput, planned: readonly PlannedSowing[]): PlannedSowing[] {
  if (lifted?.has('bench')) return [...planned];
  const bench = Float64Array.from(benchFree);
  return planned.flatMap(({ way, plants }) => {
    const most = Math.floor(Math.min(...bench.subarray(way.sowAt, way.transplantAt)) + 1e-9);
    const fits = Math.min(plants, Math.floor(most / way.seedsPerPlant + 1e-9));
    if (fits < 1) return [];
    const seeds = wholeSeeds(way, fits);
    for (let day = way.sowAt; day < Math.min(way.transplantAt, bench.length); day++) bench[day]! -= seeds;
    return [{ way, plants: fits }];
  });
}

/** Seeds that are sown for so many plants. */
export const wholeSeeds = ({ seedsPerPlant }: Pick<SowingWay, 'seedsPerPlant'>, plants: number): number =>
  Math.ceil(plants * seedsPerPlant - 1e-9);
