import { afterAll, beforeAll, expect, test } from 'vitest';
import { TOPICS_OF_TABLE } from '../../src/db/revisions';
import { UNCOUNTED } from '../../src/server/watch';
import { openDesk, type Desk } from './helpers';

/** What a station shows is made anew when a topic of what it read moves: every table must say under which it counts. */
let desk: Desk;
beforeAll(async () => void (desk = await openDesk('empty')));
afterAll(() => desk.close());

/** Of farms, and read by no station: signing in, the background, what is on its way in. */
const SHOWN_NOWHERE = [...['first_farm_code', 'sign_in_guard', 'knex_migrations', 'knex_migrations_lock']];

test('every table of the database says under which topics it counts', async () => {
  const { rows } = await desk.owner.raw<{ rows: { name: string }[] }>(
    `select relname as name from pg_class where relnamespace = 'public'::regnamespace and relkind in ('r', 'p', 'v') and not relispartition
       and relname not like 'reading_2%' and relname <> 'reading_rest'`,
  );
  const known = new Set([...Object.keys(TOPICS_OF_TABLE), ...UNCOUNTED, ...SHOWN_NOWHERE]);
  expect(rows.map((r) => r.name).filter((name) => !known.has(name))).toEqual([]);
});

test('what a write counts under is what a reader of that table waits for', async () => {
  const { rows } = await desk.owner.raw<{ rows: { name: string; topic: string }[] }>(
    `select distinct c.relname as name, rtrim(encode(t.tgargs, 'escape'), '\\000') as topic
     from pg_trigger t join pg_class c on c.oid = t.tgrelid join pg_proc p on p.oid = t.tgfoid
     where p.proname = 'revision_count' and not c.relispartition`,
  );
  expect(rows.length).toBeGreaterThan(30);
  for (const { name, topic } of rows) expect(TOPICS_OF_TABLE[name], `${name} counts under ${topic}`).toContain(topic);
});

test('each kind of lot counts under a topic that who reads movements waits for', async () => {
  const { rows } = await desk.owner.raw<{ rows: { topic: string }[] }>('select distinct topic from lot_kind');
  expect([...(TOPICS_OF_TABLE.movement as string[])].sort()).toEqual(rows.map((r) => r.topic).sort());
});
