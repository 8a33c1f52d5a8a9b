import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { availableToPromise, serveDemands, type Batch, type Demand } from '../../../src/core/market/promise';
import { promiseTable } from '../../../src/core/market/promiseTable';
import type { FarmForecast, SupplyBatch } from '../../../src/core/plan/types';
import { TROUT_PRODUCT } from '../farm';

const batch = (from: number, until: number, quantity: number): Batch => ({ from, until, quantity });
const due = (at: number, quantity: number, id = `d${at}-${quantity}`): Demand => ({ id, at, quantity });

describe('serving what was promised', () => {
  test('fish packed on Thursday cannot serve the Wednesday before', () => {
    const { short } = serveDemands([batch(10, 16, 30)], [due(9, 5, 'early'), due(12, 5, 'later')]);
    expect(Object.fromEntries(short)).toEqual({ early: 5 });
  });

  test('what expires first goes first, so that the fresh batch is there for later', () => {
    const { short } = serveDemands([batch(0, 20, 10), batch(0, 5, 10)], [due(3, 10), due(15, 10)]);
    expect(short.size).toBe(0);
  });

  test('what nobody can use in time is not counted on', () => {
    const { short } = serveDemands([batch(0, 3, 100)], [due(4, 1, 'x')]);
    expect(short.get('x')).toBe(1);
  });

  const batches = fc.array(
    fc
      .record({ from: fc.nat(20), length: fc.nat(10), quantity: fc.integer({ min: 1, max: 30 }) })
      .map((b) => batch(b.from, b.from + b.length, b.quantity)),
    { maxLength: 8 },
  );
  const demands = fc
    .array(fc.record({ at: fc.nat(25), quantity: fc.integer({ min: 1, max: 20 }) }), { maxLength: 8 })
    .map((list) => list.map((d, i) => due(d.at, d.quantity, `d${i}`)));
  const total = (values: Iterable<number>) => [...values].reduce((a, b) => a + b, 0);

  test('nothing is given twice: given = asked less short = supplied less left', () => {
    fc.assert(
      fc.property(batches, demands, (supply, asked) => {
        const { short, left } = serveDemands(supply, asked);
        expect(total(asked.map((d) => d.quantity)) - total(short.values())).toBe(
          total(supply.map((b) => b.quantity)) - total(left),
        );
        for (const rest of left) expect(rest).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  test('no other way of giving would leave less short (checked against maximum flow)', () => {
    fc.assert(
      fc.property(batches, demands, (supply, asked) => {
        const served = total(asked.map((d) => d.quantity)) - total(serveDemands(supply, asked).short.values());
        expect(served).toBe(maximumFlow(supply, asked));
      }),
      { numRuns: 150 },
    );
  });

  test('what is available can be promised without shorting anyone, and not one piece more', () => {
    fc.assert(
      fc.property(batches, demands, fc.nat(25), (supply, asked, at) => {
        const before = total(serveDemands(supply, asked).short.values());
        const free = availableToPromise(supply, asked, at, 1);
        const shortWith = (extra: number) =>
          total(serveDemands(supply, [...asked, due(at, extra, 'new')]).short.values());
        if (free > 0) expect(shortWith(free)).toBeCloseTo(before, 6);
        expect(shortWith(free + 1)).toBeGreaterThan(before);
      }),
      { numRuns: 150 },
    );
  });

  /** Plain augmenting paths on whole pieces: slow, and obviously right. */
  function maximumFlow(supply: Batch[], asked: Demand[]): number {
    const left = supply.map((b) => b.quantity);
    const given = supply.map(() => asked.map(() => 0));
    const push = (d: number, seen: Set<number>): boolean => {
      for (let b = 0; b < supply.length; b++) {
        const usable = supply[b]!.from <= asked[d]!.at && supply[b]!.until >= asked[d]!.at;
        if (!usable || seen.has(b)) continue;
        seen.add(b);
        if (left[b]! > 0) {
          left[b]! -= 1;
          given[b]![d]! += 1;
          return true;
        }
        for (let other = 0; other < asked.length; other++) {
          if (other !== d && given[b]![other]! > 0 && push(other, seen)) {
            given[b]![other]! -= 1;
            given[b]![d]! += 1;
            return true;
          }
        }
      }
      return false;
    };
    let flow = 0;
    asked.forEach((demand, d) => {
      for (let i = 0; i < demand.quantity; i++) if (push(d, new Set())) flow += 1;
    });
    return flow;
  }
});

describe('the table by week', () => {
  const forecast = (supply: Partial<SupplyBatch>[]): FarmForecast => ({
    firstDay: '2026-06-03', days: 100, fish: [], plants: [], tanks: new Map(), loops: new Map(), bedsOccupied: new Map(), swimming: new Map(), warnings: [],
    supply: supply.map((s) => ({ productCode: 'rainbow-trout', from: 0, until: 6, quantity: 0, spread: 0.1, lotCode: 'TRT-1', stepId: null, ...s })),
  }); // prettier-ignore
  const line = (day: string, quantity: number, customer = 'Marla') => ({
    lineId: `${customer}${day}`,
    orderId: `o-${customer}`,
    orderCode: 'O-1',
    customer,
    productCode: 'rainbow-trout',
    day,
    quantity,
  });

  test('says who is short, when, and by how much', () => {
    const [row] = promiseTable(
      forecast([{ from: 8, until: 14, quantity: 20_000 }]),
      [TROUT_PRODUCT],
      [line('2026-06-12', 15_000), line('2026-06-13', 12_000, 'Salt')],
      3,
    );
    expect(row!.weeks.map((w) => w.week)).toEqual([23, 24, 25]);
    expect(row!.weeks[1]).toMatchObject({ expected: 20_000, promised: 27_000, short: 7000 });
    expect(row!.weeks[1]!.shortLines).toMatchObject([{ customer: 'Salt', quantity: 7000 }]);
    expect(row!.weeks[0]!.short).toBe(0);
  });

  test('the band widens with what is uncertain, and never goes below nothing', () => {
    const [row] = promiseTable(forecast([{ from: 8, until: 14, quantity: 1000, spread: 2 }]), [TROUT_PRODUCT], [], 3);
    expect(row!.weeks[1]!.expectedLow).toBe(0);
    expect(row!.weeks[1]!.expectedHigh).toBe(3000);
  });

  test('an order that is overdue still counts, in the first week', () => {
    const [row] = promiseTable(forecast([]), [TROUT_PRODUCT], [line('2026-05-29', 3000)], 2);
    expect(row!.weeks[0]).toMatchObject({ promised: 3000, short: 3000 });
  });
});
