import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, faults, key, on, place, TODAY, visit } from './visitor';

/** Mistakes of a cohort’s story are taken back, through the actions the screens call. */
let actions: typeof import('../../src/features/cohorts/actions');
visit(async () => {
  actions = await import('../../src/features/cohorts/actions');
});

describe('taking an entry back', () => {
  const story = async (code: string) =>
    (await import('../../src/features/cohorts/cohort/cohortQueries')).cohortPage(code, on({ story: 'all' }));
  const inTank = async (code: string) => {
    const row = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'p.code': code, 'l.kind': 'cohort' })
      .where('b.count', '>', 0)
      .first('l.code', 'b.count');
    return row as { code: string; count: number };
  };
  const takeBack = (kind: string, id: string) => actions.takeBack({ kind, id, ...key() });

  test('deaths typed wrongly: the fish are there again, survival too, and the entry stays to be seen', async () => {
    const { recordLogLine } = await import('../../src/features/log/actions');
    const was = await inTank('H7');
    const before = await story(was.code);
    await as('bram');
    expect((await recordLogLine({ text: 'H7 dead 40', ...key() })).ok).toBe(true);
    await as('ines');
    const wrong = (await story(was.code)).record[0]!;
    expect(wrong).toMatchObject({ reason: 'dead', count: 40, mayTakeBack: true, takenBack: false });
    expect(await takeBack('movement', wrong.id)).toMatchObject({
      ok: true,
      value: { words: 'Taken back: 40 deaths.' },
    });
    const after = await story(was.code);
    expect((await inTank('H7')).count).toBe(was.count);
    expect(after.account.survival).toBe(before.account.survival);
    expect(after.record.find((m) => m.id === wrong.id)).toMatchObject({ takenBack: true, mayTakeBack: false });
    expect(after.record[0]).toMatchObject({ reason: 'reverse', count: 40, mayTakeBack: false });
    expect(faults(await takeBack('movement', wrong.id)).form?.[0]).toMatch(/taken back already/);
  });

  test('a feeding taken back: feed is in the store again, conversion without it, and the job is open', async () => {
    const { doJob } = await import('../../src/features/round/actions');
    const feed = (v: Record<string, unknown>) => doJob('fish.feed@1', v);
    const { roundPage } = await import('../../src/features/round/queries');
    const { code } = await inTank('H8');
    const before = await story(code);
    const job = async () => (await roundPage(on())).jobs.find((j) => j.kind === 'feed' && j.place === 'H8')!;
    const placeId = await place('H8');
    expect((await feed({ placeId, massG: 4321, response: 'eager', ...key() })).ok).toBe(true);
    expect((await job()).done).not.toBeNull();
    // A done row says what was given, to which cohort and where.
    expect((await job()).detail).toBe(`4.3 kg · ${code} · H8`);
    // The oldest bag held less than that: one feeding out of two feed lots.
    const ofToday = async () => (await story(code)).feedings.filter((f) => f.day === TODAY);
    const fed = await ofToday();
    expect(fed.reduce((sum, f) => sum + f.massG, 0)).toBe(4321);
    expect(fed.every((f) => f.mayTakeBack)).toBe(true);
    expect(await takeBack('movement', fed[0]!.movementId)).toMatchObject({ ok: true });
    const after = await story(code);
    expect(after.feedG).toBe(before.feedG);
    expect((await ofToday()).map((f) => [f.massG, f.takenBack])).toEqual(fed.map((f) => [f.massG, true]));
    expect((await job()).done).toBeNull();
    expect((await feed({ placeId, massG: 1234, response: 'slow', ...key() })).ok).toBe(true);
    expect((await story(code)).feedG).toBe(before.feedG + 1234);
  });

  test('a feeding at a time: each is given once, the last one ticks the job, and one taken back is asked for again', async () => {
    const { doJob } = await import('../../src/features/round/actions');
    const feed = (feedings: number[] | undefined, massG: number) =>
      doJob('fish.feed@1', { placeId, massG, response: feedings?.[0] === 1 ? 'slow' : 'eager', feedings, ...key() });
    const { roundPage } = await import('../../src/features/round/queries');
    const jobs = async () => (await roundPage(on())).jobs;
    const job = async () => (await jobs()).find((j) => j.kind === 'feed' && j.place === 'H7')!;
    const placeId = await place('H7');
    const { code } = await inTank('H7');
    const before = await story(code);
    const { of, left } = (await job()).feedings!;
    expect(left).toHaveLength(of);
    const all = left.map(([n]) => Number(n));
    expect(await feed([1], 500)).toMatchObject({ ok: true });
    expect(await feed([1], 500)).toMatchObject({ ok: false, fields: { job: [expect.stringMatching(/already/)] } });
    expect((await job()).feedings!.left.map(([n]) => Number(n))).toEqual(all.slice(1));
    expect((await job()).done).toBeNull();
    // What is recorded a feeding at a time stands on its own job, not once more under what else was done.
    expect((await jobs()).filter((j) => j.id.subject === placeId && j.id.kind === 'feed')).toHaveLength(1);
    expect(await feed(all.slice(1), 700)).toMatchObject({ ok: true });
    const done = await job();
    expect([done.done !== null, done.detail]).toEqual([true, `1.2 kg · ${code} · H7`]);
    for (const wrong of [[0], [25], [1.5], ['1']])
      expect(await feed(wrong as number[], 100)).toMatchObject({ ok: false, fields: { feedings: expect.anything() } });
    const fed = (await story(code)).feedings.filter((f) => f.day === TODAY && f.response === 'slow');
    expect(await takeBack('movement', fed[0]!.movementId)).toMatchObject({ ok: true });
    expect((await job()).feedings!.left.map(([n]) => n)).toEqual(['1']);
    expect((await job()).done).toBeNull();
    expect((await story(code)).feedG).toBe(before.feedG + 700);
    // The rest of the day at once closes it, and nothing is given by number after that.
    expect(await feed(undefined, 480)).toMatchObject({ ok: true });
    expect((await job()).done).not.toBeNull();
    expect(await feed([1], 500)).toMatchObject({ ok: false, fields: { job: expect.anything() } });
  });

  test('fed by log line: the job is ticked, a second feeding is refused, and undo opens the job again', async () => {
    const { recordLogLine, undoLogLine } = await import('../../src/features/log/actions');
    const { roundPage } = await import('../../src/features/round/queries');
    const job = async () => (await roundPage(on())).jobs.find((j) => j.kind === 'feed' && j.place === 'K3')!;
    const { code } = await inTank('K3');
    const before = (await story(code)).feedG;
    await as('tess');
    const line = { text: 'K3 fed 0.9 slow', ...key() };
    expect(await recordLogLine(line)).toMatchObject({
      ok: true,
      value: { meaning: '900 g fed in K3 today, ate slowly' },
    });
    expect((await recordLogLine(line)).ok).toBe(true);
    expect((await story(code)).feedG).toBe(before + 900);
    expect((await story(code)).feedings[0]).toMatchObject({ response: 'slow', day: TODAY });
    expect((await job()).done).not.toBeNull();
    expect(faults(await recordLogLine({ text: 'K3 fed 1', ...key() })).job?.[0]).toMatch(/already done this job/);
    expect((await undoLogLine({ recordedKey: line.entryKey, ...key() })).ok).toBe(true);
    expect((await story(code)).feedG).toBe(before);
    expect((await job()).done).toBeNull();
    const purged = await desk
      .owner('balance as b')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'p.kind': 'purge' })
      .andWhere('b.count', '>', 0)
      .first('p.code');
    expect(faults(await recordLogLine({ text: `${purged.code} fed 1`, ...key() })).text?.[0]).toMatch(/to get no feed/);
  });

  test('a sample taken back: growth is judged by the samples before it', async () => {
    const { code } = await inTank('H7');
    const fish = (await story(code)).handled[0]!;
    const before = await story(code);
    const weightsG = Array.from({ length: 12 }, () => fish.meanG * 0.7);
    expect(
      (await actions.sample({ lotCode: code, fromPlaceId: fish.placeId, weightsG, confirmed: true, ...key() })).ok,
    ).toBe(true);
    const light = await story(code);
    expect(light.pace!).toBeLessThan(before.pace!);
    expect(light.weighings[0]).toMatchObject({ count: 12, mayTakeBack: true });
    expect((await takeBack('sample', light.weighings[0]!.id)).ok).toBe(true);
    const after = await story(code);
    expect(after.pace).toBeCloseTo(before.pace!, 9);
    expect(after.weighings[0]!.takenBack).toBe(true);
    expect(faults(await takeBack('sample', light.weighings[0]!.id)).form?.[0]).toMatch(/taken back already/);
  });

  test('a treatment noted for the wrong fish: its withdrawal period holds no more, and an observation no longer counts', async () => {
    const { code } = await inTank('H7');
    const placeId = await place('H7');
    const treat = { kind: 'treat', lotCode: code, placeId, words: 'Salt bath', untilDay: addDays(TODAY, 10), ...key() };
    expect((await actions.husbandry(treat)).ok).toBe(true);
    const treated = await story(code);
    expect(treated.withdrawalUntil).toBe(addDays(TODAY, 10));
    const entry = treated.events.find((e) => e.kind === 'treat')!;
    expect(entry.mayTakeBack).toBe(true);
    await as('bram');
    expect(faults(await takeBack('event', entry.id)).form?.[0]).toMatch(/Only a manager/);
    await as('ines');
    const back = { kind: 'event', id: entry.id, ...key() };
    expect(await actions.takeBack(back)).toMatchObject({
      ok: true,
      value: { words: expect.stringMatching(/withdrawal period holds no more/) },
    });
    expect((await actions.takeBack(back)).ok).toBe(true);
    const after = await story(code);
    expect(after.withdrawalUntil).toBeNull();
    expect(after.events.filter((e) => e.kind === 'treat').map((e) => e.takenBack)).toEqual([true]);
    expect(faults(await takeBack('event', entry.id)).form?.[0]).toMatch(/taken back already/);

    const koi = {
      kind: 'observe',
      lotCode: 'KOI-1',
      placeId: await place('W2'),
      words: 'Wrong tank: these are ill',
      state: 'ill',
    };
    expect((await actions.husbandry({ ...koi, ...key() })).ok).toBe(true);
    const sale = {
      lotCode: 'KOI-1',
      fromPlaceId: await place('W2'),
      productCode: 'koi-middle',
      count: 2,
      massG: 2 * 60,
    };
    expect(faults(await actions.sellLive({ ...sale, ...key() })).confirm?.[0]).toMatch(/was ill/);
    const ill = (await story('KOI-1')).events.find((e) => e.state === 'ill')!;
    expect((await takeBack('event', ill.id)).ok).toBe(true);
    expect((await actions.sellLive({ ...sale, ...key() })).ok).toBe(true);
  });

  test('what rests on other entries stays, with the reason; hands take back only their own of the day', async () => {
    const { recordLogLine } = await import('../../src/features/log/actions');
    const { code } = await inTank('H7');
    const { record, weighings } = await story(code);
    const received = record.find((m) => m.reason === 'receive')!;
    expect(received.mayTakeBack).toBe(false);
    expect(faults(await takeBack('movement', received.id)).form?.[0]).toMatch(/stay counted/);
    expect(faults(await takeBack('movement', randomUUID())).form?.[0]).toMatch(/not on this farm/);
    await as('bram');
    expect(faults(await takeBack('sample', weighings.find((s) => !s.takenBack)!.id)).form?.[0]).toMatch(
      /Only a manager/,
    );
    await recordLogLine({ text: 'H7 dead 1', ...key() });
    const own = (await story(code)).record[0]!;
    expect(own.mayTakeBack).toBe(true);
    await as('tess');
    expect((await story(code)).record[0]!.mayTakeBack).toBe(false);
    expect(faults(await takeBack('movement', own.id)).form?.[0]).toMatch(/Only a manager/);
    await as('mirel');
    expect(faults(await takeBack('movement', own.id)).form?.[0]).toMatch(/for a hand or a manager/);
    await as('bram');
    expect((await takeBack('movement', own.id)).ok).toBe(true);
  });
});
