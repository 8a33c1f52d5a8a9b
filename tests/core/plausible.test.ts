import { expect, test } from 'vitest';
import { askDeaths, askFeed } from '../../src/core/plausible';

test('400 dead of 607 is asked about with its number and share; a few are not, nor is a bad day of a small tank', () => {
  expect(askDeaths(400, 607)).toBe('400 of 607 fish dead, 66 % of them. Is that so?');
  expect(askDeaths(2, 8)).toBeNull();
  expect(askDeaths(30, 607)).toBeNull();
});

test('400 g typed for 40 is asked about; half as much again is not; feed where none is due is', () => {
  expect(askFeed(400, 40, 3000)).toMatch(/400 g of feed: the day’s ration is 40 g/);
  expect(askFeed(60, 40, 3000)).toBeNull();
  expect(askFeed(500, 0, 30_000)).toMatch(/nothing is to be fed here today/);
});
