import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import type { SuccessionProposal } from '../../src/core/succession/propose';
import type { SuccessionPage } from '../../src/features/beds/planner/queries';
import type { TrialView, TrialsPage } from '../../src/features/beds/trials/queries';
import type { WeatherPage } from '../../src/features/beds/weather/queries';
import type { Outcome } from '../../src/ui/outcome';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** What the greens manager sees of the planner, the weather and a trial, and what is sent. */
const sent: { act: string; body: Record<string, unknown> }[] = [];
let answer: () => Outcome<unknown>;
const pushed = vi.fn();
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    return answer();
  },
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: pushed, refresh: vi.fn() }),
  usePathname: () => '/beds',
  useSearchParams: () => new URLSearchParams(),
}));

const { SuccessionAnswer } = await import('../../src/features/beds/planner/SuccessionAnswer');
const { readSuccession, successionFields } = await import('../../src/features/beds/planner/target');
const { WeatherRoom } = await import('../../src/features/beds/weather/WeatherRoom');
const { TrialSheet } = await import('../../src/features/beds/trials/TrialSheet');

const shown = {
  ...{ today: '2026-06-03', day: '2026-06-03', when: 'today' as const, at: 0, units: METRIC },
  person: { name: 'Ines', role: 'manager', currency: 'EUR' },
};
const planner = {
  ...shown,
  ...{ currency: 'EUR', beds: [{ id: 'r1', code: 'R1', name: 'R1' }] },
  loops: [{ id: 'l1', name: 'Heron', school: 'feed', bandLow: 60 }],
  products: [
    { code: 'rocket', name: 'Rocket', unit: 'kg', priceMinor: 1900, usual: 5630 },
    { code: 'tatsoi', name: 'Tatsoi', unit: 'head', priceMinor: 160, usual: 0 },
  ],
} as unknown as SuccessionPage;

beforeEach(() => {
  sent.length = 0;
  pushed.mockClear();
  answer = () => ({ ok: true, value: 'draft-1' });
});
afterEach(cleanup);

describe('what the planner is asked', () => {
  const typed = {
    ...{ weeks: '26', sowOn: '1', amount_rocket: 9000, amount_tatsoi: 0, nutrients: 'hold' },
    ...{ share: 40, hour: 22, plugs: 4, missing: 2, seconds: 60 },
  };
  const read = (over: Record<string, unknown>, by: 'orders' | 'steady' | 'earn' = 'steady', bedIds = ['r1']) =>
    readSuccession({ ...typed, ...over }, { by, bedIds, page: planner });

  test('what is typed becomes the target; a product with nothing wanted is left out', () => {
    const answered = read({});
    expect(answered).toMatchObject({
      ok: true,
      value: {
        seconds: 60,
        target: {
          ...{ weeks: 26, by: 'steady', bedIds: ['r1'], sowOn: 1, mostShare: 0.4, labourHoursWeek: null },
          products: [{ code: 'rocket', amount: 9000 }],
          costs: { hourMinor: 2200, plugs100Minor: 400, missingTimesPrice: 2 },
        },
      },
    });
  });

  test('what is wrong stands beside its field, in words', () => {
    const wrong = (over: Record<string, unknown>, bedIds?: string[]) => {
      const answered = read(over, 'steady', bedIds);
      return answered.ok ? {} : answered.fields;
    };
    expect(wrong({ seconds: 1 })).toHaveProperty('seconds');
    expect(wrong({ share: 140 }).share![0]).toMatch(/at most 100 %/);
    expect(wrong({ hours: 0 }).hours![0]).toMatch(/empty for no limit/);
    expect(wrong({ amount_rocket: -1 })).toHaveProperty('amount_rocket');
    expect(wrong({ amount_rocket: 0 }).form![0]).toMatch(/Nothing is wanted/);
    expect(wrong({}, []).form![0]).toMatch(/at least one bed/);
  });

  test('orders that stand are planned for even where nothing is wanted after them', () => {
    expect(read({ amount_rocket: 0 }, 'orders')).toMatchObject({
      ok: true,
      // Also of what no order of the next weeks asks for: one may ask for it later in the horizon.
      value: {
        target: {
          products: [
            { code: 'rocket', amount: 0 },
            { code: 'tatsoi', amount: 0 },
          ],
        },
      },
    });
  });

  test('amounts start as promised on average; what is missing costs nothing extra where only earning counts', () => {
    const fields = successionFields('steady', planner);
    expect(fields.find((f) => f.name === 'amount_rocket')).toMatchObject({ start: 5630, quantity: 'mass' });
    expect(successionFields('earn', planner).some((f) => f.name === 'missing')).toBe(false);
  });
});

describe('what it proposes', () => {
  const step = { id: 's1', groupId: 'g', kind: 'sow', day: '2026-06-08', lotCode: 'ROC-260608', cropCode: 'rocket' };
  const proposal = (over: Partial<SuccessionProposal> = {}) =>
    ({
      progress: { boundMinor: 100, gap: 0.012, seconds: 12, by: 'solver' },
      draft: {
        steps: [{ ...step, speciesCode: null, fromPlaceId: null, toPlaceId: 'n', count: 240, detail: {}, version: 1 }],
        lines: [
          {
            ...{ lotCode: 'ROC-260608', cropCode: 'rocket', recipe: 'Rocket', sowDay: '2026-06-08', seeds: 240 },
            ...{ trays: 3, beds: [{ placeId: 'r1', code: 'R1', plants: 210 }], transplantDay: '2026-06-20' },
            ...{ firstPick: '2026-07-11', clearDay: '2026-08-01' },
          },
        ],
        unplaced: 0,
      },
      met: [{ productCode: 'rocket', wanted: 9000, short: [0, 900], brings: 9000, spare: 400 }],
      together: [{ loopId: 'l1', hungry: [{ week: 3, value: 51 }], hungryBefore: 0, rich: 2, richBefore: 4 }],
      ...{
        short: ['Rocket, week 24: 0.9 kg missing.'],
        limits: [{ kind: 'bench', savedMinor: 12_300, mostMinor: 12_500 }],
      },
      ...{ worthMinor: 15_400, costMinor: 4200, ways: 120 },
      ...over,
    }) as unknown as SuccessionProposal;

  test('how good it is, what it meets, what holds it back, and where the fish starve it', () => {
    render(<SuccessionAnswer answer={proposal()} page={planner} ready />);
    expect(screen.getByText(/Within 1.2 % of the best plan possible/)).toBeTruthy();
    expect(screen.getByText('90 %')).toBeTruthy();
    expect(
      within(screen.getByTestId('limits')).getByText(
        /Without the limit of room on the bench these weeks would bring about €123 more/,
      ),
    ).toBeTruthy();
    expect(
      within(screen.getByTestId('together')).getByText(/hungry in 1 week \(0 before\), most in week 27/),
    ).toBeTruthy();
    expect(screen.getByText(/0.9 kg missing/)).toBeTruthy();
    expect(screen.getByText('R1 210')).toBeTruthy();
  });

  test('it is laid on Season as a draft with its crops, and Season opens', async () => {
    render(<SuccessionAnswer answer={proposal()} page={planner} ready />);
    fireEvent.click(screen.getByRole('button', { name: 'See it on Season as a draft' }));
    await waitFor(() => expect(pushed).toHaveBeenCalledWith('/season?draft=draft-1'));
    expect(sent[0]!.act).toBe('draft.layPlan@1');
    expect(sent[0]!.body).toMatchObject({ drops: [], steps: [{ kind: 'sow', cropCode: 'rocket', count: 240 }] });
  });

  test('without a connection it is still there, and says so', async () => {
    answer = () => {
      throw new Error('offline');
    };
    render(<SuccessionAnswer answer={proposal()} page={planner} ready />);
    fireEvent.click(screen.getByRole('button', { name: 'See it on Season as a draft' }));
    expect(await screen.findByText(/No connection: the proposal is still here/)).toBeTruthy();
  });

  test('while it searches nothing can be laid; limits are told when they are known', () => {
    render(<SuccessionAnswer answer={proposal({ limits: null })} page={planner} ready={false} />);
    expect(screen.queryByRole('button', { name: /as a draft/ })).toBeNull();
    expect(screen.queryByTestId('limits')).toBeNull();
  });
});

describe('the weather ahead', () => {
  const page = (over: Partial<WeatherPage> = {}) =>
    ({
      ...shown,
      ...{ currency: 'EUR', years: 40, houses: [], happened: [], riskWeeks: 13 },
      risks: [
        {
          ...{ kind: 'heat', lotCode: 'BULE-260501', crop: 'Butterhead lettuce', bed: 'R1', plants: 240, ofTen: 6 },
          ...{ share: 0.14, lateDays: 0, valueMinor: 48_000, expectedLossMinor: 4100 },
          ...{ pickOn: '2026-06-20', earlyOn: '2026-06-17' },
        },
      ],
      source: { isPlaced: true, own: { days: 0, from: null, until: null }, ownMonths: 0 },
      ...over,
    }) as unknown as WeatherPage;

  test('odds, what is at stake and what helps stand together', () => {
    render(<WeatherRoom page={page()} />);
    expect(screen.getByText('in 6 of 10 years heat costs 14 % of it before its pick')).toBeTruthy();
    expect(screen.getByText(/^Heat: pick it early/)).toBeTruthy();
    expect(screen.getByRole('link', { name: /may be picked from 17 June?$/ })).toBeTruthy();
    expect(screen.getByText(/It is no forecast of any one day/)).toBeTruthy();
  });

  test('what was read counts as done, own weather is named, a farm without a place is asked for it', () => {
    const happened = [{ lotCode: 'BULE-260501', bed: 'R1', words: 'about 39 % will have bolted by its pick' }];
    const own = { days: 730, from: '2024-06-01', until: '2026-05-31' };
    render(<WeatherRoom page={page({ happened, risks: [], source: { isPlaced: false, own, ownMonths: 12 } })} />);
    expect(screen.getByText(/about 39 % will have bolted/)).toBeTruthy();
    expect(screen.getByText(/Your own weather of 730 days/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Say where it is' })).toBeTruthy();
    expect(screen.getByText(/does no harm to what is planned/)).toBeTruthy();
  });
});

describe('a trial', () => {
  const plot = (id: string, letter: string, block: number, value: number | null) => ({
    ...{ id, letter, placeId: 'r1', place: 'R1', block, position: 1, value, measures: value === null ? 0 : 1 },
  });
  const trial = (over: Partial<TrialView> = {}): TrialView => ({
    ...{ id: 't', code: 'T-1', question: 'Is denser as heavy?', measure: 'weight', startsOn: '2026-05-01' },
    ...{ measureFrom: '2026-05-20', everyDays: 7, endsOn: '2026-06-20', decidedOn: null, verdict: null },
    ...{ keptArmId: null, measureWords: 'Weight of a plant, g', unit: 'g a plant', isDue: true },
    arms: [
      { id: 'a', letter: 'A', name: 'as usual', cropCode: 'mizuna', perM2: null },
      { id: 'b', letter: 'B', name: 'denser', cropCode: 'mizuna', perM2: 60 },
    ],
    plots: [plot('p1', 'A', 1, 180), plot('p2', 'B', 1, null)],
    result: {
      ...{ best: null, words: 'Not yet: at least two plots of every arm are measured before anything can be said.' },
      arms: [
        { id: 'a', letter: 'A', name: 'as usual', values: [180], mean: 180, interval: null },
        { id: 'b', letter: 'B', name: 'denser', values: [], mean: null, interval: null },
      ],
    },
    ...over,
  });
  const page = { ...shown, crops: [['mizuna', 'Mizuna', 80]], beds: [], trials: [] } as unknown as TrialsPage;
  const show = (t: TrialView, onSaid = vi.fn()) => {
    render(
      <MayWrite value>
        <TrialSheet trial={t} page={page} onSaid={onSaid} />
      </MayWrite>,
    );
    return onSaid;
  };

  test('plots stand as they were drawn; what is measured of some is sent, the others wait', async () => {
    answer = () => ({ ok: true, value: { words: 'T-1: 1 plot measured.', lines: [] } });
    const onSaid = show(trial());
    expect(screen.getByTestId('T-1-verdict').textContent).toMatch(/Not yet/);
    fireEvent.click(screen.getByRole('button', { name: 'Measure plots' }));
    fireEvent.change(screen.getByLabelText(/R1, block 1, place 1: B/), { target: { value: '171' } });
    fireEvent.click(screen.getByRole('button', { name: 'Measured' }));
    await waitFor(() => expect(onSaid).toHaveBeenCalled());
    expect(sent[0]).toMatchObject({ act: 'trial.measure@1', body: { trialId: 't', values: { p2: 171 } } });
    expect(Object.keys(sent[0]!.body.values as object)).toEqual(['p2']);
  });

  test('decided, it shows its verdict and offers nothing more', () => {
    show(trial({ decidedOn: '2026-06-01', verdict: 'A did best.', keptArmId: 'a' }));
    expect(screen.getByTestId('T-1-verdict').textContent).toBe('A did best.');
    expect(screen.queryByRole('button', { name: 'Measure plots' })).toBeNull();
    expect(screen.getByText(/· kept/)).toBeTruthy();
  });
});
