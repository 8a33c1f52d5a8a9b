/** A column of a mixed-integer model: its cost, most, and entries by row. */
export interface Column {
  cost: number;
  upper: number;
  integer: boolean;
  rows: number[];
  values: number[];
}

/** Rows of a model: least and most of each. */
export interface Rows {
  rowLower: number[];
  rowUpper: number[];
}

export const MIP_IMPROVING = 4;
export const MIP_LOGGING = 5;

/** A model as the solver takes it. @param fixedAt columns that keep a value, from the first on; undefined: free */
export function modelData(rows: Rows, columns: readonly Column[], fixedAt?: (column: number) => number | undefined) {
  const starts = new Int32Array(columns.length + 1);
  columns.forEach((column, c) => (starts[c + 1] = starts[c]! + column.rows.length));
  const [numCols, numRows] = [columns.length, rows.rowLower.length];
  const indices = new Int32Array(starts[numCols]!);
  const values = new Float64Array(starts[numCols]!);
  columns.forEach((column, c) => {
    indices.set(column.rows, starts[c]!);
    values.set(column.values, starts[c]!);
  });
  return {
    numCols,
    numRows,
    colCost: Float64Array.from(columns, (c) => c.cost),
    colLower: Float64Array.from(columns, (_, c) => fixedAt?.(c) ?? 0),
    colUpper: Float64Array.from(columns, (column, c) => fixedAt?.(c) ?? column.upper),
    rowLower: Float64Array.from(rows.rowLower),
    rowUpper: Float64Array.from(rows.rowUpper),
    matrix: { format: 'csc' as const, numCols, numRows, starts, indices, values },
    integrality: Int32Array.from(columns, (c) => Number(c.integer)),
  };
}
