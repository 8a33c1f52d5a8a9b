import { readNumber } from '../../core/quantity/readNumber';

/** A column of a table as it stands on a screen. */
export interface ShownColumn {
  name: string;
  /** Its cells are figures, so that 9 kg comes before 10 kg and 900 g before both. */
  isFigures: boolean;
}

export interface ShownCell {
  words: string;
  /** What it is ordered by: a figure in one unit, a day, or its words; null: nothing stands there. */
  by: number | string | null;
}

export interface ShownTable {
  columns: ShownColumn[];
  rows: ShownCell[][];
}

/** Units that stand for one another in a column, each in the smallest of them. */
const SIZES: Record<string, number> = { g: 1, kg: 1000, oz: 28.349523125, lb: 453.59237, ml: 0.001, mg: 0.001 };

const NOTHING = new Set(['', '–', '-', '…']);

/** A figure with its unit as one number: "1,204 g" and "1.2 kg" are ordered together. Null: no figure. */
export function figureIn(words: string): number | null {
  const [, number = '', rest = ''] = /^([+−-]?[\d.,\s’'\u00a0\u202f]*\d)\s*(.*)$/.exec(words.trim()) ?? [];
  if (rest.split(' ').length > 2) return null;
  const value = readNumber(number.replace('−', '-').replace('+', ''));
  return value === null ? null : value * (SIZES[rest] ?? 1);
}

const wordsOf = (cell: HTMLElement) => (cell.innerText ?? cell.textContent ?? '').replace(/\s+/g, ' ').trim();

/** Reads a table from the screen, so that every table can be sorted and searched without being written twice. */
export function readTable(table: HTMLTableElement): ShownTable {
  const head = [...(table.tHead?.rows[0]?.cells ?? [])].map(wordsOf);
  const body = [...table.tBodies].flatMap((b) => [...b.rows]).filter((row) => row.cells.length === head.length);
  const cells = body.map((row) => [...row.cells].map((cell) => ({ words: wordsOf(cell), key: cell.dataset.sort })));
  const columns = head.map((name, i) => {
    const filled = cells.map((row) => row[i]!).filter(({ words }) => !NOTHING.has(words));
    const isFigures =
      filled.length > 0 && filled.every(({ words, key }) => key === undefined && figureIn(words) !== null);
    return { name, isFigures };
  });
  const rows = cells.map((row) =>
    row.map(({ words, key }, i): ShownCell => {
      if (NOTHING.has(words)) return { words, by: null };
      return { words, by: columns[i]!.isFigures ? figureIn(words) : (key ?? words) };
    }),
  );
  return { columns, rows };
}
