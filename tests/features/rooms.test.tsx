import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC, type UnitChoice } from '../../src/core/quantity/units';
import { post, sent } from './posted';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** What stands on the farm, changed by the office; the calendar it is read in; what the next shift is told. */
vi.mock('../../src/commands/client', async () => (await import('./posted')).client);
const pushed: string[] = [];
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: (path: string) => pushed.push(path), refresh: vi.fn() }),
  usePathname: () => '/farm/places',
  useSearchParams: () => new URLSearchParams(),
}));

const { PlacesRoom } = await import('../../src/features/farm/PlacesRoom');
const { CalendarSheet } = await import('../../src/features/farm/CalendarSheet');
const { ChangesRoom } = await import('../../src/features/farm/ChangesRoom');
const { TodayRoom } = await import('../../src/features/farm/TodayRoom');
const { HandoverForm } = await import('../../src/features/round/HandoverForm');

const done = { ok: true, value: { words: 'Done.', lines: ['H1 is 2 % less full now.'] } } as const;
beforeEach(() => {
  sent.length = pushed.length = 0;
  post.answer = () => done;
  localStorage.clear();
});
afterEach(cleanup);

const show = (ui: React.ReactNode) => render(<MayWrite value={true}>{ui}</MayWrite>);
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('what stands on the farm', () => {
  type Page = Parameters<typeof PlacesRoom>[0]['page'];
  type Place = Page['places'][number];
  const place = (over: Partial<Place>): Place => ({
    ...{ id: 'h1', version: 4, code: 'H1', name: 'Tank H1', kind: 'tank', role: null, loopId: 'l1', loop: 'heron' },
    ...{ room: 'Fish hall', stage: 'grow-out', volumeL: 3000, limitKgM3: 45, saltGL: 0, method: null },
    ...{ positions: null, pieceSize: null, areaM2: null, retiredOn: null, ...over },
  });
  const pump = {
    ...{ id: 'e1', version: 2, name: 'Pump 1', kind: 'pump', loop: 'heron', flowLH: 6000, headM: 2, watts: 180 },
    ...{
      onMin: 15,
      offMin: 45,
      kgO2PerDay: null,
      volumeM3: null,
      isSpare: false,
      leastSpare: null,
      umolS: null,
      over: null,
      retiredOn: null,
    },
  };
  const page = (over: Partial<Page> = {}): Page => ({
    ...{ units: METRIC, currency: 'EUR', mayChange: true },
    places: [
      place({}),
      place({
        id: 'r1',
        code: 'R1',
        kind: 'bed',
        stage: null,
        volumeL: null,
        method: 'raft',
        positions: 660,
        areaM2: 30,
      }),
      place({ id: 'p1', code: 'P1', kind: 'purge', stage: null, saltGL: 3 }),
      place({ id: 'h0', code: 'H0', retiredOn: '2026-05-02', loop: null, room: null }),
    ],
    equipment: [pump],
    loops: [{ id: 'l1', code: 'heron', name: 'Heron', kind: 'coupled' }],
    ...over,
  });
  const row = (name: RegExp) => within(screen.getByRole('row', { name }));

  test('stands with its size, its water and its room; what was retired says since when', () => {
    show(<PlacesRoom page={page()} />);
    expect(row(/^H1/).getByText('3,000 L')).toBeTruthy();
    expect(row(/^R1/).getByText(/660 places · 30 m²/)).toBeTruthy();
    expect(row(/^H0/).getByText(/retired 2 May/)).toBeTruthy();
    expect(row(/^H0/).queryByRole('button')).toBeNull();
    // 15 minutes of every hour.
    expect(row(/^Pump 1/).getByText(/6,000 L\/h · .*180 W · 15 min on, 45 min off/)).toBeTruthy();
  });

  test('in pounds and gallons for those who think so', () => {
    const units: UnitChoice = { mass: 'us', temperature: 'F' };
    show(<PlacesRoom page={page({ units })} />);
    expect(row(/^H1/).getByText(/gal/)).toBeTruthy();
    expect(screen.getByText('2 tanks of 500 gal named H9–H10 for heron')).toBeTruthy();
  });

  test('a tank asks for its water, a bed for its places, a purge tank for its salt; only what is kept is sent', async () => {
    show(<PlacesRoom page={page()} />);
    press('Change H1');
    const form = within(screen.getByRole('region', { name: 'Change H1' }));
    expect(form.queryByLabelText('Places for plants')).toBeNull();
    fireEvent.change(form.getByLabelText('Water it holds'), { target: { value: '2800' } });
    press('Keep');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      act: 'place.change@1',
      body: { id: 'h1', version: 4, volumeL: 2800, limitKgM3: 45, stage: 'grow-out', room: 'Fish hall' },
    });
    expect(await screen.findByText(/Done. H1 is 2 % less full now/)).toBeTruthy();
    press('Change R1');
    expect(screen.getByLabelText<HTMLInputElement>('Places for plants').value).toBe('660');
    press('Leave it');
    expect(screen.queryByLabelText('Places for plants')).toBeNull();
    press('Change P1');
    expect(screen.getByLabelText<HTMLInputElement>('Salt, g/L').value).toBe('3');
  });

  test('what that would do to fish and promises is asked about first', async () => {
    post.answer = (_, body) =>
      body.confirmed ? done : { ok: false, fields: { confirm: ['H1 would hold 61 kg/m³; it may carry 45.'] } };
    show(<PlacesRoom page={page()} />);
    press('Change H1');
    type('Water it holds', '2000');
    press('Keep');
    expect(await screen.findByText(/would hold 61/)).toBeTruthy();
    expect((await screen.findByRole<HTMLButtonElement>('button', { name: 'Keep' })).disabled).toBe(true);
    fireEvent.click(screen.getByRole('checkbox', { name: /that is right/ }));
    press('Keep');
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toMatchObject({ confirmed: true, volumeL: 2000 });
  });

  test.each([
    ['H1', 'place.retire@1', { id: 'h1', version: 4 }],
    ['Pump 1', 'equipment.retire@1', { id: 'e1', version: 2 }],
  ])('%s is retired at the second press, never at the first', async (name, act, body) => {
    show(<PlacesRoom page={page()} />);
    press(`Retire ${name}`);
    expect(sent).toEqual([]);
    press(`Yes, retire ${name}`);
    await waitFor(() => expect(sent[0]).toMatchObject({ act, body }));
    expect(await screen.findByRole('button', { name: `Retire ${name}` })).toBeTruthy();
  });

  test('a refusal says why, and nothing is retired', async () => {
    post.answer = () => ({ ok: false, fields: { form: ['420 fish are in H1. Move them first.'] } });
    show(<PlacesRoom page={page()} />);
    press('Retire H1');
    press('Yes, retire H1');
    expect(await screen.findByText(/Move them first/)).toBeTruthy();
  });

  test('what is new is said as to a builder; a line that is not understood stays', async () => {
    show(<PlacesRoom page={page()} />);
    type('What there is', '2 tanks of 2 m³ named H9–H10 for heron');
    fireEvent.keyDown(screen.getByLabelText('What there is'), { key: 'Enter' });
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('What there is').value).toBe(''));
    expect(sent[0]).toMatchObject({ act: 'place.add@1', body: { line: '2 tanks of 2 m³ named H9–H10 for heron' } });
    post.answer = () => ({ ok: false, fields: { line: ['What is a moat?'] } });
    type('What there is', 'a moat');
    press('Add');
    expect(await screen.findByText('What is a moat?')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('What there is').value).toBe('a moat');
  });

  test('a rating plate asks what such a thing says on it', async () => {
    show(<PlacesRoom page={page({ equipment: [{ ...pump, kind: 'aerator', kgO2PerDay: 4, flowLH: null }] })} />);
    press('Change Pump 1');
    expect(screen.queryByLabelText(/Flow at that head/)).toBeNull();
    type(/^Oxygen, kg a day/, '5.5');
    expect(screen.getByText(/residual-current device/)).toBeTruthy();
    press('Keep');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ act: 'equipment.change@1', body: { kgO2PerDay: 5.5, use: 'runs' } }),
    );
  });

  test('a spare says how many are never to be fewer', async () => {
    show(<PlacesRoom page={page({ equipment: [{ ...pump, isSpare: true, leastSpare: 2 }] })} />);
    expect(screen.getByText(/does not run, never fewer than 2/)).toBeTruthy();
    press('Change Pump 1');
    type(/^Never fewer in reserve than/, '3');
    press('Keep');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ act: 'equipment.change@1', body: { leastSpare: 3, use: 'spare' } }),
    );
  });

  test('who may not change it reads it', () => {
    show(<PlacesRoom page={page({ mayChange: false })} />);
    expect(screen.queryByRole('button', { name: /Change|Retire|Add/ })).toBeNull();
  });
});

describe('a calendar of one’s own', () => {
  type Page = Parameters<typeof CalendarSheet>[0]['page'];
  const page = (calendars: Page['calendars'] = []) => ({ calendars }) as unknown as Page;

  test('an address is made here, shown once, and is long enough that nobody guesses it', async () => {
    show(<CalendarSheet page={page()} />);
    fireEvent.click(screen.getAllByRole('button', { name: /make an address$/ })[0]!);
    const address = (await screen.findByTestId('calendar-address')).textContent!;
    expect(sent[0]!.act).toBe('calendar.make@1');
    expect(address).toContain(`/api/calendar/${String(sent[0]!.body.token)}.ics`);
    expect(String(sent[0]!.body.token).length).toBeGreaterThanOrEqual(40);
  });

  test('one that is refused shows no address; one that is open can be made void', async () => {
    post.answer = () => null;
    show(<CalendarSheet page={page([{ id: 'c1', what: 'season', madeAt: new Date() }])} />);
    fireEvent.click(screen.getAllByRole('button', { name: /make an address$/ })[0]!);
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    expect(screen.queryByTestId('calendar-address')).toBeNull();
    post.answer = () => done;
    press(/make the address void$/);
    await waitFor(() => expect(sent.at(-1)).toMatchObject({ act: 'calendar.end@1', body: { id: 'c1' } }));
  });
});

describe('changes of the set-up', () => {
  const change = { id: 1, what: 'product', subject: 'Basil', by: 'Ines', at: new Date('2026-06-09T08:00:00Z') };
  const now = new Date('2026-06-10T08:00:00Z');

  test('say who changed what from what to what; what is new says so', () => {
    const changes = [
      { ...change, was: { price_minor: 120, season: '2026-05-01' }, became: { price_minor: 135, season: null } },
      { ...change, id: 2, was: null, became: { name: 'Basil' } },
    ];
    show(<ChangesRoom page={{ changes, now }} />);
    const rows = screen.getAllByRole('row').slice(1);
    expect(rows[0]!.textContent).toMatch(/Ines.*product Basil.*price minor: 120 → 135 · season: 1 May → —/);
    expect(rows[1]!.textContent).toMatch(/new$/);
  });

  test('none yet is said', () => {
    show(<ChangesRoom page={{ changes: [], now }} />);
    expect(screen.getByText('Nothing was changed yet.')).toBeTruthy();
  });
});

describe('the first day', () => {
  type Page = Parameters<typeof TodayRoom>[0]['page'];
  const context = {
    choices: { tanks: [], beds: [], loops: [], species: [], crops: [], products: [], customers: [], cohorts: [] },
    ...{ units: METRIC, currency: 'EUR', today: '2026-06-10', unitOfProduct: {}, undone: {} },
  };
  const page = (over: Partial<Page> = {}) =>
    ({
      ...{ context, opened: { fish: 3, feed: 1 }, chosen: 'fish', mayChange: true, unplanned: 0, unpriced: [] },
      ...{ openFish: [], units: METRIC },
      ...over,
    }) as unknown as Page;

  test('goes from what lives to what it lives on, and says what is in the books already', () => {
    show(<TodayRoom page={page()} />);
    expect(screen.getByText(/3 lots of fish are in the books from before/)).toBeTruthy();
    press(/^Then: /);
    expect(pushed).toEqual(['/farm/today?what=feed']);
  });

  test('plantings without a plan get one at a press; what it would worsen is asked about', async () => {
    post.answer = (_, body) => (body.confirmed ? done : { ok: false, fields: { confirm: ['R1 would be over-full.'] } });
    show(<TodayRoom page={page({ unplanned: 2 })} />);
    press('Plan the picking of 2 plantings');
    expect(await screen.findByText('R1 would be over-full.')).toBeTruthy();
    press('Yes, plan it all the same');
    expect(await screen.findByText(/^Done./)).toBeTruthy();
    expect(sent.map((s) => s.body.confirmed)).toEqual([undefined, true]);
  });

  test('fish that moved in are planned by so much every so often; what it would worsen is asked about', async () => {
    post.answer = (_, body) => (body.confirmed ? done : { ok: false, fields: { confirm: ['P1 would be over-full.'] } });
    show(<TodayRoom page={page({ openFish: [{ code: 'rainbow-trout', name: 'Rainbow trout', cohorts: 4 }] })} />);
    const sheet = within(screen.getByRole('region', { name: 'Fish without a harvest' }));
    fireEvent.change(sheet.getByLabelText(/^At each harvest/), { target: { value: '25' } });
    fireEvent.change(sheet.getByLabelText(/^A harvest every/), { target: { value: '3' } });
    fireEvent.click(sheet.getByRole('button', { name: 'Plan them' }));
    expect(await sheet.findByText('P1 would be over-full.')).toBeTruthy();
    fireEvent.click(sheet.getByLabelText('Yes, that is right'));
    fireEvent.click(sheet.getByRole('button', { name: 'Plan them' }));
    expect(await screen.findByText('Done.')).toBeTruthy();
    expect(sent.at(-1)!.body).toMatchObject({
      amount: 25_000,
      counted: false,
      every: 3,
      unit: 'week',
      confirmed: true,
    });
  });

  test('a hand reads that a manager records it', () => {
    show(<TodayRoom page={page({ mayChange: false, unplanned: 2 })} />);
    expect(screen.getByText(/A manager records what was here before/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Plan the picking/ })).toBeNull();
  });
});

describe('what the next shift should know', () => {
  const note = () => screen.getByLabelText<HTMLTextAreaElement>('For the next shift');

  test('is kept while it is written, sent once under one key, and gone when it is left', async () => {
    const left = vi.fn();
    post.answer = () => null;
    show(<HandoverForm onDone={left} />);
    type('For the next shift', 'H3 eats badly');
    press('Leave it');
    expect(await screen.findByText(/No connection: what you wrote is still here/)).toBeTruthy();
    cleanup();
    show(<HandoverForm onDone={left} />);
    expect(note().value).toBe('H3 eats badly');
    post.answer = () => done;
    press('Leave it');
    await waitFor(() => expect(left).toHaveBeenCalledTimes(1));
    expect(sent[1]!.body.entryKey).toBe(sent[0]!.body.entryKey);
    expect(note().value).toBe('');
    cleanup();
    show(<HandoverForm onDone={left} />);
    expect(note().value).toBe('');
  });

  test('nothing written is refused in words', async () => {
    post.answer = () => ({ ok: false, fields: { words: ['Write what they should know.'] } });
    show(<HandoverForm onDone={() => undefined} />);
    press('Leave it');
    expect(await screen.findByText('Write what they should know.')).toBeTruthy();
  });
});
