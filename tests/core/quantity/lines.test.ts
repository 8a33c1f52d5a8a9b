import { describe, expect, test } from 'vitest';
import { readTable } from '../../../src/core/quantity/lines';

describe('typed tables', () => {
  test('lines are names and numbers; commas and empty lines are fine', () => {
    expect(readTable('Blower A; 11\n\n  Cone ;7,5 ', 1, 'aerators', 'x').rows).toEqual([
      ['Blower A', [11]],
      ['Cone', [7.5]],
    ]);
    expect(readTable('', 1, 'aerators', 'x')).toEqual({ rows: [], wrong: {} });
  });

  test.each(['Blower A', 'Blower A; eleven', '; 11', 'Blower A; 11; 12', 'Blower A;'])(
    'a line that cannot be read (“%s”) is named with its number',
    (line) => {
      const { rows, wrong } = readTable(`Good; 1\n${line}`, 1, 'aerators', 'Blower A; 11');
      expect(rows).toEqual([]);
      expect(wrong.aerators![0]).toBe('Line 2 cannot be read. It looks like “Blower A; 11”.');
    },
  );
});
