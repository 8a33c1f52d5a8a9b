import { describe, expect, test } from 'vitest';
import { randomUUID } from './helpers';
import { as, place, run, said, visit } from './visitor';

/** Beds that a manager shuts for the winter, and opens again. */
visit();

describe('a winter shut-down', () => {
  test('asks about what stands there and says what the fish then give; kept, beds, space and planting know; taken back, nothing of it is left', async () => {
    const [r1, r2] = [await place('R1'), await place('R2')];
    const wish = { placeIds: [r1, r2], from: '2026-06-20', until: '2026-07-15', words: 'new liners' };
    const asked = await run('plants.restBeds', wish);
    expect(asked.fields?.confirm?.[0]).toMatch(/stands in R[12], \d+ plants/);
    expect(asked.fields?.confirm?.[0]).toMatch(/Heron: .* instead of/);
    const key = randomUUID();
    expect(said(await run('plants.restBeds', { ...wish, confirmed: true }, key))).toMatch(/R1, R2: nothing is planted/);

    const { spacePage } = await import('../../src/features/beds/space/queries');
    const { bedsPage } = await import('../../src/features/beds/queries');
    const search = () => Promise.resolve({});
    const rests = async () => (await spacePage(search())).rests.filter((r) => r.words === 'new liners');
    expect((await rests()).map((r) => [r.code, r.from])).toEqual([
      ['R1', '2026-06-20'],
      ['R2', '2026-06-20'],
    ]);
    const strip = async () => (await bedsPage(search())).beds.find((b) => b.code === 'R1')!.marks.map((m) => m.words);
    expect(await strip()).toContainEqual(expect.stringMatching(/^rests from .* new liners$/));
    expect((await run('plants.restBeds', wish)).fields?.placeIds?.[0]).toMatch(/R1 rests in that time already/);

    expect((await run('entry.takeBack', { recordedKey: key })).ok).toBe(true);
    expect(await rests()).toEqual([]);
  });

  test('a bed at rest today is asked about before anything is set into it, and its rest can be ended early', async () => {
    const wf = await place('WF');
    const wish = { placeIds: [wf], from: '2026-06-10', until: '2026-06-30', words: 'repair' };
    expect((await run('plants.restBeds', wish)).ok).toBe(true);
    const sown = await run('plants.sowNow', { cropCode: 'mizuna', count: 60, placeId: await place('NB') });
    const [, code] = / as ([A-Z0-9-]+)\./.exec(said(sown))!;
    const { desk } = await import('./visitor');
    const { id: lotId } = await desk.owner('lot').where({ code }).first('id');
    const move = { lotId, placeId: await place('NB'), toPlaceId: wf, count: 20 };
    expect((await run('plants.moveOn', move)).fields?.confirm?.[0]).toMatch(/WF rests until 30 Jun: repair/);
    await as('bram');
    expect((await run('plants.endRest', { restId: randomUUID() })).ok).toBe(false);
    await as('ines');
    const { spacePage } = await import('../../src/features/beds/space/queries');
    const rest = (await spacePage(Promise.resolve({}))).rests.find((r) => r.code === 'WF');
    expect(said(await run('plants.endRest', { restId: rest!.id }))).toMatch(/WF may be planted again/);
    expect((await run('plants.endRest', { restId: rest!.id })).fields?.form?.[0]).toMatch(/over already/);
    expect((await run('plants.moveOn', move)).fields?.confirm?.[0] ?? '').not.toMatch(/rests/);
  });

  test('no bed, an end before the beginning, a tank: said beside the field', async () => {
    const wish = { placeIds: [await place('R1')], from: '2026-07-01', until: '2026-06-01', words: 'winter' };
    expect((await run('plants.restBeds', wish)).fields?.until?.[0]).toMatch(/ends after it has begun/);
    const tank = { ...wish, until: '2026-07-30', placeIds: [await place('H3')] };
    expect((await run('plants.restBeds', tank)).fields?.placeIds?.[0]).toMatch(/Choose beds/);
    expect((await run('plants.restBeds', { ...wish, placeIds: [] })).fields?.placeIds?.[0]).toMatch(/at least one bed/);
  });
});
