import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { CulturesPage, CultureView } from '../../src/features/beds/cultures/queries';
import type { BedsPage, SowView } from '../../src/features/beds/queries';
import type { OpenView, ScoutingPage } from '../../src/features/beds/scouting/queries';
import type { SpacePage, WorthRow } from '../../src/features/beds/space/queries';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** What is done with plants between planting and clearing, as it is seen and sent. */
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

const { ScoutingRoom } = await import('../../src/features/beds/scouting/ScoutingRoom');
const { CulturesRoom } = await import('../../src/features/beds/cultures/CulturesRoom');
const { RestSheet } = await import('../../src/features/beds/space/RestSheet');
const { WorthSheet } = await import('../../src/features/beds/space/WorthSheet');
const { SpaceView } = await import('../../src/features/beds/space/SpaceView');
const { SowSheet } = await import('../../src/features/beds/SowSheet');

const TODAY = '2026-06-10';
const shown = {
  ...{ today: TODAY, day: TODAY, when: 'today' as const, at: 0, units: METRIC, currency: 'EUR' },
  person: { name: 'Ines', role: 'manager', currency: 'EUR' },
};
const open = (room: ReactNode, writes = true) => render(<MayWrite value={writes}>{room}</MayWrite>);
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: string | RegExp, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const sentOnce = (act: string, body: Record<string, unknown>) =>
  waitFor(() => expect(sent.at(-1)).toMatchObject({ act, body }));

beforeEach(() => {
  sent.length = 0;
  localStorage.clear();
  answer = () => ({ ok: true, value: { words: 'Done.', lines: [] } });
});
afterEach(cleanup);

describe('the sow list', () => {
  const line = (over: Partial<SowView>): SowView => ({
    ...{
      stepId: 's1',
      lotCode: 'MIZ-1',
      crop: 'Mizuna',
      seeds: 240,
      trays: '3 × 104',
      day: TODAY,
      bed: 'R4',
      bench: 'NB',
    },
    ...{
      now: { seeds: 240, short: null },
      because: { title: '', lines: [], source: '' } as never,
      demand: null,
      ...over,
    },
  });
  const page = (sow: SowView[], oneSided: string[] = []) => ({ ...shown, sow, oneSided }) as unknown as BedsPage;

  test('one press sows what is due as far as bench and seed go, and one takes it back', async () => {
    const later = line({ stepId: 's3', lotCode: 'MIZ-3', day: '2026-06-15', now: null });
    const some = line({
      stepId: 's2',
      lotCode: 'TAT-2',
      crop: 'Tatsoi',
      seeds: 200,
      now: { seeds: 60, short: 'bench' },
    });
    open(<SowSheet page={page([line({}), some, later])} />);
    expect(screen.getByText('the bench has room for 60 of these 200')).toBeTruthy();
    press('Sow the 2 sowings that are due…');
    press('Sown');
    await sentOnce('plants.sowMany@1', { seeds: { s1: 240, s2: 60 } });
    const { entryKey } = sent[0]!.body;
    await screen.findByText('Done.');
    press('Undo');
    await sentOnce('entry.takeBack@1', { recordedKey: entryKey });
    expect(await screen.findByText('Taken back.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
  });

  test('why something is not taken back is said, and it can be tried again', async () => {
    open(<SowSheet page={page([line({})])} />);
    press('Sow 1 sowing that is due…');
    press('Sown');
    await screen.findByText('Done.');
    answer = () => ({ ok: false, fields: { form: ['Something was done with MIZ-1 since.'] } });
    press('Undo');
    expect((await screen.findByRole('alert')).textContent).toBe('Something was done with MIZ-1 since.');
    expect(await screen.findByRole('button', { name: 'Undo' })).toBeTruthy();
  });

  test('with nothing due there is nothing to press; too much of one crop is said', () => {
    open(<SowSheet page={page([line({ now: null })], ['60 % of it is mizuna.'])} />);
    expect(screen.queryByRole('button', { name: /that (is|are) due/ })).toBeNull();
    expect(screen.getByText('60 % of it is mizuna.')).toBeTruthy();
  });
});

describe('scouting', () => {
  const found: OpenView = {
    ...{ id: 'f1', words: 'aphids', place: 'N1', lotCode: 'BAS-1', howBad: 2, howBadWords: 'some plants' },
    ...{ seenOn: '2026-06-06', lookAgainOn: '2026-06-10', first: 'Undersides first.', saw: 'by the door' },
    helpers: [{ words: 'lacewing larvae', inStock: true }],
    course: [
      { day: '2026-06-02', howBad: 1 },
      { day: '2026-06-06', howBad: 2 },
    ],
    photoOf: 'p1',
  };
  const page = (over: Partial<ScoutingPage> = {}) =>
    ({
      ...shown,
      ...{ open: [found], looks: [], releases: [], everyDays: 7, beds: [['n1', 'N1']] },
      walks: [{ walk: 'Glasshouse two', beds: 'N1, N2', last: '2026-06-01', due: '2026-06-08' }],
      stock: [
        {
          lotId: 'b1',
          code: 'BEN-1',
          what: 'lacewings',
          words: 'lacewing larvae',
          count: 500,
          daysHere: 9,
          cameOn: '2026-06-01',
          supplier: null,
        },
      ],
      ...over,
    }) as unknown as ScoutingPage;

  test('an open finding says how it goes, what to look at first and what is in stock against it; gone is one press', async () => {
    open(<ScoutingRoom page={page()} />);
    const sheet = within(screen.getByLabelText('aphids in N1', { selector: 'section, div, article' }));
    expect(sheet.getByText('Undersides first.')).toBeTruthy();
    expect(sheet.getByText(/lacewing larvae \(in stock\)/)).toBeTruthy();
    expect(sheet.getByLabelText(/How it went: .*1 \/ 3, .*2 \/ 3/)).toBeTruthy();
    expect(sheet.getByAltText('aphids in N1').getAttribute('src')).toBe('/api/photo/p1');
    press('Look again');
    fireEvent.click(await screen.findByRole('radio', { name: 'gone' }));
    press('Looked');
    await sentOnce('scouting.lookAgain@1', { findingId: 'f1', howBad: 0, dueOn: '2026-06-10' });
  });

  test('beneficials are released into a bed from what is in stock; who only reads presses nothing', async () => {
    open(<ScoutingRoom page={page()} />);
    press('Release…');
    type('How many', '200');
    press('Released');
    expect(await screen.findByText(/give it first/)).toBeTruthy();
    expect(sent).toEqual([]);
    cleanup();
    open(<ScoutingRoom page={page()} />, false);
    expect(screen.queryByRole('button', { name: /Something seen|Release|Look again/ })).toBeNull();
  });

  test('with nothing open it says so', () => {
    open(<ScoutingRoom page={page({ open: [] })} />);
    expect(screen.getByText(/Nothing open/)).toBeTruthy();
  });
});

describe('side cultures', () => {
  const culture: CultureView = {
    ...{
      id: 'c1',
      code: 'C-1',
      kind: 'duckweed',
      name: 'Duckweed trays',
      areaM2: 6,
      beganOn: '2026-01-01',
      endedOn: null,
    },
    ...{ kindWords: 'duckweed', takes: 'nitrogen', caution: 'Hands washed.', entries: [] },
    account: { givenG: 0, takenG: 11_700, expectedG: 13_440, proteinG: 210.6, replacesG: 526 },
  };
  const page = (over: Partial<CulturesPage> = {}) =>
    ({
      ...shown,
      ...{ running: [culture], ended: [], eatenG: 600_000, farmGrownG: 0, replacesG: 526, savesMinor: 110, ...over },
    }) as unknown as CulturesPage;

  test('what was taken out stands against what such a culture gives, and against the ration', async () => {
    open(<CulturesRoom page={page()} />);
    expect(screen.getByText(/of 13.4 kg such a culture gives \(87 %\)/)).toBeTruthy();
    expect(screen.getByText(/\(0.1 %\)/)).toBeTruthy();
    press('Taken out…');
    expect(screen.getByText(/Hands washed/)).toBeTruthy();
    type(/Fresh weight taken out/, '2.5');
    press('Taken out');
    await sentOnce('culture.record@1', { cultureId: 'c1', way: 'taken', massG: 2500 });
  });

  test('a hand weighs; beginning and ending are the manager’s; a farm without any is told what they are for', () => {
    open(<CulturesRoom page={page({ person: { ...shown.person, role: 'hand' } } as never)} />);
    expect(screen.getByRole('button', { name: 'Given…' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /End it|Begin a culture/ })).toBeNull();
    cleanup();
    open(<CulturesRoom page={page({ running: [] })} />);
    expect(screen.getByText(/None running/)).toBeTruthy();
  });
});

describe('space', () => {
  const worth = (over: Partial<WorthRow>): WorthRow => ({
    ...{ key: 'k', code: 'c', crop: 'Butterhead', kind: 'head', soldAs: 'head', method: 'raft', quantity: '4 heads' },
    ...{ plants: 4, units: 4, grossMinor: 600, minutes: 4, kwh: 0.4, netMinor: 400, perHourMinor: 8000, ...over },
  });
  const page = (over: Partial<SpacePage>) =>
    ({
      ...shown,
      rests: [],
      beds: [
        ['r1', 'R1'],
        ['r2', 'R2'],
      ],
      worth: [],
      costs: {
        ...{ version: 7, isOwn: false, hourMinor: 2200, plugs100Minor: 400, kwhMinor: 30, turnoverDays: 2 },
        methods: [
          { method: 'raft', words: 'raft', bedPerFloor: 0.75, workFactor: 1, wattsPerM2: 3, lampWattsPerM2: 0 },
        ],
      },
      ...over,
    }) as unknown as SpacePage;

  const table = (over: Partial<SpacePage> = {}) =>
    page({
      ...{ weeks: ['2026-06-10', '2026-06-17'], cuts: [] },
      rows: [
        {
          ...{ code: 'R1', isBench: false, areaM2: 30, valueMinor: 90_000, perM2WeekMinor: 450, idleM2Weeks: 12 },
          ...{
            idleMinor: 5400,
            weeks: [
              { mean: 0.8, fullest: 0.9, rests: 0 },
              { mean: 0.9, fullest: 1.2, rests: 0 },
            ],
          },
        },
        {
          ...{ code: 'WR', isBench: false, areaM2: 30, valueMinor: 0, perM2WeekMinor: null, idleM2Weeks: 0 },
          ...{
            idleMinor: null,
            weeks: [
              { mean: 0, fullest: 0, rests: 1 },
              { mean: 0, fullest: 0, rests: 0 },
            ],
          },
        },
      ],
      stages: [
        { stage: 'bench', places: 2000, weeks: [0.5, 1.1] },
        { stage: 'dense', places: 660, weeks: [0, 0] },
        { stage: 'last', places: 660, weeks: [0.8, 0.9] },
      ],
      year: [
        {
          ...{ code: 'R1', areaM2: 30, places: 660, cycles: 9.04, plants: 5966, pieces: 5210, massG: 0 },
          ...{ valueMinor: 781_500, perM2WeekMinor: 500 },
        },
      ],
      ...over,
    });
  const cells = (name: string) =>
    within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
      .getAllByRole('cell')
      .map((c) => c.textContent);

  test('week by week, stage by stage: what is over-full is said above, a rest is no empty bed', () => {
    open(<SpaceView page={table()} />);
    expect(screen.getByText(/More is planned into R1 than there is room for/)).toBeTruthy();
    expect(cells('R1 €4.50')).toEqual(['R1', '€4.50', '€54', '80', '120']);
    expect(cells('WR')).toEqual(['WR', '–', '–', 'rest', '0']);
    expect(cells('benches')).toEqual(['benches', '–', '–', '50', '110']);
    expect(cells('beds, final')).toEqual(['beds, final', '–', '–', '80', '90']);
    // Nobody re-spaces here: no line for it.
    expect(screen.queryByText('beds, dense')).toBeNull();
  });

  test('the year of a bed as the books have it; a farm on its first day is told that there is none', () => {
    open(<SpaceView page={table()} />);
    expect(cells('R1 660')).toEqual(['R1', '660 on 30 m²', '5,966', '9.0', '5,210', '–', '€7,820', '€5.00']);
    cleanup();
    open(<SpaceView page={table({ year: [], rows: [], stages: [] })} />);
    expect(screen.getByText(/Nothing was planted or packed yet/)).toBeTruthy();
    expect(screen.getByText(/This farm has no beds yet/)).toBeTruthy();
  });

  test('a farm’s own costs are typed as money and kept; they stand there the next time', async () => {
    open(<WorthSheet page={page({ worth: [worth({})] })} />);
    expect(screen.getByText(/work at .*22.* an hour; planning defaults/)).toBeTruthy();
    press('Your own costs…');
    fireEvent.change(screen.getByLabelText('An hour of work, EUR'), { target: { value: '31.50' } });
    fireEvent.change(await screen.findByLabelText('Lamps, W'), { target: { value: '40' } });
    answer = () => ({ ok: true, value: { words: 'Kept.', lines: [] } });
    press('Keep for this farm');
    const raft = { method: 'raft', bedPerFloor: 0.75, workFactor: 1, wattsPerM2: 3, lampWattsPerM2: 40 };
    await sentOnce('setup.growingCosts@1', { version: 7, hourMinor: 3150, kwhMinor: 30, methods: [raft] });
    expect(await screen.findByText('Kept.')).toBeTruthy();
    expect(screen.queryByLabelText('An hour of work, EUR')).toBeNull();
  });

  test('the best eight ways stand there; the others come when they are asked for', () => {
    const rows = Array.from({ length: 11 }, (_, i) => worth({ key: `k${i}`, code: `c${i}`, crop: `Crop ${i}` }));
    open(<WorthSheet page={page({ worth: rows })} />);
    expect(screen.getAllByRole('link', { name: /^Crop / })).toHaveLength(8);
    press('Show all 11');
    expect(screen.getAllByRole('link', { name: /^Crop / })).toHaveLength(11);
    expect(screen.queryByRole('button', { name: /Show all/ })).toBeNull();
  });

  test('heads or leaves: the floor may say one and the hour the other', () => {
    const leaves = worth({
      key: 'l',
      code: 'l',
      crop: 'Rocket',
      kind: 'cut leaf',
      netMinor: 300,
      perHourMinor: 12_000,
    });
    open(<WorthSheet page={page({ worth: [worth({}), leaves] })} />);
    expect(
      screen.getByText(/of the floor Butterhead leaves .* where hands are short, not floor, it wins/),
    ).toBeTruthy();
    cleanup();
    open(<WorthSheet page={page({ worth: [worth({}), { ...leaves, perHourMinor: 5000 }] })} />);
    expect(screen.getByText(/an hour of work brings more with Butterhead too/)).toBeTruthy();
    cleanup();
    open(<WorthSheet page={page({ worth: [worth({})] })} />);
    expect(screen.queryByText(/Heads or leaves/)).toBeNull();
  });

  test('beds are chosen, what it means is asked, and a rest is ended where it stands', async () => {
    const rests = [{ id: 'x', code: 'WR', from: '2026-06-24', until: '2026-08-12', words: 'liner' }];
    answer = () => ({
      ok: false,
      fields: { confirm: ['LET-1 stands in R2, 40 plants.\nHeron: nothing grows there.'] },
    });
    open(<RestSheet page={page({ rests })} />);
    press('Rest beds…');
    press('R2');
    press('Rest them');
    await sentOnce('plants.restBeds@1', { placeIds: ['r2'], from: TODAY, words: 'winter' });
    expect(await screen.findByText('Heron: nothing grows there.')).toBeTruthy();
    expect(await screen.findByRole('button', { name: 'Rest them' })).toHaveProperty('disabled', true);
    answer = () => ({ ok: true, value: { words: 'WR may be planted again.', lines: [] } });
    press('End the rest of WR');
    press('Plant WR again');
    await sentOnce('plants.endRest@1', { restId: 'x' });
    expect(await screen.findByText('WR may be planted again.')).toBeTruthy();
  });
});
