import { say } from '../words/words';
import { readNumber } from './readNumber';

/** A line of a typed table: its name and its numbers. */
export type TableRow = [name: string, numbers: number[]];

/**
 * Reads lines like "Blower A; 11": a name and so many numbers, parted by semicolons. Empty lines are passed over.
 * @returns the rows, and what is wrong by field: the first line that cannot be read, named by its number
 */
export function readTable(
  text: string,
  numbers: number,
  field: string,
  example: string,
): { rows: TableRow[]; wrong: Record<string, string[]> } {
  const rows: TableRow[] = [];
  for (const [i, line] of text.split('\n').entries()) {
    if (!line.trim()) continue;
    const [name, ...rest] = line.split(';').map((part) => part.trim());
    const values = rest.map((part) => readNumber(part) ?? NaN);
    if (!name || values.length !== numbers || values.some((n) => !Number.isFinite(n))) {
      return { rows: [], wrong: { [field]: [say`Line ${i + 1} cannot be read. It looks like “${example}”.`] } };
    }
    rows.push([name, values]);
  }
  return { rows, wrong: {} };
}
