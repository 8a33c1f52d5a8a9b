import 'server-only';
import { forecastFarm } from '../core/plan/forecast';
import { DEFAULT_SETTINGS, type FarmFacts, type FarmForecast } from '../core/plan/types';
import type { Day } from '../core/quantity/days';
import type { Tx } from '../db/connection';
import { loadFacts } from '../db/facts';
import { openPlanMark, openSteps, type StoredStep } from '../db/plan';

export interface KnownFarm {
  facts: FarmFacts;
  steps: StoredStep[];
  forecast: FarmForecast;
}

const KEPT = 6;
const kept = globalThis as {
  cropCycleFarms?: Map<string, KnownFarm>;
  cropCyclePlans?: Map<string, { mark: string; steps: StoredStep[] }>;
};

/**
 * The farm and its forecast on a day, worked out once and shared by every request until anything is written.
 * PostgreSQL's own snapshot is the key: two equal snapshots see the same rows, so nothing has to be invalidated,
 * on one machine or on many. What comes back is shared and must not be changed.
 */
export async function knownFarm(tx: Tx, farmId: string, day: Day, isPast: boolean): Promise<KnownFarm> {
  const farms = (kept.cropCycleFarms ??= new Map());
  const { rows } = await tx.raw('select pg_current_snapshot()::text as seen');
  const key = `${farmId}|${day}|${isPast}|${rows[0].seen}`;
  const known = farms.get(key);
  if (known) return known;
  const [facts, steps] = [await loadFacts(tx, day, !isPast), isPast ? [] : await openPlan(tx, farmId)];
  const forecast = forecastFarm(facts, steps, isPast ? { ...DEFAULT_SETTINGS, horizonDays: 1 } : DEFAULT_SETTINGS);
  const farm = { facts, steps, forecast };
  farms.set(key, farm);
  if (farms.size > KEPT) farms.delete(farms.keys().next().value!);
  return farm;
}

/** The open plan, read anew only when a step of it was written since. */
async function openPlan(tx: Tx, farmId: string): Promise<StoredStep[]> {
  const plans = (kept.cropCyclePlans ??= new Map());
  const mark = await openPlanMark(tx);
  const known = plans.get(farmId);
  if (known?.mark === mark) return known.steps;
  const steps = await openSteps(tx);
  plans.delete(farmId);
  plans.set(farmId, { mark, steps });
  if (plans.size > KEPT) plans.delete(plans.keys().next().value!);
  return steps;
}
