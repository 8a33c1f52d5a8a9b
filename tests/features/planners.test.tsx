import { act, cleanup, fireEvent, render, renderHook, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { MayWrite } from '../../src/ui/shell/mayWrite';
import { aFarm } from '../core/farm';

/** What a manager asks of the two planners, from the first field to the search. */
const asked: { target: Record<string, unknown>; limits: { seconds: number } }[] = [];
const workers: { terminate: ReturnType<typeof vi.fn> }[] = [];
let solve: (wish: never, tell: (answer: unknown) => void) => Promise<unknown>;
vi.mock('comlink', () => ({
  proxy: <T,>(it: T) => it,
  wrap: () => ({ solve: (wish: never, tell: (answer: unknown) => void) => solve(wish, tell) }),
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/beds/planner',
  useSearchParams: () => new URLSearchParams(),
}));

const { SuccessionRoom } = await import('../../src/features/beds/planner/SuccessionRoom');
const { PlannerStation } = await import('../../src/features/cohorts/planner/PlannerStation');
const { useSolver } = await import('../../src/ui/useSolver');

beforeEach(() => {
  asked.length = workers.length = 0;
  localStorage.clear();
  solve = async (wish) => {
    asked.push(wish);
    return { refused: 'This farm has no nursery to sow it in.' };
  };
  vi.stubGlobal(
    'Worker',
    class {
      terminate = vi.fn();
      constructor() {
        workers.push(this);
      }
    },
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const show = (ui: React.ReactNode) => render(<MayWrite value={true}>{ui}</MayWrite>);
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('the succession planner', () => {
  type Page = Parameters<typeof SuccessionRoom>[0]['page'];
  const page = (over: Partial<Page> = {}) =>
    ({
      ...{ units: METRIC, currency: 'EUR', today: '2026-06-10', day: '2026-06-10', loops: [] },
      beds: [
        { id: 'r1', code: 'R1', name: 'Raft 1' },
        { id: 'n1', code: 'N1', name: 'Film 1' },
      ],
      products: [
        { code: 'lettuce', name: 'Butterhead lettuce', unit: 'head', priceMinor: 140, usual: 66.4 },
        { code: 'rocket', name: 'Rocket', unit: 'kg', priceMinor: 1600, usual: 0 },
      ],
      ...over,
    }) as unknown as Page;

  test('begins with what is usually ordered; kilograms go as grams, money in its parts, shares as shares', async () => {
    show(<SuccessionRoom page={page()} />);
    expect(screen.getByLabelText<HTMLInputElement>('Butterhead lettuce').value).toBe('66');
    type('Rocket', '4.5');
    type(/^Hours a week for plants/, '30');
    type(/^One crop at most/, '25');
    type('One hour, EUR', '24.50');
    press('N1');
    press('Propose sowings');
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]!.target).toMatchObject({
      ...{ weeks: 26, by: 'orders', bedIds: ['r1'], sowOn: 1, labourHoursWeek: 30, mostShare: 0.25 },
      holdNutrients: true,
      products: [
        { code: 'lettuce', amount: 66 },
        { code: 'rocket', amount: 4500 },
      ],
      costs: { hourMinor: 2450, plugs100Minor: 400, missingTimesPrice: 2 },
    });
    expect(asked[0]!.limits.seconds).toBe(60);
    expect(await screen.findByText('This farm has no nursery to sow it in.')).toBeTruthy();
  });

  test.each([
    ['Search for at most, seconds', '1', /Between 2 and 600 seconds/],
    [/^Hours a week for plants/, '0', /Over 0, or empty for no limit/],
    [/^One crop at most/, '130', /at most 100 %/],
    ['Rocket', '-3', /0 or more/],
    ['Rocket', 'much', /“much” is not a number/],
  ])('%s: %s is refused beside its field and nothing is searched for', async (label, value, words) => {
    show(<SuccessionRoom page={page()} />);
    type(label, value);
    press('Propose sowings');
    expect(await screen.findByText(words)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>(label).value).toBe(value);
    expect(workers).toHaveLength(0);
  });

  test('without a bed, or without anything wanted, it says so', async () => {
    show(<SuccessionRoom page={page()} />);
    press('R1');
    press('N1');
    press('Propose sowings');
    expect(await screen.findByText('Choose at least one bed.')).toBeTruthy();
    press('R1');
    press('So much a week');
    type('Butterhead lettuce', '0');
    press('Propose sowings');
    expect(await screen.findByText(/Nothing is wanted/)).toBeTruthy();
    expect(asked).toEqual([]);
  });

  test('what earns most asks for what the market takes, and not for what is missing', async () => {
    show(<SuccessionRoom page={page()} />);
    expect(screen.getByLabelText(/^What is missing costs/)).toBeTruthy();
    press('What earns most');
    expect(screen.queryByLabelText(/^What is missing costs/)).toBeNull();
    expect(screen.getByRole('group', { name: /The market takes each week/ })).toBeTruthy();
    press('Propose sowings');
    await waitFor(() => expect(asked[0]!.target).toMatchObject({ by: 'earn', costs: { missingTimesPrice: 1 } }));
    expect(asked[0]!.target.products).toEqual([{ code: 'lettuce', amount: 66 }]);
  });

  test('a farm without beds or products is told what it lacks', () => {
    show(<SuccessionRoom page={page({ beds: [] })} />);
    expect(screen.getByText(/needs a bed with places/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Propose sowings' })).toBeNull();
  });

  test('while it searches it can be stopped', async () => {
    solve = () => new Promise(() => undefined);
    show(<SuccessionRoom page={page()} />);
    press('Propose sowings');
    fireEvent.click(await screen.findByRole('button', { name: /Stop/ }));
    expect(workers[0]!.terminate).toHaveBeenCalled();
    await waitFor(() => expect(screen.queryByRole('button', { name: /Stop/ })).toBeNull());
  });
});

describe('the stocking planner', () => {
  type Page = Parameters<typeof PlannerStation>[0]['page'];
  const facts = aFarm();
  const page = () =>
    ({
      ...{ units: METRIC, currency: 'EUR', today: facts.today, day: facts.today, facts, plan: [], rotation: [] },
    }) as unknown as Page;
  const trout = () => within(screen.getByRole('group', { name: 'Rainbow trout' }));

  test('so many fish a week of a size: counted in fish, from the size that is wanted, in whole weeks of a season', async () => {
    show(<PlannerStation page={page()} />);
    press('So much every so often');
    press('Propose a plan');
    expect(await screen.findByText(/Nothing is wanted: give an amount for at least one species/)).toBeTruthy();
    fireEvent.change(trout().getByLabelText(/^Each time/), { target: { value: '150' } });
    fireEvent.mouseDown(trout().getByRole('combobox', { name: 'Counted in' }));
    fireEvent.click(within(await screen.findByRole('listbox')).getByRole('option', { name: 'fish' }));
    fireEvent.change(trout().getByLabelText('Each of at least'), { target: { value: '300' } });
    fireEvent.change(trout().getByLabelText('Every'), { target: { value: '2' } });
    press('Propose a plan');
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]!.target).toMatchObject({
      ...{ weeks: 52, by: 'steady', moveHarvests: false },
      species: [
        {
          code: 'rainbow-trout',
          amount: 150,
          every: { n: 2, unit: 'week' },
          counted: true,
          fromG: 300,
          fingerlingSizesG: [10, 40],
        },
      ],
      costs: { batchMinor: 9000, moveMinor: 4000, shortMinorPerKg: 3000 },
    });
  });

  test('fingerlings are smaller than what is wanted, and there is at least one size', async () => {
    show(<PlannerStation page={page()} />);
    press('So much every so often');
    fireEvent.change(trout().getByLabelText(/^Each time/), { target: { value: '20' } });
    fireEvent.change(trout().getByLabelText('Each of at least'), { target: { value: '30' } });
    fireEvent.change(trout().getByLabelText('Fingerlings'), { target: { value: '40 60' } });
    press('Propose a plan');
    expect(await screen.findByText('Fingerlings are smaller than what is wanted.')).toBeTruthy();
    fireEvent.change(trout().getByLabelText('Fingerlings'), { target: { value: '0' } });
    press('Propose a plan');
    expect(await screen.findByText('Give at least one size over 0.')).toBeTruthy();
    expect(asked).toEqual([]);
  });

  test('from promised orders an empty amount means as the orders were, and 0 none', async () => {
    show(<PlannerStation page={page()} />);
    press('Propose a plan');
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]!.target).toMatchObject({ by: 'orders', species: [{ amount: null, fromG: null }] });
    fireEvent.change(trout().getByLabelText(/a week once regular orders end/), { target: { value: '0' } });
    press('Propose a plan');
    await waitFor(() => expect(asked).toHaveLength(2));
    // What is promised is planned for all the same.
    expect(asked[1]!.target).toMatchObject({ species: [{ code: 'rainbow-trout', amount: 0 }] });
  });
});

describe('a search in a worker', () => {
  const open = () => renderHook(() => useSolver<never, { cost: number }>(() => new Worker('x')));
  const ask = (api: unknown, tell: (answer: { cost: number }) => void) =>
    (api as { solve: typeof solve }).solve({} as never, tell as never) as Promise<{ cost: number }>;

  test('tells its best so far, then its answer, and ends its worker', async () => {
    let finish: (answer: unknown) => void = () => undefined;
    solve = (_, tell) => {
      tell({ cost: 9 });
      return new Promise((done) => (finish = done));
    };
    const { result } = open();
    await act(async () => void result.current.solve(ask));
    expect(result.current).toMatchObject({ state: 'solving', answer: { cost: 9 } });
    await act(async () => finish({ cost: 7 }));
    expect(result.current).toMatchObject({ state: 'done', answer: { cost: 7 }, refused: null });
    expect(workers[0]!.terminate).toHaveBeenCalled();
  });

  test('asked anew, the first search ends and what it still says is not heard', async () => {
    const tells: ((answer: unknown) => void)[] = [];
    solve = (_, tell) => {
      tells.push(tell);
      return new Promise(() => undefined);
    };
    const { result } = open();
    await act(async () => void result.current.solve(ask));
    await act(async () => void result.current.solve(ask));
    expect(workers[0]!.terminate).toHaveBeenCalled();
    act(() => tells[0]!({ cost: 1 }));
    expect(result.current.answer).toBeNull();
    act(() => tells[1]!({ cost: 5 }));
    expect(result.current.answer).toEqual({ cost: 5 });
  });

  test('stopped, the best so far stays; left, its worker ends with the page', async () => {
    solve = (_, tell) => {
      tell({ cost: 9 });
      return new Promise(() => undefined);
    };
    const { result, unmount } = open();
    await act(async () => void result.current.solve(ask));
    act(() => result.current.stop());
    expect(result.current).toMatchObject({ state: 'stopped', answer: { cost: 9 } });
    await act(async () => void result.current.solve(ask));
    unmount();
    expect(workers[1]!.terminate).toHaveBeenCalled();
  });
});
