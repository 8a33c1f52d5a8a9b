import { say } from '../../core/words/words';
import { formatNumber, manyOf } from '../../core/quantity/units';
import type { ProductsPage } from './queries';

export type Product = ProductsPage['products'][number];
type Unit = string;

/** What a person types for a kilogram or a piece, against what is stored for a gram or a piece. */
const perTyped = (unit: Unit, mainUnit: Unit) => (unit === 'kg' && mainUnit !== 'kg' ? 1000 : 1);

export const takesStored = (typed: number, unit: Unit, mainUnit: Unit): number => typed / perTyped(unit, mainUnit);
export const takesTyped = (stored: number, unit: Unit, mainUnit: Unit): number => stored * perTyped(unit, mainUnit);

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
