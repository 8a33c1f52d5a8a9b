import { afterEach, describe, expect, test } from 'vitest';
import { formatPrice, priceShown, priceStored, soldBy } from '../../../src/core/quantity/sold';
import { METRIC, type UnitChoice } from '../../../src/core/quantity/units';
import { HOME, speakFrom } from '../../../src/core/words/words';
import { takesOf, takesShown, takesUnit } from '../../../src/features/farm/takes';

const US: UnitChoice = { mass: 'us', temperature: 'F' };

afterEach(() => speakFrom(() => HOME));

describe('what is sold, for who reads pounds', () => {
  test('every price of a pound that can be typed comes back as it was typed', () => {
    for (let cents = 1; cents <= 20_000; cents += 1)
      expect(priceShown(priceStored(cents, 'kg', US), 'kg', US)).toBe(cents);
  });

  test('pieces cost the same whatever one weighs in, and kilograms stay kilograms for who reads those', () => {
    for (const unit of ['head', 'bunch', 'tray'])
      expect([priceShown(140, unit, US), priceStored(140, unit, US), soldBy(unit, US)]).toEqual([
        140,
        140,
        soldBy(unit, METRIC),
      ]);
    expect([priceShown(1380, 'kg', METRIC), priceStored(1380, 'kg', METRIC), soldBy('kg', METRIC)]).toEqual([
      1380,
      1380,
      'kg',
    ]);
    expect([soldBy('kg', US), priceShown(1380, 'kg', US)]).toEqual(['lb', 626]);
  });

  test('a price is said by what its reader weighs in', () => {
    expect(formatPrice(1380, 'kg', 'EUR')).toBe('€13.80');
    speakFrom(() => ({ ...HOME, units: US }));
    expect(formatPrice(1380, 'kg', 'EUR')).toBe('€6.26');
    expect(formatPrice(1380, 'head', 'EUR')).toBe('€13.80');
  });

  test('what one product takes of another comes back as it was typed, in either units', () => {
    for (const units of [METRIC, US])
      for (const [unit, mainUnit] of [
        ['kg', 'kg'],
        ['head', 'kg'],
        ['kg', 'head'],
        ['bunch', 'head'],
      ] as const)
        for (const typed of [0.5, 1.2, 7, 180])
          expect(takesShown(takesOf(typed, { unit, mainUnit, units }), { unit, mainUnit, units })).toBeCloseTo(
            typed,
            9,
          );
    // Seven heads for a kilogram are three for a pound; a piece of 200 g is one of 7 oz.
    expect(takesShown(0.007, { unit: 'kg', mainUnit: 'head', units: US })).toBeCloseTo(3.175, 3);
    expect(takesShown(200, { unit: 'head', mainUnit: 'kg', units: US })).toBeCloseTo(7.055, 3);
    expect(takesUnit({ unit: 'head', mainUnit: 'kg', units: US })).toBe('oz');
    expect(takesUnit({ unit: 'kg', mainUnit: 'kg', units: US })).toBe('lb');
  });
});
