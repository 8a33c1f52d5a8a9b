import { createHash } from 'node:crypto';
import { describe, expect, test } from 'vitest';
import { latestWater } from '../../src/db/readings';
import { rollUp, dayMeans, hoursOf } from '../../src/db/readings';
import { keepParts } from '../../src/db/probes';
import { as, desk, NOW, on, run, said, TODAY, visit } from './visitor';
import { makeFarm, randomUUID } from './helpers';

/** The door for what instruments send: taken once, judged by itself, never in the way of who else records. */
visit();

const newKey = () => createHash('sha256').update(randomUUID()).digest('hex');
const at = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000).toISOString();

async function send(key: string | null, body: unknown) {
  const { POST } = await import('../../src/app/api/measurements/route');
  const headers: Record<string, string> = { 'content-type': 'application/json' };
  if (key !== null) headers.authorization = `Bearer ${key}`;
  const response = await POST(
    new Request('http://localhost/api/measurements', { method: 'POST', headers, body: JSON.stringify(body) }),
  );
  return { status: response.status, ...((await response.json()) as { ok: boolean; value?: unknown; fields?: object }) };
}

async function instrument(name = `Probe ${randomUUID().slice(0, 6)}`) {
  const token = newKey();
  expect((await run('probe.make', { name, token })).ok).toBe(true);
  const { id } = await desk.owner('probe').where({ name }).first('id');
  return { id: id as string, token, name };
}

const farmId = async () => (await desk.owner('farm').where({ is_demo: true }).first('farm_id')).farm_id as string;
const inFarm = async <T>(work: Parameters<typeof desk.in<T>>[1]) => desk.in({ farmId: await farmId() }, work);
const loopId = async () => (await desk.owner('loop').where({ code: 'heron' }).first('id')).id as string;
const lastOf = async (kind: string) => {
  const heron = await loopId();
  const { values } = await inFarm((tx) => latestWater(tx, TODAY, NOW));
  return values.filter((v) => v.loopId === heron && v.kind === kind);
};
const countOf = async (probeId: string) =>
  Number((await desk.owner('reading').where({ probe_id: probeId }).count('* as n').first())!.n);

describe('an instrument', () => {
  test('sends with its key; the water is judged by what it sent, and the screen says where and when', async () => {
    const { token } = await instrument();
    const values = [
      { loop: 'heron', kind: 'ph', value: 7.11, at: at(-5) },
      { place: 'H6', kind: 'do', value: 2.1, at: at(-4) },
    ];
    expect(await send(token, { sequence: 0, values })).toEqual({
      status: 200,
      ok: true,
      value: { taken: 2, refused: 0, faults: [] },
    });
    const { lifePage } = await import('../../src/features/cohorts/life/lifeQueries');
    const heron = (await lifePage(on())).loops.find((l) => l.name === 'Heron')!;
    expect(heron.readings.find((r) => r.said === '7.1')).toMatchObject({
      place: null,
      age: '5 minutes ago',
      holds: true,
    });
    expect(heron.readings.find((r) => r.place === 'H6')).toMatchObject({ name: 'dissolved oxygen', said: '2.1 mg/L' });
    expect(heron.judged.find((j) => j.place === 'H6')).toMatchObject({ kind: 'oxygen', tone: 'danger' });
    const { roundPage } = await import('../../src/features/round/queries');
    const { troubles } = await roundPage(on());
    expect(troubles.find((t) => t.kind === 'oxygen')?.title).toMatch(/^H6: oxygen 2.1/);
  });

  test('a batch that comes again is answered as before and counted once; the same number with other values is refused', async () => {
    const { id, token } = await instrument();
    const batch = {
      sequence: 7,
      values: [
        { loop: 'heron', kind: 't', value: 19, at: at(-60) },
        { loop: 'x', kind: 't', value: 1, at: at(0) },
      ],
    };
    const first = await send(token, batch);
    expect(first.value).toMatchObject({ taken: 1, refused: 1, faults: [{ index: 1 }] });
    expect(await send(token, batch)).toEqual(first);
    const both = await Promise.all([1, 2, 3, 4].map(() => send(token, { ...batch, sequence: 8 })));
    for (const answer of both) expect(answer).toEqual(first);
    expect(await countOf(id)).toBe(2);
    const other = await send(token, { ...batch, values: batch.values.slice(0, 1) });
    expect([other.status, said(other as never)]).toEqual([409, expect.stringMatching(/came before with other values/)]);
    expect(await countOf(id)).toBe(2);
  });

  test.each<[string, unknown, RegExp]>([
    ['no number', { values: [{}] }, /Number the batches/],
    ['a number below nought', { sequence: -1, values: [{}] }, /Number the batches/],
    ['half a number', { sequence: 1.5, values: [{}] }, /Number the batches/],
    ['no values', { sequence: 1, values: [] }, /list of 1 to 2,000/],
    ['something in place of a list', { sequence: 1, values: { length: 3 } }, /list of 1 to 2,000/],
    ['too many', { sequence: 1, values: Array(2001).fill({}) }, /list of 1 to 2,000/],
    ['more than a batch has', { sequence: 1, values: [{}], farm: 'x' }, /“farm” is not part/],
    ['a list in place of all', [], /Send one object/],
  ])('%s is refused in words, and nothing is kept of it', async (_what, body, words) => {
    const { id, token } = await instrument();
    const answer = await send(token, body);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(JSON.stringify(answer.fields)).toMatch(words);
    expect(Number((await desk.owner('reading_batch').where({ probe_id: id }).count('* as n').first())!.n)).toBe(0);
  });

  test('without a key, with another’s word for one, or with one that was ended or replaced, nobody gets in', async () => {
    const { id, token, name } = await instrument();
    const batch = { sequence: 0, values: [{ loop: 'heron', kind: 't', value: 19, at: at(-60) }] };
    for (const key of [null, '', 'x', newKey(), token.toUpperCase()]) expect((await send(key, batch)).status).toBe(401);
    const fresh = newKey();
    expect(said(await run('probe.make', { id, name, token: fresh }))).toMatch(/has a new key/);
    expect((await send(token, batch)).status).toBe(401);
    expect((await send(fresh, batch)).status).toBe(200);
    expect(said(await run('probe.end', { id }))).toMatch(/sends nothing any more/);
    expect((await send(fresh, { ...batch, sequence: 1 })).status).toBe(401);
    expect(said(await run('probe.end', { id }))).toMatch(/not on this farm any more/);
    expect(await countOf(id)).toBe(1);
  });

  test('only a manager lets one send', async () => {
    await as('bram');
    expect(said(await run('probe.make', { name: 'Mine', token: newKey() }))).toMatch(/manager/i);
  });

  test('knows nothing of another farm: neither its loops nor its tanks', async () => {
    const other = await makeFarm(desk.owner, 'Elsewhere');
    await desk.owner('place').where({ id: other.places.H1! }).update({ code: 'ELSE' });
    const { id, token } = await instrument();
    const answer = await send(token, { sequence: 0, values: [{ place: 'ELSE', kind: 't', value: 19, at: at(-60) }] });
    expect(answer.value).toMatchObject({ taken: 0, refused: 1 });
    expect(await countOf(id)).toBe(0);
  });

  test('does not wait for who holds the whole farm', async () => {
    const { token } = await instrument();
    const farm = await farmId();
    await desk.owner.transaction(async (tx) => {
      await tx.raw('select pg_advisory_xact_lock(hashtextextended(?, 7))', [farm]);
      const answer = await send(token, { sequence: 0, values: [{ loop: 'wren', kind: 't', value: 19, at: at(-60) }] });
      expect(answer.ok).toBe(true);
    });
  });

  test('one that sends without end is told to put more into each', async () => {
    const { token } = await instrument();
    const batch = (sequence: number) => ({ sequence, values: [{ loop: 'wren', kind: 't', value: 19, at: at(-60) }] });
    for (let n = 0; n < 60; n++) expect((await send(token, batch(n))).ok).toBe(true);
    const more = await send(token, batch(60));
    expect([more.status, JSON.stringify(more.fields)]).toEqual([
      429,
      expect.stringMatching(/At most 60 batches a minute/),
    ]);
  });
});

describe('the store of readings', () => {
  test('keeps the last by the moment it was taken, whenever it came; taken back, the one before stands', async () => {
    const heron = await loopId();
    expect((await run('water.read', { loopId: heron, values: { no3: 71 } })).ok).toBe(true);
    const { token } = await instrument();
    await send(token, { sequence: 0, values: [{ loop: 'heron', kind: 'no3', value: 55, at: at(-600) }] });
    expect(await lastOf('no3')).toMatchObject([{ value: 71 }]);
    const key = randomUUID();
    expect((await run('water.read', { loopId: heron, values: { no3: 90 } }, key)).ok).toBe(true);
    expect(await lastOf('no3')).toMatchObject([{ value: 90 }]);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect(await lastOf('no3')).toMatchObject([{ value: 71 }]);
  });

  test('of a past day it says what stood at its end', async () => {
    const { token } = await instrument();
    await send(token, {
      sequence: 0,
      values: [
        { place: 'H5', kind: 'do', value: 8.8, at: '2026-06-05T10:00:00Z' },
        { place: 'H5', kind: 'do', value: 7.7, at: '2026-06-09T10:00:00Z' },
      ],
    });
    const of = async (day: string) => {
      const { values, asOf } = await inFarm((tx) => latestWater(tx, day, NOW));
      return { asOf, value: values.find((v) => v.placeId && v.kind === 'do' && [8.8, 7.7].includes(v.value))?.value };
    };
    expect((await of('2026-06-04')).value).toBeUndefined();
    expect((await of('2026-06-06')).value).toBe(8.8);
    expect((await of('2026-06-09')).value).toBe(7.7);
    expect((await of(TODAY)).asOf).toEqual(NOW);
    expect((await of('2026-06-06')).asOf.toISOString()).toMatch(/^2026-06-0[67]T/);
  });

  /** In the portions the worker takes, until nothing is due: one statement for all of it would be cut off on a busy machine. */
  async function allRolledUp() {
    for (let made = 1; made > 0;) {
      const done = await rollUp(desk.app, { until: TODAY, most: 300 });
      expect(done.failed).toEqual([]);
      made = done.made;
    }
  }

  test('hours and days are the same before they are rolled up and after; a late value makes its day anew', async () => {
    const heron = await loopId();
    const { token } = await instrument();
    const day = '2026-06-07';
    const days = { since: day, until: '2026-06-08' };
    const both = async () =>
      inFarm(async (tx) => ({
        hours: await hoursOf(tx, { loopId: heron, kind: 't' }, { since: day, until: day }),
        day: (await dayMeans(tx, ['t'], days))
          .filter((m) => m.loopId === heron)
          .map((m) => Math.round(m.mean * 1e6) / 1e6),
      }));
    const values = [16, 20, 27].map((value, i) => ({ place: 'H6', kind: 't', value, at: `${day}T13:0${i}:00Z` }));
    await send(token, { sequence: 0, values });
    const before = await both();
    expect(before.hours.find((h) => h.place === 'H6')).toMatchObject({
      at: new Date(`${day}T13:00:00Z`),
      mean: 21,
      low: 16,
      high: 27,
    });
    await allRolledUp();
    expect(Number((await desk.owner('reading_due').where('farm_day', '<', TODAY).count('* as n').first())!.n)).toBe(0);
    expect(await both()).toEqual(before);
    await send(token, { sequence: 1, values: [{ place: 'H6', kind: 't', value: 37, at: `${day}T13:30:00Z` }] });
    const late = await both();
    expect(late.day[0]).toBeGreaterThan(before.day[0]!);
    await allRolledUp();
    expect(await both()).toEqual(late);
  });

  test('one farm’s trouble leaves the others their days', async () => {
    const farms = [];
    for (const name of ['Aster', 'Broken', 'Clover']) {
      const farm = await makeFarm(desk.owner, name);
      const id = randomUUID();
      const months = Array(12).fill(20);
      await desk.owner('loop').insert({
        farm_id: farm.farmId,
        id,
        code: 'l',
        name: 'L',
        kind: 'bench',
        band_low_g_m2: 1,
        band_high_g_m2: 2,
        planned_water_temp_c: months,
        planned_air_temp_c: months,
        planned_light_mol: months,
      });
      await desk.owner('reading').insert({
        farm_id: farm.farmId,
        entry_key: randomUUID(),
        loop_id: id,
        kind: 't',
        value: 20,
        farm_day: '2026-06-02',
        taken_at: '2026-06-02T09:00:00Z',
      });
      farms.push({ name, id, farmId: farm.farmId });
    }
    const broken = farms[1]!.farmId;
    await desk.owner.raw(
      `create function trouble() returns trigger language plpgsql as $$ begin
         if new.farm_id = '${broken}' then raise exception 'trouble here'; end if; return new; end $$;
       create trigger trouble before insert on reading_day for each row execute function trouble()`,
    );
    const done = await rollUp(desk.app, { until: TODAY, most: 5000 });
    expect(done.failed).toEqual([expect.stringMatching(`${broken}: .*trouble here`)]);
    const days = await desk
      .owner('reading_day')
      .whereIn(
        'loop_id',
        farms.map((f) => f.id),
      )
      .select('farm_id');
    expect(days.map((d) => d.farm_id).sort()).toEqual([farms[0]!.farmId, farms[2]!.farmId].sort());
    await desk.owner.raw('drop trigger trouble on reading_day; drop function trouble()');
    expect((await rollUp(desk.app, { until: TODAY, most: 5000 })).failed).toEqual([]);
  });

  test('months get parts of their own ahead of time; what lies elsewhere stands among the rest and is found', async () => {
    const made = await keepParts(desk.app, {
      from: '2027-03-10',
      to: '2027-05-02',
      forgetBefore: new Date('2000-01-02'),
    });
    expect(made).toEqual({ months: 3, forgotten: 0 });
    const again = await keepParts(desk.app, {
      from: '2027-03-10',
      to: '2027-05-02',
      forgetBefore: new Date('2000-01-02'),
    });
    expect(again.months).toBe(0);
    const parts = await desk.owner.raw(
      `select c.relname, c.relforcerowsecurity, (select count(*) from pg_policy p where p.polrelid = c.oid) as policies,
         has_table_privilege('crop_cycle_app', c.oid, 'select') as open from pg_inherits i join pg_class c on c.oid = i.inhrelid where i.inhparent = 'reading'::regclass`,
    );
    expect(parts.rows.length).toBeGreaterThan(5);
    for (const part of parts.rows) expect(part).toMatchObject({ relforcerowsecurity: true, policies: 2, open: false });
    const { rows } = await desk.owner.raw(
      `select count(*)::int as n from reading_rest where farm_day between '2026-05-01' and '2026-05-31'`,
    );
    expect(rows[0].n).toBe(0);
  });

  test('a batch is known for two months; one that comes later still is turned away, not counted twice', async () => {
    const { id, token } = await instrument();
    const batch = { sequence: 3, values: [{ loop: 'heron', kind: 't', value: 19, at: at(-60) }] };
    await send(token, batch);
    const { forgotten } = await keepParts(desk.app, {
      from: TODAY,
      to: TODAY,
      forgetBefore: new Date(NOW.getTime() + 1000),
    });
    expect(forgotten).toBeGreaterThan(0);
    const late = await send(token, batch);
    expect([late.status, JSON.stringify(late.fields)]).toEqual([
      422,
      expect.stringMatching(/up to number 3 are closed/),
    ]);
    expect((await send(token, { ...batch, sequence: 4 })).ok).toBe(true);
    expect(await countOf(id)).toBe(2);
  });
});
