import { describe, expect, test } from 'vitest';
import { takeMeasurements } from '../../../src/core/water/measurements';

const known = {
  loops: [
    { id: 'heron', code: 'heron' },
    { id: 'wren', code: 'wren' },
  ],
  places: [
    { id: 'h6', code: 'H6', loopId: 'heron' },
    { id: 'cold', code: 'COLD', loopId: null },
  ],
  timeZone: 'America/Denver',
  now: new Date('2026-06-10T09:00:00Z'),
};
const ph = { loop: 'heron', kind: 'ph', value: 6.8, at: '2026-06-10T08:00:00Z' };
const take = (...values: unknown[]) => takeMeasurements(values, known);

describe('what an instrument sends', () => {
  test('stands for the loop or the tank it names, on the day of the farm’s own clock', () => {
    expect(take(ph, { place: 'h6', kind: 't', value: 18.25, at: '2026-06-10T04:30:00+02:00' }).taken).toEqual([
      {
        loopId: 'heron',
        placeId: null,
        kind: 'ph',
        value: 6.8,
        at: new Date('2026-06-10T08:00:00Z'),
        farmDay: '2026-06-10',
      },
      {
        loopId: 'heron',
        placeId: 'h6',
        kind: 't',
        value: 18.25,
        at: new Date('2026-06-10T02:30:00Z'),
        farmDay: '2026-06-09',
      },
    ]);
  });

  test('one wrong value is said and keeps no other out', () => {
    const batch = take(ph, { ...ph, value: 14.2 }, { ...ph, loop: 'swan' }, { ...ph, value: 7 });
    expect(batch.taken.map((t) => t.value)).toEqual([6.8, 7]);
    expect(batch.refused).toBe(2);
    expect(batch.faults).toEqual([
      { index: 1, words: 'pH 14.2 is outside 3 to 11: outside that the probe is wrong or everything is dead.' },
      { index: 2, words: '“swan” is no loop of this farm.' },
    ]);
  });

  test.each<[string, unknown, RegExp]>([
    ['a moment without its zone', { ...ph, at: '2026-06-10T08:00:00' }, /with its zone/],
    ['a moment that has not come', { ...ph, at: '2026-06-10T09:11:00Z' }, /has not come yet/],
    ['the year before last', { ...ph, at: '2025-05-01T08:00:00Z' }, /more than 400 days/],
    ['a day that is none', { ...ph, at: '2026-13-40T08:00:00Z' }, /with its zone/],
    ['a number in quotes', { ...ph, value: '6.8' }, /Give a number/],
    ['no number at all', { ...ph, value: null }, /Give a number/],
    ['a kind nobody knows', { ...ph, kind: 'orp' }, /is not a reading/],
    ['neither loop nor place', { kind: 'ph', value: 7, at: ph.at }, /Name the loop or the place/],
    ['a store', { place: 'COLD', kind: 't', value: 3, at: ph.at }, /in no loop/],
    ['a tank of another loop', { ...ph, loop: 'wren', place: 'H6' }, /another loop/],
    ['a word that is not asked for', { ...ph, unit: 'F' }, /“unit” is not part/],
    ['a list', [ph], /as an object/],
    ['nothing', null, /as an object/],
    ['a list in place of a loop', { ...ph, loop: [['x']] }, /is no loop/],
  ])('%s is refused in words', (_what, value, words) => {
    const { taken, faults } = take(value);
    expect(taken).toEqual([]);
    expect(faults[0]!.words).toMatch(words);
  });

  test('a clock that runs a little ahead is believed', () => {
    expect(take({ ...ph, at: '2026-06-10T09:09:00Z' }).taken).toHaveLength(1);
  });

  test('of a thousand wrong values the first twenty are said, all are counted', () => {
    const batch = take(...Array<unknown>(1000).fill({ ...ph, value: -1 }));
    expect([batch.refused, batch.faults.length]).toEqual([1000, 20]);
  });
});
