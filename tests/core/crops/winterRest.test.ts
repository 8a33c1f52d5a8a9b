import { describe, expect, test } from 'vitest';
import { byRest, cornerPlaces, isResting, lastTurn, nextCorner, restsUntil } from '../../../src/core/crops/winterRest';
import { careKinds, RECIPE_CARE } from '../../../src/core/crops/care';
import { placesFree } from '../../../src/core/crops/roomFor';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { followRipeness } from '../../../src/core/plan/followRipeness';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aLoop, aPlace, aStep } from '../farm';

const WINTER = { fromMonth: 11, untilMonth: 3, perM2: 60 };
const MIDSUMMER = { fromMonth: 6, untilMonth: 9, perM2: 60 };
const balm = { ...CROP_DEFAULTS.find((c) => c.code === 'lemon-balm')!, rest: WINTER };

describe('the rest of a perennial', () => {
  test('over the turn of the year, and within one', () => {
    const rests = (rest: typeof WINTER) =>
      ['01-31', '02-28', '03-01', '06-01', '08-31', '09-01', '10-31', '11-01', '12-24'].filter((d) =>
        isResting({ rest }, `2026-${d}`),
      );
    expect(rests(WINTER)).toEqual(['01-31', '02-28', '11-01', '12-24']);
    expect(rests(MIDSUMMER)).toEqual(['06-01', '08-31']);
    expect(isResting({}, '2026-12-24')).toBe(false);
  });

  test('when it comes forward, and which turn was the last', () => {
    expect(restsUntil({ rest: WINTER }, '2026-11-27')).toBe('2027-03-01');
    expect(restsUntil({ rest: WINTER }, '2027-02-28')).toBe('2027-03-01');
    expect(restsUntil({ rest: WINTER }, '2027-03-01')).toBeNull();
    expect(lastTurn(WINTER, '2026-11-27')).toEqual({ what: 'corner', on: '2026-11-01' });
    expect(lastTurn(WINTER, '2027-02-10')).toEqual({ what: 'corner', on: '2026-11-01' });
    expect(lastTurn(WINTER, '2027-03-01')).toEqual({ what: 'forward', on: '2027-03-01' });
    expect(nextCorner(WINTER, '2026-10-31')).toBe('2026-11-01');
    expect(nextCorner(WINTER, '2026-12-05')).toBe('2026-12-05');
  });

  test('30 plants that grow at 14 a m² and rest at 60 hold 7 places: 30 × 14 ÷ 60', () => {
    expect(cornerPlaces(balm, 30)).toBe(7);
    // Never more than they hold when they grow.
    expect(cornerPlaces({ ...balm, rest: { ...WINTER, perM2: 5 } }, 30)).toBe(30);
  });

  test('a stay is parted at its turns, without a gap and without a day twice', () => {
    const parts = byRest(balm, { from: -10, until: 140, name: 'x' }, '2026-10-20');
    expect(parts.map(({ part, rests }) => [part.from, part.until, rests])).toEqual([
      [-10, 12, false],
      [12, 132, true],
      [132, 140, false],
    ]);
    expect(byRest({}, { from: 3, until: 9 }, '2026-10-20')).toHaveLength(1);
  });

  test('its turns are work on it, but no days of a recipe', () => {
    expect(careKinds(balm)).toEqual(expect.arrayContaining(['corner', 'forward']));
    expect(careKinds({ code: 'lemon-balm' })).not.toContain('corner');
    expect(RECIPE_CARE).not.toContain('forward');
  });
});

describe('a bed with a perennial in it', () => {
  const TODAY = '2026-10-20';
  const M1 = aPlace({ id: 'm1', kind: 'bed', positions: 100, areaM2: 5, method: 'media', pieceSize: 10 });
  // A day of development each day, where it grows.
  const loop = aLoop({
    plannedAirTempC: Array(12).fill(balm.tempOptC),
    plannedLightMol: Array(12).fill(balm.lightTargetMol),
  });
  const standing = {
    ...{ lotId: 'lot', lotCode: 'LB-1', cropCode: 'lemon-balm', placeId: 'm1', count: 30, sownOn: '2026-07-01' },
    ...{ transplantedOn: '2026-08-20', cutsDone: 1, lastCutOn: '2026-10-16' },
  };
  const product = {
    ...{ code: 'lemon-balm', name: 'Lemon balm', unit: 'bunch' as const, speciesCode: null, cropCode: 'lemon-balm' },
    ...{ shelfLifeDays: 7, priceMinor: 190 },
  };
  const pick = (day: string) =>
    aStep({
      ...{
        kind: 'pick',
        day,
        lotCode: 'LB-1',
        speciesCode: null,
        cropCode: 'lemon-balm',
        fromPlaceId: 'm1',
        count: 30,
      },
      detail: { cut: 2 },
    });
  const facts = aFarm({
    ...{ today: TODAY, fish: [], loops: [loop], places: [M1], plantings: [standing], products: [product] },
    crops: [balm],
  });
  const forecast = (day: string) => forecastFarm(facts, [pick(day)], { ...DEFAULT_SETTINGS, horizonDays: 200 });

  test('its places are free for others while it rests, and taken again from the day it comes forward', () => {
    const held = forecast('2027-04-10').bedsOccupied.get('m1')!;
    expect([held[11], held[12], held[131], held[132]]).toEqual([30, 7, 7, 30]);
  });

  test('what was cut back begins anew: 21 days after it comes forward it may be cut', () => {
    const stay = forecast('2027-04-10').plants.find((s) => s.from === 132)!;
    expect(addDays(TODAY, stay.readyFrom!)).toBe(addDays('2027-03-01', balm.regrowDays));
  });

  test('a pick planned into its rest gives nothing, and says why; it goes to when it has grown', () => {
    const planned = forecast('2026-12-10');
    expect(planned.supply[0]!.quantity).toBe(0);
    expect(planned.warnings.map((w) => w.words)).toEqual([
      'Lemon balm LB-1 rests until 1 Mar: nothing is picked of it before',
    ]);
    const [followed] = followRipeness({ facts, plan: [pick('2026-12-10')] });
    expect(followed!.day).toBe(addDays('2027-03-01', balm.regrowDays));
  });

  test('room in its bed is counted as it stands on the day', () => {
    const free = (today: string) => placesFree({ bed: M1, plantings: [standing], crops: [balm], today });
    expect([free('2026-10-31'), free('2026-11-01'), free('2027-03-01')]).toEqual([70, 93, 70]);
  });
});
