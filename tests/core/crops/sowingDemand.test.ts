import { expect, test } from 'vitest';
import { sowingDemand } from '../../../src/core/crops/sowingDemand';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { sowingGroup } from '../../../src/core/plan/build';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { addDays, type Day } from '../../../src/core/quantity/days';
import type { PromiseFact } from '../../../src/core/facts/farm';
import { farmOf, LOOP, place, TODAY } from '../succession/beds';

const lettuce = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const places = [
  place('R1', 'bed', { method: 'raft', positions: 1000, areaM2: 40 }),
  place('N', 'nursery', { positions: 4000, areaM2: 4, pieceSize: 104 }),
];
/** 110 places: 110 · 0.95 · 0.96 = 100 heads. */
const sowing = (lotCode: string, sowDay: Day) => {
  const wish = { crop: lettuce, loop: LOOP, lotCode, nurseryId: 'N', bedId: 'R1', cellsPerTray: 104 };
  const quantities = { units: 0, positions: 110, seedlings: 0, seeds: 130, trays: 2, spareSeeds: 0 };
  let n = 0;
  return sowingGroup({ wish, sowDay, quantities, newId: () => `${lotCode}-${n++}` });
};
const promise = (customer: string, day: Day, quantity: number): PromiseFact => ({
  ...{
    lineId: `${customer}${day}`,
    orderId: 'o',
    orderCode: 'O',
    customer,
    productCode: 'butterhead-lettuce',
    day,
    quantity,
  },
});

test('whom a sowing is for, what of it is over, and what nobody has ordered', () => {
  const plan = [...sowing('A', TODAY), ...sowing('B', addDays(TODAY, 30)), ...sowing('C', addDays(TODAY, 60))];
  const pick = (lot: string) => plan.find((s) => s.lotCode === lot && s.kind === 'pick')!.day;
  const facts = farmOf(['butterhead-lettuce'], places, {
    promises: [
      promise('Inn', pick('A'), 40),
      promise('Box', addDays(pick('A'), 2), 25),
      promise('Inn', addDays(pick('B'), 60), 10),
    ],
  });
  const demands = sowingDemand({ facts, forecast: forecastFarm(facts, plan) });
  expect(demands.get('A')).toEqual({ customers: ['Inn', 'Box'], quantity: 100, over: 35, isUnsold: false });
  // Its days are over before the last order is due, and none of them takes any of it.
  expect(demands.get('B')).toEqual({ customers: [], quantity: 100, over: 100, isUnsold: true });
  // Beyond the last order nobody could have ordered yet.
  expect(demands.get('C')!.isUnsold).toBe(addDays(pick('C'), 9) < addDays(pick('B'), 60));
});
