'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { DataGrid, type GridColDef, type GridFilterModel } from '@mui/x-data-grid';
import { useMemo, useState } from 'react';
import { say, speech } from '../../core/words/words';
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
  const [search, setSearch] = useState('');
  const columns = useMemo(() => columnsOf(table), [table]);
  const rows: GridRow[] = useMemo(() => table.rows.map((cells, id) => ({ id, cells })), [table]);
  const [filters, setFilters] = useState<GridFilterModel>({ items: [] });
  return (
    <Dialog open fullScreen onClose={onClose} aria-label={label}>
      <DialogTitle className={css.head}>
        {label}
        <TextField
          size="small"
          autoFocus
          className={css.search}
          label={say`Search in it`}
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
      </DialogTitle>
      <div className={css.grid}>
        <DataGrid
          rows={rows}
          columns={columns}
          density="compact"
          localeText={gridWords()}
          filterModel={{ ...filters, quickFilterValues: search.trim() ? search.trim().split(/\s+/) : [] }}
          onFilterModelChange={setFilters}
          initialState={{ pagination: { paginationModel: { pageSize: 100 } } }}
          pageSizeOptions={[25, 100]}
          disableRowSelectionOnClick
        />
      </div>
      <DialogActions>
        <Button onClick={onClose} variant="contained">
          {say`Close`}
        </Button>
      </DialogActions>
    </Dialog>
  );
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
