'use client';
import { use, useCallback } from 'react';
import { addressWith } from './useAddress';
import { useGo, useTarget, useWhere, VisitContext } from './visit';
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

/** The day every screen shows. It lives in the address, so a link to a day is a link. */
export function useDay(today: Day): DayInHand {
  const { path, search } = useTarget();
  const here = useWhere();
  const go = useGo();
  const busy = use(VisitContext)?.busy ?? false;
  const day = dayToShow(today, search.get('day'));
  const setDay = useCallback(
    (asked: Day) => {
      const next = dayToShow(today, asked);
      go(addressWith(path, search, { day: next === today ? null : next }), { replace: true, scroll: false });
    },
    [go, path, search, today],
  );
  const withDay = (href: string) => addressWith(href, '', { day: day === today ? null : day });
  return { day, setDay, withDay, pending: busy, another: whyAnotherDay(today, here.search.get('day')) };
}
