import loadHighs, { type Highs } from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import { harvestGroup } from '../../../src/core/plan/build';
import { applyChanges, type PlanChange } from '../../../src/core/plan/changes';
import { forecastFarm } from '../../../src/core/plan/forecast';
import type { PromiseFact } from '../../../src/core/facts/farm';
import { METRIC } from '../../../src/core/quantity/units';
import { movableHarvests } from '../../../src/core/stocking/problem';
import { type StockingTarget } from '../../../src/core/stocking/demand';
import { propose, type Proposal } from '../../../src/core/stocking/propose';
import { aFarm, aFeedRule, ids, someTrout } from '../farm';

/** 1 Jun is a Monday; the fish are of market size, and their harvest stands ten weeks later than the order. */
const order: PromiseFact = {
  lineId: 'l',
  orderId: 'o',
  orderCode: 'O-1',
  customer: 'Inn',
  productCode: 'rainbow-trout',
  day: '2026-06-26',
  quantity: 60_000,
};

const facts = aFarm({
  fish: [someTrout({ count: 250, referenceG: 420 })],
  promises: [order],
  feedRules: [aFeedRule({ quarantineDays: 0 })],
});

const standing = (day: string) =>
  harvestGroup(
    {
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      tankId: 'k1',
      purgePlaceId: 'p1',
      purgeVolumeL: 3000,
      harvestDay: day,
      count: 250,
      purgeDays: 4,
      method: 'separate',
    },
    ids(),
  );
const target: StockingTarget = {
  weeks: 16,
  by: 'orders',
  species: [
    {
      code: 'rainbow-trout',
      amount: null,
      counted: false,
      fromG: null,
      fromWeek: 0,
      untilWeek: 3,
      fingerlingSizesG: [40],
    },
  ],
  costs: { batchMinor: 9000, moveMinor: 4000, shortMinorPerKg: 3000 },
};

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

function proposed(moveHarvests: boolean, plan = standing('2026-08-28')): Proposal {
  let ms = 0;
  const question = {
    facts,
    plan,
    target: { ...target, moveHarvests },
    limits: { seconds: 6, gap: 0.01, nodes: 200 },
    units: METRIC,
    takenCodes: [],
  };
  return propose(question, { highs, newId: ids(), clock: () => (ms += 1) }, () => undefined);
}

const shortKg = (p: Proposal) => p.wanted.reduce((sum, w) => sum + w.shortKg, 0);

describe('harvests that stand', () => {
  test('stay unless they may be moved, and the order is short', () => {
    const fixed = proposed(false);
    expect(fixed.moved).toEqual([]);
    expect(shortKg(fixed)).toBeCloseTo(60, 0);
  });

  test('may be moved: planned anew they meet the order, and both figures are told', () => {
    const plan = standing('2026-08-28');
    const moved = proposed(true, plan);
    expect(moved.moved).toMatchObject([{ lotCode: 'TRT-1', day: '2026-08-28', count: 250 }]);
    expect(moved.fixedShortKg).toBeCloseTo(60, 0);
    expect(shortKg(moved)).toBeLessThan(1);
    // The draft as it is laid: the old harvest goes, and what comes instead is there for the order.
    const drops = moved.moved.map(({ groupId }): PlanChange => ({ change: 'drop', groupId }));
    const kept = applyChanges(plan, [...drops, { change: 'add', steps: moved.draft.steps }], facts.today);
    const before = forecastFarm(facts, kept).supply.filter((s) => s.from <= 25 && s.until >= 25);
    expect(before.reduce((sum, s) => sum + s.quantity, 0)).toBeGreaterThanOrEqual(59_500);
  });

  test('stay when nothing is short with them', () => {
    const inTime = proposed(true, standing('2026-06-25'));
    expect(inTime.moved).toEqual([]);
    expect(shortKg(inTime)).toBeLessThan(1);
  });

  test('that have begun, or come before the first that can be planned, are not moved', () => {
    const begun = standing('2026-08-28').filter((s) => s.kind !== 'feed_stop');
    expect(movableHarvests(facts, begun, target)).toEqual([]);
    expect(movableHarvests(facts, standing('2026-06-06'), target)).toEqual([]);
    expect(movableHarvests(facts, standing('2026-08-28'), target)).toHaveLength(1);
  });
});
