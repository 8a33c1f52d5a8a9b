'use client';
import { say } from '../../core/words/words';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Text, WordButton } from '../kit/kit';
import css from '../kit/kit.module.css';
import { classes } from '../kit/part';
import { saidInAddress } from '../shell/useAddress';
import { readTable, type ShownTable } from './readTable';

/** The grid is heavy: it comes when someone wants to sort or search. */
const GridView = dynamic(() => import('./GridView').then((m) => m.GridView), { ssr: false });

interface ScrollTableProps {
  /** What is in it, for those who hear the page; and the name of its file. */
  label: string;
  /** Longer ones scroll, px. */
  maxHeight?: number;
  /** Rows close together, for a table inside a form; nobody takes it away as a file. */
  close?: boolean;
  testId?: string;
  children: ReactNode;
}

/**
 * Room for a wide or long table: it scrolls by itself, by keyboard too, and never the page sideways. What is
 * shown can be sorted and searched over the whole window, and had as CSV.
 */
export function ScrollTable({ label, maxHeight, close, testId, children }: ScrollTableProps) {
  const region = useRef<HTMLDivElement>(null);
  const style = maxHeight === undefined ? undefined : { maxHeight, overflowY: 'auto' as const };
  const [grid, setGrid] = useState<ShownTable | null>(null);
  const tableHere = () => region.current?.querySelector('table') ?? null;
  const open = () => {
    const table = tableHere();
    if (table) setGrid(readTable(table));
  };
  // A link to a table that was sorted and searched opens it so.
  useEffect(() => {
    const table = saidInAddress('table') === label && !close ? tableHere() : null;
    // What the table shows is only known once it stands in the page.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (table) setGrid(readTable(table));
  }, [label, close]);
  const save = async () => {
    const table = tableHere();
    if (!table) return;
    const { stringify } = await import('csv-stringify/browser/esm/sync');
    download(`${label}.csv`, stringify(shownCells(table)));
  };
  return (
    <>
      <div
        ref={region}
        className={classes(css.scroll, close && css.close)}
        style={style}
        tabIndex={0}
        role="region"
        aria-label={label}
        data-testid={testId}
      >
        {children}
      </div>
      {!close && (
        <Text as="p" small quiet right className={css.foot}>
          <WordButton small type="button" onClick={open} aria-label={say`Sort or search ${label}`}>
            {say`sort, search`}
          </WordButton>
          {' · '}
          <WordButton small type="button" onClick={() => void save()} aria-label={say`${label} as CSV`}>
            {say`as CSV`}
          </WordButton>
        </Text>
      )}
      {grid && <GridView label={label} table={grid} onClose={() => setGrid(null)} />}
    </>
  );
}

/** Rows of a table as they are read on the screen. */
export function shownCells(table: HTMLTableElement): string[][] {
  return [...table.rows].map((row) => [...row.cells].map(wordsOf));
}

function wordsOf(cell: HTMLElement): string {
  // What is on lines of its own stays apart; a screen-less DOM has no lines.
  const words = (cell.innerText ?? cell.textContent ?? '').replace(/\s+/g, ' ').trim();
  // A spreadsheet would take it for a formula.
  return /^[=+@]/.test(words) ? `'${words}` : words;
}

/** Hands a text over as a file. */
export function download(name: string, text: string) {
  // The mark tells spreadsheets that it is UTF-8.
  const url = URL.createObjectURL(new Blob(['\ufeff', text], { type: 'text/csv;charset=utf-8' }));
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  URL.revokeObjectURL(url);
}
