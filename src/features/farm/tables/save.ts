import type { TableKindModule } from '../../../core/tables/tableKind';
import { say, told } from '../../../core/words/words';
import { download } from '../../../ui/table/ScrollTable';

async function asCsv(rows: string[][]): Promise<string> {
  const { stringify } = await import('csv-stringify/browser/esm/sync');
  return stringify(rows);
}

const heads = (kind: TableKindModule) => kind.columns.map((c) => told(c.label));

/** An example of a table, to be filled in. */
export async function saveExample(kind: TableKindModule): Promise<void> {
  download(`${kind.kind}.csv`, await asCsv([heads(kind), kind.columns.map((c) => c.example)]));
}

/** Rows that were not right, each with its reason at the end. */
export async function saveRows(
  kind: TableKindModule,
  rows: readonly { cells: Record<string, string>; why: string }[],
): Promise<void> {
  const lines = rows.map(({ cells, why }) => [...kind.columns.map((c) => cells[c.name] ?? ''), why]);
  download(`${kind.kind}-left.csv`, await asCsv([[...heads(kind), say`what is wrong`], ...lines]));
}
