import { parse } from 'csv-parse/browser/esm/sync';

/** What parts cells in a text: the one of tab, semicolon and comma that its first line has most of. */
function delimiterOf(text: string): string {
  const first = text.split(/\r?\n/, 1)[0] ?? '';
  const [best] = ['\t', ';', ','].map((mark) => ({ mark, n: first.split(mark).length })).sort((a, b) => b.n - a.n);
  return best && best.n > 1 ? best.mark : '\t';
}

/** A pasted table or a file of one, as rows of cells; without its byte order mark. A text that is no table is one cell a line. */
export function readRows(text: string): string[][] {
  const clean = text.replace(/^\uFEFF/, '');
  if (!clean.trim()) return [];
  try {
    return parse(clean, {
      delimiter: delimiterOf(clean),
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
    }) as string[][];
  } catch {
    return clean
      .split(/\r?\n/)
      .filter((l) => l.trim())
      .map((l) => [l.trim()]);
  }
}
