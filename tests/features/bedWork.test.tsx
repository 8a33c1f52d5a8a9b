import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { BedPage, BedPlanting } from '../../src/features/beds/bed/queries';
import type { BedsPage } from '../../src/features/beds/queries';
import type { RiskView, WeatherPage } from '../../src/features/beds/weather/queries';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** What a hand does at one bed, what is sown without a plan, and what the weather may do. */
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
  usePathname: () => '/beds/bed/R5',
  useSearchParams: () => new URLSearchParams(),
}));

const { BedView } = await import('../../src/features/beds/bed/BedView');
const { SowNowSheet } = await import('../../src/features/beds/SowNowSheet');
const { WeatherRoom } = await import('../../src/features/beds/weather/WeatherRoom');

const TODAY = '2026-06-10';
const shown = {
  ...{ today: TODAY, day: TODAY, when: 'today' as const, at: 0, units: METRIC, currency: 'EUR' },
  person: { name: 'Bram', role: 'hand', currency: 'EUR' },
};
const open = (room: ReactNode, writes = true) => render(<MayWrite value={writes}>{room}</MayWrite>);
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const choose = async (label: string, option: RegExp) => {
  fireEvent.mouseDown(screen.getByLabelText(label));
  fireEvent.click(await screen.findByRole('option', { name: option }));
};

beforeEach(() => {
  sent.length = 0;
  localStorage.clear();
  answer = () => ({ ok: true, value: { words: 'Packed as PP-TAT-1.', lines: ['36 stand at the beginning.'] } });
});
afterEach(cleanup);

describe('one bed', () => {
  const planting = (over: Partial<BedPlanting>): BedPlanting => ({
    ...{ lotId: 'a', lotCode: 'TAT-1', crop: 'Tatsoi', placeId: 'r5', place: 'R5', onBench: false, count: 180 },
    ...{ stage: 0, nextPerM2: null, byWeight: false, packAs: [], soldHere: false, seedlings: [], care: [] },
    ...{ ripe: -1, pickOn: TODAY, beds: [], ...over },
  });
  const young = planting({ lotId: 'b', lotCode: 'TAT-2', count: 90, ripe: 12, pickOn: '2026-06-22' });
  const onBench = { ...planting({ lotId: 'n', lotCode: 'TAT-3', onBench: true, count: 120 }), ready: 0 };
  const page = (over: Partial<BedPage> = {}): BedPage =>
    ({
      ...shown,
      strip: {
        ...{ placeId: 'r5', code: 'R5', isBench: false, says: 'raft 30 m²', pieces: '30 rafts of 36', spans: [] },
        ...{ cells: 30, positions: 1080, held: 270, fullest: null, pick: null, marks: [] },
      },
      ...{ plantings: [planting({}), young], bench: [onBench], ...over },
    }) as unknown as BedPage;

  test('the ripe end is picked, pushed and refilled in one entry; the ripest is chosen already', async () => {
    open(<BedView page={page()} />);
    type('Pieces picked and packed', '36');
    await choose('Comes in from the bench (if any)', /Tatsoi TAT-3 · 120/);
    type('How many come in (if any)', '36');
    press('Done');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      act: 'plants.conveyor@1',
      body: { placeId: 'r5', lotId: 'a', quantity: 36, refillLotId: 'n', refillCount: 36 },
    });
    expect(await screen.findByText('36 stand at the beginning.')).toBeTruthy();
    expect(screen.getByRole('button', { name: /Undo|Take back/i })).toBeTruthy();
  });

  test('what stands in it says how ripe it is and when it is to be picked', () => {
    open(<BedView page={page()} />);
    expect(screen.getByText(/Tatsoi · 180 plants · ripe · pick on 10 Jun/)).toBeTruthy();
    expect(screen.getByText(/Tatsoi · 90 plants · ripe in 12 days · pick on 22 Jun/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'TAT-2' }).getAttribute('href')).toBe('/beds/TAT-2');
  });

  test('an empty bed says so; the office reads and has nothing to press; on another day nothing is recorded', () => {
    open(<BedView page={page({ plantings: [] })} />);
    expect(screen.getByText('Nothing stands in it.')).toBeTruthy();
    expect(screen.queryByRole('heading', { name: 'Pick, push, refill' })).toBeNull();
    cleanup();
    open(<BedView page={page({ person: { ...shown.person, role: 'office' } } as never)} />);
    expect(screen.queryByRole('button', { name: /Pick|Move|Done/ })).toBeNull();
    cleanup();
    open(<BedView page={page({ plantings: [], when: 'past', day: '2026-06-01' } as never)} />);
    expect(screen.getByText(/recorded on today/)).toBeTruthy();
  });
});

describe('sowing without a plan', () => {
  const page = (role = 'manager') =>
    ({
      ...shown,
      person: { ...shown.person, role },
      benches: [['nb', 'NB']],
      bedIds: [['r4', 'R4']],
      recipes: [
        { code: 'mizuna', name: 'Mizuna', hasSeed: true },
        { code: 'tatsoi', name: 'Tatsoi', hasSeed: false },
        { code: 'mizuna-winter', name: 'Mizuna, winter (not sown now)', hasSeed: true },
      ],
    }) as unknown as BedsPage;

  test('only what is in the store can be sown now', async () => {
    open(<SowNowSheet page={page('hand')} />);
    expect(screen.queryByRole('button', { name: /every so many days/ })).toBeNull();
    press('Sow…');
    fireEvent.mouseDown(screen.getByLabelText('Crop'));
    const options = within(await screen.findByRole('listbox')).getAllByRole('option');
    expect(options.map((o) => o.textContent)).toEqual(['Mizuna', 'Mizuna, winter (not sown now)']);
    fireEvent.click(options[0]!);
    type('How many seeds', '240');
    press('Sown');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        act: 'plants.sowNow@1',
        body: { cropCode: 'mizuna', count: 240, placeId: 'nb' },
      }),
    );
  });

  test('a manager plans the same sowing again and again; leaving it sends nothing', async () => {
    open(<SowNowSheet page={page()} />);
    press('Sow every so many days…');
    press('Leave it');
    press('Sow every so many days…');
    await choose('Crop', /Tatsoi/);
    await choose('Bed', /R4/);
    type('Plants to pick each time', '90');
    press('Plan them');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      act: 'plan.repeatSowing@1',
      body: { cropCode: 'tatsoi', bedId: 'r4', firstPick: '2026-08-09', everyDays: 7, times: 8, plants: 90 },
    });
  });

  test('a visitor and the office are not asked', () => {
    open(<SowNowSheet page={page()} />, false);
    expect(screen.queryByText('Sow something else')).toBeNull();
    cleanup();
    open(<SowNowSheet page={page('office')} />);
    expect(screen.queryByText('Sow something else')).toBeNull();
  });
});

describe('the weather ahead', () => {
  const risk = (over: Partial<RiskView>): RiskView =>
    ({
      ...{ kind: 'heat', lotCode: 'BUT-1', crop: 'Butterhead', bed: 'R1', pickOn: '2026-07-20', earlyOn: '2026-07-14' },
      ...{ ofTen: 4, share: 0.18, lateDays: 0, valueMinor: 40_000, expectedLossMinor: 3000, ...over },
    }) as RiskView;
  const STAND_IN = { isPlaced: false, own: { days: 0, from: null, until: null }, ownMonths: 0 };
  const page = (over: Partial<WeatherPage>) =>
    ({
      ...shown,
      today: '2026-06-10',
      years: 40,
      riskWeeks: 13,
      risks: [],
      happened: [],
      houses: [],
      source: STAND_IN,
      ...over,
    }) as unknown as WeatherPage;
  const line = (name: RegExp) =>
    within(screen.getByRole('row', { name }))
      .getAllByRole('cell')
      .map((c) => c.textContent);

  test('each risk has its odds, what it costs and what helps; what costs nothing is not counted as nought', () => {
    const risks = [
      risk({}),
      risk({ kind: 'dark', lotCode: 'OAK-1', lateDays: 5.4, ofTen: 3, expectedLossMinor: 0 }),
      risk({ kind: 'cold', lotCode: 'MIZ-1', lateDays: 1, ofTen: 2, expectedLossMinor: 0 }),
    ];
    open(<WeatherRoom page={page({ risks })} />);
    expect(line(/^BUT-1/).slice(1, 4)).toEqual([
      'in 4 of 10 years heat costs 18 % of it before its pick',
      '€400',
      '€30',
    ]);
    expect(line(/^BUT-1/)[4]).toBe('14 Jul');
    // In the picture: by crop and week of its pick, with one line of advice for those alike.
    expect(screen.getByText(/^Heat: pick it early/)).toBeTruthy();
    expect(screen.getByText(/^Dull weather:/)).toBeTruthy();
    expect(screen.getByRole('link', { name: /^OAK-1, picked 20 Jul: in 3 of 10 years 5 days late$/ }).textContent).toBe(
      '+5 d3 of 10',
    );
    expect(screen.getByRole('link', { name: /^BUT-1, .* 18 % less; may be picked from 14 Jul$/ })).toBeTruthy();
    expect(line(/^OAK-1/)[1]).toBe('in 3 of 10 years dull weather makes it 5 days late');
    expect(line(/^OAK-1/)[3]).toBe('—');
    expect(line(/^MIZ-1/)[1]).toBe('in 2 of 10 years cold makes it 1 day late');
  });

  test('without a risk it says so; what heat has done already stands first and leads to the plants', () => {
    const happened = [{ lotCode: 'BUT-9', bed: 'R2', words: '12 % will have bolted by its pick' }];
    open(<WeatherRoom page={page({ happened } as never)} />);
    expect(screen.getByText(/In nine years of ten the weather does no harm/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'R2' }).getAttribute('href')).toBe('/beds/BUT-9');
  });

  test('what it rests on: a stand-in, told when nobody has said where the farm is; or the farm’s own weather', () => {
    open(<WeatherRoom page={page({})} />);
    expect(screen.getByText(/A stand-in: monthly air and light/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Say where it is' })).toBeTruthy();
    // Only a manager brings files in.
    expect(screen.queryByRole('link', { name: /Bring in your own weather/ })).toBeNull();
    cleanup();
    const own = { days: 730, from: '2024-01-01', until: '2025-12-30' };
    const person = { ...shown.person, role: 'manager' };
    open(<WeatherRoom page={page({ source: { isPlaced: true, own, ownMonths: 12 }, person } as never)} />);
    expect(screen.getByText(/Your own weather of 730 days, .*: 12 months go by it/)).toBeTruthy();
    expect(screen.queryByText(/Nobody has said/)).toBeNull();
    expect(screen.getByRole('link', { name: /Bring in your own weather/ })).toBeTruthy();
  });
});
