import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { daysToWeight, equivalentTgc, grownWeightG, thermalGrowthWeightG } from '../../../src/core/fish/growth';
import { conditionFactor, lengthFromWeightCm, weightFromLengthG } from '../../../src/core/fish/lengthWeight';
import { feedByGrowthG, feedByTableG, feedConversion, perFeedingG } from '../../../src/core/fish/feed';
import { dailyMortality, densityKgM3, waterL } from '../../../src/core/fish/stocking';
import { temperatureResponse } from '../../../src/core/quantity/temperatureResponse';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';

const species = (code: string) => SPECIES_DEFAULTS.find((s) => s.code === code)!;
const days = (n: number, tempC: number) => Array.from({ length: n }, () => tempC);

describe('growth', () => {
  test('the staged tilapia trial: Nile from 79.2 to 813.8 g in 24 weeks at 27.5 °C, within 5 %', () => {
    const grown = grownWeightG(79.2, days(168, 27.5), species('nile-tilapia'));
    expect(Math.abs(grown / 813.8 - 1)).toBeLessThan(0.05);
  });

  test('the staged tilapia trial: red from 58.8 to 512.5 g in 24 weeks at 27.5 °C, within 5 %', () => {
    const grown = grownWeightG(58.8, days(168, 27.5), species('red-tilapia'));
    expect(Math.abs(grown / 512.5 - 1)).toBeLessThan(0.05);
  });

  test('trout near 15 °C grow as a thermal growth coefficient of about 2 says', () => {
    expect(equivalentTgc(species('rainbow-trout'), 15)).toBeGreaterThan(1.8);
    expect(equivalentTgc(species('rainbow-trout'), 15)).toBeLessThan(2.2);
  });

  test('the older coefficient by hand: 1000 g from 125 g takes 2500 degree-days at TGC 2', () => {
    expect(thermalGrowthWeightG(125, 2, 2500)).toBeCloseTo(1000, 6);
  });

  test('temperature is a throttle: nothing at either end, full speed at the best, and days follow', () => {
    for (const fish of SPECIES_DEFAULTS) {
      expect(temperatureResponse(fish.tempMinC, fish)).toBe(0);
      expect(temperatureResponse(fish.tempMaxC + 1, fish)).toBe(0);
      expect(temperatureResponse(fish.tempOptC, fish)).toBeCloseTo(1, 9);
    }
    const bass = species('hybrid-striped-bass');
    expect(daysToWeight(5, 500, 26.5, bass)!).toBeLessThan(daysToWeight(5, 500, 20, bass)!);
    expect(daysToWeight(5, 500, 5, bass)).toBeNull();
  });

  test('fish never shrink while fed, and a longer time never gives a smaller fish', () => {
    const input = fc.record({
      start: fc.double({ min: 1, max: 900, noNaN: true }),
      n: fc.integer({ min: 0, max: 300 }),
      tempC: fc.double({ min: 0, max: 35, noNaN: true }),
    });
    fc.assert(
      fc.property(input, fc.constantFrom(...SPECIES_DEFAULTS), ({ start, n, tempC }, fish) => {
        const first = grownWeightG(start, days(n, tempC), fish);
        expect(first).toBeGreaterThanOrEqual(start - 1e-6);
        expect(grownWeightG(start, days(n + 10, tempC), fish)).toBeGreaterThanOrEqual(first - 1e-6);
      }),
    );
  });

  test('a start weight of nothing is refused with the range', () => {
    expect(() => grownWeightG(0, [20], species('koi'))).toThrow(/between 0.01 and 50,000/);
    expect(() => grownWeightG(NaN, [20], species('koi'))).toThrow(/Weight at the start is no number/);
  });
});

describe('length and weight', () => {
  test('weight from length and back is the same fish', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 80, noNaN: true }),
        fc.constantFrom(...SPECIES_DEFAULTS),
        (lengthCm, fish) => {
          expect(lengthFromWeightCm(weightFromLengthG(lengthCm, fish), fish)).toBeCloseTo(lengthCm, 6);
        },
      ),
    );
  });

  test('a 350 g trout of 31.5 cm has a condition of 1.12', () => {
    expect(conditionFactor(350, 31.5)).toBeCloseTo(1.12, 2);
  });
});

describe('feed', () => {
  test('by hand: 600 bass of 500 g gaining 3 g each eat 3 × 1.8 × 600 = 3.24 kg', () => {
    const bass = species('hybrid-striped-bass');
    expect(feedConversion(500, bass)).toBe(1.8);
    expect(feedByGrowthG(600, 500, 3, bass)).toBeCloseTo(3240, 6);
  });

  test('bigger fish need more feed for the same gain', () => {
    for (const fish of SPECIES_DEFAULTS)
      expect(feedConversion(2000, fish)).toBeGreaterThanOrEqual(feedConversion(1, fish));
  });

  test('fish that hardly grow still get their maintenance', () => {
    expect(feedByGrowthG(100, 400, 0, species('rainbow-trout'))).toBeCloseTo(80, 6);
  });

  test('the table school: 2 % of 100 fish of 200 g at four fifths of the best temperature is 320 g', () => {
    const table = [
      { uptoG: 100, percentPerDay: 3 },
      { uptoG: 300, percentPerDay: 2 },
    ];
    expect(feedByTableG(100, 200, 0.8, table)).toBeCloseTo(320, 6);
    expect(feedByTableG(100, 900, 0.8, table)).toBeCloseTo(1440, 6);
  });

  test('feedings add up to the day, to the gram', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 50_000 }), fc.integer({ min: 1, max: 24 }), (dayG, feedings) => {
        const parts = perFeedingG(dayG, feedings);
        expect(parts.reduce((a, b) => a + b, 0)).toBe(dayG);
        expect(Math.max(...parts) - Math.min(...parts)).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('stocking', () => {
  test('440 kg in 11 m³ are 40 kg/m³', () => {
    expect(densityKgM3(440_000, 11_000)).toBe(40);
    expect(() => densityKgM3(1, 0)).toThrow(/Volume is 0 L/);
  });

  test('a channel of 30 m² under rafts holds about 9 m³; what the farm measured counts more', () => {
    expect(waterL({ volumeL: null, areaM2: 30 })).toBe(9000);
    expect(waterL({ volumeL: 7500, areaM2: 30 })).toBe(7500);
    expect(densityKgM3(100, waterL({ volumeL: null, areaM2: null }))).toBe(100);
  });

  test('95 % survival over 300 days, applied daily, leaves 95 of 100', () => {
    expect(100 * Math.exp(-dailyMortality(0.95, 300) * 300)).toBeCloseTo(95, 6);
  });
});
