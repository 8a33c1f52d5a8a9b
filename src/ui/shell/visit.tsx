'use client';
import NextLink from 'next/link';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { createContext, use, useCallback, useMemo, type ComponentProps, type MouseEvent } from 'react';

export interface GoHow {
  /** Takes the place of the address one is at. */
  replace?: boolean;
  /** False: what one looks at stays where it is. */
  scroll?: boolean | undefined;
}

/** Moving about the farm: only data is fetched, the page stays. */
export interface Visit {
  /** What is shown now. */
  where: { path: string; search: string };
  /** The address that was asked for and is still on its way. */
  going: string | null;
  busy: boolean;
}

type Go = (href: string, how?: GoHow) => void;

/** Null on pages that stand alone, as the sign-in: there the browser moves as everywhere. */
export const VisitContext = createContext<Visit | null>(null);
/** How one gets elsewhere: the same for as long as the page stays, so that no link is drawn anew while one is under way. */
export const GoContext = createContext<Go | null>(null);

/** Told on the window when a part of the address was changed that nothing is asked for. */
export const ADDRESS_EVENT = 'crop-cycle:address';

export interface Address {
  path: string;
  search: URLSearchParams;
}

/** The address of what is shown. */
export function useWhere(): Address {
  const visit = use(VisitContext);
  const path = usePathname();
  const search = useSearchParams();
  const own = visit?.where;
  return useMemo(
    () =>
      own ? { path: own.path, search: new URLSearchParams(own.search) } : { path, search: new URLSearchParams(search) },
    [own, path, search],
  );
}

/** The address asked for last, also while it is still on its way. */
export function useTarget(): Address {
  const where = useWhere();
  const going = use(VisitContext)?.going ?? null;
  return useMemo(() => {
    if (going === null) return where;
    const [path, search] = going.split('?');
    return { path: path!, search: new URLSearchParams(search) };
  }, [going, where]);
}

/** Opens another address of the farm. */
export function useGo(): Go {
  const go = use(GoContext);
  const router = useRouter();
  return useCallback(
    (href, how = {}) => {
      if (go) return go(href, how);
      const { replace, ...rest } = how;
      if (Object.keys(rest).length > 0) router[replace ? 'replace' : 'push'](href, rest);
      else router[replace ? 'replace' : 'push'](href);
    },
    [go, router],
  );
}

const isPlain = (event: MouseEvent<HTMLAnchorElement>) =>
  event.button === 0 &&
  !event.defaultPrevented &&
  !(event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) &&
  !event.currentTarget.target &&
  !event.currentTarget.hasAttribute('download');

type LinkProps = Omit<ComponentProps<'a'>, 'href'> & { href: string; scroll?: boolean };

/** A way to another address; within the farm only its data is fetched. */
export function Link({ href, onClick, scroll, ...rest }: LinkProps) {
  const go = use(GoContext);
  if (!go) return <NextLink href={href} prefetch={false} onClick={onClick} {...rest} />;
  return (
    <a
      href={href}
      onClick={(event) => {
        onClick?.(event);
        if (!isPlain(event)) return;
        event.preventDefault();
        go(href, { scroll });
      }}
      {...rest}
    />
  );
}
