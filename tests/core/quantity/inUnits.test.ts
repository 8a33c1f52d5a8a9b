import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  METRIC,
  startShown,
  toShown,
  toStored,
  unitName,
  type Quantity,
  type UnitChoice,
} from '../../../src/core/quantity/units';

const US: UnitChoice = { mass: 'us', temperature: 'F' };
const ALL: readonly Quantity[] = [
  ...([
    'smallMass',
    'mass',
    'volume',
    'temperature',
    'area',
    'length',
    'shortLength',
    'density',
    'perArea',
    'load',
  ] as const),
];

test('whatever is shown in a unit goes back to what was stored; in US units nothing is called by a metric one', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ALL),
      fc.constantFrom(METRIC, US),
      fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      (q, units, stored) => {
        expect(toStored(q, toShown(q, stored, units), units) / stored).toBeCloseTo(1, 9);
      },
    ),
  );
  for (const q of ALL) expect(unitName(q, US)).not.toMatch(/^(g|kg|L|m|cm)$|m²|m³|°C/);
});

test('a bed of 20 m² is 215.3 ft², 25 plants a m² are 2.3 a ft², 40 kg/m³ are 2.5 lb/ft³, 14 cm are 5.5 in', () => {
  expect(toShown('area', 20, US)).toBeCloseTo(215.28, 2);
  expect(toShown('perArea', 25, US)).toBeCloseTo(2.32, 2);
  expect(toShown('density', 40, US)).toBeCloseTo(2.5, 2);
  expect(toShown('shortLength', 14, US)).toBeCloseTo(5.51, 2);
  // 60 g on 10.764 ft² is 12.29 lb on a thousand of them.
  expect(toShown('load', 60, US)).toBeCloseTo(12.29, 2);
  expect(toShown('pellet', 4.5, US)).toBeCloseTo(0.177, 3);
  expect(toShown('perMass', 2, US)).toBeCloseTo(0.907, 3);
  expect(startShown('area', 20.456, US)).toBe(220.19);
});
