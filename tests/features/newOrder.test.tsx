import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { Outcome } from '../../src/ui/outcome';

/** An order as the office takes it, with a customer on the telephone. */
const sent: Record<string, unknown>[] = [];
const asked: Record<string, unknown>[] = [];
const pushed: string[] = [];
const freeThatDay = [
  { code: 'trout', name: 'Rainbow trout', unit: 'kg', quantity: 42_000 },
  { code: 'lettuce', name: 'Butterhead lettuce', unit: 'head', quantity: 60 },
];
let answer: () => Outcome<unknown> | null;
vi.mock('../../src/commands/client', () => ({
  send: async (_act: string, body: Record<string, unknown>) => {
    sent.push(body);
    const outcome = answer();
    if (!outcome) throw new TypeError('Failed to fetch');
    return outcome;
  },
  ask: async (question: string, body: Record<string, unknown>) => {
    if (question === 'order.freeThatDay') return { ok: true, value: freeThatDay };
    asked.push(body);
    const free = body.productCode === 'trout' ? '42 kg free on that day' : null;
    return { ok: true, value: free };
  },
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: (path: string) => pushed.push(path), refresh: vi.fn() }),
  usePathname: () => '/market/new',
  useSearchParams: () => new URLSearchParams(),
}));

const { NewOrder } = await import('../../src/features/market/NewOrder');
type Page = Parameters<typeof NewOrder>[0]['page'];

const page = (over: Partial<Page> = {}) =>
  ({
    ...{ units: METRIC, today: '2026-06-10', day: '2026-06-10' },
    customers: [
      { id: 'c1', name: 'The Lantern Room', channel: 'restaurant' },
      { id: 'c2', name: 'Orrinbridge Stall', channel: 'market stall' },
    ],
    products: [
      { code: 'trout', name: 'Rainbow trout', unit: 'kg', packSize: 250 },
      { code: 'lettuce', name: 'Butterhead lettuce', unit: 'head', packSize: null },
    ],
    last: {
      c1: {
        ...{ code: 'O-12', dueDay: '2026-06-03' },
        lines: [
          { productCode: 'lettuce', name: 'Butterhead lettuce', words: '48 heads', typed: '48' },
          { productCode: 'trout', name: 'Rainbow trout', words: '12 kg', typed: '12' },
        ],
      },
    },
    ...over,
  }) as unknown as Page;

beforeEach(() => {
  sent.length = asked.length = pushed.length = 0;
  answer = () => ({ ok: true, value: 'o-9' });
  localStorage.clear();
});
afterEach(cleanup);

const choose = async (label: string, option: RegExp, at = 0) => {
  fireEvent.mouseDown(screen.getAllByRole('combobox', { name: label })[at]!);
  fireEvent.click(within(await screen.findByRole('listbox')).getByRole('option', { name: option }));
  await waitFor(() => expect(screen.queryByRole('listbox')).toBeNull());
};
const quantity = (at = 0) => screen.getAllByLabelText<HTMLInputElement>(/^Quantity/)[at]!;
const type = (text: string, at = 0) => fireEvent.change(quantity(at), { target: { value: text } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const take = async () => fireEvent.click(await screen.findByRole('button', { name: 'Take the order' }));

describe('a new order', () => {
  test('is due in a week unless said; kilograms go as grams and heads as heads; its page opens', async () => {
    render(<NewOrder page={page()} />);
    await choose('Customer', /Lantern Room/);
    await choose('Product', /trout/);
    type('7.5');
    press('Another line');
    await choose('Product', /lettuce/, 1);
    type('40', 1);
    await take();
    await waitFor(() => expect(pushed).toEqual(['/market/orders/o-9']));
    expect(sent[0]).toMatchObject({
      ...{ customerId: 'c1', dueDay: '2026-06-17' },
      lines: [
        { productCode: 'trout', quantity: 7500 },
        { productCode: 'lettuce', quantity: 40 },
      ],
    });
  });

  test('what is free on its day, and how it is packed, stands beside the line before one says yes', async () => {
    render(<NewOrder page={page()} />);
    await choose('Product', /trout/);
    expect(await screen.findByText('42 kg free on that day')).toBeTruthy();
    expect(screen.getByText(/^Sold in packs of 0.25 kg/)).toBeTruthy();
    expect(asked[0]).toEqual({ productCode: 'trout', day: '2026-06-17' });
    await choose('Product', /lettuce/);
    expect(await screen.findByText('No forecast reaches that day')).toBeTruthy();
    expect(screen.queryByText(/Sold in packs/)).toBeNull();
  });

  test('from a day of the past on the dial it is due a week from today', async () => {
    render(<NewOrder page={page({ day: '2026-05-01' })} />);
    await choose('Customer', /Stall/);
    await choose('Product', /lettuce/);
    type('4');
    await take();
    await waitFor(() => expect(sent[0]).toMatchObject({ dueDay: '2026-06-17' }));
  });

  test('what is no number is said at its line and nothing is sent; a line too many is taken out', async () => {
    render(<NewOrder page={page()} />);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Remove line 1' }).disabled).toBe(true);
    await choose('Product', /lettuce/);
    type('a few');
    press('Another line');
    await take();
    expect(await screen.findByText('“a few” is not a number')).toBeTruthy();
    expect(sent).toEqual([]);
    press('Remove line 2');
    expect(screen.getAllByLabelText(/^Quantity/)).toHaveLength(1);
    expect(quantity().value).toBe('a few');
  });

  test('more than is free is asked about; saying yes takes it, changing it asks anew', async () => {
    answer = () => ({ ok: false, fields: { confirm: ['8 kg of it are not in the plan.\nIt would be short.'] } });
    render(<NewOrder page={page()} />);
    await choose('Customer', /Stall/);
    await choose('Product', /trout/);
    type('50');
    await take();
    expect(await screen.findByText('It would be short.')).toBeTruthy();
    const button = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Take the order' });
    expect(button().disabled).toBe(true);
    type('48');
    expect(screen.queryByText('It would be short.')).toBeNull();
    await waitFor(() => expect(button().disabled).toBe(false));
    await take();
    fireEvent.click(await screen.findByRole('checkbox', { name: /that is right/ }));
    answer = () => ({ ok: true, value: 'o-9' });
    await take();
    await waitFor(() => expect(pushed).toHaveLength(1));
    expect(sent.map((s) => s.confirmed)).toEqual([undefined, undefined, true]);
    expect(sent[2]!.lines).toEqual([{ productCode: 'trout', quantity: 48_000 }]);
  });

  test('a lost connection loses nothing: the page loaded anew has it, and it is sent under the same key', async () => {
    answer = () => null;
    render(<NewOrder page={page()} />);
    await choose('Customer', /Stall/);
    await choose('Product', /lettuce/);
    type('12');
    await take();
    expect(await screen.findByText(/No connection: what you typed is still here/)).toBeTruthy();
    cleanup();
    render(<NewOrder page={page()} />);
    expect(await screen.findByText(/What you typed before is still here/)).toBeTruthy();
    expect(quantity().value).toBe('12');
    answer = () => ({ ok: true, value: 'o-9' });
    await take();
    await waitFor(() => expect(pushed).toHaveLength(1));
    expect(sent[1]!.entryKey).toBe(sent[0]!.entryKey);
    cleanup();
    render(<NewOrder page={page()} />);
    expect(quantity().value).toBe('');
  });

  test('a refusal stands at its field: no customer, a day that is past, a product not sold', async () => {
    answer = () => ({
      ok: false,
      fields: {
        customerId: ['Choose a customer.'],
        dueDay: ['That day is past.'],
        'lines.0.productCode': ['Choose a product.'],
      },
    });
    render(<NewOrder page={page()} />);
    type('12');
    await take();
    for (const words of ['Choose a customer.', 'That day is past.', 'Choose a product.'])
      expect(await screen.findByText(words)).toBeTruthy();
    expect(quantity().value).toBe('12');
  });

  test('beside it: what is free that day joins the order with a press, and so does what the customer had last', async () => {
    render(<NewOrder page={page()} />);
    fireEvent.click(await screen.findByRole('button', { name: 'Add Butterhead lettuce to the order' }));
    expect(screen.getByRole('combobox', { name: 'Product' }).textContent).toBe('Butterhead lettuce');
    fireEvent.click(screen.getByRole('button', { name: 'Add Rainbow trout to the order' }));
    expect(screen.getAllByRole('combobox', { name: 'Product' })).toHaveLength(2);
    // Nothing is known of what somebody had last who never ordered.
    expect(screen.queryByText('Last order')).toBeNull();
    await choose('Customer', /Lantern/);
    expect(screen.getByText('O-12, for 3 Jun')).toBeTruthy();
    press('The same again');
    await waitFor(() => expect(quantity(0).value).toBe('48'));
    expect(quantity(1).value).toBe('12');
    await take();
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        lines: [
          { productCode: 'lettuce', quantity: 48 },
          { productCode: 'trout', quantity: 12_000 },
        ],
      }),
    );
  });
});
