import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  accountByDays,
  availableByDay,
  availableToPromise,
  serveDemands,
  type Batch,
  type Demand,
} from '../../../src/core/market/promise';
import { promiseTable } from '../../../src/core/market/promiseTable';
import type { FarmForecast, SupplyBatch } from '../../../src/core/facts/forecast';
import { askOrder } from '../../../src/core/market/freeOn';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm, TROUT_PRODUCT } from '../farm';

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

  test('every week adds up: carried over + ripening − given − kept for later = free, and none of it twice', () => {
    fc.assert(
      fc.property(batches, demands, (supply, asked) => {
        const account = accountByDays(supply, asked);
        for (const from of [0, 7, 14, 21]) {
          const { carried, ripening, given, later, free } = account(from, from + 7);
          expect(carried + ripening - given - later).toBe(free);
          for (const figure of [carried, ripening, given, later, free]) expect(figure).toBeGreaterThanOrEqual(0);
          expect(ripening).toBe(
            total(supply.filter((b) => b.from >= from && b.from < from + 7).map((b) => b.quantity)),
          );
          // No single day of the week has more than the week.
          for (let day = from; day < from + 7; day++)
            expect(availableByDay(supply, asked, 1)(day)).toBeLessThanOrEqual(free + later + given);
          const { short } = serveDemands(supply, asked);
          const due = asked.filter((d) => d.at >= from && d.at < from + 7);
          expect(given).toBe(total(due.map((d) => d.quantity - (short.get(d.id) ?? 0))));
        }
      }),
    );
  });

  test('15 kg packed, 40 ripening, 45 promised of which 5 come too late for their day', () => {
    const supply = [
      { ...batch(0, 6, 15), packed: true },
      { ...batch(3, 12, 40), packed: false },
    ];
    const account = accountByDays(supply, [due(1, 20), due(4, 25), due(9, 10)], (b) => b.packed);
    expect(account(0, 7)).toEqual({ carried: 15, ripening: 40, given: 40, later: 10, free: 5 });
    expect(account(7, 14)).toEqual({ carried: 15, ripening: 0, given: 10, later: 0, free: 5 });
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
        const free = availableToPromise({ batches: supply, demands: asked, at, step: 1 });
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
    firstDay: '2026-06-03',
    days: 100,
    fish: [],
    plants: [],
    tanks: new Map(),
    loops: new Map(),
    bedsOccupied: new Map(),
    swimming: new Map(),
    warnings: [],
    supply: supply.map((s) => ({
      productCode: 'rainbow-trout',
      from: 0,
      until: 6,
      quantity: 0,
      spread: 0.1,
      lotCode: 'TRT-1',
      stepId: null,
      ...s,
    })),
  });
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
    const [row] = promiseTable({
      forecast: forecast([{ from: 8, until: 14, quantity: 20000 }]),
      products: [TROUT_PRODUCT],
      promises: [line('2026-06-12', 15000), line('2026-06-13', 12000, 'Salt')],
      weeks: 3,
    });
    expect(row!.weeks.map((w) => w.week)).toEqual([23, 24, 25]);
    expect(row!.weeks[1]).toMatchObject({ expected: 20_000, promised: 27_000, short: 7000 });
    expect(row!.weeks[1]!.shortLines).toMatchObject([{ customer: 'Salt', quantity: 7000 }]);
    expect(row!.weeks[0]!.short).toBe(0);
  });

  test('the band widens with what is uncertain, and never goes below nothing', () => {
    const [row] = promiseTable({
      forecast: forecast([{ from: 8, until: 14, quantity: 1000, spread: 2 }]),
      products: [TROUT_PRODUCT],
      promises: [],
      weeks: 3,
    });
    expect(row!.weeks[1]!.expectedLow).toBe(0);
    expect(row!.weeks[1]!.expectedHigh).toBe(3000);
  });

  test('an order that is overdue still counts, in the first week', () => {
    const [row] = promiseTable({
      forecast: forecast([]),
      products: [TROUT_PRODUCT],
      promises: [line('2026-05-29', 3000)],
      weeks: 2,
    });
    expect(row!.weeks[0]).toMatchObject({ promised: 3000, short: 3000 });
  });
});

describe('what is free, as it is said', () => {
  const supply = (from: number, until: number, quantity: number): SupplyBatch => ({
    productCode: 'rainbow-trout',
    from,
    until,
    quantity,
    spread: 0,
    lotCode: 'TRT-1',
    stepId: `s${from}`,
  });
  // 2026-06-01 is a Monday.
  const forecast = (batches: SupplyBatch[]) =>
    ({ firstDay: '2026-06-01', days: 60, supply: batches, swimming: new Map() }) as unknown as FarmForecast;

  test('“free” of a week is the most that one delivery on any of its days could have, and the day is named', () => {
    const [row] = promiseTable({
      forecast: forecast([supply(10, 12, 20000), supply(12, 18, 5000)]),
      products: [TROUT_PRODUCT],
      promises: [],
      weeks: 3,
    });
    // Friday: what came on Thursday is still good, and what comes on Saturday is not there; on Saturday both are.
    expect(row!.weeks[1]).toMatchObject({ available: 25_000, availableOn: '2026-06-13' });
    expect(row!.weeks[2]).toMatchObject({ available: 5000, availableOn: '2026-06-15' });
    expect(row!.weeks[0]).toMatchObject({ available: 0, availableOn: '2026-06-01' });
  });

  test('an order over what is free asks and names the shortfall; one that is free does not', () => {
    const facts = aFarm({ promises: [] });
    const order = (quantity: number, dueDay = '2026-06-12') => ({
      dueDay,
      lines: [{ productCode: 'rainbow-trout', quantity }],
    });
    const ask = (wanted: ReturnType<typeof order>) =>
      askOrder({ facts, forecast: forecast([supply(10, 16, 20000)]), order: wanted, units: METRIC });
    expect(ask(order(20_000))).toEqual([]);
    expect(ask(order(28_000))[0]).toMatch(
      /^20.0 kg of rainbow trout is free on 12 Jun: 8.0 kg of this order would be short/,
    );
    // Two lines of one product are held against it together.
    expect(ask({ dueDay: '2026-06-12', lines: [...order(15_000).lines, ...order(15_000).lines] })).toHaveLength(1);
    expect(ask(order(1e6, '2027-06-12'))).toEqual([]);
  });
});

test('asked for day after day of one supply, in whatever order, what is free is what it is asked for by itself', () => {
  const day = fc.integer({ min: 0, max: 20 });
  const batch = fc.record({
    from: day,
    keeps: fc.integer({ min: 0, max: 9 }),
    quantity: fc.integer({ min: 1, max: 40 }),
  });
  const demand = fc.record({ at: day, quantity: fc.integer({ min: 1, max: 30 }) });
  fc.assert(
    fc.property(
      fc.array(batch, { maxLength: 8 }),
      fc.array(demand, { maxLength: 8 }),
      fc.array(day, { minLength: 3, maxLength: 12 }),
      (some, owed, days) => {
        const batches = some.map((b) => ({ from: b.from, until: b.from + b.keeps, quantity: b.quantity }));
        const demands = owed.map((d, i) => ({ ...d, id: `d${i}` }));
        const free = availableByDay(batches, demands, 1);
        for (const at of days) expect(free(at)).toBe(availableToPromise({ batches, demands, at, step: 1 }));
      },
    ),
    { seed: 20261201, numRuns: 300 },
  );
});
