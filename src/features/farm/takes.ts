import { takesTyped } from '../../core/market/families';
import { say } from '../../core/words/words';
import { formatNumber, manyOf } from '../../core/quantity/units';
import type { ProductsPage } from './queries';

export type Product = ProductsPage['products'][number];
type Unit = string;

/** In what the taking is said: kg for a kg, g for a piece, heads for a kg. */
export function takesUnit(unit: Unit, mainUnit: Unit): string {
  if (mainUnit !== 'kg') return manyOf(mainUnit as 'head');
  return unit === 'kg' ? 'kg' : 'g';
}

export const oneOf = (unit: Unit): string => (unit === 'kg' ? say`a kg` : unit === 'head' ? say`a head` : say`a bunch`);

export function takesWords({ unit }: Product, from: NonNullable<Product['madeFrom']>): string {
  const takes = takesTyped(from.takes, unit, from.unit);
  return say`made of ${from.name}: ${oneOf(unit)} takes ${formatNumber(takes, takes < 10 ? 2 : 0)} ${takesUnit(unit, from.unit)}`;
}
