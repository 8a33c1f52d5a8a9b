import type { Crop } from '../library/types';
import { isMain } from '../market/families';
import type { ProductFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { monthName } from '../quantity/sayDay';
import { say } from '../words/words';
import { isWithin, lastMonth } from './months';

/**
 * What is sold as one product and sown from one seed may be grown by several recipes: one for summer and one for winter, one for rafts and
 * one for towers. Seed and products bear the code of the first of them.
 */
export const goodsCode = (crop: Pick<Crop, 'code' | 'recipeOf'>): string => crop.recipeOf ?? crop.code;

/** Codes of seed and products by code of recipe. */
export const goodsCodes = (crops: readonly Pick<Crop, 'code' | 'recipeOf'>[]): Map<string, string> =>
  new Map(crops.map((c) => [c.code, goodsCode(c)]));

/** Whether a recipe is sown at that time of the year. */
export const isSownOn = ({ sownIn }: Pick<Crop, 'sownIn'>, day: Day): boolean => !sownIn || isWithin(sownIn, day);

/** When a recipe is sown, in words. */
export const seasonWords = ({ sownIn }: Pick<Crop, 'sownIn'>): string =>
  sownIn ? say`sown from ${monthName(sownIn.fromMonth)} to ${monthName(lastMonth(sownIn))}` : say`sown all year`;

/** The recipes in use for what is sold under a code: those for a part of the year before those for all of it. */
export function recipesOf(crops: readonly Crop[], code: string | null): Crop[] {
  const own = crops.filter((c) => !c.retiredOn && goodsCode(c) === code);
  return [...own.filter((c) => c.sownIn), ...own.filter((c) => !c.sownIn)];
}

/** The product in which the supply of each recipe is said, by code of recipe. */
export function productByCrop<P extends Pick<ProductFact, 'cropCode' | 'madeFrom'>>(
  products: readonly P[],
  crops: readonly Pick<Crop, 'code' | 'recipeOf'>[],
): Map<string, P> {
  const sold = new Map(products.filter((p) => p.cropCode && isMain(p)).map((p) => [p.cropCode!, p]));
  return new Map(
    crops.flatMap((c): [string, P][] => {
      const product = sold.get(goodsCode(c));
      return product ? [[c.code, product]] : [];
    }),
  );
}
