import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import knex, { type Knex } from 'knex';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import { allowAppRole, appUrl } from '../../src/db/appRole';
import { appConnection, inFarm, ownerConnection } from '../../src/db/connection';
import { feedingsOf } from '../../src/db/fishRecords';
import { migrate } from '../../src/db/migrations';
import { openSteps } from '../../src/db/plan';
import { gatesOf } from '../../src/db/purgeBatch';
import { syncRegistries } from '../../src/db/registries';
import { loadFacts } from '../../src/db/slices';
import { randomUUID } from './helpers';

/** A farm as the version before filled it, brought up to date: balances, records and plan come up unchanged. */
const TODAY = '2026-06-10';
type Row = Record<string, unknown>;
let owner: Knex;
let url: string;
let farmId: string;
let before: Snapshot;
let shared: { lots: { id: string; code: string }[]; fedG: number; movementId: string };

interface Snapshot {
  balance: Row[];
  counts: Record<string, number>;
  steps: Row[];
  done: number;
}

const KEPT = [
  'movement',
  'lot',
  'lot_origin',
  'sample',
  'reading',
  'sales_order',
  'order_line',
  'order_event',
  'purge_check',
  'plan_step',
  'task_done',
  'handover',
];

async function snapshot(db: Knex): Promise<Snapshot> {
  const counts: Record<string, number> = {};
  for (const table of KEPT) counts[table] = Number((await db(table).count('* as n').first())!.n);
  return {
    counts,
    balance: await db('balance').orderBy(['lot_id', 'place_id']).select('lot_id', 'place_id', 'count', 'mass_g'),
    steps: await db('plan_step')
      .orderBy('id')
      .select('id', 'group_id', 'kind', 'day', 'lot_code', 'count', 'state', 'version', 'from_place_id', 'to_place_id'),
    done: counts.task_done!,
  };
}

async function fill(db: Knex) {
  const tables = JSON.parse(
    gunzipSync(readFileSync(new URL('./fixtures/before-0011.json.gz', import.meta.url))).toString(),
  ) as Record<string, string[]>;
  await db.transaction(async (tx) => {
    await tx.raw('set local session_replication_role = replica');
    for (const [table, rows] of Object.entries(tables)) {
      for (let i = 0; i < rows.length; i += 1000)
        await tx.raw(
          `insert into ${table} overriding system value select * from jsonb_populate_recordset(null::${table}, ?::jsonb)`,
          [`[${rows.slice(i, i + 1000).join(',')}]`],
        );
    }
  });
}

/** Two lots in one tank, fed as one: the old version credited it to one of them. */
async function feedTwoLots(db: Knex) {
  const fish: { lot_id: string; place_id: string; code: string }[] = await db('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'cohort', 'p.kind': 'tank' })
    .andWhere('b.count', '>', 100)
    .andWhere('l.code', 'like', 'TRT%')
    .orderBy('l.code')
    .select('b.lot_id', 'b.place_id', 'l.code');
  const [one, two] = [fish[0]!, fish.find((f) => f.place_id !== fish[0]!.place_id)!];
  const feed = await db('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'feed', 'p.code': 'FEED' })
    .andWhere('b.mass_g', '>', 5000)
    .first('b.lot_id', 'b.place_id');
  const eaten = await db('place').where({ code: 'EATEN' }).first('id');
  const at = (hour: number) => ({
    farm_id: farmId,
    id: randomUUID(),
    entry_key: randomUUID(),
    farm_day: TODAY,
    occurred_at: new Date(`${TODAY}T${hour}:00:00Z`),
  });
  await db('movement').insert({
    ...at(10),
    lot_id: two.lot_id,
    from_place_id: two.place_id,
    to_place_id: one.place_id,
    count: 80,
    reason: 'move',
  });
  const fed = {
    ...at(11),
    lot_id: feed.lot_id,
    from_place_id: feed.place_id,
    to_place_id: eaten.id,
    mass_g: 3000,
    reason: 'feed',
  };
  await db('movement').insert(fed);
  await db('feeding').insert({
    farm_id: farmId,
    movement_id: fed.id,
    place_id: one.place_id,
    lot_id: one.lot_id,
    response: 'eager',
  });
  return {
    lots: [
      { id: one.lot_id, code: one.code },
      { id: two.lot_id, code: two.code },
    ],
    fedG: 3000,
    movementId: fed.id,
  };
}

beforeAll(async () => {
  const cluster = ownerConnection(inject('clusterUrl'));
  const name = `copy_${inject('mark')}_upgrade`;
  await cluster.raw(`create database ${name}`);
  await cluster.destroy();
  const address = new URL(inject('clusterUrl'));
  address.pathname = `/${name}`;
  url = address.toString();
  owner = ownerConnection(url);
  await migrate(owner, '0010_taking_back');
  await fill(owner);
  farmId = (await owner('farm').first('farm_id')).farm_id;
  shared = await feedTwoLots(owner);
  const person = await owner('person').first('id');
  const step = {
    id: randomUUID(),
    groupId: randomUUID(),
    kind: 'stock',
    day: '2026-08-01',
    lotCode: 'TRT-99',
    speciesCode: 'rainbow-trout',
    cropCode: null,
    fromPlaceId: null,
    toPlaceId: null,
    count: 100,
    amount: 12,
    version: 1,
  };
  await owner('draft').insert({
    farm_id: farmId,
    id: randomUUID(),
    name: 'From before',
    changes: JSON.stringify([{ change: 'add', steps: [step] }]),
    base: '{}',
    person_id: person.id,
  });
  before = await snapshot(owner);
  expect(await migrate(owner)).toContain('0017_ranges');
  await allowAppRole(owner, url);
  await syncRegistries(owner);
}, 120_000);
afterAll(() => owner.destroy());

describe('a farm filled by the version before', () => {
  test('every balance, movement, record and step is as it was', async () => {
    const after = await snapshot(owner);
    expect(after.balance).toEqual(before.balance);
    expect(after.counts).toEqual(before.counts);
    expect(after.steps).toEqual(before.steps);
  });

  test('feed says which fish it is for, by who ate it; more can be counted than the books have', async () => {
    const lots: { code: string; species_code: string | null }[] = await owner('lot').where({ kind: 'feed' });
    expect(lots.length).toBeGreaterThan(0);
    const wrong = lots.filter(({ code, species_code: species }) => {
      const letters = { HSB: 'hybrid-striped-bass', TRT: 'rainbow-trout', KOI: 'koi' }[code.split('-')[1]!];
      return letters !== undefined && species !== letters;
    });
    expect(wrong).toEqual([]);
    expect(await owner('place').where({ role: 'counted' })).toMatchObject([{ code: 'COUNTED', is_source: true }]);
  });

  test('what a step carries has a name now: stocking weight, cut, litres; a draft laid aside too', async () => {
    const { rows } = await owner.raw(
      `select kind, count(*) filter (where detail <> '{}') as n, min((select key from jsonb_each(detail) limit 1)) as name from plan_step group by 1`,
    );
    const names = Object.fromEntries(rows.filter((r: Row) => r.name).map((r: Row) => [r.kind, r.name]));
    expect(names).toMatchObject({ stock: 'meanG', pick: 'cut', exchange: 'litres' });
    const draft = await owner('draft').first('changes');
    expect(draft.changes[0].steps[0]).toMatchObject({ kind: 'stock', detail: { meanG: 12 } });
    expect(draft.changes[0].steps[0].amount).toBeUndefined();
  });

  test('jobs done keep what they were: kind, subject, day and slot are apart', async () => {
    const { rows } = await owner.raw(
      `select job_kind, count(*)::int as n, bool_and(case when job_kind in ('feed', 'reading') then job_day is not null else true end) as dated from task_done group by 1`,
    );
    expect(rows.reduce((sum: number, r: { n: number }) => sum + r.n, 0)).toBe(before.done);
    expect(rows.every((r: { dated: boolean }) => r.dated)).toBe(true);
    expect(new Set(rows.map((r: Row) => r.job_kind))).toEqual(new Set(['feed', 'reading', 'step']));
    expect(
      (await owner('task_done').where({ job_kind: 'reading' }).distinct('slot').orderBy('slot')).map((r) => r.slot),
    ).toEqual(['evening', 'morning']);
  });

  test('feed of a tank with two lots is parted, nothing is lost, and a note says so', async () => {
    const parts = await owner('feeding').where({ movement_id: shared.movementId }).select('lot_id', 'mass_g');
    expect(parts.map((p) => p.lot_id).sort()).toEqual(shared.lots.map((l) => l.id).sort());
    expect(parts.reduce((sum, p) => sum + p.mass_g, 0)).toBeCloseTo(shared.fedG, 6);
    expect(parts.every((p) => p.mass_g > 50)).toBe(true);
    const { rows } = await owner.raw(
      'select count(*) as n from (select movement_id from feeding f join movement m on m.id = f.movement_id group by 1, m.mass_g having abs(sum(f.mass_g) - m.mass_g) > 0.001) x',
    );
    expect(rows[0].n).toBe(0);
    expect((await owner('upgrade_note').first('words')).words).toMatch(/^1 feedings of tanks with several lots/);
  });

  test('a batch under way keeps what it had to meet, and the app works on it under its own role', async () => {
    const app = appConnection(appUrl(url), 2);
    try {
      await inFarm(app, farmId, async (tx) => {
        const facts = await loadFacts(tx, TODAY, true);
        expect(facts.fish.length).toBeGreaterThan(10);
        expect((await openSteps(tx)).length).toBe(before.steps.filter((s) => s.state === 'planned').length);
        const begun = await tx('purge_batch').whereNull('closed_on');
        expect(begun.length).toBeGreaterThan(0);
        const gate = (await gatesOf({ tx, groupIds: [begun[0].id], today: TODAY, treatments: facts.treatments })).get(
          begun[0].id,
        )!;
        expect(gate.checks.find((c) => c.check === 'fasting')!.words).toMatch(/[1-9] days? needed/);
        expect((await feedingsOf({ tx, lotId: shared.lots[1]!.id, day: TODAY })).rows[0]!.massG).toBeGreaterThan(50);
      });
    } finally {
      await app.destroy();
    }
  });

  test('bringing it up to date again changes nothing', async () => {
    expect(await migrate(owner)).toEqual([]);
    const again = knex({ client: 'pg', connection: url });
    expect((await again('plan_event').count('* as n').first())!.n).toBe(0);
    await again.destroy();
  });
});
