import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { feedConversion } from '../../../src/core/fish/feed';
import { harvestGroup } from '../../../src/core/plan/build';
import { fishOnDay, forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type FarmFacts } from '../../../src/core/facts/farm';
import { type PlanStep } from '../../../src/core/facts/step';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aFeedRule, aPlace, aStep, ids, someTrout } from '../farm';

const TODAY = '2026-06-01';
const settings = { ...DEFAULT_SETTINGS, horizonDays: 120, deathsTimes: 0 };

const places = [
  ...['k1', 'k2', 'k3'].map((id) => aPlace({ id, kind: 'tank', volumeL: 9000, densityLimitKgM3: 45 })),
  ...['p1', 'p2'].map((id) => aPlace({ id, kind: 'purge', volumeL: 3000, densityLimitKgM3: 35, loopId: null })),
];

function batch(over: { tankId: string; purgePlaceId: string; harvestDay: string; count: number }, newId: () => string) {
  return harvestGroup(
    { lotCode: 'TRT-1', speciesCode: 'rainbow-trout', purgeVolumeL: 3000, purgeDays: 5, method: 'separate', ...over },
    newId,
  );
}

const move = (day: number, fromPlaceId: string, toPlaceId: string, count: number): PlanStep =>
  aStep({
    id: `m-${day}-${count}`,
    groupId: `m-${day}`,
    kind: 'move',
    day: addDays(TODAY, day),
    fromPlaceId,
    toPlaceId,
    count,
  });

const harvested = (facts: FarmFacts, plan: PlanStep[]) =>
  forecastFarm(facts, plan, settings).supply.reduce((sum, s) => sum + (s.count ?? 0), 0);

describe('fish are conserved', () => {
  test('a lot split, merged again and purged in several batches, in whatever order they are harvested: all are taken, none is stranded', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 260 }),
        fc.array(fc.integer({ min: 20, max: 120 }), { minLength: 2, maxLength: 5 }),
        fc.shuffledSubarray([20, 22, 25, 31, 40], { minLength: 5, maxLength: 5 }),
        fc.boolean(),
        (split, parts, days, oneTank) => {
          const count = parts.reduce((sum, n) => sum + n, 0) + split;
          const facts = aFarm({ places, fish: [someTrout({ count })] });
          const newId = ids();
          const plan = [
            move(2, 'k1', 'k2', split),
            move(6, 'k2', 'k1', split),
            ...parts.flatMap((n, i) =>
              batch(
                {
                  tankId: 'k1',
                  purgePlaceId: oneTank ? 'p1' : i % 2 ? 'p1' : 'p2',
                  harvestDay: addDays(TODAY, days[i]!),
                  count: n,
                },
                newId,
              ),
            ),
            ...batch({ tankId: 'k1', purgePlaceId: 'p2', harvestDay: addDays(TODAY, 70), count: split }, newId),
          ];
          expect(harvested(facts, plan)).toBeCloseTo(count, 3);
          expect(fishOnDay(facts, plan, 119)).toEqual([]);
        },
      ),
    );
  });

  test('two batches of one lot in one purge tank: each harvest takes its own', () => {
    const facts = aFarm({ places, fish: [someTrout({ count: 500 })] });
    const newId = ids();
    const first = batch({ tankId: 'k1', purgePlaceId: 'p1', harvestDay: addDays(TODAY, 20), count: 120 }, newId);
    const second = batch({ tankId: 'k1', purgePlaceId: 'p1', harvestDay: addDays(TODAY, 22), count: 60 }, newId);
    const { supply } = forecastFarm(facts, [...first, ...second], settings);
    expect(supply.map((s) => Math.round(s.count!))).toEqual([120, 60]);
    // The first were the largest of all.
    expect(supply[0]!.quantity / 120).toBeGreaterThan(supply[1]!.quantity / 60);
  });

  test('a step that asks for more than there is says so, and takes what there is', () => {
    const facts = aFarm({ places, fish: [someTrout({ count: 100 })] });
    const plan = batch({ tankId: 'k1', purgePlaceId: 'p1', harvestDay: addDays(TODAY, 20), count: 160 }, ids());
    const { supply, warnings } = forecastFarm(facts, plan, settings);
    expect(warnings.map((w) => w.words)).toContain('TRT-1 has about 100 fish there by then; 160 are planned');
    expect(supply[0]!.count).toBeCloseTo(100, 6);
  });

  test('the last harvest of a tank takes the few that would be left; a part harvest leaves the rest', () => {
    const facts = aFarm({ places, fish: [someTrout({ count: 190 })] });
    const newId = ids();
    const first = batch({ tankId: 'k1', purgePlaceId: 'p1', harvestDay: addDays(TODAY, 20), count: 90 }, newId);
    const last = batch({ tankId: 'k1', purgePlaceId: 'p1', harvestDay: addDays(TODAY, 34), count: 88 }, newId);
    expect(forecastFarm(facts, [...first, ...last], settings).supply.map((s) => s.count)).toEqual([90, 100]);
    expect(fishOnDay(facts, [...first, ...last], 100)).toEqual([]);
    expect(fishOnDay(facts, first, 100)[0]!.count).toBeGreaterThan(95);
  });

  test('fish whose feed is stopped stay unfed when they are moved', () => {
    const facts = aFarm({ places, fish: [someTrout({ count: 100 })] });
    const stop = aStep({ kind: 'feed_stop', day: addDays(TODAY, 3), fromPlaceId: 'k1' });
    const { tanks } = forecastFarm(facts, [stop, move(4, 'k1', 'k2', 100)], settings);
    expect([...tanks.get('k2')!.feedG.subarray(4, 30)].every((g) => g === 0)).toBe(true);
  });
});

describe('what is fed bounds what grows', () => {
  test('whichever school sets the ration, no day gains more than its feed ÷ conversion', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('growth' as const, 'table' as const),
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0.6, max: 1.8, noNaN: true }),
        fc.integer({ min: 10, max: 400 }),
        (ration, percentPerDay, pace, referenceG) => {
          const facts = aFarm({
            places,
            fish: [someTrout({ count: 300, referenceG, pace })],
            feedRules: [aFeedRule({ ration, table: [{ uptoG: 5000, percentPerDay }] })],
          });
          const [stay] = forecastFarm(facts, [], settings).fish;
          const species = facts.species.find((s) => s.code === 'rainbow-trout')!;
          for (let day = 0; day + 1 < stay!.count.length; day++) {
            const gainG = (stay!.meanG[day + 1]! - stay!.meanG[day]!) * stay!.count[day]!;
            expect(gainG).toBeLessThanOrEqual(stay!.feedG[day]! / feedConversion(stay!.meanG[day]!, species) + 1e-6);
          }
        },
      ),
    );
  });

  test('water too cold to grow in: nothing is fed and nothing gained', () => {
    const cold = aFarm().loops.map((l) => ({ ...l, plannedWaterTempC: Array<number>(12).fill(1) }));
    const [stay] = forecastFarm(aFarm({ loops: cold }), [], settings).fish;
    expect(stay!.feedG[10]).toBe(0);
    expect(stay!.meanG[60]).toBeCloseTo(stay!.meanG[0]!, 6);
  });
});
