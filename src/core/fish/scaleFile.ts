import { say } from '../words/words';
import { RuleBroken } from '../errors';

export interface ScaleFile {
  weightsG: number[];
  lengthsCm: number[];
  /** Rows without a number, skipped. */
  skipped: number;
}

/**
 * Reads the rows of a scale's CSV file: a column named for weight or mass (g unless the name says kg), and one for length
 * (cm unless it says mm); without a heading, the first column that holds numbers is the weight in g.
 * @throws {RuleBroken} field `file`, when no column holds numbers or there are more than 500
 */
export function readScaleRows(rows: readonly string[][]): ScaleFile {
  const number = (text: string | undefined) => {
    const clean = (text ?? '').trim().replace(',', '.');
    return /^-?\d+(\.\d+)?$/.test(clean) ? Number(clean) : null;
  };
  const heading = rows[0]?.every((cell) => number(cell) === null) ? rows[0].map((c) => c.toLowerCase()) : null;
  const body = heading ? rows.slice(1) : rows;
  const find = (words: RegExp) => heading?.findIndex((h) => words.test(h)) ?? -1;
  let weight = find(/weight|mass|\bg\b|\bkg\b/);
  const length = find(/length|\bcm\b|\bmm\b/);
  if (weight < 0 && length < 0) weight = body[0]?.findIndex((cell) => number(cell) !== null) ?? -1;
  if (weight < 0 && length < 0)
    throw new RuleBroken('file', say`No column of this file holds numbers. It needs one headed weight or length.`);
  if (body.length > 500)
    throw new RuleBroken('file', say`The file has ${body.length} rows; at most 500 fish go into one sample.`);
  const toG = heading && weight >= 0 && /kg/.test(heading[weight]!) ? 1000 : 1;
  const toCm = heading && length >= 0 && /mm/.test(heading[length]!) ? 0.1 : 1;
  const file: ScaleFile = { weightsG: [], lengthsCm: [], skipped: 0 };
  for (const row of body) {
    const [w, l] = [weight >= 0 ? number(row[weight]) : null, length >= 0 ? number(row[length]) : null];
    if (w === null && l === null) file.skipped++;
    if (w !== null) file.weightsG.push(Math.round(w * toG * 100) / 100);
    if (l !== null) file.lengthsCm.push(Math.round(l * toCm * 100) / 100);
  }
  return file;
}

/**
 * Reads a feed table: rows of size (g) and percent of body weight a day, with or without a heading.
 * @throws {RuleBroken} field `table`, naming the row that is wrong
 */
export function readFeedRows(rows: readonly string[][]): { uptoG: number; percentPerDay: number }[] {
  const body = rows.length > 0 && Number.isNaN(Number(rows[0]![0])) ? rows.slice(1) : rows;
  const table = body.map((row, i) => {
    const [uptoG, percentPerDay] = row.slice(0, 2).map((cell) => Number(cell.replace(',', '.')));
    if (!(uptoG! > 0) || !(percentPerDay! >= 0))
      throw new RuleBroken(
        'table',
        say`Row ${i + 1} of the table is “${row.join(', ')}”: it needs a size in g and a percent.`,
      );
    return { uptoG: uptoG!, percentPerDay: percentPerDay! };
  });
  if (table.length === 0) throw new RuleBroken('table', say`The table is empty.`);
  return table.sort((a, b) => a.uptoG - b.uptoG);
}
