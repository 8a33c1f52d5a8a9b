'use client';
import Link from 'next/link';
import { useEffect, useRef } from 'react';
import css from './cohorts.module.css';

const PAGES = [
  ['/cohorts', 'Tanks'],
  ['/cohorts/arrivals', 'Arrivals'],
  ['/cohorts/feed', 'Feed'],
  ['/cohorts/temperature', 'Temperature'],
  ['/cohorts/margin', 'Life support'],
  ['/cohorts/planner', 'Stocking planner'],
  ['/cohorts/loss', 'After a loss'],
  ['/cohorts/species', 'Species'],
] as const;

/** The rooms of the Cohorts station. On a phone the row scrolls to where one is. */
export function CohortsNav({ here, suffix }: { here: string; suffix: string }) {
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    const current = row.current?.querySelector<HTMLElement>('[aria-current]');
    if (current) row.current!.scrollLeft = current.offsetLeft - (row.current!.clientWidth - current.clientWidth) / 2;
  }, [here]);
  return (
    <nav aria-label="Cohorts" className={css.rooms} ref={row}>
      {PAGES.map(([path, name]) => (
        <Link key={path} href={path + suffix} prefetch={false} aria-current={path === here ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </nav>
  );
}
