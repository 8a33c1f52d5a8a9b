import { afterAll, beforeAll, expect, test } from 'vitest';
import { UNBOUNDED_DAYS } from '../../src/db/migrations/0033_days';
import { openDesk, type Desk } from './helpers';

let desk: Desk;
beforeAll(async () => void (desk = await openDesk('demo')));
afterAll(() => desk.close());

test('every day and moment of every table lies within the calendar of the app', async () => {
  expect((await desk.owner.raw(UNBOUNDED_DAYS)).rows).toEqual([]);
});

test('a price that begins on no day, or in the year 12000, is refused', async () => {
  const price = await desk.owner('price').first();
  for (const from_day of ['infinity', '-infinity', '12000-01-01', '1999-12-31'])
    await expect(desk.owner('price').where({ id: price.id }).update({ from_day })).rejects.toThrow(/_within/);
  await expect(desk.owner('price').where({ id: price.id }).update({ from_day: '2100-12-31' })).resolves.toBe(1);
});
