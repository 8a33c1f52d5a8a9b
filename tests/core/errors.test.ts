import { expect, test } from 'vitest';
import { requireWithin } from '../../src/core/errors';

test.each([
  ['waterTempC', 120, [0, 45], 'Water temperature is 120 °C; it must be between 0 and 45 °C.'],
  ['volumeL', -1, [0, Infinity], 'Volume is -1 L; it must be 0 L or more.'],
  ['pH', 15, [3, 11], 'pH is 15; it must be between 3 and 11.'],
  ['densityKgM3', NaN, [0, 200], 'Density is no number; it must be between 0 and 200 kg/m³.'],
  ['exchangeEveryDays', 0, [1, 30], 'Days between water changes is 0; it must be between 1 and 30.'],
] as const)('%s out of its range is refused in words with its unit', (field, value, range, words) => {
  expect(() => requireWithin(field, value, range)).toThrow(words);
});
