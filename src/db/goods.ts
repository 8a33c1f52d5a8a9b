const GOODS = `select coalesce(c.params->>'recipeOf', c.code) from crop c`;

/** SQL: the code that seed and products bear of what a lot grows by a recipe. @param lot alias of the lot's row */
export const goodsOf = (lot: string): string =>
  `(${GOODS} where c.farm_id = ${lot}.farm_id and c.code = ${lot}.crop_code)`;
