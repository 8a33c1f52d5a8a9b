import { refuse } from '../acts/decision';
import type { Day } from '../quantity/days';
import type { ProductUnit } from '../quantity/units';
import { say } from '../words/words';

export type OrderState = 'open' | 'delivered' | 'paid' | 'cancelled';

export interface OrderLine {
  id: string;
  productCode: string;
  productName: string;
  unit: ProductUnit;
  /** g (kg products) or pieces, as all quantities of goods. */
  quantity: number;
  priceMinor: number;
  /** Set aside and not yet delivered, by lot. */
  setAside: { lotId: string; lotCode: string; quantity: number; movementId: string }[];
  delivered: number;
}

export interface Order {
  id: string;
  code: string;
  customer: string;
  channel: string;
  dueDay: Day;
  state: OrderState;
  version: number;
  lines: OrderLine[];
}

/** A weight is shown to ten grams: who takes what is shown takes all of it. */
const SHOWN_TO_G = 10;

/** What is meant by a quantity that is typed of what is there: all of it, where only rounding parts the two. */
export function meantOf(unit: ProductUnit, typed: number, there: number): number {
  return unit === 'kg' && typed > there && typed - there <= SHOWN_TO_G ? there : typed;
}

/** Heads, bunches and fish are counted: there is no half of one. @throws {RuleBroken} beside `field` */
export function requireWhole(unit: ProductUnit, quantity: number, field: string): void {
  if (unit !== 'kg' && !Number.isInteger(quantity))
    refuse(field, say`These are sold whole; ${quantity} is no number of pieces.`);
}

/** A quantity of goods as the ledger moves it. */
export const moved = (unit: ProductUnit, quantity: number) =>
  unit === 'kg' ? { massG: quantity } : { count: quantity };
