import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { USUAL_RULES } from '../../src/core/setup/carries/rules';
import { MayWrite } from '../../src/ui/shell/mayWrite';
import { post, sent } from './posted';

/** Where the farm stands, what its houses are, and what it carries, as a manager changes them. */
vi.mock('../../src/commands/client', async () => (await import('./posted')).client);
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/farm/houses',
  useSearchParams: () => new URLSearchParams(),
}));

const { HousesRoom } = await import('../../src/features/farm/HousesRoom');
const { CarriesRoom } = await import('../../src/features/farm/CarriesRoom');

const done = { ok: true, value: { words: 'Kept.', lines: ['Pick goes from 3 Jun to 9 Jun.'] } } as const;
beforeEach(() => {
  sent.length = 0;
  post.answer = () => done;
  localStorage.clear();
});
afterEach(cleanup);

const show = (ui: React.ReactNode) => render(<MayWrite value={true}>{ui}</MayWrite>);
const months = (v: number) => new Array<number>(12).fill(v);

describe('houses', () => {
  type Page = Parameters<typeof HousesRoom>[0]['page'];
  const page = (over: Partial<Page> = {}): Page => ({
    ...{ units: METRIC, currency: 'EUR', mayChange: true, mayRead: true },
    site: { version: 3, latitude: 47, altitudeM: 320 },
    houses: [
      {
        ...{ id: 'h1', version: 2, name: 'Glasshouse one', house: null, beds: 4, tanks: 0, airC: null, lightMol: null },
        readAt: { loopId: 'l1', placeId: 'r1' },
      },
    ],
    usual: { airC: months(18), lightMol: months(12) },
    ...over,
  });
  const house = () => within(screen.getByRole('region', { name: 'Glasshouse one' }));

  test('of which nobody said anything is reckoned as glass, and says so', () => {
    show(<HousesRoom page={page()} />);
    expect(house().getByText(/nobody said yet what it is: counts as glass/)).toBeTruthy();
    expect(house().getByText(/air 18 °C \(line\), light 12.0 mol/)).toBeTruthy();
  });

  test('is given set points and lamps, and what moves is said', async () => {
    show(<HousesRoom page={page()} />);
    fireEvent.change(house().getByLabelText(/^Held at by day/), { target: { value: '22' } });
    fireEvent.change(house().getByLabelText(/^Lamps on/), { target: { value: '16' } });
    fireEvent.change(house().getByLabelText(/^Lamp light/), { target: { value: '200' } });
    fireEvent.click(house().getByRole('button', { name: 'Keep' }));
    expect(await screen.findByText(/Pick goes from 3 Jun/)).toBeTruthy();
    expect(sent.at(-1)!.body).toMatchObject({
      id: 'h1',
      version: 2,
      cover: 'glass',
      dayC: 22,
      lampHours: 16,
      umolM2S: 200,
    });
  });

  test('what is read in it is kept for it', async () => {
    show(<HousesRoom page={page()} />);
    fireEvent.change(house().getByLabelText(/^Air read here now/), { target: { value: '31' } });
    fireEvent.click(house().getByRole('button', { name: 'Write it down' }));
    expect(await screen.findByText('Kept.')).toBeTruthy();
    expect(sent.at(-1)!.body).toMatchObject({ loopId: 'l1', placeId: 'r1', values: { air: 31 } });
  });

  test('another latitude is asked about before it is kept', async () => {
    post.answer = (_, body) =>
      body.confirmed ? done : { ok: false, fields: { confirm: ['R1 comes later.', 'Keep it all the same?'] } };
    show(<HousesRoom page={page()} />);
    const site = within(screen.getByRole('region', { name: 'Where it stands' }));
    fireEvent.change(site.getByLabelText(/^Latitude/), { target: { value: '-33' } });
    fireEvent.click(site.getByRole('button', { name: 'Keep' }));
    expect(await site.findByText(/R1 comes later/)).toBeTruthy();
    fireEvent.click(site.getByLabelText('Yes, that is right'));
    fireEvent.click(site.getByRole('button', { name: 'Keep' }));
    expect(await screen.findByText('Kept.')).toBeTruthy();
    expect(sent.map((s) => [s.body.latitude, s.body.confirmed])).toEqual([
      [-33, undefined],
      [-33, true],
    ]);
  });

  test('who may not change them reads them', () => {
    show(<HousesRoom page={page({ mayChange: false, mayRead: false })} />);
    expect(screen.getByText('A manager changes these.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull();
  });
});

test('a rule of thumb is changed, its default and source beside it', async () => {
  const page = {
    ...{ units: METRIC, currency: 'EUR', mayChange: true, rows: [], ways: [], version: 7 },
    rules: { ...USUAL_RULES, mediaLPerKg: 5 },
  };
  show(<CarriesRoom page={page} />);
  expect(screen.getByText(/Your own; the default is 2\./)).toBeTruthy();
  fireEvent.change(screen.getByLabelText(/^Media for a kilogram of fish/), { target: { value: '8' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await screen.findByText('Kept.')).toBeTruthy();
  expect(sent.at(-1)!.body).toMatchObject({ mediaLPerKg: 8, rationPercent: 1.2, version: 7 });
});
