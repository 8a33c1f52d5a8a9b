import { stringify } from 'devalue';
import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { PLACES, stationAt, type Asked, type StationName } from '../../src/stations/list';
import { as, desk, place, run, TODAY, visit } from './visitor';

/** What stations show, as the server keeps and sends it, on the demo farm. */
visit();

const asked = (address: string): Asked => {
  const url = new URL(address, 'http://farm');
  return stationAt(url.pathname, url.searchParams)!;
};

async function answer(address: string) {
  const { stationAnswer } = await import('../../src/stations/answers');
  const { currentPerson } = await import('../../src/server/session');
  return stationAnswer((await currentPerson())!, asked(address));
}

async function shown<T = Record<string, unknown>>(address: string): Promise<T> {
  const { valueOf } = await import('../../src/server/answers');
  return valueOf<T>(await answer(address));
}

const CODES: Partial<Record<StationName, () => Promise<string>>> = {
  tank: async () => 'H6',
  bed: async () => 'R3',
  cohort: async () =>
    (await desk.owner('lot').where({ kind: 'cohort' }).orderBy('began_on', 'desc').first('code')).code,
  planting: async () =>
    (await desk.owner('lot').where({ kind: 'planting' }).orderBy('began_on', 'desc').first('code')).code,
  order: async () => (await desk.owner('sales_order').first('id')).id,
};

const addressOf = async (name: StationName) => PLACES[name].path.replace(':code', (await CODES[name]?.()) ?? '');

describe('every station', () => {
  test.each(Object.keys(PLACES) as StationName[])(
    '%s: one answer, known the second time, small enough for a weak line',
    async (name) => {
      const address = await addressOf(name);
      expect(asked(address).name).toBe(name);
      const first = await answer(address);
      expect(first.bytes.length, 'bytes on the line').toBeLessThan(100_000);
      // What says how long ago something was holds for a minute; the clock of the tests stands.
      expect(await answer(address)).toBe(first);
      // It is what a page is drawn from, here and in the browser: nothing of it is lost on the way.
      const { valueOf } = await import('../../src/server/answers');
      const page = valueOf(first);
      expect(stringify(valueOf(first))).toBe(stringify(page));
      // Nobody's name stands in what all of a role share.
      if (!PLACES[name].own) expect(stringify(page)).not.toContain('signInName');
    },
  );
});

test('an address that nobody has is no station', () => {
  for (const address of ['/', '/rounds', '/cohorts/a/b', '/farm/nothing', '/cohorts/%E0%A4%A'])
    expect(stationAt(address, new URLSearchParams()), address).toBeNull();
  expect(asked('/beds/space').name).toBe('space');
  expect(asked('/cohorts/HSB%2D31')).toMatchObject({ name: 'cohort', code: 'HSB-31' });
});

test('only what a station answers to makes another answer: how near one looks does not', () => {
  expect(asked('/season?near=2&day=2026-06-12').about).toBe(asked('/season?day=2026-06-12&without=H1').about);
  expect(asked('/season?day=2026-06-12').about).not.toBe(asked('/season').about);
});

describe('after a write', () => {
  test('what it touched is made anew, and says it; what it did not touch is the very same', async () => {
    const [round, beds, papers, market] = ['/round', '/beds', '/farm/papers', '/market'];
    const before = {
      round: await answer(round),
      beds: await answer(beds),
      papers: await answer(papers),
      market: await answer(market),
    };
    const chore = await run('chore.save', { title: 'Sweep the hall', everyDays: 1, minutes: 5, startsOn: TODAY });
    expect(chore).toMatchObject({ ok: true });
    expect((await answer(round)).etag).not.toBe(before.round.etag);
    expect(JSON.stringify((await shown<{ jobs: { title: string }[] }>(round)).jobs.map((j) => j.title))).toContain(
      'Sweep the hall',
    );
    expect(await answer(beds)).toBe(before.beds);
    expect(await answer(papers)).toBe(before.papers);
    expect(await answer(market)).toBe(before.market);
  });

  test('a paper, a price, a finding, a trial or a house changed is seen at once', async () => {
    const before = await answer('/farm/papers');
    expect(
      await run('paper.save', { kind: 'rule', title: 'Boots off at the door', words: 'Every time.' }),
    ).toMatchObject({ ok: true });
    expect((await answer('/farm/papers')).etag).not.toBe(before.etag);
  });

  test('fish that died leave the tank, its cohort and the round, whoever looks', async () => {
    const addresses = ['/cohorts', '/cohorts/tank/H6', '/round', '/season'];
    const before = await Promise.all(addresses.map(answer));
    const papers = await answer('/farm/papers');
    const lot = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .where('b.place_id', await place('H6'))
      .where('b.count', '>', 0)
      .first('l.id');
    expect(lot).toBeTruthy();
    const died = await run('log.line', { text: 'H6 dead 3' });
    expect(died).toMatchObject({ ok: true });
    const after = await Promise.all(addresses.map(answer));
    after.forEach((a, i) => expect(a.etag, addresses[i]).not.toBe(before[i]!.etag));
    expect(await answer('/farm/papers')).toBe(papers);
  });
});

describe('who may see what', () => {
  test('a role of its own has an answer of its own', async () => {
    const manager = await answer('/market');
    await as('bram');
    expect(await answer('/market')).not.toBe(manager);
    expect((await shown<{ person: { role: string } }>('/market')).person).toEqual({ role: 'hand' });
  });

  test('two people of a role share what is the same for both, and nothing of one stands in it', async () => {
    await as('bram');
    const first = await answer('/round');
    await as('tess');
    expect(await answer('/round')).toBe(first);
    // What one may take back is one's own.
    const own = await answer('/beds/scouting');
    await as('bram');
    expect(await answer('/beds/scouting')).not.toBe(own);
  });

  test('a page that all of a role share cannot ask who somebody is', async () => {
    const { answerFor } = await import('../../src/server/answers');
    const { currentPerson, requirePerson } = await import('../../src/server/session');
    const person = (await currentPerson())!;
    const make = async () => ({ me: (await requirePerson()).personId });
    await expect(answerFor({ person, answering: { about: 'nosy', own: false, make } })).rejects.toThrow('personId');
    await answerFor({ person, answering: { about: 'own', own: true, make } });
  });
});

test('the counts asked for in one go are those of this farm, and the line they were asked on forgets it', async () => {
  const { revisionsOf, readRevisions } = await import('../../src/db/revisions');
  const { readingFarm } = await import('../../src/db/connection');
  const { farm_id: farmId } = await desk.owner('farm').first('farm_id');
  const inOneGo = await revisionsOf(desk.app, farmId);
  expect(inOneGo).toEqual((await readingFarm(desk.app, farmId, readRevisions)).revisions);
  expect(Object.keys(inOneGo).length).toBeGreaterThan(8);
  // Another farm has none of them, and without a farm nothing is seen.
  expect(await revisionsOf(desk.app, '00000000-0000-4000-8000-000000000000')).toEqual({});
  for (let i = 0; i < 12; i++) expect((await desk.app.raw('select * from revision')).rows).toEqual([]);
  await expect(revisionsOf(desk.app, "x'; select 1")).rejects.toThrow('no farm');
});

test('another day is another answer, and many who ask at once wait for one', async () => {
  const { answerFor } = await import('../../src/server/answers');
  const { currentPerson } = await import('../../src/server/session');
  const person = (await currentPerson())!;
  let made = 0;
  const make = async () => {
    made += 1;
    await new Promise((done) => setTimeout(done, 30));
    return { made };
  };
  const all = await Promise.all(
    Array.from({ length: 12 }, () => answerFor({ person, answering: { about: 'at once', own: false, make } })),
  );
  expect(made).toBe(1);
  expect(new Set(all).size).toBe(1);
  const { stationAnswer } = await import('../../src/stations/answers');
  const tomorrow = await stationAnswer(person, asked(`/round?day=${addDays(TODAY, 1)}`));
  expect(tomorrow.etag).not.toBe((await answer('/round')).etag);
});
