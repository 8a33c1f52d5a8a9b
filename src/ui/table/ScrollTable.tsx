'use client';
import { say } from '../../core/words/words';
import dynamic from 'next/dynamic';
import { useEffect, useEffectEvent, useState, type ReactNode } from 'react';
import { Text, WordButton } from '../kit/kit';
import css from '../kit/kit.module.css';
import { classes } from '../kit/part';
import { saidInAddress } from '../shell/useAddress';
import { fileRows, type TableData } from './columns';

/** The grid is heavy: it comes when someone wants to sort or search. */
const GridView = dynamic(() => import('./GridView').then((m) => m.GridView), { ssr: false });

interface ScrollTableProps {
  /** What is in it, for those who hear the page; and the name of its file. */
  label: string;
  /** Longer ones scroll, px. */
  maxHeight?: number;
  /** Rows close together, for a table inside a form. */
  close?: boolean;
  testId?: string;
  /** What it holds, made when someone orders, searches or takes it along; absent: nobody does. */
  data?: () => TableData;
  children: ReactNode;
}

/**
 * Room for a wide or long table: it scrolls by itself, by keyboard too, and never the page sideways. What it
 * holds can be sorted and searched over the whole window, and had as CSV.
 */
export function ScrollTable({ label, maxHeight, close, testId, data, children }: ScrollTableProps) {
  const style = maxHeight === undefined ? undefined : { maxHeight, overflowY: 'auto' as const };
  const [grid, setGrid] = useState<TableData | null>(null);
  const hasData = data !== undefined;
  // A link to a table that was sorted and searched opens it so; the address is only known in the browser.
  const opened = useEffectEvent(() => data && saidInAddress('table') === label && setGrid(data()));
  // eslint-disable-next-line react-hooks/set-state-in-effect
  useEffect(() => void opened(), [label, hasData]);
  const save = async () => {
    if (!data) return;
    const { stringify } = await import('csv-stringify/browser/esm/sync');
    download(`${label}.csv`, stringify(fileRows(data())));
  };
  return (
    <>
      <div
        className={classes(css.scroll, close && css.close)}
        style={style}
        tabIndex={0}
        role="region"
        aria-label={label}
        data-testid={testId}
      >
        {children}
      </div>
      {data && (
        <Text as="p" small quiet right className={css.foot}>
          <WordButton small type="button" onClick={() => setGrid(data())} aria-label={say`Sort or search ${label}`}>
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

/** Hands a text over as a file. */
export function download(name: string, text: string) {
  // The mark tells spreadsheets that it is UTF-8.
  const url = URL.createObjectURL(new Blob(['\ufeff', text], { type: 'text/csv;charset=utf-8' }));
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  URL.revokeObjectURL(url);
}
