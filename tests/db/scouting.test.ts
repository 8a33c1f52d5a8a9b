import { describe, expect, test } from 'vitest';
import { randomUUID } from './helpers';
import { as, desk, place, run, said, TODAY, visit } from './visitor';

/** What a hand finds on plants, from the first look until it is gone; beneficials as counted stock. */
visit();

const page = async () => {
  const { scoutingPage } = await import('../../src/features/beds/scouting/queries');
  return scoutingPage(Promise.resolve({}));
};
const round = async (day?: string) => {
  const { roundPage } = await import('../../src/features/round/queries');
  return (await roundPage(Promise.resolve(day ? { day } : {}))).jobs.filter((j) => j.id.kind === 'scout');
};
/** The smallest that begins like a JPEG. */
const JPEG = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(300, 7)]).toString('base64');

describe('a finding', () => {
  test('is seen, stands on its bed, is looked at again on its day, and is gone', async () => {
    await as('bram');
    const r2 = await place('R2');
    const key = randomUUID();
    const seen = await run(
      'scouting.look',
      {
        what: 'aphids',
        placeId: r2,
        howBad: 2,
        words: 'winged ones too',
        lookAgainDays: 4,
        photo: [JPEG.slice(0, 100), JPEG.slice(100)],
      },
      key,
    );
    expect(said(seen)).toMatch(/aphids in R2: some plants.*Undersides and growing tips/);
    const [found] = (await page()).open.filter((f) => f.place === 'R2' && f.words === 'aphids');
    expect(found).toMatchObject({ howBad: 2, saw: 'winged ones too', lookAgainOn: '2026-06-14' });
    const { GET } = await import('../../src/app/api/photo/[finding]/route');
    const photo = await GET(new Request('http://x'), { params: Promise.resolve({ finding: found!.photoOf! }) });
    expect(Buffer.from(await photo.arrayBuffer()).toString('base64')).toBe(JPEG);

    const { bedsPage } = await import('../../src/features/beds/queries');
    const strip = (await bedsPage(Promise.resolve({}))).beds.find((b) => b.code === 'R2')!;
    expect(strip.marks.map((m) => m.words)).toContainEqual(expect.stringMatching(/^aphids: some plants on/));

    expect((await round()).some((j) => j.id.slot === 'again' && j.id.subject === found!.id)).toBe(false);
    const then = (await round('2026-06-14')).find((j) => j.id.subject === found!.id);
    expect(then?.title).toBe('Look again: aphids');

    const again = { findingId: found!.id, howBad: 1, lookAgainDays: 2 };
    expect((await run('scouting.lookAgain', again)).ok).toBe(true);
    expect(said(await run('entry.takeBack', { recordedKey: key }))).toMatch(/looked at again since/);
    const better = (await page()).open.find((f) => f.id === found!.id)!;
    expect(better.course.map((c) => c.howBad)).toEqual([2, 1]);
    const gone = randomUUID();
    expect((await run('scouting.lookAgain', { findingId: found!.id, howBad: 0 }, gone)).ok).toBe(true);
    expect((await page()).open.some((f) => f.id === found!.id)).toBe(false);
    expect((await run('entry.takeBack', { recordedKey: gone })).ok).toBe(true);
    expect((await page()).open.find((f) => f.id === found!.id)?.howBad).toBe(1);
  });

  test('a bed that is none, a file that is no photo, nothing found nowhere: said beside the field', async () => {
    const seen = { what: 'thrips', howBad: 1, placeId: await place('R1') };
    expect((await run('scouting.look', { ...seen, placeId: await place('H3') })).fields?.placeId).toBeTruthy();
    expect((await run('scouting.look', { ...seen, photo: ['bm90IGEgcGhvdG8='] })).fields?.photo?.[0]).toMatch(
      /no photo/,
    );
    expect((await run('scouting.look', { ...seen, what: 'nothing' })).fields?.what).toBeTruthy();
    expect((await run('scouting.look', { ...seen, what: 'gremlins' })).fields?.what?.[0]).toMatch(/Choose what/);
    expect((await run('scouting.look', { ...seen, howBad: 9 })).fields?.howBad).toBeTruthy();
  });
});

describe('the walk over the beds', () => {
  test('is asked for house by house, done once, and due again after as many days as the farm has set', async () => {
    await as('bram');
    const walk = (await round()).find((j) => j.id.slot === '' && j.asks!.some(([, code]) => code === 'N1'));
    expect(walk).toBeTruthy();
    const body = { what: 'nothing', howBad: 1, walk: walk!.id.subject, dueOn: walk!.id.day };
    const key = randomUUID();
    expect(said(await run('scouting.look', body, key))).toMatch(/Nothing found in Glasshouse two/);
    expect((await run('scouting.look', body)).fields?.job?.[0]).toBeTruthy();
    const open = async (day?: string) =>
      (await round(day)).some((j) => j.id.slot === '' && j.id.subject === walk!.id.subject && !j.done);
    expect(await open()).toBe(false);
    expect(await open('2026-06-17')).toBe(true);
    expect(await open('2026-06-16')).toBe(false);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect(await open()).toBe(true);
  });
});

describe('a walk that finds more than one thing', () => {
  const walk = async () => (await round()).find((j) => j.id.slot === '' && j.asks!.some(([, code]) => code === 'N1'))!;
  const found = async () => (await page()).open.map((f) => `${f.place} ${f.words} ${f.howBad}`);

  test('is one entry with all of it, and one undo', async () => {
    await as('bram');
    const before = await found();
    const job = await walk();
    const body = {
      ...{ what: 'mildew', placeId: await place('N1'), howBad: 1, lookAgainDays: 5 },
      ...{ walk: job.id.subject, dueOn: job.id.day },
      others: [
        { what: 'aphids', placeId: await place('N2'), howBad: 3, words: 'by the door', photo: [JPEG] },
        { what: 'slugs', placeId: await place('N1'), howBad: 2 },
      ],
    };
    const key = randomUUID();
    const answer = await run('scouting.look', body, key);
    expect(said(answer)).toMatch(/mildew in N1[^]*aphids in N2[^]*in N1: some plants/);
    const now = (await page()).open.filter((f) => !before.includes(`${f.place} ${f.words} ${f.howBad}`));
    expect(now.map((f) => [f.place, f.howBad, f.saw, f.lookAgainOn]).sort()).toEqual([
      ['N1', 1, null, '2026-06-15'],
      ['N1', 2, null, '2026-06-15'],
      ['N2', 3, 'by the door', '2026-06-15'],
    ]);
    // Each has its own photo, or none.
    expect(now.map((f) => [f.place, f.photoOf !== null]).filter(([, has]) => has)).toEqual([['N2', true]]);
    // Sent twice it is written once.
    await run('scouting.look', body, key);
    expect(await found()).toHaveLength(before.length + 3);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect(await found()).toEqual(before);
    expect((await walk()).done).toBeNull();
  });

  test('nothing by the first question and something below is something; a row without a bed is said at that row', async () => {
    await as('bram');
    const job = await walk();
    const about = { what: 'nothing', howBad: 1, walk: job.id.subject, dueOn: job.id.day };
    const lost = await run('scouting.look', {
      ...about,
      others: [{ what: 'thrips', placeId: await place('H3'), howBad: 1 }],
    });
    expect(lost.fields?.['others.0.placeId']?.[0]).toMatch(/Choose a bed/);
    const blurred = { what: 'thrips', placeId: await place('N3'), howBad: 1, photo: ['bm90IGEgcGhvdG8='] };
    const none = await run('scouting.look', { ...about, others: [blurred] });
    expect(none.fields?.['others.0.photo']?.[0]).toMatch(/no photo/);
    const key = randomUUID();
    const seen = await run(
      'scouting.look',
      { ...about, others: [{ what: 'thrips', placeId: await place('N3'), howBad: 1 }] },
      key,
    );
    expect(said(seen)).toMatch(/thrips in N3/);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
  });
});

describe('beneficials', () => {
  test('come, are counted, are released into a bed, and never more than there are', async () => {
    await as('bram');
    expect(said(await run('scouting.receive', { what: 'predatory_mites', count: 500, supplier: 'Wingfold' }))).toMatch(
      /500 predatory mites/,
    );
    const stock = (await page()).stock.find((s) => s.what === 'predatory_mites')!;
    expect(stock).toMatchObject({ count: 500, daysHere: 0 });
    const body = { lotId: stock.lotId, placeId: await place('R2'), count: 200 };
    expect((await run('scouting.release', { ...body, count: 501 })).fields?.count?.[0]).toMatch(
      /500 of BEN-PRE-260610 are left/,
    );
    const key = randomUUID();
    expect(said(await run('scouting.release', body, key))).toMatch(/200 predatory mites released in R2/);
    expect((await page()).stock.find((s) => s.lotId === stock.lotId)?.count).toBe(300);
    expect((await page()).releases[0]).toMatchObject({ place: 'R2', day: TODAY });
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect((await page()).stock.find((s) => s.lotId === stock.lotId)?.count).toBe(500);
    const found = await desk.owner('movement').where({ reason: 'release', lot_id: stock.lotId });
    expect(found).toHaveLength(1);
  });
});
