'use client';
import { say } from '../../core/words/words';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { MoreProps } from './MoreDrawer';

// A drawer is heavy, and most people stay at the five stations.
const MoreDrawer = dynamic(() => import('./MoreDrawer').then((m) => m.MoreDrawer), { ssr: false });

/** What does not fit the bar of a phone: the other stations, Sums, and who is signed in. */
export function More({ links, withDay, who, onHelp }: MoreProps) {
  const [open, setOpen] = useState(false);
  const [opened, setOpened] = useState(false);
  const show = () => {
    setOpened(true);
    setOpen(true);
  };
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        aria-current={links.some((l) => l.current) ? 'true' : undefined}
        onClick={show}
      >
        {say`More`}
      </button>
      {opened && (
        <MoreDrawer
          open={open}
          onClose={() => setOpen(false)}
          links={links}
          withDay={withDay}
          who={who}
          onHelp={() => {
            setOpen(false);
            onHelp();
          }}
        />
      )}
    </>
  );
}
