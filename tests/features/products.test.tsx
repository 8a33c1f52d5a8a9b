import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC, type UnitChoice } from '../../src/core/quantity/units';
import { HOME, speakFrom } from '../../src/core/words/words';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** One supply, several products, as the office and the cold room see them. */
const sent: { act: string; body: Record<string, unknown> }[] = [];
let answer: (act: string) => Outcome<unknown>;
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    return answer(act);
  },
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/farm/products',
  useSearchParams: () => new URLSearchParams(),
}));

const { ProductsRoom } = await import('../../src/features/farm/ProductsRoom');
const { ColdRoom } = await import('../../src/features/market/ColdRoom');
const { PromiseTable } = await import('../../src/features/market/PromiseTable');
const { PeopleRoom } = await import('../../src/features/farm/people/PeopleRoom');
const { OrderSteps } = await import('../../src/features/market/OrderSteps');

type Page = Parameters<typeof ProductsRoom>[0]['page'];
const product = (over: Partial<Page['products'][number]>): Page['products'][number] => ({
  code: 'rainbow-trout',
  version: 3,
  name: 'Rainbow trout',
  unit: 'kg',
  of: 'Rainbow trout',
  shelfLifeDays: 8,
  priceMinor: 1450,
  leastLeftDays: 0,
  form: null,
  packSize: null,
  speciesCode: 'rainbow-trout',
  cropCode: null,
  live: false,
  madeFrom: null,
  retiredOn: null,
  ...over,
});
const FILLET = product({
  code: 'fillet',
  name: 'Trout fillet',
  form: 'fillet',
  packSize: 250,
  leastLeftDays: 1,
  shelfLifeDays: 5,
  madeFrom: { code: 'rainbow-trout', name: 'Rainbow trout', unit: 'kg', takes: 2.2 },
});
const HEAD = product({
  code: 'oakleaf',
  name: 'Oakleaf lettuce',
  unit: 'head',
  speciesCode: null,
  cropCode: 'oakleaf',
  priceMinor: 130,
});
const LEAVES = product({
  ...HEAD,
  code: 'leaves',
  name: 'Oakleaf leaves',
  unit: 'kg',
  madeFrom: { code: 'oakleaf', name: 'Oakleaf lettuce', unit: 'head', takes: 0.007 },
});
const PAGE: Page = {
  units: METRIC,
  currency: 'EUR',
  mayChange: true,
  products: [
    product({}),
    FILLET,
    HEAD,
    LEAVES,
    product({ code: 'smoke', name: 'Smoked trout', retiredOn: '2026-05-01' }),
  ],
  library: [],
  prices: [],
  dressing: { 'rainbow-trout': { gutted: 0.88, fillet: 0.5 } },
  today: '2026-06-10',
};

beforeEach(() => {
  sent.length = 0;
  answer = () => ({ ok: true, value: { words: 'Kept.' } });
  localStorage.clear();
});
afterEach(cleanup);

const choose = async (label: string, option: string) => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(await screen.findByRole('option', { name: option }));
};
const type = (within_: ReturnType<typeof within>, label: RegExp | string, text: string) =>
  fireEvent.change(within_.getByLabelText(label), { target: { value: text } });

const US: UnitChoice = { mass: 'us', temperature: 'F' };

describe('what is sold', () => {
  test('says what is made of what, how much it takes, and what was put away', () => {
    render(<ProductsRoom page={PAGE} />);
    expect(screen.getByText('made of Rainbow trout: a kg takes 2.20 kg')).toBeTruthy();
    expect(screen.getByText('made of Oakleaf lettuce: a kg takes 7.00 heads')).toBeTruthy();
    expect(screen.getByText('kg · fillet · packs of 250 g')).toBeTruthy();
    expect(screen.getByText('1 of them with the customer')).toBeTruthy();
    expect(screen.getByText('Put away: Smoked trout.')).toBeTruthy();
    expect(screen.queryByRole('row', { name: /^Smoked/ })).toBeNull();
  });

  test('who may not change it sees no form and no button', () => {
    render(<ProductsRoom page={{ ...PAGE, mayChange: false }} />);
    expect(screen.queryByRole('button', { name: /Change/ })).toBeNull();
    expect(screen.queryByRole('region', { name: 'One supply, another product' })).toBeNull();
  });

  test('fillets go as grams for each gram, with the library’s own share beside the field', async () => {
    render(<ProductsRoom page={PAGE} />);
    await choose('Made of', 'Rainbow trout');
    const sheet = within(screen.getByRole('region', { name: 'One supply, another product' }));
    expect(sheet.getByText('by the library: gutted 1.14, fillet 2.00')).toBeTruthy();
    // What is made of fish is sold by weight: nothing else is asked.
    expect(sheet.queryByRole('combobox', { name: 'Sold by' })).toBeNull();
    type(sheet, 'For a kg it takes, kg', '1.2');
    type(sheet, 'Name', 'Gutted trout');
    type(sheet, 'Price', '17.50');
    fireEvent.click(sheet.getByRole('button', { name: 'Add the product' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      act: 'setup.addProduct@1',
      body: { madeFrom: 'rainbow-trout', unit: 'kg', takes: 1.2, name: 'Gutted trout', priceMinor: 1750 },
    });
  });

  test('for who reads pounds: sold by the pound, priced by it, and a pack in ounces', async () => {
    speakFrom(() => ({ ...HOME, units: US }));
    render(<ProductsRoom page={{ ...PAGE, units: US }} />);
    expect(screen.getByText('made of Rainbow trout: a lb takes 2.20 lb')).toBeTruthy();
    expect(screen.getByText('made of Oakleaf lettuce: a lb takes 3.18 heads')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Change Trout fillet' }));
    const sheet = within(await screen.findByRole('region', { name: 'Change Trout fillet' }));
    type(sheet, 'Price', '6.26');
    type(sheet, /^A pack holds/, '8');
    fireEvent.click(sheet.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    const { priceMinor, packSize, takes } = sent[0]!.body as Record<string, number>;
    expect([priceMinor, takes]).toEqual([1380, 2.2]);
    expect(packSize).toBeCloseTo(226.8, 1);
    speakFrom(() => HOME);
  });

  test('leaves go as heads for each gram; bunches as heads for each bunch', async () => {
    render(<ProductsRoom page={PAGE} />);
    await choose('Made of', 'Oakleaf lettuce');
    const sheet = within(screen.getByRole('region', { name: 'One supply, another product' }));
    type(sheet, 'For a kg it takes, heads', '8');
    type(sheet, 'Name', 'Loose leaves');
    type(sheet, 'Price', '16');
    fireEvent.click(sheet.getByRole('button', { name: 'Add the product' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ unit: 'kg', takes: 0.008 });
    await choose('Sold by', 'bunch');
    type(sheet, 'For a bunch it takes, heads', '2');
    type(sheet, 'Name', 'Twins');
    type(sheet, 'Price', '2.4');
    fireEvent.click(sheet.getByRole('button', { name: 'Add the product' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toMatchObject({ unit: 'bunch', takes: 2 });
  });

  test('what it takes is changed as it is typed; a fault of it stands beside it', async () => {
    answer = () => ({ ok: false, fields: { takes: ['A kilogram cannot be made of less than a kilogram.'] } });
    render(<ProductsRoom page={PAGE} />);
    fireEvent.click(screen.getByRole('button', { name: 'Change Oakleaf leaves' }));
    const sheet = within(screen.getByRole('region', { name: 'Change Oakleaf leaves' }));
    expect(sheet.getByLabelText<HTMLInputElement>('For a kg it takes, heads').value).toBe('7');
    type(sheet, 'For a kg it takes, heads', '9');
    fireEvent.click(sheet.getByRole('button', { name: 'Keep' }));
    expect(await sheet.findByText(/cannot be made of less/)).toBeTruthy();
    expect(sent[0]!.body).toMatchObject({ code: 'leaves', takes: 0.009, version: 3 });
  });

  test('put away asks first, names its version, and sends nothing of the form it was asked from', async () => {
    answer = (act) => ({ ok: true, value: { words: act === 'setup.retireProduct@1' ? 'Put away.' : 'Kept.' } });
    render(<ProductsRoom page={PAGE} />);
    fireEvent.click(screen.getByRole('button', { name: 'Change Trout fillet' }));
    fireEvent.click(screen.getByRole('button', { name: 'Put Trout fillet away' }));
    expect(sent).toHaveLength(0);
    fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: 'Put away' }));
    expect(await screen.findByText('Put away.')).toBeTruthy();
    expect(sent).toMatchObject([{ act: 'setup.retireProduct@1', body: { code: 'fillet', version: 3 } }]);
  });
});

describe('the cold room', () => {
  const lot = {
    lotId: 'l1',
    lotCode: 'PF-TRT-1',
    product: 'Rainbow trout',
    unit: 'kg' as const,
    quantity: 24_500,
    words: '24.5 kg',
    packedOn: '2026-06-08',
    useBy: '2026-06-16',
    past: false,
    into: [{ code: 'fillet', name: 'Trout fillet', unit: 'kg' as const }],
  };

  test('makes fillets of a lot: what went in is all of it unless said, both in grams', async () => {
    answer = () => ({ ok: true, value: 'Packed as PF-TRT-1-2.' });
    render(<ColdRoom lots={[lot]} units={METRIC} />);
    fireEvent.click(screen.getByRole('button', { name: 'Make something of PF-TRT-1' }));
    const dialog = within(screen.getByRole('dialog'));
    expect(dialog.getByLabelText<HTMLInputElement>('Went in').value).toBe('24.5');
    expect(dialog.getByText(/as old as what it was made of/)).toBeTruthy();
    type(dialog, /^Made:/, '11.2');
    fireEvent.click(dialog.getByRole('button', { name: 'Pack it' }));
    expect(await screen.findByText('Packed as PF-TRT-1-2.')).toBeTruthy();
    expect(sent[0]).toMatchObject({
      act: 'stock.make@1',
      body: { lotId: 'l1', productCode: 'fillet', used: 24_500, made: 11_200 },
    });
  });

  test('nothing is made of what is past its day, or of what nothing is made of', () => {
    render(
      <ColdRoom
        lots={[
          { ...lot, past: true },
          { ...lot, lotId: 'l2', lotCode: 'PP-1', into: [] },
        ]}
        units={METRIC}
      />,
    );
    expect(screen.queryByRole('button', { name: /Make something/ })).toBeNull();
    expect(screen.getAllByRole('button', { name: /Write off/ })).toHaveLength(2);
  });

  test('a visitor sees what lies there and no button', () => {
    render(
      <MayWrite value={false}>
        <ColdRoom lots={[lot]} units={METRIC} />
        <OrderSteps orderId="o" version={1} state="open" ready canPay canCallOff />
      </MayWrite>,
    );
    expect(screen.getByText('24.5 kg')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Write off|Make something|Deliver|Call/ })).toBeNull();
  });
});

test('what is made only when it is wanted shows what is free of it, and what is promised where something is', () => {
  const cell = {
    week: 24,
    weekStart: '2026-06-08',
    later: null,
    free: '8.1',
    oneDay: null,
    short: null,
    tight: false,
    swimming: null,
    onlySwims: false,
    none: false,
    figures: { carried: 0, ripening: 0, promised: 0, later: 0, free: 8.1, short: 0 },
    why: {
      week: 24,
      expected: '0 kg',
      spread: '0 kg',
      promised: '3 kg',
      short: '0 kg',
      available: '8.1 kg',
      availableOn: '11 Jun',
      madeOf: 'Rainbow trout',
    },
  };
  const cells = [
    { ...cell, sum: null },
    { ...cell, weekStart: '2026-06-15', week: 25, sum: '3.0 promised' },
  ];
  render(<PromiseTable rows={[{ product: 'Trout fillet', unit: 'kg', shelfLifeDays: 4, cells }]} />);
  const [, row] = screen.getAllByRole('row');
  expect(row!.textContent).toBe('Trout fillet kg8.1 free3.0 promised8.1 free');
});

test('what else can be done with a person stands behind one button; leaving asks once more', async () => {
  const page = {
    units: METRIC,
    currency: 'EUR',
    mayChange: true,
    me: 'p1',
    now: new Date('2026-06-10T08:00:00Z'),
    members: [
      {
        id: 'p2',
        name: 'Bram Tolle',
        role: 'hand',
        signInName: 'bram',
        contact: null,
        skills: null,
        seenAt: null,
        endedOn: null,
        visitsUntil: null,
        version: 1,
      },
    ],
    invites: [],
    today: '2026-06-10',
  } as unknown as Parameters<typeof PeopleRoom>[0]['page'];
  render(<PeopleRoom page={page} />);
  fireEvent.click(screen.getByRole('button', { name: 'More for Bram Tolle' }));
  fireEvent.click(screen.getByRole('menuitem', { name: 'Leaves the farm…' }));
  expect(sent).toHaveLength(0);
  fireEvent.click(await screen.findByRole('button', { name: 'Bram Tolle leaves' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ act: 'person.membership@1', body: { personId: 'p2', what: 'end' } });
});
