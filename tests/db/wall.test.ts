import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import knex from 'knex';
import { appUrl } from '../../src/db/appRole';
import { hashPassword, signIn } from '../../src/db/people';
import { createHash } from 'node:crypto';
import { makeFarm, openDesk, randomUUID, type Desk, type TestFarm } from './helpers';

/** The database as a second wall: what the server's own role cannot do, whatever the server is made to say. */
const NOW = new Date('2026-06-10T09:00:00Z');
let desk: Desk;
let farm: TestFarm;
let other: TestFarm;

beforeAll(async () => {
  desk = await openDesk('empty');
  farm = await makeFarm(desk.owner, 'Mine');
  other = await makeFarm(desk.owner, 'Theirs');
});
afterAll(() => desk.close());

/** A member of a farm, signed in. @returns the hash of the session, as functions ask for it, and the person */
async function member(of: TestFarm, role: string, name = `n${randomUUID().slice(0, 8)}`) {
  const id = randomUUID();
  await desk
    .owner('person')
    .insert({ farm_id: of.farmId, id, name, sign_in_name: name, role, password_hash: await hashPassword('right') });
  const result = await signIn(desk.app, { name, password: 'right', address: 'x', device: null }, NOW);
  if (!result.ok) throw new Error('not let in');
  return { id, name, asker: createHash('sha256').update(result.token).digest() };
}

describe('the role of the server', () => {
  test('signs in by itself, owns nothing and cannot become the owner', async () => {
    const { rows } = await desk.app.raw(
      `select session_user as session, current_user as now, (select count(*) from pg_class c join pg_roles r on r.oid = c.relowner where r.rolname = session_user) as owns,
         pg_has_role(session_user, (select relowner from pg_class where oid = 'farm'::regclass), 'member') as owner`,
    );
    expect(rows[0]).toEqual({ session: 'crop_cycle_app', now: 'crop_cycle_app', owns: 0, owner: false });
    const owner = (await desk.owner.raw('select current_user as name')).rows[0].name;
    for (const sql of ['reset role', 'set session authorization default']) await desk.app.raw(sql);
    await expect(desk.app.raw(`set role ${owner}`)).rejects.toThrow(/permission denied/);
    expect((await desk.app.raw('select current_user as name')).rows[0].name).toBe('crop_cycle_app');
    expect(new URL(appUrl(desk.url)).password).not.toBe(new URL(desk.url).password);
  });

  test('row security is forced on every table of a farm: an owner who does no upkeep sees nothing', async () => {
    const { rows } = await desk.owner.raw(
      `select relname from pg_class where relkind in ('r', 'p') and relnamespace = 'public'::regnamespace and relrowsecurity and not relforcerowsecurity`,
    );
    expect(rows.map((r: { relname: string }) => r.relname)).toEqual([]);
  });

  test('what runs as the owner has a fixed path that ends in pg_temp, and is open only to whom it is granted', async () => {
    const { rows } = await desk.owner.raw(
      `select proname, proconfig, has_function_privilege('public', oid, 'execute') as open from pg_proc where prosecdef and pronamespace = 'public'::regnamespace`,
    );
    expect(rows.length).toBeGreaterThan(15);
    for (const { proname, proconfig, open } of rows) {
      expect(proconfig, proname).toContain('search_path=public, pg_temp');
      expect(open, proname).toBe(false);
    }
    await expect(desk.app.raw('select asking_person(?, now(), null)', [Buffer.alloc(32)])).rejects.toThrow(
      /permission denied/,
    );
    await expect(
      desk.app.raw('select balance_add(?, ?, ?, 5, 0)', [farm.farmId, randomUUID(), farm.places.H1!]),
    ).rejects.toThrow(/permission denied/);
  });

  test('no unique key spans farms', async () => {
    const { rows } = await desk.owner.raw(`
      select c.relname || '.' || i.relname as key from pg_index x join pg_class c on c.oid = x.indrelid join pg_class i on i.oid = x.indexrelid
      where x.indisunique and c.relnamespace = 'public'::regnamespace
        and exists (select from pg_attribute a where a.attrelid = c.oid and a.attname = 'farm_id' and not a.attisdropped)
        and (select attname from pg_attribute a where a.attrelid = c.oid and a.attnum = x.indkey[0]) <> 'farm_id'`);
    expect(rows).toEqual([]);
  });

  test('a dozen farms may have a member of the same name; the password says which', async () => {
    const name = `same-${randomUUID().slice(0, 6)}`;
    const between: [TestFarm, string][] = [];
    for (let n = 0; n < 10; n++) between.push([await makeFarm(desk.owner, `Between ${n}`), `of ${n}`]);
    const last = await makeFarm(desk.owner, 'The twelfth');
    for (const [of, password] of [[farm, 'of mine'], ...between, [last, 'of theirs']] as [TestFarm, string][])
      await desk.owner('person').insert({
        farm_id: of.farmId,
        id: randomUUID(),
        name,
        sign_in_name: name,
        role: 'hand',
        password_hash: await hashPassword(password),
      });
    const into = async (password: string) => {
      const result = await signIn(desk.app, { name, password, address: 'y', device: null }, NOW);
      if (!result.ok) return null;
      const { rows } = await desk.app.raw('select farm_id from person_of_session(?, ?)', [
        createHash('sha256').update(result.token).digest(),
        NOW,
      ]);
      return rows[0].farm_id;
    };
    expect([await into('of mine'), await into('of theirs'), await into('neither')]).toEqual([
      farm.farmId,
      last.farmId,
      null,
    ]);
  });
});

describe('role, password and membership', () => {
  const call = (sql: string, ...values: unknown[]) => desk.app.raw(`select ${sql}`, values as never);

  test('cannot be written by the server at all, whatever farm it says it is', async () => {
    const { id } = await member(farm, 'hand');
    for (const change of [{ role: 'manager' }, { password_hash: 'x' }, { sign_in_name: 'me' }, { ended_on: null }])
      await expect(desk.in(farm, (tx) => tx('person').where({ id }).update(change))).rejects.toThrow(
        /permission denied/,
      );
    await expect(desk.in(farm, (tx) => tx('person').where({ id }).delete())).rejects.toThrow(/permission denied/);
    expect(await desk.in(farm, (tx) => tx('person').where({ id }).update({ settings: '{"mass":"us"}' }))).toBe(1);
  });

  test('change through functions that look at the session of who asks', async () => {
    const [boss, hand, stranger] = [
      await member(farm, 'manager'),
      await member(farm, 'hand'),
      await member(other, 'manager'),
    ];
    await expect(call('set_person_role(?, ?, ?, ?)', hand.asker, NOW, hand.id, 'manager')).rejects.toThrow(
      /for a manager/,
    );
    await expect(call('set_person_role(?, ?, ?, ?)', stranger.asker, NOW, hand.id, 'manager')).rejects.toThrow(
      /not on this farm/,
    );
    await expect(call('set_person_role(?, ?, ?, ?)', Buffer.alloc(32), NOW, hand.id, 'manager')).rejects.toThrow(
      /Nobody is signed in/,
    );
    await call('set_person_role(?, ?, ?, ?)', boss.asker, NOW, hand.id, 'office');
    expect((await desk.owner('person').where({ id: hand.id }).first()).role).toBe('office');
    await expect(
      call('set_person_password(?, ?, ?, ?)', hand.asker, NOW, boss.id, await hashPassword('mine now')),
    ).rejects.toThrow(/for a manager/);
    await call('set_person_password(?, ?, ?, ?)', hand.asker, NOW, hand.id, await hashPassword('another'));
    expect((await signIn(desk.app, { name: hand.name, password: 'another', address: 'x', device: null }, NOW)).ok).toBe(
      true,
    );
    const { rows } = await call(
      'add_person(?, ?, ?, ?, ?, ?) as id',
      boss.asker,
      NOW,
      'New One',
      'New-One',
      'hand',
      await hashPassword('x'),
    );
    expect((await desk.owner('person').where({ id: rows[0].id }).first()).sign_in_name).toBe('new-one');
  });

  test('who has left is signed out at once, and a farm keeps a manager', async () => {
    const lonely = await makeFarm(desk.owner, 'Lonely');
    await desk.owner('person').where({ farm_id: lonely.farmId }).update({ role: 'hand' });
    const [boss, hand] = [await member(lonely, 'manager'), await member(lonely, 'hand')];
    await call('end_membership(?, ?, ?, ?)', boss.asker, NOW, hand.id, '2026-06-10');
    expect((await call('count(*) as n from person_of_session(?, ?)', hand.asker, NOW)).rows[0].n).toBe(0);
    expect((await signIn(desk.app, { name: hand.name, password: 'right', address: 'z', device: null }, NOW)).ok).toBe(
      false,
    );
    await expect(call('end_membership(?, ?, ?, ?)', boss.asker, NOW, boss.id, '2026-06-10')).rejects.toThrow(
      /needs a manager/,
    );
    await expect(call('set_person_role(?, ?, ?, ?)', boss.asker, NOW, boss.id, 'hand')).rejects.toThrow(
      /needs a manager/,
    );
  });
});

test('revisions move in the transaction that writes, by topic; of today’s readings only warmth and light move the forecast, and only where they are new', async () => {
  const count = async () =>
    Object.fromEntries((await desk.in(farm, (tx) => tx('revision').select('topic', 'n'))).map((r) => [r.topic, r.n]));
  const loopId = randomUUID();
  const months = Array(12).fill(20);
  await desk.owner('loop').insert({
    farm_id: farm.farmId,
    id: loopId,
    code: 'l',
    name: 'L',
    kind: 'bench',
    band_low_g_m2: 1,
    band_high_g_m2: 2,
    planned_water_temp_c: months,
    planned_air_temp_c: months,
    planned_light_mol: months,
  });
  const before = await count();
  const reading = (day: string, kind = 't', value = 20) => ({
    farm_id: farm.farmId,
    entry_key: randomUUID(),
    loop_id: loopId,
    kind,
    value,
    farm_day: day,
    taken_at: NOW,
  });
  const asOn = knex({ client: 'pg', connection: appUrl(desk.url), pool: { min: 0, max: 1 } });
  const write = (day: string, kind?: string, value?: number) =>
    asOn.transaction(async (tx) => {
      await tx.raw(`select set_config('app.farm_id', ?, true), set_config('app.farm_day', '2026-06-10', true)`, [
        farm.farmId,
      ]);
      await tx('reading').insert(reading(day, kind, value));
    });
  await write('2026-06-10', 'ph', 7);
  const today = await count();
  expect([today.water, today.climate, today.fish]).toEqual([(before.water ?? 0) + 1, before.climate, before.fish]);
  const climate = async () => (await count()).climate - (before.climate ?? 0);
  await write('2026-06-10');
  expect(await climate()).toBe(1);
  await write('2026-06-10', 't', 20.2);
  expect(await climate()).toBe(1);
  await write('2026-06-10', 't', 24);
  expect(await climate()).toBe(2);
  await write('2026-06-01');
  expect(await climate()).toBe(3);
  await desk.app.raw('select roll_up_readings(?, ?, 100)', [farm.farmId, '2026-06-09']);
  expect(await desk.owner('reading_day').where({ loop_id: loopId })).toMatchObject([{ mean: 20, n: 1 }]);
  // A late one lets its day go; the next roll-up makes it anew.
  await asOn.transaction(async (tx) => {
    await tx.raw(`select set_config('app.farm_id', ?, true), set_config('app.farm_day', '2026-06-10', true)`, [
      farm.farmId,
    ]);
    await tx('reading').insert({ ...reading('2026-06-01'), value: 30 });
  });
  expect(await desk.owner('reading_day').where({ loop_id: loopId })).toEqual([]);
  await desk.app.raw('select roll_up_readings(?, ?, 100)', [farm.farmId, '2026-06-09']);
  expect(await desk.owner('reading_day').where({ loop_id: loopId })).toMatchObject([
    { mean: 25, low: 20, high: 30, n: 2 },
  ]);
  await asOn.destroy();
});
