import { freshSpread, takeLargest } from '../../../src/core/fish/sizeSpread';
import { harvestGroup } from '../../../src/core/plan/build';
import type { FarmFacts, FishFact, PlaceFact, ProductFact, PromiseFact } from '../../../src/core/facts/farm';
import type { PlanStep } from '../../../src/core/facts/step';
import { addDays } from '../../../src/core/quantity/days';
import type { StockingTarget } from '../../../src/core/stocking/demand';
import { Random } from '../../../src/db/demo/random';
import { aFarm, aFeedRule, aLoop, aPlace, aStep, someTrout, TROUT_PRODUCT } from '../farm';

const TODAY = '2026-06-03';
const WEEKS = 26;
const WARM = ['nile-tilapia', 'hybrid-striped-bass'];

export interface MadeUp {
  facts: FarmFacts;
  plan: PlanStep[];
  target: StockingTarget;
}

/**
 * A farm that a seed makes up: one or two loops, tanks empty, crowded or shared, lots in two tanks, graded, slow, large or unfed,
 * harvests planned in parts and overdue, deliveries on any day, feed by growth or by table, with purge tanks or without.
 */
export function madeUpFarm(seed: number): MadeUp {
  const random = new Random(seed);
  const chance = (p: number) => random.between(0, 1) < p;
  const whole = (from: number, to: number) => Math.floor(random.between(from, to + 0.999));
  const oneOf = <T>(list: readonly T[]): T => list[whole(0, list.length - 1)]!;
  const loops = [
    aLoop({
      id: 'cool',
      code: 'cool',
      name: 'Cool',
      plannedWaterTempC: months(random.between(11, 15), random.between(0, 2)),
    }),
  ];
  if (chance(0.6))
    loops.push(aLoop({ id: 'warm', code: 'warm', name: 'Warm', plannedWaterTempC: months(random.between(24, 27), 1) }));
  const places: PlaceFact[] = [];
  for (const loop of loops) {
    const sizes = [oneOf([1800, 2500, 4000]), oneOf([6000, 9000])];
    sizes.forEach((volumeL, s) => {
      for (let i = whole(1, s === 0 ? 2 : 3); i > 0; i--)
        places.push(
          aPlace({
            id: `${loop.id}-${s}-${i}`,
            kind: 'tank',
            loopId: loop.id,
            stage: s === 0 ? 'nursery' : 'grow-out',
            volumeL,
            densityLimitKgM3: oneOf([30, 40, 50]),
          }),
        );
    });
  }
  const purges = chance(0.12) ? 0 : whole(1, 3);
  for (let i = 0; i < purges; i++)
    places.push(
      aPlace({ id: `p${i}`, kind: 'purge', volumeL: oneOf([1500, 2500, 3000]), densityLimitKgM3: 35, loopId: null }),
    );
  if (chance(0.4))
    places.push(aPlace({ id: 'q', kind: 'quarantine', volumeL: 3000, densityLimitKgM3: 30, loopId: null }));
  const tanks = places.filter((p) => p.kind === 'tank');
  const speciesIn = (place: PlaceFact) => (place.loopId === 'cool' ? 'rainbow-trout' : oneOf(WARM));
  const facts = aFarm({ today: TODAY, loops, places, fish: [], plantings: [] });
  const fish: FishFact[] = [];
  const plan: PlanStep[] = [];
  let n = 0;
  const newId = () => `kept-${++n}`;
  for (const tank of tanks) {
    if (chance(0.35)) continue;
    for (let k = chance(0.15) ? 2 : 1; k > 0; k--) fish.push(lotIn(tank, speciesIn(tank)));
  }
  function lotIn(tank: PlaceFact, speciesCode: string): FishFact {
    const species = facts.species.find((s) => s.code === speciesCode)!;
    const referenceG = chance(0.12)
      ? species.marketG![1] * random.between(1.05, 1.5)
      : random.between(15, species.marketG![1]);
    const holds = (tank.volumeL! * tank.densityLimitKgM3!) / referenceG;
    const bins = freshSpread(species.sizeCv);
    return someTrout({
      lotId: `lot-${fish.length}`,
      lotCode: `L-${fish.length + 1}`,
      speciesCode,
      placeId: tank.id,
      referenceG,
      count: Math.max(20, Math.round(holds * (chance(0.1) ? 1.15 : random.between(0.1, 0.85)))),
      pace: random.between(0.85, 1.15),
      bins: chance(0.25) ? takeLargest(bins, 0.3).left : bins,
      stockedOn: '2026-01-01',
      sampledOn: TODAY,
    });
  }
  // One lot in two tanks.
  const empty = tanks.find((t) => !fish.some((f) => f.placeId === t.id));
  const shared = fish.find((f) => f.placeId.slice(0, 4) === empty?.id.slice(0, 4));
  if (empty && shared && chance(0.5))
    fish.push({ ...shared, placeId: empty.id, count: Math.max(20, Math.round(shared.count / 3)) });
  fish.forEach((f) => {
    if (!chance(0.45)) return;
    const species = facts.species.find((s) => s.code === f.speciesCode)!;
    const parts = whole(1, 3);
    const purge = purges > 0 ? places.find((p) => p.id === `p${whole(0, purges - 1)}`)! : null;
    const overdue = chance(0.15);
    const begins = overdue ? whole(-3, 3) : whole(12, 90);
    for (let i = 0; i < parts; i++) {
      const steps = harvestGroup(
        {
          lotCode: f.lotCode,
          speciesCode: f.speciesCode,
          tankId: f.placeId,
          purgePlaceId: purge?.id ?? null,
          purgeVolumeL: purge?.volumeL ?? 0,
          harvestDay: addDays(TODAY, begins + i * 14),
          count: Math.floor(f.count / (chance(0.5) ? parts : parts + 1)),
          purgeDays: species.purgeDays,
          method: purge ? 'separate' : 'in_place',
        },
        newId,
      );
      plan.push(...steps);
    }
  });
  const mover = fish.find((f) => f.placeId.includes('-0-') && !plan.some((s) => s.lotCode === f.lotCode));
  const next = tanks.find(
    (t) =>
      t.loopId === tanks.find((x) => x.id === mover?.placeId)?.loopId &&
      t.stage === 'grow-out' &&
      !fish.some((f) => f.placeId === t.id),
  );
  if (mover && next && chance(0.4))
    plan.push(
      aStep({
        id: newId(),
        groupId: newId(),
        kind: 'move',
        day: addDays(TODAY, whole(5, 30)),
        lotCode: mover.lotCode,
        speciesCode: mover.speciesCode,
        fromPlaceId: mover.placeId,
        toPlaceId: next.id,
        count: mover.count,
      }),
    );
  const codes = loops.flatMap((l) => (l.id === 'cool' ? ['rainbow-trout'] : WARM));
  const products = codes.map((code): ProductFact => ({
    ...TROUT_PRODUCT,
    code,
    name: code,
    speciesCode: code,
    shelfLifeDays: whole(5, 9),
  }));
  const byOrders = chance(0.5);
  const dueOn = whole(0, 6);
  const promises = !byOrders
    ? []
    : codes.flatMap((code) =>
        Array.from({ length: whole(4, 20) }, (_, w): PromiseFact => ({
          lineId: `${code}-${w}`,
          orderId: 'o',
          orderCode: 'O-1',
          customer: 'Inn',
          productCode: code,
          day: addDays('2026-06-08', dueOn + w * 7 + 7),
          quantity: whole(3, 18) * 1000,
        })),
      );
  const feedRules = codes.map((speciesCode) =>
    aFeedRule({
      speciesCode,
      ration: chance(0.3) ? 'table' : 'growth',
      quarantineDays: oneOf([0, 14, 21]),
      table: [
        { uptoG: 50, percentPerDay: random.between(2, 4) },
        { uptoG: 200, percentPerDay: random.between(1.2, 2.2) },
        { uptoG: 5000, percentPerDay: random.between(0.8, 1.4) },
      ],
    }),
  );
  const counted = !byOrders && chance(0.3);
  const species = codes.map((code) => {
    const fromG = byOrders
      ? null
      : Math.round(facts.species.find((s) => s.code === code)!.marketG![0] * random.between(1, 1.2));
    return {
      code,
      amount: byOrders ? whole(0, 12) : counted ? whole(10, 40) : whole(4, 20),
      counted,
      fromG,
      fromWeek: byOrders ? 0 : whole(0, 12),
      untilWeek: WEEKS,
      fingerlingSizesG: [oneOf([20, 40]), 90],
    };
  });
  return {
    facts: { ...facts, fish, products, promises, feedRules },
    plan,
    target: {
      weeks: WEEKS,
      by: byOrders ? 'orders' : 'steady',
      species,
      costs: { batchMinor: 9000, moveMinor: 4000, shortMinorPerKg: 3000 },
    },
  };
}

const months = (mean: number, swing: number) =>
  Array.from({ length: 12 }, (_, m) => mean - swing * Math.cos(((m - 0.5) / 6) * Math.PI));
