import { fastingLoss, purgeDaysAt } from '../../../src/core/fish/fasting';
import { dailyRootGainG13 } from '../../../src/core/fish/growth';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import type { Demand, PlannerInput, StockChoice, TankGroup } from '../../../src/core/stocking/types';

export const WEEKS = 52;

function group(
  loopCode: string,
  stage: string,
  rank: number,
  tanks: number,
  volumeL: number,
  limit: number,
): TankGroup {
  const key = `${loopCode}|${stage}|${volumeL}`;
  const placeIds = Array.from({ length: tanks }, (_, i) => `${key}#${i}`);
  return {
    key,
    name: `${stage} tanks of ${loopCode}`,
    loopCode,
    stage,
    rank,
    placeIds,
    capacityKg: (volumeL * limit) / 1000,
    freeByWeek: Array(WEEKS).fill(tanks),
  };
}

function choice(
  code: string,
  loopCode: string,
  startG: number,
  fingerlingMinor: number,
  waterTempC: number,
): StockChoice {
  const species = SPECIES_DEFAULTS.find((s) => s.code === code)!;
  const perDay = dailyRootGainG13(species, waterTempC);
  const gainG13 = Float64Array.from({ length: WEEKS * 7 + 2 }, (_, d) => perDay * d);
  return {
    species,
    loopCode,
    startG,
    fingerlingMinor,
    feedMinorPerKg: 210,
    quarantineWeeks: 0,
    table: null,
    gainG13,
    quarantineGainG13: gainG13,
    unfedLog: gainG13.map((_, d) => d * Math.log(1 - fastingLoss(species, waterTempC))),
    purgeDays: gainG13.map(() => Math.max(1, purgeDaysAt(species, waterTempC))),
  };
}

/** Kilograms a week of fish of market size. */
export function demandFor(speciesCode: string, kgByWeek: number[]): Demand {
  return {
    speciesCode,
    kgByWeek,
    fromWeekBefore: kgByWeek.map(() => false),
    lines: [],
    wishKg: kgByWeek,
    fromG: null,
    counted: false,
  };
}

/** Fourteen tanks in two loops, three species, a year: the size the planner has to answer at. */
export function yearProblem(kgPerWeek = { bass: 22, tilapia: 14, trout: 30 }): PlannerInput {
  const weekly = (kg: number, from: number) =>
    Array.from({ length: WEEKS }, (_, w) => (w < from ? 0 : kg * (1 + 0.25 * Math.sin(w / 5))));
  return {
    firstDay: '2026-06-10',
    weeks: WEEKS,
    groups: [
      group('warm', 'nursery', 0, 2, 1800, 30),
      group('warm', 'mid', 1, 2, 5000, 40),
      group('warm', 'grow-out', 2, 4, 11000, 40),
      group('cool', 'nursery', 0, 1, 2500, 30),
      group('cool', 'mid', 1, 2, 6000, 35),
      group('cool', 'grow-out', 2, 3, 9000, 45),
    ],
    choices: [
      choice('hybrid-striped-bass', 'warm', 20, 90, 25),
      choice('hybrid-striped-bass', 'warm', 90, 210, 25),
      choice('nile-tilapia', 'warm', 20, 35, 25),
      choice('nile-tilapia', 'warm', 60, 75, 25),
      choice('rainbow-trout', 'cool', 25, 45, 12),
      choice('rainbow-trout', 'cool', 80, 95, 12),
    ],
    present: [],
    demand: [
      demandFor('hybrid-striped-bass', weekly(kgPerWeek.bass, 26)),
      demandFor('nile-tilapia', weekly(kgPerWeek.tilapia, 22)),
      demandFor('rainbow-trout', weekly(kgPerWeek.trout, 24)),
    ],
    purgeTanks: [120, 120, 60, 60].map((capacityKg, i) => ({
      placeId: `purge#${i}`,
      capacityKg,
      heldOn: new Set<number>(),
    })),
    harvestOn: 3,
    todayAt: -7,
    costs: { batchMinor: 9000, moveMinor: 4000, shortMinorPerKg: 3000 },
  };
}
