/** SQL: the code that seed and products bear of what a lot grows by a recipe. @param lot alias of the lot's row */
export const goodsOf = (lot: string): string =>
  `(select coalesce(c.params->>'recipeOf', c.code) from crop c where c.farm_id = ${lot}.farm_id and c.code = ${lot}.crop_code)`;
