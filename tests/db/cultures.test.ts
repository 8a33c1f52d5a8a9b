import { describe, expect, test } from 'vitest';
import { randomUUID } from './helpers';
import { as, desk, place, run, said, visit } from './visitor';

/** What else lives on the farm: cultures that take waste, and seed of its own. */
visit();

const page = async () => {
  const { culturesPage } = await import('../../src/features/beds/cultures/queries');
  return culturesPage(Promise.resolve({}));
};

describe('a side culture', () => {
  test('is begun, weighed, held against the ration, taken back and ended', async () => {
    const before = (await page()).replacesG;
    const begun = await run('culture.begin', { what: 'duckweed', name: 'Ditch behind the house', areaM2: 6 });
    const [, code] = /(C-\d+) /.exec(said(begun))!;
    const own = async () => (await page()).running.find((c) => c.code === code)!;
    const { id: cultureId } = await own();
    await as('bram');
    expect((await run('culture.record', { cultureId, way: 'given', massG: 20_000 })).ok).toBe(true);
    const key = randomUUID();
    expect(said(await run('culture.record', { cultureId, way: 'taken', massG: 3000 }, key))).toMatch(
      /3.00? kg taken out of/,
    );
    expect((await own()).account).toMatchObject({ givenG: 20_000, takenG: 3000 });
    expect((await page()).replacesG).toBeGreaterThan(before);
    expect((await page()).eatenG).toBeGreaterThan(0);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect((await own()).account.takenG).toBe(0);
    expect((await page()).replacesG).toBeCloseTo(before, 6);

    expect((await run('culture.end', { cultureId })).ok).toBe(false);
    await as('ines');
    expect(said(await run('culture.end', { cultureId }))).toMatch(/is ended/);
    expect((await page()).running.some((c) => c.code === code)).toBe(false);
    expect(said(await run('culture.record', { cultureId, way: 'taken', massG: 10 }))).toMatch(
      /nothing more is weighed/,
    );
  });

  test('nought grams, no kind, a culture of elsewhere: said in words', async () => {
    expect((await run('culture.begin', { what: 'dragons', name: 'x1' })).fields?.what?.[0]).toMatch(
      /Choose what is grown/,
    );
    expect(
      (await run('culture.record', { cultureId: randomUUID(), way: 'taken', massG: 5 })).fields?.form?.[0],
    ).toMatch(/not on this farm/);
    const [any] = [...(await page()).running, ...(await page()).ended];
    expect((await run('culture.record', { cultureId: any!.id, way: 'taken', massG: 0 })).fields?.massG).toBeTruthy();
  });
});

describe('seed of the farm’s own', () => {
  test('is a lot that knows its mother, can be sown, and does not count as a cut of her', async () => {
    await as('bram');
    const mother = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .where({ 'l.kind': 'planting', 'l.crop_code': 'mizuna', 'b.place_id': await place('R4') })
      .where('b.count', '>', 10)
      .orderBy('l.began_on')
      .first('l.id', 'l.code');
    const { farmView } = await import('../../src/server/farmView');
    const cutsOf = async () =>
      (await farmView(Promise.resolve({}), async () => null)).facts.plantings.find((p) => p.lotId === mother.id)!
        .cutsDone;
    const before = await cutsOf();
    const key = randomUUID();
    const saved = await run('plants.saveSeed', { lotId: mother.id, placeId: await place('R4'), count: 900 }, key);
    expect(said(saved)).toContain(`from ${mother.code}`);
    const seed = await desk.owner('lot').where('code', 'like', `SEED-${mother.code}%`).first('id', 'crop_code');
    expect(await desk.owner('lot_origin').where({ lot_id: seed.id }).pluck('from_lot_id')).toEqual([mother.id]);
    expect(await cutsOf()).toBe(before);
    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
  });
});
