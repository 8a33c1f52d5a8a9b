import { codeWords } from '../words/codes';
import { formatMoney } from './money';
import { readersUnits, toShown, toStored, unitName, type UnitChoice } from './units';

/** What goods are sold by, as the reader says it: kg or lb, heads, bunches. */
export const soldBy = (unit: string, units: UnitChoice = readersUnits()): string =>
  unit === 'kg' ? unitName('mass', units) : codeWords(unit);

/** The price of what is read, a kg or a lb, in whole minor units. @param priceMinor of a kg or a piece, as stored */
export const priceShown = (priceMinor: number, unit: string, units: UnitChoice): number =>
  unit === 'kg' ? Math.round(toShown('perMass', priceMinor, units)) : priceMinor;

/** The price of a kg or a piece, in whole minor units. @param shownMinor of what is read, a kg or a lb */
export const priceStored = (shownMinor: number, unit: string, units: UnitChoice): number =>
  unit === 'kg' ? Math.round(toStored('perMass', shownMinor, units)) : shownMinor;

/** A price as the reader says it, of a kg or of a lb. */
export const formatPrice = (priceMinor: number, unit: string, currency: string): string =>
  formatMoney(priceShown(priceMinor, unit, readersUnits()), currency);
