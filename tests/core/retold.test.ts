import { describe, expect, test } from 'vitest';
import { retold } from '../../src/core/words/retold';
import { METRIC } from '../../src/core/quantity/units';

const US = { mass: 'us', temperature: 'F' } as const;
const written = (value: number) => String(value);
const inUs = (text: string) => retold(text, US, written);

describe('amounts in our words', () => {
  test.each([
    ['at most 50 kg', 'at most 110 lb'],
    ['From 0 °C', 'From 32 °F'],
    ['Between −60 and 60 °C', 'Between -76 and 140 °F'],
    ['58.8 to 512.5 g in 168 d at 27.5 °C', '0.13 to 1.13 lb in 168 d at 81.5 °F'],
    ['5 to 10 per m²', '0.465 to 0.929 per ft²'],
    ['12 kg/m³', '0.749 lb/ft³'],
    ['3 mm pellets', '0.118 in pellets'],
    ['1,000 L', '264 gal'],
  ])('“%s” is said as “%s” to who reads US units', (metric, us) => expect(inUs(metric)).toBe(us));

  test.each([
    '6.9 mg/L',
    '16 mol/m² a day',
    '0.2 ∛g a day',
    '500 m²/m³',
    'Weight, g',
    'H6 g',
    'lots of 3 grades',
    '5 g/L',
  ])('“%s” stays: it is said so everywhere, or is no amount', (words) => expect(inUs(words)).toBe(words));

  test('who reads metric units reads them as they are', () =>
    expect(retold('50 kg at 27 °C', METRIC, written)).toBe('50 kg at 27 °C'));

  test('degrees and weights are chosen apart', () =>
    expect(retold('50 kg at 20 °C', { mass: 'metric', temperature: 'F' }, written)).toBe('50 kg at 68 °F'));
});
