import { describe, expect, test } from 'vitest';
import { randomUUID } from './helpers';
import { logContext } from '../../src/core/log/context';
import { parseLogLine } from '../../src/core/log/parse';
import { METRIC } from '../../src/core/quantity/units';
import { modules } from '../../src/core/log/verbs/list.generated';
import { inFarm } from '../../src/db/connection';
import { loadFacts } from '../../src/db/slices';
import { as, desk, run, said, TODAY, visit } from './visitor';

visit();

/** All that can be seen of a farm: what stands where, what is planned and done, what was noted and measured. */
async function wholeState() {
  const rows = async (sql: string): Promise<string[]> =>
    (await desk.owner.raw(sql)).rows.map((r: unknown) => JSON.stringify(r));
  const standing = (table: string) =>
    `select * from ${table} t where t.corrects_id is null and not exists (select from ${table} c where c.farm_id = t.farm_id and c.corrects_id = t.id)`;
  return {
    balances: await rows(
      `select l.code, p.code as place, b.count, b.mass_g from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
       where b.count <> 0 or b.mass_g <> 0 order by 1, 2`,
    ),
    plan: await rows(
      `select kind, lot_code, day, from_place_id, to_place_id, count, detail, state, done_on from plan_step where state <> 'dropped' order by 1, 2, 3, 4, 5, 6`,
    ),
    events: await rows(
      `select kind, words, count, state, farm_day from (${standing('husbandry_event')}) e order by 1, 2, 3`,
    ),
    samples: await rows(`select lot_id, mean_g from (${standing('sample')}) s where not withdrawn order by 1, 2`),
    readings: await rows(
      `select kind, value, loop_id from (${standing('reading')}) r where not withdrawn order by 1, 2, 3`,
    ),
    jobs: await rows(`select job_kind, subject, job_day, slot from task_done order by 1, 2, 3, 4`),
    batches: await rows(`select id, feed_stopped_on, closed_on from purge_batch order by 1`),
    orders: await rows(`select code, state from sales_order order by 1`),
  };
}
type State = Awaited<ReturnType<typeof wholeState>>;

/** What stands in one state of a farm and not in the other. */
function difference(a: State, b: State): Record<string, readonly string[]> {
  const lacks = (x: string[], y: string[]) => {
    const there = new Set(y);
    return x.filter((row) => !there.has(row));
  };
  return Object.fromEntries(
    (Object.keys(a) as (keyof State)[])
      .map((k) => [k, [...lacks(a[k], b[k]).map((r) => `- ${r}`), ...lacks(b[k], a[k]).map((r) => `+ ${r}`)]] as const)
      .filter(([, rows]) => rows.length > 0),
  );
}

const one = async (sql: string) => {
  const { rows } = await desk.owner.raw(sql);
  expect(rows.length, sql).toBeGreaterThan(0);
  return rows[0];
};
/** Fish in a tank, not yet fed today and not on their way out. */
const fish = () =>
  one(
    `select p.code, l.code as lot, b.count from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
     where p.kind = 'tank' and l.kind = 'cohort' and b.count > 200 and not exists (select from purge_batch x where x.lot_id = l.id and x.closed_on is null)
     and not exists (select from task_done t where t.subject = p.id::text and t.job_kind = 'feed' and t.job_day = '${TODAY}') order by p.code limit 1`,
  );
/** Plants in a bed, or on a bench, with something planned for them there. */
const plants = (more: string, kind = 'bed') =>
  one(
    `select p.code, l.code as lot, b.count, c.params ->> 'unit' as unit from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
     join crop c on c.farm_id = l.farm_id and c.code = l.crop_code
     where p.kind = '${kind}' and l.kind = 'planting' and b.count > 30 ${more}
     and exists (select from plan_step s where s.lot_code = l.code and s.state = 'planned' and s.from_place_id = p.id) order by l.code limit 1`,
  );
const whole = `and (c.params ->> 'cutsMax')::int = 1 and c.params ->> 'unit' <> 'kg' and not c.params \\? 'plantsPerUnit' and l.began_on < '2026-05-20'`;
const elsewhere = async (code: string) =>
  (
    await one(
      `select code from place where kind = 'bed' and method = (select method from place where code = '${code}') and code <> '${code}' limit 1`,
    )
  ).code;
const empty = () =>
  one(
    `select code from place p where kind = 'tank' and not exists (select from balance b where b.place_id = p.id and b.count > 0) limit 1`,
  );

/** A line for each verb, twice where it does more or less to the plan. */
const LINES: Record<string, () => Promise<string>> = {
  dead: async () => `${(await fish()).code} dead 2`,
  fed: async () => `${(await fish()).code} fed 0.4 slow`,
  weigh: async () => {
    const { code } = await fish();
    const [{ mean }] = (
      await desk.owner.raw(`select mean_g as mean from sample where not withdrawn order by taken_at desc limit 1`)
    ).rows;
    return `${code} weigh ${Array(12).fill(Math.round(mean)).join(' ')}`;
  },
  'move, all fish of a tank': async () => {
    const { code, count } = await fish();
    return `${code} move ${count} ${(await empty()).code}`;
  },
  'move, plants': async () => {
    const { code, lot, count } = await plants('');
    return `${code} move ${count} ${await elsewhere(code)} ${lot}`;
  },
  'move, a part of the plants': async () => {
    const { code, lot } = await plants('');
    return `${code} move 20 ${await elsewhere(code)} ${lot}`;
  },
  picked: async () => {
    const { code, lot } = await plants(whole);
    return `${code} picked 4 ${lot}`;
  },
  'picked, all of them': async () => {
    const { code, lot, count } = await plants(whole);
    return `${code} picked ${count} ${lot}`;
  },
  push: async () => {
    const { code, lot } = await plants(whole);
    return `${code} push 4 ${lot}`;
  },
  up: async () => {
    const { code, lot } = await plants('', 'nursery');
    return `${code} up 25 ${lot}`;
  },
  respace: async () => {
    const { code, lot, count } = await plants(
      `and exists (select from plan_step r where r.lot_code = l.code and r.kind = 'respace' and r.state = 'planned' and r.from_place_id = p.id)`,
    );
    return `${code} respace ${count} ${lot}`;
  },
  clear: async () => {
    const { code, lot } = await plants('');
    return `${code} clear ${lot}`;
  },
  'lost, all of them': async () => {
    const { code, lot, count } = await plants('');
    return `${code} lost ${count} pests ${lot}`;
  },
  'lost, a few': async () => {
    const { code, lot } = await plants('');
    return `${code} lost 3 pests ${lot}`;
  },
  reading: async () => `${(await one(`select code from loop order by code limit 1`)).code} pH 6.9`,
};

/** What the log line takes a text for: the act, as its form sends it. */
async function meant(text: string) {
  const { farm_id: farmId } = await desk.owner('farm').first('farm_id');
  const facts = await inFarm(desk.app, farmId, (tx) => loadFacts(tx, TODAY, true));
  const parsed = parseLogLine(text, logContext(facts, METRIC));
  if (!parsed.ok) throw new Error(`${text}: ${parsed.message}`);
  return { act: parsed.command.split('@')[0]!, body: { ...parsed.body, confirmed: true } as Record<string, unknown> };
}

/** Not every act asks; one that does not knows no answer either. */
async function done(command: string, body: Record<string, unknown>, key: string) {
  const answer = await run(command, body, key);
  if (answer.ok || !/not asked for/.test(said(answer))) return answer;
  const { confirmed: _, ...rest } = body;
  return run(command, rest, key);
}

const takeBack = (recordedKey: string) => run('entry.takeBack', { recordedKey });

test('every verb of the log line is tried here', () => {
  const tried = Object.keys(LINES).map((name) => name.split(',')[0]);
  expect(modules.map((m) => m.verb).filter((v) => !tried.includes(v))).toEqual([]);
});

describe.each(Object.keys(LINES))('%s', (verb) => {
  test('by its line and by its form: the same is recorded, and taken back the farm is as before', async () => {
    await as('ines');
    const text = await LINES[verb]!();
    const { act, body } = await meant(text);
    const before = await wholeState();
    const after: State[] = [];
    for (const [command, sent] of [
      ['log.line', { text, confirmed: true }],
      [act, body],
    ] as const) {
      const key = randomUUID();
      const answer = await done(command, sent, key);
      expect(answer.ok, `${command} ${text}: ${said(answer)}`).toBe(true);
      after.push(await wholeState());
      expect(difference(before, after.at(-1)!)).not.toEqual({});
      const back = await takeBack(key);
      expect(back.ok, `${text} taken back: ${said(back)}`).toBe(true);
      expect(difference(before, await wholeState())).toEqual({});
    }
    // What is packed again bears the next code.
    const [line, form] = after.map(
      (state) => JSON.parse(JSON.stringify(state).replace(/(PP-[A-Z]+-\d{6})-\d+/g, '$1')) as State,
    );
    expect(difference(line!, form!)).toEqual({});
  });
});

test('what was set aside and is taken back: who has the order open sees it as it was, and is told so', async () => {
  await as('ines');
  const { rows } = await desk.owner.raw(
    `select o.id, o.version, ol.id as line, l.id as lot, case when p.unit = 'kg' then b.mass_g else b.count end as there
     from sales_order o join order_line ol on ol.order_id = o.id join product p on p.farm_id = o.farm_id and p.code = ol.product_code
     join lot l on l.product_code = p.code join balance b on b.lot_id = l.id join place c on c.id = b.place_id and c.role = 'cold'
     where o.state = 'open' and p.unit = 'kg' and b.mass_g > 200 and not exists (select from movement m where m.order_line_id = ol.id) order by o.code limit 1`,
  );
  const order = rows[0];
  const key = randomUUID();
  const wish = { orderId: order.id, version: order.version, lineId: order.line, lotId: order.lot, quantity: 100 };
  expect(await run('order.setAside', { ...wish, reason: 'as the customer asks' }, key)).toMatchObject({ ok: true });
  const open = (await desk.owner('sales_order').where({ id: order.id }).first('version')).version;
  expect(await takeBack(key)).toMatchObject({ ok: true });
  const stale = await run('order.deliver', { orderId: order.id, version: open });
  expect(JSON.stringify(stale)).toMatch(/changed this order while you had it open/);
});
