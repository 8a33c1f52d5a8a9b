import { afterAll, beforeAll, expect, test } from 'vitest';
import { recordHusbandry } from '../../src/db/events';
import { keeping } from '../../src/db/slices';
import { readRevisions } from '../../src/db/revisions';
import { slicesOf } from '../../src/server/farmCache';
import type { Tx } from '../../src/db/connection';
import { entryFor, makeFarm, openDesk, type Desk, type TestFarm } from './helpers';

/** What is read once and shared by everyone must never hold what only one transaction saw. */
let desk: Desk;
let farm: TestFarm;
const TODAY = '2026-06-10';

beforeAll(async () => {
  desk = await openDesk('empty');
  farm = await makeFarm(desk.owner, 'Shared');
});
afterAll(() => desk.close());

const restOf = async (tx: Tx) =>
  (await (await slicesOf(tx, { farmId: farm.farmId, day: TODAY }))(keeping)).resting.map((r) => r.until);
const rest = (tx: Tx, untilDay: string) =>
  recordHusbandry({
    tx,
    entry: entryFor(farm),
    event: { kind: 'fallow', placeId: farm.places.H1!, words: 'Dry', untilDay },
  });

test('what was rolled back is seen by nobody, also when the next write gets the same count', async () => {
  await expect(
    desk.in(farm, async (tx) => {
      expect(await restOf(tx)).toEqual([]);
      await rest(tx, '2026-06-20');
      expect((await readRevisions(tx)).mine).toContain('keeping');
      expect(await restOf(tx)).toEqual(['2026-06-20']);
      throw new Error('Changed my mind');
    }),
  ).rejects.toThrow('Changed my mind');
  expect(await desk.in(farm, restOf)).toEqual([]);
  await desk.in(farm, (tx) => rest(tx, '2026-06-25'));
  expect(await desk.in(farm, restOf)).toEqual(['2026-06-25']);
});

test('what one reader has read is the very same for the next, until something of its topic is written', async () => {
  const read = (tx: Tx) => slicesOf(tx, { farmId: farm.farmId, day: TODAY }).then((get) => get(keeping));
  const first = await desk.in(farm, read);
  expect(await desk.in(farm, read)).toBe(first);
  await desk.in(farm, (tx) => rest(tx, '2026-06-28'));
  expect(await desk.in(farm, read)).not.toBe(first);
});
