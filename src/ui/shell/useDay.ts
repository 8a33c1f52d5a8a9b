'use client';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useOptimistic, useTransition } from 'react';
import { addressWith } from './useAddress';
import { dayToShow, whyAnotherDay } from '../../core/plan/reach';
import type { Day } from '../../core/quantity/days';

export interface DayInHand {
  /** The day asked for last, also while its screen is still on the way. */
  day: Day;
  setDay(next: Day): void;
  /** An address that keeps the day. */
  withDay(href: string): string;
  pending: boolean;
  /** Why it is not the day of the address, in words, or null. */
  another: string | null;
}

/** Once the screen was drawn anew; in a page that is not looked at, at once. */
const drawn = () =>
  new Promise<void>((resolve) => {
    if (document.hidden) resolve();
    else requestAnimationFrame(() => setTimeout(resolve));
  });

/** The day every screen shows. It lives in the address, so a link to a day is a link. */
export function useDay(today: Day): DayInHand {
  const router = useRouter();
  const path = usePathname();
  const search = useSearchParams();
  const [pending, start] = useTransition();
  const wanted = search.get('day');
  const [day, ask] = useOptimistic(dayToShow(today, wanted));
  const setDay = useCallback(
    (asked: Day) =>
      start(async () => {
        const next = dayToShow(today, asked);
        ask(next);
        await drawn();
        const address = addressWith(path, search, { day: next === today ? null : next });
        start(() => router.replace(address, { scroll: false }));
      }),
    [ask, path, router, search, today],
  );
  const withDay = (href: string) => addressWith(href, '', { day: day === today ? null : day });
  return { day, setDay, withDay, pending, another: whyAnotherDay(today, wanted) };
}
