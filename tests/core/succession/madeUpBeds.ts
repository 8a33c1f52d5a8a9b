import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import type { Crop } from '../../../src/core/library/types';
import type { FarmFacts, PromiseFact } from '../../../src/core/facts/farm';
import { addDays } from '../../../src/core/quantity/days';
import { uniformFrom } from '../../../src/core/quantity/seeded';
import type { SuccessionTarget } from '../../../src/core/succession/types';
import { LOOP, place, productOf, targetOf } from './beds';

/** Farms that a seed makes up: some crops with odd recipes, some beds, a bench, limits that bite, south and north, any day of a year. */
export function madeUpBeds(seed: number): { facts: FarmFacts; target: SuccessionTarget } {
  const next = uniformFrom(seed * 7919 + 13);
  const chance = (p: number) => next() < p;
  const whole = (low: number, high: number) => low + Math.floor(next() * (high - low + 1));
  const of = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const chosen = [...new Set(Array.from({ length: whole(1, 3) }, () => of(CROP_DEFAULTS)))];
  const crops = chosen.map((c): Crop => {
    const crop: Crop = { ...c };
    if (chance(0.3)) crop.nurseryDays = of([0, 1, 2]);
    if (chance(0.3) && crop.finalDays > 6 && !crop.stages) {
      const days = whole(2, crop.finalDays - 2);
      const perM2 = crop.finalPerM2;
      crop.stages = [
        { days, perM2: perM2 * of([1, 1.5, 2, 4]) },
        { days: crop.finalDays - days, perM2 },
      ];
    }
    if (chance(0.25) && crop.cutsMax > 1) {
      const fromMonth = whole(1, 12);
      const untilMonth = ((fromMonth + whole(1, 3) - 1) % 12) + 1;
      crop.rest = { fromMonth, untilMonth, perM2: crop.finalPerM2 * of([1, 2, 4]) };
    }
    if (chance(0.3)) crop.windowDays = whole(0, 10);
    if (chance(0.2)) crop.finalSurvival = 0.3 + 0.7 * next();
    if (chance(0.2)) crop.plantsPerUnit = of([1, 4, 10]);
    return crop;
  });
  const methods = crops.flatMap((c) => c.methods);
  const beds = Array.from({ length: whole(1, 4) }, (_, i) => {
    const positions = of([3, 20, 60, 240, 1200]);
    return place(`b${i}`, 'bed', { method: of(methods), positions, areaM2: positions / 20 });
  });
  const bench = place('n', 'nursery', { positions: of([50, 400, 5000]), areaM2: 5, pieceSize: of([1, 40, 104]) });
  const isSouth = chance(0.3);
  const turned = (months: readonly number[]) => (isSouth ? [...months.slice(6), ...months.slice(0, 6)] : [...months]);
  const warmer = whole(-4, 3);
  const loop = {
    ...LOOP,
    plannedAirTempC: turned(LOOP.plannedAirTempC).map((t) => t + warmer),
    plannedLightMol: turned(LOOP.plannedLightMol),
  };
  const today = addDays('2026-01-01', whole(0, 364));
  const products = chosen.map((c) => productOf(c.code));
  const weeks = whole(4, 26);
  const promises = products.flatMap((p): PromiseFact[] =>
    chance(0.4)
      ? [
          {
            ...{ lineId: `l-${p.code}`, orderId: 'o', orderCode: 'O-1', customer: 'Harbour kitchen' },
            ...{ productCode: p.code, day: addDays(today, whole(20, weeks * 7)) },
            quantity: p.unit === 'kg' ? whole(500, 9000) : whole(5, 120),
          },
        ]
      : [],
  );
  const facts: FarmFacts = {
    ...{ today, loops: [loop], places: [...beds, bench], fish: [], plantings: [], packed: [], promises, species: [] },
    ...{ crops, products, feedRules: [], treatments: [], quarantine: [], resting: [] },
  };
  const target = targetOf(facts, {
    ...{ weeks, sowOn: whole(1, 7), by: of(['steady', 'orders', 'earn']), holdNutrients: false },
    labourHoursWeek: chance(0.3) ? whole(1, 30) : null,
    mostShare: chance(0.2) ? 0.3 + 0.5 * next() : null,
    products: products.map((p) => ({
      code: p.code,
      amount: p.unit === 'kg' ? whole(200, 20_000) : whole(1, 200),
    })),
  });
  return { facts, target };
}
