import type { Quantity } from '../quantity/units';

/** One number, or several in a row, that a calculation asks for. */
export interface SumInput {
  name: string;
  words: string;
  /** Unit in which it is given to the calculation; empty: none. */
  unit: string;
  range: readonly [low: number, high: number];
  /** A number to begin with. */
  start: number | readonly number[];
  /** Shown and typed in the person's own units. */
  quantity?: Quantity;
  /** Several numbers in a row. */
  many?: boolean;
}

/** An entry of the library that a calculation asks for by its code. */
export interface SumChoice {
  name: string;
  words: string;
  of: 'species' | 'crop';
  start: string;
}

export type SumField = SumInput | SumChoice;

/** What goes in, by name: numbers, rows of numbers, and codes of the library. */
export type SumValues = Record<string, number | readonly number[] | string>;

export interface SumResult {
  value: number;
  /** Each step with its numbers, in order. */
  working: string[];
}

/** One calculation of the core: what it asks, what it gives, how, and where it is from. */
export interface Sum {
  name: string;
  title: string;
  group: 'Fish' | 'Water and life support' | 'Purge and harvest' | 'Crops' | 'Supply';
  inputs: readonly SumField[];
  result: { words: string; unit: string; digits: number; quantity?: Quantity };
  /** The formula in words. */
  formula: string;
  source: string;
  basis: 'published' | 'derived' | 'planning default';
  work: (given: Given) => SumResult;
}

/** Checked values, each by the kind it was asked as. */
export interface Given {
  n: (name: string) => number;
  many: (name: string) => readonly number[];
  code: (name: string) => string;
}

export const isChoice = (field: SumField): field is SumChoice => 'of' in field;

/** Keeps a list of calculations readable: input by name, words, unit, range, start. */
export function input(
  name: string,
  words: string,
  unit: string,
  range: readonly [number, number],
  start: number,
  quantity?: Quantity,
): SumInput {
  return { name, words, unit, range, start, ...(quantity ? { quantity } : {}) };
}

export function row(
  name: string,
  words: string,
  unit: string,
  range: readonly [number, number],
  start: readonly number[],
  quantity?: Quantity,
): SumInput {
  return { name, words, unit, range, start, many: true, ...(quantity ? { quantity } : {}) };
}
