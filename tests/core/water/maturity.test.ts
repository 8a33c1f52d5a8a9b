import { describe, expect, test } from 'vitest';
import { addDays } from '../../../src/core/quantity/days';
import { maturityOf, type DayRead } from '../../../src/core/water/maturity';

const TODAY = '2026-06-30';
const read = (kind: string, ago: number, mean: number): DayRead => ({ kind, day: addDays(TODAY, -ago), mean });
const weeks = (kind: string, mean: number) => [28, 25, 21, 14, 7, 1].map((ago) => read(kind, ago, mean));

describe('how far the bacteria of a water have come', () => {
  test('young while ammonia or nitrite peaks', () => {
    expect(maturityOf([read('tan', 3, 2.4)], TODAY)).toMatchObject({ maturity: 'young' });
    expect(maturityOf([...weeks('tan', 0.2), read('no2', 2, 1.4)], TODAY)!.words).toContain('1.40 mg/L');
  });

  test('settled when both stay low for three weeks and nitrate is there', () => {
    const low = [...weeks('tan', 0.2), ...weeks('no2', 0.1)];
    expect(maturityOf([...low, read('no3', 4, 40)], TODAY)).toMatchObject({ maturity: 'settled' });
    expect(maturityOf(low, TODAY)).toMatchObject({ maturity: 'settling' });
    expect(maturityOf(low, TODAY)!.words).toContain('nitrate over 5 mg/L');
  });

  test('low for a few days only is settling, and says so', () => {
    const few = [read('tan', 2, 0.1), read('no2', 2, 0.1), read('no3', 2, 20)];
    expect(maturityOf(few, TODAY)!.words).toContain('not yet for three weeks');
  });

  test('of a water of which nothing was read lately nothing is said', () => {
    expect(maturityOf([], TODAY)).toBeNull();
    expect(maturityOf([read('tan', 30, 0.1), read('no3', 1, 30)], TODAY)).toBeNull();
  });
});
