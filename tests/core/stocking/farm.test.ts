import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import { applyChanges } from '../../../src/core/plan/changes';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type FarmFacts } from '../../../src/core/facts/farm';
import { type PlanStep } from '../../../src/core/facts/step';
import { candidateBatches } from '../../../src/core/stocking/batches';
import { addDays } from '../../../src/core/quantity/days';
import { draftOf } from '../../../src/core/stocking/draft';
import { fingerlingPrice } from '../../../src/core/stocking/fingerlingPrice';
import { stockingProblem } from '../../../src/core/stocking/problem';
import { type StockingTarget } from '../../../src/core/stocking/demand';
import { recoveryOutlook, recoveryWays } from '../../../src/core/stocking/recovery';
import { type Loss } from '../../../src/core/stocking/recoveryWays';
import { rotationArithmetic, spareCapacity } from '../../../src/core/stocking/rotation';
import { solveStocking } from '../../../src/core/stocking/solve';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { aFarm, aPlace, someTrout } from '../farm';

const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
const counter = () => {
  let n = 0;
  return () => `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`;
};

function troutFarm(over: Partial<FarmFacts> = {}): FarmFacts {
  return aFarm({
    places: [
      aPlace({ id: 'k1', kind: 'tank', volumeL: 2500, densityLimitKgM3: 30, stage: 'nursery' }),
      aPlace({ id: 'k2', kind: 'tank', volumeL: 9000, densityLimitKgM3: 45, stage: 'grow-out' }),
      aPlace({ id: 'k3', kind: 'tank', volumeL: 9000, densityLimitKgM3: 45, stage: 'grow-out' }),
      aPlace({ id: 'p1', kind: 'purge', volumeL: 3000, densityLimitKgM3: 35, loopId: null }),
    ],
    fish: [],
    plantings: [],
    packed: [],
    promises: [],
    ...over,
  });
}

const target: StockingTarget = {
  weeks: 40,
  by: 'steady',
  species: [
    {
      code: 'rainbow-trout',
      amount: 12,
      counted: false,
      fromG: null,
      fromWeek: 26,
      untilWeek: 40,
      fingerlingSizesG: [20, 60],
    },
  ],
  costs: { batchMinor: 9000, moveMinor: 4000, shortMinorPerKg: 3000 },
};

describe('a farm as a planning problem', () => {
  test('weeks begin on the Monday after today; alike tanks are one group', () => {
    const { input } = stockingProblem(troutFarm(), [], target);
    expect(input.firstDay).toBe('2026-06-08');
    expect(input.groups.map((g) => g.placeIds.length)).toEqual([1, 2]);
    expect(input.purgeTanks.map((t) => [t.placeId, t.capacityKg, t.heldOn.size])).toEqual([['p1', 105, 0]]);
  });

  test('a tank that the kept plan holds is not free, nor is one that rests', () => {
    const fish = [someTrout({ placeId: 'k2', speciesCode: 'nile-tilapia', lotCode: 'NT-1' })];
    const busy = troutFarm({ fish, resting: [{ placeId: 'k3', until: '2026-06-20' }] });
    const { input } = stockingProblem(busy, [], target);
    expect(input.groups[1]!.freeByWeek.slice(0, 4)).toEqual([0, 0, 1, 1]);
  });

  test('fish without a harvest in the plan are free to be planned', () => {
    const { input } = stockingProblem(troutFarm({ fish: [someTrout({ placeId: 'k2' })] }), [], target);
    expect(input.present.map((f) => [f.lotCode, f.fromWeek])).toEqual([['TRT-1', 0]]);
    expect(input.groups[1]!.freeByWeek[0]).toBe(2);
  });

  test('orders that end go on as they were on average', () => {
    const promises = [0, 7, 14].map((d, i) => ({
      lineId: `l${i}`,
      orderId: 'o',
      orderCode: 'O-1',
      customer: 'Inn',
      productCode: 'rainbow-trout',
      day: `2026-06-${String(9 + d).padStart(2, '0')}`,
      quantity: 9000,
    }));
    const { input } = stockingProblem(troutFarm({ promises }), [], {
      ...target,
      by: 'orders',
      species: [{ ...target.species[0]!, amount: null, fromWeek: 0 }],
    });
    expect(input.demand[0]!.kgByWeek.slice(0, 3)).toEqual([9, 9, 9]);
    expect(input.demand[0]!.kgByWeek[20]).toBeCloseTo(9, 5);
  });

  test('an order far ahead is planned for, with nothing wanted after the orders too, and ends no weekly sales', () => {
    const line = (day: string) => ({
      ...{
        lineId: day,
        orderId: 'o',
        orderCode: 'O-1',
        customer: 'Inn',
        productCode: 'rainbow-trout',
        day,
        quantity: 9000,
      },
    });
    const promises = [line('2026-06-09'), line('2026-12-16')];
    const wanted = (amount: number | null) =>
      stockingProblem(troutFarm({ promises }), [], {
        ...target,
        by: 'orders',
        species: [{ ...target.species[0]!, amount, fromWeek: 0 }],
      }).input.demand[0]!.kgByWeek;
    expect(wanted(0).reduce((a, b) => a + b, 0)).toBeCloseTo(18, 6);
    expect(wanted(4).slice(1, 3)).toEqual([4, 4]);
  });

  test('what lies packed serves the first weeks, as Market says: only the rest is wanted', () => {
    const packed = [
      { lotId: 'p', lotCode: 'P-1', productCode: 'rainbow-trout', quantity: 20_000, packedOn: '2026-06-06' },
    ];
    const wanted = (over: Partial<FarmFacts>) =>
      stockingProblem(troutFarm(over), [], { ...target, species: [{ ...target.species[0]!, fromWeek: 0 }] }).input
        .demand[0]!.kgByWeek;
    expect(wanted({}).slice(0, 2)).toEqual([12, 12]);
    // Good until the 13th: 12 of the 20 kg go in the first week, and nothing is left of them in the second.
    expect(wanted({ packed }).slice(0, 2)).toEqual([0, 12]);
  });

  test('so many fish a week over a season: nothing before or after it, less what the kept plan harvests', () => {
    const season = { ...target.species[0]!, amount: 50, counted: true, fromG: 400, fromWeek: 10, untilWeek: 14 };
    const harvest: PlanStep = {
      id: 's1',
      groupId: 'g1',
      kind: 'harvest',
      day: addDays('2026-06-08', 11 * 7 + 3),
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      cropCode: null,
      fromPlaceId: 'k2',
      toPlaceId: null,
      count: 20,
      detail: {},
      version: 1,
    };
    const fish = [someTrout({ placeId: 'k2', count: 300 })];
    const { input } = stockingProblem(troutFarm({ fish }), [harvest], { ...target, species: [season] });
    const { kgByWeek, counted, fromG } = input.demand[0]!;
    expect({ counted, fromG }).toEqual({ counted: true, fromG: 400 });
    expect(kgByWeek.slice(9, 15)).toEqual([0, 20, 12, 20, 20, 0]);
  });

  test('a size above all market size is planned to that size', () => {
    const large = { ...target.species[0]!, fromG: 900, fromWeek: 0, fingerlingSizesG: [150] };
    const { input } = stockingProblem(troutFarm(), [], {
      ...target,
      weeks: 52,
      species: [{ ...large, untilWeek: 52 }],
    });
    const takings = candidateBatches(input).flatMap((b) => b.takings);
    expect(takings.length).toBeGreaterThan(0);
    expect(Math.min(...takings.map((t) => t.weightG))).toBeGreaterThanOrEqual(900);
  });

  test('a larger fingerling costs more, less than in proportion', () => {
    expect(fingerlingPrice(50, 10)).toBe(50);
    expect(fingerlingPrice(50, 40)).toBeGreaterThan(100);
    expect(fingerlingPrice(50, 40)).toBeLessThan(200);
  });
});

describe('a solved plan becomes steps of the farm', () => {
  test('the forecast with the draft kept brings what the planner promised, in free tanks', async () => {
    const facts = troutFarm();
    const problem = stockingProblem(facts, [], target);
    const highs = await loadHighs();
    const { plan } = solveStocking({
      highs,
      input: problem.input,
      limits: { seconds: 10, gap: 0.01, nodes: 200 },
      report: () => undefined,
      clock: () => 0,
    });
    let n = 0;
    const draft = draftOf({ facts, problem, solved: plan, newId: counter(), newCode: () => `TRT-${++n}` });
    const steps = applyChanges([], [{ change: 'add', steps: draft.steps }], facts.today);
    const forecast = forecastFarm(facts, steps, { ...DEFAULT_SETTINGS, horizonDays: 7 * 42 });
    const promised = plan.batches.reduce((sum, p) => sum + p.tanks * p.batch.takings.reduce((s, t) => s + t.kg, 0), 0);
    const comes = forecast.supply.reduce((sum, b) => sum + b.quantity, 0) / 1000;
    expect(promised).toBeGreaterThan(80);
    expect(comes).toBeGreaterThan(promised * 0.85);
    expect(comes).toBeLessThan(promised * 1.2);
    for (const a of forecast.fish) {
      for (const b of forecast.fish) {
        if (a === b || a.placeId !== b.placeId || a.placeId === 'p1') continue;
        // A week's grace: the last few fish leave with the harvest of that week.
        expect(
          Math.min(a.until, b.until) - Math.max(a.from, b.from),
          `${a.lotCode} and ${b.lotCode} in ${a.placeId}`,
        ).toBeLessThanOrEqual(7);
      }
    }
  });
});

describe('rotation by arithmetic', () => {
  test('harvests every six weeks of fish that take 24 weeks keep four cohorts alive, as the published trial had', () => {
    const nile = SPECIES_DEFAULTS.find((s) => s.code === 'nile-tilapia')!;
    const r = rotationArithmetic({
      species: nile,
      waterTempC: 27.5,
      startG: 79.2,
      harvestG: 800,
      everyWeeks: 6,
      kgPerHarvest: 500,
      survival: 0.98,
      densityKgM3: 60,
    });
    expect(r.cohortsAlive).toBe(4);
    expect(r.growDays).toBeGreaterThan(160);
    expect(r.growDays).toBeLessThan(176);
    expect(r.stockPerCohort).toBe(638);
    expect(r.standingPeakKg).toBeGreaterThan(r.standingMeanKg);
    expect(r.standingMeanKg).toBeGreaterThan(600);
    // Life support bears the morning of a harvest: the cohort that is ready is still in it.
    expect(r.standingPeakKg).toBeGreaterThan(r.largestKg);
    expect(r.totalVolumeL).toBeGreaterThan(r.harvestVolumeL);
    expect(r.feedPeakKgPerDay).toBeGreaterThanOrEqual(r.feedMeanKgPerDay);
  });

  test('whatever the rotation, the most is never under the mean and a part never over the whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 5, max: 250 }),
        fc.double({ min: 0.5, max: 1, noNaN: true }),
        (everyWeeks, startG, survival) => {
          const r = rotationArithmetic({
            species: trout,
            waterTempC: 13,
            startG,
            harvestG: 300,
            everyWeeks,
            kgPerHarvest: 100,
            survival,
            densityKgM3: 40,
          });
          expect(r.standingPeakKg).toBeGreaterThanOrEqual(r.standingMeanKg);
          expect(r.feedPeakKgPerDay).toBeGreaterThanOrEqual(r.feedMeanKgPerDay);
          expect(r.standingPeakKg).toBeGreaterThanOrEqual(r.largestKg - 1e-9);
          expect(r.totalVolumeL).toBeGreaterThanOrEqual(r.harvestVolumeL - 1e-6);
          expect(r.largestKg).toBeCloseTo(100, -1);
        },
      ),
    );
  });

  test('water in which they do not grow, and sizes the wrong way round, are refused in words', () => {
    const wish = {
      species: trout,
      waterTempC: 26,
      startG: 10,
      harvestG: 300,
      everyWeeks: 6,
      kgPerHarvest: 100,
      survival: 0.9,
      densityKgM3: 40,
    };
    expect(() => rotationArithmetic(wish)).toThrow(/Rainbow trout does not grow to 300 g at 26.0 °C/);
    expect(() => rotationArithmetic({ ...wish, waterTempC: 13, harvestG: 5 })).toThrow(/Weight at harvest is 5 g/);
  });

  test('spare capacity is what the tightest limit leaves', () => {
    const spare = spareCapacity({
      limits: [
        { what: 'oxygen', feedKgPerDay: 20 },
        { what: 'nitrification', feedKgPerDay: 12 },
      ],
      feedKgPerDay: 9,
      plantedM2: 100,
      bandGM2: [60, 100],
    });
    expect(spare).toEqual({ feedKgPerDay: 3, limitedBy: 'nitrification', bedM2: 12.5 });
  });
});

describe('back in step after a loss', () => {
  const harvest = (day: string): PlanStep => ({
    id: 'h',
    groupId: 'g',
    kind: 'harvest',
    day,
    lotCode: 'TRT-1',
    speciesCode: 'rainbow-trout',
    cropCode: null,
    fromPlaceId: 'k2',
    toPlaceId: null,
    count: 500,
    detail: {},
    version: 1,
  });
  const loss: Loss = { lotCode: 'TRT-1', speciesCode: 'rainbow-trout', placeId: 'k2', count: 500, meanG: 120 };
  const plan = [harvest('2026-09-20')];

  test('waiting leaves all of it missing; larger fingerlings bring it back', () => {
    const facts = troutFarm({ fish: [someTrout({ lotCode: 'TRT-2', placeId: 'k3', referenceG: 60 })] });
    const ways = recoveryWays({ facts, plan, loss, newId: counter(), newCode: (s) => `${s}-R` });
    const looks = recoveryOutlook({ facts, plan, loss, ways });
    const [wait, bigger] = ['wait', 'bigger'].map((id) => looks.find((l) => l.way.id === id)!);
    expect(wait!.missingKg).toBeGreaterThan(80);
    expect(wait!.backOn).toBeNull();
    expect(bigger!.missingKg).toBeLessThan(wait!.missingKg);
    expect(bigger!.way.costMinor).toBeGreaterThan(0);
    expect(looks.map((l) => l.way.id)).toContain('split');
  });

  test('new fish go through quarantine where a tank is free for so many, and the words say so', () => {
    const base = troutFarm();
    const apart = aPlace({ id: 'q1', kind: 'quarantine', volumeL: 6000, densityLimitKgM3: 30, loopId: null });
    const bigger = (places: FarmFacts['places'], fish: FarmFacts['fish'] = []) =>
      recoveryWays({ facts: { ...base, places, fish }, plan, loss, newId: counter(), newCode: (s) => `${s}-R` }).find(
        (w) => w.id === 'bigger',
      )!;
    const steps = (way: ReturnType<typeof bigger>) => way.changes.flatMap((c) => (c.change === 'add' ? c.steps : []));
    const through = bigger([...base.places, apart]);
    expect(
      steps(through)
        .slice(0, 2)
        .map((s) => [s.kind, s.toPlaceId]),
    ).toEqual([
      ['stock', 'q1'],
      ['move', 'k2'],
    ]);
    expect(through.words).toMatch(/into Q1 on .*to K2 on .* when cleared/);
    const taken = bigger([...base.places, apart], [someTrout({ lotCode: 'NEW-1', placeId: 'q1', referenceG: 5 })]);
    expect(steps(taken)[0]).toMatchObject({ kind: 'stock', toPlaceId: 'k2' });
    expect(taken.words).toMatch(/no quarantine tank is free for so many/);
  });

  test('losing the only cohort of a species counts as what it is', () => {
    const gone = troutFarm({ fish: [] });
    const [wait] = recoveryOutlook({
      facts: gone,
      plan,
      loss,
      ways: recoveryWays({ facts: gone, plan, loss, newId: counter(), newCode: (s) => s }),
    });
    expect(wait!.missingKg).toBeGreaterThan(80);
    expect(wait!.backOn).toBeNull();
  });

  test('nothing lost, nothing missing', () => {
    const facts = troutFarm({ fish: [someTrout({ placeId: 'k2', referenceG: 120 })] });
    const none = { ...loss, count: 0 };
    const [wait] = recoveryOutlook({
      facts,
      plan,
      loss: none,
      ways: recoveryWays({ facts, plan, loss: none, newId: counter(), newCode: (s) => s }),
    });
    expect(wait!.missingKg).toBeLessThan(1);
  });
});
