import { expect, test } from 'vitest';
import { weatherHad } from '../../../src/core/crops/had';
import { aLoop } from '../farm';

const loop = aLoop({ plannedAirTempC: Array(12).fill(20), plannedLightMol: Array(12).fill(14) });

test('four days, one of them read hot and dull: the mean is of what was read there and planned elsewhere', () => {
  const recordedAir = { tempC: { '2026-06-02': 28 }, lightMol: { '2026-06-02': 6 } };
  const had = weatherHad({ ...loop, recordedAir }, '2026-06-01', '2026-06-04');
  // (20 + 28 + 20 + 20) ÷ 4, (14 + 6 + 14 + 14) ÷ 4.
  expect(had).toEqual({ airC: 22, lightMol: 12, days: 4, readDays: 1 });
});

test('the day it came in counts; what was read outside those days does not', () => {
  const recordedAir = { tempC: { '2026-05-31': 40, '2026-06-02': 40 }, lightMol: {} };
  expect(weatherHad({ ...loop, recordedAir }, '2026-06-01', '2026-06-01')).toEqual({
    ...{ airC: 20, lightMol: 14, days: 1, readDays: 0 },
  });
});
