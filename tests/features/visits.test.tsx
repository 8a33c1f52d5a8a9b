import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { stringify } from 'devalue';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { useVisits } from '../../src/stations/useVisits';
import { RECORDED_EVENT } from '../../src/ui/outcome';
import { sayInAddress } from '../../src/ui/shell/useAddress';

vi.mock('next/navigation', () => ({
  usePathname: () => '/round',
  useSearchParams: () => new URLSearchParams(),
}));

/** What the server would say of each address, and what it was asked. */
let says: Record<string, { etag: string; page: unknown } | number>;
let asked: { path: string; etag: string | null }[];
/** Answers wait for this, where a test holds them back. */
let held: Promise<void>;
let line: boolean;

/** Each test has addresses of its own: what was known before stays known while the page stays. */
let n = 0;
const day = (d: number) => `/round?day=20${String(10 + n)}-06-${String(d).padStart(2, '0')}`;
const data = (href: string) => `/api/stations${href}`;

beforeEach(() => {
  n += 1;
  [says, asked, held, line] = [{}, [], Promise.resolve(), true];
  window.history.replaceState(null, '', '/round');
  vi.stubGlobal('fetch', async (path: string, { headers }: { headers: Record<string, string> }) => {
    const etag = headers['if-none-match'] ?? null;
    asked.push({ path, etag });
    const answer = says[path] ?? 404;
    await held;
    if (!line) throw new TypeError('no line');
    if (typeof answer === 'number') return new Response('{}', { status: answer });
    if (answer.etag === etag) return new Response(null, { status: 304 });
    return new Response(stringify(answer.page), { headers: { etag: answer.etag, 'x-crop-cycle-build': 'b1' } });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () => renderHook(() => useVisits('b1')).result;
const there = (href: string, page: unknown, etag = `"${JSON.stringify(page)}"`) => (says[data(href)] = { etag, page });

describe('from one station to the next', () => {
  test('what is shown stays until the asked is there; then it is shown, and the address says so', async () => {
    there(day(1), { day: 1 });
    let letGo = () => undefined as void;
    held = new Promise((go) => (letGo = go));
    const visits = open();
    act(() => visits.current.go(day(1)));
    expect(visits.current.visit).toMatchObject({ going: day(1), busy: true, where: { path: '/round', search: '' } });
    expect(visits.current.shown).toBeNull();
    expect(window.location.search).toBe('');
    await act(async () => letGo());
    await waitFor(() => expect(visits.current.shown).toMatchObject({ name: 'round', page: { day: 1 } }));
    expect(visits.current.visit).toMatchObject({ going: null, busy: false });
    expect(window.location.pathname + window.location.search).toBe(day(1));
    expect(document.title).toBe('Round · Crop Cycle');
  });

  test('of two asked for, the later is shown, whichever answer comes last', async () => {
    there(day(1), { day: 1 });
    there(day(2), { day: 2 });
    let letGo = () => undefined as void;
    held = new Promise((go) => (letGo = go));
    const visits = open();
    act(() => visits.current.go(day(1)));
    held = Promise.resolve();
    await act(async () => visits.current.go(day(2)));
    await waitFor(() => expect(visits.current.shown).toMatchObject({ page: { day: 2 } }));
    await act(async () => letGo());
    expect(visits.current.shown).toMatchObject({ page: { day: 2 } });
    expect(window.location.pathname + window.location.search).toBe(day(2));
  });

  test('what is known is asked for by its mark, and not sent again', async () => {
    there(day(1), { day: 1 });
    there(day(2), { day: 2 });
    const visits = open();
    await act(async () => visits.current.go(day(1)));
    await act(async () => visits.current.go(day(2)));
    await act(async () => visits.current.go(day(1)));
    expect(asked.map((a) => a.etag)).toEqual([null, null, '"{\\"day\\":1}"'.replaceAll('\\', '')]);
    expect(visits.current.shown).toMatchObject({ page: { day: 1 } });
  });

  test('back shows what was there before, and adds nothing to the list of addresses', async () => {
    there(day(1), { day: 1 });
    const visits = open();
    const before = window.history.length;
    window.history.replaceState(null, '', day(1));
    await act(async () => void window.dispatchEvent(new PopStateEvent('popstate')));
    await waitFor(() => expect(visits.current.shown).toMatchObject({ page: { day: 1 } }));
    expect(window.history.length).toBe(before);
  });

  test('how near one looks asks nothing of anyone', async () => {
    const visits = open();
    act(() => sayInAddress({ near: '2' }));
    expect(visits.current.visit.where).toEqual({ path: '/round', search: 'near=2' });
    expect(asked).toEqual([]);
  });
});

describe('after something was recorded', () => {
  test('what is shown is asked again, and drawn anew only where it is another', async () => {
    there(day(1), { jobs: 3 });
    const visits = open();
    await act(async () => visits.current.go(day(1)));
    const before = visits.current.shown;
    await act(async () => void window.dispatchEvent(new Event(RECORDED_EVENT)));
    expect(asked).toHaveLength(2);
    expect(visits.current.shown).toBe(before);
    there(day(1), { jobs: 2 });
    await act(async () => void window.dispatchEvent(new Event(RECORDED_EVENT)));
    await waitFor(() => expect(visits.current.shown).toMatchObject({ page: { jobs: 2 } }));
    expect(window.location.pathname + window.location.search).toBe(day(1));
  });

  test('recorded while another address is on its way: that one is asked again once it is there', async () => {
    there(day(1), { jobs: 3 });
    let letGo = () => undefined as void;
    held = new Promise((go) => (letGo = go));
    const visits = open();
    act(() => visits.current.go(day(1)));
    act(() => void window.dispatchEvent(new Event(RECORDED_EVENT)));
    there(day(1), { jobs: 2 });
    held = Promise.resolve();
    await act(async () => letGo());
    await waitFor(() => expect(visits.current.shown).toMatchObject({ page: { jobs: 2 } }));
    expect(asked.map((a) => a.path)).toEqual([data(day(1)), data(day(1))]);
  });
});

describe('without a line', () => {
  test('what was never opened stays closed, one stays where one is, and that is said', async () => {
    line = false;
    const visits = open();
    await act(async () => visits.current.go(day(1)));
    expect(visits.current).toMatchObject({ shown: null, visit: { going: null } });
    expect(visits.current.trouble).toMatch(/No connection: that could not be opened/);
    expect(window.location.search).toBe('');
  });

  test('what was open before is shown as it was, with its time, until the line is back', async () => {
    there(day(1), { day: 1 });
    there(day(2), { day: 2 });
    const visits = open();
    await act(async () => visits.current.go(day(1)));
    await act(async () => visits.current.go(day(2)));
    line = false;
    await act(async () => visits.current.go(day(1)));
    expect(visits.current.shown).toMatchObject({ page: { day: 1 } });
    expect(visits.current.trouble).toMatch(/No connection: this is as it was at \d/);
    line = true;
    await act(async () => visits.current.go(day(2)));
    expect(visits.current.trouble).toBeNull();
  });

  test('a fault of ours is said as one, and nothing is lost', async () => {
    says[data(day(1))] = 503;
    const visits = open();
    await act(async () => visits.current.go(day(1)));
    expect(visits.current.trouble).toMatch(/something went wrong on our side/);
    expect(visits.current.visit.where).toEqual({ path: '/round', search: '' });
  });
});
