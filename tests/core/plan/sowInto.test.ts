import { expect, test } from 'vitest';
import { soldFromBench } from '../../../src/core/crops/recipe';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { planStanding } from '../../../src/core/plan/planStanding';
import { Random } from '../../../src/db/demo/random';
import { aFarm, aLoop, aPlace } from '../farm';

const loop = aLoop({
  id: 'l',
  plannedAirTempC: Array<number>(12).fill(20),
  plannedLightMol: Array<number>(12).fill(16),
});

/** Benches full of the library's crops, some with denser stages of our own, above beds of any size. */
function madeUp(seed: number) {
  const random = new Random(seed);
  const whole = (from: number, to: number) => Math.floor(random.between(from, to + 1));
  const crops = CROP_DEFAULTS.map((c) =>
    soldFromBench(c) || c.rest || random.next() < 0.6
      ? c
      : {
          ...c,
          stages: [
            { days: Math.ceil(c.finalDays / 3), perM2: c.finalPerM2 * whole(2, 5) },
            { days: c.finalDays - Math.ceil(c.finalDays / 3), perM2: c.finalPerM2 },
          ],
        },
  );
  const beds = Array.from({ length: whole(1, 6) }, (_, i) =>
    aPlace({
      id: `b${i}`,
      code: `B${i}`,
      kind: 'bed',
      loopId: 'l',
      positions: whole(4, 200),
      areaM2: 20,
      method: null,
    }),
  );
  const bench = aPlace({ id: 'n', kind: 'nursery', loopId: 'l', positions: 9999 });
  const plantings = Array.from({ length: whole(1, 5) }, (_, i) => ({
    ...{ lotId: `s${i}`, lotCode: `S-${i}`, cropCode: random.pick(crops).code, placeId: 'n', count: whole(1, 300) },
    ...{ sownOn: '2026-05-20', transplantedOn: null, cutsDone: 0, lastCutOn: null },
  }));
  return aFarm({ loops: [loop], places: [bench, ...beds], fish: [], crops, plantings });
}

test('two hundred made-up benches: every plant goes into a bed or is told to have none, and no bed holds more than it has', () => {
  let [spread, apart] = [0, 0];
  for (let seed = 1; seed <= 200; seed++) {
    const farm = madeUp(seed);
    let n = 0;
    const { steps, left } = planStanding({
      facts: farm,
      plan: [],
      forecast: forecastFarm(farm, []),
      newId: () => `i${n++}`,
    });
    for (const p of farm.plantings) {
      const own = steps.filter((s) => s.lotCode === p.lotCode);
      const sum = (kind: string) => own.filter((s) => s.kind === kind).reduce((total, s) => total + s.count, 0);
      if (left.includes(p.lotCode)) expect(own, `farm ${seed}`).toEqual([]);
      else if (!soldFromBench(farm.crops.find((c) => c.code === p.cropCode)!)) {
        expect(sum('transplant'), `farm ${seed}, ${p.lotCode}`).toBe(p.count);
        expect(sum('clear'), `farm ${seed}, ${p.lotCode}`).toBe(p.count);
        if (own.filter((s) => s.kind === 'transplant').length > 1) spread++;
        if (own.some((s) => s.kind === 'respace' && s.fromPlaceId !== s.toPlaceId)) apart++;
      }
    }
    const after = forecastFarm(farm, steps);
    for (const bed of farm.places.filter((p) => p.kind === 'bed'))
      for (const held of after.bedsOccupied.get(bed.id) ?? [])
        expect(held, `farm ${seed}, ${bed.code}`).toBeLessThanOrEqual(bed.positions! + 1e-6);
  }
  // The benches made up do meet what is tried.
  expect(spread).toBeGreaterThan(20);
  expect(apart).toBeGreaterThan(5);
});
