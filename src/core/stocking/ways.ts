import type { Growing, Reared } from './rearing';
import type { PlannerInput, PathLeg, TankGroup } from './types';

interface WaysInArgs {
  input: PlannerInput;
  apart: Apart | null;
  stages: readonly Stage[];
  fish: Growing;
  reared: Reared;
}

export function waysIn({ input, apart, stages, fish, reared }: WaysInArgs): PathLeg[][] {
  if (!apart) return waysUp({ input, stages, from: fish.fromDay / 7, reared });
  if (Math.max(...mostByWeek(reared, apart.from, apart.until)) > input.groups[apart.at]!.capacityKg) return [];
  const leg = { group: apart.at, from: apart.from, until: apart.until };
  return waysUp({ input, stages, from: apart.until, reared }).map((path) => [leg, ...path]);
}

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
export function mostByWeek({ kgOn, takings }: Reared, from: number, until: number): Float64Array {
  const most = new Float64Array(until);
  for (let week = from; week < until; week++) most[week] = kgOn(week * 7 + 6);
  if (from < until) most[from] = Math.max(most[from]!, kgOn(from * 7));
  for (const { stopDay } of takings) {
    const week = Math.floor(stopDay / 7);
    if (week >= from && week < until) most[week] = Math.max(most[week]!, kgOn(stopDay));
  }
  return most;
}

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
export function wayUp({ input, stages, from, reared, mostKg }: WayUpArgs): PathLeg[] | null {
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

export interface Stage {
  group: TankGroup;
  at: number;
}

export interface Apart {
  at: number;
  from: number;
  until: number;
}

export const sayPath = (path: readonly PathLeg[]) => path.map((leg) => `${leg.group}:${leg.from}`).join('>');
/** The week in which their tank is free again. */
export const endOf = (input: PlannerInput, { takings }: Reared) =>
  takings.length > 0 ? Math.ceil(takings.at(-1)!.outDay / 7) : input.weeks;
