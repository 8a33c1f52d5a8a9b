import { say } from '../words/words';
import { freshSpread } from '../fish/sizeSpread';
import { daysToWeight } from '../fish/growth';
import type { Species } from '../library/types';
import { applyChanges } from '../plan/changes';
import { forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { addDays, daysBetween, isoWeek, weekStart, type Day } from '../quantity/days';
import { plannedWaterC } from '../water/plannedTemperature';
import {
  RecoveryWay,
  Loss,
  Shop,
  biggerFingerlings,
  fasterSpecies,
  harvests,
  partHarvests,
  skipStage,
  splitCohort,
} from './recoveryWays';

export interface RecoveryOutlook {
  way: RecoveryWay;
  /** kg of this loss's species less than before the loss, and kg of all fish more or less, by week. */
  weeks: { week: number; from: Day; missingKg: number; otherKg: number }[];
  missingKg: number;
  otherKg: number;
  /** From this day on as much comes as before the loss; null: not within a year. */
  backOn: Day | null;
}

const HORIZON_DAYS = 364;

interface RecoveryWaysArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  loss: Loss;
  newId: () => string;
  newCode: (speciesCode: string) => string;
}

/** The ways back into step after a loss that this farm could take: the schools of growers, each as a change to the plan. */
export function recoveryWays({ facts, plan, loss, newId, newCode }: RecoveryWaysArgs): RecoveryWay[] {
  const species = facts.species.find((s) => s.code === loss.speciesCode);
  const place = facts.places.find((p) => p.id === loss.placeId);
  const loop = facts.loops.find((l) => l.id === place?.loopId);
  const wait: RecoveryWay = {
    id: 'wait',
    title: say`Skip it and wait`,
    words: say`Buy nothing; the next cohort comes in its turn.`,
    changes: [],
    costMinor: 0,
  };
  if (!species?.marketG || !place || !loop) return [wait];
  const waterC = plannedWaterC(loop, addDays(facts.today, 60));
  const readyIn = daysToWeight(loss.meanG, Math.max(loss.meanG, species.marketG[0]), waterC, species) ?? Infinity;
  const shop: Shop = { facts, forecast: forecastFarm(facts, plan), loss, place, waterC, newId, newCode };
  return [
    wait,
    biggerFingerlings(shop, species, readyIn),
    fasterSpecies(shop, species),
    splitCohort({ shop, plan, species, readyIn }),
    partHarvests({ shop, plan, species }),
    skipStage({ shop, plan, species }),
  ].filter((w) => w !== null);
}

interface RecoveryOutlookArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  loss: Loss;
  ways: readonly RecoveryWay[];
  /** Steps that the lost fish would have had; absent: those the plan still has of them. */
  wouldHave?: readonly PlanStep[];
}

/** What each way would bring, week by week, held against the farm as it was before the loss. */
export function recoveryOutlook({ facts, plan, loss, ways, wouldHave = [] }: RecoveryOutlookArgs): RecoveryOutlook[] {
  const settings = { ...DEFAULT_SETTINGS, horizonDays: HORIZON_DAYS };
  const before = forecastFarm(withoutLoss(facts, loss), [...plan, ...wouldHave], settings);
  const monday = weekStart(facts.today);
  const isLost = (code: string) => facts.products.find((p) => p.code === code)?.speciesCode === loss.speciesCode;
  const isFish = (code: string) => facts.products.find((p) => p.code === code)?.speciesCode !== null;
  const kg = (forecast: FarmForecast, counts: (code: string) => boolean) => {
    const weeks = new Float64Array(HORIZON_DAYS / 7 + 1);
    for (const batch of forecast.supply) {
      const week = Math.floor(daysBetween(monday, addDays(facts.today, batch.from)) / 7);
      if (counts(batch.productCode) && week < weeks.length) weeks[week]! += batch.quantity / 1000;
    }
    return weeks;
  };
  const [own0, all0] = [kg(before, isLost), kg(before, isFish)];
  return ways.map((way) => {
    const after = forecastFarm(facts, applyChanges(plan, way.changes, facts.today), settings);
    const [own, all] = [kg(after, isLost), kg(after, isFish)];
    // A harvest a week or two late makes good what was missing: sums are held against sums.
    const behind = own.map((_, w) => Math.max(0, sum(own0, w) - sum(own, w)));
    const weeks = Array.from(own, (v, w) => ({
      week: isoWeek(addDays(monday, w * 7)),
      from: addDays(monday, w * 7),
      missingKg: Math.max(0, own0[w]! - v),
      otherKg: all[w]! - all0[w]! - (v - own0[w]!),
    }));
    const worst = Math.max(...behind);
    const last = behind.findLastIndex((v) => v > Math.max(1, worst * 0.1));
    return {
      way,
      weeks: weeks.filter((w) => w.missingKg > 0.5 || Math.abs(w.otherKg) > 0.5),
      missingKg: behind.at(-1)!,
      otherKg: weeks.reduce((total, w) => total + w.otherKg, 0),
      backOn: last >= behind.length - 1 ? null : addDays(monday, (last + 1) * 7),
    };
  });
}

const sum = (series: Float64Array, until: number) => series.slice(0, until + 1).reduce((total, v) => total + v, 0);

/** The harvest that a cohort which is missing in its turn would have had. */
export function wouldHaveHad(facts: FarmFacts, loss: Loss, newId: () => string): PlanStep[] {
  const species = facts.species.find((s) => s.code === loss.speciesCode);
  const loop = facts.loops.find((l) => l.id === facts.places.find((p) => p.id === loss.placeId)?.loopId);
  if (!species?.marketG || !loop) return [];
  const waterC = plannedWaterC(loop, addDays(facts.today, 60));
  const days = daysToWeight(loss.meanG, Math.max(loss.meanG, species.marketG[0]), waterC, species);
  if (days === null) return [];
  const day = addDays(facts.today, Math.ceil(days) + species.purgeDays + 2);
  return harvests({
    ...{ shop: { facts, newId }, species, lotCode: loss.lotCode, tankId: loss.placeId },
    ...{ count: Math.floor(loss.count * 0.95), day },
  });
}

/** The facts as they would be had nothing been lost. */
function withoutLoss(facts: FarmFacts, loss: Loss): FarmFacts {
  const there = facts.fish.find((f) => f.lotCode === loss.lotCode && f.placeId === loss.placeId);
  const rest = facts.fish.filter((f) => f !== there);
  const species = facts.species.find((s) => s.code === loss.speciesCode);
  // The only cohort of its species is gone: it is put back as it was, not taken for nothing.
  const like =
    there ??
    facts.fish.find((f) => f.speciesCode === loss.speciesCode) ??
    (species ? asBefore(facts, loss, species) : null);
  if (!like) return facts;
  const bins = there?.bins ?? freshSpread(species?.sizeCv ?? 0);
  const restored = {
    ...like,
    lotCode: loss.lotCode,
    placeId: loss.placeId,
    bins,
    referenceG: there?.referenceG ?? loss.meanG,
    count: (there?.count ?? 0) + loss.count,
    feedStoppedOn: null,
  };
  return { ...facts, fish: [...rest, restored] };
}

function asBefore(facts: FarmFacts, loss: Loss, species: Species): FarmFacts['fish'][number] {
  return {
    lotId: loss.lotCode,
    lotCode: loss.lotCode,
    speciesCode: loss.speciesCode,
    placeId: loss.placeId,
    count: 0,
    referenceG: loss.meanG,
    bins: freshSpread(species.sizeCv),
    pace: 1,
    paceError: 0.12,
    lastForecastError: null,
    feedStoppedOn: null,
    sampledOn: null,
    stockedOn: facts.today,
  };
}
