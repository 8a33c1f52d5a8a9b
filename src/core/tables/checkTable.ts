import { contentKey } from '../contentKey';
import { readRow, rowsUnder, type MappedTable, type TableReading } from './readTable';
import type { TableKindModule } from './tableKind';

/** A row of a file that is not right: where it stands, what it says, and why it is not taken. */
export interface FaultyRow {
  /** Row of the file, as a spreadsheet numbers it. */
  line: number;
  cells: Record<string, string>;
  faults: Record<string, string>;
}

export interface CheckedTable {
  good: Record<string, unknown>[];
  faulty: FaultyRow[];
}

/** How many rows are checked before the page is let breathe. */
const ROWS_AT_ONCE = 1000;

/**
 * Checks every row of a long table.
 * @param seen is told how far it has come, 0 to 1, and may wait
 */
export async function checkTable(
  table: MappedTable,
  about: TableReading,
  seen: (share: number) => Promise<void> = async () => {},
): Promise<CheckedTable> {
  const rows = rowsUnder(about.kind, table);
  const checked: CheckedTable = { good: [], faulty: [] };
  for (const [i, cells] of rows.entries()) {
    const { value, faults } = readRow(cells, about);
    if (value) checked.good.push(about.kind.asSent?.(value) ?? value);
    else checked.faulty.push({ line: i + (table.headed ? 2 : 1), cells, faults });
    if (i % ROWS_AT_ONCE === ROWS_AT_ONCE - 1) await seen(i / rows.length);
  }
  return checked;
}

/** Faults said in the same words, with the rows they stand in. */
export interface FaultGroup {
  column: string;
  words: string;
  /** The cell, where the same words were written in all of them. */
  text: string;
  lines: number[];
}

/** The same fault in thousands of rows is told once; what most rows have stands first. */
export function groupFaults(faulty: readonly FaultyRow[]): FaultGroup[] {
  const groups = new Map<string, FaultGroup>();
  for (const { line, cells, faults } of faulty)
    for (const [column, words] of Object.entries(faults)) {
      const key = `${column}\n${words}`;
      const group = groups.get(key);
      if (group) group.lines.push(line);
      else groups.set(key, { column, words, text: (cells[column] ?? '').trim(), lines: [line] });
    }
  return [...groups.values()].sort((a, b) => b.lines.length - a.lines.length);
}

/** What is sent as one entry. */
export interface Packet {
  entryKey: string;
  rows: Record<string, unknown>[];
}

/**
 * Rows in packets. What belongs together stays in one; the same rows make the same packets under the same keys, so that a
 * file taken in twice adds nothing.
 * @param salt changes when something was taken back, so that the same rows may come in again
 */
export function packets(
  kind: TableKindModule,
  rows: readonly Record<string, unknown>[],
  { size = 500, salt = 0 }: { size?: number; salt?: number } = {},
): Packet[] {
  const groups = new Map<string, Record<string, unknown>[]>();
  for (const [i, row] of rows.entries()) {
    const key = kind.together ? kind.together.map((name) => String(row[name])).join('\n') : String(i);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  const made: Record<string, unknown>[][] = [];
  for (const group of groups.values()) {
    const last = made.at(-1);
    if (last && last.length + group.length <= size) last.push(...group);
    else made.push([...group]);
  }
  return made.map((own) => ({
    entryKey: contentKey(`${kind.act} ${salt} ${JSON.stringify({ rows: own })}`),
    rows: own,
  }));
}
