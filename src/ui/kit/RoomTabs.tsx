'use client';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { Link } from '../shell/visit';
import { useEffect, useRef } from 'react';
import { told } from '../../core/words/words';

interface RoomTabsProps {
  /** What the rooms are of, for those who hear the page. */
  label: string;
  rooms: readonly (readonly [path: string, name: string, ...rest: unknown[]])[];
  here: string;
  /** Added to every address, to keep the day. */
  suffix: string;
}

const MIDDLE = { inline: 'center', block: 'nearest' } as const;

/** The rooms of a station, as links: each has an address of its own. On a phone the row scrolls to where one is. */
export function RoomTabs({ label, rooms, here, suffix }: RoomTabsProps) {
  const row = useRef<HTMLDivElement>(null);
  // Once letters have their widths, which the tabs' own scrolling does not wait for.
  useEffect(() => {
    const show = () => row.current?.querySelector('[aria-current]')?.scrollIntoView(MIDDLE);
    void document.fonts?.ready.then(show);
  }, [here]);
  return (
    <Tabs
      ref={row}
      component="nav"
      aria-label={label}
      value={rooms.some(([path]) => path === here) ? here : false}
      variant="scrollable"
      scrollButtons="auto"
      // Links to pages, not tabs of one page.
      slotProps={{ list: { role: undefined } }}
    >
      {rooms.map(([path, name]) => (
        <Tab
          key={path}
          value={path}
          label={told(name)}
          component={Link}
          href={path + suffix}
          role={undefined}
          tabIndex={0}
          aria-selected={undefined}
          aria-current={path === here ? 'page' : undefined}
        />
      ))}
    </Tabs>
  );
}
