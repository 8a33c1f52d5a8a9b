import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  countsByGrade,
  gradeAtCm,
  gradeMiddleCm,
  gradeOfWeight,
  gradesFault,
  liveGrades,
  liveSaleQuestions,
  nettingWords,
  wholeFish,
} from '../../../src/core/fish/liveSale';
import { weightFromLengthG } from '../../../src/core/fish/lengthWeight';
import { freshSpread } from '../../../src/core/fish/sizeSpread';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm, ofGradeOn } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type ProductFact } from '../../../src/core/facts/farm';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aStep } from '../farm';

const koi = SPECIES_DEFAULTS.find((s) => s.code === 'koi')!;

function grade(code: string, from: number, to: number): ProductFact {
  return {
    code,
    name: code,
    unit: 'fish',
    speciesCode: 'koi',
    cropCode: null,
    liveCm: [from, to],
    shelfLifeDays: 10,
    priceMinor: 900,
  };
}

const products = [grade('large', 18, 26), grade('small', 10, 14), grade('middle', 14, 18)];
const grades = liveGrades([...products, ...aFarm().products], 'koi');

describe('size grades of fish sold alive', () => {
  test('shown as whole fish they add up to all there are, and none is off by one fish', () => {
    expect(wholeFish([33.4, 33.4, 33.2])).toEqual([34, 33, 33]);
    const counts = fc.array(fc.double({ min: 0, max: 5000, noNaN: true }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(counts, (exact) => {
        const whole = wholeFish(exact);
        expect(whole.reduce((a, b) => a + b, 0)).toBe(Math.round(exact.reduce((a, b) => a + b, 0)));
        whole.forEach((count, i) => expect(Math.abs(count - exact[i]!)).toBeLessThan(1));
      }),
    );
  });

  test('grades come smallest first, and food fish have none', () => {
    expect(grades.map((g) => g.product.code)).toEqual(['small', 'middle', 'large']);
    expect(liveGrades([...products, ...aFarm().products], 'rainbow-trout')).toEqual([]);
  });

  test('fish are counted into grades by length, never more than there are', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 900, noNaN: true }), fc.integer({ min: 0, max: 5000 }), (meanG, count) => {
        const counts = countsByGrade({ bins: freshSpread(koi.sizeCv), referenceG: meanG, count, grades, species: koi });
        expect(counts.every((n) => n >= 0)).toBe(true);
        expect(counts.reduce((sum, n) => sum + n, 0)).toBeLessThanOrEqual(count + 1e-6);
      }),
    );
    const meanG = weightFromLengthG(16, koi);
    const [small, middle, large] = countsByGrade({
      bins: freshSpread(0.2),
      referenceG: meanG,
      count: 100,
      grades,
      species: koi,
    });
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
    expect(liveSaleQuestions({ sale: good, grade: middle, expected: 12, species: koi })).toEqual([]);
    expect(
      liveSaleQuestions({ sale: { ...good, massG: good.massG * 3 }, grade: middle, expected: 12, species: koi }).join(),
    ).toMatch(/about 2\d cm long; middle is 14 to 18 cm/);
    expect(
      liveSaleQuestions({
        sale: { count: 40, massG: good.massG * 4 },
        grade: middle,
        expected: 12,
        species: koi,
      }).join(),
    ).toMatch(/about 12 of them are of this grade; 40 were taken/);
  });

  test('a planned live sale is supply of the grade they will be by then, in fish', () => {
    const farm = aFarm();
    const tank = farm.places.find((p) => p.id === 'k1')!;
    const fish = {
      ...farm.fish[0]!,
      lotCode: 'KOI-1',
      speciesCode: 'koi',
      count: 60,
      referenceG: weightFromLengthG(13, koi),
      bins: freshSpread(koi.sizeCv),
      pace: 1,
    };
    const loops = farm.loops.map((l) => ({ ...l, plannedWaterTempC: Array(12).fill(24) }));
    const sell = (day: string) =>
      aStep({
        kind: 'harvest',
        lotCode: 'KOI-1',
        speciesCode: 'koi',
        fromPlaceId: tank.id,
        toPlaceId: null,
        count: 20,
        day,
      });
    const supply = (day: string) => {
      const facts = {
        ...farm,
        loops,
        fish: [fish],
        species: [...farm.species, koi],
        products: [...farm.products, ...products],
      };
      return forecastFarm(facts, [sell(day)], { ...DEFAULT_SETTINGS, deathsTimes: 0 }).supply;
    };
    expect(supply('2026-06-12')).toMatchObject([{ productCode: 'middle', quantity: 20 }]);
    expect(supply('2026-10-20')).toMatchObject([{ productCode: 'large', quantity: 20 }]);
  });

  describe('a netting planned of one grade', () => {
    const farm = aFarm();
    const species = [...farm.species, koi];
    const fish = {
      ...farm.fish[0]!,
      lotCode: 'KOI-1',
      speciesCode: 'koi',
      placeId: 'k1',
      count: 100,
      referenceG: weightFromLengthG(15, koi),
      bins: freshSpread(0.5),
      pace: 1,
    };
    const facts = { ...farm, fish: [fish], species, products: [...farm.products, ...products] };
    const net = (count: number, cm: number) =>
      aStep({
        kind: 'harvest',
        lotCode: 'KOI-1',
        speciesCode: 'koi',
        fromPlaceId: 'k1',
        toPlaceId: null,
        count,
        detail: { gradeCm: cm },
        day: facts.today,
      });
    const run = (steps: ReturnType<typeof net>[]) =>
      forecastFarm(facts, steps, { ...DEFAULT_SETTINGS, deathsTimes: 0 });
    const swim = (forecast: ReturnType<typeof run>, at = 0) => products.map((p) => forecast.swimming.get(p.code)![at]!);

    test('takes that grade out of the tank and leaves the others', () => {
      const [large, small, middle] = swim(run([]));
      const after = run([net(10, 12)]);
      expect(after.supply).toMatchObject([{ productCode: 'small', quantity: 10, from: 0 }]);
      const left = swim(after);
      expect(left[1]).toBeCloseTo(small! - 10, 0);
      expect(Math.abs(left[0]! - large!)).toBeLessThan(1.5);
      expect(Math.abs(left[2]! - middle!)).toBeLessThan(1.5);
      expect(after.tanks.get('k1')!.count[0]).toBeCloseTo(90, 6);
    });

    test('more than there are of it: only those, and it says how many', () => {
      const [, small] = swim(run([]));
      const { supply, warnings } = run([net(90, 12)]);
      expect(supply[0]!.quantity).toBe(Math.round(small!));
      expect(warnings.map((w) => w.words)).toEqual([
        `KOI-1 has about ${Math.round(small!)} of small by then; 90 are to be netted`,
      ]);
      const none = { ...facts, fish: [{ ...fish, referenceG: weightFromLengthG(5, koi), bins: freshSpread(0.1) }] };
      const nothing = forecastFarm(none, [net(5, 22)]);
      expect(nothing.supply).toEqual([]);
      expect(nothing.warnings[0]!.words).toMatch(/about 0 of large/);
    });

    test('in their tanks they grow from grade to grade and are no supply', () => {
      const grown = run([]);
      expect(grown.supply).toEqual([]);
      expect(swim(grown, 170)[1]).toBeLessThan(swim(grown)[1]!);
      expect(swim(grown, 170)[0]).toBeGreaterThan(swim(grown)[0]!);
      const apart = {
        ...facts,
        places: facts.places.map((p) => (p.id === 'k1' ? { ...p, kind: 'quarantine' as const } : p)),
      };
      expect([...forecastFarm(apart, []).swimming.keys()]).toEqual([]);
    });

    test('how many will be of a grade on a day follows what is planned before it', () => {
      const day = addDays(facts.today, 20);
      const all = ofGradeOn({ facts, plan: [], fish, productCode: 'middle', day })!;
      expect(all).toBeGreaterThan(20);
      expect(ofGradeOn({ facts, plan: [net(10, 16)], fish, productCode: 'middle', day })!).toBeLessThan(all - 5);
      expect(ofGradeOn({ facts, plan: [{ ...net(10, 16), lotCode: 'KOI-2' }], fish, productCode: 'middle', day })).toBe(
        all,
      );
      expect(ofGradeOn({ facts, plan: [], fish, productCode: 'middle', day: addDays(facts.today, 400) })).toBeNull();
    });

    test('is called by its grade in the plan; a step without one takes the largest', () => {
      expect(nettingWords(net(5, 16), facts.products)).toBe('Net middle for live sale');
      expect(nettingWords({ ...net(5, 16), detail: {} }, facts.products)).toBe('Net the largest for live sale');
      expect(nettingWords({ ...net(5, 16), speciesCode: 'rainbow-trout' }, facts.products)).toBeNull();
      expect(gradeAtCm(gradeMiddleCm({ fromCm: 14, toCm: 18 }), grades)!.product.code).toBe('middle');
      expect(gradeAtCm(30, grades)).toBeNull();
    });
  });

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
