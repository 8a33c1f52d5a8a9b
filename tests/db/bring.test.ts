import { expect, test } from 'vitest';
import { inFarm } from '../../src/db/connection';
import type { Outcome } from '../../src/ui/outcome';
import { randomUUID } from './helpers';
import { as, desk, visit } from './visitor';

/** Records of the time before, taken in from a file on the demo farm. */
let run: (act: string, body: object, entryKey?: string) => Promise<Outcome<unknown>>;
let farmId: string;
visit(async () => {
  const { send } = await import('../../src/commands/client');
  run = (act, body, entryKey = randomUUID()) => send(act, { ...body, entryKey });
  farmId = (await desk.owner('person').where({ sign_in_name: 'ines' }).first('farm_id')).farm_id;
});

const rows = async (sql: string) =>
  (await inFarm(desk.app, farmId, (tx) => tx.raw(sql))).rows as Record<string, never>[];
const READINGS = [
  { loop: 'heron', day: '2020-03-02', time: '07:30', values: { t: 21.5, do: 6.2 } },
  { loop: 'heron', day: '2020-03-02', values: { ph: 6.8 } },
];

test('readings come in at their moment on the farm’s clock, once, and go again', async () => {
  const entryKey = randomUUID();
  expect(await run('bring.readings@1', { rows: READINGS }, entryKey)).toMatchObject({ ok: true, value: { added: 3 } });
  const there = `select kind, value::float, taken_at from reading where farm_day = '2020-03-02' order by kind`;
  expect((await rows(there)).map((r) => [r.kind, r.value])).toEqual([
    ['do', 6.2],
    ['ph', 6.8],
    ['t', 21.5],
  ]);
  expect(await run('bring.readings@1', { rows: READINGS })).toMatchObject({ ok: true, value: { added: 0, known: 3 } });
  expect(await run('entry.takeBack@1', { recordedKey: entryKey })).toMatchObject({ ok: true });
  expect(await run('bring.readings@1', { rows: READINGS })).toMatchObject({ ok: true, value: { added: 3 } });
});

test.each([
  [{ loop: 'Z', day: '2020-03-02', values: { t: 20 } }, 'rows.0.loop'],
  [{ loop: 'heron', day: '2099-03-02', values: { t: 20 } }, 'rows.0.day'],
  [{ loop: 'heron', day: '2020-03-02', values: { t: 200 } }, 'rows.0.value'],
])('nothing of a packet with a fault comes in: %o', async (row, field) => {
  const before = await rows('select count(*)::int as n from reading');
  expect(await run('bring.readings@1', { rows: [READINGS[0], row].toReversed() })).toMatchObject({
    ok: false,
    fields: { [field]: [expect.any(String)] },
  });
  expect(await rows('select count(*)::int as n from reading')).toEqual(before);
});

const someFish = () =>
  rows(`select l.code, p.code as tank from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
         where l.kind = 'cohort' and p.kind = 'tank' and b.count > 0 order by b.count desc limit 1`);

test('weighings of the past stand in the cohort’s story, each once', async () => {
  const [fish] = await someFish();
  const row = { cohort: fish!.code, day: '2020-04-01', meanG: 31.5, count: 40 };
  expect(await run('bring.samples@1', { rows: [row, row] })).toMatchObject({ ok: true, value: { added: 1, known: 1 } });
  expect(await run('bring.samples@1', { rows: [{ ...row, cohort: 'NONE-1' }] })).toMatchObject({ ok: false });
});

test('feed of the past is eaten without lowering the store, equal feedings of a day are counted', async () => {
  const [fish] = await someFish();
  const store = `select coalesce(sum(b.mass_g), 0)::float as g from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
                  where l.kind = 'feed' and p.role = 'feed'`;
  const before = await rows(store);
  const row = { tank: fish!.tank, day: '2020-04-01', massG: 450 };
  const entryKey = randomUUID();
  expect(await run('bring.feedings@1', { rows: [row, row] }, entryKey)).toMatchObject({
    ok: true,
    value: { added: 2 },
  });
  expect(await run('bring.feedings@1', { rows: [row, row, row] })).toMatchObject({
    ok: true,
    value: { added: 1, known: 2 },
  });
  expect(await rows(store)).toEqual(before);
  const parts = `select sum(f.mass_g)::float as g from feeding f join movement m on m.id = f.movement_id where m.farm_day = '2020-04-01'`;
  expect(await rows(parts)).toEqual([{ g: 1350 }]);
  expect(await run('entry.takeBack@1', { recordedKey: entryKey })).toMatchObject({ ok: true });
  expect(await rows(store)).toEqual(before);
});

test('only a manager brings records in', async () => {
  await as('tess');
  expect(await run('bring.readings@1', { rows: READINGS })).toMatchObject({ ok: false });
});
