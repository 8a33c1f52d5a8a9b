'use client';
import type { ComponentProps } from 'react';
import { METRIC, type UnitChoice } from '../../core/quantity/units';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../kit/Table';
import { sayValue, tableData, type Column } from './columns';
import { ScrollTable } from './ScrollTable';

interface DataTableProps<R> extends Pick<
  ComponentProps<typeof LightTable>,
  'stack' | 'sticky' | 'className' | 'style'
> {
  /** What is in it, for those who hear the page; and the name of its file. */
  label: string;
  rows: readonly R[];
  columns: readonly Column<R>[];
  rowKey: (row: R, index: number) => string;
  /** Needed where a column has a quantity. */
  units?: UnitChoice;
  /** Longer ones scroll, px. */
  maxHeight?: number | undefined;
  /** Rows that were taken back. */
  gone?: (row: R) => boolean;
  testId?: string;
  /** Without heads: what each column is goes without saying. */
  headless?: boolean;
  /** The first column names its row for those who hear the page. */
  rowProps?: (row: R) => Record<string, unknown>;
}

/** A table made of its data: drawn, ordered, searched, filtered and written as a file by one list of columns. */
export function DataTable<R>(props: DataTableProps<R>) {
  const { label, rows, columns, rowKey, units = METRIC, maxHeight, gone, testId, headless, rowProps, ...look } = props;
  const drawn = columns.filter((c) => c.only !== 'file');
  return (
    <ScrollTable
      label={label}
      data={() => tableData(columns, rows, units)}
      {...(maxHeight === undefined ? {} : { maxHeight })}
      {...(testId ? { testId } : {})}
    >
      <LightTable {...look}>
        {!headless && (
          <thead>
            <LightRow>
              {drawn.map((c, i) => (
                <LightHeadCell key={`${c.head} ${i}`} right={isFigures(c)}>
                  {c.above ?? c.head}
                </LightHeadCell>
              ))}
            </LightRow>
          </thead>
        )}
        <tbody>
          {rows.map((row, n) => (
            <LightRow key={rowKey(row, n)} {...(gone?.(row) ? { gone: true } : {})} {...rowProps?.(row)}>
              {drawn.map((c, i) => (
                <LightCell key={`${c.head} ${i}`} {...lookOf(c, row)} label={labelOf(c, row)}>
                  {c.cell ? c.cell(row, n) : sayValue(c, row, units)}
                </LightCell>
              ))}
            </LightRow>
          ))}
        </tbody>
      </LightTable>
    </ScrollTable>
  );
}

const lookOf = <R,>({ look }: Column<R>, row: R) => (typeof look === 'function' ? look(row) : look);

const isFigures = <R,>({ look, right }: Column<R>) =>
  right ?? (typeof look === 'object' && (look.num === true || look.right === true));

function labelOf<R>({ head, above, labelled }: Column<R>, row: R): string | undefined {
  const says = typeof labelled === 'function' ? labelled(row) : labelled;
  return says ? (typeof above === 'string' ? above : head) : undefined;
}
