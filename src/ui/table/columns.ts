import type { ReactNode } from 'react';
import {
  formatMass,
  formatNumber,
  formatTemperature,
  formatVolume,
  toShown,
  unitName,
} from '../../core/quantity/units';
import type { Quantity, UnitChoice } from '../../core/quantity/units';
import { formatMoney, toMajor } from '../../core/quantity/money';
import { shortDay } from '../../core/quantity/sayDay';
import type { TextLook } from '../kit/part';

/** Columns of a table, said once: they draw it, order and filter it, and write its file. */

/** What stands in a cell, plain: a number in the unit it is kept in, a day as 2026-05-14, words; null: nothing. */
export type Value = number | string | null;

export type Kind = 'number' | 'day' | 'words';

/** How a cell looks. */
export type CellLook = TextLook & { num?: boolean; className?: string | undefined };

export interface Column<R> {
  head: string;
  /** What stands above it on the screen where that is more than words; a file has `head`. */
  above?: ReactNode;
  value: (row: R) => Value;
  /** What its numbers are; absent: words. */
  kind?: Kind;
  /** How its numbers are kept: shown, ordered and written in the person's unit. */
  quantity?: Quantity;
  /** Its numbers are minor units of this currency: written in the main one. */
  money?: string;
  /** The unit of other numbers, as it is said in the head of a file. */
  unit?: string;
  /** What is drawn; absent: the value, as it is usually said. */
  cell?: (row: R, index: number) => ReactNode;
  look?: CellLook | ((row: R) => CellLook);
  /** Its head stands against the right edge; where `look` is one for all rows that follows from it. */
  right?: boolean;
  /** Its head is said before each cell where a row is a block of lines. */
  labelled?: boolean | ((row: R) => boolean);
  /** Drawn and nothing else: buttons. Or in files and searches alone: what another cell says with it. */
  only?: 'screen' | 'file';
}

/** A table as data: heads with their units, rows of plain values in the person's units. */
export interface TableData {
  heads: { name: string; kind: Kind }[];
  rows: Value[][];
}

const kindOf = <R>({ kind, quantity, money, unit }: Column<R>): Kind =>
  kind ?? (quantity || money || unit ? 'number' : 'words');

/** As many digits as anyone weighs or counts. */
const plain = (value: number) => Math.round(value * 1000) / 1000;

function valueIn<R>(column: Column<R>, row: R, units: UnitChoice): Value {
  const value = column.value(row);
  if (typeof value !== 'number') return value === '' ? null : value;
  if (!Number.isFinite(value)) return null;
  if (column.money) return toMajor(value, column.money);
  return plain(column.quantity ? toShown(column.quantity, value, units) : value);
}

export function tableData<R>(columns: readonly Column<R>[], rows: readonly R[], units: UnitChoice): TableData {
  const written = columns.filter((c) => c.only !== 'screen');
  return {
    heads: written.map((c) => {
      const unit = c.quantity ? unitName(c.quantity, units) : (c.money ?? c.unit);
      return { name: unit ? `${c.head}, ${unit}` : c.head, kind: kindOf(c) };
    }),
    rows: rows.map((row) => written.map((c) => valueIn(c, row, units))),
  };
}

const SAID: Partial<Record<Quantity, (value: number, units: UnitChoice) => string>> = {
  mass: formatMass,
  smallMass: formatMass,
  volume: formatVolume,
  temperature: formatTemperature,
};

const saidPlain = (quantity: Quantity) => (value: number, units: UnitChoice) =>
  `${formatNumber(toShown(quantity, value, units), 1)} ${unitName(quantity, units)}`;

/** A value as it is usually said. */
export function sayValue<R>(column: Column<R>, row: R, units: UnitChoice): string {
  const value = column.value(row);
  if (value === null || value === '') return '–';
  if (typeof value === 'string') return kindOf(column) === 'day' ? shortDay(value) : value;
  if (column.quantity) return (SAID[column.quantity] ?? saidPlain(column.quantity))(value, units);
  if (column.money) return formatMoney(value, column.money);
  return column.unit ? `${formatNumber(value)} ${column.unit}` : formatNumber(value);
}

/** Rows of a file: numbers plain, days as 2026-05-14; what a spreadsheet would take for a formula is marked as words. */
export function fileRows({ heads, rows }: TableData): string[][] {
  const text = (value: Value) =>
    value === null ? '' : typeof value === 'string' && /^[=+@-]/.test(value) ? `'${value}` : String(value);
  return [heads.map((h) => h.name), ...rows.map((row) => row.map(text))];
}
