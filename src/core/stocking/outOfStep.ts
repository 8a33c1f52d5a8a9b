import type { FarmFacts, FishFact, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';
import { dailyRootGainG13 } from '../fish/growth';
import { liveGrades } from '../fish/liveSale';
import { expectedWaterC } from '../water/plannedTemperature';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { all, plural, say } from '../words/words';
import type { Loss } from './recoveryWays';

/** A cohort of a rotation, and when it comes to market. */
export interface InTurn {
  lotCode: string;
  placeId: string;
  count: number;
  meanG: number;
  stage: string | null;
  readyOn: Day;
}

export interface OutOfStep {
  id: string;
  kind: 'gap' | 'double' | 'stage';
  words: string;
  /** Of a gap: the cohort that is missing, as if it had been lost. */
  missing: Loss | null;
}

export interface RotationSeen {
  speciesCode: string;
  species: string;
  /** Days from one cohort to the next, usually. */
  everyDays: number;
  inTurn: InTurn[];
  faults: OutOfStep[];
}

/** So much longer than usual is a gap, so much shorter a double. Planning defaults. */
const GAP = 1.6;
const DOUBLE = 0.35;
/** Fewer cohorts are no rotation. */
const LEAST_COHORTS = 3;
const MOST_FAULTS = 12;

/** Whether each species' cohorts come to market in turn: stages that stand empty, gaps and doubles. */
export function rotationsSeen(facts: FarmFacts, plan: readonly PlanStep[], forecast: FarmForecast): RotationSeen[] {
  const codes = [...new Set(facts.fish.map((f) => f.speciesCode))];
  return codes.flatMap((code) => {
    const species = facts.species.find((s) => s.code === code);
    if (!species?.marketG || liveGrades(facts.products, code).length > 0) return [];
    const inTurn = cohortsInTurn(facts, forecast, { code, marketG: species.marketG[0] });
    if (inTurn.length < LEAST_COHORTS) return [];
    const gaps = inTurn.slice(1).map((c, i) => daysBetween(inTurn[i]!.readyOn, c.readyOn));
    const everyDays = Math.max(1, median(gaps));
    const faults = [
      ...gapsIn(facts, plan, { code, inTurn, everyDays }),
      ...doublesIn(inTurn, everyDays),
      ...emptyStages(facts, inTurn),
    ];
    return [{ speciesCode: code, species: species.name, everyDays, inTurn, faults: faults.slice(0, MOST_FAULTS) }];
  });
}

/** The lower middle: a gap does not make itself usual. */
const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)] ?? 0;

/** Each cohort once, where most of it stands, by the day on which it is of market size, or was. */
function cohortsInTurn(
  { fish, places, loops, species, today }: FarmFacts,
  forecast: FarmForecast,
  { code, marketG }: { code: string; marketG: number },
): InTurn[] {
  const own = species.find((s) => s.code === code)!;
  /** Days since they passed market size, at the growth of today. */
  const daysPast = ({ placeId, referenceG }: FishFact, sizeG: number): number => {
    const loop = loops.find((l) => l.id === places.find((p) => p.id === placeId)?.loopId);
    const gain = dailyRootGainG13(own, loop ? expectedWaterC(loop, today) : own.tempOptC);
    return gain > 0 ? Math.round((Math.cbrt(referenceG) - Math.cbrt(sizeG)) / gain) : 0;
  };
  const largest = new Map<string, FishFact>();
  for (const f of fish) {
    const tank = places.find((p) => p.id === f.placeId);
    if (f.speciesCode !== code || f.count < 1 || tank?.kind !== 'tank') continue;
    const known = largest.get(f.lotCode);
    if (!known || known.count < f.count) largest.set(f.lotCode, f);
  }
  return [...largest.values()]
    .flatMap((f): InTurn[] => {
      const stays = forecast.fish.filter((s) => s.lotCode === f.lotCode);
      const at = stays
        .map((s) => s.from + s.meanG.findIndex((g, i) => g >= marketG && s.count[i]! > 0))
        .filter((i, n) => stays[n]!.meanG.some((g) => g >= marketG) && i >= 0);
      if (at.length === 0) return [];
      const past = f.referenceG > marketG ? daysPast(f, marketG) : 0;
      const stage = places.find((p) => p.id === f.placeId)?.stage ?? null;
      const { lotCode, placeId, count, referenceG: meanG } = f;
      return [{ lotCode, placeId, count, meanG, stage, readyOn: addDays(today, past > 0 ? -past : Math.min(...at)) }];
    })
    .sort((a, b) => (a.readyOn < b.readyOn ? -1 : a.readyOn > b.readyOn ? 1 : b.meanG - a.meanG));
}

interface Rotation {
  code: string;
  inTurn: readonly InTurn[];
  everyDays: number;
}

function gapsIn(facts: FarmFacts, plan: readonly PlanStep[], { code, inTurn, everyDays }: Rotation): OutOfStep[] {
  return inTurn.slice(1).flatMap((after, i): OutOfStep[] => {
    const before = inTurn[i]!;
    const days = daysBetween(before.readyOn, after.readyOn);
    if (days <= everyDays * GAP) return [];
    const missing = Math.max(1, Math.round(days / everyDays) - 1);
    const lacks = plural(missing, 'a cohort is missing', '# cohorts are missing');
    const words = say`Between ${before.lotCode} (${shortDay(before.readyOn)}) and ${after.lotCode} (${shortDay(after.readyOn)}) nothing comes to market for ${days} days, where ${everyDays} are usual: ${lacks}, or the cold holds the next one back.`;
    const placeId = emptyTank(facts, plan, inTurn)?.id ?? after.placeId;
    return [
      {
        ...{ id: `${code}|${before.lotCode}`, kind: 'gap', words },
        missing: {
          lotCode: say`the cohort after ${before.lotCode}`,
          speciesCode: code,
          placeId,
          count: median(inTurn.map((c) => c.count)),
          // As large as one that would come between the two.
          meanG: Math.round((before.meanG + after.meanG) / 2),
        },
      },
    ];
  });
}

/** A tank of the rotation's water in which nothing stands and into which nothing is planned. */
function emptyTank(facts: FarmFacts, plan: readonly PlanStep[], inTurn: readonly InTurn[]): PlaceFact | undefined {
  const loops = new Set(inTurn.map((c) => facts.places.find((p) => p.id === c.placeId)?.loopId));
  return facts.places
    .filter(
      (p) =>
        p.kind === 'tank' &&
        loops.has(p.loopId) &&
        !facts.fish.some((f) => f.placeId === p.id && f.count > 0) &&
        !plan.some((s) => s.toPlaceId === p.id),
    )
    .sort((a, b) => (b.volumeL ?? 0) - (a.volumeL ?? 0))[0];
}

function doublesIn(inTurn: readonly InTurn[], everyDays: number): OutOfStep[] {
  return inTurn.slice(1).flatMap((after, i): OutOfStep[] => {
    const before = inTurn[i]!;
    const days = daysBetween(before.readyOn, after.readyOn);
    if (days >= everyDays * DOUBLE) return [];
    const words = say`${before.lotCode} and ${after.lotCode} come together, within ${plural(days, '# day', '# days')} from ${shortDay(before.readyOn)}: sell one of them in parts, so that the market and the purge tanks take both.`;
    return [{ id: `double|${before.lotCode}`, kind: 'double', words, missing: null }];
  });
}

/** Stages of which every tank is empty while the others hold fish: what is missing there comes to market last. */
function emptyStages(facts: FarmFacts, inTurn: readonly InTurn[]): OutOfStep[] {
  const loops = [...new Set(inTurn.map((c) => facts.places.find((p) => p.id === c.placeId)?.loopId ?? null))];
  return loops.flatMap((loopId) => {
    const tanks = facts.places.filter((p) => p.kind === 'tank' && p.loopId === loopId && p.stage);
    const empty = [...new Set(tanks.map((p) => p.stage!))].filter((stage) =>
      tanks.filter((p) => p.stage === stage).every((p) => !facts.fish.some((f) => f.placeId === p.id && f.count > 0)),
    );
    if (empty.length === 0) return [];
    const loop = facts.loops.find((l) => l.id === loopId)?.name ?? '';
    const words = say`${loop}: no fish in any tank of ${all(empty.map((s) => `“${s}”`))}; in their turn no cohort will follow.`;
    return [{ id: `stage|${loopId}|${empty[0]!}`, kind: 'stage', words, missing: null }];
  });
}
