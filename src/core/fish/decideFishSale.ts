import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type ProductWritten, type Said, type Taken } from '../acts/effects';
import { STALE } from '../setup/kept';
import { say } from '../words/words';
import { gradesFault, type WrittenGrade } from './liveSale';

export interface FishSale {
  code: string;
  version: number;
  /** Killed and sold by weight. */
  food?: { name: string; priceMinor: number; shelfLifeDays: number };
  /** Sold alive by length; with any of these the species is no food. */
  grades: WrittenGrade[];
}

/** A product of a species. */
export interface FishProduct {
  code: string;
  name: string;
  unit: string;
  version: number;
  /** On an order or a lot. */
  isUsed: boolean;
  /** The name of a product that is made of it. */
  base: string | null;
}

export interface FishSaleKnown {
  version: number;
  products: readonly FishProduct[];
}

/** Days that netted fish may wait in holding. Planning default. */
const HOLDING_DAYS = 7;

/**
 * How a farm sells a species. A grade keeps its identity by its name; what orders or lots name already stays, so a promise never
 * loses its product. What is wrong is said beside `grades` or `food.name`.
 */
export const decideFishSale = (known: FishSaleKnown | null, sale: FishSale): Decision<Taken<Said>> =>
  decide(() => {
    if (!known) return refuse('form', say`Take the species onto this farm first.`);
    if (known.version !== sale.version) refuse('form', STALE());
    const fault = gradesFault(sale.grades);
    if (fault) refuse('grades', fault);
    const effects: Effect[] = [
      ...asFood(known.products, sale),
      ...byGrade(known.products, sale),
      { does: 'kindTouched', what: 'species', code: sale.code, version: known.version },
    ];
    return { effects, said: () => said(say`Kept. Prices hold for orders taken from now on.`) };
  });

const NEW = { cropCode: null, madeFrom: null, takes: null, leastLeftDays: 0, form: null, packSize: null };

function asFood(products: readonly FishProduct[], { code, food }: FishSale): Effect[] {
  const known = products.find((p) => p.unit === 'kg');
  if (!food) return known ? [gone(known, 'food.name')] : [];
  const values = { name: food.name.trim(), priceMinor: food.priceMinor, shelfLifeDays: food.shelfLifeDays };
  return [known ? changed(known, values) : added({ ...NEW, ...values, code, unit: 'kg', speciesCode: code })];
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

function byGrade(products: readonly FishProduct[], { code, grades }: FishSale): Effect[] {
  const known = products.filter((p) => p.unit === 'fish');
  const leaving = known.filter((p) => !grades.some((g) => same(g.name, p.name)));
  const taken = new Set(products.map((p) => p.code));
  return [
    ...leaving.map((p) => gone(p, 'grades')),
    ...grades.map((grade) => {
      const values = {
        ...{ name: grade.name.trim(), priceMinor: grade.priceMinor },
        liveCm: [grade.fromCm, grade.toCm] as const,
      };
      const own = known.find((p) => same(p.name, grade.name));
      if (own) return changed(own, values);
      const live = { unit: 'fish', shelfLifeDays: HOLDING_DAYS, speciesCode: code };
      return added({ ...NEW, ...live, ...values, code: freeCode(`${code}-live`, taken) });
    }),
  ];
}

const added = (product: ProductWritten): Effect => ({ does: 'productAdded', product });
const changed = ({ code, version }: FishProduct, became: Partial<ProductWritten>): Effect => ({
  ...{ does: 'productChanged', code, version, became },
});

function freeCode(start: string, taken: Set<string>): string {
  let n = 1;
  while (taken.has(`${start}-${n}`)) n++;
  taken.add(`${start}-${n}`);
  return `${start}-${n}`;
}

function gone(product: FishProduct, field: string): Effect {
  if (product.isUsed) refuse(field, say`${product.name} is on orders or lots already, so it stays; keep its line.`);
  if (product.base) refuse(field, say`${product.base} is made of ${product.name}: it stays as long as that one.`);
  return { does: 'productRemoved', code: product.code };
}
