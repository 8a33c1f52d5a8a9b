import { toMinor } from '../quantity/money';
import { readDay } from '../quantity/readDay';
import { readNumber } from '../quantity/readNumber';
import { isFarmDay } from '../quantity/ranges';
import type { Day } from '../quantity/days';
import { priceStored } from '../quantity/sold';
import { toStored, type UnitChoice } from '../quantity/units';
import { say, told } from '../words/words';
import { readingFault, READING_KINDS } from '../water/readings/readings';
import type { Choices, TableColumn, TableKindModule } from './tableKind';

/** In which order a day is written in figures, where the table does not tell. */
export type DayOrder = 'dmy' | 'mdy';

export interface TableReading {
  kind: TableKindModule;
  choices: Choices;
  units: UnitChoice;
  currency: string;
  today: Day;
  /** How products are counted, by code: kg products are weighed. */
  unitOfProduct: (code: string) => string | undefined;
  dayOrder?: DayOrder | undefined;
  /** What names of others stand for here, by column and name. */
  means?: Readonly<Record<string, Readonly<Record<string, string>>>> | undefined;
}

export interface RowRead {
  /** Stored values by column; only where the row has no fault. */
  value: Record<string, unknown> | null;
  faults: Record<string, string>;
}

const norm = (text: string) => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** Which column each cell of a head names; null: none that is known. */
export function columnsOfHead(kind: TableKindModule, head: readonly string[]): (string | null)[] {
  const used = new Set<string>();
  return head.map((cell) => {
    const text = norm(cell);
    const own = kind.columns.filter((c) => !used.has(c.name));
    const column =
      own.find((c) => text === norm(told(c.label)) || text === c.name.toLowerCase()) ??
      own.find((c) => c.heads.test(text));
    if (!column) return null;
    used.add(column.name);
    return column.name;
  });
}

/** Which cell holds which column: by the head of the table; null: the row is no head. */
export function mapColumns(kind: TableKindModule, head: readonly string[]): (string | null)[] | null {
  const map = columnsOfHead(kind, head);
  const needed = kind.columns.filter((c) => !c.optional && map.includes(c.name)).length;
  return needed >= Math.min(2, kind.columns.length) ? map : null;
}

/** Rows of text by column, from a table with or without a head. */
export function rowsByColumn(kind: TableKindModule, rows: readonly (readonly string[])[]): Record<string, string>[] {
  const map = rows[0] ? mapColumns(kind, rows[0]) : null;
  return rowsUnder(kind, { rows, map: map ?? kind.columns.map((c) => c.name), headed: map !== null });
}

export interface MappedTable {
  rows: readonly (readonly string[])[];
  /** Which column of the kind each cell is; null: left out. */
  map: readonly (string | null)[];
  /** The first row names the columns. */
  headed: boolean;
}

/** Rows of text under columns that were chosen; a unit in the head of a column of weights goes along with each of its cells. */
export function rowsUnder(kind: TableKindModule, { rows, map, headed }: MappedTable): Record<string, string>[] {
  const units = map.map((name, i) => (headed && isWeighed(kind, name) ? unitInHead(rows[0]?.[i] ?? '') : ''));
  const cell = (cells: readonly string[], i: number) => {
    const text = (cells[i] ?? '').trim();
    return text && units[i] && /[\d]$/.test(text) ? `${text} ${units[i]}` : text;
  };
  return rows
    .slice(headed ? 1 : 0)
    .filter((cells) => cells.some((c) => c.trim()))
    .map((cells) => Object.fromEntries(map.flatMap((name, i) => (name ? [[name, cell(cells, i)]] : []))));
}

const isWeighed = (kind: TableKindModule, name: string | null) =>
  ['mass', 'smallMass'].includes(kind.columns.find((c) => c.name === name)?.kind ?? '');

const unitInHead = (head: string): string =>
  /(?:^|[\s_(,[])(g|kg|lbs?|oz)[)\]]?\s*$/i.exec(head)?.[1]?.toLowerCase() ?? '';

/** Grams in a unit that may be written behind a weight, whatever the person’s own units are. */
const GRAMS: Readonly<Record<string, number>> = { g: 1, kg: 1000, oz: 28.349523125, lb: 453.59237, lbs: 453.59237 };

/** Whether days of a table can be read in two ways, so that someone has to be asked. */
export function isTwoWays(kind: TableKindModule, rows: readonly Record<string, string>[]): boolean {
  const days = kind.columns.filter((c) => c.kind === 'day').map((c) => c.name);
  const written = rows.flatMap((r) =>
    days.map((d) => /^(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}(?:[T\s]|$)/.exec((r[d] ?? '').trim())),
  );
  const known = written.filter((m) => m !== null);
  return (
    known.length > 0 && known.every((m) => Number(m[1]) <= 12 && Number(m[2]) <= 12) && known.some((m) => m[1] !== m[2])
  );
}

export function readRow(cells: Record<string, string>, about: TableReading): RowRead {
  const value: Record<string, unknown> = {};
  const faults: Record<string, string> = {};
  const texts = apart(cells, about.kind);
  for (const column of about.kind.columns) {
    const text = (texts[column.name] ?? '').trim();
    if (!text) {
      if (!column.optional) faults[column.name] = say`Fill in ${told(column.label)}`;
      continue;
    }
    const read = readCell(text, column, { ...about, value });
    if ('fault' in read) faults[column.name] = read.fault;
    else value[column.name] = read.value;
  }
  for (const group of new Set(about.kind.columns.flatMap((c) => c.oneOf ?? []))) {
    const own = about.kind.columns.filter((c) => c.oneOf === group);
    if (own.every((c) => !(cells[c.name] ?? '').trim()))
      faults[own[0]!.name] =
        own.length > 2 ? say`Fill in at least one of them` : say`Fill in ${told(own[0]!.label)} ${told(own[1]!.label)}`;
  }
  return { value: Object.keys(faults).length > 0 ? null : value, faults };
}

/** A moment written in one cell, “2026-05-14T07:30”, as a day and a time, where the kind has both. */
function apart(cells: Record<string, string>, kind: TableKindModule): Record<string, string> {
  const day = kind.columns.find((c) => c.kind === 'day')?.name;
  const time = kind.columns.find((c) => c.kind === 'time')?.name;
  const both =
    day && time && !cells[time]?.trim() ? /^(\S+?)[T\s]+(\d{1,2}:\d{2})/.exec((cells[day] ?? '').trim()) : null;
  return both ? { ...cells, [day!]: both[1]!, [time!]: both[2]! } : cells;
}

type CellRead = { value: unknown } | { fault: string };

function readCell(
  text: string,
  column: TableColumn,
  about: TableReading & { value: Record<string, unknown> },
): CellRead {
  if (column.kind === 'text') return text.length <= 200 ? { value: text } : { fault: say`At most 200 characters` };
  if (column.kind === 'choice') {
    const meant = about.means?.[column.name]?.[text];
    return meant ? { value: meant } : chosen(text, about.choices[column.from!]);
  }
  if (column.kind === 'day') {
    const read = dayOf(text, about);
    return column.past && 'value' in read && String(read.value) > about.today
      ? { fault: say`${text} has not come yet` }
      : read;
  }
  if (column.kind === 'time')
    return /^([01]?\d|2[0-3])[:.h][0-5]\d(:[0-5]\d)?$/.test(text)
      ? {
          value: text
            .replace(/[.h]/, ':')
            .replace(/^(\d+:\d\d).*/, '$1')
            .padStart(5, '0'),
        }
      : { fault: say`“${text}” is no time; write it like 07:30` };
  const weighed = /^(.*\d)\s*(g|kg|lbs?|oz)\.?$/i.exec(text);
  if (weighed && (column.kind === 'mass' || column.kind === 'smallMass')) {
    const written = readNumber(weighed[1]!);
    if (written !== null && written >= 0) return { value: round(written * GRAMS[weighed[2]!.toLowerCase()]!) };
  }
  const number = readNumber(text.replace(/\s*[\p{L}€$£%²³]+\.?$/u, ''));
  if (number === null) return { fault: say`“${text}” is no number` };
  if (column.kind === 'reading') return readingOf(number, column, about);
  if (number < 0) return { fault: say`It cannot be below 0` };
  if (column.kind === 'count')
    return Number.isInteger(number) && number > 0 ? { value: number } : { fault: say`Give a whole number above 0` };
  if (column.kind === 'money')
    return { value: priceStored(toMinor(number, about.currency), soldByOf(about), about.units) };
  if (column.kind === 'mass' || column.kind === 'smallMass')
    return { value: round(toStored(column.kind, number, about.units)) };
  if (column.kind === 'length') return { value: about.units.mass === 'us' ? round(number * 2.54) : number };
  if (column.kind === 'quantity') return quantityOf(number, about);
  return { value: number };
}

/** What the product of a row is sold by: as the row says, or as it is known. */
function soldByOf({ value, choices, unitOfProduct }: TableReading & { value: Record<string, unknown> }): string {
  if (value.unit) return String(value.unit);
  const named = norm(String(value.name ?? ''));
  const code = value.product ?? choices.products.find(([, name]) => norm(name) === named)?.[0] ?? value.madeFrom;
  return unitOfProduct(String(code ?? '')) ?? '';
}

/** A reading in the unit that the person’s instruments show, as it is stored. */
function readingOf(
  number: number,
  column: TableColumn,
  { value, units }: TableReading & { value: Record<string, unknown> },
): CellRead {
  const kind = column.reading ?? String(value.kind ?? '');
  const known = READING_KINDS.get(kind);
  if (!known) return { fault: say`Say which reading this is` };
  const stored = known.quantity ? round(toStored(known.quantity, number, units)) : number;
  const fault = readingFault(kind, stored);
  return fault ? { fault } : { value: stored };
}

const round = (v: number) => Number(v.toPrecision(9));

/** Kilograms of what is weighed, pieces of what is counted. */
function quantityOf(
  number: number,
  { value, units, unitOfProduct }: TableReading & { value: Record<string, unknown> },
): CellRead {
  const unit = unitOfProduct(String(value.product ?? ''));
  if (unit === 'kg')
    return number > 0 ? { value: round(toStored('mass', number, units)) } : { fault: say`It must be more than 0` };
  return Number.isInteger(number) && number > 0
    ? { value: number }
    : { fault: say`These are sold whole: give a number of pieces` };
}

function chosen(text: string, list: Choices[keyof Choices]): CellRead {
  const wanted = norm(text);
  const found = list.find(([code]) => norm(code) === wanted) ?? list.find(([, name]) => norm(name) === wanted);
  if (found) return { value: found[0] };
  const near = list.filter(([code, name]) => norm(name).includes(wanted) || norm(code).includes(wanted));
  if (near.length === 1) return { value: near[0]![0] };
  const some = (near.length > 0 ? near : list).slice(0, 4).map(([, name]) => name);
  return {
    fault:
      some.length > 0
        ? say`“${text}” is not known here; there is ${some.join(', ')} …`
        : say`“${text}” is not known here: there is none yet.`,
  };
}

function dayOf(text: string, { today, dayOrder }: TableReading): CellRead {
  const figures = /^(\d{1,2})[./-](\d{1,2})[./-](\d{2,4})$/.exec(text);
  if (!figures || !dayOrder) {
    const day = readDay(text, today);
    return day ? { value: day } : { fault: say`“${text}” is no day; write it like 2026-05-14` };
  }
  const [, first, second, year] = figures as unknown as [string, string, string, string];
  const [d, m] = dayOrder === 'dmy' ? [first, second] : [second, first];
  const day = `${year.length === 2 ? `20${year}` : year}-${m.padStart(2, '0')}-${d.padStart(2, '0')}`;
  return isFarmDay(day) ? { value: day } : { fault: say`“${text}” is no day` };
}
