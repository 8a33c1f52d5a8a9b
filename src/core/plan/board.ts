import type { PromiseRow } from '../market/promiseTable';
import { daysBetween, type Day } from '../quantity/days';
import { balanceSeries } from '../water/loopBalance';
import { earliestShift, leadStep } from './changes';
import { stepOf } from './steps/steps';
import type { FarmFacts } from '../facts/farm';
import type { FarmForecast, FishStay, PlantStay } from '../facts/forecast';
import type { PlanStep } from '../facts/step';

/** What the season board draws, as plain numbers. Day indexes count from today; negative ones are recorded. */
export interface BoardSeries {
  fish: BoardFish[];
  plants: BoardPlants[];
  /** By loop id, g/m² a day; null while nothing is planted. */
  balance: Record<string, (number | null)[]>;
  promise: PromiseRow[];
  handles: BoardHandle[];
}

export interface BoardFish {
  lotCode: string;
  placeId: string;
  from: number;
  /** kg on each day from `from`. */
  kg: number[];
  meanG: number[];
  count: number;
}

export interface BoardPlants {
  lotCode: string;
  cropCode: string;
  placeId: string;
  from: number;
  until: number;
  positions: number;
}

/** What can be grabbed: a group of steps, shown at its leading step. */
export interface BoardHandle {
  groupId: string;
  kind: PlanStep['kind'];
  placeId: string;
  at: number;
  lotCode: string;
  count: number;
  /** How many days it may slide to the left, 0 or less. */
  earliest: number;
}

interface BoardSeriesArgs {
  forecast: FarmForecast;
  facts: FarmFacts;
  plan: readonly PlanStep[];
  promise: PromiseRow[];
  days: number;
}

export function boardSeries({ forecast, facts, plan, promise, days }: BoardSeriesArgs): BoardSeries {
  return {
    fish: forecast.fish.filter((s) => s.from < days && s.count.length > 0).map((s) => boardFish(s, days)),
    plants: forecast.plants.filter((s) => s.from < days && s.until > s.from).map((s) => boardPlants(s, days)),
    balance: balanceOf(forecast, facts, days),
    promise,
    handles: handlesOf(facts.today, plan, days),
  };
}

interface BoardAgainArgs {
  before: BoardSeries;
  forecast: FarmForecast;
  facts: FarmFacts;
  plan: readonly PlanStep[];
  promise: PromiseRow[];
  days: number;
  groups: ReadonlySet<string>;
}

/** The board of a plan in which only the steps of some groups differ; everything else is taken over as it was drawn. */
export function boardAgain({ before, forecast, facts, plan, promise, days, groups }: BoardAgainArgs): BoardSeries {
  const own = plan.filter((s) => groups.has(s.groupId));
  return {
    fish: forecast.fish.filter((s) => s.from < days && s.count.length > 0).map((s) => boardFish(s, days)),
    plants: forecast.plants.filter((s) => s.from < days && s.until > s.from).map((s) => boardPlants(s, days)),
    balance: balanceOf(forecast, facts, days),
    promise,
    handles: [...before.handles.filter((h) => !groups.has(h.groupId)), ...handlesOf(facts.today, own, days)],
  };
}

/** Stays that did not change are drawn once for a board of so many days. */
const drawn = new WeakMap<object, { days: number; row: unknown }>();

function drawOnce<T>(stay: object, days: number, draw: () => T): T {
  const known = drawn.get(stay);
  if (known?.days === days) return known.row as T;
  const row = draw();
  drawn.set(stay, { days, row });
  return row;
}

const boardFish = (s: FishStay, days: number): BoardFish =>
  drawOnce(s, days, () => {
    const rounded = (values: Float64Array, per = 1) =>
      Array.from(values.subarray(0, days - s.from), (v) => Math.round((v / per) * 10) / 10);
    return {
      lotCode: s.lotCode,
      placeId: s.placeId,
      from: s.from,
      kg: rounded(s.biomassG, 1000),
      meanG: rounded(s.meanG),
      count: Math.round(s.count[0] ?? 0),
    };
  });

const boardPlants = (s: PlantStay, days: number): BoardPlants =>
  drawOnce(s, days, () => {
    const { lotCode, cropCode, placeId, from, until, positions } = s;
    return { lotCode, cropCode, placeId, from, until: Math.min(days, until), positions };
  });

const balanceOf = (forecast: FarmForecast, facts: FarmFacts, days: number): BoardSeries['balance'] =>
  Object.fromEntries(
    facts.loops.map((l) => [
      l.id,
      balanceSeries(forecast, l)
        .slice(0, days)
        .map((v) => (Number.isNaN(v) ? null : Math.round(v * 10) / 10)),
    ]),
  );

function handlesOf(today: Day, plan: readonly PlanStep[], days: number): BoardHandle[] {
  const groups = new Map<string, PlanStep[]>();
  for (const step of plan) {
    const group = groups.get(step.groupId);
    if (group) group.push(step);
    else groups.set(step.groupId, [step]);
  }
  const handles: BoardHandle[] = [];
  for (const [groupId, steps] of groups) {
    const lead = leadStep(steps);
    if (!lead) continue;
    const stands = stepOf(lead.kind)?.season?.standsAt?.(lead, steps) ?? lead;
    const placeId = stands.toPlaceId ?? stands.fromPlaceId;
    const at = Math.max(0, daysBetween(today, stands.day));
    if (!placeId || at >= days) continue;
    handles.push({
      groupId,
      kind: lead.kind,
      placeId,
      at,
      lotCode: lead.lotCode,
      count: lead.count,
      earliest: earliestShift(steps, groupId, today),
    });
  }
  return handles;
}
