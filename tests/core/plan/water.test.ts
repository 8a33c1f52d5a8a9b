import { describe, expect, test } from 'vitest';
import { harvestGroup } from '../../../src/core/plan/build';
import { withWater, type WaterChange } from '../../../src/core/plan/changes';
import { compareTemperatures, leftMinor } from '../../../src/core/plan/compareTemperatures';
import { OutlookDesk } from '../../../src/core/plan/outlook';
import { METRIC } from '../../../src/core/quantity/units';
import { plannedWaterC, tempPlanOf } from '../../../src/core/water/plannedTemperature';
import { aFarm, aFeedRule, aLoop, ids, someTrout } from '../farm';

const TODAY = '2026-06-01';
const held = (tempC: number, over: Partial<WaterChange> = {}): WaterChange => ({
  change: 'water',
  loopId: 'heron',
  from: '2026-06-05',
  until: null,
  tempC,
  ...over,
});
const harvest = (day: string) =>
  harvestGroup(
    {
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      tankId: 'k1',
      purgePlaceId: 'p1',
      purgeVolumeL: 3000,
      harvestDay: day,
      count: 200,
      purgeDays: 4,
      method: 'salted',
    },
    ids(),
  );

describe('settings of a loop', () => {
  const dayC = (settings: Parameters<typeof tempPlanOf>[0], day: string) =>
    plannedWaterC(aLoop({ tempPlan: tempPlanOf(settings) }), day);

  test('where two overlap, the newest holds; without it the older one holds again', () => {
    const wide = { from: '2026-06-01', until: '2026-09-01', tempC: 10 };
    const narrow = { from: '2026-07-01', until: '2026-07-15', tempC: 15 };
    expect(['2026-06-10', '2026-07-10', '2026-07-20', '2026-09-02'].map((d) => dayC([wide, narrow], d))).toEqual([
      10, 15, 10, 13,
    ]);
    expect(dayC([narrow, wide], '2026-07-10')).toBe(10);
    expect(dayC([wide], '2026-07-10')).toBe(10);
  });

  test('a draft of a day that has passed, or that ends before it begins, is refused in words', () => {
    expect(() => withWater(aFarm(), [held(10, { from: '2026-05-01' })])).toThrow(/1 May, and that day has passed/);
    expect(() => withWater(aFarm(), [held(10, { until: '2026-06-05' })])).toThrow(/The end comes after the beginning/);
    expect(() => withWater(aFarm(), [held(10, { loopId: 'none' })])).toThrow(/Choose a loop/);
  });
});

describe('a temperature on the board', () => {
  const desk = new OutlookDesk(aFarm({ fish: [someTrout({ referenceG: 200 })] }), harvest('2026-08-20'), {
    units: METRIC,
    boardDays: 105,
  });
  const words = (change: WaterChange) => desk.answer([change]).consequences.map((c) => c.words);

  test('says what the fish do not bear, how much later they are, and what harvests bring less', () => {
    const cold = words(held(7)).join('\n');
    expect(cold).toMatch(/TRT-1 is (of market size \d+ days later|not of market size within the forecast)/);
    expect(cold).toMatch(/harvests bring [\d.]+ kg less fish/);
    expect(words(held(26)).join('\n')).toMatch(
      /Heron loop: 26.0 °C from 5 Jun for \d+ days: too warm for rainbow trout, which do not feed at [\d.]+ °C and above/,
    );
  });

  test('nothing is said of limits that it keeps, and slides beside it count', () => {
    expect(words(held(14)).join('\n')).not.toMatch(/too (warm|cold)/);
    const groupId = harvest('2026-08-20')[0]!.groupId;
    const both = desk.answer([held(14), { change: 'shift', groupId, days: 20 }]);
    const alone = desk.answer([held(14)]);
    const last = (answer: typeof both) => Math.max(...answer.board.handles.map((h) => h.at));
    expect(last(both) - last(alone)).toBe(20);
  });
});

test('money side by side counts the sales lost, not only feed and heat', () => {
  const facts = aFarm({ fish: [someTrout({ referenceG: 200 })], feedRules: [aFeedRule()] });
  const wish = { loopId: 'heron', from: TODAY, until: null, tempsC: [7] };
  const [planned, cold] = compareTemperatures({ facts, plan: harvest('2026-08-20'), wish, units: METRIC });
  expect(cold!.feedMinor).toBeLessThan(planned!.feedMinor);
  const lost = planned!.salesMinor - cold!.salesMinor;
  expect(lost).toBeCloseTo((planned!.supplyKg - cold!.supplyKg) * 1450, 3);
  expect(leftMinor(cold!)).toBeCloseTo(leftMinor(planned!) - lost + (planned!.feedMinor - cold!.feedMinor), 3);
  expect(leftMinor(cold!)).toBeLessThan(leftMinor(planned!));
});
