import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, faults, on, place, TODAY, visit } from './visitor';

/** Nobody is misled: what was tried as a new user would, and went wrong. */
let run: (command: string, body: Record<string, unknown>) => Promise<{ ok: boolean; value?: unknown }>;
visit(async () => {
  const { runCommand } = await import('../../src/commands/registry');
  const { currentPerson } = await import('../../src/server/session');
  run = async (command, body) =>
    runCommand(await currentPerson(), { command, version: 1, entryKey: randomUUID(), body }) as never;
});

const round = async () => (await import('../../src/features/round/queries')).roundPage(on());
const market = async () => (await import('../../src/features/market/queries')).marketPage(on());

describe('a taste that is not clean', () => {
  test('keeps the fish back at once: harvest and next taste move, orders are named, Market counts them later, a decision is asked for', async () => {
    const taste = await desk
      .owner('plan_step')
      .where({ kind: 'taste', state: 'planned' })
      .andWhere('lot_code', 'like', 'TRT%')
      .orderBy('day')
      .first();
    const group = { group_id: taste.group_id };
    await desk
      .owner('plan_step')
      .where(group)
      .whereIn('kind', ['feed_stop', 'purge', 'exchange'])
      .update({ state: 'done', done_on: TODAY });
    await desk.owner('plan_step').where(group).whereIn('kind', ['taste']).update({ day: TODAY });
    await desk
      .owner('plan_step')
      .where(group)
      .whereIn('kind', ['harvest'])
      .update({ day: addDays(TODAY, 1) });
    const supply = async () => {
      const { rows } = await market();
      return rows.find((r) => r.product === 'Rainbow trout')!.cells.map((c) => c.why.expected);
    };
    const before = await supply();
    const outcome = await run('purge.taste', { stepId: taste.id, passed: false, note: 'earthy' });
    expect(outcome).toMatchObject({ ok: true });
    expect(String(outcome.value)).toMatch(
      /not clean\. The fish are kept back: taste again on 12 Jun, harvest on 13 Jun/,
    );
    const steps = await desk.owner('plan_step').where(group);
    const dayOf = (kind: string) => steps.find((s) => s.kind === kind)!.day;
    expect([dayOf('taste'), dayOf('harvest')]).toEqual([addDays(TODAY, 2), addDays(TODAY, 3)]);
    const page = await round();
    expect(page.troubles.find((t) => t.kind === 'taste')).toMatchObject({ tone: 'danger', station: 'purge' });
    expect(page.jobs.some((j) => j.stepId === taste.id)).toBe(false);
    const later = await (await import('../../src/features/round/queries')).roundPage(on({ day: addDays(TODAY, 2) }));
    expect(later.jobs.some((j) => j.stepId === taste.id)).toBe(true);
    expect((await supply()).length).toBe(before.length);
    // Who moved the steps, from which day to which, is kept.
    expect(await desk.owner('plan_event').where({ step_id: taste.id })).not.toEqual([]);
  });
});

describe('large amounts', () => {
  test('400 g typed for 40 is asked about by the ration of the tank, and recorded with a yes', async () => {
    const job = (await round()).jobs.find((j) => j.kind === 'feed' && !j.done)!;
    const placeId = await place(job.place);
    const fed = { placeId, massG: Math.round(job.expected.massG! * 10), response: 'eager' };
    expect(faults(await run('fish.feed', fed)).confirm![0]).toMatch(
      /the day’s ration is [\d,]+ g. Is the amount right/,
    );
    expect(await run('fish.feed', { ...fed, massG: job.expected.massG! })).toMatchObject({ ok: true });
  });

  test('many dead are asked about with their share, on the log line as well', async () => {
    const said = faults(await run('log.line', { text: 'H8 dead 400' }));
    expect(said.confirm![0]).toMatch(/400 of \d+ fish dead, \d+ % of them/);
    expect(await run('log.line', { text: 'H8 dead 400', confirmed: true })).toMatchObject({ ok: true });
  });
});

describe('orders', () => {
  test('over what is free they ask; taken all the same, the order names its shortfall and where to mend it', async () => {
    await as('mirel');
    const customer = await desk.owner('customer').first();
    const order = {
      customerId: customer.id,
      dueDay: addDays(TODAY, 9),
      lines: [{ productCode: 'mizuna', quantity: 900_000 }],
    };
    expect(faults(await run('order.place', order)).confirm![0]).toMatch(
      /of mizuna is free on 19 Jun: [\d,.]+ kg of this order would be short/,
    );
    const placed = await run('order.place', { ...order, confirmed: true });
    expect(placed.ok).toBe(true);
    const { orderPage } = await import('../../src/features/market/queries');
    const page = await orderPage(placed.value as string, on());
    expect(Object.values(page.short)).toEqual([expect.objectContaining({ mendAt: '/beds' })]);
  });

  test('a lot past its use-by on the delivery day is set aside only with a manager’s reason', async () => {
    const lot = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .join('product as r', 'r.code', 'l.product_code')
      .where({ 'p.code': 'COLD', 'r.unit': 'kg' })
      .andWhere('b.mass_g', '>', 2000)
      .first('b.lot_id', 'l.product_code', 'r.shelf_life_days');
    await desk
      .owner('lot')
      .where({ id: lot.lot_id })
      .update({ began_on: addDays(TODAY, -lot.shelf_life_days) });
    const customer = await desk.owner('customer').first();
    const placed = await run('order.place', {
      customerId: customer.id,
      confirmed: true,
      dueDay: addDays(TODAY, 3),
      lines: [{ productCode: lot.product_code, quantity: 1000 }],
    });
    const line = await desk
      .owner('order_line')
      .where({ order_id: placed.value as string })
      .first();
    const wish = { orderId: placed.value, version: 1, lineId: line.id, lotId: lot.lot_id, quantity: 1000 };
    expect(faults(await run('order.setAside', wish)).reason![0]).toMatch(
      /is to be used by 10 Jun; this order is due on 13 Jun/,
    );
    await as('bram');
    expect(faults(await run('order.setAside', { ...wish, reason: 'they know and agreed' })).reason![0]).toMatch(
      /Only a manager/,
    );
    await as('ines');
    expect(await run('order.setAside', { ...wish, reason: 'they know and agreed' })).toMatchObject({ ok: true });
  });
});

describe('goods', () => {
  test('what was set aside can be put back, and is free for other orders again', async () => {
    const lot = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .join('product as r', 'r.code', 'l.product_code')
      .where({ 'p.code': 'COLD', 'r.unit': 'kg' })
      .andWhere('b.mass_g', '>', 2000)
      .orderBy('l.began_on', 'desc')
      .first('b.lot_id', 'l.product_code', 'b.mass_g');
    const customer = await desk.owner('customer').first();
    const placed = await run('order.place', {
      customerId: customer.id,
      confirmed: true,
      dueDay: TODAY,
      lines: [{ productCode: lot.product_code, quantity: 1000 }],
    });
    const line = await desk
      .owner('order_line')
      .where({ order_id: placed.value as string })
      .first();
    await run('order.setAside', {
      orderId: placed.value,
      version: 1,
      lineId: line.id,
      lotId: lot.lot_id,
      quantity: 1000,
      reason: 'today is fine',
    });
    const { orderPage } = await import('../../src/features/market/queries');
    const page = await orderPage(placed.value as string, on());
    const { movementId } = page.order.lines[0]!.setAside[0]!;
    expect(
      await run('order.putBack', { orderId: placed.value, version: page.order.version, movementId }),
    ).toMatchObject({ ok: true });
    const inCold = await desk
      .owner('balance as b')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'b.lot_id': lot.lot_id, 'p.code': 'COLD' })
      .first('b.mass_g');
    expect(inCold.mass_g).toBe(lot.mass_g);
    const again = await run('order.putBack', { orderId: placed.value, version: page.order.version + 1, movementId });
    expect(faults(again).movementId![0]).toMatch(/not reserved for this order any more/);
  });

  test('what is past its day is said in the cold room and can be written off, with a reason that is kept', async () => {
    const past = (await market()).cold.find((l) => l.past && l.unit === 'kg')!;
    const wish = { lotId: past.lotId, quantity: past.quantity, reason: 'past its use-by' };
    expect(faults(await run('stock.writeOff', { ...wish, quantity: past.quantity + 5000 })).quantity![0]).toMatch(
      /holds less than that/,
    );
    expect(await run('stock.writeOff', wish)).toMatchObject({ ok: true });
    expect((await market()).cold.some((l) => l.lotId === past.lotId)).toBe(false);
    const kept = await desk.owner('movement').where({ lot_id: past.lotId, reason: 'waste' }).first();
    expect(kept.note).toBe('past its use-by');
  });
});

describe('fish take their plan with them', () => {
  const openHarvests = (lotCode: string) =>
    desk.owner('plan_step').where({ lot_code: lotCode, kind: 'harvest', state: 'planned' }).orderBy('day');
  const inK6 = async () =>
    desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'p.code': 'K6', 'l.kind': 'cohort' })
      .andWhere('b.count', '>', 0)
      .first('l.code', 'l.id', 'b.count', 'p.id as place');

  test('all of a tank moved by hand: what was planned from it is planned from where they are now', async () => {
    const fish = await inK6();
    const planned = await desk
      .owner('plan_step')
      .where({ lot_code: fish.code, state: 'planned', from_place_id: fish.place });
    expect(planned.length).toBeGreaterThan(3);
    const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
    const meanG = (await cohortsPage(on())).rows.find((r) => r.lotCode === fish.code)!.meanG;
    const to = await place('H8');
    const moved = await run('fish.move', {
      lotCode: fish.code,
      fromPlaceId: fish.place,
      toPlaceId: to,
      count: fish.count,
      massG: fish.count * meanG,
      dead: 0,
      confirmed: true,
    });
    expect(moved).toMatchObject({ ok: true });
    expect(JSON.stringify(moved.value)).toMatch(/What was planned for them goes with them/);
    const after = await desk.owner('plan_step').whereIn(
      'id',
      planned.map((s) => s.id),
    );
    expect(new Set(after.map((s) => s.from_place_id))).toEqual(new Set([to]));
    const back = {
      lotCode: fish.code,
      fromPlaceId: to,
      toPlaceId: fish.place,
      count: fish.count,
      massG: fish.count * meanG,
      dead: 0,
      confirmed: true,
    };
    expect(await run('fish.move', back)).toMatchObject({ ok: true });
  });

  test('graded: harvests follow the large ones in order of day as long as there are enough; the rest stays, and it is said', async () => {
    const fish = await inK6();
    const before = await openHarvests(fish.code);
    const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
    const meanG = (await cohortsPage(on())).rows.find((r) => r.lotCode === fish.code)!.meanG;
    const large = before[0].count * 2 + 10;
    const small = fish.count - large;
    const graded = await run('fish.grade', {
      lotCode: fish.code,
      fromPlaceId: fish.place,
      thresholdG: meanG,
      largePlaceId: await place('Q1'),
      smallPlaceId: fish.place,
      largeCount: large,
      largeG: large * meanG * 1.12,
      smallCount: small,
      smallG: small * meanG * 0.9,
      confirmed: true,
    });
    expect(graded).toMatchObject({ ok: true });
    const code = `${fish.code}L`;
    expect(JSON.stringify(graded.value)).toContain(`2 planned harvests go with the large ones, ${code}`);
    const [gone, left] = [await openHarvests(code), await openHarvests(fish.code)];
    expect(gone.map((s) => s.id)).toEqual(before.slice(0, 2).map((s) => s.id));
    expect(left).toHaveLength(before.length - 2);
    // Their feed stops, and is moved to purge, where they stand now.
    const stops = await desk
      .owner('plan_step')
      .where({ kind: 'feed_stop' })
      .whereIn(
        'group_id',
        gone.map((s) => s.group_id),
      );
    expect(new Set(stops.map((s) => s.from_place_id))).toEqual(new Set([await place('Q1')]));
  });

  test('graded fish keep their share of the cost: a kilogram costs the same, and nothing is counted twice', async () => {
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const fish = await inK6();
    const [small, large] = [await cohortPage(fish.code, on()), await cohortPage(`${fish.code}L`, on())];
    const total = (p: typeof small) => (p.cost.fishMinor ?? 0) + p.cost.feedMinor;
    expect(large.cost.cameMinor).toBeCloseTo(small.cost.wentMinor, 0);
    expect(total(large)).toBeCloseTo(large.cost.cameMinor, 0);
    // The same but for what the boxes weighed more or less than the forecast.
    expect(large.cost.perKgMinor! / small.cost.perKgMinor!).toBeCloseTo(1, 1);
    expect(large.because.cost.inputs.map((i) => i.label).join()).toMatch(`brought along by fish of ${fish.code}`);
    expect(small.because.cost.inputs.map((i) => i.label).join()).toMatch(`went on with ${fish.code}L`);
  });

  test('a grading is taken back while nothing rests on it: fish, plan and cost are as they were', async () => {
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const fish = await inK6();
    const code = `${fish.code}L`;
    const graded = await desk
      .owner('movement as m')
      .join('lot as l', 'l.id', 'm.lot_id')
      .where({ 'l.code': code, 'm.reason': 'grade' })
      .first('m.id', 'm.lot_id');
    const takeBack = () => run('entry.takeBack', { kind: 'movement', id: graded.id });
    const moved = (await openHarvests(code)).map((s) => s.id);
    const q1 = await place('Q1');
    expect(await run('fish.dead', { lotId: graded.lot_id, placeId: q1, count: 1 })).toMatchObject({ ok: true });
    expect(faults(await takeBack()).form![0]).toMatch(`${code} died on 10 Jun, after it. Take that back first.`);
    const died = await desk
      .owner('movement as m')
      .join('lot as l', 'l.id', 'm.lot_id')
      .where({ 'l.code': code, 'm.reason': 'dead' })
      .first('m.id');
    expect(await run('entry.takeBack', { kind: 'movement', id: died.id })).toMatchObject({ ok: true });
    expect(await takeBack()).toMatchObject({ ok: true });
    const harvests = await desk.owner('plan_step').whereIn('id', moved);
    expect(harvests.map((s) => [s.lot_code, s.from_place_id])).toEqual(
      moved.map(() => [fish.code, expect.any(String)]),
    );
    const groups = await desk
      .owner('plan_step')
      .whereIn(
        'group_id',
        harvests.map((s) => s.group_id),
      )
      .andWhere({ kind: 'feed_stop' });
    expect(new Set(groups.map((s) => s.from_place_id))).toEqual(new Set([fish.place]));
    const page = await cohortPage(fish.code, on());
    expect(page.places).toMatchObject([{ place: 'K6' }]);
    expect(page.cost).toMatchObject({ cameMinor: 0, wentMinor: 0 });
    expect(page.offspring).toEqual([]);
    expect(faults(await takeBack()).form![0]).toMatch(/taken back already/);
  });

  test('a move taken back gives its plan back too', async () => {
    const fish = await inK6();
    const planned = await desk
      .owner('plan_step')
      .where({ lot_code: fish.code, state: 'planned', from_place_id: fish.place });
    const to = await place('H8');
    const move = {
      lotCode: fish.code,
      fromPlaceId: fish.place,
      toPlaceId: to,
      count: fish.count,
      massG: fish.count * 240,
      dead: 0,
      confirmed: true,
    };
    expect(await run('fish.move', move)).toMatchObject({ ok: true });
    const moved = await desk
      .owner('movement')
      .where({ lot_id: fish.id, reason: 'move', to_place_id: to, count: fish.count });
    const standing = moved.find((m) => m.mass_g === fish.count * 240);
    expect(await run('entry.takeBack', { kind: 'movement', id: standing!.id })).toMatchObject({ ok: true });
    const after = await desk.owner('plan_step').whereIn(
      'id',
      planned.map((s) => s.id),
    );
    expect(new Set(after.map((s) => s.from_place_id))).toEqual(new Set([fish.place]));
  });
});

describe('a planned temperature', () => {
  const temperatures = async () => {
    const page = await (await import('../../src/features/cohorts/temperature/temperatureQuery')).temperaturePage(on());
    return page.loops.find((l) => l.name === 'Kingfisher')!;
  };
  const wish = async () => ({
    loopId: (await temperatures()).id,
    from: addDays(TODAY, 20),
    until: addDays(TODAY, 40),
    tempC: 27,
  });

  test('says what it means before it is kept, and can be taken back: what was planned before holds again', async () => {
    const body = await wish();
    const asked = faults(await run('setup.temperature', body)).confirm![0]!;
    expect(asked).toMatch(/Kingfisher loop: 27.0 °C from 30 Jun for 20 days: too warm for rainbow trout/);
    expect(asked).toMatch(/of market size/);
    expect(await temperatures()).toMatchObject({ plan: [] });
    const other = { ...body, from: addDays(TODAY, 10), until: null, tempC: 12 };
    expect(await run('setup.temperature', { ...other, until: undefined, confirmed: true })).toMatchObject({ ok: true });
    expect(await run('setup.temperature', { ...body, confirmed: true })).toMatchObject({ ok: true });
    const [older, newer] = (await temperatures()).plan;
    expect([older!.tempC, newer!.tempC]).toEqual([12, 27]);
    expect(await run('setup.dropTemperature', { settingId: newer!.id, confirmed: true })).toMatchObject({ ok: true });
    const on30 = await (
      await import('../../src/features/cohorts/temperature/temperatureQuery')
    ).temperaturePage(on({ day: addDays(TODAY, 30) }));
    expect(on30.loops.find((l) => l.name === 'Kingfisher')!.todayC).toBe(12);
    expect(faults(await run('setup.dropTemperature', { settingId: newer!.id })).form![0]).toMatch(
      /taken back meanwhile/,
    );
    expect(await run('setup.dropTemperature', { settingId: older!.id, confirmed: true })).toMatchObject({ ok: true });
    expect(await temperatures()).toMatchObject({ plan: [] });
  });

  test('is a draft on Season until it is kept; nothing holds before, and the day it is kept counts', async () => {
    const { seasonPage } = await import('../../src/features/season/queries');
    const draftId = (await run('draft.layWater', await wish())).value as string;
    expect(await temperatures()).toMatchObject({ plan: [] });
    const { opened } = await seasonPage(on({ draft: draftId }));
    expect(opened).toMatchObject({
      name: 'Kingfisher loop 27.0 °C from 30 Jun until 20 Jul',
      changes: [{ change: 'water', tempC: 27 }],
    });
    const kept = await run('draft.keep', { name: opened!.name, changes: [], base: {}, draftId });
    expect(String(kept.value)).toMatch(/Its temperature is planned; Cohorts, Temperature takes it back/);
    const [setting] = (await temperatures()).plan;
    expect(setting).toMatchObject({ tempC: 27, by: expect.stringMatching(/^Ines/) });
    expect(await run('setup.dropTemperature', { settingId: setting!.id, confirmed: true })).toMatchObject({ ok: true });
    const late = (await run('draft.layWater', { ...(await wish()), until: undefined, from: TODAY })).value as string;
    await desk
      .owner('draft')
      .where({ id: late })
      .update({
        changes: JSON.stringify([
          { change: 'water', loopId: (await temperatures()).id, from: addDays(TODAY, -1), until: null, tempC: 12 },
        ]),
      });
    expect(faults(await run('draft.keep', { name: 'x', changes: [], base: {}, draftId: late })).from![0]).toMatch(
      /that day has passed/,
    );
    await run('draft.discard', { draftId: late });
  });
});

test('warnings judge fish as they are today, not as they were at the last sample', async () => {
  const { knownFarm } = await import('../../src/server/farmCache');
  const { forecastFarm } = await import('../../src/core/plan/forecast');
  const { inFarm } = await import('../../src/db/connection');
  const { currentPerson } = await import('../../src/server/session');
  const { farmId, personId } = (await currentPerson())!;
  const { facts } = await inFarm(desk.app, { farmId, personId }, (tx) => knownFarm(tx, { farmId, day: TODAY }));
  const samples = await desk.owner('sample').orderBy('farm_day', 'desc').orderBy('taken_at', 'desc');
  const grown = facts.fish.map((fish) => ({
    fish,
    sampleG: Number(samples.find((s) => s.lot_id === fish.lotId)?.mean_g),
    todayG: forecastFarm(facts, []).fish.find((s) => s.lotCode === fish.lotCode && s.placeId === fish.placeId)!
      .meanG[0]!,
  }));
  const { fish, sampleG, todayG } = grown.find(
    (g) => g.fish.count > 50 && !g.fish.feedStoppedOn && g.fish.sampledOn! < TODAY && g.todayG > g.sampleG * 1.01,
  )!;
  const warned = (smallest: number) => {
    const species = facts.species.map((s) =>
      s.code === fish.speciesCode ? { ...s, marketG: [smallest, 5000] as [number, number] } : s,
    );
    const step = {
      id: 's',
      groupId: 'g',
      kind: 'harvest' as const,
      day: TODAY,
      lotCode: fish.lotCode,
      speciesCode: fish.speciesCode,
      cropCode: null,
      fromPlaceId: fish.placeId,
      toPlaceId: null,
      count: fish.count,
      detail: {},
      version: 1,
    };
    return forecastFarm({ ...facts, species }, [step]).warnings.filter((w) => w.kind === 'small').length;
  };
  expect(warned((todayG + sampleG) / 2)).toBe(0);
  expect(warned(todayG * 1.3)).toBe(1);
});
