import { describe, expect, test } from 'vitest';
import { sowingCode, sowingGaps } from '../../../src/core/crops/gaps';
import { repeatSowings } from '../../../src/core/crops/repeatSowings';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { sowingGroup } from '../../../src/core/plan/build';
import { followRipeness } from '../../../src/core/plan/followRipeness';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { planStanding } from '../../../src/core/plan/planStanding';
import type { FarmFacts, PlantingFact } from '../../../src/core/facts/farm';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aLoop, aPlace, ids, LETTUCE_PRODUCT } from '../farm';

const TODAY = '2026-06-01';
const library = CROP_DEFAULTS.find((c) => c.code === 'mixed-seedlings')!;
// Every day at its best: 25 days from seed to tray, as the recipe says.
const crop = { ...library, germination: 0.8, nurserySurvival: 1, finalSurvival: 1, packout: 1, plantsPerUnit: 50 };
const loop = aLoop({
  plannedAirTempC: Array(12).fill(crop.tempOptC),
  plannedLightMol: Array(12).fill(crop.lightTargetMol),
});
const bench = aPlace({ id: 'nb', kind: 'nursery', code: 'NB', loopId: loop.id, positions: 2000, pieceSize: 104 });
const product = { ...LETTUCE_PRODUCT, code: 'trays', name: 'Seedlings', unit: 'tray' as const, cropCode: crop.code };
const farm = (over: Partial<FarmFacts> = {}) =>
  aFarm({
    today: TODAY,
    loops: [loop],
    places: [bench],
    crops: [crop],
    products: [product],
    fish: [],
    plantings: [],
    ...over,
  });
const standing = (over: Partial<PlantingFact> = {}): PlantingFact => ({
  ...{ lotId: 'l', lotCode: 'SEE-1', cropCode: crop.code, placeId: 'nb', count: 500, sownOn: addDays(TODAY, -10) },
  ...{ transplantedOn: null, cutsDone: 0, lastCutOn: null, ...over },
});
const sown = (seeds: number) =>
  sowingGroup({
    wish: { crop, loop, lotCode: 'SEE-1', nurseryId: 'nb', bedId: 'nb', cellsPerTray: 104 },
    sowDay: TODAY,
    quantities: { units: 0, positions: 0, seedlings: 0, seeds, trays: 5, spareSeeds: 0 },
    newId: ids(),
  });

describe('seedlings for sale', () => {
  test('are sown, packed from the bench when they are ready, and cleared when their window closes; no bed is asked for', () => {
    const steps = sown(500);
    expect(steps.map((s) => [s.kind, s.day, s.fromPlaceId ?? s.toPlaceId])).toEqual([
      ['sow', TODAY, 'nb'],
      ['pick', addDays(TODAY, 25), 'nb'],
      ['clear', addDays(TODAY, 25 + crop.windowDays + 1), 'nb'],
    ]);
  });

  test('500 seeds at 80 % are 400 plants, 8 trays of 50, sold until window and shelf life are over', () => {
    const forecast = forecastFarm(farm(), sown(500));
    expect(forecast.warnings).toEqual([]);
    const [batch] = forecast.supply;
    expect(batch).toMatchObject({ productCode: 'trays', quantity: 8, from: 25 });
    const held = forecast.bedsOccupied.get('nb')!;
    expect([held[0], held[24], held[35], held[36]]).toEqual([500, 500, 500, 0]);
  });

  test('an order that nothing covers becomes a sowing on the bench, worked back from its day', () => {
    const due = addDays(TODAY, 40);
    const promise = { lineId: 'o', orderId: 'o', customer: 'Garden shop', productCode: 'trays', day: due, quantity: 6 };
    const facts = farm({ promises: [promise as FarmFacts['promises'][number]] });
    const forecast = forecastFarm(facts, []);
    const table = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 10 });
    const [gap] = sowingGaps({ facts, forecast, promise: table, codeFor: sowingCode, newId: ids() });
    // 6 trays are 300 plants, 375 seeds at 80 %.
    expect(gap).toMatchObject({ shortUnits: 6, sowing: { bedId: 'nb', quantities: { seeds: 375 } } });
    const pick = gap!.sowing!.steps.find((s) => s.kind === 'pick')!;
    expect(pick.day < due && pick.day > addDays(due, -10)).toBe(true);
    const after = forecastFarm(facts, gap!.sowing!.steps);
    const then = promiseTable({ forecast: after, products: facts.products, promises: facts.promises, weeks: 10 });
    expect(then[0]!.weeks.every((w) => w.short === 0)).toBe(true);
  });

  test('those that stand without a plan get theirs, and every so many days they are planned for the bench', () => {
    const facts = farm({ plantings: [standing()] });
    const { steps, left } = planStanding({ facts, plan: [], forecast: forecastFarm(facts, []), newId: ids() });
    expect(left).toEqual([]);
    expect(steps.map((s) => [s.kind, s.day])).toEqual([
      ['pick', addDays(TODAY, 15)],
      ['clear', addDays(TODAY, 15 + crop.windowDays + 1)],
    ]);
    const wish = {
      cropCode: crop.code,
      bedId: '',
      firstPick: addDays(TODAY, 50),
      everyDays: 14,
      times: 3,
      plants: 100,
    };
    const { sowings } = repeatSowings({ facts, wish, codeFor: sowingCode, newId: ids() });
    expect(sowings.map((s) => s.sowDay)).toEqual([25, 39, 53].map((d) => addDays(TODAY, d)));
  });

  test('when cold days hold them back, packing and clearing go along', () => {
    const cold = aLoop({ ...loop, plannedAirTempC: Array(12).fill((crop.tempMinC + crop.tempOptC) / 2) });
    const facts = farm({ loops: [cold], plantings: [standing()] });
    const { steps } = planStanding({
      facts: farm({ plantings: [standing()] }),
      plan: [],
      forecast: forecastFarm(facts, []),
      newId: ids(),
    });
    const moved = followRipeness({ facts, plan: steps });
    expect(moved.map((m) => m.step.kind)).toEqual(['pick', 'clear']);
    const days = moved.map((m) => m.day);
    expect(days[0]! > addDays(TODAY, 15)).toBe(true);
    expect(days[1]).toBe(addDays(days[0]!, crop.windowDays + 1));
  });
});
