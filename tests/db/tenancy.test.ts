import { afterAll, beforeAll, expect, test } from 'vitest';
import { recordMovement } from '../../src/db/ledger';
import { entryFor, makeFarm, move, openDesk, randomUUID, withFish, type Desk, type TestFarm } from './helpers';

let desk: Desk;
let mine: TestFarm;
let theirs: TestFarm;

beforeAll(async () => {
  desk = await openDesk('empty');
  mine = await makeFarm(desk.owner, 'Mine');
  theirs = await makeFarm(desk.owner, 'Theirs');
});
afterAll(() => desk.close());

test('every table has row-level security on and a policy; none was forgotten', async () => {
  const { rows } = await desk.owner.raw(`
    select c.relname, c.relrowsecurity, count(p.polname) as policies
    from pg_class c left join pg_policy p on p.polrelid = c.oid
    where c.relkind in ('r', 'p') and c.relnamespace = 'public'::regnamespace and c.relname not like 'knex_%'
    group by 1, 2`);
  expect(rows.length).toBeGreaterThan(20);
  expect(
    rows.filter((r: { relrowsecurity: boolean; policies: number }) => !r.relrowsecurity || r.policies === 0),
  ).toEqual([]);
});

test('every table belongs to a farm, but for lists that are the same for all and what is known before a farm is', async () => {
  const { rows } = await desk.owner.raw(`
    select c.relname from pg_class c
    where c.relkind in ('r', 'p') and c.relnamespace = 'public'::regnamespace and c.relname not like 'knex_%'
      and not exists (select from pg_attribute a where a.attrelid = c.oid and a.attname = 'farm_id') order by 1`);
  expect(rows.map((r: { relname: string }) => r.relname)).toEqual([
    'farm_part',
    'first_farm_code',
    'lot_kind',
    'reading_kind',
    'sign_in_guard',
    'step_kind',
    'worker_beat',
  ]);
});

test('the app runs under a role that owns nothing and cannot go round the policies', async () => {
  const { rows } = await desk.app.raw(`
    select current_user as role, r.rolsuper, r.rolbypassrls, (select count(*) from pg_class where relowner = r.oid) as owns
    from pg_roles r where r.rolname = current_user`);
  expect(rows[0]).toEqual({ role: 'crop_cycle_app', rolsuper: false, rolbypassrls: false, owns: 0 });
});

test('without a farm the app sees nothing at all', async () => {
  await desk.in(mine, (tx) => withFish(tx, mine, 10));
  expect(await desk.app('lot')).toEqual([]);
  expect(await desk.app('person')).toEqual([]);
  await expect(
    desk.app('session').insert({
      farm_id: mine.farmId,
      token_hash: Buffer.from(randomUUID()),
      person_id: mine.personId,
      expires_at: new Date(),
    }),
  ).rejects.toThrow(/row-level security/);
});

test('another farm’s fish cannot be seen, moved, or written into', async () => {
  const lotId = await desk.in(theirs, (tx) => withFish(tx, theirs, 50));
  expect(await desk.in(mine, (tx) => tx('lot').where({ id: lotId }).first())).toBeUndefined();
  const steal = desk.in(mine, (tx) =>
    recordMovement({
      tx,
      entry: entryFor(mine),
      movement: move(theirs, lotId, 'H1', 'DEAD', { count: 5, reason: 'dead' }),
    }),
  );
  await expect(steal).rejects.toThrow(/violates|constraint/);
  const plant = desk.in(mine, (tx) =>
    recordMovement({
      tx,
      entry: entryFor(theirs),
      movement: move(theirs, lotId, 'H1', 'DEAD', { count: 5, reason: 'dead' }),
    }),
  );
  await expect(plant).rejects.toThrow(/row-level security/);
  const left = await desk.in(theirs, (tx) =>
    tx('balance').where({ lot_id: lotId, place_id: theirs.places.H1 }).first('count'),
  );
  expect(left.count).toBe(50);
});

test('a fish of mine cannot be put into a tank of theirs', async () => {
  const lotId = await desk.in(mine, (tx) => withFish(tx, mine, 50));
  const across = desk.in(mine, (tx) =>
    recordMovement({
      tx,
      entry: entryFor(mine),
      movement: {
        ...move(mine, lotId, 'H1', 'H2', { count: 5 }),
        toPlaceId: theirs.places.H1!,
      },
    }),
  );
  await expect(across).rejects.toThrow(/foreign key|violates/);
});

test('balances are written by the ledger alone', async () => {
  const lotId = await desk.in(mine, (tx) => withFish(tx, mine, 50));
  await expect(desk.in(mine, (tx) => tx('balance').where({ lot_id: lotId }).update({ count: 9999 }))).rejects.toThrow(
    /permission denied/,
  );
  await expect(
    desk.in(mine, (tx) => tx.raw('select balance_add(?, ?, ?, 5, 0)', [mine.farmId, lotId, mine.places.H1!])),
  ).rejects.toThrow(/permission denied/);
});

test('the farm of one transaction is forgotten in the next', async () => {
  await desk.in(mine, async (tx) => expect((await tx('farm')).map((f) => f.name)).toEqual(['Mine']));
  expect(await desk.app('farm')).toEqual([]);
});
