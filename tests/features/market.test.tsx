import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';

const sent: Record<string, unknown>[] = [];
let answer: unknown = { ok: true, value: 'Recorded.' };
vi.mock('../../src/features/market/actions', () => {
  const action = (name: string) => async (raw: Record<string, unknown>) => {
    sent.push({ action: name, ...raw });
    return answer;
  };
  return Object.fromEntries(['setAside', 'deliverOrder', 'payOrder'].map((name) => [name, action(name)]));
});

const { PromiseTable } = await import('../../src/features/market/PromiseTable');
const { OrderView } = await import('../../src/features/market/OrderView');
type OrderPage = Parameters<typeof OrderView>[0]['page'];

const koi: OrderPage['order']['lines'][number] = {
  id: 'line-1',
  productCode: 'koi-middle',
  productName: 'Koi 14–18 cm',
  unit: 'fish',
  quantity: 12,
  priceMinor: 1400,
  setAside: [],
  delivered: 0,
};
const trout = {
  ...koi,
  id: 'line-2',
  productCode: 'rainbow-trout',
  productName: 'Rainbow trout',
  unit: 'kg' as const,
  quantity: 30_000,
  priceMinor: 1450,
};

function page(over: Partial<OrderPage['order']> = {}): OrderPage {
  return {
    person: { role: 'office' } as OrderPage['person'],
    units: METRIC,
    today: '2026-06-10',
    day: '2026-06-10',
    when: 'today',
    at: 0,
    currency: 'EUR',
    events: [],
    short: {},
    lots: [
      { lotId: 'a', lotCode: 'LF-KOI-1', productCode: 'koi-middle', quantity: 8, packedOn: '2026-06-08' },
      { lotId: 'b', lotCode: 'PF-TRT-1', productCode: 'rainbow-trout', quantity: 50_000, packedOn: '2026-06-09' },
    ] as OrderPage['lots'],
    trace: { lots: [], events: [] } as unknown as OrderPage['trace'],
    order: {
      id: 'o1',
      code: 'O-1',
      customer: 'Alder Pond Garden',
      channel: 'pond shop',
      dueDay: '2026-06-12',
      state: 'open',
      version: 3,
      lines: [koi, trout],
      ...over,
    },
  };
}

beforeEach(() => {
  sent.length = 0;
  answer = { ok: true, value: 'Recorded.' };
});
afterEach(cleanup);

const lineOf = (name: RegExp) => screen.getByText(name).closest('li')!;

describe('an order', () => {
  test('live fish are netted and counted, packed fish are weighed; the line proposes what the lot can give', () => {
    render(<OrderView page={page()} />);
    expect(within(lineOf(/Koi/)).getByRole('combobox').textContent).toBe('LF-KOI-1: 8 fish, netted 8 Jun');
    expect(within(lineOf(/Koi/)).getByLabelText<HTMLInputElement>('fish').value).toBe('8');
    expect(within(lineOf(/Rainbow trout/)).getByRole('combobox').textContent).toContain('packed 9 Jun');
    expect(within(lineOf(/Rainbow trout/)).getByLabelText<HTMLInputElement>('kg').value).toBe('30');
    expect(screen.getByText(/€603.00/)).toBeTruthy();
  });

  test('with nothing set aside there is nothing to deliver, and it says what comes first', async () => {
    render(<OrderView page={page()} />);
    const deliver = screen.getByRole<HTMLButtonElement>('button', { name: 'Mark as delivered' });
    expect(deliver.disabled).toBe(true);
    expect(screen.getByText('Reserve a lot first.')).toBeTruthy();
    cleanup();
    const held = { ...koi, setAside: [{ lotId: 'a', lotCode: 'LF-KOI-1', quantity: 12, movementId: 'm' }] };
    render(<OrderView page={page({ lines: [held] })} />);
    expect(within(lineOf(/Koi/)).getByText('complete', { exact: false })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Mark as delivered' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ action: 'deliverOrder', orderId: 'o1', version: 3 }));
    expect(await screen.findByText('Recorded.')).toBeTruthy();
  });

  test('a wrong quantity is said beside it, what was typed stays, nothing is sent', async () => {
    render(<OrderView page={page()} />);
    const line = lineOf(/Koi/);
    const field = within(line).getByLabelText<HTMLInputElement>('fish');
    fireEvent.change(field, { target: { value: 'a few' } });
    fireEvent.click(within(line).getByRole('button', { name: 'Reserve' }));
    await waitFor(() => expect(field.getAttribute('aria-invalid')).toBe('true'));
    expect(field.value).toBe('a few');
    expect(sent).toEqual([]);
    answer = { ok: false, fields: { quantity: ['LF-KOI-1 holds less than that.'] } };
    fireEvent.change(field, { target: { value: '20' } });
    fireEvent.click(within(line).getByRole('button', { name: 'Reserve' }));
    expect(await within(line).findByText('LF-KOI-1 holds less than that.')).toBeTruthy();
    expect(sent[0]).toMatchObject({ action: 'setAside', lineId: 'line-1', lotId: 'a', quantity: 20 });
    expect(field.value).toBe('20');
  });

  test('nothing ready to go is said in words; a delivered order asks for the money', () => {
    render(<OrderView page={{ ...page({ state: 'open' }), lots: [] }} />);
    expect(screen.getAllByText('nothing of it is ready to go yet')).toHaveLength(2);
    cleanup();
    render(<OrderView page={page({ state: 'delivered' })} />);
    expect(screen.getByRole('button', { name: 'Mark as paid' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Reserve' })).toBeNull();
  });
});

describe('supply against promise', () => {
  const why = {
    week: 24,
    expected: '14 fish',
    spread: '0 fish',
    promised: '12 fish',
    short: '0 fish',
    available: '2 fish',
    availableOn: 'Thu',
  };
  const cell = {
    week: 24,
    weekStart: '2026-06-08',
    sum: '4 + 10 − 12',
    later: null as string | null,
    free: '2',
    oneDay: null as string | null,
    short: null,
    tight: false,
    swimming: null,
    onlySwims: false,
    none: false,
    figures: { carried: 4, ripening: 10, promised: 12, later: 0, free: 2, short: 0 },
    why,
  };
  const row = (cells: Partial<typeof cell> | object) => ({
    product: 'Koi 14–18 cm',
    unit: 'fish',
    shelfLifeDays: 10,
    cells: [{ ...cell, ...cells }],
  });
  const cellText = () => screen.getAllByRole('cell')[1]!.textContent;

  test('fish sold alive that still swim are said beside what is free, and Why says how to have them', async () => {
    render(<PromiseTable rows={[row({ swimming: '79', why: { ...why, swimming: '79 fish' } })]} />);
    expect(cellText()).toBe('4 + 10 − 122 free79 in tanks');
    fireEvent.click(screen.getByRole('button', { name: /4 \+ 10/ }));
    expect(await screen.findByText(/of this size by the forecast; netting is not planned/)).toBeTruthy();
    expect(screen.getByText(/plan a netting on the cohort’s page/)).toBeTruthy();
  });

  test('a week of nothing is a dash, one with only fish in tanks says just that, a short one shouts', () => {
    render(<PromiseTable rows={[row({ none: true })]} />);
    expect(cellText()).toBe('–');
    cleanup();
    render(<PromiseTable rows={[row({ onlySwims: true, swimming: '8' })]} />);
    expect(cellText()).toBe('8 in tanks');
    cleanup();
    render(<PromiseTable rows={[row({ short: '3', free: '0' })]} />);
    expect(screen.getByText('3 short').className).toMatch(/danger/);
    expect(screen.queryByText(/free/)).toBeNull();
    cleanup();
    // Short on its day, though something ripens later in the week; what later orders need is said.
    render(<PromiseTable rows={[row({ short: '3', later: '5', oneDay: 'most 1 Thu' })]} />);
    expect(cellText()).toBe('4 + 10 − 12− 5 later3 short2 freemost 1 Thu');
  });
});
