'use client';
import Drawer from '@mui/material/Drawer';
import { Link } from './visit';
import type { ReactNode } from 'react';
import { say, told } from '../../core/words/words';
import { WordButton } from '../kit/kit';
import css from './shell.module.css';

export interface MoreProps {
  links: { path: string; name: string; says: string; current: 'page' | undefined }[];
  withDay: (path: string) => string;
  who: ReactNode;
  onHelp: () => void;
}

/** The other stations, Sums, and who is signed in. */
export function MoreDrawer({
  links,
  withDay,
  who,
  onHelp,
  open,
  onClose,
}: MoreProps & { open: boolean; onClose: () => void }) {
  return (
    <Drawer
      anchor="bottom"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { role: 'dialog', 'aria-modal': true, 'aria-label': say`More` } }}
    >
      <nav aria-label={say`More stations`} className={css.more}>
        {links.map((l) => (
          <Link key={l.path} href={withDay(l.path)} aria-current={l.current} onClick={onClose}>
            <strong>{told(l.name)}</strong> {told(l.says)}
          </Link>
        ))}
        <Link href="/sums" onClick={onClose}>
          <strong>{say`Sums`}</strong> {say`every calculation, with your own numbers`}
        </Link>
        <WordButton type="button" onClick={onHelp}>
          {say`Help for this room`}
        </WordButton>
        {who}
      </nav>
    </Drawer>
  );
}
