import { describe, expect, test } from 'vitest';
import { boltFromC, boltShare } from '../../../src/core/crops/bolting';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { sowingGroup } from '../../../src/core/plan/build';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { addDays, type Day } from '../../../src/core/quantity/days';
import {
  gapsOf,
  learnedClimate,
  longestRun,
  standInClimate,
  strayingYear,
  type WeatherDay,
} from '../../../src/core/weather/climate';
import { houseAhead, plantRisks, weeksAhead, yearsAhead } from '../../../src/core/weather/outlook';
import { farmOf, LOOP, place, TODAY } from '../succession/beds';

const run = (from: Day, days: number) => Array.from({ length: days }, (_, i) => addDays(from, i));

describe('the stand-in', () => {
  test('a year is the same for its seed, and another for another', () => {
    const climate = standInClimate(47, 300);
    const days = run('2026-01-01', 365);
    const [a, b, c] = [1, 1, 2].map((seed) => strayingYear(climate, { days, seed }));
    expect(a).toEqual(b);
    expect(a!.airC).not.toEqual(c!.airC);
  });

  test('over many years days stray by the spread of the place, about nought, and a warm day follows a warm one', () => {
    const climate = standInClimate(47, 0);
    const days = run('2026-01-01', 365);
    const all = Array.from({ length: 60 }, (_, seed) => [...strayingYear(climate, { days, seed }).airC]);
    const flat = all.flat();
    const mean = flat.reduce((s, v) => s + v, 0) / flat.length;
    const sd = Math.sqrt(flat.reduce((s, v) => s + (v - mean) ** 2, 0) / flat.length);
    // 1.5 + 0.05 · 47 = 3.85 °C.
    expect(Math.abs(mean)).toBeLessThan(0.15);
    expect(sd).toBeGreaterThan(3.6);
    expect(sd).toBeLessThan(4.1);
    const pairs = all.flatMap((year) => year.slice(1).map((v, i) => v * year[i]!));
    expect(pairs.reduce((s, v) => s + v, 0) / pairs.length / sd ** 2).toBeCloseTo(0.7, 1);
  });

  test('own days take the place of their month, from twenty on; the other months stay', () => {
    const standIn = standInClimate(47, 300);
    const july = run('2026-07-01', 31).map((day, i): WeatherDay => ({ day, airC: i % 2 ? 26 : 22, lightMol: null }));
    const learned = learnedClimate(standIn, july);
    expect(learned.airC[6]).toBeCloseTo(23.94, 2);
    expect(learned.airSpreadC[6]).toBeCloseTo(2, 1);
    expect(learned.lightMol[6]).toBe(standIn.lightMol[6]);
    expect(learned.airC[5]).toBe(standIn.airC[5]);
    expect(learnedClimate(standIn, july.slice(0, 19)).airC[6]).toBe(standIn.airC[6]);
  });

  test('gaps are found, and the longest run without one', () => {
    const days = [...run('2026-05-01', 5), ...run('2026-05-08', 10), '2026-05-20'];
    expect(gapsOf(days)).toEqual([
      { from: '2026-05-06', until: '2026-05-07', days: 2 },
      { from: '2026-05-18', until: '2026-05-19', days: 2 },
    ]);
    expect(longestRun(days)).toEqual({ from: '2026-05-08', until: '2026-05-17' });
    expect(gapsOf(run('2026-05-01', 40))).toEqual([]);
  });
});

describe('houses', () => {
  const years = (latitude: number) =>
    yearsAhead({ climate: standInClimate(latitude, 0), today: '2026-01-05', days: 56, seed: 3 });

  test('a warm spell in January is aired away, a cold one comes in by two fifths', () => {
    const climate = standInClimate(50, 0);
    const house = houseAhead(
      { ...LOOP, plannedAirTempC: Array<number>(12).fill(18) },
      {
        today: '2026-01-05',
        climate,
        years: years(50),
      },
    );
    const all = house.years.flatMap((y) => [...y.airC]);
    expect(Math.max(...all)).toBeLessThanOrEqual(24);
    const strayed = years(50).flatMap((y) => [...y.airC]);
    expect(Math.min(...all)).toBeCloseTo(18 + 0.4 * Math.min(...strayed), 6);
  });

  test('week by week the plan lies within what nine years of ten stay within', () => {
    const house = houseAhead(LOOP, { today: '2026-01-05', climate: standInClimate(47, 0), years: years(47) });
    const weeks = weeksAhead(house, '2026-01-05');
    expect(weeks).toHaveLength(8);
    for (const w of weeks) {
      expect(w.airC.low).toBeLessThan(w.airC.planned);
      expect(w.airC.high).toBeGreaterThan(w.airC.planned);
      expect(w.lightMol.low).toBeLessThan(w.lightMol.high);
    }
  });
});

describe('heat and bolting', () => {
  const lettuce = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;

  test('by hand: 20 degree-days cost 1 − e^(−0.5) = 39 %; none cost nothing', () => {
    expect(boltShare(20)).toBeCloseTo(0.3935, 4);
    expect(boltShare(0)).toBe(0);
  });

  test('lettuce bolts from six degrees above its best; a tomato does not; the farm may set its own', () => {
    expect(boltFromC(lettuce)).toBe(26);
    expect(boltFromC(CROP_DEFAULTS.find((c) => c.code === 'cherry-tomato')!)).toBeNull();
    expect(boltFromC({ ...lettuce, boltFromC: 24 })).toBe(24);
    expect(boltFromC({ ...lettuce, boltFromC: 0 })).toBeNull();
  });

  const places = [
    place('R1', 'bed', { method: 'raft', positions: 1000, areaM2: 40 }),
    place('N', 'nursery', { positions: 4000, areaM2: 4, pieceSize: 104 }),
  ];
  const standing = {
    ...{ lotId: 'x', lotCode: 'BULE-1', cropCode: 'butterhead-lettuce', placeId: 'R1', count: 500 },
    ...{ sownOn: '2026-01-10', transplantedOn: '2026-02-01', cutsDone: 0, lastCutOn: null },
  };
  const pick = (day: Day) => {
    const wish = { crop: lettuce, loop: LOOP, lotCode: 'BULE-1', nurseryId: 'N', bedId: 'R1', cellsPerTray: 104 };
    const quantities = { units: 0, positions: 500, seedlings: 0, seeds: 500, trays: 5, spareSeeds: 0 };
    return sowingGroup({ wish, sowDay: '2026-01-10', quantities, newId: () => 'p' })
      .filter((s) => s.kind === 'pick')
      .map((s) => ({ ...s, day }));
  };
  const heads = (airC: number | null) => {
    const hot = airC === null ? {} : Object.fromEntries(run(addDays(TODAY, -4), 4).map((d) => [d, airC]));
    const loop = { ...LOOP, recordedAir: { tempC: hot, lightMol: {} } };
    const facts = farmOf(['butterhead-lettuce'], places, { loops: [loop], plantings: [standing] });
    return forecastFarm(facts, pick(addDays(TODAY, 10)));
  };

  test('four days of 31 °C that were read cost the pick two fifths of its heads, and it is said', () => {
    const [usual, hot] = [heads(null), heads(31)];
    const of = (f: typeof usual) => f.supply.find((s) => s.stepId === 'p')!.quantity;
    // (31 − 26) · 4 = 20 degree-days.
    expect(of(hot)).toBe(Math.floor(500 * 0.95 * 0.96 * (1 - 0.3935)));
    expect(of(usual)).toBe(456);
    expect(hot.warnings.map((w) => w.kind)).toContain('bolting');
    expect(hot.warnings.find((w) => w.kind === 'bolting')!.words).toMatch(/about 39 % will have bolted/);
  });

  test('a summer house: what is planned is told with its odds and its value, dearest first; a cool one has none', () => {
    const facts = (airC: number) =>
      farmOf(['butterhead-lettuce'], places, {
        loops: [{ ...LOOP, plannedAirTempC: Array<number>(12).fill(airC) }],
        plantings: [standing],
      });
    const risksAt = (airC: number) => {
      const f = facts(airC);
      const climate = { ...standInClimate(40, 0), airC: Array<number>(12).fill(airC) };
      const years = yearsAhead({ climate, today: TODAY, days: 120, seed: 5 });
      const houses = new Map([['l1', houseAhead(f.loops[0]!, { today: TODAY, climate, years })]]);
      return plantRisks({ facts: f, forecast: forecastFarm(f, pick(addDays(TODAY, 10))), houses, days: 84 });
    };
    const hot = risksAt(24).filter((r) => r.kind === 'heat');
    expect(hot).toHaveLength(1);
    expect(hot[0]!.years).toBeGreaterThan(4);
    expect(hot[0]!.expectedLossMinor).toBeGreaterThan(0);
    expect(hot[0]!.expectedLossMinor).toBeLessThan(hot[0]!.valueMinor);
    expect(hot[0]!.earlyAt).toBeLessThan(hot[0]!.pickAt + 1);
    expect(risksAt(16).filter((r) => r.kind === 'heat')).toEqual([]);
  });
});
