import type { ReactNode } from 'react';
import css from '../kit/kit.module.css';
import { classes } from '../kit/part';

interface ScrollTableProps {
  /** What is in it, for those who hear the page. */
  label: string;
  /** Longer ones scroll, px. */
  maxHeight?: number;
  /** Rows close together, for a table inside a form. */
  close?: boolean;
  testId?: string;
  children: ReactNode;
}

/** Room for a wide or long table: it scrolls by itself, by keyboard too, and never the page sideways. */
export function ScrollTable({ label, maxHeight, close, testId, children }: ScrollTableProps) {
  const style = maxHeight === undefined ? undefined : { maxHeight, overflowY: 'auto' as const };
  return (
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
  );
}
