import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, place, run, said, standing, TODAY, visit } from './visitor';

/** A planting’s whole way, as the greens hand records it; every record can be taken back. */
visit();

const lotOf = async (code: string): Promise<string> => (await desk.owner('lot').where({ code }).first('id')).id;
const steps = async (code: string) =>
  desk.owner('plan_step').where({ lot_code: code, state: 'planned' }).orderBy(['day', 'kind']);

async function sown(cropCode: string, count: number): Promise<{ code: string; lotId: string }> {
  const answer = await run('plants.sowNow', { cropCode, count, placeId: await place('NB') });
  expect(answer, said(answer)).toMatchObject({ ok: true });
  const [, code] = / as ([A-Z0-9-]+)\./.exec((answer.value as { words: string }).words)!;
  return { code: code!, lotId: await lotOf(code!) };
}

/** The emptiest bed of a kind, so that there is room in it. */
async function emptied(code: string): Promise<string> {
  const placeId = await place(code);
  const held = await desk
    .owner('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'b.place_id': placeId, 'l.kind': 'planting' })
    .where('b.count', '>', 0)
    .select('b.lot_id');
  for (const { lot_id: lotId } of held) {
    const answer = await run('plants.clearNow', { lotId, placeId, confirmed: true });
    expect(answer, said(answer)).toMatchObject({ ok: true });
  }
  return placeId;
}

describe('a pick of the round', () => {
  test('with what comes in from the bench it is one entry: taken back, the job is open and the bench as it was', async () => {
    await as('bram');
    const r5 = await place('R5');
    const step = await desk
      .owner('plan_step as s')
      .join('lot as l', 'l.code', 's.lot_code')
      .join('balance as b', (on) => void on.on('b.lot_id', 'l.id').on('b.place_id', 's.from_place_id'))
      .where({ 's.kind': 'pick', 's.state': 'planned', 's.from_place_id': r5 })
      .where('b.count', '>', 30)
      .orderBy('s.day')
      .first('s.id', 's.lot_code', 'b.count', 'l.crop_code');
    expect(step).toBeTruthy();
    const { code, lotId } = await sown(step.crop_code, 120);
    const key = randomUUID();
    const refill = { refillLotId: lotId, refillCount: 36, confirmed: true };
    const answer = await run('plants.pick', { stepId: step.id, quantity: 24, ...refill }, key);
    expect(said(answer)).toMatch(/Packed as PP-.*36 .* stand at the beginning/);
    expect(await standing([code])).toEqual({ [`${code} NB`]: 84, [`${code} R5`]: 36 });
    expect((await desk.owner('plan_step').where({ id: step.id }).first('state')).state).toBe('done');

    expect(said(await run('entry.takeBack', { recordedKey: key }))).toMatch(/Taken back/);
    expect(await standing([code])).toEqual({ [`${code} NB`]: 120 });
    expect((await desk.owner('plan_step').where({ id: step.id }).first('state')).state).toBe('planned');
  });
});

describe('what a transplant leaves on the bench', () => {
  test('stays there and is told, or goes to compost when that is said; taken back, all is as it was', async () => {
    await as('bram');
    const [nb, r4] = [await place('NB'), await emptied('R4')];
    const { code, lotId } = await sown('mizuna', 200);
    const body = { lotId, placeId: nb, toPlaceId: r4, count: 120, lost: 4 };
    const stay = randomUUID();
    expect(said(await run('plants.moveOn', body, stay))).toMatch(/76 of .* stay on NB; enter them as lost/);
    expect(await standing([code])).toEqual({ [`${code} NB`]: 76, [`${code} R4`]: 120, [`${code} COMPOST`]: 4 });
    expect((await run('entry.takeBack', { recordedKey: stay })).ok).toBe(true);

    const gone = randomUUID();
    expect(said(await run('plants.moveOn', { ...body, others: 'compost' }, gone))).toMatch(
      /76 of .* went from NB to compost/,
    );
    expect(await standing([code])).toEqual({ [`${code} R4`]: 120, [`${code} COMPOST`]: 80 });
    expect((await run('entry.takeBack', { recordedKey: gone })).ok).toBe(true);
    expect(await standing([code])).toEqual({ [`${code} NB`]: 200 });
    expect((await run('plants.moveOn', { ...body, others: 'elsewhere' })).fields?.others?.[0]).toMatch(/Choose what/);
    await run('plants.clearNow', { lotId, placeId: nb, confirmed: true });
  });

  test('between beds nothing is asked: what does not move stays', async () => {
    await as('bram');
    const [nb, r4, r5] = [await place('NB'), await emptied('R4'), await emptied('R5')];
    const { code, lotId } = await sown('mizuna', 100);
    await run('plants.moveOn', { lotId, placeId: nb, toPlaceId: r4, count: 100 });
    const answer = await run('plants.moveOn', { lotId, placeId: r4, toPlaceId: r5, count: 30, others: 'compost' });
    expect(said(answer)).not.toMatch(/compost|stay on/);
    expect(await standing([code])).toEqual({ [`${code} R4`]: 70, [`${code} R5`]: 30 });
  });
});

describe('more than the books have', () => {
  const counted = async (code: string) =>
    Number(
      (
        await desk
          .owner('balance as b')
          .join('lot as l', 'l.id', 'b.lot_id')
          .join('place as p', 'p.id', 'b.place_id')
          .where({ 'l.code': code, 'p.role': 'counted' })
          .first('b.count')
      )?.count ?? 0,
    );

  test('heads picked are asked about, come from “Counted otherwise”, and go back there; a farm without it gets it', async () => {
    await as('bram');
    const row = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'p.kind': 'bed', 'l.kind': 'planting', 'l.crop_code': 'butterhead-lettuce' })
      .where('b.count', '>', 20)
      .orderBy('l.code')
      .first('l.id as lotId', 'l.code', 'p.id as placeId', 'b.count');
    await desk.owner('place').where({ role: 'counted' }).del();
    const wish = { lotId: row.lotId, placeId: row.placeId, quantity: Number(row.count) + 6 };
    expect(said(await run('plants.pickNow', wish))).toMatch(/By the books .* stand here; .* Were that many counted/);
    expect(await counted(row.code)).toBe(0);
    const key = randomUUID();
    expect(await run('plants.pickNow', { ...wish, confirmed: true }, key)).toMatchObject({ ok: true });
    expect(await counted(row.code)).toBe(-6);
    await as('ines');
    expect(await run('entry.takeBack', { recordedKey: key })).toMatchObject({ ok: true });
    expect(await counted(row.code)).toBe(0);
  });
});

describe('an unplanned planting', () => {
  test('sown, counted, in two beds, lost, cut, cleared: every plant is accounted for and the plan goes along', async () => {
    await as('bram');
    const [nb, r4, r5] = [await place('NB'), await emptied('R4'), await emptied('R5')];
    const { code, lotId } = await sown('mizuna', 300);
    const planned = await steps(code);
    expect(planned.map((s) => s.kind)).toEqual(expect.arrayContaining(['transplant', 'pick', 'clear']));

    const up = await run('plants.cameUp', { lotId, placeId: nb, count: 200 });
    expect(said(up)).toMatch(/200 of 300 came up \(67 %/);
    expect(said(await run('plants.cameUp', { lotId, placeId: nb, count: 301 }))).toMatch(/301 is more than that/);
    expect((await steps(code)).every((s) => s.count <= 200)).toBe(true);

    expect((await run('plants.moveOn', { lotId, placeId: nb, toPlaceId: r4, count: 120, lost: 5 })).ok).toBe(true);
    const again = await run('plants.moveOn', { lotId, placeId: r4, toPlaceId: r5, count: 40 });
    expect(said(again)).toMatch(/40 of .* stand in R5 now/);
    expect(await standing([code])).toEqual({
      [`${code} NB`]: 175,
      [`${code} R4`]: 80,
      [`${code} R5`]: 40,
      [`${code} COMPOST`]: 5,
    });
    // Each bed has its own picks of its own plants.
    const picks = (await steps(code)).filter((s) => s.kind === 'pick');
    const of = (placeId: string) => picks.filter((s) => s.from_place_id === placeId);
    expect(of(r4).length).toBeGreaterThan(0);
    expect(of(r5).map((s) => s.count)).toEqual(of(r4).map(() => 40));

    expect(said(await run('plants.lose', { lotId, placeId: r5, count: 41, cause: 'bolted' }))).toMatch(/41 is more/);
    expect(said(await run('plants.lose', { lotId, placeId: r5, count: 4, cause: 'bolted' }))).toMatch(
      /4 of .* lost in R5 \(bolted\), 36 left/,
    );
    expect(said(await run('plants.clearNow', { lotId, placeId: r5 }))).toMatch(
      /36 plants go to compost; \d+ planned picks? taken out/,
    );
    const cleared = randomUUID();
    expect((await run('plants.clearNow', { lotId, placeId: r5, confirmed: true }, cleared)).ok).toBe(true);
    expect((await steps(code)).some((s) => s.from_place_id === r5)).toBe(false);
    const back = await run('entry.takeBack', { recordedKey: cleared });
    expect(said(back)).toMatch(/stand where they stood/);
    expect((await standing([code]))[`${code} R5`]).toBe(36);
    expect((await steps(code)).some((s) => s.from_place_id === r5)).toBe(true);
  });

  test('more plants than places are asked about with how many fit; into the wrong kind of bed too', async () => {
    const { lotId } = await sown('butterhead-lettuce', 900);
    const r1 = await emptied('R1');
    const full = await run('plants.moveOn', { lotId, placeId: await place('NB'), toPlaceId: r1, count: 800 });
    expect(full.fields?.confirm?.[0]).toMatch(/R1 has room for 660 of them at that spacing; 800 is more/);
    const bucket = await run('plants.moveOn', {
      lotId,
      placeId: await place('NB'),
      toPlaceId: await place('B1'),
      count: 5,
    });
    expect(bucket.fields?.confirm?.[0]).toMatch(/is not grown on bucket/);
  });

  test('seed that is not there, a bench that is none: said beside the field', async () => {
    const none = await run('plants.sowNow', { cropCode: 'mizuna', count: 900_000, placeId: await place('NB') });
    expect(none.fields?.count?.[0]).toMatch(/The seed store holds/);
    const tank = await run('plants.sowNow', { cropCode: 'mizuna', count: 10, placeId: await place('H3') });
    expect(tank.fields?.placeId?.[0]).toBe('Choose a bench.');
  });
});

describe('dense first, then re-spaced', () => {
  test('the recipe’s spacing is recorded on its day, two spacings stand in one bed, and taking back puts them as they were', async () => {
    const crop = await desk.owner('crop').where({ code: 'tatsoi' }).first('params');
    const stages = [
      { days: 10, perM2: crop.params.finalPerM2 * 4 },
      { days: crop.params.finalDays - 10, perM2: crop.params.finalPerM2 },
    ];
    await desk
      .owner('crop')
      .where({ code: 'tatsoi' })
      .update({ params: JSON.stringify({ ...crop.params, stages }) });
    const [nb, r5] = [await place('NB'), await emptied('R5')];
    const { code, lotId } = await sown('tatsoi', 200);
    expect((await steps(code)).map((s) => s.kind)).toContain('respace');
    expect((await run('plants.moveOn', { lotId, placeId: nb, toPlaceId: r5, count: 160 })).ok).toBe(true);
    const { loadFacts } = await import('../../src/db/slices');
    const { farm_id: farmId } = await desk.owner('farm').where({ is_demo: true }).first('farm_id');
    const stands = async () =>
      (await desk.in({ farmId }, (tx) => loadFacts(tx, TODAY, true))).plantings
        .filter((p) => p.lotCode === code && p.transplantedOn)
        .map((p) => [p.stage ?? 0, p.count, p.stageFrom ?? p.transplantedOn]);
    const key = randomUUID();
    const spaced = await run('plants.moveOn', { lotId, placeId: r5, toPlaceId: r5, count: 100, stage: 1 }, key);
    expect(said(spaced)).toMatch(/100 of .* stand at their next spacing/);
    expect(await stands()).toEqual([
      [1, 100, TODAY],
      [0, 60, TODAY],
    ]);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect(await stands()).toEqual([[0, 160, TODAY]]);
    expect(said(await run('plants.moveOn', { lotId, placeId: r5, toPlaceId: r5, count: 10 }))).toMatch(
      /They stand there already/,
    );
  });
});

describe('picked before its day', () => {
  test('a cut does the planned one and the next follows it; heads picked in part leave the rest for their day', async () => {
    const [nb, r4, r5] = [await place('NB'), await emptied('R4'), await emptied('R5')];
    const cut = await sown('mizuna', 200);
    await run('plants.moveOn', { lotId: cut.lotId, placeId: nb, toPlaceId: r4, count: 100 });
    const picks = async (code: string) =>
      (await steps(code)).filter((s) => s.kind === 'pick' && [r4, r5].includes(s.from_place_id));
    const planned = await picks(cut.code);
    expect((await run('plants.pickNow', { lotId: cut.lotId, placeId: r4, quantity: 900 })).ok).toBe(true);
    const after = await picks(cut.code);
    expect(after.map((s) => s.detail.cut)).toEqual(planned.slice(1).map((s) => s.detail.cut));
    expect(after[0]!.day < planned[1]!.day).toBe(true);
    // Another basket of the same morning is the same cut.
    expect((await run('plants.pickNow', { lotId: cut.lotId, placeId: r4, quantity: 300 })).ok).toBe(true);
    expect((await picks(cut.code)).length).toBe(after.length);

    const heads = await sown('butterhead-lettuce', 200);
    await run('plants.moveOn', { lotId: heads.lotId, placeId: nb, toPlaceId: r5, count: 100, confirmed: true });
    const key = randomUUID();
    expect((await run('plants.pickNow', { lotId: heads.lotId, placeId: r5, quantity: 30 }, key)).ok).toBe(true);
    expect((await picks(heads.code)).map((s) => s.count)).toEqual([70]);
    expect((await run('plants.pickNow', { lotId: heads.lotId, placeId: r5, quantity: 70 })).ok).toBe(true);
    expect(await picks(heads.code)).toEqual([]);
  });
});

describe('sown every so many days', () => {
  test('is in the plan after a yes to what it means; a hand may not, and what is too late is said', async () => {
    const body = {
      cropCode: 'tatsoi',
      bedId: await place('R5'),
      firstPick: addDays(TODAY, 70),
      everyDays: 10,
      times: 3,
      plants: 40,
    };
    await as('bram');
    expect((await run('plan.repeatSowing', body)).ok).toBe(false);
    await as('ines');
    const early = await run('plan.repeatSowing', { ...body, firstPick: addDays(TODAY, 2), times: 1 });
    expect(early.fields?.firstPick?.[0]).toMatch(/would have had to be sown before today/);
    const before = Number(
      (await desk.owner('plan_step').where({ kind: 'sow', crop_code: 'tatsoi' }).count('* as n').first())!.n,
    );
    const done = await run('plan.repeatSowing', { ...body, confirmed: true });
    expect(said(done)).toMatch(/3 sowings are in the plan/);
    const after = Number(
      (await desk.owner('plan_step').where({ kind: 'sow', crop_code: 'tatsoi' }).count('* as n').first())!.n,
    );
    expect(after - before).toBe(3);
  });
});

describe('the conveyor', () => {
  test('picked at the end, refilled from the bench, taken back as one', async () => {
    const r4 = await emptied('R4');
    const nb = await place('NB');
    const [old, young] = [await sown('tatsoi', 120), await sown('tatsoi', 130)];
    await run('plants.moveOn', { lotId: old.lotId, placeId: nb, toPlaceId: r4, count: 100, confirmed: true });
    const body = { placeId: r4, lotId: old.lotId, quantity: 60, refillLotId: young.lotId, refillCount: 70 };
    const key = randomUUID();
    const done = await run('plants.conveyor', body, key);
    expect(said(done)).toMatch(/Packed as PP-.*; 70 tatsoi stand at the beginning in R4/);
    const after = await standing([old.code, young.code]);
    expect([after[`${old.code} R4`], after[`${young.code} R4`], after[`${young.code} NB`]]).toEqual([40, 70, 60]);
    expect(said(await run('plants.conveyor', { ...body, quantity: 5, refillCount: 61 }))).toMatch(
      /60 of .* stand there; 61 is more/,
    );
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    const before = await standing([old.code, young.code]);
    expect([before[`${old.code} R4`], before[`${young.code} NB`]]).toEqual([100, 130]);
  });
});

describe('the plan follows the plants', () => {
  test('a pick far from ripeness goes to its day overnight; a pinned one stays', async () => {
    const { module: job } = await import('../../src/jobs/kinds/followPlants');
    const rows = await desk
      .owner('plan_step as s')
      .join('lot as l', 'l.code', 's.lot_code')
      .join('balance as b', 'b.lot_id', 'l.id')
      .where({ 's.kind': 'pick', 's.state': 'planned', 's.crop_code': 'little-romaine' })
      .whereRaw('b.place_id = s.from_place_id and b.count > 0')
      .andWhere('s.day', '>', addDays(TODAY, 6))
      .orderBy('s.day')
      .select('s.id', 's.day', 's.detail');
    const [free, pinned] = rows as { id: string; day: string; detail: Record<string, number> }[];
    for (const s of [free!, pinned!])
      await desk
        .owner('plan_step')
        .where({ id: s.id })
        .update({ day: addDays(s.day, 20), detail: JSON.stringify({ ...s.detail, pinned: s === pinned ? 1 : 0 }) });
    await job.run(desk.app, new Date(`${TODAY}T04:00:00Z`));
    const dayOf = async (id: string) => (await desk.owner('plan_step').where({ id }).first('day')).day;
    expect(Math.abs(Date.parse(await dayOf(free!.id)) - Date.parse(free!.day))).toBeLessThanOrEqual(3 * 86_400_000);
    expect(await dayOf(pinned!.id)).toBe(addDays(pinned!.day, 20));
    // Once a day: what is changed afterwards stays until tomorrow.
    expect(await job.run(desk.app, new Date(`${TODAY}T05:00:00Z`))).toEqual({ farms: 0, moved: 0 });
  });
});

describe('what the books say of a crop', () => {
  test('a year of batches stands beside the recipe, by month, and agrees with what was sown and packed', async () => {
    const { cropsPage } = await import('../../src/features/farm/queries');
    const page = await cropsPage(Promise.resolve({ crop: 'rocket' }));
    const { learned } = page;
    expect(learned!.batches).toBeGreaterThan(30);
    expect(learned!.raised).toBeGreaterThan(0.6);
    expect(learned!.raised).toBeLessThanOrEqual(1);
    expect(Math.abs(learned!.pickedShare - 1)).toBeLessThan(0.2);
    expect(learned!.daysByMonth.length).toBeGreaterThan(9);
    const days = learned!.daysByMonth.map((m) => m.days);
    // Dark months take longer.
    expect(learned!.daysByMonth.find((m) => m.month === 11)!.days).toBeGreaterThan(Math.min(...days));
  });

  test('a manager has the farm reckon with them: the recipe’s copy follows, a hand may not, and the way back is open', async () => {
    const { cropsPage } = await import('../../src/features/farm/queries');
    const rocket = async () =>
      (await cropsPage(Promise.resolve({ crop: 'rocket' }))).crops.find((c) => c.crop.code === 'rocket')!;
    const was = await rocket();
    const use = { code: 'rocket', version: was.version, use: true, confirmed: true };
    await as('bram');
    expect((await run('setup.useLearned', use)).ok).toBe(false);
    await as('ines');
    expect(said(await run('setup.useLearned', use))).toMatch(/planned as its last \d+ batches/);
    const own = await rocket();
    expect(own.crop.learned!.was.yieldG).toBe(was.crop.yieldG);
    expect(own.crop.paceByMonth).toHaveLength(12);
    expect((await run('setup.useLearned', use)).ok).toBe(false);
    const back = await run('setup.useLearned', { ...use, version: own.version, use: false });
    expect(back, said(back)).toMatchObject({ ok: true });
    expect((await rocket()).crop).toEqual(was.crop);
  });
});

describe('a planned sowing', () => {
  const due = async (n: number) =>
    desk
      .owner('plan_step')
      .where({ kind: 'sow', state: 'planned' })
      .orderBy(['day', 'id'])
      .limit(n)
      .select('id', 'lot_code', 'count');

  test('one press sows several; taken back, the seed is in its packet, the jobs are open, and they can be sown again', async () => {
    await as('bram');
    const [first, second] = await due(2);
    const store = async () =>
      Number(
        (
          await desk
            .owner('balance as b')
            .join('lot as l', 'l.id', 'b.lot_id')
            .join('place as p', 'p.id', 'b.place_id')
            .where({ 'l.kind': 'seed', 'p.role': 'seed' })
            .sum('b.count as n')
            .first()
        )?.n,
      );
    const before = await store();
    const key = randomUUID();
    const seeds = { [first.id]: 40, [second.id]: 30 };
    const answer = await run('plants.sowMany', { seeds }, key);
    expect(said(answer)).toContain('2 sowings on the bench');
    expect(await standing([first.lot_code, second.lot_code])).toEqual({
      [`${first.lot_code} NB`]: 40,
      [`${second.lot_code} NB`]: 30,
    });
    expect(await store()).toBe(before - 70);

    expect(said(await run('entry.takeBack', { recordedKey: key }))).toMatch(/the seed is in the store again/);
    expect(await standing([first.lot_code, second.lot_code])).toEqual({});
    expect(await store()).toBe(before);
    expect((await due(2)).map((s) => s.id)).toEqual([first.id, second.id]);
    const again = await run('plants.sow', { stepId: first.id, count: 35 });
    expect(again, said(again)).toMatchObject({ ok: true });
    expect(await standing([first.lot_code])).toEqual({ [`${first.lot_code} NB`]: 35 });
  });

  test('is not taken back under plants that something was done with since', async () => {
    const key = randomUUID();
    const [step] = await due(1);
    expect((await run('plants.sow', { stepId: step.id, count: 20 }, key)).ok).toBe(true);
    const at = { lotId: await lotOf(step.lot_code), placeId: await place('NB') };
    const lost = randomUUID();
    expect((await run('plants.lose', { ...at, count: 2, cause: 'pests' }, lost)).ok).toBe(true);
    expect(said(await run('entry.takeBack', { recordedKey: key }))).toContain(`done with ${step.lot_code} since`);
    expect((await run('entry.takeBack', { recordedKey: lost })).ok).toBe(true);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
  });

  test('nothing, half a seed, or more than the packet holds: said at that sowing', async () => {
    const [step] = await due(1);
    expect(said(await run('plants.sowMany', { seeds: { [step.id]: 0 } }))).toMatch(/at least one sowing/);
    expect((await run('plants.sowMany', { seeds: { [step.id]: 1.5 } })).fields?.[step.id]).toBeTruthy();
    const many = await run('plants.sowMany', { seeds: { [step.id]: 900_000 } });
    expect(many.fields?.[step.id]?.[0]).toMatch(/The seed store holds/);
  });
});

describe('surplus on the bench', () => {
  test('is packed as seedlings by the tray; what the plan wants of it is asked about first', async () => {
    const nb = await place('NB');
    const product = await desk.owner('product').where({ unit: 'tray' }).orderBy('code').first('code', 'crop_code');
    expect(product).toBeTruthy();
    const perTray = (await desk.owner('crop').where({ code: product.crop_code }).first('params')).params.plantsPerUnit;
    const { code, lotId } = await sown('mizuna', perTray * 2 + 5);
    const body = { lotId, placeId: nb, productCode: product.code, trays: 2 };
    expect((await run('plants.packSeedlings', { ...body, trays: 3 })).fields?.trays?.[0]).toMatch(/enough for 2 trays/);
    expect((await run('plants.packSeedlings', body)).fields?.confirm?.[0]).toMatch(/The plan transplants/);
    const key = randomUUID();
    const packed = await run('plants.packSeedlings', { ...body, confirmed: true }, key);
    expect(said(packed)).toMatch(/2 trays packed as PP-/);
    expect((await standing([code]))[`${code} NB`]).toBe(5);
    const lettuce = await run('plants.packSeedlings', { ...body, productCode: 'mizuna', trays: 1, confirmed: true });
    expect(lettuce.fields?.productCode?.[0]).toMatch(/product of seedlings/);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect((await standing([code]))[`${code} NB`]).toBe(perTray * 2 + 5);
  });
});

describe('what a planting had', () => {
  test('air, light and its fishes’ feed stand among its figures from the day it came into its bed, and not before', async () => {
    await as('bram');
    const { plantingPage } = await import('../../src/features/beds/planting/queries');
    const figures = async (code: string) =>
      new Map((await plantingPage(code, Promise.resolve({}))).figures.map((f) => [f.name, f]));
    const { code, lotId } = await sown('mizuna', 60);
    expect((await figures(code)).has('air it had')).toBe(false);
    const r4 = await emptied('R4');
    await run('plants.moveOn', { lotId, placeId: await place('NB'), toPlaceId: r4, count: 60 });
    const loop = await desk.owner('place').where({ id: r4 }).first('loop_id');
    const had = await figures(code);
    expect(had.get('air it had')!.value).toMatch(/°C$/);
    expect(had.get('light a day')!.value).toMatch(/^\d+(\.\d)? mol\/m²$/);
    expect(had.get('feed of its fish a day')!.says).toMatch(/what the fish of Heron/);
    // An older one of the same house had feed on every day.
    const older = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'p.kind': 'bed', 'p.loop_id': loop.loop_id, 'l.kind': 'planting' })
      .where('b.count', '>', 0)
      .orderBy('l.began_on')
      .first('l.code');
    const fed = Number(/[\d.]+/.exec((await figures(older.code)).get('feed of its fish a day')!.value)![0]);
    expect(fed).toBeGreaterThan(20);
    expect(fed).toBeLessThan(200);
  });
});
