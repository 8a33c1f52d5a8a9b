import { feedByTableG, gainFromFeedG } from '../fish/feed';
import { type RationRow } from '../facts/farm';
import { totalShare, type SizeBin } from '../fish/sizeSpread';
import type { Species } from '../library/types';
import { dailyDeaths } from '../fish/deaths';
import { FAST_BEFORE_MOVE_DAYS } from '../plan/build';
import type { Demand, PlannerInput, Taking } from './types';

/** When fish of a species are unfed, moved and harvested for one week. Days count from the plan's first. */
export type Outing = Pick<Taking, 'week' | 'stopDay' | 'outDay' | 'harvestDay'>;

export function outingOf(
  input: Pick<PlannerInput, 'harvestOn' | 'purgeTanks'>,
  purgeDays: ArrayLike<number>,
  week: number,
): Outing {
  const harvestDay = week * 7 + input.harvestOn;
  const days = purgeDays[Math.max(0, Math.min(purgeDays.length - 1, harvestDay))]!;
  const stopDay = harvestDay - days;
  if (input.purgeTanks.length === 0) return { week, stopDay, outDay: harvestDay, harvestDay };
  return { week, stopDay: stopDay - FAST_BEFORE_MOVE_DAYS, outDay: stopDay, harvestDay };
}

/**
 * A cohort from the largest fish down: the share of its fish, and their weight over the reference weight, running totals.
 * Shares add up to 1.
 */
export interface Profile {
  share: Float64Array;
  relative: Float64Array;
}

export function profileOf(bins: readonly SizeBin[]): Profile {
  const falling = [...bins].sort((a, b) => b.relative - a.relative);
  const total = totalShare(bins) || 1;
  const share = new Float64Array(falling.length + 1);
  const relative = new Float64Array(falling.length + 1);
  falling.forEach((bin, i) => {
    share[i + 1] = share[i]! + bin.share / total;
    relative[i + 1] = relative[i]! + (bin.share / total) * bin.relative;
  });
  return { share, relative };
}

/** Both totals rise together; between two bins they are joined by a straight line. */
function along(from: Float64Array, to: Float64Array, value: number): number {
  const last = from.length - 1;
  if (value >= from[last]!) return to[last]!;
  let i = 1;
  while (from[i]! < value) i++;
  const step = from[i]! - from[i - 1]!;
  return to[i - 1]! + (step > 0 ? ((value - from[i - 1]!) / step) * (to[i]! - to[i - 1]!) : 0);
}

/** Fish that may be planned from a day on. */
export interface Growing {
  species: Species;
  feedMinorPerKg: number;
  demand: Demand | undefined;
  fromDay: number;
  rootG13: number;
  pace: number;
  profile: Profile;
  table: readonly RationRow[] | null;
  /** Root weight gained in the loop's water up to each day, and in quarantine, where they stand up to a day. */
  gainG13: ArrayLike<number>;
  quarantineGainG13: ArrayLike<number>;
  quarantineUntil: number;
  /** What unfed days leave of a weight, running total of logarithms by day; days of purging by day of harvest. */
  unfedLog: ArrayLike<number>;
  purgeDays: ArrayLike<number>;
  /** Share still alive by days from `fromDay`, as far as it was asked for. */
  alive: number[];
  /** Root weights day by day of stretches already reckoned, where a table sets the ration. */
  stretches: Map<string, number[]>;
}

/** One way to take a cohort out: when, how many, how heavy, and what stands in the tank meanwhile. */
export interface Reared {
  stocked: number;
  takings: Taking[];
  /** Weight of the fish in the tank at the start of a day, kg. */
  kgOn: (day: number) => number;
}

/** The same way for another number of fish: growth does not depend on how many there are. */
export function scaled({ stocked, takings, kgOn }: Reared, share: number): Reared {
  return {
    stocked: stocked * share,
    takings: takings.map((t) => ({
      week: t.week,
      stopDay: t.stopDay,
      outDay: t.outDay,
      harvestDay: t.harvestDay,
      weightG: t.weightG,
      tailG: t.tailG,
      count: t.count * share,
      outKg: t.outKg * share,
      kg: t.kg * share,
      ordersKg: t.ordersKg * share,
    })),
    kgOn: (day) => kgOn(day) * share,
  };
}

interface Mark {
  day: number;
  rootG13: number;
  /** Share of the fish already taken, the largest first. */
  gone: number;
  /** Unfed from here on until this day. */
  fastUntil: number;
}

/**
 * Raises fish and takes the largest first, exactly as the forecast of the kept plan will: unfed days before each harvest, deaths
 * every day, what feed lets grow.
 * @param wanted what each outing is to bring against the order, kg; by proportion where `count` is given
 * @param count fish on `fromDay`; absent: as many as the wanted ask for, none over
 */
export function rear(fish: Growing, outings: readonly Outing[], wanted: readonly number[], count?: number): Reared {
  let way = reared({ fish, outings, wanted, count, before: null });
  // A ration by table bounds growth by the mean of those still there, which follows from what is taken: found in two turns.
  if (fish.table)
    for (let turn = 0; turn < 2; turn++) way = reared({ fish, outings, wanted, count, before: way.marks });
  return way;
}

/** The smallest of what is taken, which go into the last purge tank: so large a part of it. */
const TAIL = 0.2;

interface RearedArgs {
  fish: Growing;
  outings: readonly Outing[];
  wanted: readonly number[];
  count: number | undefined;
  before: Mark[] | null;
}

function reared({ fish, outings, wanted, count, before }: RearedArgs) {
  const marks: Mark[] = [{ day: fish.fromDay, rootG13: fish.rootG13, gone: 0, fastUntil: fish.fromDay }];
  const kept = (from: number, until: number) => keptUnfed(fish, from, until);
  const counted = fish.demand?.counted ?? false;
  const orderedG = fish.demand?.fromG ?? fish.species.marketG?.[0] ?? 0;
  const alive = (day: number) => aliveOn(fish, day);
  const gone = (i: number) => before?.[i]?.gone ?? 0;
  const weights = outings.map(({ stopDay, outDay, harvestDay }, i) => {
    const last = marks[i]!;
    const root = grown(fish, last.rootG13, last.day, stopDay, gone(i));
    const stopG = root ** 3;
    marks.push({
      day: outDay,
      rootG13: Math.cbrt(stopG * kept(stopDay, outDay)),
      gone: gone(i + 1),
      fastUntil: stopDay,
    });
    return { stopRoot: root, harvestG: stopG * kept(stopDay, harvestDay) };
  });
  // What each outing takes of the whole cohort: of its fish when they are counted, of its relative weight when they are weighed.
  const parts = outings.map(({ harvestDay }, i) =>
    counted
      ? (wanted[i]! * 1000) / orderedG / alive(harvestDay)
      : (wanted[i]! * 1000) / weights[i]!.harvestG / alive(harvestDay),
  );
  const { share, relative } = fish.profile;
  const whole = counted ? 1 : relative.at(-1)!;
  const sum = parts.reduce((total, part) => total + part, 0);
  const stocked = count ?? sum / whole;
  let [taken, takenShare, takenRelative] = [0, 0, 0];
  const takings = outings.map((outing, i): Taking => {
    taken += (parts[i]! / sum) * whole;
    const toShare = i === outings.length - 1 ? 1 : counted ? taken : along(relative, share, taken);
    const toRelative = i === outings.length - 1 ? relative.at(-1)! : counted ? along(share, relative, taken) : taken;
    const part = toShare - takenShare;
    const kg = (stocked * alive(outing.harvestDay) * (toRelative - takenRelative) * weights[i]!.harvestG) / 1000;
    const fishOut = stocked * alive(outing.harvestDay) * part;
    const tail = part * TAIL;
    const tailRelative = tail > 0 ? (toRelative - along(share, relative, toShare - tail)) / tail : 0;
    [takenShare, takenRelative] = [toShare, toRelative];
    marks[i + 1]!.gone = toShare;
    const { week, stopDay, outDay, harvestDay } = outing;
    return {
      week,
      stopDay,
      outDay,
      harvestDay,
      count: stocked * alive(outDay) * part,
      kg,
      weightG: fishOut > 0 ? (kg * 1000) / fishOut : 0,
      tailG: tailRelative * weights[i]!.harvestG,
      outKg: (kg / kept(outDay, harvestDay)) * (alive(outDay) / alive(harvestDay)),
      ordersKg: counted ? (fishOut * orderedG) / 1000 : kg,
    };
  });
  const kgOn = (day: number) => {
    let m = 0;
    while (m + 1 < marks.length && marks[m + 1]!.day <= day) m++;
    const mark = marks[m]!;
    const stop = outings[m]?.stopDay ?? Infinity;
    const root =
      day <= stop
        ? grown(fish, mark.rootG13, mark.day, day, mark.gone)
        : weights[m]!.stopRoot * Math.cbrt(kept(stop, day));
    return (stocked * alive(day) * (relative.at(-1)! - along(share, relative, mark.gone)) * root ** 3) / 1000;
  };
  return { stocked, takings, kgOn, marks };
}

/** What unfed days leave of a weight, 0 to 1. */
function keptUnfed({ unfedLog }: Growing, from: number, until: number): number {
  // Before the first day of the plan the water is taken to be as on it.
  const log = (day: number) => (day < 0 ? day * (unfedLog[1]! - unfedLog[0]!) : unfedLog[day]!);
  return Math.exp(log(until) - log(from));
}

/** Share of a cohort alive on a day, from the rates of its species by the size it has come to. */
function aliveOn(fish: Growing, day: number): number {
  const { alive, fromDay, profile } = fish;
  for (let i = alive.length; i <= day - fromDay; i++) {
    const meanG = grown(fish, fish.rootG13, fromDay, fromDay + i - 1, 0) ** 3 * profile.relative.at(-1)!;
    alive.push(alive[i - 1]! * (1 - dailyDeaths(fish.species, meanG)));
  }
  return alive[Math.max(0, day - fromDay)]!;
}

/** Root weight of the undivided cohort after the days from one to another, all of them fed. */
function grown(fish: Growing, rootG13: number, from: number, until: number, gone: number): number {
  if (until <= from) return rootG13;
  if (fish.table) return grownByTable(fish, rootG13, from, until, gone);
  const apart = Math.min(until, Math.max(from, fish.quarantineUntil));
  const gain = (series: ArrayLike<number>, a: number, b: number) => series[b]! - series[a]!;
  const inQuarantine = apart > from ? gain(fish.quarantineGainG13, from, apart) : 0;
  return rootG13 + fish.pace * (inQuarantine + (until > apart ? gain(fish.gainG13, apart, until) : 0));
}

/** Day by day, since what the table gives follows from the weight; each stretch is kept, because many ways share it. */
function grownByTable(fish: Growing, rootG13: number, from: number, until: number, gone: number): number {
  const key = `${from}|${rootG13}|${gone}`;
  let roots = fish.stretches.get(key);
  if (!roots) {
    if (fish.stretches.size > MOST_STRETCHES) fish.stretches.clear();
    fish.stretches.set(key, (roots = [rootG13]));
  }
  const { share, relative } = fish.profile;
  const left = (relative.at(-1)! - along(share, relative, gone)) / Math.max(1e-9, 1 - gone);
  for (let day = from + roots.length - 1; day < until; day++) {
    const root = roots[day - from]!;
    const series = day < fish.quarantineUntil ? fish.quarantineGainG13 : fish.gainG13;
    const gain = series[day + 1]! - series[day]!;
    const [now, next] = [root * root * root, (root + gain * fish.pace) ** 3];
    const feedG = feedByTableG(1, now * left, Math.min(1, gain / fish.species.growthG13PerDay), fish.table!);
    const bearsG = gainFromFeedG(feedG, 1, now * left, fish.species);
    roots.push(bearsG < (next - now) * left ? Math.cbrt(now + bearsG / left) : Math.cbrt(next));
  }
  return roots[until - from]!;
}

const MOST_STRETCHES = 5000;

/** Mean weight of the largest part of the cohort on a day on which nothing was taken yet, g. */
export function topWeightG(fish: Growing, day: number, part: number): number {
  const { share, relative } = fish.profile;
  return (grown(fish, fish.rootG13, fish.fromDay, day, 0) ** 3 * along(share, relative, part)) / part;
}
