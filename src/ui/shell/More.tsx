'use client';
import { say, told } from '../../core/words/words';
import Drawer from '@mui/material/Drawer';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import css from './shell.module.css';

interface MoreProps {
  links: { path: string; name: string; says: string; current: 'page' | undefined }[];
  withDay: (path: string) => string;
  who: ReactNode;
}

/** What does not fit the bar of a phone: the other stations, Sums, and who is signed in. */
export function More({ links, withDay, who }: MoreProps) {
  const [open, setOpen] = useState(false);
  const close = () => setOpen(false);
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        aria-current={links.some((l) => l.current) ? 'true' : undefined}
        onClick={() => setOpen(true)}
      >
        {say`More`}
      </button>
      <Drawer anchor="bottom" open={open} onClose={close} slotProps={{ paper: { 'aria-label': say`More` } }}>
        <nav aria-label={say`More stations`} className={css.more}>
          {links.map((l) => (
            <Link key={l.path} href={withDay(l.path)} aria-current={l.current} prefetch={false} onClick={close}>
              <strong>{told(l.name)}</strong> {told(l.says)}
            </Link>
          ))}
          <Link href="/sums" prefetch={false} onClick={close}>
            <strong>{say`Sums`}</strong> {say`every calculation, with your own numbers`}
          </Link>
          {who}
        </nav>
      </Drawer>
    </>
  );
}
