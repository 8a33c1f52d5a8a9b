'use client';
import type { Explanation } from '../../../core/explain';
import { formatMass, formatVolume, toShown, unitName, type UnitChoice } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';
import { Why } from '../../../ui/Why';

/** What a loop needs of one thing, and what there is. */
export interface Need {
  what: string;
  /** g, or L of media. */
  need: number;
  have: number;
  kind: 'mass' | 'volume';
  holds: boolean;
  because: Explanation;
}

export function Needs({ rows, units, loop }: { rows: readonly Need[]; units: UnitChoice; loop: string }) {
  const said = (value: number, { kind }: Need) =>
    kind === 'mass' ? formatMass(value, units) : formatVolume(value, units);
  const plain = (value: number, { kind }: Need) => toShown(kind, value, units);
  const columns: Column<Need>[] = [
    { head: '', value: (n) => n.what },
    {
      head: say`Needed`,
      value: (n) => plain(n.need, n),
      kind: 'number',
      look: { num: true },
      cell: (n) => said(n.need, n),
    },
    {
      head: say`There is`,
      value: (n) => plain(n.have, n),
      kind: 'number',
      look: { num: true },
      cell: (n) => <Why because={n.because}>{said(n.have, n)}</Why>,
    },
    { head: say`Unit`, value: (n) => unitName(n.kind, units), only: 'file' },
    {
      head: say`Does it hold?`,
      above: ' ',
      value: (n) => (n.holds ? say`holds` : say`too little`),
      look: (n) => ({ strong: !n.holds, tone: n.holds ? 'good' : 'danger' }),
    },
  ];
  return <DataTable label={say`Life support of ${loop}`} rows={rows} rowKey={(n) => n.what} columns={columns} />;
}
