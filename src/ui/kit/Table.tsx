import MuiTable from '@mui/material/Table';
import MuiTableBody from '@mui/material/TableBody';
import MuiTableCell from '@mui/material/TableCell';
import MuiTableHead from '@mui/material/TableHead';
import MuiTableRow from '@mui/material/TableRow';
import { type ComponentProps } from 'react';
import css from './kit.module.css';
import { classes, lookOf, type TextLook } from './part';

type TableProps = ComponentProps<'table'> & {
  /** The first column stays while the others scroll. */
  sticky?: boolean;
  /** On a phone each row is a block of lines: for few columns of words. */
  stack?: boolean;
};

/** A table of the kit; its rows and cells are the ones below. */
export function Table({ sticky, stack, className, ...rest }: TableProps) {
  const look = classes(css.table, sticky && css.sticky, stack && css.stacked, className);
  return <MuiTable size="small" className={look} {...rest} />;
}

export const TableHead = MuiTableHead;
export const TableBody = MuiTableBody;

export function TableRow({ gone, ...rest }: ComponentProps<'tr'> & { gone?: boolean }) {
  return <MuiTableRow className={classes(gone && css.gone)} {...rest} />;
}

type CellProps = Omit<ComponentProps<'td'>, 'align'> &
  TextLook & {
    num?: boolean;
    scope?: string;
    /** Said before it where a row is a block of lines and its column has no head above it. */
    label?: string | undefined;
  };

/** A dash holds a column's place; where a row is a block of lines there is no column to hold. */
const saysNothing = (children: unknown) => children === '—';

/** A cell; `num` for figures in a column. */
export function Cell({ num, label, ...props }: CellProps) {
  const { className, rest } = lookOf(props);
  return (
    <MuiTableCell
      data-label={label}
      className={classes(css.cell, num && css.num, saysNothing(rest.children) && css.none, className)}
      {...rest}
    />
  );
}

/** The head of a column or, with `scope="row"`, of a row. */
export function HeadCell(props: CellProps) {
  const { className, rest } = lookOf(props);
  const base = props.scope === 'row' ? css.cell : css.headCell;
  return <MuiTableCell component="th" className={classes(base, className)} {...rest} />;
}

/**
 * The same table in plain elements, for those of hundreds of cells: an MUI cell costs the server ten times as much.
 */
export function LightTable({ sticky, stack, className, ...rest }: TableProps) {
  const look = classes(css.table, css.plainTable, sticky && css.sticky, stack && css.stacked, className);
  return <table className={look} {...rest} />;
}

export function LightRow({ gone, ...rest }: ComponentProps<'tr'> & { gone?: boolean }) {
  return <tr className={classes(gone && css.gone)} {...rest} />;
}

export function LightCell({ num, label, ...props }: CellProps) {
  const { className, rest } = lookOf(props);
  const look = classes(css.cell, num && css.num, saysNothing(rest.children) && css.none, className);
  return <td data-label={label} className={look} {...rest} />;
}

export function LightHeadCell(props: CellProps) {
  const { className, rest } = lookOf(props);
  return <th className={classes(css.headCell, className)} {...rest} />;
}
