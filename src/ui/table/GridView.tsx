'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import {
  DataGrid,
  type GridColDef,
  type GridFilterItem,
  type GridSortCellParams,
  type GridSortModel,
} from '@mui/x-data-grid';
import { useMemo, useState } from 'react';
import { say, speech } from '../../core/words/words';
import { saidInAddress, sayInAddress } from '../shell/useAddress';
import { gridWords } from './gridWords';
import { formatNumber } from '../../core/quantity/units';
import { datedDay } from '../../core/quantity/sayDay';
import type { Kind, TableData, Value } from './columns';
import css from './table.module.css';

interface GridViewProps {
  label: string;
  table: TableData;
  onClose: () => void;
}

type GridRow = { id: number; cells: Value[] };

/** A table of the page over the whole window: sorted, searched, filtered, its columns chosen and drawn wider. */
export function GridView({ label, table, onClose }: GridViewProps) {
  const columns = useMemo(() => columnsOf(table), [table]);
  const rows: GridRow[] = useMemo(() => table.rows.map((cells, id) => ({ id, cells })), [table]);
  const { search, filters, sort, change } = useView(label, columns.length);
  const close = () => {
    sayInAddress(NO_VIEW);
    onClose();
  };
  return (
    <Dialog open fullScreen onClose={close} aria-label={label}>
      <DialogTitle className={css.head}>
        {label}
        <TextField
          size="small"
          autoFocus
          className={css.search}
          label={say`Search`}
          value={search}
          onChange={(e) => change({ search: e.target.value })}
        />
      </DialogTitle>
      <div className={css.grid}>
        <DataGrid
          rows={rows}
          columns={columns}
          density="compact"
          localeText={gridWords()}
          filterModel={{ items: filters, quickFilterValues: search.trim() ? search.trim().split(/\s+/) : [] }}
          onFilterModelChange={({ items }) => change({ filters: items })}
          sortModel={sort}
          onSortModelChange={(next) => change({ sort: next })}
          initialState={{ pagination: { paginationModel: { pageSize: 100 } } }}
          pageSizeOptions={[25, 100]}
          disableRowSelectionOnClick
        />
      </div>
      <DialogActions>
        <Button onClick={close} variant="contained">
          {say`Close`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const NO_VIEW = { table: null, find: null, sort: null, filter: null };

interface View {
  search: string;
  filters: GridFilterItem[];
  sort: GridSortModel;
}

/** How a table is looked at: it lives in the address, so that it outlives a reload and a link to it is a link. */
function useView(label: string, columnCount: number) {
  const [view, setView] = useState<View>(() =>
    saidInAddress('table') === label ? readView(columnCount) : { search: '', filters: [], sort: [] },
  );
  const change = (part: Partial<View>) => {
    const next = { ...view, ...part };
    setView(next);
    const [by] = next.sort;
    sayInAddress({
      table: label,
      find: next.search || null,
      sort: by ? `${by.field}-${by.sort}` : null,
      filter: next.filters.length > 0 ? JSON.stringify(next.filters) : null,
    });
  };
  return { ...view, change };
}

/** What the address says; nothing, where it says nonsense. */
export function readView(columnCount: number): View {
  const isColumn = (field: unknown) => /^\d+$/.test(String(field)) && Number(field) < columnCount;
  const [field, way] = (saidInAddress('sort') ?? '').split('-');
  const sort: GridSortModel =
    isColumn(field) && (way === 'asc' || way === 'desc') ? [{ field: field!, sort: way }] : [];
  return { search: saidInAddress('find') ?? '', filters: readFilters().filter((f) => isColumn(f.field)), sort };
}

function readFilters(): GridFilterItem[] {
  try {
    const said: unknown = JSON.parse(saidInAddress('filter') ?? '[]');
    return Array.isArray(said)
      ? said.filter((f) => typeof f?.field === 'string' && typeof f?.operator === 'string')
      : [];
  } catch {
    return [];
  }
}

/** What has nothing in it comes last, whichever way it is sorted up. */
function compare(a: Value, b: Value): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a).localeCompare(String(b), speech().locale, { numeric: true });
}

/** Digits after the point as far as there are any. */
const figure = (value: number) => formatNumber(value, Number.isInteger(value) ? 0 : Math.abs(value) < 10 ? 2 : 1);

const NOTHING = '–';

function words(value: Value, kind: Kind): string {
  if (value === null) return NOTHING;
  if (typeof value === 'number') return figure(value);
  return kind === 'day' ? datedDay(value) : value;
}

const noon = (day: string) => new Date(`${day}T12:00:00`);

function columnsOf({ heads, rows }: TableData): GridColDef<GridRow>[] {
  return heads.map(({ name, kind }, i) => {
    const longest = Math.max(name.length, ...rows.map((row) => words(row[i]!, kind).length));
    const end = kind === 'number' ? ('right' as const) : ('left' as const);
    const says = (row: GridRow) => words(row.cells[i]!, kind);
    return {
      field: String(i),
      headerName: name || say`Column ${i + 1}`,
      type: TYPES[kind],
      align: end,
      headerAlign: end,
      width: Math.max(100, Math.min(380, 56 + longest * 9)),
      valueGetter: (_: unknown, row: GridRow) => {
        const value = row.cells[i]!;
        return kind === 'day' && typeof value === 'string' ? noon(value) : value;
      },
      renderCell: ({ row }: { row: GridRow }) => says(row),
      // A search looks at what is read, whatever kind it is.
      getApplyQuickFilterFn: (wanted: unknown) => {
        const part = String(wanted).toLowerCase();
        return (_value: unknown, row: GridRow) => says(row).toLowerCase().includes(part);
      },
      sortComparator: (_a: unknown, _b: unknown, a: GridSortCellParams, b: GridSortCellParams) =>
        compare((a.api.getRow(a.id) as GridRow).cells[i]!, (b.api.getRow(b.id) as GridRow).cells[i]!),
    };
  });
}

const TYPES: Record<Kind, 'number' | 'date' | 'string'> = { number: 'number', day: 'date', words: 'string' };
