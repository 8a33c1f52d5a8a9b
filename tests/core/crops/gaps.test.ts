import { expect, test } from 'vitest';
import { sowingCode, sowingGaps } from '../../../src/core/crops/gaps';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { aFarm } from '../farm';

test('what is short stands in the order of its days, over the end of the year too', () => {
  const promise = (lineId: string, day: string) => ({
    ...{ lineId, orderId: lineId, orderCode: lineId, customer: lineId, productCode: 'butterhead-lettuce' },
    ...{ day, quantity: 60 },
  });
  const facts = aFarm({
    today: '2026-11-09',
    promises: [promise('in February', '2027-02-01'), promise('at Christmas', '2026-12-24')],
  });
  const forecast = forecastFarm(facts, []);
  const table = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 20 });
  let n = 0;
  const gaps = sowingGaps({ facts, forecast, promise: table, codeFor: sowingCode, newId: () => `s${n++}` });
  expect(gaps.map((g) => g.customers[0])).toEqual(['at Christmas', 'in February']);
});
