import { describe, expect, test } from 'vitest';
import { dailyDeaths, expectedDeaths, ownDeathsTimes } from '../../../src/core/fish/deaths';
import { fastingLoss, keptUnfed, purgeDaysAt } from '../../../src/core/fish/fasting';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';

const species = (code: string) => SPECIES_DEFAULTS.find((s) => s.code === code)!;

/** Share alive after days of growing from one weight to another at an even pace of the root. */
function survives(code: string, fromG: number, toG: number, days: number): number {
  const [a, b] = [Math.cbrt(fromG), Math.cbrt(toG)];
  let alive = 1;
  for (let d = 0; d < days; d++) alive *= 1 - dailyDeaths(species(code), (a + ((b - a) * d) / days) ** 3);
  return alive;
}

describe('deaths', () => {
  test('give back the published survival of the stage that they are taken from', () => {
    expect(survives('nile-tilapia', 79.2, 813.8, 168)).toBeCloseTo(0.983, 3);
    expect(survives('red-tilapia', 58.8, 512.5, 168)).toBeCloseTo(0.899, 2);
    expect(survives('giant-freshwater-prawn', 1, 35, 140)).toBeCloseTo(0.6, 1);
    expect(survives('rainbow-trout', 20, 500, 300)).toBeCloseTo(0.95, 2);
  });

  test('small fish die sooner than large ones, of every species, and no day takes more than a twentieth', () => {
    for (const s of SPECIES_DEFAULTS) {
      const rates = [0.01, 1, 10, 100, 1000, 50_000].map((g) => dailyDeaths(s, g));
      for (let i = 1; i < rates.length; i++) expect(rates[i]!).toBeLessThan(rates[i - 1]! + 1e-12);
      expect(rates[0]!).toBeLessThanOrEqual(0.05);
    }
    expect(dailyDeaths(species('rainbow-trout'), 5) / dailyDeaths(species('rainbow-trout'), 500)).toBeCloseTo(4, 0);
  });

  test('a farm’s own deaths count once there were enough fish for long enough, and then by how many there were', () => {
    const lived = [{ days: 300, count: 2000, meanG: 150 }];
    const expected = expectedDeaths(species('rainbow-trout'), lived);
    expect(expected).toBeGreaterThan(80);
    expect(ownDeathsTimes(expected * 2, expected)!).toBeGreaterThan(1.6);
    expect(ownDeathsTimes(expected * 2, expected)!).toBeLessThan(2);
    expect(ownDeathsTimes(30, 5)).toBeNull();
    // Where hardly a death was written down in two years, nobody wrote them down.
    expect(ownDeathsTimes(0, 121)).toBeNull();
    expect(ownDeathsTimes(4, 121)).toBeNull();
    expect(ownDeathsTimes(10_000, 30)).toBe(5);
    // What is learned is held against the published rate, not against what was learned before.
    expect(expectedDeaths({ ...species('rainbow-trout'), deathsTimes: 3 }, lived)).toBe(expected);
  });
});

describe('without feed', () => {
  test('a trout at 16 °C loses half a percent a day, at 6 °C not two thirds of it', () => {
    expect(fastingLoss(species('rainbow-trout'), 16)).toBeCloseTo(0.005, 9);
    expect(fastingLoss(species('rainbow-trout'), 6)).toBeCloseTo(0.005 / 1.83, 9);
    expect(keptUnfed(species('rainbow-trout'), [16, 16, 6])).toBeCloseTo(0.995 * 0.995 * (1 - 0.005 / 1.83), 9);
  });

  test('cold fish are purged for longer, warm ones no shorter than their species; koi are not purged', () => {
    expect(purgeDaysAt(species('nile-tilapia'), 29)).toBe(5);
    expect(purgeDaysAt(species('nile-tilapia'), 34)).toBe(5);
    expect(purgeDaysAt(species('nile-tilapia'), 22)).toBe(8);
    expect(purgeDaysAt(species('koi'), 8)).toBe(0);
    for (const s of SPECIES_DEFAULTS) expect(purgeDaysAt(s, -1)).toBeLessThanOrEqual(30);
  });
});
