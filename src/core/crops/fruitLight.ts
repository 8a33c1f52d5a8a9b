/** Days before a pick whose light made its fruit. Planning default: about as long as a fruit grows. */
export const FRUIT_DAYS = 30;

/**
 * One per cent less light costs fruit vegetables 0.7 to 1 % of their yield: Marcelis, Broekhuijsen, Meinen, Nijs & Raaphorst (2006),
 * Acta Hort. 711: 97–104. The middle of it.
 */
const BY_LIGHT = 0.85;
/** More light than the recipe's adds no more than this. Planning default. */
const MOST = 1.15;

/**
 * What light makes of a pick of fruit, against the recipe's at its target light.
 * @param meanMol mean daily light of the days in which it grew, mol/m² @param targetMol light of the recipe, over 0
 */
export function fruitShare(meanMol: number, targetMol: number): number {
  if (targetMol <= 0) return 1;
  return Math.min(MOST, (Math.max(0, meanMol) / targetMol) ** BY_LIGHT);
}
