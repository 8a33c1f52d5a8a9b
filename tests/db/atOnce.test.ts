import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { desk, place, TODAY, visit } from './visitor';

/** Twenty people in the same instant: each gets a yes or a true no, and the books add up. */
let run: (
  command: string,
  body: Record<string, unknown>,
) => Promise<{ ok: boolean; value?: unknown; fields?: Record<string, string[]> }>;
visit(async () => {
  const { runCommand } = await import('../../src/commands/registry');
  const { currentPerson } = await import('../../src/server/session');
  run = async (command, body) =>
    runCommand(await currentPerson(), { command, version: 1, entryKey: randomUUID(), body });
});

const TWENTY = Array.from({ length: 20 }, (_, i) => i);
const surprised = (outcome: { fields?: Record<string, string[]> }) =>
  JSON.stringify(outcome.fields ?? {}).includes('Something went wrong');

async function booksAddUp() {
  const { rows } = await desk.owner.raw(
    `select l.code from balance b join lot l on l.id = b.lot_id group by l.code having sum(b.count) <> 0 or sum(b.mass_g) <> 0`,
  );
  expect(rows).toEqual([]);
}

describe('at the same moment', () => {
  test('twenty orders have twenty numbers, one after another, and a refused one leaves no gap', async () => {
    const customer = await desk.owner('customer').first();
    const order = (i: number) => ({
      customerId: customer.id,
      confirmed: true,
      dueDay: addDays(TODAY, 8),
      lines: [{ productCode: i % 5 === 4 ? 'caviar' : 'mizuna', quantity: 500 }],
    });
    const outcomes = await Promise.all(TWENTY.map((i) => run('order.place', order(i))));
    expect(outcomes.filter((o) => o.ok)).toHaveLength(16);
    expect(outcomes.some(surprised)).toBe(false);
    const ids = outcomes.filter((o) => o.ok).map((o) => o.value as string);
    const codes: string[] = await desk.owner('sales_order').whereIn('id', ids).pluck('code');
    const numbers = codes.map((c) => Number(c.slice(2))).sort((a, b) => a - b);
    expect(numbers).toEqual(Array.from({ length: 16 }, (_, i) => numbers[0]! + i));
  });

  test('twenty pickings of one bed: lots made once each, never more heads than stood there', async () => {
    const held = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .join('crop as c', 'c.code', 'l.crop_code')
      .where({ 'p.kind': 'bed' })
      .andWhereRaw(`(c.params->>'cutsMax')::int = 1 and c.params->>'unit' = 'head'`)
      .andWhere('b.count', '>', 10)
      .first('b.lot_id', 'b.place_id', 'b.count');
    const each = Math.ceil(held.count / 12);
    const outcomes = await Promise.all(
      TWENTY.map(() => run('plants.pickNow', { lotId: held.lot_id, placeId: held.place_id, quantity: each })),
    );
    expect(outcomes.some(surprised)).toBe(false);
    const picked = outcomes.filter((o) => o.ok);
    expect(picked.length * each).toBeLessThanOrEqual(held.count);
    expect(picked.length).toBe(Math.floor(held.count / each));
    expect(new Set(picked.map((o) => o.value)).size).toBe(picked.length);
    for (const refused of outcomes.filter((o) => !o.ok))
      expect(Object.values(refused.fields!)[0]![0]).toMatch(/plants stand here|no plants left/);
    await booksAddUp();
  });

  test('twenty bags opened at once are twenty lots; the same bag twice has two codes', async () => {
    const code = `S${randomUUID().slice(0, 5)}`;
    const outcomes = await Promise.all(
      TWENTY.map(() => run('fish.receiveFeed', { code, speciesCode: 'rainbow-trout', massG: 1000 })),
    );
    expect(outcomes.every((o) => o.ok)).toBe(true);
    expect(new Set(outcomes.map((o) => (o.value as { words: string }).words)).size).toBe(20);
    await booksAddUp();
  });

  test('twenty set aside from one pack: what is there is given once, everyone else is told', async () => {
    const lot = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .join('product as r', 'r.code', 'l.product_code')
      .where({ 'p.code': 'COLD' })
      .whereNot({ 'r.unit': 'kg' })
      .andWhere('b.count', '>', 3)
      .orderBy('b.count')
      .first('b.lot_id', 'b.count', 'l.product_code');
    const customer = await desk.owner('customer').first();
    const orders = [];
    for (let i = 0; i < 20; i++) {
      const placed = await run('order.place', {
        customerId: customer.id,
        confirmed: true,
        dueDay: addDays(TODAY, 3),
        lines: [{ productCode: lot.product_code, quantity: 2 }],
      });
      const line = await desk.owner('order_line').where({ order_id: placed.value }).first();
      orders.push({ orderId: placed.value, version: 1, lineId: line.id, lotId: lot.lot_id, quantity: 2 });
    }
    const outcomes = await Promise.all(orders.map((o) => run('order.setAside', o)));
    expect(outcomes.some(surprised)).toBe(false);
    expect(outcomes.filter((o) => o.ok)).toHaveLength(Math.min(20, Math.floor(lot.count / 2)));
    await booksAddUp();
  });

  test('two transactions in each other’s way are tried again until both are through', async () => {
    const { withRetries } = await import('../../src/server/outcome');
    const [one, two] = [await place('H1'), await place('H2')];
    const farm = await desk.owner('farm').first('farm_id');
    let tries = 0;
    const touch = (first: string, second: string) =>
      withRetries(() =>
        desk.owner.transaction(async (tx) => {
          tries += 1;
          await tx('place')
            .where({ farm_id: farm.farm_id, id: first })
            .update({ name: tx.ref('name') });
          // Both hold their first row before either asks for its second.
          await tx.raw('select pg_sleep(0.15)');
          await tx('place')
            .where({ farm_id: farm.farm_id, id: second })
            .update({ name: tx.ref('name') });
        }),
      );
    await Promise.all([touch(one, two), touch(two, one)]);
    expect(tries).toBe(3);
  });
});
