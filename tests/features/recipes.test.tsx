import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { post, sent } from './posted';

/** Recipes, as a greens manager reads and changes them. */
vi.mock('../../src/commands/client', async () => (await import('./posted')).client);
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/farm/crops',
  useSearchParams: () => new URLSearchParams(),
}));

const { CropsRoom } = await import('../../src/features/farm/CropsRoom');
const { withLearned } = await import('../../src/core/crops/learned');
const { CROP_DEFAULTS } = await import('../../src/core/library/defaults');

const VIEWED = { units: METRIC, currency: 'EUR', mayChange: true };

beforeEach(() => {
  sent.length = 0;
  post.answer = () => ({ ok: true, value: { words: 'Done.', lines: [] } });
  window.localStorage.clear();
});
afterEach(cleanup);

const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

test('a crop’s own number stands beside the library’s; only what was changed is sent', async () => {
  const [standard] = CROP_DEFAULTS;
  const crop = { ...standard!, finalDays: standard!.finalDays + 4 };
  const crops = [{ crop, version: 5 }];
  render(
    <CropsRoom page={{ ...VIEWED, crops, chosen: crop.code, products: [], learned: null, today: '2026-06-10' }} />,
  );
  expect(screen.getByText(`library: ${standard!.finalDays}`)).toBeTruthy();
  type('Good enough to pack, share', '0.8');
  press('Keep for this farm');
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    act: 'setup.crop@1',
    body: { code: crop.code, version: 5, values: [{ name: 'packout', value: 0.8 }] },
  });
});

test('seed has a price and its days, a perennial its rest; what it is sold as stands above', async () => {
  const balm = CROP_DEFAULTS.find((c) => c.code === 'lemon-balm')!;
  const crop = { ...balm, seedMinor1000: 450 };
  const products = [
    { code: 'lemon-balm', name: 'Lemon balm', unit: 'bunch', priceMinor: 190 },
    { code: 'pot', name: 'Lemon balm in a pot', unit: 'head', priceMinor: 0 },
  ];
  const page = { ...VIEWED, chosen: crop.code, products, learned: null, today: '2026-06-10' };
  render(<CropsRoom page={{ ...page, crops: [{ crop, version: 2 }] }} />);
  expect(screen.getByText(/Sold as Lemon balm, €1.90 a bunch and Lemon balm in a pot, no price yet/)).toBeTruthy();
  expect((screen.getByLabelText('1,000 seeds cost') as HTMLInputElement).value).toBe('4.5');
  type('1,000 seeds cost', '6.20');
  type('Here, days after ordering', '21');
  expect(await screen.findByLabelText('Plants then')).toBeTruthy();
  fireEvent.click(
    within(screen.getByRole('group', { name: 'Rests in a corner' })).getByRole('button', { name: /^Take out/ }),
  );
  press('Keep for this farm');
  await waitFor(() => expect(sent).toHaveLength(1));
  const values = [
    { name: 'seedMinor1000', value: 620 },
    { name: 'seedLeadDays', value: 21 },
  ];
  expect(sent[0]).toMatchObject({ act: 'setup.crop@1', body: { version: 2, values, rest: [] } });
});

test('a recipe of its own begins as a copy, under a name that is asked for', async () => {
  const [standard] = CROP_DEFAULTS;
  const page = { ...VIEWED, chosen: standard!.code, products: [], learned: null, today: '2026-06-10' };
  render(<CropsRoom page={{ ...page, crops: [{ crop: standard!, version: 1 }] }} />);
  press(/Make a recipe of its own/);
  type('Its name', 'Winter butterhead');
  press('Make it');
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    act: 'setup.copyCrop@1',
    body: { code: standard!.code, name: 'Winter butterhead', sameGoods: true },
  });
  // Another variety has its own seed and its own product.
  fireEvent.click(await screen.findByRole('button', { name: /Make a recipe of its own/ }));
  type('Its name', 'Red butterhead');
  fireEvent.click(await screen.findByRole('radio', { name: /^another variety/ }));
  press('Make it');
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]!.body).toMatchObject({ name: 'Red butterhead', sameGoods: false });
});

describe('a recipe for a part of the year', () => {
  const [all] = CROP_DEFAULTS;
  const winter = {
    ...all!,
    ...{ code: 'winter', name: 'Butterhead, winter', recipeOf: all!.code, sownIn: { fromMonth: 9, untilMonth: 3 } },
  };
  const page = { ...VIEWED, products: [], learned: null, today: '2026-06-10' };
  const crops = [
    { crop: all!, version: 1 },
    { crop: winter, version: 4 },
  ];
  const group = async (name: string) => within(await screen.findByRole('group', { name }));

  test('says when it is sown, and which others share its seed and product', () => {
    render(<CropsRoom page={{ ...page, crops, chosen: 'winter' }} />);
    expect(screen.getByText(/This recipe is sown from September to February/).textContent).toContain(
      `${all!.name} (sown all year).`,
    );
    cleanup();
    render(<CropsRoom page={{ ...page, crops: crops.slice(0, 1), chosen: all!.code }} />);
    expect(screen.queryByText(/This recipe is/)).toBeNull();
  });

  test('its months are chosen by name and sent as numbers; without a line it is sown all year', async () => {
    render(<CropsRoom page={{ ...page, crops, chosen: 'winter' }} />);
    const season = await group('Sown in a part of the year');
    // It has one such part: no second is offered.
    expect(season.queryByRole('button', { name: /^It is sown/ })).toBeNull();
    fireEvent.mouseDown(season.getByRole('combobox', { name: 'To the 1st of' }));
    fireEvent.click(await screen.findByRole('option', { name: 'April' }));
    press('Keep for this farm');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ code: 'winter', version: 4, sownIn: [{ fromMonth: 9, untilMonth: 4 }] });
    // What was not touched is not sent.
    expect(sent[0]!.body).not.toHaveProperty('rest');
    expect(sent[0]!.body).not.toHaveProperty('methods');
    fireEvent.click(season.getByRole('button', { name: /^Take out/ }));
    press('Keep for this farm');
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toMatchObject({ sownIn: [] });
  });

  test('the ways of growing it is for are chosen one by one', async () => {
    render(<CropsRoom page={{ ...page, crops, chosen: 'winter' }} />);
    const ways = await group('Ways of growing it is for');
    fireEvent.click(ways.getByRole('button', { name: 'Another way of growing' }));
    const boxes = ways.getAllByRole('combobox', { name: 'Way of growing' });
    expect(boxes).toHaveLength(winter.methods.length + 1);
    fireEvent.mouseDown(boxes.at(-1)!);
    fireEvent.click(await screen.findByRole('option', { name: 'soil' }));
    press('Keep for this farm');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body.methods).toEqual([...winter.methods, 'soil'].map((method) => ({ method })));
  });
});

test('a denser spacing before the last is a row of its own; what the own batches say stands beside', async () => {
  const [standard] = CROP_DEFAULTS;
  const learned = {
    batches: 31,
    raised: 0.86,
    raisedExpected: 0.88,
    pickedShare: 0.93,
    cameUp: { share: 0.91, batches: 12 },
    weighed: null,
    daysByMonth: [{ month: 0, days: 41.2, expected: 38, batches: 3 }],
  };
  const crops = [{ crop: standard!, version: 5 }];
  render(<CropsRoom page={{ ...VIEWED, crops, chosen: standard!.code, products: [], learned, today: '2026-06-10' }} />);
  expect(screen.getByText(/31 batches of/)).toBeTruthy();
  expect(screen.getByText('91 %')).toBeTruthy();
  // The editor of rows comes by itself.
  fireEvent.click(await screen.findByRole('button', { name: /A denser spacing first/ }));
  type('Days', '12');
  type('Plants', '80');
  press('Keep for this farm');
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ act: 'setup.crop@1', body: { version: 5, dense: [{ days: 12, perM2: 80 }] } });
});

test('a farm reckons with its own batches once a manager says so, and goes back as easily', async () => {
  const [standard] = CROP_DEFAULTS;
  const learned = {
    ...{ batches: 31, cameUp: null, weighed: null, raised: 0.86, raisedExpected: 0.88, pickedShare: 0.93 },
    daysByMonth: [{ month: 0, days: 44, expected: 40, batches: 6 }],
  };
  const base = { ...VIEWED, chosen: standard!.code, products: [], learned, today: '2026-06-10' };
  render(<CropsRoom page={{ ...base, crops: [{ crop: standard!, version: 5 }] }} />);
  press('Use these');
  await waitFor(() => expect(sent[0]).toMatchObject({ act: 'setup.useLearned@1', body: { version: 5, use: true } }));
  cleanup();
  const own = withLearned(standard!, learned, '2026-06-01');
  render(<CropsRoom page={{ ...base, crops: [{ crop: own, version: 6 }] }} />);
  expect(screen.getByText(/follow your batches since 1 Jun/)).toBeTruthy();
  press('Back to the recipe');
  await waitFor(() => expect(sent[1]).toMatchObject({ act: 'setup.useLearned@1', body: { version: 6, use: false } }));
});
