import { expect, test } from 'vitest';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { aFarm, aStep, someTrout } from '../farm';

const settings = { ...DEFAULT_SETTINGS, horizonDays: 30, deathsTimes: 0 };

test('an empty farm has a forecast too: nothing, every day', () => {
  const forecast = forecastFarm(aFarm({ fish: [] }), [], settings);
  expect(forecast.fish).toEqual([]);
  expect(forecast.supply).toEqual([]);
  expect([...forecast.tanks.get('k1')!.biomassG]).toEqual(Array(30).fill(0));
});

test('fish that lie in a purge tank today fast, whether or not anyone wrote it down', () => {
  const forecast = forecastFarm(aFarm({ fish: [someTrout({ placeId: 'p1', feedStoppedOn: null })] }), [], settings);
  expect(forecast.tanks.get('p1')!.feedG.every((g) => g === 0)).toBe(true);
  expect(forecast.fish[0]!.meanG[20]!).toBeLessThan(300);
});

test('fish purged in place are fed again when only a part of them is harvested', () => {
  const steps = [
    aStep({ kind: 'feed_stop', day: '2026-06-03', fromPlaceId: 'k1' }),
    aStep({ kind: 'harvest', day: '2026-06-08', fromPlaceId: 'k1', count: 100 }),
  ];
  const tank = forecastFarm(aFarm(), steps, settings).tanks.get('k1')!;
  expect(tank.feedG[1]).toBeGreaterThan(0);
  expect([...tank.feedG.slice(2, 7)]).toEqual([0, 0, 0, 0, 0]);
  expect(tank.feedG[7]).toBeGreaterThan(0);
  expect(tank.count[7]).toBe(400);
});

test('two species in one tank are each fed their own way and counted together', () => {
  const bass = someTrout({
    lotId: 'b',
    lotCode: 'HSB-1',
    speciesCode: 'hybrid-striped-bass',
    count: 100,
    referenceG: 200,
  });
  const tank = forecastFarm(aFarm({ fish: [someTrout(), bass] }), [], settings).tanks.get('k1')!;
  expect(tank.count[0]).toBe(600);
  expect(tank.biomassG[0]).toBeCloseTo(170_000, 3);
});

test('steps beyond the horizon are left alone', () => {
  const forecast = forecastFarm(aFarm(), [aStep({ kind: 'harvest', day: '2027-01-01', fromPlaceId: 'k1' })], settings);
  expect(forecast.supply).toEqual([]);
});
