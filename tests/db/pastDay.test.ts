import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { SPECIES_DEFAULTS } from '../../src/core/library/defaults';
import { recordHusbandry } from '../../src/db/events';
import { createLot, recordMovement } from '../../src/db/ledger';
import { listOrders } from '../../src/db/orders';
import { loadFacts } from '../../src/db/slices';
import { entryFor, makeFarm, move, openDesk, randomUUID, type Desk, type TestFarm } from './helpers';
import { callOff, placeOrder } from './orderActs';

/** A day that has passed is shown as it was at its end, whatever was recorded after it. */
let desk: Desk;
let farm: TestFarm;
const at = (day: string) => entryFor(farm, { farmDay: day, at: new Date(`${day}T09:00:00Z`) });
const factsOf = (day: string) => desk.in(farm, (tx) => loadFacts(tx, day, false));

beforeAll(async () => {
  desk = await openDesk('empty');
  farm = await makeFarm(desk.owner, 'As it was');
  const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
  await desk.owner('species').insert({ farm_id: farm.farmId, code: trout.code, params: JSON.stringify(trout) });
});
afterAll(() => desk.close());

describe('quarantine on a day that has passed', () => {
  let lotId: string;
  const apartOn = async (day: string) => (await factsOf(day)).quarantine.find((q) => q.lotCode === 'TRT-9');

  beforeAll(async () => {
    await desk.owner('place').where({ farm_id: farm.farmId, code: 'H1' }).update({ kind: 'quarantine' });
    await desk.in(farm, async (tx) => {
      lotId = await createLot(tx, farm.farmId, {
        code: 'TRT-9',
        kind: 'cohort',
        keeps: 'count',
        beganOn: '2026-05-01',
        speciesCode: 'rainbow-trout',
        startMeanG: 20,
      });
      const came = move(farm, lotId, 'SUPPLIER', 'H1', { count: 300, massG: 6000, reason: 'receive' });
      await recordMovement({ tx, entry: at('2026-05-01'), movement: came });
      const note = { lotId, placeId: farm.places.H1! };
      await recordHusbandry({
        tx,
        entry: at('2026-05-10'),
        event: {
          ...note,
          kind: 'quarantine_extend',
          words: 'Spots',
          untilDay: '2026-05-25',
        },
      });
      await recordHusbandry({
        tx,
        entry: at('2026-05-20'),
        event: { ...note, kind: 'quarantine_clear', words: 'Clean' },
      });
      await recordMovement({ tx, entry: at('2026-05-21'), movement: move(farm, lotId, 'H1', 'H2', { count: 300 }) });
    });
  });

  test('before it was extended the planned last day held', async () => {
    const apart = await apartOn('2026-05-09');
    expect(apart).toMatchObject({ clearedOn: null });
    expect(apart!.until < '2026-05-25').toBe(true);
  });

  test('after it was extended and before it was cleared, the later day held', async () => {
    expect(await apartOn('2026-05-19')).toMatchObject({ until: '2026-05-25', clearedOn: null });
  });

  test('on the day it was cleared it is clear, and the day after the fish are elsewhere', async () => {
    expect(await apartOn('2026-05-20')).toMatchObject({ clearedOn: '2026-05-20' });
    expect(await apartOn('2026-05-21')).toBeUndefined();
    expect(await apartOn('2026-04-30')).toBeUndefined();
  });
});

describe('orders on a day that has passed', () => {
  let orderId: string;
  const statesOn = (day: string) =>
    desk.in(farm, async (tx) =>
      (await listOrders({ tx, from: '2026-06-01', until: '2026-06-30', asOf: day })).map((o) => o.state),
    );
  const owedOn = async (day: string) => (await factsOf(day)).promises.map((p) => p.quantity);

  beforeAll(async () => {
    const product = {
      farm_id: farm.farmId,
      code: 'trout-whole',
      name: 'Trout, whole',
      unit: 'kg',
      shelf_life_days: 10,
      species_code: 'rainbow-trout',
      price_minor: 1200,
    };
    const customerId = randomUUID();
    await desk.owner('product').insert(product);
    await desk
      .owner('customer')
      .insert({ farm_id: farm.farmId, id: customerId, name: 'The Quiet Ladle', channel: 'restaurant' });
    orderId = await desk.in(farm, (tx) =>
      placeOrder(tx, at('2026-06-02'), {
        customerId,
        dueDay: '2026-06-12',
        lines: [{ productCode: 'trout-whole', quantity: 8000 }],
      }),
    );
    await desk.in(farm, (tx) => callOff({ tx, entry: at('2026-06-09'), orderId, version: 1 }));
  });

  test('the day before it was placed there was no order and nothing was owed', async () => {
    expect(await statesOn('2026-06-01')).toEqual([]);
    expect(await owedOn('2026-06-01')).toEqual([]);
  });

  test('while it stood it was open and owed, though it is called off today', async () => {
    expect(await statesOn('2026-06-08')).toEqual(['open']);
    expect(await owedOn('2026-06-08')).toEqual([8000]);
  });

  test('from the day it was called off it is owed no more', async () => {
    expect(await statesOn('2026-06-09')).toEqual(['cancelled']);
    expect(await owedOn('2026-06-09')).toEqual([]);
  });
});
