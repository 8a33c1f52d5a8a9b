import { expect, test } from 'vitest';
import { fruitShare } from '../../../src/core/crops/fruitLight';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { aFarm, aLoop, aPlace, aStep } from '../farm';

const tomato = CROP_DEFAULTS.find((c) => c.code === 'cherry-tomato')!;

/** What a pick on a day gives in a house of one light all year, g. */
function pickedAt(lightMol: number, cropCode: string): number {
  const loop = aLoop({
    id: 'l',
    plannedAirTempC: Array<number>(12).fill(22),
    plannedLightMol: Array<number>(12).fill(lightMol),
  });
  const crop = CROP_DEFAULTS.find((c) => c.code === cropCode)!;
  const unit = crop.unit as 'kg';
  const product = {
    ...{ code: cropCode, name: crop.name, unit, speciesCode: null, cropCode, shelfLifeDays: 7, priceMinor: 100 },
  };
  const planting = {
    ...{ lotId: 'x', lotCode: 'X-1', cropCode, placeId: 'b', count: 100, sownOn: '2026-01-01' },
    ...{ transplantedOn: '2026-02-01', cutsDone: 3, lastCutOn: '2026-05-20' },
  };
  const facts = aFarm({
    ...{ loops: [loop], places: [aPlace({ id: 'b', kind: 'bed', loopId: 'l' })], fish: [], plantings: [planting] },
    ...{ products: [product], crops: [...CROP_DEFAULTS] },
  });
  const pick = aStep({
    kind: 'pick',
    day: '2026-06-12',
    lotCode: 'X-1',
    cropCode,
    speciesCode: null,
    fromPlaceId: 'b',
    count: 100,
  });
  return forecastFarm(facts, [pick], { ...DEFAULT_SETTINGS, horizonDays: 60 }).supply[0]!.quantity;
}

test('a tenth less light costs fruit about a twelfth; leaves are cut by their stages alone', () => {
  expect(fruitShare(22, 22)).toBe(1);
  expect(1 - fruitShare(22 * 0.9, 22)).toBeCloseTo(0.086, 3);
  expect(fruitShare(100, 22)).toBe(1.15);
  expect(fruitShare(0, 22)).toBe(0);
});

test('tomatoes of a dull house weigh less than those of a bright one, by the light of the weeks they grew in', () => {
  const bright = pickedAt(tomato.lightTargetMol, 'cherry-tomato');
  const dull = pickedAt(tomato.lightTargetMol / 2, 'cherry-tomato');
  expect(dull / bright).toBeCloseTo(0.5 ** 0.85, 2);
});
