'use client';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useTransition } from 'react';
import { isDay, type Day } from '../../core/quantity/days';

/** The day every screen shows. It lives in the address, so a link to a day is a link. */
export function useDay(today: Day) {
  const router = useRouter();
  const path = usePathname();
  const search = useSearchParams();
  const [pending, start] = useTransition();
  const wanted = search.get('day');
  const day = isDay(wanted) ? wanted : today;
  const setDay = useCallback(
    (next: Day) => {
      const params = new URLSearchParams(search);
      if (next === today) params.delete('day');
      else params.set('day', next);
      const query = params.toString();
      start(() => router.replace(query ? `${path}?${query}` : path, { scroll: false }));
    },
    [path, router, search, today],
  );
  const withDay = useCallback((href: string) => (day === today ? href : `${href}?day=${day}`), [day, today]);
  return { day, setDay, withDay, pending };
}
