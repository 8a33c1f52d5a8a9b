import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  countsByGrade,
  gradeOfWeight,
  gradesFault,
  liveGrades,
  liveSaleQuestions,
} from '../../../src/core/fish/liveSale';
import { weightFromLengthG } from '../../../src/core/fish/lengthWeight';
import { freshSpread } from '../../../src/core/fish/sizeSpread';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS, type ProductFact } from '../../../src/core/plan/types';
import { aFarm, aStep } from '../farm';

const koi = SPECIES_DEFAULTS.find((s) => s.code === 'koi')!;

function grade(code: string, from: number, to: number): ProductFact {
  return { code, name: code, unit: 'fish', speciesCode: 'koi', cropCode: null, liveCm: [from, to], shelfLifeDays: 10, priceMinor: 900 };
} // prettier-ignore

const products = [grade('large', 18, 26), grade('small', 10, 14), grade('middle', 14, 18)];
const grades = liveGrades([...products, ...aFarm().products], 'koi');

describe('size grades of fish sold alive', () => {
  test('grades come smallest first, and food fish have none', () => {
    expect(grades.map((g) => g.product.code)).toEqual(['small', 'middle', 'large']);
    expect(liveGrades([...products, ...aFarm().products], 'rainbow-trout')).toEqual([]);
  });

  test('fish are counted into grades by length, never more than there are', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 900, noNaN: true }), fc.integer({ min: 0, max: 5000 }), (meanG, count) => {
        const counts = countsByGrade(freshSpread(koi.sizeCv), meanG, count, grades, koi);
        expect(counts.every((n) => n >= 0)).toBe(true);
        expect(counts.reduce((sum, n) => sum + n, 0)).toBeLessThanOrEqual(count + 1e-6);
      }),
    );
    const meanG = weightFromLengthG(16, koi);
    const [small, middle, large] = countsByGrade(freshSpread(0.2), meanG, 100, grades, koi);
    expect(middle).toBeGreaterThan(80);
    expect(small! + large!).toBeLessThan(20);
  });

  test('as they grow they are of a larger grade, and beyond the largest they stay the largest', () => {
    const of = (cm: number) => gradeOfWeight(weightFromLengthG(cm, koi), grades, koi)!.product.code;
    expect([8, 12, 14, 17, 20, 40].map(of)).toEqual(['small', 'small', 'middle', 'middle', 'large', 'large']);
    expect(gradeOfWeight(50, [], koi)).toBeNull();
  });

  test('a slip is asked about: too heavy for the grade, or more than the forecast has', () => {
    const middle = grades[1]!;
    const good = { count: 10, massG: 10 * weightFromLengthG(16, koi) };
    expect(liveSaleQuestions(good, middle, 12, koi)).toEqual([]);
    expect(liveSaleQuestions({ ...good, massG: good.massG * 3 }, middle, 12, koi).join()).toMatch(/about 2\d cm long; middle is 14 to 18 cm/);
    expect(liveSaleQuestions({ count: 40, massG: good.massG * 4 }, middle, 12, koi).join()).toMatch(/about 12 of them are of this grade; 40 were taken/);
  }); // prettier-ignore

  test('a planned live sale is supply of the grade they will be by then, in fish', () => {
    const farm = aFarm();
    const tank = farm.places.find((p) => p.id === 'k1')!;
    const fish = { ...farm.fish[0]!, lotCode: 'KOI-1', speciesCode: 'koi', count: 60, referenceG: weightFromLengthG(13, koi), bins: freshSpread(koi.sizeCv), pace: 1 };
    const loops = farm.loops.map((l) => ({ ...l, plannedWaterTempC: Array(12).fill(24) }));
    const sell = (day: string) => aStep({ kind: 'harvest', lotCode: 'KOI-1', speciesCode: 'koi', fromPlaceId: tank.id, toPlaceId: null, count: 20, day });
    const supply = (day: string) => {
      const facts = { ...farm, loops, fish: [fish], species: [...farm.species, koi], products: [...farm.products, ...products] };
      return forecastFarm(facts, [sell(day)], { ...DEFAULT_SETTINGS, dailyMortality: 0 }).supply;
    };
    expect(supply('2026-06-12')).toMatchObject([{ productCode: 'middle', quantity: 20 }]);
    expect(supply('2026-10-20')).toMatchObject([{ productCode: 'large', quantity: 20 }]);
  }); // prettier-ignore

  test('written grades: a fish is of one grade at most; gaps are allowed', () => {
    const written = (fromCm: number, toCm: number, name = `${fromCm}–${toCm}`) => ({
      name,
      fromCm,
      toCm,
      priceMinor: 1,
    });
    expect(gradesFault([])).toBeNull();
    expect(gradesFault([written(20, 30), written(10, 14), written(14, 18)])).toBeNull();
    expect(gradesFault([written(10, 14), written(13, 18)])).toBe(
      '10–14 and 13–18 overlap: a fish of 13 cm would be both.',
    );
    expect(gradesFault([written(14, 10)])).toMatch(/ends at 10 cm but begins at 14 cm/);
    expect(gradesFault([written(10, 14, 'Small'), written(14, 18, ' small')])).toMatch(/Two grades are called “small”/);
  });
});
