import type { Crop } from '../library/types';
import type { FarmFacts, ProductFact } from '../facts/farm';
import type { FarmForecast, PlantStay } from '../facts/forecast';
import { productByCrop } from './recipes';
import { expectedYield } from './quantities';

/** Plants whose harvest window closes before anyone is to pick them. */
export interface Closing {
  stay: PlantStay;
  crop: Crop;
  /** Last day index on which they are still good. */
  lastDay: number;
  /** Pieces, or g for crops sold by weight. */
  quantity: number;
  unit: ProductFact['unit'];
  valueMinor: number;
  /** Day index of the pick that comes too late; null: none is planned. */
  pickAt: number | null;
}

interface ClosingArgs {
  facts: Pick<FarmFacts, 'crops' | 'products'>;
  forecast: Pick<FarmForecast, 'plants' | 'supply'>;
  /** Day index from which, and how many days ahead. */
  at: number;
  days: number;
}

/**
 * What is about to be lost: plantings whose window closes within some days and whose next pick is planned after that, or not at
 * all; the dearest first. Crops picked over a season do not wait in a window and are left out.
 * @returns values in minor units at the list price
 */
export function closingWindows({ facts, forecast, at, days }: ClosingArgs): Closing[] {
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const products = productByCrop(facts.products, facts.crops);
  const nextPick = new Map<string, number>();
  for (const s of forecast.supply)
    if (s.standsDays !== undefined && s.from >= at)
      nextPick.set(s.lotCode, Math.min(s.from, nextPick.get(s.lotCode) ?? Infinity));
  return forecast.plants
    .flatMap((stay) => {
      const crop = crops.get(stay.cropCode);
      const product = products.get(stay.cropCode);
      if (!crop || !product || crop.pickingCurve || stay.readyFrom === null) return [];
      if (stay.from > at || stay.until <= at) return [];
      const lastDay = stay.readyFrom + crop.windowDays;
      const pickAt = nextPick.get(stay.lotCode) ?? null;
      if (lastDay > at + days || lastDay < at - days || (pickAt !== null && pickAt <= lastDay)) return [];
      const { units } = expectedYield(crop, stay.plants, 1);
      const valueMinor = Math.round((crop.unit === 'kg' ? units / 1000 : units) * product.priceMinor);
      return [{ stay, crop, lastDay, quantity: units, unit: product.unit, valueMinor, pickAt }];
    })
    .sort((a, b) => b.valueMinor - a.valueMinor);
}
