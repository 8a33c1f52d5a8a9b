import fc from 'fast-check';
import { expect, test } from 'vitest';
import { ammoniaFromFeedG, unionisedShare } from '../../../src/core/water/ammonia';
import { feedBalance, FEED_BAND_G_M2 } from '../../../src/core/water/balance';

test.each([
  [7.0, 20, 0.00396],
  [8.0, 25, 0.0538],
  [9.0, 30, 0.445],
])('pH %f at %f °C: the printed table of Emerson and others says %f', (pH, tempC, share) => {
  expect(unionisedShare(pH, tempC)).toBeCloseTo(share, 3);
});

test('the same ammonia test is harmless on a cool morning and harmful after a hot, green afternoon', () => {
  expect(1.5 * unionisedShare(7.0, 18)).toBeLessThan(0.02);
  expect(1.5 * unionisedShare(8.6, 28)).toBeGreaterThan(0.2);
});

test('warmer or more alkaline water never makes ammonia safer', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 6, max: 9, noNaN: true }),
      fc.double({ min: 0, max: 25, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (pH, tempC, morePH, warmer) => {
        expect(unionisedShare(pH + morePH, tempC + warmer)).toBeGreaterThanOrEqual(unionisedShare(pH, tempC));
      },
    ),
  );
});

test('outside the table it refuses and names the field', () => {
  expect(() => unionisedShare(11, 20)).toThrow(/pH/);
  expect(() => unionisedShare(7, 60)).toThrow(/Water temperature is 60 °C/);
  expect(() => unionisedShare(NaN, 20)).toThrow(/pH/);
});

test('10 kg of feed with 40 % protein give 368 g of ammonia nitrogen', () => {
  expect(ammoniaFromFeedG(10_000, 0.4)).toBeCloseTo(368, 6);
});

test('feed against planted area: hungry, balanced, rich, or nothing planted', () => {
  const band = FEED_BAND_G_M2.coupled;
  expect(feedBalance(8000, 100, band)).toEqual({ gM2Day: 80, state: 'balanced' });
  expect(feedBalance(4000, 100, band).state).toBe('hungry');
  expect(feedBalance(20_000, 100, band).state).toBe('rich');
  expect(feedBalance(1000, 0, band)).toEqual({ gM2Day: null, state: 'unplanted' });
});
