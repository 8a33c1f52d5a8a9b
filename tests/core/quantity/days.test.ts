import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  addDays,
  dayAt,
  dayFromNumber,
  dayNumber,
  daysBetween,
  fromMonths,
  inDays,
  isDay,
  isoWeek,
  weekday,
  weekStart,
} from '../../../src/core/quantity/days';
import { daysAgo } from '../../../src/core/quantity/sayDay';
import { formatChange, formatMass, toShown, toStored, type Quantity } from '../../../src/core/quantity/units';

const anyDay = fc.integer({ min: 0, max: 80_000 }).map(dayFromNumber);

describe('calendar days', () => {
  test.each([
    '2026-02-30',
    '2026-13-01',
    '2026-00-10',
    '26-01-01',
    '2026-1-1',
    'tomorrow',
    '',
    '2201-01-01',
    '2027-02-29',
  ])('“%s” is no day', (text) => {
    expect(isDay(text)).toBe(false);
    expect(() => dayNumber(text)).toThrow(/not a calendar day/);
  });

  test('the 29th of February is a day only in leap years', () => {
    expect(isDay('2028-02-29')).toBe(true);
    expect(isDay('2100-02-29')).toBe(false);
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
  });

  test('weeks start on Monday and are numbered as calendars in Europe number them', () => {
    expect(weekday('2026-11-23')).toBe(1);
    expect(weekStart('2026-11-29')).toBe('2026-11-23');
    expect(isoWeek('2026-11-23')).toBe(48);
    expect(isoWeek('2027-01-01')).toBe(53);
    expect(isoWeek('2027-01-04')).toBe(1);
  });

  test('a day’s number and back is the same day, and adding days is adding numbers', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -400, max: 400 }), (day, days) => {
        fc.pre(dayNumber(day) + days >= 0);
        expect(dayFromNumber(dayNumber(day))).toBe(day);
        expect(daysBetween(day, addDays(day, days))).toBe(days);
      }),
    );
  });

  test('late in the evening the farm’s day is still today while in London it is tomorrow', () => {
    const instant = new Date('2026-11-23T23:30:00Z');
    expect(dayAt(instant, 'UTC')).toBe('2026-11-23');
    expect(dayAt(instant, 'Europe/Paris')).toBe('2026-11-24');
  });

  test('month tables pass through their mid-month values and never leave their range', () => {
    const values = [10, 11, 12, 13, 14, 15, 16, 15, 14, 13, 12, 11];
    expect(fromMonths(values, '2026-07-16')).toBeCloseTo(16, 1);
    fc.assert(
      fc.property(anyDay, (day) => {
        const value = fromMonths(values, day);
        expect(value).toBeGreaterThanOrEqual(10);
        expect(value).toBeLessThanOrEqual(16);
      }),
    );
  });
});

describe('units', () => {
  test('what a person types in pounds, ounces, gallons or Fahrenheit comes back as typed', () => {
    const quantities = fc.constantFrom<Quantity>('smallMass', 'mass', 'volume', 'temperature');
    const us = { mass: 'us', temperature: 'F' } as const;
    fc.assert(
      fc.property(quantities, fc.double({ min: -50, max: 5000, noNaN: true }), (quantity, shown) => {
        expect(toShown(quantity, toStored(quantity, shown, us), us)).toBeCloseTo(shown, 6);
      }),
    );
  });

  test('water freezes at 32 °F and a pound is 453.6 g', () => {
    expect(toStored('temperature', 32, { mass: 'us', temperature: 'F' })).toBe(0);
    expect(toStored('mass', 1, { mass: 'us', temperature: 'F' })).toBeCloseTo(453.592, 3);
  });

  test('grams turn into kilograms where a person would', () => {
    const metric = { mass: 'metric', temperature: 'C' } as const;
    expect(formatMass(412, metric)).toBe('412 g');
    expect(formatMass(18_440, metric)).toBe('18.4 kg');
    expect(formatMass(3.2, metric)).toBe('3.2 g');
    expect(formatMass(0, metric)).toBe('0 g');
    expect(formatMass(1000, { mass: 'us', temperature: 'F' })).toBe('2.2 lb');
  });
});

test.each([
  [0, 'today'],
  [1, 'yesterday'],
  [22, '22 days ago'],
])('%i days back is %s', (days, words) => {
  expect(daysAgo(days)).toBe(words);
});

describe('a difference', () => {
  test('has its sign, and none when it rounds to nothing', () => {
    expect(formatChange(12.4)).toBe('+12');
    expect(formatChange(-3)).toBe('-3');
    expect(formatChange(0.2)).toBe('0');
    expect(formatChange(-0.2)).toBe('0');
    expect(formatChange(0.25, 1)).toBe('+0.3');
  });
});

test('one day is not days', () => {
  expect([inDays(1), inDays(12)]).toEqual(['in 1 day', 'in 12 days']);
});
