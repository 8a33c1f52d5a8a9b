'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { DataGrid, type GridColDef, type GridFilterItem, type GridSortModel } from '@mui/x-data-grid';
import { useMemo, useState } from 'react';
import { say, speech } from '../../core/words/words';
import { saidInAddress, sayInAddress } from '../shell/useAddress';
import { gridWords } from './gridWords';
import type { ShownCell, ShownTable } from './readTable';
import css from './table.module.css';

interface GridViewProps {
  label: string;
  table: ShownTable;
  onClose: () => void;
}

type GridRow = { id: number; cells: ShownCell[] };

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
          label={say`Search in it`}
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
function compare(a: ShownCell['by'], b: ShownCell['by']): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a).localeCompare(String(b), speech().locale, { numeric: true });
}

function columnsOf({ columns, rows }: ShownTable): GridColDef<GridRow>[] {
  return columns.map(({ name, isFigures }, i) => {
    const longest = Math.max(name.length, ...rows.map((row) => row[i]!.words.length));
    return {
      field: String(i),
      headerName: name || say`Column ${i + 1}`,
      align: isFigures ? 'right' : 'left',
      headerAlign: isFigures ? 'right' : 'left',
      width: Math.max(90, Math.min(360, 30 + longest * 9)),
      valueGetter: (_, row) => row.cells[i]!.words,
      sortComparator: (_a, _b, a, b) =>
        compare((a.api.getRow(a.id) as GridRow).cells[i]!.by, (b.api.getRow(b.id) as GridRow).cells[i]!.by),
    };
  });
}
