import { act, cleanup, fireEvent, render, renderHook, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { logContext as contextOf } from '../../src/core/log/context';
import type { LogContext } from '../../src/core/log/parse';
import { METRIC } from '../../src/core/quantity/units';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';
import { aFarm } from '../core/farm';

/** Presses and lines on a phone whose connection comes and goes: nothing is lost, nothing is done twice, no page breaks. */
const sent: { act: string; body: Record<string, unknown> }[] = [];
let answer: (act: string, body: Record<string, unknown>) => Outcome<unknown> | null;
let context: LogContext | null;
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    const outcome = answer(act, body);
    if (!outcome) throw new TypeError('Failed to fetch');
    return outcome;
  },
  ask: async () => {
    if (!context) throw new TypeError('Failed to fetch');
    return { ok: true, value: context };
  },
}));
vi.mock('comlink', () => ({
  proxy: <T,>(it: T) => it,
  wrap: () => ({
    open: async () => undefined,
    answer: async () => ({ refused: 'nobody asks here' }),
    versions: async (groups: string[]) => groups.map((groupId) => ({ groupId, version: 3 })),
    compare: async () => [],
  }),
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/season',
  useSearchParams: () => new URLSearchParams(),
}));

const { OpenLogLine } = await import('../../src/features/log/OpenLogLine');
const { AddSowing } = await import('../../src/features/beds/AddSowing');
const { OrderSteps } = await import('../../src/features/market/OrderSteps');
const { SetAside } = await import('../../src/features/market/SetAside');
const { BrokenRecords } = await import('../../src/features/records/BrokenRecords');
const { useDraft } = await import('../../src/features/season/useDraft');

const done = (value: unknown = 'Done.'): Outcome<unknown> => ({ ok: true, value });
const OFFLINE = null;

beforeEach(() => {
  sent.length = 0;
  answer = () => done();
  context = contextOf(aFarm(), METRIC);
  localStorage.clear();
  vi.stubGlobal(
    'Worker',
    class {
      terminate = vi.fn();
    },
  );
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const show = (ui: React.ReactNode) => render(<MayWrite value={true}>{ui}</MayWrite>);
const button = (name: string | RegExp) => screen.findByRole<HTMLButtonElement>('button', { name });
const press = async (name: string | RegExp) => {
  await waitFor(async () => expect((await button(name)).disabled).toBe(false));
  fireEvent.click(await button(name));
};
const keys = () => sent.map((s) => s.body.entryKey);

describe('a press that gets no answer', () => {
  const line = { id: 'i1', unit: 'kg' as const, name: 'Rainbow trout', owed: 7500 };
  const lots = [{ lotId: 'l1', lotCode: 'PF-1', quantity: 24_000, words: 'PF-1 · 24 kg' }];
  const broken = { what: 'step', id: 's1', words: 'A step without a place.', mendable: true } as never;
  const order = { orderId: 'o', version: 1, state: 'open', ready: true, canPay: true, canCallOff: true };
  const PRESSES: [what: string, page: React.ReactNode, button: string | RegExp, sameKey: boolean][] = [
    [
      'a sowing for what is short',
      <AddSowing cropCode="mizuna" wantedOn="2026-08-01" shortUnits={40} may />,
      /^Add this sowing/,
      true,
    ],
    ['an order delivered', <OrderSteps {...order} />, /^Mark as delivered/, true],
    ['goods set aside', <SetAside orderId="o" version={1} line={line} lots={lots} units={METRIC} />, 'Reserve', true],
    ['a broken record mended', <BrokenRecords records={[broken]} mayMend />, 'Take it out of the plan', false],
  ];

  test.each(PRESSES)(
    '%s: it says so, the page stays, and pressing again does it once',
    async (_, page, name, sameKey) => {
      answer = () => OFFLINE;
      show(page);
      await press(name);
      expect(await screen.findByText(/No connection. Press again when it is back/)).toBeTruthy();
      answer = () => done();
      await waitFor(async () => expect((await button(name)).disabled).toBe(false));
      await press(name);
      await waitFor(() => expect(sent).toHaveLength(2));
      await waitFor(() => expect(screen.queryByText(/No connection/)).toBeNull());
      expect(keys()[0] === keys()[1]).toBe(sameKey);
    },
  );

  test('another act on the same order is not taken for the one that was lost', async () => {
    answer = () => OFFLINE;
    show(<OrderSteps {...order} />);
    await press(/^Mark as delivered/);
    await screen.findByText(/No connection/);
    await press('Cancel order…');
    await press(/^Yes|^Cancel order$/);
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent.map((s) => s.act)).toEqual(['order.deliver@1', 'order.callOff@1']);
    expect(keys()[1]).not.toBe(keys()[0]);
  });
});

describe('the log line', () => {
  const field = () => screen.getByLabelText<HTMLInputElement>('Log line');
  const type = (value: string) => fireEvent.change(field(), { target: { value } });
  const enter = () => fireEvent.keyDown(field(), { key: 'Enter' });
  const meaning = () => document.getElementById('log-meaning')!.textContent!;
  const open = async (close = vi.fn()) => {
    show(<OpenLogLine onClose={close} />);
    await waitFor(() => expect(meaning()).toMatch(/^for example/));
    return close;
  };
  const recorded = { meaning: '2 dead from TRT-1 in K1', recordedKey: 'k-1', lines: [] };

  test('says what it understood while it is typed, records at Enter, and is empty for the next one', async () => {
    answer = () => done(recorded);
    await open();
    type('K1 dead 2');
    await waitFor(() => expect(meaning()).toMatch(/^→ 2 dead from/));
    enter();
    await waitFor(() => expect(meaning()).toBe('Recorded: 2 dead from TRT-1 in K1.'));
    expect(field().value).toBe('');
    expect(sent).toMatchObject([{ act: 'log.line@1', body: { text: 'K1 dead 2' } }]);
    await press('Undo');
    await waitFor(() => expect(meaning()).toBe('Undone: 2 dead from TRT-1 in K1'));
    expect(sent[1]).toMatchObject({ act: 'entry.takeBack@1', body: { recordedKey: 'k-1' } });
  });

  test('what it does not understand is said and not sent', async () => {
    await open();
    type('X9 dead 2');
    await waitFor(() => expect(meaning()).toMatch(/There is no place or loop “X9”/));
    enter();
    expect(sent).toEqual([]);
    expect(screen.queryByRole('button', { name: 'Enter records' })).toBeNull();
  });

  test('a second Enter answers what it asks; a letter changed asks anew', async () => {
    answer = (_, body) =>
      body.confirmed ? done(recorded) : { ok: false, fields: { confirm: ['That is a third of them.'] } };
    await open();
    type('K1 dead 40');
    await button('Enter records');
    enter();
    await waitFor(() => expect(meaning()).toMatch(/a third of them. Enter again: yes, record it/));
    type('K1 dead 41');
    enter();
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body.confirmed).toBeUndefined();
    await waitFor(() => expect(meaning()).toMatch(/Enter again/));
    enter();
    await waitFor(() => expect(sent[2]?.body.confirmed).toBe(true));
  });

  test('without a connection it stays, also when the line is closed; sent again it has the key it had', async () => {
    answer = () => OFFLINE;
    await open();
    type('K1 dead 2');
    await press('Enter records');
    await waitFor(() => expect(meaning()).toMatch(/No connection: nothing was lost/));
    cleanup();
    await act(async () => void show(<OpenLogLine onClose={() => undefined} />));
    expect(field().value).toBe('K1 dead 2');
    answer = () => done(recorded);
    await press('Enter records');
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(keys()[1]).toBe(keys()[0]);
  });

  test('an undo that gets no answer is said, and can be pressed again', async () => {
    answer = () => done(recorded);
    await open();
    type('K1 dead 2');
    await press('Enter records');
    answer = () => OFFLINE;
    await press('Undo');
    await waitFor(() => expect(meaning()).toMatch(/No connection/));
    answer = () => done();
    await press('Undo');
    await waitFor(() => expect(meaning()).toMatch(/^Undone/));
  });

  test('when the farm’s places cannot be read, that is said and typing is kept; Escape closes it', async () => {
    context = null;
    const close = vi.fn();
    show(<OpenLogLine onClose={close} />);
    await waitFor(() => expect(meaning()).toMatch(/places could not be read/));
    type('K1 dead 2');
    fireEvent.keyDown(field(), { key: 'Escape' });
    expect(close).toHaveBeenCalled();
    expect(localStorage.length).toBe(1);
  });
});

describe('a draft on the board', () => {
  const handle = {
    groupId: 'g1',
    kind: 'sow' as const,
    placeId: 'r1',
    at: 5,
    lotCode: 'MIZ-1',
    count: 90,
    earliest: -5,
  };
  const board = { fish: [], plants: [], balance: {}, promise: [], handles: [handle] };
  const page = (over: Record<string, unknown> = {}) =>
    ({
      ...{ today: '2026-06-10', day: '2026-06-10', when: 'today', units: METRIC, from: -14, days: 105, stamp: 's' },
      ...{ person: { personId: 'p1' }, facts: { places: [], loops: [], crops: [] }, drafts: [], opened: null, board },
      ...over,
    }) as unknown as Parameters<typeof useDraft>[0];
  const open = (over: Record<string, unknown> = {}) => {
    const own = page(over);
    return renderHook(() => useDraft(own)).result;
  };

  const SLID = [{ change: 'shift', groupId: 'g1', days: 4 }];
  /** Slides and leaves, without a word to anyone. */
  const slideAndLeave = () => {
    const draft = open();
    act(() => draft.current.slide('g1', 4, true));
    cleanup();
  };

  test('a slide is called by what it slides, and kept with the versions it was made on', async () => {
    const draft = open();
    act(() => draft.current.slide('g1', 3, true));
    expect(draft.current.called).toBe('sow MIZ-1 3 days later');
    act(() => draft.current.slide('g1', -4, true));
    expect(draft.current.called).toBe('sow MIZ-1 1 day earlier');
    await act(async () => draft.current.keepDraft());
    await waitFor(() => expect(draft.current.changes).toEqual([]));
    expect(sent[0]).toMatchObject({
      act: 'draft.keep@1',
      body: { changes: [{ change: 'shift', groupId: 'g1', days: -1 }], base: [{ groupId: 'g1', version: 3 }] },
    });
    expect(draft.current.said).toMatchObject({ tone: 'good' });
  });

  test.each([
    ['kept', 'keepDraft'],
    ['laid aside', 'setAside'],
  ] as const)(
    'one that could not be %s for want of a connection is still on the board, under its key',
    async (_, how) => {
      answer = () => OFFLINE;
      const draft = open();
      act(() => draft.current.slide('g1', 3, true));
      await act(async () => draft.current[how]());
      await waitFor(() => expect(draft.current.said?.words).toMatch(/No connection: the draft is still on the board/));
      expect(draft.current.changes).toHaveLength(1);
      answer = () => done();
      await act(async () => draft.current[how]());
      await waitFor(() => expect(draft.current.changes).toEqual([]));
      expect(keys()[1]).toBe(keys()[0]);
    },
  );

  test('it is on the board again after a reload, and gone once it is laid aside', async () => {
    slideAndLeave();
    const again = open();
    await waitFor(() => expect(again.current.changes).toEqual(SLID));
    expect(again.current.said?.words).toMatch(/from before is on the board again/);
    await act(async () => again.current.setAside());
    await waitFor(() => expect(again.current.changes).toEqual([]));
    cleanup();
    vi.useFakeTimers();
    const third = open();
    act(() => void vi.runAllTimers());
    expect(third.current.changes).toEqual([]);
  });

  test('leaving again before it is shown does not lose it, nor does a look at a day that has passed', async () => {
    slideAndLeave();
    open();
    cleanup();
    vi.useFakeTimers();
    const past = open({ when: 'past' });
    act(() => void vi.runAllTimers());
    expect(past.current.changes).toEqual([]);
    cleanup();
    const again = open();
    act(() => void vi.runAllTimers());
    expect(again.current.changes).toEqual(SLID);
  });

  test('from a past day back to today, the draft is on the board again', async () => {
    slideAndLeave();
    vi.useFakeTimers();
    const days = { past: page({ when: 'past' }), today: page() };
    const { result, rerender } = renderHook(({ day }: { day: keyof typeof days }) => useDraft(days[day]), {
      initialProps: { day: 'past' },
    });
    act(() => void vi.runAllTimers());
    rerender({ day: 'today' });
    act(() => void vi.runAllTimers());
    expect(result.current.changes).toEqual(SLID);
  });

  test('what the plan does not have any more does not come back', async () => {
    slideAndLeave();
    vi.useFakeTimers();
    const again = open({ board: { ...board, handles: [] } });
    act(() => void vi.runAllTimers());
    expect(again.current.changes).toEqual([]);
  });

  test('discarding one laid aside without a connection is said; what cannot go earlier says why', async () => {
    const opened = { id: 'd1', name: 'Two beds later', changes: [{ change: 'shift', groupId: 'g1', days: 2 }] };
    const draft = open({ opened });
    expect(draft.current.called).toBe('Two beds later');
    answer = () => OFFLINE;
    await act(async () => draft.current.discard());
    await waitFor(() => expect(draft.current.said?.words).toMatch(/No connection/));
    act(() => draft.current.blocked(handle, -5));
    expect(draft.current.said?.words).toMatch(/MIZ-1 cannot go earlier than 10 Jun/);
  });

  test('days of the past are looked at, not drafted on', async () => {
    slideAndLeave();
    vi.useFakeTimers();
    const past = open({ when: 'past' });
    act(() => void vi.runAllTimers());
    expect(past.current.changes).toEqual([]);
  });
});
