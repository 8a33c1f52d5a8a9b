import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { findTroubles } from '../../../src/core/plan/troubles';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm } from '../farm';
import { ammoniaFromFeedG, unionisedShare } from '../../../src/core/water/ammonia';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { judgeWater } from '../../../src/core/water/judge';
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

describe('the last readings are held against the fish that live in the water', () => {
  const species = (code: string) => SPECIES_DEFAULTS.find((s) => s.code === code)!;
  const [trout, tilapia] = [species('rainbow-trout'), species('nile-tilapia')];
  const on = '2026-06-01';
  const water = (pH: number, tan: number, oxygen?: number) => ({
    loop: 'Heron',
    ph: { value: pH, on },
    t: { value: 20, on },
    tan: { value: tan, on },
    ...(oxygen === undefined ? {} : { do: { value: oxygen, on } }),
  });

  test('2 mg/L of ammonia at pH 7.0 is little, at pH 8.5 it is more than trout bear; the Why says how', () => {
    expect(judgeWater(water(7, 2), [trout], METRIC)[0]).toMatchObject({ kind: 'ammonia', tone: 'good' });
    const [bad] = judgeWater(water(8.5, 2), [trout], METRIC);
    expect(bad).toMatchObject({ tone: 'danger' });
    expect(bad!.words).toMatch(/over what rainbow trout bears.*Stop feeding/);
    expect(bad!.because.formula).toMatch(
      /2.00 mg\/L total ammonia nitrogen × [\d.]+ % un-ionised at pH 8.5 and 20.0 °C/,
    );
  });

  test('the most sensitive species of the loop decides', () => {
    const freeMgL = (trout.ammoniaMaxMgL + tilapia.ammoniaMaxMgL) / 2;
    const tan = freeMgL / unionisedShare(8, 20);
    expect(judgeWater(water(8, tan), [tilapia], METRIC)[0]!.tone).not.toBe('danger');
    expect(judgeWater(water(8, tan), [tilapia, trout], METRIC)[0]!.tone).toBe('danger');
    const oxygen = (trout.doMinMgL + tilapia.doMinMgL) / 2;
    expect(judgeWater(water(7, 0.1, oxygen), [tilapia], METRIC)[1]!.tone).toBe('good');
    expect(judgeWater(water(7, 0.1, oxygen), [tilapia, trout], METRIC)[1]!.tone).toBe('attention');
  });

  test('under the critical oxygen it is danger; without a reading, or without fish, nothing is claimed', () => {
    expect(judgeWater(water(7, 0.1, trout.doCriticalMgL - 0.1), [trout], METRIC)[1]).toMatchObject({ tone: 'danger' });
    expect(judgeWater({ loop: 'Heron', ph: { value: 7, on } }, [trout], METRIC)).toEqual([]);
    expect(judgeWater(water(8.5, 5, 1), [], METRIC)).toEqual([]);
  });

  test.each(SPECIES_DEFAULTS.map((s) => [s.code, s] as const))(
    '%s: every limit of it, crossed by one reading alone, is said; what it likes is not',
    (_, fish) => {
      const of = (kind: 't' | 'ph', value: number) =>
        judgeWater({ loop: 'Heron', [kind]: { value, on } }, [fish], METRIC).map((j) => [j.kind, j.tone]);
      const [likesLow, likesHigh] = fish.comfortC;
      expect(of('t', fish.tempMaxC + 0.5)).toEqual([['temperature', 'danger']]);
      expect(of('t', fish.tempMinC - 0.5)).toEqual([['temperature', 'danger']]);
      expect(of('t', (likesHigh + fish.tempMaxC) / 2)).toEqual([['temperature', 'attention']]);
      expect(of('t', (likesLow + likesHigh) / 2)).toEqual([]);
      const [low, high] = fish.pHRange;
      expect(of('ph', high + 1.2)).toEqual([['ph', 'danger']]);
      expect(of('ph', low - 0.8)).toEqual([['ph', 'attention']]);
      expect(of('ph', (low + high) / 2)).toEqual([]);
    },
  );

  test('in water that is hotter or more alkaline than any table, ammonia is at its worst, not unknown', () => {
    const tanMgL = 0.5;
    const at = (pH: number, tempC: number) =>
      judgeWater({ ...water(pH, tanMgL), t: { value: tempC, on } }, [tilapia], METRIC).find(
        (j) => j.kind === 'ammonia',
      )!;
    expect(at(10.6, 25).tone).toBe('danger');
    expect(at(8.4, 38).tone).toBe('danger');
  });

  test('temperatures are said in the unit of who reads', () => {
    const [hot] = judgeWater({ loop: 'Heron', t: { value: 34, on } }, [trout], { mass: 'us', temperature: 'F' });
    expect(hot!.words).toMatch(/^Water 93.2 °F: over what rainbow trout bears \(33.8 °F to 77.0 °F\)\. Stop feeding/);
  });

  test('what needs a decision says so', () => {
    const facts = aFarm();
    const forecast = forecastFarm(facts, []);
    const judged = new Map([['heron', judgeWater(water(8.5, 2), [trout], METRIC)]]);
    const troubles = findTroubles({ facts, forecast, promise: [], pH: [], judged, units: METRIC });
    expect(troubles.find((t) => t.kind === 'ammonia')).toMatchObject({ tone: 'danger', station: 'cohorts/life' });
  });
});
