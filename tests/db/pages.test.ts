import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, NotFound, on as ask, cookie, TODAY, visit } from './visitor';

/** Screens' reads and writes as the server runs them, signed in by a real session, on the demo farm. */
visit();
const on = (day?: string) => ask(day ? { day } : {});

/** The cohort that stands in a tank today. */
async function lotOf(place: string) {
  const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
  return (await cohortsPage(on())).rows.find((r) => r.place === place)!.lotCode;
}

describe('screens', () => {
  test('nobody sees anything without signing in', async () => {
    const { roundPage } = await import('../../src/features/round/queries');
    await as(null);
    await expect(roundPage(on())).rejects.toThrow('/sign-in');
  });

  test('today’s round: jobs with amounts, why for each ration, troubles, tanks, a handover', async () => {
    const { roundPage } = await import('../../src/features/round/queries');
    const page = await roundPage(on());
    expect(page.when).toBe('today');
    const feeds = page.jobs.filter((j) => j.kind === 'feed');
    expect(feeds.length).toBeGreaterThan(10);
    for (const feed of feeds) {
      expect(feed.because!.formula).toContain('feed per gain');
      expect(feed.expected.massG).toBeGreaterThan(0);
    }
    expect(page.jobs.filter((j) => j.kind === 'reading')).toHaveLength(6);
    expect(page.troubles.map((t) => t.kind)).toContain('short');
    expect(page.vessels.map((v) => v.loop)).toContain('Heron');
    expect(page.handover!.words).toContain('Float valve');
  });

  test('a past round is what was ticked off, a coming one is the forecast’s', async () => {
    const { roundPage } = await import('../../src/features/round/queries');
    const past = await roundPage(on(addDays(TODAY, -10)));
    expect(past.when).toBe('past');
    expect(past.jobs).toEqual([]);
    expect(past.record.length).toBeGreaterThan(10);
    expect(past.troubles).toEqual([]);
    const coming = await roundPage(on(addDays(TODAY, 10)));
    expect(coming.when).toBe('future');
    expect(coming.jobs.some((j) => j.kind === 'feed')).toBe(true);
    expect(coming.jobs.every((j) => j.lateDays === 0 || j.kind === 'sample')).toBe(true);
  });

  test.each(['2026-02-30', 'yesterday', '', "'; drop table lot; --", '2026-6-1'])(
    'a day that is none (“%s”) is today',
    async (day) => {
      const { dayView } = await import('../../src/server/farmView');
      expect((await dayView(on(day))).day).toBe(TODAY);
    },
  );

  test('a day beyond the forecast is its last day', async () => {
    const { dayView } = await import('../../src/server/farmView');
    expect((await dayView(on('2199-01-01'))).day).toBe(addDays(TODAY, 181));
    expect((await dayView(on('1975-01-01'))).day > '2016-01-01').toBe(true);
  });

  test('cohorts: every group of fish with size, crowding and dates, on any day', async () => {
    const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
    const now = await cohortsPage(on());
    expect(now.rows.length).toBeGreaterThan(12);
    for (const row of now.rows) {
      expect(row.count).toBeGreaterThan(0);
      expect(row.massG).toBeCloseTo(row.count * row.meanG, 3);
      expect(row.because.formula).toContain('kg/m³');
    }
    const later = await cohortsPage(on(addDays(TODAY, 30)));
    const grown = later.rows.find((r) =>
      now.rows.some((n) => n.lotCode === r.lotCode && n.place === r.place && r.place.startsWith('K')),
    )!;
    const before = now.rows.find((r) => r.lotCode === grown.lotCode && r.place === grown.place)!;
    expect(grown.meanG).toBeGreaterThan(before.meanG * 0.9);
    const past = await cohortsPage(on(addDays(TODAY, -60)));
    expect(past.rows.length).toBeGreaterThan(10);
    expect(past.loops[0]!.stages[0]!.tanks.find((t) => t.href)!.href).toContain('?day=');
  });

  test('a cohort’s page: samples, a forecast that rises with its band, plan and record; another farm’s is not found', async () => {
    const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const code = (await cohortsPage(on())).rows.find((r) => r.place === 'H7')!.lotCode;
    const page = await cohortPage(code, on());
    const forecast = page.points.filter((p) => p.forecastG !== undefined);
    expect(page.points.filter((p) => p.sampleG !== undefined).length).toBeGreaterThan(5);
    expect(forecast.length).toBeGreaterThan(20);
    forecast.forEach((p, i) => {
      expect(p.band![0]).toBeLessThanOrEqual(p.forecastG!);
      expect(p.band![1]).toBeGreaterThanOrEqual(p.forecastG!);
      if (i > 0) expect(p.forecastG!).toBeGreaterThan(forecast[i - 1]!.forecastG!);
    });
    expect(page.account.survival).toBeGreaterThan(0.8);
    expect(page.steps.some((s) => s.kind === 'harvest')).toBe(true);
    expect(page.feedings).toHaveLength(30);
    expect(page.because.pace!.formula).toMatch(/times as fast as hybrid striped bass/);
    const all = await cohortPage(code, Promise.resolve({ story: 'all' }));
    expect(all.feedings).toHaveLength(30 + page.more.feedings);
    expect(all.more).toEqual({ feedings: 0, movements: 0 });
    await expect(cohortPage('NO-SUCH', on())).rejects.toBeInstanceOf(NotFound);
  });

  test('from a coming day, what comes next is after it: of a tank, a cohort, the arrivals and the purge', async () => {
    const { tankPage } = await import('../../src/features/cohorts/tanks/oneTankQuery');
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const { arrivalsPage } = await import('../../src/features/cohorts/arrivals/arrivalsQuery');
    const { purgePage } = await import('../../src/features/purge/queries');
    const day = addDays(TODAY, 20);
    const seen = async (search: ReturnType<typeof on>) => [
      ...(await tankPage('P1', search)).next.map((n) => n.day),
      ...(await cohortPage(await lotOf('H7'), search)).steps.map((s) => s.day),
      ...(await arrivalsPage(search)).coming.map((c) => c.day),
    ];
    const [today, later] = [await seen(on()), await seen(on(day))];
    expect(today.filter((d) => d < day).length).toBeGreaterThan(1);
    expect(later.length).toBeGreaterThan(1);
    expect(later.filter((d) => d <= day)).toEqual([]);
    const harvests = (await purgePage(on(day))).batches.map((b) => b.harvestOn);
    expect([harvests.length > 0, harvests.filter((d) => d < day)]).toEqual([true, []]);
  });

  test('beds: every raft has its planting or is free, and what to sow says why', async () => {
    const { bedsPage } = await import('../../src/features/beds/queries');
    const page = await bedsPage(on());
    const raft = page.beds.find((b) => b.code === 'R1')!;
    expect(raft.cells).toBe(30);
    expect(raft.spans.reduce((sum, s) => sum + s.cells, 0)).toBe(30);
    expect(raft.held).toBeGreaterThan(300);
    expect(raft.spans.some((s) => s.kind === 'plants' && s.days !== null)).toBe(true);
    expect(page.beds.find((b) => b.code === 'R3')!.spans.some((s) => s.densePerM2 !== null)).toBe(true);
    expect(page.sow.length).toBeGreaterThan(5);
    for (const sowing of page.sow) expect(sowing.because.formula).toContain('germination');
    // The next pick of a bed, and how long it may stand unpicked: until its window or the bed's clearing ends it.
    const picks = page.beds.flatMap((b) => b.pick ?? []);
    expect(picks.length).toBeGreaterThan(3);
    for (const pick of picks) expect([pick.on >= TODAY, pick.until >= pick.on]).toEqual([true, true]);
    expect(picks.some((pick) => pick.until > pick.on)).toBe(true);
    expect((await bedsPage(on(addDays(TODAY, -30)))).gaps).toEqual([]);
  });

  test('purge & pick: batches under way with their gate, packs with their last day', async () => {
    const { purgePage } = await import('../../src/features/purge/queries');
    const page = await purgePage(on());
    const begun = page.batches.filter((b) => b.begun);
    expect(begun.length).toBeGreaterThan(0);
    expect(begun[0]!.checks.map((c) => c.check)).toEqual(['fasting', 'exchanges', 'taste']);
    expect(begun[0]!.steps[0]).toMatchObject({ words: 'Stop feed', done: true });
    expect(page.packs.length).toBeGreaterThan(0);
    expect(page.packs.map((p) => p.daysLeft)).toEqual([...page.packs.map((p) => p.daysLeft)].sort((a, b) => a - b));
    // What is ripe says when it is to be picked, as the bed does.
    const { bedsPage } = await import('../../src/features/beds/queries');
    const beds = (await bedsPage(on())).beds.flatMap((b) => b.pick ?? []);
    const ripe = page.ripe.filter((r) => r.pick);
    expect(ripe.length).toBeGreaterThan(0);
    for (const { lotCode, pick } of ripe)
      for (const bed of beds.filter((b) => b.lotCode === lotCode)) expect({ lotCode, ...pick }).toEqual(bed);
  });

  test('market: the table, the short order marked, and what is free on a day', async () => {
    const { marketPage, newOrderPage, orderPage } = await import('../../src/features/market/queries');
    const { askFree: freeOn } = await import('../../src/features/market/actions');
    const page = await marketPage(on());
    expect(page.rows).toHaveLength(24);
    // Fillets and loose leaves are free only as far as the fish and the heads are.
    const wholeAndFillet = ['Rainbow trout', 'Rainbow trout fillet'].map((n) =>
      page.rows.find((r) => r.product === n)!,
    );
    const [whole, fillet] = wholeAndFillet.map((r) => r.cells.map((c) => Number(c.free)));
    whole!.forEach((kg, week) => expect(fillet![week]!).toBeLessThanOrEqual((kg + 1) / 2.2 + 0.1));
    expect(new Set(page.rows.map((r) => r.unit))).toEqual(new Set(['kg', 'heads', 'bunches', 'trays', 'fish']));
    expect(page.rows.every((r) => r.cells.length === 8)).toBe(true);
    const short = page.orders.filter((o) => o.short);
    expect(short.length).toBeGreaterThanOrEqual(1);
    const order = await orderPage(short[0]!.id, on());
    expect(order.order.lines[0]!.productCode).toBe('rainbow-trout');
    expect(order.trace.lots).toEqual([]);
    await expect(orderPage('nonsense', on())).rejects.toBeInstanceOf(NotFound);
    await expect(orderPage(randomUUID(), on())).rejects.toBeInstanceOf(NotFound);
    expect((await newOrderPage(on())).customers).toHaveLength(13);
    expect(await freeOn('hybrid-striped-bass', addDays(TODAY, 20))).toMatch(
      /^[1-9][\d.]* kg free to promise on that day$/,
    );
    expect(await freeOn('hybrid-striped-bass', addDays(TODAY, -1))).toBeNull();
    expect(await freeOn('caviar', addDays(TODAY, 5))).toBeNull();
  });

  test('season: recorded before today, forecast after, something to grab in every lane', async () => {
    const { seasonPage } = await import('../../src/features/season/queries');
    const page = await seasonPage(on());
    expect(page.from).toBe(-14);
    expect(page.board.fish.some((s) => s.from < 0)).toBe(true);
    expect(page.board.fish.some((s) => s.from > 20)).toBe(true);
    expect(new Set(page.board.handles.map((h) => h.kind))).toEqual(
      new Set(['harvest', 'move', 'stock', 'sow', 'transplant']),
    );
    // The page carries no facts; its worker fetches them, and only signed in.
    expect(page).not.toHaveProperty('plan');
    const { GET } = await import('../../src/app/(farm)/season/ground/route');
    const ground = await (await GET()).json();
    expect(ground.plan.length).toBeGreaterThan(1000);
    expect(ground.facts.fish.length).toBeGreaterThan(10);
    const back = await seasonPage(on(addDays(TODAY, -100)));
    expect(back.from).toBe(-114);
    expect(Math.min(...back.board.fish.map((s) => s.from))).toBeLessThan(-100);
  });
});

describe('writes through the edge', () => {
  const key = () => randomUUID();
  const words = (outcome: { ok: boolean; fields?: Record<string, string[]> }) =>
    Object.values(outcome.fields ?? {})
      .flat()
      .join(' ');

  test('signed out, the wrong role, no input, too much input: refused in words, nothing recorded', async () => {
    const { doJob, leaveHandover } = await import('../../src/features/round/actions');
    const feed = (v: Record<string, unknown>) => doJob('fish.feed@1', v);
    const { takeOrder } = await import('../../src/features/market/actions');
    await as(null);
    expect(words(await leaveHandover({ words: 'hello', entryKey: key() }))).toContain('You are signed out');
    await as('mirel');
    expect(words(await feed({ placeId: key(), massG: 5, response: 'eager', entryKey: key() }))).toBe(
      'This is for a hand or a manager; you are signed in as the office.',
    );
    await as('bram');
    expect(words(await takeOrder({ entryKey: key() }))).toContain('This is for a manager or the office');
    const { runCommand } = await import('../../src/commands/registry');
    const { currentPerson } = await import('../../src/server/session');
    for (const body of [null, undefined, 'text', [], 7]) {
      const sent = { command: 'task.handover', version: 1, entryKey: key(), body };
      expect(words(await runCommand(await currentPerson(), sent))).toContain('Nothing arrived');
    }
    expect(words(await leaveHandover({ words: 'hi there', entryKey: key(), role: 'manager' }))).toContain(
      'not asked for here',
    );
    expect(words(await leaveHandover({ words: 'x'.repeat(501), entryKey: key() }))).toBe('At most 500 characters');
    expect(words(await leaveHandover({ words: 'no key' }))).toContain('lost its key');
  });

  test('a handover is left once and is there for the next shift', async () => {
    const { leaveHandover } = await import('../../src/features/round/actions');
    await as('tess');
    expect(await leaveHandover({ words: 'Feeder on H4 rattles.', entryKey: key() })).toEqual({
      ok: true,
      value: 'Left for the next shift.',
    });
    const { roundPage } = await import('../../src/features/round/queries');
    expect((await roundPage(on())).handover).toMatchObject({ words: 'Feeder on H4 rattles.', by: 'Tess Arbell' });
  });

  test('a reading job: limits by field, at least one value, done once', async () => {
    const { doJob } = await import('../../src/features/round/actions');
    const takeReading = ({ loopId, half, entryKey, ...values }: Record<string, unknown>) =>
      doJob('water.read@1', { loopId, half, entryKey, values });
    await as('oluchi');
    const loop = await desk.owner('loop').where({ code: 'wren' }).first();
    const reading = { loopId: loop.id, half: 'morning', entryKey: key() };
    expect(words(await takeReading(reading))).toBe('Give at least one reading.');
    expect(await takeReading({ ...reading, ph: 14 })).toMatchObject({
      ok: false,
      fields: { ph: [expect.stringContaining('outside 3 to 11')] },
    });
    expect(await takeReading({ ...reading, t: 99 })).toMatchObject({
      ok: false,
      fields: { t: [expect.stringContaining('no fish water')] },
    });
    expect(words(await takeReading({ ...reading, half: 'noon', ph: 7 }))).toBe('Morning or evening');
    expect(await takeReading({ ...reading, ph: 6.9, t: 22 })).toEqual({ ok: true, value: 'Recorded.' });
    expect(await takeReading({ ...reading, ph: 6.9, t: 22 })).toEqual({ ok: true, value: 'Recorded.' });
    expect(words(await takeReading({ ...reading, ph: 7.1, t: 22 }))).toContain('An earlier try went through');
    expect(words(await takeReading({ ...reading, ph: 7, entryKey: key() }))).toContain(
      'Oluchi Venn has already done this job',
    );
    const { rows } = await desk.owner.raw(`select count(*) as n from reading where loop_id = ? and farm_day = ?`, [
      loop.id,
      TODAY,
    ]);
    expect(rows[0].n).toBe(2);
  });

  test('a sample with a slip of the unit is asked about; with good weights it is recorded and undone', async () => {
    const { doJob } = await import('../../src/features/round/actions');
    const weighSample = (v: Record<string, unknown>) => doJob('fish.weigh@1', v);
    const { logContext, recordLogLine, undoLogLine } = await import('../../src/features/log/actions');
    await as('bram');
    const context = await logContext();
    const fish = context.holdings.find(
      (h) => h.kind === 'fish' && context.places.find((p) => p.id === h.placeId)!.code === 'K6',
    )!;
    const sample = { lotCode: fish.lotCode, fromPlaceId: fish.placeId, entryKey: key() };
    expect(words(await weighSample({ ...sample, weightsG: [0.2] }))).toMatch(/kilograms/);
    expect(words(await weighSample({ ...sample, weightsG: [] }))).toMatch(/Nothing was weighed/);
    expect(words(await weighSample({ ...sample, weightsG: [-5] }))).toContain('more than 0');
    expect(words(await weighSample({ ...sample, lotCode: 'NO-SUCH', weightsG: [200] }))).toContain('not in that tank');
    const typed = { text: `K6 weigh ${Math.round(fish.meanG!)} ${Math.round(fish.meanG! * 1.1)}`, entryKey: key() };
    const logged = await recordLogLine(typed);
    expect(logged).toMatchObject({ ok: true, value: { meaning: expect.stringContaining('Sample of 2') } });
    expect(await undoLogLine({ recordedKey: typed.entryKey, entryKey: key() })).toMatchObject({
      ok: true,
      value: { words: expect.stringContaining('that sample') },
    });
    expect(words(await undoLogLine({ recordedKey: typed.entryKey, entryKey: key() }))).toBe(
      'That was taken back already.',
    );
    expect(words(await undoLogLine({ recordedKey: key(), entryKey: key() }))).toBe('There is nothing left to undo.');
  });

  test('log lines: deaths, picking and readings are recorded as they read, and are taken back by who wrote them or a manager', async () => {
    const { recordLogLine, undoLogLine } = await import('../../src/features/log/actions');
    await as('bram');
    const dead = { text: 'K6 dead 2', entryKey: key() };
    expect(await recordLogLine(dead)).toMatchObject({ ok: true });
    expect(await recordLogLine({ text: 'kingfisher ph 6.9 do 8.8', entryKey: key() })).toMatchObject({ ok: true });
    expect(await recordLogLine({ text: 'R1 picked 5', entryKey: key() })).toMatchObject({ ok: true });
    expect(words(await recordLogLine({ text: 'K6 dead 99999', entryKey: key() }))).toContain('cannot have died');
    expect(words(await recordLogLine({ text: 'x'.repeat(3000), entryKey: key() }))).toContain('at most 400');
    await as('tess');
    expect(words(await undoLogLine({ recordedKey: dead.entryKey, entryKey: key() }))).toContain(
      'Only a manager takes back what someone else recorded',
    );
    await as('bram');
    expect(await undoLogLine({ recordedKey: dead.entryKey, entryKey: key() })).toMatchObject({ ok: true });
  });

  test('a move by log line is recorded once, taken back whole, and what looks wrong is asked about before it is recorded', async () => {
    const { logContext, recordLogLine, undoLogLine } = await import('../../src/features/log/actions');
    await as('bram');
    const at = async (code: string) => {
      const { places, holdings } = await logContext();
      const place = places.find((p) => p.code === code)!;
      return holdings.filter((h) => h.placeId === place.id && h.kind === 'fish').map((h) => [h.lotCode, h.count]);
    };
    const meanOf = async (code: string) => {
      const { places, holdings } = await logContext();
      return holdings.find((h) => h.placeId === places.find((p) => p.code === code)!.id)!.meanG!;
    };
    const [before, meanG] = [await at('K6'), await meanOf('K6')];
    expect(words(await recordLogLine({ text: 'K6 move 3 K5', entryKey: key() }))).toMatch(/Mix anyway\?/);
    expect(words(await recordLogLine({ text: 'K6 move 3 R1', entryKey: key() }))).toMatch(/companion stock only/);
    const line = { text: 'K6 move 3 Q1', entryKey: key() };
    expect(await recordLogLine(line)).toMatchObject({ ok: true });
    expect(await recordLogLine(line)).toMatchObject({ ok: true });
    expect(await at('K6')).toEqual([[before[0]![0], (before[0]![1] as number) - 3]]);
    expect(await at('Q1')).toEqual([[before[0]![0], 3]]);
    // Some fish in a tank without a loop do not change what water the cohort has lived in.
    expect(await meanOf('K6')).toBeCloseTo(meanG, 6);
    expect(await meanOf('Q1')).toBeCloseTo(meanG, 6);
    expect(await undoLogLine({ recordedKey: line.entryKey, entryKey: key() })).toMatchObject({ ok: true });
    expect(await at('K6')).toEqual(before);
    expect(await at('Q1')).toEqual([]);
  });

  test('an order: bad days, products and amounts are named by line; a good one is placed', async () => {
    const { askFree, takeOrder } = await import('../../src/features/market/actions');
    await as('mirel');
    const customer = await desk.owner('customer').first();
    const order = {
      customerId: customer.id,
      dueDay: addDays(TODAY, 8),
      lines: [{ productCode: 'mizuna', quantity: 1500 }],
      entryKey: key(),
    };
    expect(words(await takeOrder({ ...order, dueDay: '2026-02-30' }))).toContain('is no day between 2000 and 2100');
    expect(words(await takeOrder({ ...order, dueDay: addDays(TODAY, -1) }))).toBe('That day has passed.');
    expect(words(await takeOrder({ ...order, dueDay: '2029-01-01' }))).toContain('more than a year ahead');
    expect(words(await takeOrder({ ...order, customerId: 'x' }))).toBe('Choose a customer');
    expect(words(await takeOrder({ ...order, lines: [] }))).toBe('Add a line');
    expect(await takeOrder({ ...order, lines: [{ productCode: 'mizuna', quantity: -1 }] })).toMatchObject({
      ok: false,
      fields: { 'lines.0.quantity': ['Order more than 0'] },
    });
    expect(await takeOrder({ ...order, lines: [{ productCode: 'mizuna', quantity: 9e9 }] })).toMatchObject({
      ok: false,
      fields: { 'lines.0.quantity': [expect.stringContaining('check the unit')] },
    });
    expect(await takeOrder({ ...order, lines: [{ productCode: 'caviar', quantity: 1 }] })).toMatchObject({
      ok: false,
      fields: { 'lines.0.productCode': ['Choose a product of this farm.'] },
    });
    const placed = await takeOrder(order);
    expect(placed.ok).toBe(true);
    expect(await takeOrder(order)).toEqual(placed);
    expect(await askFree('mizuna', addDays(TODAY, 8))).toMatch(/g free to promise/);
    expect(await askFree('mizuna', 'soon')).toBeNull();
  });

  test('what is recorded is seen at once, and only what it touches is read again: a reading moves no forecast', async () => {
    const { farmView } = await import('../../src/server/farmView');
    const { recordLogLine } = await import('../../src/features/log/actions');
    const { planStep, editStep } = await import('../../src/features/cohorts/actions');
    const look = () => farmView(on(), async () => null);
    const before = await look();
    expect((await look()).facts).toBe(before.facts);
    expect(await recordLogLine({ text: 'wren ph 6.8', entryKey: key() })).toMatchObject({ ok: true });
    const afterReading = await look();
    expect(afterReading.facts).toBe(before.facts);
    expect(afterReading.forecast).toBe(before.forecast);
    const k6 = before.facts.places.find((p) => p.code === 'K6')!;
    const trout = before.facts.fish.find((f) => f.placeId === k6.id)!;
    expect(await recordLogLine({ text: 'K6 dead 1', entryKey: key() })).toMatchObject({ ok: true });
    const after = await look();
    expect(after.facts.fish.find((f) => f.lotId === trout.lotId && f.placeId === trout.placeId)!.count).toBe(
      trout.count - 1,
    );
    expect(after.steps).toBe(before.steps);
    const step = {
      lotCode: trout.lotCode,
      fromPlaceId: trout.placeId,
      kind: 'move',
      toPlaceId: after.facts.places.find((p) => p.kind === 'tank' && p.id !== trout.placeId)!.id,
      day: addDays(TODAY, 30),
      count: 3,
      entryKey: key(),
    };
    expect((await planStep({ ...step, confirmed: true })).ok).toBe(true);
    const planned = await look();
    expect(planned.steps).toHaveLength(before.steps.length + 1);
    const added = planned.steps.find((s) => s.lotCode === trout.lotCode && s.count === 3 && s.kind === 'move')!;
    const edit = (over: object) => editStep({ stepId: added.id, version: added.version, entryKey: key(), ...over });
    expect((await edit({ day: addDays(TODAY, 31) })).ok).toBe(true);
    const moved = (await look()).steps.find((s) => s.id === added.id)!;
    expect(moved.day).toBe(addDays(TODAY, 31));
    expect((await edit({ version: moved.version, drop: true })).ok).toBe(true);
    expect((await look()).steps.map((s) => s.id)).toEqual(before.steps.map((s) => s.id));
  });

  test('units are the person’s own, and nonsense is refused', async () => {
    const { chooseUnits } = await import('../../src/features/account/actions');
    await as('joram');
    expect(words(await chooseUnits({ mass: 'stone', temperature: 'C', entryKey: key() }))).toBe('Metric or US units');
    expect(await chooseUnits({ mass: 'us', temperature: 'F', entryKey: key() })).toEqual({ ok: true, value: null });
    const { roundPage } = await import('../../src/features/round/queries');
    const page = await roundPage(on());
    expect(page.units).toEqual({ mass: 'us', temperature: 'F' });
    expect(page.jobs.find((j) => j.kind === 'feed')!.amount).toMatch(/oz|lb/);
    await as('ines');
    expect((await roundPage(on())).units.mass).toBe('metric');
  });

  test('signing in says what is missing, and never which of the two was wrong', async () => {
    const route = await import('../../src/app/api/session/route');
    const enter = async (body: unknown, headers: Record<string, string> = {}) => {
      const init = {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'content-type': 'application/json', ...headers },
      };
      const response = await route.POST(new Request('http://farm.test/api/session', init));
      return {
        status: response.status,
        ...((await response.json()) as { ok: boolean; fields?: Record<string, string[]> }),
      };
    };
    await as(null);
    expect(await enter({ name: '', password: 'x' })).toMatchObject({
      ok: false,
      fields: { name: ['Give your sign-in name'] },
    });
    expect(await enter({ name: 'ines' })).toMatchObject({ ok: false, fields: { password: ['Give your password'] } });
    expect(await enter({ name: 'ines', password: 'wrong' })).toEqual(
      await enter({ name: 'nobody', password: 'wrong' }),
    );
    expect(words(await enter({ name: 'x'.repeat(999), password: 'y' }))).toContain('At most 200');
    expect(
      (await enter({ name: 'ines', password: 'heron-loop' }, { origin: 'https://elsewhere.test', host: 'farm.test' }))
        .status,
    ).toBe(403);
    expect(cookie('crop_cycle_session')).toBeUndefined();
    expect(await enter({ name: 'ines', password: 'heron-loop' })).toMatchObject({ ok: true, status: 200 });
    expect(cookie('crop_cycle_session')).toMatch(/^[\w-]{40,}$/);
    expect(cookie('crop_cycle_device')).toMatch(/^[\w-]{40,}$/);
    await route.DELETE(
      new Request('http://farm.test/api/session', {
        method: 'DELETE',
        body: '{}',
        headers: { 'content-type': 'application/json' },
      }),
    );
    expect(cookie('crop_cycle_session')).toBeUndefined();
  });

  test('keeping a draft: only managers, only slides, only within a year', async () => {
    const { keep } = await import('../../src/features/season/actions');
    const shift = { change: 'shift', groupId: key(), days: 1 };
    await as('bram');
    expect(words(await keep({ name: 'x', changes: [shift], base: {}, entryKey: key() }))).toContain(
      'This is for a manager',
    );
    await as('ines');
    expect(words(await keep({ name: '', changes: [shift], base: {}, entryKey: key() }))).toBe('Give the draft a name');
    expect(words(await keep({ name: 'x', changes: [], base: {}, entryKey: key() }))).toBe('Nothing was changed.');
    expect(words(await keep({ name: 'x', changes: [{ ...shift, days: 999 }], base: {}, entryKey: key() }))).toBe(
      'Slide by at most a year',
    );
    expect(
      words(await keep({ name: 'x', changes: [{ ...shift, change: 'drop' }], base: {}, entryKey: key() })),
    ).toContain('Only slides');
    expect(words(await keep({ name: 'x', changes: [shift], base: {}, entryKey: key() }))).toContain(
      'no longer in the plan',
    );
  });
});
