import { noConnection } from '../../../ui/outcome';
import { useMemo, useState } from 'react';
import { contentKey } from '../../../core/contentKey';
import {
  isTwoWays,
  readRow,
  rowsByColumn,
  type DayOrder,
  type RowRead,
  type TableReading,
} from '../../../core/tables/readTable';
import type { TableKindModule } from '../../../core/tables/tableKind';
import { send } from '../../../commands/client';
import { useKeptText } from '../../../ui/form/useKeptText';
import type { TableContext } from './queries';

export type Cells = Record<string, string>;

const BLANK_ROWS = 3;
const blank = (): Cells => ({});
const isBlank = (row: Cells) => Object.values(row).every((text) => !text.trim());
/** As many as can stand in fields and still be handled; a longer file goes through In and out. */
export const MOST_IN_HAND = 500;

/** How often the act of a kind was taken back. */
export const timesUndone = (kind: TableKindModule, { undone }: TableContext): number =>
  undone[kind.act.split('@')[0]!] ?? 0;

/** Rows that are typed, pasted or read from a file, checked as they stand, and recorded together. */
export function useTable(kind: TableKindModule, context: TableContext, start: readonly Cells[] = []) {
  const kept = useKeptText(`table ${kind.kind}`);
  const [rows, setRows] = useState<Cells[]>(() => keptRows(kept.text, start));
  const [dayOrder, setDayOrder] = useState<DayOrder>();
  const [checked, setChecked] = useState(false);
  const [refused, setRefused] = useState<Record<string, string>>({});
  const [asked, setAsked] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const { unitOfProduct } = context;
  const reading: TableReading = useMemo(
    () => ({ kind, ...context, unitOfProduct: (code: string) => unitOfProduct[code], dayOrder }),
    [kind, context, unitOfProduct, dayOrder],
  );
  // A row that only waits for its price says nothing yet.
  const waits = (row: Cells) => start.some((s) => JSON.stringify(s) === JSON.stringify(row));
  const filled = rows.map((row, i) => ({ row, i })).filter(({ row }) => !isBlank(row) && !waits(row));
  const read = new Map<number, RowRead>(filled.map(({ row, i }) => [i, readRow(row, reading)]));
  const good = filled.filter(({ i }) => read.get(i)!.value !== null);
  const twoWays =
    dayOrder === undefined &&
    isTwoWays(
      kind,
      filled.map(({ row }) => row),
    );

  const put = (next: Cells[]) => {
    const full = next.length === 0 || !isBlank(next.at(-1)!) ? [...next, blank()] : next;
    setRows(full);
    setRefused({});
    setAsked(null);
    const worth = full.filter((r) => !isBlank(r) && !waits(r));
    kept.type(worth.length > 0 ? JSON.stringify(worth) : '');
  };
  const type = (i: number, name: string, text: string) =>
    put(rows.map((r, k) => (k === i ? { ...r, [name]: text } : r)));
  /** A pasted table begins in the row it was pasted into; what stood before it stays. */
  const paste = (cells: string[][], from = 0) => {
    const made = rowsByColumn(kind, cells).slice(0, MOST_IN_HAND);
    put([
      ...rows.slice(0, from),
      ...made,
      ...rows
        .slice(from)
        .filter((r) => !isBlank(r))
        .slice(made.length),
    ]);
    setChecked(true);
  };
  const leaveOut = (i: number) => put(rows.filter((_, k) => k !== i));

  /** Records the rows that are right; what is wrong stays. @returns what was said, or null */
  const record = async (confirmed = false): Promise<{ words: string; entryKey: string } | null> => {
    setChecked(true);
    if (twoWays || good.length === 0) return null;
    setSending(true);
    const body = { rows: good.map(({ i }) => read.get(i)!.value), ...(confirmed ? { confirmed } : {}) };
    const entryKey = contentKey(`${kind.act} ${timesUndone(kind, context)} ${JSON.stringify(body)}`);
    const outcome = await send<{ words: string }>(kind.act, { ...body, entryKey }).catch(() => null);
    setSending(false);
    if (!outcome) {
      setRefused({ form: noConnection() });
      return null;
    }
    if (!outcome.ok) {
      const [field, [words]] = Object.entries(outcome.fields)[0] as [string, string[]];
      if (field === 'confirm') setAsked(words!);
      else
        setRefused(
          placed(
            outcome.fields,
            good.map(({ i }) => i),
          ),
        );
      return null;
    }
    const rest = rows.filter((_, i) => !good.some((g) => g.i === i));
    put(rest);
    setChecked(rest.some((r) => !isBlank(r) && !waits(r)));
    return { words: outcome.value.words, entryKey };
  };

  return {
    rows,
    read,
    good,
    filled,
    checked,
    refused,
    asked,
    sending,
    twoWays,
    setDayOrder,
    type,
    paste,
    leaveOut,
    record,
  };
}

function keptRows(text: string, start: readonly Cells[]): Cells[] {
  try {
    const rows = JSON.parse(text) as Cells[];
    if (Array.isArray(rows)) return [...rows, blank()];
  } catch {
    // Nothing was kept.
  }
  return start.length > 0 ? [...start, blank()] : Array.from({ length: BLANK_ROWS }, blank);
}

/** `rows.3.count` of what was sent, as the row on the screen. */
function placed(fields: Record<string, string[]>, sent: number[]): Record<string, string> {
  return Object.fromEntries(
    Object.entries(fields).map(([field, [words]]) => {
      const at = /^rows\.(\d+)\.(\w+)$/.exec(field);
      return at ? [`${sent[Number(at[1])]}.${at[2]}`, words!] : ['form', words!];
    }),
  );
}
