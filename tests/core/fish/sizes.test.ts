import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { saySampleWeight } from '../../../src/core/explainFish';
import { calibrateGrowth } from '../../../src/core/fish/calibration';
import { gradeAt, gradeOf, merged, spreadOf } from '../../../src/core/fish/grading';
import { presentSize, type CohortRecord } from '../../../src/core/fish/presentSize';
import {
  freshSpread,
  meanRelative,
  shareAbove,
  takeLargest,
  takeNearest,
  totalShare,
} from '../../../src/core/fish/sizeSpread';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { addDays } from '../../../src/core/quantity/days';

const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;

describe('size spread', () => {
  test('a fresh cohort has mean 1, its coefficient of variation, and all its fish', () => {
    for (const cv of [0.1, 0.2, 0.35]) {
      const bins = freshSpread(cv);
      expect(totalShare(bins)).toBeCloseTo(1, 9);
      expect(meanRelative(bins)).toBeCloseTo(1, 9);
      const variance = bins.reduce((sum, b) => sum + b.share * (b.relative - 1) ** 2, 0);
      expect(Math.sqrt(variance)).toBeGreaterThan(cv * 0.88);
      expect(Math.sqrt(variance)).toBeLessThan(cv * 1.05);
    }
  });

  test('half the fish or a little less are above the mean, none above ten times it', () => {
    const bins = freshSpread(0.2);
    expect(shareAbove(bins, 400, 400)).toBeGreaterThan(0.42);
    expect(shareAbove(bins, 400, 400)).toBeLessThan(0.52);
    expect(shareAbove(bins, 400, 4000)).toBe(0);
    expect(shareAbove(bins, 400, 1)).toBe(1);
  });

  test('taking the largest leaves smaller fish, loses nobody, and the weights add up', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (first, second) => {
          const start = freshSpread(0.25);
          const once = takeLargest(start, first);
          const twice = takeLargest(once.left, second);
          const all = [...once.taken, ...twice.taken, ...twice.left];
          expect(totalShare(all)).toBeCloseTo(1, 6);
          expect(all.reduce((sum, b) => sum + b.share * b.relative, 0)).toBeCloseTo(1, 6);
          if (first > 0.05 && first < 0.95) expect(meanRelative(once.taken)).toBeGreaterThan(meanRelative(once.left));
        },
      ),
    );
  });

  test('graded at a size, no fish of the large lot is smaller and none of the small one larger; weighing keeps its shape', () => {
    const bins = freshSpread(0.3);
    const { large, small } = gradeAt(bins, 400, 1000, 400);
    // A spread of the same width alone would put a twelfth of the large ones well under the size they were parted at.
    expect(shareAbove(freshSpread(large.cv), large.meanG, 390)).toBeLessThan(0.93);
    expect(shareAbove(spreadOf(large), large.meanG, 390)).toBeGreaterThan(0.98);
    expect(shareAbove(spreadOf(small), small.meanG, 410)).toBeLessThan(0.02);
    for (const part of [large, small]) {
      expect(meanRelative(spreadOf(part))).toBeCloseTo(1, 9);
      expect(gradeOf(spreadOf(part), part.meanG, part.count).cv).toBeCloseTo(part.cv, 2);
    }
    // Put together again they are the cohort they were.
    const one = merged([large, small]);
    expect([one.count, one.meanG, one.cv]).toEqual([
      1000,
      expect.closeTo(400, 0),
      expect.closeTo(gradeOf(bins, 400, 1000).cv, 2),
    ]);
    expect(shareAbove(spreadOf(one), one.meanG, 500)).toBeCloseTo(shareAbove(bins, 400, 500), 1);
  });

  test('a graded lot that is weighed later keeps the sizes it was parted with', () => {
    const { large } = gradeAt(freshSpread(0.3), 400, 1000, 400);
    const lot = {
      ...{ species: trout, stockedOn: '2026-05-01', startMeanG: large.meanG, startCv: large.cv, startPace: null },
      ...{ samples: [], taken: [], waterTempC: () => 15, day: '2026-05-01' },
    };
    const size = presentSize({ ...lot, startSizes: large.sizes ?? null });
    expect(shareAbove(size.bins, size.referenceG, 390)).toBeGreaterThan(0.98);
  });

  test('more can not be taken than everything', () => {
    expect(() => takeLargest(freshSpread(0.2), 1.2)).toThrow(/Part is 1.2/);
  });
});

describe('calibration', () => {
  const samplesAt = (pace: number, count: number) =>
    [1, 2, 3].map((gain) => ({ expectedGainG13: gain, meanWeightG: (2 + gain * pace) ** 3, sampleCount: count }));

  test('without samples the library is believed', () => {
    expect(calibrateGrowth({ startG: 8, samples: [], cv: 0.2 }).multiplier).toBe(1);
  });

  test('many weighed fish convince, few hardly move it', () => {
    expect(calibrateGrowth({ startG: 8, samples: samplesAt(1.2, 60), cv: 0.2 }).multiplier).toBeCloseTo(1.2, 1);
    const few = calibrateGrowth({ startG: 8, samples: samplesAt(1.2, 2), cv: 0.2 }).multiplier;
    expect(few).toBeGreaterThan(1);
    expect(few).toBeLessThan(1.12);
  });

  test('the band narrows with every fish weighed', () => {
    expect(calibrateGrowth({ startG: 8, samples: samplesAt(1, 40), cv: 0.2 }).standardError).toBeLessThan(
      calibrateGrowth({ startG: 8, samples: samplesAt(1, 3), cv: 0.2 }).standardError,
    );
  });

  test('it says how far off the last forecast was', () => {
    const steady = samplesAt(1, 40);
    const surprise = [...steady.slice(0, 2), { ...steady[2]!, meanWeightG: steady[2]!.meanWeightG * 0.8 }];
    expect(calibrateGrowth({ startG: 8, samples: surprise, cv: 0.2 }).lastForecastError!).toBeCloseTo(-0.2, 1);
    expect(calibrateGrowth({ startG: 8, samples: steady.slice(0, 1), cv: 0.2 }).lastForecastError).toBeNull();
  });
});

describe('a cohort’s size on a day', () => {
  const record = (over: Partial<CohortRecord>): CohortRecord => ({
    species: trout,
    stockedOn: '2026-01-01',
    startMeanG: 8,
    startCv: null,
    startPace: null,
    samples: [],
    taken: [],
    waterTempC: () => 13,
    day: '2026-05-01',
    ...over,
  });

  test('an unsampled cohort grows from its stocking weight', () => {
    const size = presentSize(record({}));
    expect(size.sampledOn).toBeNull();
    expect(size.referenceG).toBeGreaterThan(100);
  });

  test('a first sample long after stocking is believed', () => {
    const size = presentSize(record({ samples: [{ day: '2026-05-01', meanG: 210, count: 20 }] }));
    expect(Math.abs(size.referenceG / 210 - 1)).toBeLessThan(0.01);
    expect(size.lastSample!.share).toBeGreaterThan(0.9);
  });

  test('three fish hardly move a long history, though the last weighing is four weeks old', () => {
    const history = ['2026-02-01', '2026-03-01', '2026-04-01'].map((day) => {
      const meanG = presentSize(record({ day })).referenceG;
      return { day, meanG, count: 60 };
    });
    const before = presentSize(record({ samples: history }));
    const off = { day: '2026-04-30', meanG: before.referenceG * 0.7, count: 3 };
    const after = presentSize(record({ samples: [...history, off] }));
    expect(after.lastSample!.share).toBeLessThan(0.15);
    expect(after.referenceG / before.referenceG).toBeGreaterThan(0.95);
  });

  test('three fish weighed hardly move what sixty weighed a few days before said, and it says how much', () => {
    const sixty = { day: '2026-04-28', meanG: 200, count: 60 };
    const before = presentSize(record({ samples: [sixty] }));
    const few = presentSize(record({ samples: [sixty, { day: '2026-05-01', meanG: 260, count: 3 }] }));
    const many = presentSize(record({ samples: [sixty, { day: '2026-05-01', meanG: 260, count: 100 }] }));
    expect(few.referenceG / before.referenceG).toBeLessThan(1.04);
    expect(many.referenceG).toBeGreaterThan(235);
    expect(few.lastSample!.share).toBeLessThan(0.1);
    expect(saySampleWeight(few.lastSample)).toMatch(
      /3 weighed\) for \d %, what was known before it \(worth \d+ weighed fish by then\)/,
    );
    expect(saySampleWeight(null)).toMatch(/no sample yet/);
  });

  test('what was weighed in the morning is not taken for the rest after the harvest of the afternoon', () => {
    const morning = Date.parse('2026-05-01T07:00:00Z');
    const taken = [{ day: '2026-05-01', at: morning + 6 * 3_600_000, count: 300, before: 600 }];
    const sample = { day: '2026-05-01', meanG: 210, count: 60 };
    const weighedBefore = presentSize(record({ samples: [{ ...sample, at: morning }], taken }));
    const weighedAfter = presentSize(record({ samples: [{ ...sample, at: morning + 8 * 3_600_000 }], taken }));
    expect(weighedBefore.referenceG).toBeCloseTo(210, 0);
    // Weighed after the largest had gone, the whole cohort would have averaged more.
    expect(weighedAfter.referenceG).toBeGreaterThan(222);
  });

  test('colder water means a smaller fish a month after the sample', () => {
    const samples = [{ day: '2026-04-01', meanG: 150, count: 20 }];
    const warm = presentSize(record({ samples, waterTempC: () => 15 }));
    const cold = presentSize(record({ samples, waterTempC: (d) => (d > '2026-04-01' ? 6 : 15) }));
    expect(cold.referenceG).toBeLessThan(warm.referenceG);
  });

  test('a sample after the largest were taken is not mistaken for slow growth', () => {
    const taken = [{ day: '2026-04-20', count: 300, before: 600 }];
    const before = presentSize(
      record({ samples: [{ day: '2026-04-15', meanG: 200, count: 20 }], day: '2026-04-30', taken }),
    );
    const left = meanRelative(before.bins);
    expect(left).toBeLessThan(0.95);
    const after = presentSize(
      record({
        samples: [
          { day: '2026-04-15', meanG: 200, count: 20 },
          { day: '2026-04-30', meanG: before.referenceG * left, count: 20 },
        ],
        taken,
        day: addDays('2026-04-30', 0),
      }),
    );
    expect(after.calibration.multiplier).toBeCloseTo(before.calibration.multiplier, 1);
    expect(after.referenceG).toBeCloseTo(before.referenceG, 0);
  });

  test('netting the small grade leaves the large ones; taking the largest leaves the small', () => {
    const samples = [{ day: '2026-04-15', meanG: 200, count: 40 }];
    const taking = { day: '2026-04-20', count: 200, before: 600 };
    const left = (gradeG?: number) =>
      meanRelative(presentSize(record({ samples, taken: [{ ...taking, gradeG }] })).bins);
    expect(left(150)).toBeGreaterThan(1.03);
    expect(left()).toBeLessThan(0.97);
    expect(left(260)).toBeLessThan(1);
    expect(Math.abs(left(210) - 1)).toBeLessThan(0.03);
  });

  test('whatever size is taken, no fish appear or vanish', () => {
    const bins = freshSpread(0.25);
    for (const relative of [0.5, 0.9, 1, 1.4, 3]) {
      const { taken, left } = takeNearest(bins, 0.3, relative);
      expect(totalShare(taken)).toBeCloseTo(0.3, 9);
      expect(totalShare(left)).toBeCloseTo(0.7, 9);
      expect(left.map((b) => b.relative)).toEqual([...left.map((b) => b.relative)].sort((a, b) => a - b));
    }
    expect(meanRelative(takeNearest(bins, 0.2, 1).taken)).toBeCloseTo(1, 1);
  });
});
