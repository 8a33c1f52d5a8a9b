import type { Crop } from '../library/types';
import type { PlaceFact, ProductFact } from '../facts/farm';
import { lastStage, placesHeld } from './recipe';

export const YEAR_DAYS = 365;
const WEEKS = YEAR_DAYS / 7;

/** What went into a bed of a crop, or what was packed of a product from it: g, or pieces. */
export interface BedGave {
  placeId: string;
  cropCode: string | null;
  productCode: string | null;
  plants: number;
  quantity: number;
}

/** A bed's year as the books have it. */
export interface BedYear {
  bed: Pick<PlaceFact, 'id' | 'code'>;
  areaM2: number;
  places: number;
  /** How often its places were planted: the places of all plants at their last spacing over those it has. */
  cycles: number;
  plants: number;
  /** Heads, bunches and trays. */
  pieces: number;
  massG: number;
  /** At list prices, minor units. */
  valueMinor: number;
  perM2WeekMinor: number | null;
}

interface BedYearArgs {
  beds: readonly Pick<PlaceFact, 'id' | 'code' | 'areaM2' | 'positions'>[];
  gave: readonly BedGave[];
  crops: readonly Crop[];
  products: readonly Pick<ProductFact, 'code' | 'unit' | 'priceMinor'>[];
}

/** Cycles, goods and income of each bed over a year, by the books. */
export function bedYears({ beds, gave, crops, products }: BedYearArgs): BedYear[] {
  const cropOf = new Map(crops.map((c) => [c.code, c]));
  const productOf = new Map(products.map((p) => [p.code, p]));
  const held = (g: BedGave) => {
    const crop = cropOf.get(g.cropCode ?? '');
    return crop ? placesHeld(crop, lastStage(crop), g.plants) : g.plants;
  };
  return beds.map((bed) => {
    const own = gave.filter((g) => g.placeId === bed.id);
    const packed = own.flatMap((g) => {
      const product = productOf.get(g.productCode ?? '');
      return product ? [{ ...g, product, isKg: product.unit === 'kg' }] : [];
    });
    const sum = (of: readonly number[]) => of.reduce((a, b) => a + b, 0);
    const valueMinor = sum(packed.map((p) => (p.isKg ? p.quantity / 1000 : p.quantity) * p.product.priceMinor));
    const [areaM2, places] = [bed.areaM2 ?? 0, bed.positions ?? 0];
    return {
      bed,
      ...{ areaM2, places, valueMinor },
      cycles: places > 0 ? sum(own.map(held)) / places : 0,
      plants: sum(own.map((g) => g.plants)),
      pieces: sum(packed.filter((p) => !p.isKg).map((p) => p.quantity)),
      massG: sum(packed.filter((p) => p.isKg).map((p) => p.quantity)),
      perM2WeekMinor: areaM2 > 0 ? valueMinor / areaM2 / WEEKS : null,
    };
  });
}
