import { readFileSync } from 'node:fs';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { fromShape, SHAPES } from '../../src/core/setup/shapes';
import type { FarmDescription } from '../../src/core/setup/description';
import { tableKind } from '../../src/core/tables/tables';
import type { Outcome } from '../../src/ui/outcome';

/** The rooms in which a farm is described, taken over and changed, as a person types into them. */
const sent: { act: string; body: Record<string, unknown> }[] = [];
let answer: (act: string, body: Record<string, unknown>) => Outcome<unknown>;
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    return answer(act, body);
  },
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/farm/papers',
  useSearchParams: () => new URLSearchParams(),
}));

const { TableEntry } = await import('../../src/features/farm/tables/TableEntry');
const { BringFile } = await import('../../src/features/farm/tables/BringFile');
const { ChoresRoom } = await import('../../src/features/farm/ChoresRoom');
const { PapersRoom } = await import('../../src/features/farm/PapersRoom');
const { PriceLists } = await import('../../src/features/farm/PriceLists');
const { PapersEnding } = await import('../../src/features/records/PapersEnding');
const { FollowsSheet } = await import('../../src/features/setup/FollowsSheet');
const { PartsStep } = await import('../../src/features/setup/PartsStep');
const { anchorOf } = await import('../../src/features/manual/anchors');
const { FirstDay } = await import('../../src/ui/shell/FirstDay');
const { FIRST_DAY, keepFirstDay } = await import('../../src/ui/shell/firstDaySteps');

const TODAY = '2026-06-10';
const CONTEXT = {
  choices: {
    tanks: [
      ['H1', 'Tank H1'],
      ['H2', 'Tank H2'],
    ],
    beds: [],
    loops: [['heron', 'Heron']],
    species: [['nile-tilapia', 'Nile tilapia']],
    crops: [],
    products: [],
    customers: [],
    cohorts: [],
    readings: [],
    channels: [['market stall', 'market stall']],
    appetites: [],
  },
  units: METRIC,
  currency: 'EUR',
  today: TODAY,
  unitOfProduct: {},
  undone: {},
} as unknown as Parameters<typeof TableEntry>[0]['context'];
const VIEWED = { units: METRIC, currency: 'EUR', mayChange: true };

beforeEach(() => {
  sent.length = 0;
  answer = () => ({ ok: true, value: { words: 'Done.', lines: [] } });
  window.localStorage.clear();
});
afterEach(cleanup);

const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const paste = (label: string, text: string) =>
  fireEvent.paste(screen.getByLabelText(label), { clipboardData: { getData: () => text } });

describe('a table of what is there', () => {
  const open = () => render(<TableEntry kind={tableKind('fish')!} context={CONTEXT} />);

  test('a pasted table is read by the names of its columns; good rows go, faulty ones stay with their reason', async () => {
    open();
    paste('Tank, row 1', 'Number\tWhere\tFish\tWeight\n420\tH1\ttilapia\t180\n12\tX9\ttilapia\t90\n');
    expect(await screen.findByText(/“X9” is not known here/)).toBeTruthy();
    press('Record 1 row');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      act: 'opening.fish@1',
      body: { rows: [{ place: 'H1', species: 'nile-tilapia', count: 420, meanG: 180 }] },
    });
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Tank, row 1').value).toBe('X9'));
  });

  test('the same rows have the same key; a question is asked before they are sent again', async () => {
    answer = (_, body) =>
      body.confirmed
        ? { ok: true, value: { words: '1 lot of fish is in the books.' } }
        : { ok: false, fields: { confirm: ['H1 would hold 90 kg/m³. Is that right?'] } };
    open();
    paste('Tank, row 1', 'H1\tNile tilapia\t420\t180\n');
    press('Record 1 row');
    expect(await screen.findByText(/would hold 90/)).toBeTruthy();
    press('Yes, record them');
    expect(await screen.findByText('1 lot of fish is in the books.')).toBeTruthy();
    expect(sent[1]!.body.rows).toEqual(sent[0]!.body.rows);
  });
});

describe('a long file', () => {
  const readings = () => render(<BringFile kind={tableKind('readings')!} context={CONTEXT} />);
  const choose = async (text: string, name = 'log.csv') => {
    const input = document.querySelector('input[type=file]')!;
    const file = new File([text], name, { type: 'text/csv' });
    Object.defineProperty(file, 'text', { value: async () => text });
    Object.defineProperty(input, 'files', { value: [file], configurable: true });
    fireEvent.change(input);
    await screen.findByText('Read as');
  };

  test('a column that nobody knows is left out until it is said what it is; then its rows are checked', async () => {
    readings();
    await choose('System,When,Warmth\nHeron,2026-06-01,21.5\nHeron,2026-06-02,99\n');
    expect(screen.getByRole('combobox', { name: /“Warmth” is read as/ }).textContent).toBe('left out');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /“Warmth” is read as/ }));
    fireEvent.click(await screen.findByRole('option', { name: 'Temperature' }));
    press('Check 2 rows');
    expect(await screen.findByText('1 row is right; 1 row is not taken.')).toBeTruthy();
    expect(screen.getByText(/^Row 3: Temperature: .*99 is outside/)).toBeTruthy();
    press('Take in 1 row');
    expect(await screen.findByText(/1 of 1 rows are in/)).toBeTruthy();
    expect(sent[0]).toMatchObject({
      act: 'bring.readings@1',
      body: { rows: [{ loop: 'heron', day: '2026-06-01', values: { t: 21.5 } }] },
    });
  });

  test('without a column that is needed nothing is checked, and it is said which', async () => {
    readings();
    await choose('When,Temp\n2026-06-01,21.5\n');
    expect(screen.getByText('Say first which column is: Loop.')).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Check 1 row' }).disabled).toBe(true);
  });

  test('what was refused on the way is said with its row, and what went before it stays', async () => {
    answer = () => ({ ok: false, fields: { 'rows.0.loop': ['“heron” is no loop of this farm.'] } });
    readings();
    await choose('Loop,Day,Temp\nHeron,2026-06-01,21.5\n');
    press('Check 1 row');
    fireEvent.click(await screen.findByRole('button', { name: 'Take in 1 row' }));
    expect(await screen.findByText('Right row 1: “heron” is no loop of this farm.')).toBeTruthy();
  });
});

describe('chores', () => {
  const CHORE = {
    ...{ id: 'c1', version: 3, placeId: null, placeCode: '', title: 'Rinse the drum', detail: '', caution: null },
    ...{ everyDays: 7, startsOn: '2026-06-08', minutes: 5 },
  };
  const open = (chores = [CHORE]) => render(<ChoresRoom page={{ ...VIEWED, chores, places: [], today: TODAY }} />);

  test('say when they come up next, are changed in the version that was seen, and taken off', async () => {
    open();
    expect(screen.getByText(/15 Jun/)).toBeTruthy();
    press('Change: Rinse the drum');
    type('Every so many days', '2');
    press('Keep');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ act: 'chore.save@1', body: { id: 'c1', version: 3, everyDays: 2 } });
    press('take off: Rinse the drum');
    await waitFor(() => expect(sent[1]).toMatchObject({ act: 'chore.retire@1', body: { id: 'c1', version: 3 } }));
  });

  test('a refusal stands beside its field and what was typed stays', async () => {
    answer = () => ({ ok: false, fields: { everyDays: ['Between 1 and 365 days'] } });
    open([]);
    type('What is to be done', 'Look at the stars');
    press('Add a chore');
    expect(await screen.findByText('Between 1 and 365 days')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('What is to be done').value).toBe('Look at the stars');
  });
});

describe('papers', () => {
  const PAPER = { ...{ id: 'p1', version: 1, kind: 'permit' as const, title: 'Discharge permit' } };
  const rest = { words: null, phone: null, warnDays: 30 };

  test.each([
    ['2026-06-01', 'ended'],
    ['2026-06-30', 'in 20 days'],
  ])('one that ends on %s says so', (endsOn, words) => {
    render(<PapersRoom page={{ ...VIEWED, papers: [{ ...PAPER, ...rest, endsOn }], today: TODAY }} />);
    expect(within(screen.getByRole('table')).getByText(new RegExp(words))).toBeTruthy();
  });

  test('whom to call is a number that can be pressed', () => {
    const contact = {
      ...PAPER,
      ...rest,
      kind: 'contact' as const,
      title: 'Electrician',
      phone: '000 555-02',
      endsOn: null,
    };
    render(<PapersRoom page={{ ...VIEWED, mayChange: false, papers: [contact], today: TODAY }} />);
    expect(screen.getByRole('link', { name: '000 555-02' }).getAttribute('href')).toBe('tel:00055502');
    expect(screen.queryByRole('button', { name: 'Add' })).toBeNull();
  });

  test('where the day begins, permits that end are told of', () => {
    render(<PapersEnding papers={[{ title: 'Water test', endsOn: '2026-06-30' }]} today={TODAY} />);
    expect(screen.getByText(/Water test ends on 30 Jun/)).toBeTruthy();
  });
});

test('a price goes on a list in the money’s own parts, and is taken off again', async () => {
  const price = { id: 'x', version: 2, product: 'Basil', list: 'stall', fromDay: '2026-06-01', priceMinor: 120 };
  const product = { code: 'basil', name: 'Basil', unit: 'bunch' };
  const page = { ...VIEWED, products: [product], library: [], prices: [price], today: TODAY };
  render(<PriceLists page={page as unknown as Parameters<typeof PriceLists>[0]['page']} />);
  expect(screen.getByText('€1.20')).toBeTruthy();
  fireEvent.mouseDown(screen.getByLabelText('Product'));
  fireEvent.click(await screen.findByRole('option', { name: 'Basil' }));
  type('List', 'stall');
  type('Price of a kg or a piece', '1.35');
  press('Put it on the list');
  await waitFor(() =>
    expect(sent[0]).toMatchObject({ act: 'price.set@1', body: { product: 'basil', priceMinor: 135 } }),
  );
  press(/Take off Basil, stall/);
  await waitFor(() => expect(sent[1]).toMatchObject({ act: 'price.end@1', body: { id: 'x', version: 2 } }));
});

describe('the set-up', () => {
  const HABITS = {
    ...{ name: 'Teasel Hollow', latitude: 50, altitudeM: 100, timeZone: 'UTC', currency: 'EUR', locale: 'en-GB' },
    ...{ units: METRIC, firstWeekday: 1 },
  };
  const shape = fromShape(
    SHAPES.find((s) => s.code === 'small-loops')!,
    HABITS,
    [],
  );

  test('parts are said as to a builder; what cannot be read stays with its reason', async () => {
    let d: FarmDescription = shape;
    const change = vi.fn((edit: (d: FarmDescription) => FarmDescription) => void (d = edit(d)));
    render(<PartsStep step="water" d={d} change={change} faults={{}} />);
    const field = screen.getByLabelText('Add');
    fireEvent.change(field, { target: { value: '3 tanks of 2 m³ named Z1–Z3' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    await waitFor(() => expect(change).toHaveBeenCalled());
    expect(d.places.filter((p) => /^Z\d$/.test(p.code)).map((p) => p.volumeL)).toEqual([2000, 2000, 2000]);
    fireEvent.change(field, { target: { value: '4 tanks' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(await screen.findByText(/Say how much water it holds/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Add').value).toBe('4 tanks');
  });

  test('what follows is worked out beside it', () => {
    render(<FollowsSheet d={shape} units={METRIC} />);
    expect(screen.getByText('Places in all')).toBeTruthy();
    expect(screen.getAllByText(/kg/).length).toBeGreaterThan(0);
  });
});

describe('a first day', () => {
  test('leads through the manual: each step to a chapter that there is', () => {
    const manual = readFileSync('docs/using.md', 'utf8');
    const chapters = [...manual.matchAll(/^## (.+)$/gm)].map((m) => anchorOf(m[1]!));
    expect(FIRST_DAY.map((step) => step.chapter).filter((c) => !chapters.includes(c))).toEqual([]);
    keepFirstDay(2);
    render(<FirstDay />);
    expect(screen.getByRole('link', { name: 'More in the manual' }).getAttribute('href')).toBe('/manual#plants');
    keepFirstDay(null);
    cleanup();
  });

  test('goes step by step, stays where one was, and ends', () => {
    render(<FirstDay />);
    expect(screen.queryByRole('region', { name: 'A first day' })).toBeNull();
    cleanup();
    keepFirstDay(FIRST_DAY.length - 2);
    render(<FirstDay />);
    press('Next');
    expect(screen.getByText(/6\/6/)).toBeTruthy();
    press('Done');
    expect(screen.queryByRole('region', { name: 'A first day' })).toBeNull();
  });
});
