import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { SPECIES_DEFAULTS, CROP_DEFAULTS } from '../../src/core/library/defaults';
import { loadFacts } from '../../src/db/slices';
import { homeLoops, loopOn } from '../../src/db/homeLoops';
import { createLot, freeLotCode, placeOfRole, recordMovement, type Entry } from '../../src/db/ledger';
import { recordSample } from '../../src/db/events';
import { latestPh, takeReadings } from '../../src/db/readings';
import type { Tx } from '../../src/db/connection';
import { aLoop } from '../core/farm';
import { entryFor, makeFarm, move, openDesk, randomUUID, type Desk, type TestFarm } from './helpers';

/** A farm small enough to know by heart: what the database says it holds, on which day. */
let desk: Desk;
let farm: TestFarm;
let cohort: string;

const at = (day: string, over: Partial<Entry> = {}): Entry =>
  entryFor(farm, { farmDay: day, at: new Date(`${day}T09:00:00Z`), ...over });
const read = <T>(work: (tx: Tx) => Promise<T>) => desk.in(farm, work);
const facts = (day: string, isToday = false) => read((tx) => loadFacts(tx, day, isToday));

beforeAll(async () => {
  desk = await openDesk('empty');
  farm = await makeFarm(desk.owner, 'By heart');
  const months = Array(12).fill(13);
  const loopId = randomUUID();
  await desk.owner('loop').insert({
    farm_id: farm.farmId,
    id: loopId,
    code: 'heron',
    name: 'Heron',
    kind: 'coupled',
    band_low_g_m2: 60,
    band_high_g_m2: 100,
    planned_water_temp_c: months,
    planned_air_temp_c: Array(12).fill(20),
    planned_light_mol: Array(12).fill(15),
  });
  await desk
    .owner('place')
    .whereIn('code', ['H1', 'H2', 'R1', 'NB'])
    .andWhere({ farm_id: farm.farmId })
    .update({ loop_id: loopId, volume_l: 5000 });
  const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
  const lettuce = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
  await desk.owner('species').insert({ farm_id: farm.farmId, code: trout.code, params: JSON.stringify(trout) });
  await desk.owner('crop').insert({ farm_id: farm.farmId, code: lettuce.code, params: JSON.stringify(lettuce) });
  await read(async (tx) => {
    cohort = await createLot(tx, farm.farmId, {
      code: 'TRT-1',
      kind: 'cohort',
      keeps: 'count',
      beganOn: '2026-01-10',
      speciesCode: trout.code,
      startMeanG: 8,
    });
    await recordMovement({
      tx,
      entry: at('2026-01-10'),
      movement: move(farm, cohort, 'SUPPLIER', 'H1', { count: 500, massG: 4000, reason: 'receive' }),
    });
    await recordMovement({
      tx,
      entry: at('2026-02-01'),
      movement: move(farm, cohort, 'H1', 'DEAD', { count: 20, reason: 'dead' }),
    });
    await recordMovement({
      tx,
      entry: at('2026-04-01'),
      movement: move(farm, cohort, 'H1', 'H2', { count: 480, reason: 'move' }),
    });
    await recordSample(tx, at('2026-04-10'), {
      lotId: cohort,
      placeId: farm.places.H2!,
      weightsG: Array(20).fill(150),
    });
    await recordMovement({
      tx,
      entry: at('2026-05-20'),
      movement: move(farm, cohort, 'H2', 'P1', { count: 240, massG: 72000, reason: 'purge' }),
    });
    for (const [day, pH] of [
      ['2026-06-01', 6.9],
      ['2026-06-08', 6.3],
    ] as const)
      await takeReadings(tx, at(day), [{ part: 'ph', loopId, kind: 'ph', value: pH }]);
    await takeReadings(tx, at('2026-05-01'), [{ part: 't', loopId, kind: 't', value: 4 }]);
  });
});
afterAll(() => desk.close());

describe('fish on a day', () => {
  test('before they came there are none', async () => {
    expect((await facts('2026-01-09')).fish).toEqual([]);
  });

  test.each([
    ['2026-01-10', { H1: 500 }],
    ['2026-02-01', { H1: 480 }],
    ['2026-04-01', { H2: 480 }],
    ['2026-05-20', { H2: 240, P1: 240 }],
  ])('on %s they are where the movements say', async (day, held) => {
    const { fish, places } = await facts(day);
    const codes = Object.fromEntries(fish.map((f) => [places.find((p) => p.id === f.placeId)!.code, f.count]));
    expect(codes).toEqual(held);
  });

  test('today, read from the balances, is the same as today, read from the movements', async () => {
    const [now, added] = [await facts('2026-06-10', true), await facts('2026-06-10')];
    expect(now).toEqual(added);
  });

  test('before the first sample they have grown from the stocking weight; then the sample is believed', async () => {
    const before = (await facts('2026-04-09')).fish[0]!;
    const after = (await facts('2026-04-10')).fish[0]!;
    expect(before.sampledOn).toBeNull();
    expect(before.referenceG).toBeGreaterThan(40);
    expect(Math.abs(after.referenceG / 150 - 1)).toBeLessThan(0.02);
    expect(after.sampledOn).toBe('2026-04-10');
    expect((await facts('2026-05-10')).fish[0]!.referenceG).toBeGreaterThan(150);
  });

  test('a cold day that was measured slows them against the planned temperature', async () => {
    const warm = (await facts('2026-05-01')).fish[0]!.referenceG;
    const acrossCold = (await facts('2026-05-02')).fish[0]!.referenceG;
    const acrossPlanned = (await facts('2026-05-03')).fish[0]!.referenceG;
    expect(acrossCold - warm).toBeLessThan((acrossPlanned - acrossCold) * 0.7);
  });

  test('what was weighed on the way to the purge tank is its size; what is left behind has lost its largest', async () => {
    const { fish, places } = await facts('2026-05-20');
    const inPurge = fish.find((f) => places.find((p) => p.id === f.placeId)!.code === 'P1')!;
    const left = fish.find((f) => places.find((p) => p.id === f.placeId)!.code === 'H2')!;
    expect(inPurge.referenceG).toBeCloseTo(300, 6);
    expect(left.bins.reduce((sum, b) => sum + b.share, 0)).toBeCloseTo(0.5, 6);
    expect(Math.max(...left.bins.map((b) => b.relative))).toBeLessThan(1.05);
  });
});

test('the latest pH comes with the one of a week before, and old ones do not count', async () => {
  expect(await read((tx) => latestPh(tx, '2026-06-10'))).toMatchObject([{ pH: 6.3, weekAgo: 6.9, on: '2026-06-08' }]);
  expect(await read((tx) => latestPh(tx, '2026-07-30'))).toEqual([]);
});

test('seedlings are in the nursery until they are transplanted, and then stand in the bed since that day', async () => {
  const lot = await read(async (tx) => {
    const id = await createLot(tx, farm.farmId, {
      code: 'BULE-1',
      kind: 'planting',
      keeps: 'count',
      beganOn: '2026-05-01',
      cropCode: 'butterhead-lettuce',
    });
    await recordMovement({
      tx,
      entry: at('2026-05-01'),
      movement: move(farm, id, 'MADE', 'NB', { count: 120, reason: 'sow' }),
    });
    await recordMovement({
      tx,
      entry: at('2026-05-20'),
      movement: move(farm, id, 'NB', 'R1', { count: 104, reason: 'transplant' }),
    });
    await recordMovement({
      tx,
      entry: at('2026-05-20'),
      movement: move(farm, id, 'NB', 'COMPOST', { count: 16, reason: 'lost' }),
    });
    return id;
  });
  expect((await facts('2026-05-10')).plantings).toMatchObject([
    { lotId: lot, count: 120, transplantedOn: null, sownOn: '2026-05-01' },
  ]);
  expect((await facts('2026-05-20')).plantings).toMatchObject([
    { lotId: lot, count: 104, transplantedOn: '2026-05-20', cutsDone: 0 },
  ]);
});

test('lot codes that are taken get a number; places that are not there are named', async () => {
  expect(await read((tx) => freeLotCode(tx, 'TRT-1'))).toBe('TRT-1-2');
  expect(await read((tx) => freeLotCode(tx, 'TRT-9'))).toBe('TRT-9');
  await expect(read((tx) => placeOfRole(tx, 'chemicals'))).rejects.toThrow(
    'This farm has no Chemicals yet. Add one on Farm.',
  );
});

describe('the water a cohort has lived in', () => {
  const home = (from: string, id: string) => ({ from, loop: aLoop({ id }) });

  test('is the loop of most of its fish on the day; quarantine before it counts as the loop it went to', () => {
    const homes = [home('2026-03-01', 'kingfisher'), home('2026-05-01', 'heron')];
    expect(loopOn(homes, '2026-02-01')!.id).toBe('kingfisher');
    expect(loopOn(homes, '2026-04-30')!.id).toBe('kingfisher');
    expect(loopOn(homes, '2026-05-01')!.id).toBe('heron');
    expect(loopOn([], '2026-05-01')).toBeUndefined();
  });

  test('is read from the ledger for every cohort in a tank of a loop', async () => {
    await read(async (tx) => {
      const { fish, places, loops } = await loadFacts(tx, '2026-06-10', true);
      const homes = await homeLoops({ tx, lotIds: fish.map((f) => f.lotId), day: '2026-06-10', places, loops });
      const inLoops = fish.filter((f) => places.find((p) => p.id === f.placeId)!.loopId);
      expect(inLoops.length).toBeGreaterThan(0);
      for (const { lotId, placeId } of inLoops) {
        expect(loopOn(homes.get(lotId)!, '2026-06-10')!.id).toBe(places.find((p) => p.id === placeId)!.loopId);
      }
    });
  });
});
