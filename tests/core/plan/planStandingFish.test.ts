import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideStandingFish } from '../../../src/core/plan/acts/decideStandingFish';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { planStandingFish, unplannedFish, type StandingFishWish } from '../../../src/core/plan/planStandingFish';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { METRIC } from '../../../src/core/quantity/units';
import { addMonths, daysBetween } from '../../../src/core/quantity/days';
import type { FarmFacts } from '../../../src/core/facts/farm';
import { aFarm, aPlace, ids, someTrout } from '../farm';

const SETTINGS = { ...DEFAULT_SETTINGS, horizonDays: 540 };
const WISH: StandingFishWish = { speciesCode: null, amount: 40, counted: true, every: 2, unit: 'week', firstOn: null };
const planned = (facts: FarmFacts, over: Partial<StandingFishWish> = {}) =>
  planStandingFish({
    facts,
    plan: [],
    forecast: forecastFarm(facts, [], SETTINGS),
    wish: { ...WISH, ...over },
    newId: ids(),
  });

/** What a plan does to the farm, by its own forecast: nothing may be over its limit, and what is sold is of size. */
function heldTo(facts: FarmFacts, steps: ReturnType<typeof planned>['steps']) {
  const forecast = forecastFarm(facts, steps, SETTINGS);
  const over = facts.places.filter((p) => {
    const tank = forecast.tanks.get(p.id);
    if (!tank || !p.volumeL || !p.densityLimitKgM3) return false;
    const began = tank.biomassG[0]! / p.volumeL > p.densityLimitKgM3;
    return !began && tank.biomassG.some((g) => g / p.volumeL! > p.densityLimitKgM3! * 1.02);
  });
  const harvests = steps.filter((s) => s.kind === 'harvest');
  // What a harvest's fish weighed on the last day in their purge tank, or in their tank where they are purged in place.
  const sizes = harvests.flatMap((s) => {
    const at = daysBetween(facts.today, s.day) - 1;
    const stays = forecast.fish.filter(
      (f) => f.lotCode === s.lotCode && f.placeId === s.fromPlaceId && f.from <= at && f.until === at + 1,
    );
    return stays.map((stay) => stay.meanG[at - stay.from]!);
  });
  return { forecast, over: over.map((p) => p.code), harvests, sizes };
}

describe('fish that moved in', () => {
  const facts = aFarm({ fish: [someTrout({ count: 400, referenceG: 320 })] });

  test('are harvested from market size on, so many every so often, until none are left', () => {
    const { steps, left } = planned(facts);
    const { harvests, sizes, over } = heldTo(facts, steps);
    const species = facts.species.find((s) => s.code === 'rainbow-trout')!;
    expect(harvests.length).toBeGreaterThanOrEqual(9);
    expect(harvests.slice(0, 9).every((h) => h.count === 40)).toBe(true);
    expect(harvests.reduce((sum, h) => sum + h.count!, 0)).toBeGreaterThan(380);
    for (const g of sizes) expect(g).toBeGreaterThan(species.marketG![0] * 0.95);
    const days = harvests.map((h) => h.day).sort();
    for (let i = 1; i < 9; i++) expect(daysBetween(days[i - 1]!, days[i]!)).toBe(14);
    expect(over).toEqual([]);
    expect(left).toEqual([]);
  });

  test('by weight and month: the same date of each month', () => {
    const { steps } = planned(facts, {
      amount: 20_000,
      counted: false,
      every: 1,
      unit: 'month',
      firstOn: '2026-08-31',
    });
    const days = steps.filter((s) => s.kind === 'harvest').map((s) => s.day);
    expect(days.slice(0, 3)).toEqual(['2026-08-31', '2026-09-30', '2026-10-31']);
    expect(addMonths('2027-12-31', 2)).toBe('2028-02-29');
  });

  test('by weight from one tank: one net a day, of what was asked, and each day counts once', () => {
    const none = aFarm({
      places: aFarm().places.filter((p) => p.kind !== 'purge'),
      fish: [someTrout({ count: 400, referenceG: 320 })],
    });
    const { steps, harvests: told } = planned(none, { amount: 20_000, counted: false });
    const { harvests, forecast } = heldTo(none, steps);
    expect(new Set(harvests.map((h) => h.day)).size).toBe(harvests.length);
    expect(told).toBe(harvests.length);
    const kilos = harvests.map((h) => forecast.supply.find((s) => s.stepId === h.id)!.massG! / 1000);
    for (const kg of kilos.slice(0, -2)) expect(Math.abs(kg - 20)).toBeLessThan(1);
  });

  test('that have a harvest already are left alone, and so are brood and pets', () => {
    const { steps } = planned(facts);
    expect(unplannedFish(facts, steps)).toEqual([]);
    expect(unplannedFish(facts, [])).toHaveLength(1);
    const koi = aFarm({ fish: [someTrout({ speciesCode: 'koi' })] });
    expect(unplannedFish(koi, []).every((f) => koi.species.find((s) => s.code === f.speciesCode)?.marketG)).toBe(true);
  });

  test('move to a tank with more room before they crowd', () => {
    const crowded = aFarm({ fish: [someTrout({ placeId: 'k2', count: 520, referenceG: 250 })] });
    const { steps, moves } = planned(crowded, { amount: 200, every: 2, unit: 'month', firstOn: '2026-09-01' });
    expect(moves).toBeGreaterThan(0);
    expect(steps.find((s) => s.kind === 'move')).toMatchObject({ fromPlaceId: 'k2', toPlaceId: 'k1' });
    expect(heldTo(crowded, steps).over).toEqual([]);
  });

  test('without a purge tank they are purged where they stand', () => {
    const none = aFarm({ places: aFarm().places.filter((p) => p.kind !== 'purge') });
    expect(planned(none).steps.every((s) => s.kind !== 'purge')).toBe(true);
  });

  test('fry that will not grow are told, and nothing is planned', () => {
    const cold = aFarm({
      fish: [someTrout({ referenceG: 1 })],
      loops: aFarm().loops.map((l) => ({ ...l, plannedWaterTempC: Array(12).fill(1) })),
    });
    const decided = decideStandingFish({ facts: cold, plan: [], units: METRIC, newId: ids() }, WISH);
    expect(decided).toMatchObject({
      refused: { field: 'form', words: expect.stringContaining('none of them comes to market size') },
    });
  });

  test('the act says what was planned, and a day that has passed is refused', () => {
    const known = { facts, plan: [], units: METRIC, newId: ids() };
    expect(decideStandingFish(known, { ...WISH, firstOn: '2026-05-01' })).toMatchObject({
      refused: { field: 'firstOn' },
    });
    expect(decideStandingFish(known, { ...WISH, speciesCode: 'pacu' })).toMatchObject({
      refused: { field: 'speciesCode' },
    });
    const take = settled(decideStandingFish(known, WISH), true);
    expect(take.said({}).words).toMatch(/harvests are in the plan, from/);
  });
});

/** Made-up rotations: some tanks, some cohorts of one species, one or two purge tanks. */
function madeUp(seed: number): FarmFacts {
  let state = seed * 2654435761 + 1;
  const next = (low: number, high: number) => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return Math.floor(low + ((high - low + 1) * state) / 4294967296);
  };
  const tanks = next(2, 30);
  const places = [
    ...Array.from({ length: tanks }, (_, i) =>
      aPlace({ id: `k${i}`, kind: 'tank', volumeL: next(2, 20) * 1000, densityLimitKgM3: 45 }),
    ),
    ...Array.from({ length: next(1, 3) }, (_, i) =>
      aPlace({ id: `p${i}`, kind: 'purge', volumeL: next(1, 4) * 1000, densityLimitKgM3: 35, loopId: null }),
    ),
  ];
  const fish = Array.from({ length: next(1, Math.max(1, tanks - 1)) }, (_, i) => {
    const volumeL = places[i]!.volumeL!;
    const referenceG = next(20, 500);
    const count = Math.max(5, Math.floor(((volumeL * 45) / referenceG) * (next(10, 90) / 100)));
    return someTrout({ lotId: `l${i}`, lotCode: `TRT-${i}`, placeId: `k${i}`, count, referenceG });
  });
  return aFarm({ places, fish });
}

test.each(Array.from({ length: 40 }, (_, i) => i))(
  'made-up farm %i: no purge tank is used twice at once, what is sold is of size',
  (seed) => {
    const facts = madeUp(seed);
    const { steps } = planned(facts, {
      amount: 15_000 + seed * 3000,
      counted: false,
      every: 1 + (seed % 4),
      unit: seed % 3 === 0 ? 'month' : 'week',
    });
    const { sizes, forecast } = heldTo(facts, steps);
    const least = facts.species.find((s) => s.code === 'rainbow-trout')!.marketG![0];
    for (const g of sizes) expect(g).toBeGreaterThan(least * 0.93);
    for (const p of facts.places.filter((x) => x.kind === 'purge')) {
      const stays = forecast.fish.filter((s) => s.placeId === p.id).sort((a, b) => a.from - b.from);
      for (let i = 1; i < stays.length; i++) expect(stays[i]!.from).toBeGreaterThanOrEqual(stays[i - 1]!.until);
      const tank = forecast.tanks.get(p.id);
      if (tank) for (const g of tank.biomassG) expect(g / p.volumeL!).toBeLessThanOrEqual(35 * 1.05);
    }
  },
);
