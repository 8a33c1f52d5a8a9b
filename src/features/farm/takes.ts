import { takesStored, takesTyped } from '../../core/market/families';
import { say } from '../../core/words/words';
import { formatNumber, manyOf, toShown, toStored, unitName, type UnitChoice } from '../../core/quantity/units';
import { soldBy } from '../../core/quantity/sold';
import type { ProductsPage } from './queries';

export type Product = ProductsPage['products'][number];
type Unit = string;

/** What is taken, and for what: units as they are stored. */
export interface Taking {
  unit: Unit;
  mainUnit: Unit;
  units: UnitChoice;
}

/** In what the taking is said: kg for a kg, g for a piece, heads for a kg; lb and oz for who reads those. */
export function takesUnit({ unit, mainUnit, units }: Taking): string {
  if (mainUnit !== 'kg') return manyOf(mainUnit as 'head');
  return unitName(unit === 'kg' ? 'mass' : 'smallMass', units);
}

export const oneOf = (unit: Unit, units: UnitChoice): string =>
  unit === 'kg' ? say`a ${soldBy(unit, units)}` : unit === 'head' ? say`a head` : say`a bunch`;

/** As it is typed and read. @param stored of the main product, for a g or a piece */
export function takesShown(stored: number, { unit, mainUnit, units }: Taking): number {
  const typed = takesTyped(stored, unit, mainUnit);
  if (unit === mainUnit) return typed;
  if (mainUnit === 'kg') return toShown('smallMass', typed, units);
  return unit === 'kg' ? toShown('perMass', typed, units) : typed;
}

/** As it is stored. @param shown as it was typed, in the reader's units */
export function takesOf(shown: number, { unit, mainUnit, units }: Taking): number {
  const typed =
    unit === mainUnit
      ? shown
      : mainUnit === 'kg'
        ? toStored('smallMass', shown, units)
        : unit === 'kg'
          ? toStored('perMass', shown, units)
          : shown;
  return takesStored(typed, unit, mainUnit);
}

export function takesWords({ unit }: Product, from: NonNullable<Product['madeFrom']>, units: UnitChoice): string {
  const taking = { unit, mainUnit: from.unit, units };
  const takes = takesShown(from.takes, taking);
  return say`made of ${from.name}: ${oneOf(unit, units)} takes ${formatNumber(takes, takes < 10 ? 2 : 0)} ${takesUnit(taking)}`;
}
