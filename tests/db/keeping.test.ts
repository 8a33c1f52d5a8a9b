import { describe, expect, test, vi } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, faults, key, NOW, on, place, standing, TODAY, visit } from './visitor';

/** What a fish manager does on Cohorts, through the same actions the screens call, on the demo farm. */
let actions: typeof import('../../src/features/cohorts/actions');
let pages: typeof import('../../src/features/cohorts/arrivals/arrivalsQuery') &
  typeof import('../../src/features/cohorts/temperature/temperatureQuery') &
  typeof import('../../src/features/cohorts/species/speciesQuery') &
  typeof import('../../src/features/cohorts/planner/plannerQuery') &
  typeof import('../../src/features/cohorts/feed/feedQueries') &
  typeof import('../../src/features/cohorts/life/lifeQueries') &
  typeof import('../../src/features/cohorts/loss/lossQueries');

visit(async () => {
  actions = await import('../../src/features/cohorts/actions');
  pages = {
    ...(await import('../../src/features/cohorts/arrivals/arrivalsQuery')),
    ...(await import('../../src/features/cohorts/temperature/temperatureQuery')),
    ...(await import('../../src/features/cohorts/species/speciesQuery')),
    ...(await import('../../src/features/cohorts/planner/plannerQuery')),
    ...(await import('../../src/features/cohorts/feed/feedQueries')),
    ...(await import('../../src/features/cohorts/life/lifeQueries')),
    ...(await import('../../src/features/cohorts/loss/lossQueries')),
  };
});

/** A small lot of trout put into a tank by the owner, as a delivery would. */
async function lotIn(tank: string, code: string, count: number, meanG: number): Promise<string> {
  const farm = await desk.owner('farm').first('farm_id');
  const id = randomUUID();
  await desk.owner('lot').insert({
    farm_id: farm.farm_id,
    id,
    code,
    kind: 'cohort',
    keeps: 'count',
    began_on: addDays(TODAY, -20),
    species_code: 'rainbow-trout',
    start_mean_g: meanG,
  });
  await desk.owner('movement').insert({
    farm_id: farm.farm_id,
    id: randomUUID(),
    entry_key: randomUUID(),
    lot_id: id,
    from_place_id: await place('SUPPLIER'),
    to_place_id: await place(tank),
    count,
    mass_g: count * meanG,
    farm_day: addDays(TODAY, -20),
    occurred_at: NOW,
    reason: 'receive',
  });
  return id;
}

describe('moving and grading', () => {
  test('a graded lot is two lots, every fish accounted for; a resend adds nothing; the large ones keep the pace they had', async () => {
    await lotIn('W1', 'T-GRADE', 60, 200);
    const [w1, q1] = [await place('W1'), await place('Q1')];
    const send = {
      ...key(),
      lotCode: 'T-GRADE',
      fromPlaceId: w1,
      thresholdG: 230,
      largePlaceId: q1,
      smallPlaceId: w1,
      largeCount: 25,
      largeG: 7000,
      smallCount: 34,
      smallG: 7000,
    };
    const seen = await actions.preview({
      ...key(),
      lotCode: 'T-GRADE',
      fromPlaceId: w1,
      thresholdG: 230,
      toPlaceId: q1,
    });
    expect(seen.ok && seen.value.boxes!.large.count + seen.value.boxes!.small.count).toBe(60);
    expect(faults(await actions.grade(send)).confirm![0]).toMatch(
      /1 of 60 fish are in neither box. They will be written down as dead/,
    );
    const sure = { ...send, confirmed: true };
    expect((await actions.grade(sure)).ok).toBe(true);
    expect((await actions.grade(sure)).ok).toBe(true);
    const where = await standing(['T-GRADE', 'T-GRADEL']);
    expect(where).toMatchObject({ 'T-GRADE W1': 34, 'T-GRADEL Q1': 25, 'T-GRADE DEAD': 1, 'T-GRADE REGROUPED': 25 });
    const large = await desk.owner('lot').where({ code: 'T-GRADEL' }).first();
    expect(large.start_mean_g).toBe(280);
    expect(large.start_cv).toBeLessThan(0.2);
    const origin = await desk
      .owner('lot_origin as o')
      .join('lot as l', 'l.id', 'o.from_lot_id')
      .where('o.lot_id', large.id)
      .pluck('l.code');
    expect(origin).toEqual(['T-GRADE']);
    // Each box is more alike than the fish were together, and the screen says so.
    const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
    const rows = (await cohortsPage(on())).rows.filter((r) => r.lotCode.startsWith('T-GRADE'));
    for (const row of rows) expect(row.spreadG / row.meanG, row.lotCode).toBeLessThan(0.15);
    expect(rows).toHaveLength(2);
  });

  test('prawns are let into the channel under the rafts: counted there, never fed, on the screens of both places', async () => {
    const [sump, channel] = [await place('HS'), await place('R1')];
    const move = { ...key(), lotCode: 'PRW-1', fromPlaceId: sump, toPlaceId: channel, count: 80, massG: 700, dead: 2 };
    expect(
      faults(await actions.move({ ...move, lotCode: 'HSB-31', fromPlaceId: await place('H6'), count: 5, massG: 2300 }))
        .toPlaceId![0],
    ).toMatch(/companion stock only/);
    expect((await actions.move(move)).ok).toBe(true);
    expect(await standing(['PRW-1'])).toMatchObject({ 'PRW-1 R1': 80 });
    const { cohortsPage } = await import('../../src/features/cohorts/tanks/tankQueries');
    const { tankPage } = await import('../../src/features/cohorts/tanks/oneTankQuery');
    const drawn = (await cohortsPage(on())).loops.flatMap((l) => l.stages).find((s) => s.stage === 'channel')!
      .tanks[0]!;
    expect(drawn).toMatchObject({ code: 'R1', empty: false, noFeed: false });
    const page = await tankPage('R1', on());
    expect(page.here).toMatchObject([{ lotCode: 'PRW-1', count: 80 }]);
    expect(page.feedG).toBe(0);
    expect(page.because.density.inputs.find((i) => i.label === 'Water')!.from).toContain('30 cm deep');
  });

  test('lots that cannot be told apart become one, and it knows where it came from', async () => {
    const w1 = await place('W1');
    await lotIn('W1', 'T-OTHER', 40, 150);
    const merged = await actions.merge({ ...key(), placeId: w1, lotCodes: ['T-GRADE', 'T-OTHER'] });
    expect(merged.ok && merged.value.words).toMatch(/one lot now/);
    const code = merged.ok ? /: (.*)\.$/.exec(merged.value.words)![1]! : '';
    expect((await standing([code]))[`${code} W1`]).toBe(74);
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const page = await cohortPage(code, on());
    expect(page.origins.sort()).toEqual(['T-GRADE', 'T-OTHER']);
    expect(page.account.survival).toBe(1);
    expect(faults(await actions.merge({ ...key(), placeId: w1, lotCodes: [code, 'T-NONE'] })).lotCodes![0]).toMatch(
      /at least two lots/,
    );
  });

  test('more fish than there are, a wrong unit and a tank they are in are refused; what only looks wrong is asked', async () => {
    await lotIn('K1', 'T-MOVE', 30, 100);
    const [k1, w1, k6] = [await place('K1'), await place('W1'), await place('K6')];
    const move = { lotCode: 'T-MOVE', fromPlaceId: k1, toPlaceId: k6, count: 30, massG: 3000, dead: 0 };
    expect(faults(await actions.move({ ...key(), ...move, count: 31 })).count![0]).toMatch(
      /has 30 fish there; 31 is more/,
    );
    expect(faults(await actions.move({ ...key(), ...move, toPlaceId: k1 })).toPlaceId![0]).toMatch(/there already/);
    expect(faults(await actions.move({ ...key(), ...move, massG: 3 })).massG![0]).toMatch(/Check the unit/);
    expect(faults(await actions.move({ ...key(), ...move, massG: 9000 })).confirm![0]).toMatch(/As weighed\?/);
    expect(faults(await actions.move({ ...key(), ...move, toPlaceId: w1 })).confirm!.join()).toMatch(/kept apart/);
    expect(faults(await actions.move({ ...key(), ...move, lotCode: 'T-NOBODY' })).fromPlaceId![0]).toMatch(
      /not in that tank/,
    );
    expect((await standing(['T-MOVE']))['T-MOVE K1']).toBe(30);
    const done = await actions.move({ ...key(), ...move, count: 12, massG: 1200, dead: 1, confirmed: true });
    expect(done.ok).toBe(true);
    expect(await standing(['T-MOVE'])).toEqual({ 'T-MOVE K1': 17, 'T-MOVE K6': 12, 'T-MOVE DEAD': 1 });
  });

  test('the office may look at a move but not make it', async () => {
    await as('mirel');
    const [k1, k6] = [await place('K1'), await place('K6')];
    expect(
      faults(
        await actions.move({
          ...key(),
          lotCode: 'T-MOVE',
          fromPlaceId: k1,
          toPlaceId: k6,
          count: 1,
          massG: 100,
          dead: 0,
        }),
      ).role![0],
    ).toMatch(/for a hand or a manager/);
  });
});

describe('quarantine, treatments, rest', () => {
  test('nobody clears fish unseen or ill; a hand observes, a manager clears', async () => {
    await lotIn('Q1', 'T-QUAR', 20, 20);
    const q1 = await place('Q1');
    const note = (kind: string, more: object = {}) =>
      actions.husbandry({ ...key(), kind, lotCode: 'T-QUAR', placeId: q1, words: 'seen', ...more });
    expect(faults(await note('quarantine_clear')).form![0]).toMatch(/Nobody has observed/);
    await as('bram');
    expect((await note('observe', { state: 'ill' })).ok).toBe(true);
    expect(faults(await note('quarantine_clear')).form![0]).toMatch(/for a manager/);
    await as('ines');
    expect(faults(await note('quarantine_clear')).form![0]).toMatch(/was ill when last observed/);
    vi.setSystemTime(new Date(NOW.getTime() + 60_000));
    expect((await note('observe', { state: 'well' })).ok).toBe(true);
    expect(faults(await note('quarantine_extend')).untilDay![0]).toMatch(/last day/);
    expect((await note('quarantine_extend', { untilDay: addDays(TODAY, 9) })).ok).toBe(true);
    const apart = async () => (await pages.arrivalsPage(on())).apart.find((q) => q.lotCode === 'T-QUAR')!;
    expect(await apart()).toMatchObject({ until: addDays(TODAY, 9), clearedOn: null, count: 20 });
    expect((await note('quarantine_clear')).ok).toBe(true);
    expect((await apart()).clearedOn).toBe(TODAY);
    vi.setSystemTime(NOW);
  });

  test('a withdrawal period keeps fish from the purge tank and from sale, whoever asks', async () => {
    const lotId = await lotIn('K6', 'T-TREAT', 20, 300);
    const [k6, p1] = [await place('K6'), await place('P1')];
    expect(
      faults(
        await actions.husbandry({
          ...key(),
          kind: 'treat',
          lotCode: 'T-TREAT',
          placeId: k6,
          words: 'Salt bath',
          untilDay: '2026-06-01',
        }),
      ).untilDay![0],
    ).toMatch(/passed/);
    expect(
      (
        await actions.husbandry({
          ...key(),
          kind: 'treat',
          lotCode: 'T-TREAT',
          placeId: k6,
          words: 'Medicated feed by veterinarian',
          untilDay: addDays(TODAY, 12),
        })
      ).ok,
    ).toBe(true);
    const refused = await actions.move({
      ...key(),
      lotCode: 'T-TREAT',
      fromPlaceId: k6,
      toPlaceId: p1,
      count: 20,
      massG: 6000,
      dead: 0,
      confirmed: true,
    });
    expect(faults(refused).toPlaceId![0]).toMatch(/not for sale up to and with 22 Jun/);
    const planned = await actions.planStep({
      ...key(),
      lotCode: 'T-TREAT',
      kind: 'harvest',
      fromPlaceId: k6,
      day: addDays(TODAY, 5),
      count: 5,
      confirmed: true,
    });
    expect(planned.ok).toBe(true);
    const harvest = await desk.owner('plan_step').where({ lot_code: 'T-TREAT', kind: 'harvest' }).first('id');
    const round = await import('../../src/features/round/actions');
    const sold = await round.doJob('fish.harvest@1', {
      ...key(),
      stepId: harvest.id,
      count: 5,
      massG: 1500,
      trimG: 0,
      dead: 0,
      overrideReason: 'The customer is waiting',
    });
    expect(Object.values(faults(sold)).join()).toMatch(/Nobody can override a withdrawal period/);
    expect((await desk.owner('balance').where({ lot_id: lotId, place_id: k6 }).first('count')).count).toBe(20);
  });

  test('a tank rests only when empty, and is stocked only when clean', async () => {
    const [w1, h3] = [await place('W1'), await place('H3')];
    expect(
      faults(await actions.husbandry({ ...key(), kind: 'fallow', placeId: h3, words: 'rest', untilDay: TODAY }))
        .form![0],
    ).toMatch(/is still in that tank/);
    const { tankPage } = await import('../../src/features/cohorts/tanks/oneTankQuery');
    expect((await tankPage('H3', on())).here.length).toBe(1);
    expect((await tankPage('H3', on())).series.length).toBeGreaterThan(20);
    await expect(tankPage('Z9', on())).rejects.toThrow('not found');
    expect(
      faults(await actions.husbandry({ ...key(), kind: 'clean', placeId: w1, words: 'scrubbed' })).form![0],
    ).toMatch(/still in that tank/);
  });
});

describe('samples', () => {
  test('a sample recalibrates, says how far off the forecast was and what moved', async () => {
    await lotIn('K5', 'T-SAMPLE', 100, 90);
    const k5 = await place('K5');
    const own = { lotCode: 'T-SAMPLE', fromPlaceId: k5 };
    expect(faults(await actions.sample({ ...key(), ...own })).weightsG![0]).toMatch(/Nothing was weighed/);
    expect(faults(await actions.sample({ ...key(), ...own, weightsG: [0.4, 0.41] })).confirm![0]).toMatch(/kilograms/);
    expect(faults(await actions.sample({ ...key(), ...own, bulkCount: 500, bulkG: 50_000 })).bulkCount![0]).toMatch(
      /only 100 fish/,
    );
    const weighed = await actions.sample({
      ...key(),
      ...own,
      weightsG: [110, 121, 133, 118, 124],
      lengthsCm: [20, 20.6, 21.2, 20.4, 20.8],
    });
    expect(weighed.ok && weighed.value.lines.join('\n')).toMatch(/it was \d+ % too (high|low)/);
    expect(weighed.ok && weighed.value.lines.join('\n')).toMatch(/market size on/);
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const page = await cohortPage('T-SAMPLE', on());
    // Five fish weighed: nearly all of what is known, since nothing was weighed for weeks before.
    expect(Math.abs(page.places[0]!.meanG - 121.2)).toBeLessThan(3);
    expect(page.condition!.k).toBeGreaterThan(1.2);
    const bulk = await actions.sample({ ...key(), ...own, bulkCount: 60, bulkG: 7300 });
    expect(bulk.ok).toBe(true);
    const row = await desk
      .owner('sample as s')
      .join('lot as l', 'l.id', 's.lot_id')
      .where('l.code', 'T-SAMPLE')
      .orderBy('s.fish_count')
      .first('s.fish_count');
    expect(row.fish_count).toBe(60);
  });
});

describe('the plan in place', () => {
  test('fingerlings ordered are a step of the plan under the next free code; it moves, and a stale change is refused', async () => {
    const [q1, k1] = [await place('Q1'), await place('K1')];
    const ordered = await actions.orderFish({
      ...key(),
      speciesCode: 'rainbow-trout',
      count: 200,
      meanG: 4,
      day: addDays(TODAY, 30),
      toPlaceId: q1,
      thenPlaceId: k1,
      note: 'Permit 7',
      confirmed: true,
    });
    const code = ordered.ok ? /TRT-\d+/.exec(ordered.value.words)![0] : '';
    const steps = await desk.owner('plan_step').where({ lot_code: code }).orderBy('day');
    expect(steps.map((s) => [s.kind, s.day])).toEqual([
      ['stock', addDays(TODAY, 30)],
      ['move', addDays(TODAY, 44)],
    ]);
    const moved = await actions.editStep({
      ...key(),
      stepId: steps[0].id,
      version: steps[0].version,
      day: addDays(TODAY, 33),
      count: 220,
    });
    expect(moved.ok && moved.value.words).toMatch(/with its 2 steps/);
    expect(
      faults(await actions.editStep({ ...key(), stepId: steps[0].id, version: steps[0].version, drop: true })).form![0],
    ).toMatch(/meanwhile/);
    const now = await desk.owner('plan_step').where({ id: steps[1].id }).first();
    expect(now.day).toBe(addDays(TODAY, 47));
    expect((await actions.editStep({ ...key(), stepId: now.id, version: now.version, drop: true })).ok).toBe(true);
    expect(await desk.owner('plan_step').where({ lot_code: code, state: 'planned' })).toEqual([]);
    expect(
      faults(
        await actions.orderFish({
          ...key(),
          speciesCode: 'rainbow-trout',
          count: 5,
          meanG: 4,
          day: addDays(TODAY, -1),
          toPlaceId: q1,
        }),
      ).day![0],
    ).toMatch(/passed/);
  });

  test('a laid-aside draft opens on Season, is kept once, and a kept one is gone', async () => {
    const [q1] = [await place('Q1')];
    const step = {
      id: randomUUID(),
      groupId: randomUUID(),
      kind: 'stock',
      day: addDays(TODAY, 60),
      lotCode: 'T-DRAFT',
      speciesCode: 'rainbow-trout',
      fromPlaceId: null,
      toPlaceId: q1,
      count: 100,
      detail: { meanG: 5 },
    };
    const laid = await actions.layDraft({ ...key(), name: 'Trial plan', steps: [step], drops: [] });
    const draftId = laid.ok ? laid.value : '';
    const { seasonPage } = await import('../../src/features/season/queries');
    expect((await seasonPage(on({ draft: draftId }))).opened!.name).toBe('Trial plan');
    const { keep, discardDraft } = await import('../../src/features/season/actions');
    expect((await keep({ ...key(), name: 'Trial plan', changes: [], base: {}, draftId })).ok).toBe(true);
    expect(await desk.owner('plan_step').where({ lot_code: 'T-DRAFT', state: 'planned' })).toHaveLength(1);
    expect(faults(await keep({ ...key(), name: 'Trial plan', changes: [], base: {}, draftId })).draft![0]).toMatch(
      /kept or discarded/,
    );
    expect((await seasonPage(on({ draft: draftId }))).opened).toBeNull();
    expect((await discardDraft({ ...key(), draftId })).ok).toBe(true);
    expect(faults(await keep({ ...key(), name: 'Nothing', changes: [], base: {} })).changes![0]).toMatch(
      /Nothing was changed/,
    );
  });
});

test('what is slid on the board can be laid aside, opened, slid on, held side by side and kept once', async () => {
  const { keep, layAside, discardDraft } = await import('../../src/features/season/actions');
  const { seasonPage, outlookGround } = await import('../../src/features/season/queries');
  const ground = await outlookGround();
  const step = ground.plan.find((s) => s.kind === 'harvest' && s.day > addDays(TODAY, 60))!;
  const slide = (days: number) => ({ change: 'shift', groupId: step.groupId, days });
  await as('bram');
  expect(faults(await layAside({ ...key(), name: 'Later', changes: [slide(2)] })).role?.[0]).toMatch(/for a manager/);
  await as('ines');
  expect(faults(await layAside({ ...key(), name: '', changes: [slide(2)] })).name?.[0]).toBe('Give the draft a name');
  expect(faults(await layAside({ ...key(), name: 'Nothing', changes: [] })).changes?.[0]).toMatch(
    /Nothing was changed/,
  );
  const first = { ...key(), name: 'Two days later', changes: [slide(2)] };
  expect(await layAside(first)).toEqual({ ok: true, value: 'Laid aside: Two days later.' });
  expect(await layAside(first)).toEqual({ ok: true, value: 'Laid aside: Two days later.' });
  const { opened } = await seasonPage(on({ draft: first.entryKey }));
  expect(opened!.changes).toEqual([slide(2)]);
  // Slid on from there, the board sends the whole slide: it takes the place of the one laid aside.
  const second = { ...key(), name: 'Five days later', changes: [slide(5)], draftId: first.entryKey };
  expect((await layAside(second)).ok).toBe(true);
  expect((await outlookGround()).drafts).toEqual([
    { id: second.entryKey, name: 'Five days later', changes: [slide(5)] },
  ]);
  expect(faults(await layAside({ ...second, ...key() })).draft?.[0]).toMatch(/kept or discarded/);
  const base = Object.fromEntries(ground.plan.filter((s) => s.groupId === step.groupId).map((s) => [s.id, s.version]));
  expect((await keep({ ...key(), name: 'Six', changes: [slide(6)], base, draftId: second.entryKey })).ok).toBe(true);
  const kept = (await outlookGround()).plan.find((s) => s.id === step.id)!;
  expect(kept.day).toBe(addDays(step.day, 6));
  expect((await outlookGround()).drafts).toEqual([]);
  expect((await discardDraft({ ...key(), draftId: second.entryKey })).ok).toBe(true);
});

describe('rules of the farm', () => {
  test('a feed table rules the ration; rows that do not rise and stale edits are refused', async () => {
    const rule = (await pages.feedPage(on())).rules.find((r) => r.speciesCode === 'rainbow-trout')!;
    const given = {
      speciesCode: rule.speciesCode,
      version: rule.version,
      ration: 'table',
      table: [
        { uptoG: 50, percentPerDay: 3 },
        { uptoG: 900, percentPerDay: 1 },
      ],
      feederTimes: ['07:00', '12:00'],
      farmGrownShare: 0.1,
      feedMinorPerKg: 210,
      fingerlingMinor: 55,
      leadDays: 10,
      quarantineDays: 14,
    };
    expect(
      faults(await actions.keepFeedRule({ ...key(), ...given, table: [...given.table].reverse() })).table![0],
    ).toMatch(/rise/);
    expect(faults(await actions.keepFeedRule({ ...key(), ...given, table: [] })).table![0]).toMatch(/at least one row/);
    expect((await actions.keepFeedRule({ ...key(), ...given })).ok).toBe(true);
    expect(faults(await actions.keepFeedRule({ ...key(), ...given })).form![0]).toMatch(/Someone else changed/);
    const page = await pages.feedPage(on());
    const tank = page.tanks.find((t) => t.place === 'K4' && t.givenG > 0)!;
    expect(tank.givenG).toBeCloseTo(tank.byTableG!, 0);
    expect(tank.feedings).toBe(2);
    expect(tank.because.formula).toMatch(/of the table/);
    const { roundPage } = await import('../../src/features/round/queries');
    const onRound = (await roundPage(on())).jobs.find((j) => j.kind === 'feed' && j.place === 'K4')!;
    expect(onRound.amount.startsWith('2 × ')).toBe(true);
    expect(onRound.detail).toContain('feeder at 07:00, 12:00');
    expect(page.tanks.some((t) => t.species.includes('prawn'))).toBe(false);
    const again = { ...given, version: rule.version + 1, ration: 'growth', feederTimes: rule.feederTimes };
    expect((await actions.keepFeedRule({ ...key(), ...again })).ok).toBe(true);
  });

  test('every gram in the feed stores stands on the feed page, for the fish it is for; what is for any fish stands by itself', async () => {
    const inStore = async () =>
      Number(
        (await desk
          .owner('balance as b')
          .join('lot as l', 'l.id', 'b.lot_id')
          .join('place as p', 'p.id', 'b.place_id')
          .where({ 'l.kind': 'feed', 'p.role': 'feed' })
          .sum('b.mass_g as g')
          .first())!.g,
      );
    const rows = async () => (await pages.feedPage(on())).store;
    const shown = (all: Awaited<ReturnType<typeof rows>>) => all.reduce((sum, r) => sum + r.leftG, 0);
    const before = await rows();
    expect(shown(before)).toBeCloseTo(await inStore(), 1);
    for (const code of ['rainbow-trout', 'hybrid-striped-bass'])
      expect(before.find((r) => r.speciesCode === code)!.leftG, code).toBeGreaterThan(1000);
    expect(before.some((r) => r.species === 'Any fish')).toBe(false);
    // A bag of an older farm file does not say which fish it is for.
    const bag = await desk.owner('lot').where({ kind: 'feed', species_code: 'koi' }).first('id');
    await desk.owner('lot').where({ id: bag.id }).update({ species_code: null });
    const after = await rows();
    expect(shown(after)).toBeCloseTo(await inStore(), 1);
    expect(after.find((r) => r.species === 'Any fish')!.leftG).toBeGreaterThan(0);
    await desk.owner('lot').where({ id: bag.id }).update({ species_code: 'koi' });
  });

  test('feed received lasts longer, and the day to order it follows', async () => {
    const store = async () => (await pages.feedPage(on())).store.find((s) => s.speciesCode === 'rainbow-trout')!;
    const before = await store();
    const got = await actions.takeFeed({
      ...key(),
      speciesCode: 'rainbow-trout',
      code: 'b 77',
      massG: 40_000,
      price: 84,
    });
    expect(got.ok && got.value.words).toMatch(/40.0 kg as FEED-TRT-B 77/);
    const after = await store();
    expect(after.leftG).toBeCloseTo(before.leftG + 40_000, 0);
    expect(after.daysLeft ?? 999).toBeGreaterThan(before.daysLeft ?? 0);
    if (after.emptyOn) expect(after.orderBy).toBe(addDays(after.emptyOn, -10));
  });

  test('a species is changed for this farm alone, and nonsense is refused at its field', async () => {
    const trout = (await pages.speciesPage(on())).own.find((s) => s.species.code === 'rainbow-trout')!;
    const send = (values: { name: string; value: number }[], more: object = {}) =>
      actions.keepSpecies({ ...key(), code: 'rainbow-trout', version: trout.version, values, ...more });
    expect(faults(await send([{ name: 'tempOptC', value: 60 }])).tempOptC![0]).toMatch(/between/);
    expect(faults(await send([{ name: 'code', value: 1 }])).code![0]).toMatch(/cannot be changed/);
    const values = [
      { name: 'densityMaxKgM3', value: 41 },
      { name: 'marketG.0', value: 285 },
    ];
    // What it does to the plan is asked about first, and nothing is kept meanwhile.
    expect(faults(await send(values)).confirm?.[0]).toMatch(/[a-z]/);
    expect((await send(values, { confirmed: true })).ok).toBe(true);
    expect(faults(await send([{ name: 'densityMaxKgM3', value: 42 }])).form![0]).toMatch(/Someone else/);
    const kept = (await pages.speciesPage(on())).own.find((s) => s.species.code === 'rainbow-trout')!;
    expect(kept.species).toMatchObject({ densityMaxKgM3: 41, marketG: [285, 450], basis: 'Set by this farm' });
    expect(
      (
        await actions.keepSpecies({
          ...key(),
          code: 'pikeperch',
          version: 0,
          values: [{ name: 'purgeDays', value: 6 }],
        })
      ).ok,
    ).toBe(true);
    expect((await pages.speciesPage(on())).own.map((s) => s.species.code)).toContain('pikeperch');
  });

  test('a species taken on can be sold: priced by weight or graded alive, and what is promised keeps its product', async () => {
    const koi = async () => (await pages.speciesPage(on())).own.find((s) => s.species.code === 'koi')!;
    const was = await koi();
    expect(was.sale.food).toBeNull();
    const send = async (over: object) =>
      actions.keepSale({ ...key(), code: 'koi', version: (await koi()).version, grades: was.sale.grades, ...over });
    const [small, middle, large] = was.sale.grades;
    expect(faults(await send({ grades: [small, { ...middle, fromCm: 12 }, large] })).grades![0]).toMatch(
      /overlap: a fish of 12 cm would be both/,
    );
    expect(faults(await send({ grades: [small, large] })).grades![0]).toMatch(
      /Koi 14–18 cm is on orders or lots already/,
    );
    expect(
      faults(await send({ grades: [{ ...small, toCm: -3 }] })).grades ??
        faults(await send({ grades: [{ ...small, toCm: -3 }] }))['grades.0.toCm'],
    ).toBeTruthy();
    expect(faults(await send({ version: was.version + 7 })).form![0]).toMatch(/Someone else/);
    const huge = { name: 'Koi 26–40 cm', fromCm: 26, toCm: 40, priceMinor: 6_000 };
    expect((await send({ grades: [{ ...small!, priceMinor: 800 }, middle, large, huge] })).ok).toBe(true);
    expect((await koi()).sale.grades.map((g) => [g.name, g.priceMinor])).toEqual([
      ['Koi 10–14 cm', 800],
      ['Koi 14–18 cm', 1400],
      ['Koi 18–26 cm', 2900],
      ['Koi 26–40 cm', 6000],
    ]);
    expect((await send({ grades: was.sale.grades })).ok).toBe(true);
    expect((await koi()).sale.grades).toEqual(was.sale.grades);

    const zander = (await pages.speciesPage(on())).own.find((s) => s.species.code === 'pikeperch')!;
    const food = { name: 'Pikeperch', priceMinor: 2600, shelfLifeDays: 6 };
    const asFood = (over: object, version = zander.version) =>
      actions.keepSale({ ...key(), code: 'pikeperch', version, grades: [], food, ...over });
    expect((await asFood({})).ok).toBe(true);
    const { newOrderPage } = await import('../../src/features/market/queries');
    expect((await newOrderPage(on())).products).toContainEqual({
      code: 'pikeperch',
      name: 'Pikeperch',
      unit: 'kg',
      packSize: null,
    });
    const day = addDays(TODAY, 12);
    const fry = { speciesCode: 'pikeperch', count: 200, meanG: 12, day, toPlaceId: await place('Q1') };
    expect(await actions.orderFish({ ...key(), ...fry, confirmed: true })).toMatchObject({
      ok: true,
      value: { words: expect.stringContaining('PIK-1') },
    });
    expect(await actions.takeFeed({ ...key(), speciesCode: 'pikeperch', code: 'z1', massG: 25_000 })).toMatchObject({
      ok: true,
    });
    const store = (await pages.feedPage(on())).store.find((s) => s.speciesCode === 'pikeperch')!;
    expect(store.lots.map((l) => l.code)).toEqual(['FEED-PIK-Z1']);
    expect((await asFood({ food: undefined }, zander.version + 1)).ok).toBe(true);
    expect((await newOrderPage(on())).products.some((p) => p.code === 'pikeperch')).toBe(false);
    expect(
      faults(await actions.keepSale({ ...key(), code: 'walleye', version: 1, grades: [], food })).form![0],
    ).toMatch(/Take the species/);
    await as('mirel');
    expect(faults(await asFood({})).role![0]).toMatch(/for a manager/);
    await as('ines');
  });

  test('temperatures are held side by side, one is planned, and the forecast follows', async () => {
    const { send } = await import('../../src/commands/client');
    const planTemperature = (v: Record<string, unknown>) => send<unknown>('setup.temperature@1', v);
    const page = await pages.temperaturePage(on());
    const loop = page.loops.find((l) => l.name === 'Kingfisher')!;
    const compared = await actions.compare({ ...key(), loopId: loop.id, from: TODAY, tempsC: [8, 14] });
    expect(faults(compared)).toEqual({});
    const [, cold, warm] = compared.ok ? compared.value : [];
    expect(cold!.feedKg).toBeLessThan(warm!.feedKg);
    expect(cold!.coolMinor).toBeGreaterThan(warm!.coolMinor);
    const set = { loopId: loop.id, from: addDays(TODAY, 90), until: addDays(TODAY, 97), tempC: 9 };
    expect(faults(await planTemperature({ ...key(), ...set, until: TODAY })).until![0]).toMatch(/after the beginning/);
    expect((await planTemperature({ ...key(), ...set, confirmed: true })).ok).toBe(true);
    const later = await pages.temperaturePage(on({ day: addDays(TODAY, 92) }));
    expect(later.loops.find((l) => l.id === loop.id)!.todayC).toBe(9);
    const after = await pages.temperaturePage(on({ day: addDays(TODAY, 98) }));
    expect(after.loops.find((l) => l.id === loop.id)!.todayC).toBeGreaterThan(10);
  });
});

describe('what the screens say', () => {
  test('life support names the tightest limit and the minutes of every tank', async () => {
    const { loops } = await pages.lifePage(on());
    expect(loops.map((l) => l.name)).toContain('Heron');
    for (const loop of loops) for (const tank of loop.tanks) expect(tank.minutes).toBeGreaterThan(0);
    const heron = loops.find((l) => l.name === 'Heron')!;
    expect(heron.margin.oxygenNeedKg).toBeCloseTo(heron.feedKg * 0.5, 3);
    expect(heron.tanks[0]!.because.formula).toMatch(/L × \(.*\) mg\/L ÷ .* = \d+ minutes/);
  });

  test('a second blower changes the margin at once; stale edits and nonsense are refused, hands are not asked', async () => {
    const heron = (await pages.lifePage(on())).loops.find((l) => l.name === 'Heron')!;
    const { aerators, media } = heron.support;
    const keep = (over: object) =>
      actions.keepLifeSupport({ loopId: heron.id, version: heron.version, aerators, media, ...key(), ...over });
    expect(Object.entries(faults(await keep({ aerators: [{ name: 'Blower', kgO2PerDay: 90_000 }] })))).toEqual([
      [expect.stringMatching(/^aerators/), [expect.stringMatching(/check the unit/)]],
    ]);
    await as('bram');
    expect(faults(await keep({})).role?.[0]).toMatch(/for a manager/);
    await as('ines');
    expect(await keep({ aerators: [...aerators, { name: 'Blower D', kgO2PerDay: 8 }] })).toMatchObject({ ok: true });
    const after = (await pages.lifePage(on())).loops.find((l) => l.name === 'Heron')!;
    expect(after.margin.oxygenGivenKg).toBeCloseTo(heron.margin.oxygenGivenKg + 8, 6);
    expect(after.support.energy).toEqual(heron.support.energy);
    expect(faults(await keep({})).form?.[0]).toMatch(/Someone else changed this/);
  });

  test('a loss can be rehearsed: the ways back are worked out and nothing is recorded', async () => {
    const before = await pages.lossPage(on());
    expect(before.rehearsals.map((r) => r.code)).toContain('K5');
    const page = await pages.lossPage(on({ suppose: 'K5' }));
    expect(page.supposed).toBe('K5');
    const [wait, bigger] = page.ways;
    expect(wait!.missingKg).toBeGreaterThan(50);
    expect(bigger!.missingKg).toBeLessThan(wait!.missingKg);
    expect((await pages.lossPage(on({ suppose: 'NOWHERE' }))).supposed).toBeNull();
    expect(
      Number(
        (await desk
          .owner('balance as b')
          .join('place as p', 'p.id', 'b.place_id')
          .where('p.code', 'K5')
          .sum('b.count as n')
          .first())!.n,
      ),
    ).toBeGreaterThan(400);
  });

  test('the planner is given fish and nothing it does not need', async () => {
    const page = await pages.plannerPage(on());
    expect(page.facts.plantings).toEqual([]);
    expect(page.plan.every((s) => s.speciesCode)).toBe(true);
    expect(page.facts.products.every((p) => p.speciesCode)).toBe(true);
  });

  test('a loss is found, and its ways back differ in what stays missing', async () => {
    await as('bram');
    const lotId = (
      await desk
        .owner('balance as b')
        .join('place as p', 'p.id', 'b.place_id')
        .where('p.code', 'H8')
        .andWhere('b.count', '>', 0)
        .first('b.lot_id')
    ).lot_id;
    const farm = await desk.owner('farm').first('farm_id');
    await desk.owner('movement').insert({
      farm_id: farm.farm_id,
      id: randomUUID(),
      entry_key: randomUUID(),
      lot_id: lotId,
      from_place_id: await place('H8'),
      to_place_id: await place('DEAD'),
      count: 300,
      farm_day: TODAY,
      occurred_at: NOW,
      reason: 'dead',
      note: 'Blower stood still',
    });
    const page = await pages.lossPage(on());
    const loss = page.losses.find((l) => l.place === 'H8')!;
    expect(loss.count).toBeGreaterThanOrEqual(300);
    const { ways } = await pages.lossPage(on({ loss: loss.id }));
    expect(ways.map((w) => w.way.id).slice(0, 2)).toEqual(['wait', 'bigger']);
    expect(ways[0]!.missingKg).toBeGreaterThan(20);
    expect(ways[1]!.missingKg).toBeLessThan(ways[0]!.missingKg);
  });
});
