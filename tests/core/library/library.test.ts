import { describe, expect, test } from 'vitest';
import { cutFactor, expectedYield, sowingFor } from '../../../src/core/crops/quantities';
import { feedConversion } from '../../../src/core/fish/feed';
import { daysToWeight } from '../../../src/core/fish/growth';
import { lengthFromWeightCm } from '../../../src/core/fish/lengthWeight';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { temperatureResponse } from '../../../src/core/quantity/temperatureResponse';
import { inSentence } from '../../../src/core/library/inSentence';
import { lotPrefixes } from '../../../src/core/library/lotPrefix';

/**
 * What a fish farmer would find plausible: days from 10 g to the smallest market size at the best temperature, and the
 * length of a market fish in cm. Wide on purpose: they catch a slip of a digit, not a school of thought.
 */
const FISH: [code: string, daysToMarket: [number, number], lengthCm: [number, number]][] = [
  ['nile-tilapia', [150, 220], [25, 33]],
  ['red-tilapia', [190, 270], [25, 33]],
  ['rainbow-trout', [110, 170], [26, 34]],
  ['hybrid-striped-bass', [190, 280], [28, 38]],
  ['european-perch', [150, 240], [17, 23]],
  ['pikeperch', [300, 420], [36, 48]],
  ['walleye', [300, 420], [32, 42]],
  ['barramundi', [90, 150], [30, 38]],
  ['jade-perch', [220, 320], [24, 32]],
  ['channel-catfish', [180, 260], [32, 42]],
  ['african-catfish', [120, 180], [40, 52]],
  ['striped-catfish', [160, 240], [38, 48]],
  ['common-carp', [230, 330], [34, 46]],
];

describe('species', () => {
  test('there are at least the sixteen the farm can choose from, each once', () => {
    expect(new Set(SPECIES_DEFAULTS.map((s) => s.code)).size).toBe(SPECIES_DEFAULTS.length);
    expect(SPECIES_DEFAULTS.length).toBeGreaterThanOrEqual(16);
  });

  test.each(FISH)(
    '%s reaches market in a plausible time and at a plausible length',
    (code, [soonest, latest], [shortest, longest]) => {
      const fish = SPECIES_DEFAULTS.find((s) => s.code === code)!;
      const days = daysToWeight(10, fish.marketG![0], fish.tempOptC, fish)!;
      expect(days).toBeGreaterThanOrEqual(soonest);
      expect(days).toBeLessThanOrEqual(latest);
      const length = lengthFromWeightCm(fish.marketG![0], fish);
      expect(length).toBeGreaterThanOrEqual(shortest);
      expect(length).toBeLessThanOrEqual(longest);
    },
  );

  test.each(SPECIES_DEFAULTS.map((s) => [s.code, s] as const))('%s: numbers in order, basis named', (_, fish) => {
    expect(fish.tempMinC).toBeLessThan(fish.comfortC[0]);
    expect(fish.comfortC[0]).toBeLessThan(fish.comfortC[1]);
    expect(fish.comfortC[1]).toBeLessThan(fish.tempMaxC);
    expect(fish.tempOptC).toBeGreaterThanOrEqual(fish.comfortC[0]);
    expect(fish.tempOptC).toBeLessThanOrEqual(fish.comfortC[1] + 1);
    expect(fish.fcr).toEqual([...fish.fcr].sort((a, b) => a - b));
    expect(feedConversion(fish.fcrBreaksG[1], fish)).toBeCloseTo(fish.fcr[1], 9);
    expect(fish.proteinFraction).toBeGreaterThan(0.25);
    expect(fish.proteinFraction).toBeLessThan(0.55);
    expect(fish.doMinMgL).toBeGreaterThanOrEqual(3);
    expect(fish.pHRange[0]).toBeLessThan(fish.pHRange[1]);
    if (fish.marketG) expect(fish.marketG[0]).toBeLessThan(fish.marketG[1]);
    expect(fish.basis).toMatch(/^Planning default/);
  });

  test('cold-water fish say so: trout must not be planned for warm tanks', () => {
    const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
    expect(trout.comfortC[1]).toBeLessThan(20);
    expect(trout.doMinMgL).toBeGreaterThan(6);
    expect(daysToWeight(10, 300, 26, trout)).toBeNull();
  });

  test('ornamental fish have no purge and no gutted yield', () => {
    const koi = SPECIES_DEFAULTS.find((s) => s.code === 'koi')!;
    expect(koi).toMatchObject({ purgeDays: 0, marketG: null, guttedFraction: null });
  });
});

describe('crops', () => {
  test.each(CROP_DEFAULTS.map((c) => [c.code, c] as const))('%s: numbers in order, basis named', (_, crop) => {
    expect(crop.tempMinC).toBeLessThan(crop.tempOptC);
    expect(crop.tempOptC).toBeLessThan(crop.tempMaxC);
    for (const share of [crop.germination, crop.nurserySurvival, crop.finalSurvival, crop.packout]) {
      expect(share).toBeGreaterThan(0.5);
      expect(share).toBeLessThanOrEqual(1);
    }
    expect(crop.cutsMax).toBeGreaterThanOrEqual(1);
    expect(crop.methods.length).toBeGreaterThan(0);
    expect(crop.basis).toMatch(/^Planning default/);
    const q = sowingFor(100, crop, 104);
    expect(q.seeds).toBeLessThan(220);
  });

  test.each(CROP_DEFAULTS.filter((c) => c.cutsMax > 1).map((c) => [c.code, c] as const))(
    '%s: every cut gives something, none more than twice the first',
    (_, crop) => {
      const first = crop.pickingCurve ? 1 : cutFactor(crop, 1);
      for (let cut = 1; cut <= crop.cutsMax; cut++) {
        expect(cutFactor(crop, cut)).toBeGreaterThan(0);
        expect(cutFactor(crop, cut)).toBeLessThanOrEqual(first * 2);
      }
      expect(expectedYield(crop, 100, 1).massG).toBeGreaterThan(0);
      expect(crop.regrowDays).toBeGreaterThan(0);
    },
  );

  test.each([
    ['butterhead-lettuce', 180, 230],
    ['rocket', 1200, 1500],
    ['mizuna', 1500, 1900],
    ['swiss-chard', 1700, 2100],
    ['sweet-basil', 1400, 2700],
    ['cherry-tomato', 14_000, 17_500],
  ])('%s gives a plausible harvest a square metre (first cut, season, or heads times weight)', (code, least, most) => {
    const crop = CROP_DEFAULTS.find((c) => c.code === code)!;
    const gM2 = crop.pickingCurve ? crop.finalPerM2 * crop.yieldG : expectedYield(crop, crop.finalPerM2, 1).massG;
    const shown = code === 'butterhead-lettuce' ? gM2 / crop.finalPerM2 : gM2;
    expect(shown).toBeGreaterThan(least * 0.85);
    expect(shown).toBeLessThan(most * 1.15);
  });

  // What a square metre gives in a year when it is never empty: published ranges for raft, media and film beds, wide on purpose.
  const YEARLY: Record<string, [least: number, most: number]> = {
    'butterhead-lettuce': [30, 75],
    'oakleaf-lettuce': [30, 75],
    'little-romaine': [30, 75],
    'loose-leaf-cut-mix': [15, 50],
    rocket: [12, 40],
    mizuna: [15, 50],
    tatsoi: [25, 75],
    'pak-choi': [30, 80],
    'swiss-chard': [15, 60],
    'curly-kale': [15, 50],
    spinach: [10, 35],
    watercress: [15, 60],
    'sweet-basil': [15, 50],
    coriander: [12, 40],
    'flat-parsley': [6, 30],
    chives: [6, 25],
    mint: [5, 30],
    'spring-onion': [15, 45],
    radish: [20, 60],
    carrot: [10, 40],
    cabbage: [15, 50],
    broccoli: [4, 20],
    'snow-pea': [3, 12],
    'cherry-tomato': [12, 50],
    cucumber: [25, 90],
    'sweet-pepper': [8, 35],
    aubergine: [8, 45],
    strawberry: [3, 15],
    'summer-butterhead': [30, 75],
    'batavian-lettuce': [30, 75],
    'red-oakleaf-lettuce': [25, 75],
    'multileaf-lettuce': [30, 75],
    'mustard-greens': [15, 50],
    sorrel: [10, 40],
    dill: [12, 40],
    'thai-basil': [12, 45],
    'lemon-balm': [5, 30],
    'leaf-celery': [6, 30],
    beetroot: [15, 45],
    kohlrabi: [20, 55],
    chilli: [3, 15],
    'dwarf-bean': [5, 20],
    courgette: [12, 45],
    nasturtium: [0.5, 5],
    viola: [0.5, 5],
  };
  const grown = CROP_DEFAULTS.filter((c) => c.yieldG > 0);

  test.each(grown.map((c) => [c.code, c] as const))(
    '%s gives kilograms a square metre and year, and takes days to harvest, inside published ranges',
    (code, crop) => {
      let season = crop.pickingCurve ? 1 : 0;
      if (!crop.pickingCurve) for (let cut = 1; cut <= crop.cutsMax; cut++) season += cutFactor(crop, cut);
      const days = crop.finalDays + (crop.cutsMax - 1) * crop.regrowDays;
      const kg = (crop.finalPerM2 * crop.finalSurvival * crop.packout * crop.yieldG * season * 365) / days / 1000;
      const [least, most] = YEARLY[code]!;
      expect(kg).toBeGreaterThan(least);
      expect(kg).toBeLessThan(most);
      const toHarvest = crop.nurseryDays + crop.finalDays;
      expect(toHarvest).toBeGreaterThanOrEqual(30);
      expect(toHarvest).toBeLessThanOrEqual(140);
    },
  );

  test('a bunch of radishes is many plants: bunches sell by the hand, not by the root', () => {
    const radish = CROP_DEFAULTS.find((c) => c.code === 'radish')!;
    const { units, massG } = expectedYield(radish, 1000, 1);
    expect(units).toBeGreaterThan(60);
    expect(units).toBeLessThan(100);
    expect(massG / units).toBeGreaterThan(150);
    expect(massG / units).toBeLessThan(250);
  });

  test.each([
    ['jade-perch', 0.85, 1.02],
    ['barramundi', 0.6, 0.85],
    ['nile-tilapia', 0.7, 0.95],
  ])('%s grows at 25 °C as much less than at 28 °C as trials found', (code, least, most) => {
    const fish = SPECIES_DEFAULTS.find((s) => s.code === code)!;
    const share = temperatureResponse(25, fish) / temperatureResponse(28, fish);
    expect(share).toBeGreaterThan(least);
    expect(share).toBeLessThan(most);
  });

  test('ripening fruit and leaves that mind it are told apart', () => {
    const group = (code: string) => CROP_DEFAULTS.find((c) => c.code === code)!.airGroup;
    expect(group('cherry-tomato')).toBe('ripening fruit');
    expect(group('butterhead-lettuce')).toBe('ethylene-sensitive');
    expect(group('sweet-basil')).toBe('chill-sensitive');
  });
});

describe('names inside a sentence', () => {
  test('are small, but for what is named after a place', () => {
    expect(['Rainbow trout', 'Nile tilapia', 'Koi 14–18 cm', 'Swiss chard'].map(inSentence)).toEqual([
      'rainbow trout',
      'Nile tilapia',
      'koi 14–18 cm',
      'Swiss chard',
    ]);
  });
});

describe('letters for lots', () => {
  test('are those in use, else made of the name, and never the same for two species', () => {
    const names = (code: string, name: string) => ({ code, name });
    const farm = [
      names('trout', 'Rainbow trout'),
      names('perch', 'European perch'),
      names('carp', 'Common carp'),
      names('catfish', 'Channel catfish'),
    ];
    const prefixes = lotPrefixes(farm, new Map([['trout', 'TRT']]));
    expect(Object.fromEntries(prefixes)).toEqual({ trout: 'TRT', perch: 'EPE', carp: 'CCA', catfish: 'CHA' });
    const all = lotPrefixes(SPECIES_DEFAULTS, new Map());
    expect(new Set(all.values()).size).toBe(SPECIES_DEFAULTS.length);
    for (const prefix of all.values()) expect(prefix).toMatch(/^[A-Z]{2}[A-Z0-9]{1,2}$/);
  });
});
