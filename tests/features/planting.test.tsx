import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { PlantingPage, WayRow } from '../../src/features/beds/planting/queries';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** The page of one planting, as a manager and a hand use it. */
const sent: { act: string; body: Record<string, unknown> }[] = [];
let answer: () => Outcome<unknown>;
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    return answer();
  },
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/beds/MIZ-1',
  useSearchParams: () => new URLSearchParams(),
}));

const { PlantingView } = await import('../../src/features/beds/planting/PlantingView');

const TODAY = '2026-06-10';
const step = (over: Partial<WayRow>): WayRow => ({
  ...{ id: 's1', version: 3, kind: 'pick', words: 'Pick 1', where: 'R4', first: null, day: '2026-06-14', done: false },
  ...{ count: 120, ripeOn: null, pinned: false, changed: [], ...over },
});
const WAY = [
  step({ id: 'sow', kind: 'sow', words: 'Sow', where: 'NB', day: '2026-05-01', done: true, count: 150 }),
  step({ id: 'in', kind: 'transplant', words: 'Transplant', where: 'NB → R4', day: '2026-06-05', count: 120 }),
  step({ id: 'p1', first: '2026-06-12', ripeOn: '2026-06-15', changed: ['moved by Ines', 'follows the plants'] }),
  step({ id: 'p2', words: 'Pick 2', day: '2026-06-30', pinned: true }),
];
const STORY = [
  {
    ...{ id: 'm2', kind: 'movement' as const, day: '2026-06-09', what: 'lost 4', says: 'bolted in R4', by: 'Bram' },
    ...{ takenBack: false, mayTakeBack: true },
  },
  {
    ...{ id: 'm1', kind: 'movement' as const, day: '2026-05-01', what: 'sow 150', says: 'on NB', by: 'Tess' },
    ...{ takenBack: true, mayTakeBack: false },
  },
];

const page = (over: Partial<PlantingPage> = {}): PlantingPage =>
  ({
    ...{ today: TODAY, day: TODAY, when: 'today', at: 0, units: METRIC },
    person: { name: 'Ines', role: 'manager', currency: 'EUR' },
    ...{ lotCode: 'MIZ-1', crop: 'Mizuna', cropCode: 'mizuna', sownOn: '2026-05-01' },
    seeds: [{ code: 'SD-1', supplier: 'Larkfield Seed' }],
    stands: [
      { place: 'R4', isBed: true, words: '116 plants', ripe: 'ripe on 15 Jun' },
      { place: 'NB', isBed: false, words: '30 on the bench', ripe: '' },
    ],
    figures: [{ name: 'sown', value: '150', says: 'seeds' }],
    ...{ way: WAY, cuts: [], packed: [], curve: null, story: STORY, plants: [], beds: [], ...over },
  }) as unknown as PlantingPage;

const open = (shown: PlantingPage, writes = true) =>
  render(
    <MayWrite value={writes}>
      <PlantingView page={shown} />
    </MayWrite>,
  );
const row = (name: RegExp) => within(screen.getByRole('row', { name }));

beforeEach(() => {
  sent.length = 0;
  localStorage.clear();
  answer = () => ({ ok: true, value: { words: 'Done.', lines: ['Pick 2 goes from 30 Jun to 3 Jul.'] } });
});
afterEach(cleanup);

describe('where it stands and what is to come', () => {
  test('beds are led to, benches are named; its seed has its supplier', () => {
    open(page());
    expect(screen.getByRole('link', { name: 'R4' }).getAttribute('href')).toBe('/beds/bed/R4');
    expect(screen.getByText(/116 plants, ripe on 15 Jun/)).toBeTruthy();
    expect(screen.getByText(/NB: 30 on the bench/)).toBeTruthy();
    expect(screen.getByText(/seed SD-1 from Larkfield Seed/)).toBeTruthy();
  });

  test('each step says when it was planned first, when it is due, that it is late, and what moved it', () => {
    open(page());
    expect(row(/^Sow/).getByText('done 1 May')).toBeTruthy();
    expect(row(/^Transplant/).getByText('late, was 5 Jun')).toBeTruthy();
    const first = row(/^Pick 1/);
    expect(first.getByText('12 Jun')).toBeTruthy();
    expect(first.getByText('14 Jun')).toBeTruthy();
    expect(first.getByText('ripe on 15 Jun')).toBeTruthy();
    expect(first.getByText('follows the plants').getAttribute('title')).toContain('moved by Ines');
    expect(row(/^Pick 2/).getByText(/kept on its day/)).toBeTruthy();
  });

  test('one that is still to be sown says so, and has nothing in its story', () => {
    open(page({ seeds: [], story: [], stands: [], way: [], sownOn: '2026-07-01' }));
    expect(screen.getByText(/to be sown 1 Jul/)).toBeTruthy();
    expect(screen.getByText('Nothing yet: it is still to be sown.')).toBeTruthy();
  });
});

describe('its plan, changed where it stands', () => {
  test('a pick is kept on its day and let go again; what that moved is said', async () => {
    open(page());
    fireEvent.click(row(/^Pick 1/).getByRole('button', { name: 'keep this day' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ act: 'plan.pinPick@1', body: { stepId: 'p1', pinned: true } }));
    expect(await screen.findByText('Pick 2 goes from 30 Jun to 3 Jul.')).toBeTruthy();
    fireEvent.click(row(/^Pick 2/).getByRole('button', { name: 'let it follow' }));
    await waitFor(() => expect(sent[1]).toMatchObject({ body: { stepId: 'p2', pinned: false, version: 3 } }));
  });

  test('a refusal is told, not swallowed', async () => {
    answer = () => ({ ok: false, fields: { form: ['Someone else changed this meanwhile.'] } });
    open(page());
    fireEvent.click(row(/^Pick 1/).getByRole('button', { name: 'keep this day' }));
    expect(await screen.findByText('Someone else changed this meanwhile.')).toBeTruthy();
  });

  test('a manager gives a step another day and count; what is asked stands beside, and nothing typed is lost', async () => {
    open(page());
    fireEvent.click(screen.getByRole('button', { name: 'Change Pick 1' }));
    const count = screen.getByLabelText('Plants') as HTMLInputElement;
    expect(count.value).toBe('120');
    fireEvent.change(count, { target: { value: '500' } });
    answer = () => ({ ok: false, fields: { count: ['116 stand there; 500 is more than that.'] } });
    fireEvent.click(screen.getByRole('button', { name: 'Change' }));
    expect(await screen.findByText('116 stand there; 500 is more than that.')).toBeTruthy();
    expect((screen.getByLabelText('Plants') as HTMLInputElement).value).toBe('500');
    fireEvent.change(screen.getByLabelText('Plants'), { target: { value: '100' } });
    answer = () => ({ ok: true, value: { words: 'Changed.', lines: [] } });
    fireEvent.click(screen.getByRole('button', { name: 'Change' }));
    await waitFor(() =>
      expect(sent.at(-1)).toMatchObject({ act: 'plan.changeStep@1', body: { stepId: 'p1', version: 3, count: 100 } }),
    );
    expect(await screen.findByText('Changed.')).toBeTruthy();
    expect(screen.queryByLabelText('Plants')).toBeNull();
  });

  test('a hand keeps picks on their day but plans nothing else; a visitor and another day change nothing', () => {
    open(page({ person: { name: 'Bram', role: 'hand', currency: 'EUR' } } as never));
    expect(screen.getAllByRole('button', { name: /keep this day|let it follow/ })).toHaveLength(2);
    expect(screen.queryByRole('button', { name: /^Change/ })).toBeNull();
    cleanup();
    open(page(), false);
    expect(screen.queryByRole('button', { name: /keep this day|^Change/ })).toBeNull();
    cleanup();
    open(page({ when: 'past' } as never));
    expect(screen.queryByRole('button', { name: /keep this day|^Change/ })).toBeNull();
  });
});

describe('what it gave', () => {
  test('cut by cut against its recipe, and what it was packed as', () => {
    const cuts = [
      { cut: 1, picked: '10.2 kg', expected: '12 kg', share: 0.85, plain: { picked: 10.2, expected: 12, unit: 'kg' } },
      { cut: 2, picked: '11 kg', expected: '9.6 kg', share: 1.146, plain: { picked: 9, expected: 12, unit: 'kg' } },
    ];
    const packed = [{ lotCode: 'PP-MIZ-1', product: 'Mizuna', day: '2026-06-01', quantity: '10.2 kg' }];
    open(page({ cuts, packed }));
    expect(row(/^pick 1/).getByText('85 %')).toBeTruthy();
    expect(row(/^pick 2/).getByText('115 %')).toBeTruthy();
    expect(screen.getByText(/PP-MIZ-1 · 1 Jun/)).toBeTruthy();
  });
});

describe('what happened', () => {
  test('what was taken back still stands there; what may be is taken back from here', async () => {
    open(page());
    expect(row(/^1 May/).queryByRole('button')).toBeNull();
    fireEvent.click(row(/^9 Jun/).getByRole('button', { name: 'Take back: lost 4 bolted in R4' }));
    // The first press only asks.
    expect(sent).toEqual([]);
    answer = () => ({ ok: false, fields: { form: ['It was picked since. Take that back first.'] } });
    fireEvent.click(row(/^9 Jun/).getByRole('button', { name: 'Yes, take back' }));
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ act: 'entry.takeBack@1', body: { kind: 'movement', id: 'm2' } }),
    );
    expect((await screen.findByRole('alert')).textContent).toBe('It was picked since. Take that back first.');
  });
});
