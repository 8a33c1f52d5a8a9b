import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, faults, NOW, on, place, TODAY, visit } from './visitor';

/** Acts as any sender sees them: the screens, the log line, a program, a phone that sends hours later. */
let run: (
  sent: Record<string, unknown>,
) => Promise<{ ok: boolean; value?: unknown; fields?: Record<string, string[]> }>;
let COMMANDS: (typeof import('../../src/commands/registry'))['COMMANDS'];
visit(async () => {
  const registry = await import('../../src/commands/registry');
  const { currentPerson } = await import('../../src/server/session');
  COMMANDS = registry.COMMANDS;
  run = async (sent) => registry.runCommand(await currentPerson(), sent as never);
});

const words = (outcome: { ok: boolean; fields?: Record<string, string[]> }) =>
  Object.values(outcome.fields ?? {})
    .flat()
    .join(' ');
const handover = (over: Record<string, unknown> = {}) => ({
  command: 'task.handover',
  version: 1,
  entryKey: randomUUID(),
  body: { words: 'Feeder on H4 rattles.' },
  ...over,
});
const entries = async () => Number((await desk.owner('entry').count('* as n').first())!.n);

describe('every act of the registry', () => {
  test('each one × each role × signed out: who may not is told so, in words, before anything is looked at', async () => {
    const people = { manager: 'ines', office: 'mirel', hand: 'bram' } as const;
    expect(COMMANDS.size).toBeGreaterThan(35);
    const before = await entries();
    for (const [role, name] of [...Object.entries(people), ['', null]] as [string, string | null][]) {
      await as(name);
      for (const act of COMMANDS.values()) {
        const answer = await run({
          command: act.name,
          version: act.version,
          entryKey: randomUUID(),
          body: { no: 'such' },
        });
        const about = `${act.name} as ${role || 'nobody'}`;
        if (!name) expect(answer.fields?.signedOut?.[0], about).toMatch(/signed out/);
        else if (act.who.includes(role as never)) expect(answer.fields?.form?.[0], about).toMatch(/not asked for here/);
        else expect(answer.fields?.role?.[0], about).toMatch(/^This is for .*; you are signed in as/);
      }
    }
    expect(await entries()).toBe(before);
  });

  test('names are subject and act, versions are whole, and everyone says how it is taken back', () => {
    for (const act of COMMANDS.values()) {
      expect(act.name).toMatch(/^[a-z]+\.[a-zA-Z]+$/);
      expect(Number.isInteger(act.version) && act.version > 0).toBe(true);
      if ('stays' in act.takeBack) expect(act.takeBack.stays.length).toBeGreaterThan(15);
      else expect(act.takeBack.words({ records: 1, counts: {} })).toMatch(/^(Taken back|Undone)/);
    }
  });
});

describe('a yes is for what was sent', () => {
  test('unknown acts, stale shapes, lost keys and strange envelopes are refused in words, nothing recorded', async () => {
    const before = await entries();
    expect(words(await run(handover({ command: 'fish.fly' })))).toBe('There is no act called “fish.fly”.');
    expect(words(await run(handover({ command: { toString: 'x' } })))).toBe('There is no act called that.');
    expect(words(await run(handover({ version: 0 })))).toMatch(/older or newer than the app. Reload it/);
    expect(words(await run(handover({ version: '1' })))).toMatch(/Reload it/);
    for (const entryKey of [undefined, 7, 'key', `${randomUUID()}:dead`, `${randomUUID()}%`])
      expect(words(await run(handover({ entryKey })))).toMatch(/lost its key/);
    expect(await entries()).toBe(before);
  });

  test('the same key with the same content gets the first answer again, in whatever order its parts come', async () => {
    const lines = [{ productCode: 'mizuna', quantity: 1500 }];
    const customer = await desk.owner('customer').first();
    const sent = {
      ...handover(),
      command: 'order.place',
      body: { customerId: customer.id, dueDay: addDays(TODAY, 9), lines },
    };
    const first = await run(sent);
    expect(first.ok).toBe(true);
    expect(await run(sent)).toEqual(first);
    expect(await run({ ...sent, body: { lines, dueDay: addDays(TODAY, 9), customerId: customer.id } })).toEqual(first);
    expect(await desk.owner('sales_order').where({ entry_key: sent.entryKey })).toHaveLength(1);
  });

  test('the same key with other content is refused, and says what the first try recorded', async () => {
    const sent = handover();
    expect((await run(sent)).ok).toBe(true);
    const other = await run({ ...sent, body: { words: 'Something else, typed after the answer was lost.' } });
    expect(other.fields?.entryKey?.[0]).toMatch(/“Leave a handover” was recorded with what you had typed then/);
    expect((await run({ ...sent, command: 'fish.note', body: {} })).ok).toBe(false);
    await as('bram');
    expect((await run(sent)).fields?.entryKey?.[0]).toMatch(/belongs to someone else/);
    const { rows } = await desk.owner.raw(`select count(*) as n from handover where words like 'Something else%'`);
    expect(rows[0].n).toBe(0);
  });

  test('ten of the same at once: all get the one answer, and it is recorded once', async () => {
    const sent = {
      ...handover(),
      command: 'fish.dead',
      body: { count: 1, placeId: await place('K4'), lotId: await lotAt('K4') },
    };
    const before = await standing('K4');
    const answers = await Promise.all(Array.from({ length: 10 }, () => run(sent)));
    expect(answers).toEqual(Array.from({ length: 10 }, () => ({ ok: true, value: 'Recorded: 1 dead.' })));
    expect(await standing('K4')).toBe(before - 1);
  });
});

async function lotAt(code: string): Promise<string> {
  const row = await desk
    .owner('balance as b')
    .join('place as p', 'p.id', 'b.place_id')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'p.code': code, 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .first('b.lot_id');
  return row.lot_id;
}

async function standing(code: string): Promise<number> {
  const row = await desk
    .owner('balance as b')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'p.code': code })
    .sum('b.count as n')
    .first();
  return Number(row!.n);
}

describe('when it was done', () => {
  const at = (hours: number) => new Date(NOW.getTime() + hours * 3_600_000).toISOString();

  test('a phone sends hours later: it counts for the day it was done, and both moments are kept', async () => {
    const loop = await desk.owner('loop').where({ code: 'wren' }).first('id');
    const sent = {
      ...handover(),
      command: 'water.read',
      doneAt: at(-20),
      body: { loopId: loop.id, values: { do: 7.7 } },
    };
    expect((await run(sent)).ok).toBe(true);
    const reading = await desk
      .owner('reading')
      .where({ loop_id: loop.id, value: 7.7, kind: 'do' })
      .orderBy('id', 'desc')
      .first();
    expect(reading.farm_day).toBe(addDays(TODAY, -1));
    const entry = await desk.owner('entry').where({ entry_key: sent.entryKey }).first();
    expect([entry.farm_day, entry.arrived_at.toISOString()]).toEqual([addDays(TODAY, -1), NOW.toISOString()]);
    const { roundPage } = await import('../../src/features/round/queries');
    const yesterday = await roundPage(on({ day: addDays(TODAY, -1) }));
    expect(yesterday.record.some((r) => r.title === 'Water reading' && r.at === '13:00')).toBe(true);
  });

  test.each([
    ['in the future', at(1), /has not come yet/],
    ['older than the farm takes', at(-24 * 15), /takes entries up to 14 days late/],
    ['no time at all', 'yesterday', /date and time with its zone/],
    ['a number', 7, /date and time with its zone/],
  ])('%s: refused', async (_, doneAt, expected) => {
    const before = await entries();
    expect((await run(handover({ doneAt }))).fields?.doneAt?.[0]).toMatch(expected);
    expect(await entries()).toBe(before);
  });

  test('a phone whose clock is a minute ahead is taken at its word, at now', async () => {
    const sent = handover({ doneAt: new Date(NOW.getTime() + 60_000).toISOString() });
    expect((await run(sent)).ok).toBe(true);
    expect((await desk.owner('entry').where({ entry_key: sent.entryKey }).first()).done_at.toISOString()).toBe(
      NOW.toISOString(),
    );
  });
});

describe('taking back obeys the act’s own rule', () => {
  const takeBack = (body: Record<string, unknown>) => run({ ...handover(), command: 'entry.takeBack', body });

  test('what stays, stays by every door: by its key, by its record, by the log line’s undo', async () => {
    await as('ines');
    const feedCode = `T${randomUUID().slice(0, 6)}`;
    const got = {
      ...handover(),
      command: 'fish.receiveFeed',
      body: { code: feedCode, speciesCode: 'rainbow-trout', massG: 5000 },
    };
    expect((await run(got)).ok).toBe(true);
    const said = handover();
    await run(said);
    expect(faults((await takeBack({ recordedKey: said.entryKey })) as never).form![0]).toMatch(/may be read already/);
    // Feed in its bag is taken back; once some of it was eaten, it rests on it and stays.
    expect((await takeBack({ recordedKey: got.entryKey })).ok).toBe(true);
    const movement = await desk.owner('movement').where({ reason: 'purge' }).first('id');
    expect(faults((await takeBack({ kind: 'movement', id: movement.id })) as never).form![0]).toMatch(
      /moved back, not taken back/,
    );
  });

  test('the office cannot take back what it may not do, a hand not what another did; the key alone opens nothing', async () => {
    await as('bram');
    const dead = {
      ...handover(),
      command: 'fish.dead',
      body: { count: 1, placeId: await place('K4'), lotId: await lotAt('K4') },
    };
    expect((await run(dead)).ok).toBe(true);
    await as('mirel');
    expect(faults((await takeBack({ recordedKey: dead.entryKey })) as never).form![0]).toMatch(
      /for a hand or a manager/,
    );
    await as('tess');
    expect(faults((await takeBack({ recordedKey: dead.entryKey })) as never).form![0]).toMatch(/Only a manager/);
    await as('bram');
    const back = { ...handover(), command: 'entry.takeBack', body: { recordedKey: dead.entryKey } };
    expect((await run(back)).ok).toBe(true);
    expect(faults((await takeBack({ recordedKey: dead.entryKey })) as never).form![0]).toBe(
      'That was taken back already.',
    );
    expect(faults((await takeBack({ recordedKey: back.entryKey })) as never).form![0]).toMatch(/itself a taking back/);
  });

  test('a planned job taken back is open again in the plan and on the round', async () => {
    const { roundPage } = await import('../../src/features/round/queries');
    await as('ines');
    const job =
      (await roundPage(on())).jobs.find((j) => j.kind === 'transplant' && !j.done) ??
      (await roundPage(on())).jobs.find((j) => j.kind === 'clear' && !j.done);
    if (!job) throw new Error('The demo farm has no planting job today');
    const sent = {
      ...handover(),
      command: `plants.${job.kind}`,
      body: { stepId: job.stepId, ...(job.kind === 'transplant' ? { count: 5, confirmed: true } : {}) },
    };
    expect(await run(sent)).toMatchObject({ ok: true });
    expect((await desk.owner('plan_step').where({ id: job.stepId }).first()).state).toBe('done');
    expect(await takeBack({ recordedKey: sent.entryKey })).toMatchObject({ ok: true });
    expect((await desk.owner('plan_step').where({ id: job.stepId }).first()).state).toBe('planned');
    expect((await roundPage(on())).jobs.find((j) => j.stepId === job.stepId)!.done).toBeNull();
    // Who changed the step from what to what is kept.
    const { rows } = await desk.owner.raw(
      `select was->>'state' as was, became->>'state' as became, person_id from plan_event where step_id = ? order by id`,
      [job.stepId],
    );
    expect(rows.map((r: { was: string; became: string }) => `${r.was}→${r.became}`)).toEqual([
      'planned→done',
      'done→planned',
    ]);
    expect(rows.every((r: { person_id: string | null }) => r.person_id !== null)).toBe(true);
  });
});
