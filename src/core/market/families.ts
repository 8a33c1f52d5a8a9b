import type { ProductFact } from '../facts/farm';
import { sellDays } from './useBy';

/**
 * Products of one species or crop share what is harvested: the forecast says its supply in the main product, and what
 * is made of that (fillets of whole fish, leaves of heads) takes its part.
 */
export const isMain = (product: Pick<ProductFact, 'madeFrom'>): boolean => !product.madeFrom;

export const mainCode = (product: Pick<ProductFact, 'code' | 'madeFrom'>): string =>
  product.madeFrom?.code ?? product.code;

/** What a quantity of a product is in its main product, g or pieces. */
export const inMain = (product: Pick<ProductFact, 'madeFrom'>, quantity: number): number =>
  quantity * (product.madeFrom?.takes ?? 1);

/** The product in which the forecast says what a species (as food) or a crop gives. */
function mainProductOf(
  products: readonly ProductFact[],
  of: { speciesCode?: string | null; cropCode?: string | null },
) {
  return products.find(
    (p) =>
      isMain(p) &&
      !p.liveCm &&
      (of.speciesCode ? p.speciesCode === of.speciesCode : !!of.cropCode && p.cropCode === of.cropCode),
  );
}

/**
 * What food fish or picked plants can be packed as, the main product first: those measured as it is, by weight or in
 * pieces. What is measured otherwise is made of packed goods. Empty where there is no choice.
 */
export function packChoices(
  products: readonly ProductFact[],
  of: { speciesCode?: string | null; cropCode?: string | null },
): [code: string, name: string][] {
  const main = mainProductOf(products, of);
  if (!main) return [];
  const weighed = (p: ProductFact) => p.unit === 'kg';
  const made = products.filter((p) => p.madeFrom?.code === main.code && !p.retiredOn && weighed(p) === weighed(main));
  return made.length > 0 ? [main, ...made].map((p) => [p.code, p.name]) : [];
}

/** Days by which a product keeps longer than its main product; less than nought: shorter. */
export function keepsLonger(product: ProductFact, main: ProductFact): number {
  return sellDays(product) - sellDays(main);
}

/** What a person types for a kilogram or a piece, against what is stored for a gram or a piece. */
const perTyped = (unit: string, mainUnit: string) => (unit === 'kg' && mainUnit !== 'kg' ? 1000 : 1);

/** How much a product takes of its main one: typed for a kg or a piece, stored for a g or a piece. */
export const takesStored = (typed: number, unit: string, mainUnit: string): number => typed / perTyped(unit, mainUnit);
export const takesTyped = (stored: number, unit: string, mainUnit: string): number => stored * perTyped(unit, mainUnit);
