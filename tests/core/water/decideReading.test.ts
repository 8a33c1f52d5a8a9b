import { expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { METRIC } from '../../../src/core/quantity/units';
import { decideReading } from '../../../src/core/water/decideReading';
import { READING_KINDS } from '../../../src/core/water/readings/readings';

const AT = new Date('2026-06-10T09:00:00Z');
const hoursAgo = (h: number) => new Date(AT.getTime() - h * 3_600_000);
const read = (kind: string, before: number, value: number, { h = 4, units = METRIC } = {}) =>
  decideReading(
    {
      ...{ judged: [], on: '2026-06-10', at: AT, units },
      last: [{ kind, value: before, placeId: null, at: hoursAgo(h), on: '2026-06-10' }],
    },
    { loopId: 'l1', values: { [kind]: value } },
  );
const asks = (d: object) => ('asks' in d ? (d.asks as string[]) : null);

test('a change that water makes is taken; a jump is asked about, with what it was and when', () => {
  expect(asks(read('ph', 6.8, 7.2))).toEqual([]);
  expect(asks(read('ph', 6.8, 8.6))).toEqual(['Last time, 4 hours ago, pH was 6.8; now it is 8.6. Is that right?']);
  expect(asks(read('t', 16, 34))![0]).toMatch(/4 hours ago, temperature was 16.0 °C; now it is 34.0 °C/);
  const us = { units: { mass: 'us', temperature: 'F' } as const };
  expect(asks(read('t', 16, 34, us as never))![0]).toMatch(/60.8 °F; now it is 93.2 °F/);
});

test.each([...READING_KINDS.values()])(
  '$kind: what was read too long ago is no measure of a jump',
  ({ kind, ...k }) => {
    const [low, high] = [k.low, Math.min(k.high, k.low + k.jump * 1.5)];
    expect(asks(read(kind, low, high))!.length).toBe(1);
    expect(asks(read(kind, low, high, { h: k.holdsH + 1 }))).toEqual([]);
  },
);

test('with a yes it is recorded as it was read', () => {
  const { effects } = settled(read('do', 8, 1.5), true);
  expect(effects).toEqual([{ does: 'readings', readings: [{ part: 'do', loopId: 'l1', kind: 'do', value: 1.5 }] }]);
});
