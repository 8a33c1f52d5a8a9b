import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sowingFor } from '../../../src/core/crops/quantities';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { harvestGroup, sowingGroup } from '../../../src/core/plan/build';
import { formatQuantity } from '../../../src/core/plan/consequences';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { OutlookDesk } from '../../../src/core/plan/outlook';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type PlanStep } from '../../../src/core/facts/step';
import { addDays, daysBetween } from '../../../src/core/quantity/days';
import { formatAboutMoney, formatMoney, toMajor, toMinor } from '../../../src/core/quantity/money';
import {
  densityUnit,
  formatDensity,
  formatTemperature,
  formatVolume,
  METRIC,
  toShownDensity,
  unitName,
  type UnitChoice,
} from '../../../src/core/quantity/units';
import { aFarm, aLoop, ids } from '../farm';

const TODAY = '2026-06-01';
const settings = { ...DEFAULT_SETTINGS, horizonDays: 160 };
const US: UnitChoice = { mass: 'us', temperature: 'F' };

function sowing(
  cropCode: string,
  sowDay: string,
  positions: number,
  newId = ids(),
  lotCode = `${cropCode}-${sowDay}`,
): PlanStep[] {
  const crop = aFarm().crops.find((c) => c.code === cropCode)!;
  const quantities = { ...sowingFor(positions, crop, 104), positions };
  const wish = { crop, loop: aLoop({}), lotCode, nurseryId: 'nb', bedId: 'r1', cellsPerTray: 104 };
  return sowingGroup({ wish, sowDay, quantities, newId }).map((s) => ({ ...s, groupId: lotCode }));
}

describe('plantings', () => {
  test('a weekly conveyor fills its bed and then keeps it as full as Little’s law says', () => {
    const plan = Array.from({ length: 16 }, (_, week) =>
      sowing('butterhead-lettuce', addDays(TODAY, week * 7), 100),
    ).flat();
    const forecast = forecastFarm(aFarm({ fish: [] }), plan, settings);
    const bed = forecast.bedsOccupied.get('r1')!;
    const stays = forecast.plants.filter((s) => s.placeId === 'r1' && s.from > 40 && s.until < 120);
    const days = stays.reduce((sum, s) => sum + s.until - s.from, 0) / stays.length;
    const mean = bed.slice(70, 98).reduce((sum, v) => sum + v, 0) / 28;
    expect(mean).toBeGreaterThan(((100 * days) / 7) * 0.93);
    expect(mean).toBeLessThan(((100 * days) / 7) * 1.07);
  });

  test('a planting is never in two places, and leaves no place behind it', () => {
    const crops = fc.constantFrom('butterhead-lettuce', 'mizuna', 'coriander', 'swiss-chard');
    const one = fc.record({ crop: crops, day: fc.nat(60), positions: fc.integer({ min: 1, max: 200 }) });
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 8 }), (list) => {
        const plan = list.flatMap((p, i) => sowing(p.crop, addDays(TODAY, p.day), p.positions, ids(), `L-${i}`));
        const forecast = forecastFarm(
          aFarm({ fish: [] }),
          plan.map((s, i) => ({ ...s, id: `s${i}` })),
          { ...settings, horizonDays: 360 },
        );
        for (const [i, planted] of list.entries()) {
          const stays = forecast.plants.filter((s) => s.lotCode === `L-${i}`).sort((a, b) => a.from - b.from);
          expect(stays.map((s) => s.placeId)).toEqual(['nb', 'r1']);
          expect(stays[1]!.from).toBe(stays[0]!.until);
          expect(stays[1]!.positions).toBe(planted.positions);
        }
        const last = forecast.bedsOccupied.get('r1')!;
        for (const held of last) expect(held).toBeGreaterThanOrEqual(0);
        expect(last[359]).toBe(0);
      }),
      { numRuns: 40 },
    );
  });

  test('a plan made by the builder is never warned about by the forecast: both grow crops alike', () => {
    for (const crop of ['butterhead-lettuce', 'mizuna', 'rocket', 'swiss-chard', 'sweet-basil', 'coriander']) {
      for (const start of [0, 30, 60]) {
        const plan = sowing(crop, addDays(TODAY, start), 50);
        const forecast = forecastFarm(aFarm({ fish: [] }), plan, { ...settings, horizonDays: 330 });
        expect(forecast.warnings).toEqual([]);
      }
    }
  });

  test('each cut of a cut crop is a batch of its own, later and smaller', () => {
    const farm = aFarm({ fish: [] });
    const product = {
      ...farm.products[1]!,
      code: 'mizuna',
      name: 'Mizuna',
      unit: 'kg' as const,
      cropCode: 'mizuna',
      shelfLifeDays: 7,
    };
    const forecast = forecastFarm({ ...farm, products: [product] }, sowing('mizuna', TODAY, 200), settings);
    expect(forecast.supply).toHaveLength(3);
    for (let i = 1; i < 3; i++) {
      expect(forecast.supply[i]!.from).toBeGreaterThan(forecast.supply[i - 1]!.from);
      expect(forecast.supply[i]!.quantity).toBeLessThan(forecast.supply[i - 1]!.quantity);
    }
  });

  test('dark months stretch a planting, bright ones shorten it', () => {
    const length = (sowDay: string) => {
      const plan = sowing('butterhead-lettuce', sowDay, 50);
      return daysBetween(plan[0]!.day, plan.at(-1)!.day);
    };
    expect(length('2026-10-20')).toBeGreaterThan(length('2026-06-01') * 1.15);
  });

  test('a picking or clearing of a planting nobody sowed changes nothing', () => {
    const orphan = sowing('butterhead-lettuce', TODAY, 50).filter((s) => s.kind === 'pick' || s.kind === 'clear');
    const forecast = forecastFarm(aFarm({ fish: [] }), orphan, settings);
    expect(forecast.supply).toEqual([]);
    expect(forecast.plants).toEqual([]);
  });
});

describe('numbers as a person reads them', () => {
  test.each([
    [0, 'kg', METRIC, '0 kg'],
    [850, 'kg', METRIC, '850 g'],
    [12_340, 'kg', METRIC, '12.3 kg'],
    [123_400, 'kg', METRIC, '123 kg'],
    [4535.9, 'kg', US, '10.0 lb'],
    [0, 'kg', US, '0 lb'],
    [1, 'head', METRIC, '1 head'],
    [96, 'head', METRIC, '96 heads'],
    [1, 'bunch', METRIC, '1 bunch'],
    [1250, 'bunch', METRIC, '1,250 bunches'],
  ] as const)('%d of a product sold by %s', (quantity, unit, units, words) => {
    expect(formatQuantity(quantity, unit, units)).toBe(words);
  });

  test('temperatures, volumes and money', () => {
    expect(formatTemperature(17.94, METRIC)).toBe('17.9 °C');
    expect(formatTemperature(20, US)).toBe('68.0 °F');
    expect(formatTemperature(-0.01, METRIC)).toBe('0.0 °C');
    expect(formatVolume(1500, METRIC)).toBe('1,500 L');
    expect(formatVolume(1500, US)).toBe('396 gal');
    expect(formatMoney(123_456, 'EUR')).toBe('€1,234.56');
    expect(unitName('smallMass', US)).toBe('oz');
  });

  test('crowding is in one unit system: kg/m³, or lb/ft³ for those who weigh in pounds', () => {
    expect(formatDensity(40, METRIC)).toBe('40.0 kg/m³');
    expect(formatDensity(40, US)).toBe('2.50 lb/ft³');
    expect(densityUnit(US)).toBe('lb/ft³');
    expect(toShownDensity(16.018463, US)).toBeCloseTo(1);
  });

  test('an estimate of money has three figures, and cents only when it is small', () => {
    expect(formatAboutMoney(359_844, 'EUR')).toBe('€3,600');
    expect(formatAboutMoney(-50_268, 'EUR')).toBe('-€503');
    expect(formatAboutMoney(283, 'EUR')).toBe('€2.83');
    expect(formatAboutMoney(0, 'EUR')).toBe('€0.00');
  });

  test('consequences speak the person’s units', () => {
    const harvest = (day: string, group: string) =>
      harvestGroup(
        {
          lotCode: 'TRT-1',
          speciesCode: 'rainbow-trout',
          tankId: 'k1',
          purgePlaceId: 'p1',
          purgeVolumeL: 3000,
          harvestDay: day,
          count: 80,
          purgeDays: 4,
          method: 'salted',
        },
        ids(),
      ).map((s, i) => ({ ...s, id: `${group}${i}`, groupId: group }));
    const plan = [...harvest('2026-06-18', 'a'), ...harvest('2026-06-25', 'b')];
    const promises = [
      {
        lineId: 'l',
        orderId: 'o',
        orderCode: 'O-1',
        customer: 'Salt & Sorrel',
        productCode: 'rainbow-trout',
        day: '2026-06-26',
        quantity: 20_000,
      },
    ];
    const say = (units: UnitChoice) =>
      new OutlookDesk(aFarm({ promises }), plan, { units, boardDays: 60 })
        .answer([{ change: 'shift', groupId: 'b', days: 9 }])
        .consequences.map((c) => c.words)
        .join('\n');
    expect(say(METRIC)).toMatch(/\d+(\.\d)? kg rainbow trout short/);
    expect(say(US)).toMatch(/\d+(\.\d)? lb rainbow trout short/);
  });
});

describe('the table of promises under random plans', () => {
  test('expected over all weeks is all that is planned; nobody is short while everything is free', () => {
    const batch = fc.record({ from: fc.nat(70), quantity: fc.integer({ min: 1000, max: 40_000 }) });
    fc.assert(
      fc.property(
        fc.array(batch, { maxLength: 10 }),
        fc.integer({ min: 1, max: 30_000 }),
        fc.nat(70),
        (batches, quantity, at) => {
          const supply = batches.map((b) => ({
            productCode: 'rainbow-trout',
            from: b.from,
            until: b.from + 6,
            quantity: b.quantity,
            spread: 0,
            lotCode: 'x',
            stepId: null,
          }));
          const forecast = { ...forecastFarm(aFarm({ fish: [] }), [], { ...settings, horizonDays: 90 }), supply };
          const order = {
            lineId: 'l',
            orderId: 'o',
            orderCode: 'O',
            customer: 'C',
            productCode: 'rainbow-trout',
            day: addDays(TODAY, at),
            quantity,
          };
          const [row] = promiseTable({
            forecast,
            products: aFarm().products.slice(0, 1),
            promises: [order],
            weeks: 12,
          });
          const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);
          expect(sum(row!.weeks.map((w) => w.expected))).toBeCloseTo(sum(batches.map((b) => b.quantity)), 6);
          expect(sum(row!.weeks.map((w) => w.promised))).toBe(quantity);
          const usable = sum(batches.filter((b) => b.from <= at && b.from + 6 >= at).map((b) => b.quantity));
          expect(sum(row!.weeks.map((w) => w.short))).toBeCloseTo(Math.max(0, quantity - usable), 6);
          for (const week of row!.weeks) expect(week.available).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 60 },
    );
  });
});

test('money has its currency’s own decimals: cents, none for yen, three for dinars', () => {
  expect(toMinor(12.34, 'EUR')).toBe(1234);
  expect(toMinor(1234, 'JPY')).toBe(1234);
  expect(toMinor(1.234, 'KWD')).toBe(1234);
  for (const currency of ['EUR', 'JPY', 'KWD', 'no such']) expect(toMajor(toMinor(87, currency), currency)).toBe(87);
  expect(formatMoney(1234, 'JPY').replace(/\s/g, '')).toMatch(/1,234$/);
  expect(formatMoney(1234, 'EUR')).toMatch(/12.34/);
  expect(formatMoney(1234, 'no such')).toBe('12.34 no such');
});
