'use client';
import { useCallback, useMemo } from 'react';
import { ADDRESS_EVENT, useWhere } from './visit';

/** A path with parts of its search changed; null takes one out. Every address of the app is made here. */
export function addressWith(
  path: string,
  search: URLSearchParams | string,
  parts: Record<string, string | null>,
): string {
  const params = new URLSearchParams(search);
  for (const [name, value] of Object.entries(parts)) {
    if (value === null) params.delete(name);
    else params.set(name, value);
  }
  const query = params.toString();
  return query ? `${path}?${query}` : path;
}

/** What the address says of a part, where a screen asks once and not at each drawing. */
export const saidInAddress = (name: string): string | null => new URLSearchParams(window.location.search).get(name);

/** Changes parts of the address that nothing is asked of the server for. */
export function sayInAddress(parts: Record<string, string | null>): void {
  window.history.replaceState(null, '', addressWith(window.location.pathname, window.location.search, parts));
  window.dispatchEvent(new Event(ADDRESS_EVENT));
}

/**
 * A choice that lives in the address: how near one looks, what is folded away. It outlives a reload, and a link to it is a
 * link. Nothing is asked of the server for it.
 * @param read what the address says, or the usual where it says nothing or nonsense
 * @param write how it is put into the address; null: the usual, which needs no word
 */
export function useAddress<T>(
  name: string,
  read: (said: string | null) => T,
  write: (value: T) => string | null,
): [value: T, change: (next: T) => void] {
  const { search } = useWhere();
  const change = useCallback((next: T) => sayInAddress({ [name]: write(next) }), [name, write]);
  const said = search.get(name);
  return [useMemo(() => read(said), [read, said]), change];
}
