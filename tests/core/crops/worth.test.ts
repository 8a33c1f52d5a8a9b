import { describe, expect, test } from 'vitest';
import { METHOD_NUMBERS, methodNumbers, worthOf, type WorthCosts } from '../../../src/core/crops/worth';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import type { Crop } from '../../../src/core/library/types';

const library = (code: string) => CROP_DEFAULTS.find((c) => c.code === code)!;
const NOTHING: WorthCosts = { hourMinor: 0, plugs100Minor: 0, kwhMinor: 0, turnoverDays: 0 };
const plain = { bedPerFloor: 1, workFactor: 1, wattsPerM2: 0 };

describe('what a square metre of floor earns', () => {
  test('heads by hand: 28 days at 20 a m², nine in ten good, 100 a head', () => {
    const crop: Crop = {
      ...library('butterhead-lettuce'),
      finalDays: 28,
      finalPerM2: 20,
      finalSurvival: 0.9,
      packout: 1,
    };
    const w = worthOf({ crop, method: plain, priceMinor: 100, costs: NOTHING })!;
    // 20 plants every 28 days are 5 a week, 4.5 heads good to sell.
    expect(w.plants).toBeCloseTo(5, 9);
    expect(w.units).toBeCloseTo(4.5, 9);
    expect(w.grossMinor).toBeCloseTo(450, 6);
    expect(w.netMinor).toBeCloseTo(450, 6);
  });

  test('days of turning the bed and denser beginnings count as the floor they take', () => {
    const crop: Crop = {
      ...library('butterhead-lettuce'),
      finalDays: 28,
      finalPerM2: 20,
      finalSurvival: 1,
      packout: 1,
    };
    const turned = worthOf({ crop, method: plain, priceMinor: 100, costs: { ...NOTHING, turnoverDays: 7 } })!;
    expect(turned.plants).toBeCloseTo(4, 9);
    // Ten days at 80 and eighteen at 20: 0.125 + 0.9 m²·days a plant.
    const stages = [
      { days: 10, perM2: 80 },
      { days: 18, perM2: 20 },
    ];
    const dense = worthOf({ crop: { ...crop, stages }, method: plain, priceMinor: 100, costs: NOTHING })!;
    expect(dense.plants).toBeCloseTo(7 / 1.025, 9);
  });

  test('leaves add their cuts and the days between them', () => {
    const crop: Crop = {
      ...library('rocket'),
      ...{ finalDays: 20, regrowDays: 10, cutsMax: 3, cutFactors: [1, 0.8, 0.5], finalPerM2: 100, yieldG: 10 },
      ...{ finalSurvival: 1, packout: 1 },
    };
    const w = worthOf({ crop, method: plain, priceMinor: 1000, costs: NOTHING })!;
    // 23 g a plant in 40 days at 100 a m²: 17.5 plants, 402.5 g a week, at 10.00 a kg.
    expect(w.units).toBeCloseTo(402.5, 6);
    expect(w.grossMinor).toBeCloseTo(402.5, 6);
  });

  test('towers give more of the floor, take more work and current; net and hour are paid from what is left', () => {
    const crop = library('butterhead-lettuce');
    const costs: WorthCosts = { hourMinor: 2000, plugs100Minor: 500, kwhMinor: 40, turnoverDays: 2 };
    const raft = worthOf({ crop, method: METHOD_NUMBERS.raft!, priceMinor: 150, costs })!;
    const tower = worthOf({ crop, method: METHOD_NUMBERS.tower!, priceMinor: 150, costs })!;
    expect(tower.plants / raft.plants).toBeCloseTo(1.9 / 0.75, 9);
    expect(tower.minutes / tower.plants).toBeCloseTo((1.25 * raft.minutes) / raft.plants, 9);
    expect(tower.kwh).toBeCloseTo((7 * 1.9 * 168) / 1000, 9);
    for (const w of [raft, tower]) {
      const plugs = (w.plants * 5) / (crop.germination * crop.nurserySurvival);
      const beforeWork = w.grossMinor - plugs - w.kwh * 40;
      expect(w.netMinor).toBeCloseTo(beforeWork - (w.minutes / 60) * 2000, 6);
      expect(w.perHourMinor).toBeCloseTo((beforeWork / w.minutes) * 60, 6);
    }
  });

  test('lamps are current, seed of the recipe is paid by the plant, and a farm’s own numbers go before the defaults', () => {
    const crop = { ...library('butterhead-lettuce'), germination: 0.8, nurserySurvival: 1 };
    const costs: WorthCosts = { ...NOTHING, kwhMinor: 10 };
    const args = { crop, method: plain, priceMinor: 100, costs };
    const dark = worthOf(args)!;
    const lit = worthOf({ ...args, method: { ...plain, lampWattsPerM2: 100 } })!;
    // 100 W through the 168 hours of a week.
    expect(lit.kwh - dark.kwh).toBeCloseTo(16.8, 9);
    expect(dark.netMinor - lit.netMinor).toBeCloseTo(168, 6);
    const seeded = worthOf({ ...args, crop: { ...crop, seedMinor1000: 800 } })!;
    // 0.8 a seed, and eight in ten come up: 1 a plant.
    expect(dark.netMinor - seeded.netMinor).toBeCloseTo(dark.plants, 6);
    const own = { method: 'raft', bedPerFloor: 0.5, workFactor: 2, wattsPerM2: 1, lampWattsPerM2: 0 };
    expect(methodNumbers('raft', { methods: [own] })).toBe(own);
    expect(methodNumbers('film', { methods: [own] })).toBe(METHOD_NUMBERS.film);
    expect(methodNumbers('moon', { methods: [own] })).toBeUndefined();
  });

  test('care of long crops is work too; seedlings stand in no bed', () => {
    const tomato = library('cherry-tomato');
    const args = { method: plain, priceMinor: 600, costs: NOTHING };
    const bare = worthOf({ crop: { ...tomato, care: [] }, ...args })!;
    expect(worthOf({ crop: tomato, ...args })!.minutes).toBeGreaterThan(bare.minutes * 1.1);
    expect(worthOf({ crop: library('mixed-seedlings'), ...args })).toBeNull();
  });
});
