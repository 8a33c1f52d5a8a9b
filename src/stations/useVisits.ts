'use client';
import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, useTransition } from 'react';
import { clockTime } from '../core/quantity/sayDay';
import { say } from '../core/words/words';
import { RECORDED_EVENT } from '../ui/outcome';
import { ADDRESS_EVENT, type GoHow, type Visit } from '../ui/shell/visit';
import { dataPath, stationAt, titleOf, type StationName } from './list';
import { readAnswer, remember, type Read } from './readAnswer';

/** A station as it is drawn: which, and with what. */
export interface Shown {
  name: StationName;
  code: string;
  page: unknown;
  etag: string;
}

interface Drawn {
  shown: Shown;
  where: Visit['where'];
  /** What the browser’s own list of addresses is told once it is drawn; null: nothing. */
  enter: { href: string; replace: boolean; scroll: boolean } | null;
}

type How = GoHow & { popped?: boolean; again?: boolean };

interface Visits {
  visit: Visit;
  go: (href: string, how?: GoHow) => void;
  /** Null: what the server drew stands. */
  shown: Shown | null;
  /** Why what is shown is not what was asked for, or is old; null: it is as it is now. */
  trouble: string | null;
}

const whereOf = (url: URL): Visit['where'] => ({ path: url.pathname, search: url.search.slice(1) });

/** Where one is on the farm, and how one gets elsewhere: only data is fetched, what is shown stays until it is there. */
export function useVisits(build: string): Visits {
  const path = usePathname();
  const search = useSearchParams();
  const [first] = useState<Visit['where']>({ path, search: search.toString() });
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const [where, setWhere] = useState(first);
  const [going, setGoing] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [drawing, draw] = useTransition();
  const turn = useRef(0);
  /** How many answers are on their way, whether something was recorded meanwhile, and the address that was reached last. */
  const line = useRef({ under: 0, stale: false, at: '' });

  const open = useCallback(
    async (href: string, how: How = {}) => {
      const url = new URL(href, window.location.href);
      const asked = url.origin === window.location.origin ? stationAt(url.pathname, url.searchParams) : null;
      if (!asked) return window.location.assign(url);
      const mine = ++turn.current;
      line.current.under += 1;
      if (!how.again) setGoing(url.pathname + url.search);
      const read = await readAnswer(dataPath(url.pathname, asked), build);
      line.current.under -= 1;
      if (turn.current !== mine) return;
      if (read.page !== undefined) line.current.at = url.href;
      if (read.kind === 'signedOut') return window.location.assign('/sign-in');
      if (read.kind === 'elsewhere') return how.again ? undefined : window.location.assign(url);
      setTrouble(troubleOf(read));
      if (read.page === undefined || (how.again && read.kind === 'here' && !read.changed)) return setGoing(null);
      const shown = { name: asked.name, code: asked.code, page: read.page, etag: read.etag ?? '' };
      const enter = how.popped || how.again ? null : entering(url, how);
      draw(() => {
        // Not before what was asked for is there: a press meanwhile goes on from it.
        setGoing(null);
        setDrawn({ shown, where: whereOf(url), enter });
        setWhere(whereOf(url));
      });
    },
    [build],
  );

  useLayoutEffect(() => {
    if (!drawn) return;
    document.title = `${titleOf(drawn.shown)} · Crop Cycle`;
    if (!drawn.enter) return;
    const { href, replace, scroll } = drawn.enter;
    window.history[replace ? 'replaceState' : 'pushState'](null, '', href);
    if (scroll) showFrom(new URL(href, window.location.href).hash);
  }, [drawn]);

  const anew = useCallback(async () => {
    const own = line.current;
    own.stale = true;
    // Whoever is under way looks again afterwards.
    while (own.stale && own.under === 0) {
      own.stale = false;
      await open(own.at || window.location.href, { again: true });
    }
  }, [open]);

  useEffect(() => {
    const popped = () => void open(window.location.href, { popped: true });
    const changed = () => {
      line.current.at = window.location.href;
      setWhere(whereOf(new URL(window.location.href)));
    };
    const recorded = () => void anew();
    const looked = () => document.visibilityState === 'visible' && recorded();
    const heard: [EventTarget, string, () => void][] = [
      [window, 'popstate', popped],
      [window, ADDRESS_EVENT, changed],
      [window, RECORDED_EVENT, recorded],
      [document, 'visibilitychange', looked],
    ];
    for (const [on, event, then] of heard) on.addEventListener(event, then);
    return () => heard.forEach(([on, event, then]) => on.removeEventListener(event, then));
  }, [open, anew]);

  const busy = going !== null || drawing;
  const go = useCallback(
    (href: string, how?: GoHow) => void open(href, how).then(() => (line.current.stale ? anew() : undefined)),
    [open, anew],
  );
  const visit = useMemo(() => ({ where, going, busy }), [where, going, busy]);
  return { visit, go, shown: drawn?.shown ?? null, trouble };
}

const entering = (url: URL, { replace = false, scroll = true }: GoHow): Drawn['enter'] => ({
  href: url.pathname + url.search + url.hash,
  replace,
  scroll,
});

/** From the top, or from what the address points at. */
function showFrom(hash: string): void {
  const part = hash ? document.getElementById(decodeURIComponent(hash.slice(1))) : null;
  if (part) part.scrollIntoView();
  else for (const scrolled of [window, document.getElementById('main')]) scrolled?.scrollTo(0, 0);
}

function troubleOf(read: Read): string | null {
  if (read.kind === 'failed') return say`That could not be shown: something went wrong on our side. Try again.`;
  if (read.kind !== 'lost') return null;
  return read.at === undefined
    ? say`No connection: that could not be opened. What you see is what was there before.`
    : say`No connection: this is as it was at ${clockTime(new Date(read.at))}.`;
}

/** The page that the server drew, so that it is not sent again. */
export function rememberFirst(shown: Shown): void {
  const url = new URL(window.location.href);
  const asked = stationAt(url.pathname, url.searchParams);
  if (asked) remember(dataPath(url.pathname, asked), shown.etag, shown.page);
}
