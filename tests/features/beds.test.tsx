import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { BedChoice, PlantsShown } from '../../src/features/beds/handling/shown';
import type { StripView } from '../../src/features/beds/strip/stripOf';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** What a hand at a bed sees and sends. */
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
  usePathname: () => '/beds',
  useSearchParams: () => new URLSearchParams(),
}));

const { PlantActs } = await import('../../src/features/beds/handling/PlantActs');
const { Strip } = await import('../../src/features/beds/strip/Strip');
const { MoveAsk } = await import('../../src/features/beds/strip/MoveAsk');
const { SeedSheet } = await import('../../src/features/beds/SeedSheet');

const plants = (over: Partial<PlantsShown> = {}): PlantsShown => ({
  lotId: 'lot',
  lotCode: 'MIZ-1',
  crop: 'Mizuna',
  placeId: 'r4',
  place: 'R4',
  onBench: false,
  count: 120,
  stage: 0,
  nextPerM2: 60,
  byWeight: true,
  packAs: [],
  care: [],
  soldHere: false,
  seedlings: [],
  ...over,
});
const beds: BedChoice[] = [
  { id: 'r4', code: 'R4', free: 300, suits: true },
  { id: 'r5', code: 'R5', free: 40, suits: true },
  { id: 'b1', code: 'B1', free: 0, suits: false },
];
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const said: string[] = [];

function showActs(shown: PlantsShown) {
  render(
    <MayWrite value={true}>
      <PlantActs plants={shown} beds={beds} units={METRIC} onSaid={(s) => said.push(s.words)} />
    </MayWrite>,
  );
}

beforeEach(() => {
  sent.length = 0;
  said.length = 0;
  answer = () => ({ ok: true, value: { words: 'Done.', lines: [] } });
});
afterEach(cleanup);

test('re-spacing asks how many stand and how many did not make it, in the same bed, at the next stage', async () => {
  showActs(plants());
  press('Re-space');
  type('Plants that stand at the new spacing', '110');
  type('Did not make it', '10');
  press('Re-spaced');
  await waitFor(() => expect(said).toEqual(['Done.']));
  expect(sent[0]).toMatchObject({
    act: 'plants.moveOn@1',
    body: { lotId: 'lot', placeId: 'r4', toPlaceId: 'r4', stage: 1, count: 110, lost: 10 },
  });
});

test('at the last spacing there is nothing to re-space; on the bench there is nothing to pick', () => {
  showActs(plants({ nextPerM2: null }));
  expect(screen.queryByRole('button', { name: 'Re-space' })).toBeNull();
  cleanup();
  showActs(plants({ onBench: true, place: 'NB' }));
  expect(screen.queryByRole('button', { name: 'Pick' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Count what came up' })).toBeTruthy();
});

test('from the bench: how many went, how many did not make it, and what of the others', async () => {
  showActs(plants({ onBench: true, place: 'NB', placeId: 'nb' }));
  press('Transplant');
  fireEvent.mouseDown(screen.getByLabelText('To'));
  fireEvent.click(await screen.findByRole('option', { name: /^R5/ }));
  type('Plants that went into the bed', '100');
  fireEvent.mouseDown(screen.getByLabelText('What is left on the bench'));
  fireEvent.click(await screen.findByRole('option', { name: /goes to compost/ }));
  press('Transplanted');
  await waitFor(() => expect(said).toEqual(['Done.']));
  expect(sent[0]).toMatchObject({
    act: 'plants.moveOn@1',
    body: { placeId: 'nb', toPlaceId: 'r5', count: 100, lost: 0, others: 'compost' },
  });
});

test('put down on another bed it asks before anything is booked: of a bed how many, of the bench what stays too', async () => {
  const strip = (code: string, over: Partial<StripView> = {}): StripView => ({
    ...{
      placeId: code.toLowerCase(),
      code,
      isBench: false,
      says: '',
      pieces: '',
      spans: [],
      cells: 10,
      positions: 300,
    },
    ...{ held: 260, fullest: null, pick: null, marks: [], ...over },
  });
  const span = {
    ...{ kind: 'plants' as const, cells: 4, lotCode: 'MIZ-1', lotId: 'lot', crop: 'Mizuna', plants: 80, days: 3 },
    densePerM2: null,
  };
  const ask = (from: StripView) =>
    render(
      <MayWrite value={true}>
        <MoveAsk
          moving={{ span, from, to: strip('R5') }}
          units={METRIC}
          onClose={() => undefined}
          onDone={(s) => said.push(s.words)}
        />
      </MayWrite>,
    );
  ask(strip('R4'));
  expect(screen.getByText(/80 plants; R5 has 40 places free/)).toBeTruthy();
  expect(screen.queryByLabelText('What is left on the bench')).toBeNull();
  press('Moved');
  await waitFor(() => expect(sent[0]).toMatchObject({ body: { placeId: 'r4', toPlaceId: 'r5', count: 80 } }));
  cleanup();
  ask(strip('NB', { isBench: true }));
  type('Plants that went into the bed', '36');
  press('Transplanted');
  await waitFor(() => expect(sent[1]).toMatchObject({ body: { placeId: 'nb', count: 36, others: 'stay' } }));
});

test('where plants may go: other beds, with their room, and whether the recipe names them', async () => {
  showActs(plants());
  press('Move');
  fireEvent.mouseDown(screen.getByLabelText('To'));
  const options = within(await screen.findByRole('listbox')).getAllByRole('option');
  expect(options.map((o) => o.textContent)).toEqual(['R5 · 40 places free', 'B1 · 0 places free · not by its recipe']);
});

test('more than there is room for is asked about, and sent again with a yes', async () => {
  answer = () =>
    sent.length === 1
      ? { ok: false, fields: { confirm: ['R5 has room for 40 of them at that spacing; 120 is more.'] } }
      : { ok: true, value: { words: 'Moved.', lines: [] } };
  showActs(plants());
  press('Move');
  fireEvent.mouseDown(screen.getByLabelText('To'));
  fireEvent.click(await screen.findByRole('option', { name: /^R5/ }));
  press('Moved');
  fireEvent.click(await screen.findByLabelText('Yes, that is right'));
  press('Moved');
  await waitFor(() => expect(said).toEqual(['Moved.']));
  expect(sent[1]).toMatchObject({ body: { toPlaceId: 'r5', count: 120, confirmed: true } });
  expect(sent[1]!.body.entryKey).toBe(sent[0]!.body.entryKey);
});

test('a loss has its cause; picking by weight is in kilograms and sent in grams', async () => {
  showActs(plants());
  press('Lost');
  type('How many', '4');
  fireEvent.mouseDown(screen.getByLabelText('Cause'));
  fireEvent.click(await screen.findByRole('option', { name: 'bolted' }));
  fireEvent.submit(screen.getByLabelText('How many').closest('form')!);
  await waitFor(() => expect(sent[0]).toMatchObject({ act: 'plants.lose@1', body: { count: 4, cause: 'bolted' } }));
  press('Pick');
  type('Picked and packed', '3.2');
  press('Picked');
  await waitFor(() => expect(sent[1]).toMatchObject({ act: 'plants.pickNow@1', body: { quantity: 3200 } }));
});

test('a strip says of each planting what it is, how many, how ripe, and that it still stands dense', () => {
  const span = { kind: 'plants' as const, cells: 4, crop: 'Romaine', plants: 100, densePerM2: null, lotId: null };
  const strip: StripView = {
    code: 'R3',
    isBench: false,
    says: 'raft 30 m²',
    pieces: '30 rafts of 25',
    cells: 30,
    positions: 750,
    held: 300,
    fullest: { positions: 760, day: '2026-07-01' },
    pick: null,
    marks: [],
    placeId: 'r4',
    spans: [
      { ...span, kind: 'free', cells: 18, lotCode: '', lotId: null, crop: '', plants: 0, days: null },
      { ...span, lotCode: 'LIRO-3', days: 25, densePerM2: 80 },
      { ...span, lotCode: 'LIRO-2', days: 0 },
      { ...span, lotCode: 'LIRO-1', days: -9 },
    ],
  };
  render(<Strip strip={strip} suffix="" />);
  const links = screen.getAllByRole('link').map((a) => [a.getAttribute('href'), a.getAttribute('aria-label')]);
  expect(links).toEqual([
    ['/beds/bed/R3', null],
    ['/beds/LIRO-3', 'LIRO-3 Romaine, 100 plants: ripe in 25 days, dense at 80 a m²'],
    ['/beds/LIRO-2', 'LIRO-2 Romaine, 100 plants: ripe'],
    ['/beds/LIRO-1', 'LIRO-1 Romaine, 100 plants: late 9 days'],
  ]);
  expect(screen.getByText(/peaks at 760 of \d+ places on 1 Jul/)).toBeTruthy();
});

test('seed that runs short comes first, with how many to order and by when', () => {
  const seed = {
    code: 'x',
    name: 'Rocket',
    count: 500,
    oldestOn: '2026-02-01',
    shortOn: null,
    lacks: 0,
    orderBy: null,
  };
  const short = { ...seed, code: 'y', name: 'Mizuna', shortOn: '2026-06-22', lacks: 100, orderBy: '2026-06-12' };
  render(<SeedSheet seeds={[seed, short]} today="2026-06-10" may={false} />);
  expect(screen.getAllByRole('listitem').map((li) => li.textContent)).toEqual([
    'Mizuna 500order 100 by 12 Jun: too few from 22 Jun on · the oldest came 1 Feb',
    'Rocket 500the oldest came 1 Feb',
  ]);
});

test('a long crop is cared for without its being due: what was done, and what was seen', async () => {
  showActs(
    plants({
      lotCode: 'TOM-1',
      care: [
        ['side_shoots', 'Take out side shoots'],
        ['lower', 'Lower the vines'],
      ],
    }),
  );
  press('Care');
  type('What was seen (if any)', 'first truss set');
  press('Done');
  await waitFor(() => expect(said).toEqual(['Done.']));
  expect(sent[0]).toMatchObject({
    act: 'plants.care@1',
    body: { lotCode: 'TOM-1', placeId: 'r4', what: 'side_shoots', note: 'first truss set' },
  });
});

test('surplus on the bench is sold as seedlings; seedlings for sale are packed, not transplanted', async () => {
  showActs(plants({ onBench: true, seedlings: [['mixed', 'Mixed seedlings, 60 a tray']] }));
  press('Sell as seedlings');
  type('Trays packed', '2');
  press('Packed');
  await waitFor(() =>
    expect(sent[0]).toMatchObject({ act: 'plants.packSeedlings@1', body: { productCode: 'mixed', trays: 2 } }),
  );
  cleanup();
  showActs(plants({ onBench: true, soldHere: true, byWeight: false }));
  expect(screen.queryByRole('button', { name: 'Transplant' })).toBeNull();
  press('Pack');
  type('Trays packed', '3');
  press('Picked');
  await waitFor(() => expect(sent[1]).toMatchObject({ act: 'plants.pickNow@1', body: { quantity: 3 } }));
});
