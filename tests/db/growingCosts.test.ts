import { describe, expect, test } from 'vitest';
import { randomUUID } from './helpers';
import { as, desk, place, run, said, visit } from './visitor';

/** What growing costs here, and perennials at rest, as a manager sets them and as the pages then reckon. */
visit();

const space = async () => {
  const { spacePage } = await import('../../src/features/beds/space/queries');
  return spacePage(Promise.resolve({}));
};
const rowOf = async (key: string) => (await space()).worth.find((w) => w.key === key)!;

describe('the costs of growing', () => {
  test('are planning defaults until a manager keeps others; then the comparison by floor reckons with them', async () => {
    const { costs } = await space();
    expect(costs).toMatchObject({ isOwn: false, hourMinor: 2200, turnoverDays: 2 });
    expect(costs.methods.map((m) => m.method).sort()).toEqual(['bucket', 'film', 'media', 'raft']);
    const before = await rowOf('butterhead-lettuce|raft');
    const wish = {
      ...{ version: costs.version, hourMinor: 4400, plugs100Minor: 400, kwhMinor: 30, turnoverDays: 2 },
      methods: [{ method: 'raft', bedPerFloor: 0.75, workFactor: 1, wattsPerM2: 3, lampWattsPerM2: 50 }],
    };
    await as('bram');
    expect((await run('setup.growingCosts', wish)).ok).toBe(false);
    await as('ines');
    expect(said(await run('setup.growingCosts', wish))).toMatch(/your own numbers/);
    const after = await rowOf('butterhead-lettuce|raft');
    // 50 W for 168 hours on 0.75 m².
    expect(after.kwh - before.kwh).toBeCloseTo(6.3, 6);
    const current = 6.3 * 30;
    expect(before.netMinor - after.netMinor).toBeCloseTo((before.minutes / 60) * 2200 + current, 4);
    // Where nothing of its own is set, a way of growing keeps the defaults.
    expect((await space()).costs.methods.find((m) => m.method === 'film')).toMatchObject({ lampWattsPerM2: 0 });
    expect((await space()).costs.isOwn).toBe(true);
    // The habits that stood beside it still stand.
    const { habits } = await desk.owner('farm').first('habits');
    expect(habits.growing.hourMinor).toBe(4400);
    expect(Object.keys(habits)).toEqual(expect.arrayContaining(['growing']));
  });

  test('twice the same way, an old form, and numbers that cannot be: said where they were typed', async () => {
    const { costs } = await space();
    const raft = { method: 'raft', bedPerFloor: 0.75, workFactor: 1, wattsPerM2: 3, lampWattsPerM2: 0 };
    const wish = { version: costs.version, hourMinor: 1, plugs100Minor: 1, kwhMinor: 1, turnoverDays: 1 };
    const twice = await run('setup.growingCosts', { ...wish, methods: [raft, raft] });
    expect(twice.fields?.['methods.1.method']?.[0]).toMatch(/stands there already/);
    const old = await run('setup.growingCosts', { ...wish, version: costs.version - 1, methods: [] });
    expect(old.fields?.form?.[0]).toMatch(/changed this meanwhile/);
    const flat = await run('setup.growingCosts', { ...wish, methods: [{ ...raft, bedPerFloor: 0 }] });
    expect(flat.fields?.['methods.0.bedPerFloor']?.[0]).toMatch(/0.1 to 10/);
  });
});

describe('a perennial’s rest', () => {
  const cropOf = async () => desk.owner('crop').where({ code: 'lemon-balm' }).first('params', 'version');

  test('is set by month; months alike and a corner wider than the bed are refused', async () => {
    const { version } = await cropOf();
    const rest = (over: object) => ({
      ...{ code: 'lemon-balm', version, values: [] },
      rest: [{ fromMonth: 11, untilMonth: 3, perM2: 60, ...over }],
    });
    const values = [{ name: 'finalDays', value: 40 }];
    const alike = await run('setup.crop', { ...rest({ untilMonth: 11 }), values });
    expect(alike.fields?.['rest.0.untilMonth']?.[0]).toMatch(/later month/);
    const wide = await run('setup.crop', { ...rest({ perM2: 5 }), values });
    expect(wide.fields?.['rest.0.perM2']?.[0]).toMatch(/closer than 14/);
    const answer = await run('setup.crop', { ...rest({ fromMonth: 7, untilMonth: 9 }), values, confirmed: true });
    expect(answer, said(answer)).toMatchObject({ ok: true });
    expect((await cropOf()).params.rest).toEqual({ fromMonth: 7, untilMonth: 9, perM2: 60 });
  });

  test('beds say so in its months, the round asks for each turn on its day, and its places are free meanwhile', async () => {
    const { bedsPage } = await import('../../src/features/beds/queries');
    const { roundPage } = await import('../../src/features/round/queries');
    const m1 = async (day: string) =>
      (await bedsPage(Promise.resolve({ day }))).beds.find((b) => b.code === 'M1')!.marks.map((m) => m.words);
    expect(await m1('2026-06-30')).not.toContainEqual(expect.stringMatching(/rests in its corner/));
    expect(await m1('2026-07-20')).toContainEqual('Lemon balm rests in its corner until 1 Sept');
    const jobs = async (day: string) =>
      (await roundPage(Promise.resolve({ day }))).jobs.filter((j) => j.title.includes('Lemon balm'));
    expect((await jobs('2026-07-01')).map((j) => j.title)).toContain('Cut back and move together to rest: Lemon balm');
    expect(await jobs('2026-07-02')).toEqual([]);
    const stands = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .where({ 'l.crop_code': 'lemon-balm', 'b.place_id': await place('M1') })
      .first('b.count');
    expect(stands.count).toBeGreaterThan(0);
  });
});

describe('the last year of a bed', () => {
  const yearOf = async (code: string, day?: string) => {
    const { spacePage } = await import('../../src/features/beds/space/queries');
    return (await spacePage(Promise.resolve(day ? { day } : {}))).year.find((y) => y.code === code);
  };

  test('counts what went in and what was packed of it, planned or not; taken back, it is as it was', async () => {
    await as('bram');
    const before = (await yearOf('R1'))!;
    expect(before.cycles).toBeGreaterThan(3);
    expect(before.pieces).toBeGreaterThan(1000);
    // Nothing is packed of more than was planted.
    expect(before.pieces).toBeLessThanOrEqual(before.plants);
    expect(before.perM2WeekMinor).toBeCloseTo(before.valueMinor / before.areaM2 / (365 / 7), 6);

    const stands = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .where({ 'b.place_id': await place('R1'), 'l.kind': 'planting' })
      .where('b.count', '>', 20)
      .orderBy('l.began_on')
      .first('b.lot_id', 'b.count');
    const key = randomUUID();
    const picked = await run('plants.pickNow', { lotId: stands.lot_id, placeId: await place('R1'), quantity: 12 }, key);
    expect(picked, said(picked)).toMatchObject({ ok: true });
    const after = (await yearOf('R1'))!;
    expect(after.pieces - before.pieces).toBe(12);
    expect(after.valueMinor).toBeGreaterThan(before.valueMinor);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect(await yearOf('R1')).toEqual(before);
  });

  test('on an earlier day it is the year up to that day', async () => {
    const now = (await yearOf('R1'))!;
    const earlier = await yearOf('R1', '2026-01-10');
    expect(earlier!.plants).not.toBe(now.plants);
    expect(earlier!.plants).toBeGreaterThan(0);
  });
});
