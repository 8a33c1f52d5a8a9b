import type { Crop } from '../library/types';
import type { FarmFacts, ProductFact } from '../facts/farm';
import type { CropOff, FarmForecast, PlantStay } from '../facts/forecast';
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
  forecast: Pick<FarmForecast, 'plants'>;
  /** Day index from which, and how many days ahead. */
  at: number;
  days: number;
}

/**
 * What is about to be lost: what of a harvest is still unpicked when its window closes, within some days, by the picks planned in its
 * own bed; the dearest first. Crops picked over a season do not wait in a window and are left out.
 * @returns values in minor units at the list price
 */
export function closingWindows({ facts, forecast, at, days }: ClosingArgs): Closing[] {
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const products = productByCrop(facts.products, facts.crops);
  return forecast.plants
    .flatMap((stay) => {
      const crop = crops.get(stay.cropCode);
      const product = products.get(stay.cropCode);
      if (!crop || !product || crop.pickingCurve) return [];
      return stay.crops.flatMap((harvest): Closing[] => {
        if (harvest.readyFrom === null) return [];
        const lastDay = harvest.readyFrom + crop.windowDays;
        // What stands no longer on its last day was taken away in good time.
        if (lastDay > at + days || lastDay < at - days || stay.from > lastDay || stay.until <= Math.max(at, lastDay))
          return [];
        const plants = unpicked(stay, harvest, { crop, lastDay });
        if (plants < 0.5) return [];
        const { units } = expectedYield(crop, plants, harvest.cut);
        if (units <= 0) return [];
        const valueMinor = Math.round((crop.unit === 'kg' ? units / 1000 : units) * product.priceMinor);
        const pickAt = harvest.picks.find((p) => p.at > lastDay)?.at ?? null;
        return [{ stay, crop, lastDay, quantity: units, unit: product.unit, valueMinor, pickAt }];
      });
    })
    .sort((a, b) => b.valueMinor - a.valueMinor);
}

/** Plants of a harvest that no pick takes by its last day. What grows again is cut whole. */
function unpicked(stay: PlantStay, { picks }: CropOff, { crop, lastDay }: { crop: Crop; lastDay: number }): number {
  const inTime = picks.filter((p) => p.at <= lastDay);
  if (crop.cutsMax > 1) return inTime.length > 0 ? 0 : stay.plants;
  return stay.plants - inTime.reduce((sum, p) => sum + p.plants, 0);
}
