import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { METRIC } from '../../src/core/quantity/units';
import { post, sent } from './posted';
import { MayWrite } from '../../src/ui/shell/mayWrite';

/** What is looked at every day: the round of a day, the plan from above, what a batch must meet, a sum looked up. */
vi.mock('../../src/commands/client', async () => (await import('./posted')).client);
const replaced: string[] = [];
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: (path: string) => replaced.push(path), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/round',
  useSearchParams: () => new URLSearchParams(),
}));

const { RoundStation } = await import('../../src/features/round/RoundStation');
const { BatchRules } = await import('../../src/features/purge/BatchRules');
const { PickSum } = await import('../../src/features/sums/PickSum');
const { PlanBoard } = await import('../../src/features/farm/plan/PlanBoard');
const { SUMS } = await import('../../src/core/sums/sums');

beforeEach(() => {
  sent.length = replaced.length = 0;
  post.answer = () => ({ ok: true, value: 'Done.' });
  localStorage.clear();
});
afterEach(cleanup);
const show = (ui: React.ReactNode) => render(<MayWrite value={true}>{ui}</MayWrite>);
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('the round of a day', () => {
  type Page = Parameters<typeof RoundStation>[0]['page'];
  const page = (over: Record<string, unknown> = {}) =>
    ({
      ...{ units: METRIC, today: '2026-06-10', day: '2026-06-10', when: 'today', person: { role: 'hand' } },
      ...{ jobs: [], record: [], troubles: [], handover: null, vessels: [] },
      ...over,
    }) as unknown as Page;

  test('a day of the past is as it was recorded, by whom and with what was noted', () => {
    const record = [{ key: 'k', at: '07:40', title: 'Fed H3', note: 'ate badly', by: 'Bram' }];
    show(<RoundStation page={page({ day: '2026-06-08', when: 'past', record })} />);
    expect(screen.getByRole('heading', { name: 'Monday’s round' })).toBeTruthy();
    expect(screen.getByText('1 job recorded')).toBeTruthy();
    expect(screen.getByRole('listitem').textContent).toMatch(/07:40.*Fed H3 · ate badly.*Bram/);
    cleanup();
    show(<RoundStation page={page({ day: '2026-06-08', when: 'past' })} />);
    expect(screen.getByText('Nothing was ticked off on this day.')).toBeTruthy();
  });

  test('what needs a decision leads to where it is made, the most pressing first, seven at most', () => {
    const troubles = Array.from({ length: 9 }, (_, i) => ({
      ...{ title: `Trouble ${i}`, detail: 'why', station: 'season', tone: 'danger', kind: 'short' },
    }));
    show(<RoundStation page={page({ troubles })} />);
    const links = screen.getAllByRole('link', { name: /^Trouble/ });
    expect(links.map((l) => l.textContent!.slice(0, 9))).toEqual(Array.from({ length: 7 }, (_, i) => `Trouble ${i}`));
    expect(links[0]!.getAttribute('href')).toBe('/season');
  });

  test('what the last shift left stands there with who and when; one writes only on the day itself', () => {
    const handover = { words: 'H3 eats badly', by: 'Bram', day: '2026-06-09', at: '17:05' };
    show(<RoundStation page={page({ handover })} />);
    expect(screen.getByText('H3 eats badly')).toBeTruthy();
    expect(screen.getByText(/Bram, 9 Jun 17:05/)).toBeTruthy();
    const buttons = screen.getAllByRole('button').length;
    cleanup();
    show(<RoundStation page={page({ when: 'future', day: '2026-06-12' })} />);
    expect(screen.getByText('Nothing was left for this shift.')).toBeTruthy();
    expect(screen.queryAllByRole('button').length).toBeLessThan(buttons);
  });

  test('only loops with fish in them are drawn', () => {
    const tank = { code: 'H1', volumeL: 3000, empty: true, fill: 0, tone: 'good', lines: [], noFeed: false };
    show(<RoundStation page={page({ vessels: [{ loop: 'Wren', tanks: [tank] }] })} />);
    expect(screen.queryByText('Wren loop')).toBeNull();
  });
});

describe('what a batch must meet before it is harvested', () => {
  const rules = {
    ...{ feedStoppedOn: '2026-06-06', fastingDays: 4, exchanges: 3, taste: true, method: 'salted', version: 7 },
  };
  const batch = (over: Record<string, unknown> = {}) =>
    ({
      ...{ groupId: 'g1', rules, changes: [] },
      ...over,
    }) as unknown as Parameters<typeof BatchRules>[0]['batch'];

  test('is fixed when feed stops, and said in days and words', () => {
    show(<BatchRules batch={batch()} mayChange={false} />);
    expect(screen.getByText(/4 days off feed in salted water, 3 water changes, 1 taste test/)).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
    cleanup();
    show(<BatchRules batch={batch({ rules: null })} mayChange />);
    expect(document.body.textContent).toBe('');
  });

  test('a manager changes it with a reason, in the version that was seen; a refusal stays beside the field', async () => {
    show(<BatchRules batch={batch()} mayChange />);
    press(/^Change purge requirements/);
    expect(await screen.findByText(/withdrawal period of a treatment is never shortened here/)).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Days without feed'), { target: { value: '2' } });
    fireEvent.click(await screen.findByRole('radio', { name: 'no' }));
    post.answer = () => ({ ok: false, fields: { reason: ['Say why.'] } });
    fireEvent.change(screen.getByLabelText('Reason'), { target: { value: 'x' } });
    press('Change it');
    expect(await screen.findByText('Say why.')).toBeTruthy();
    post.answer = () => ({ ok: true, value: 'Done.' });
    fireEvent.change(screen.getByLabelText('Reason'), { target: { value: 'small fish, clean water' } });
    press('Change it');
    await waitFor(() => expect(screen.queryByLabelText('Reason')).toBeNull());
    expect(sent[1]!.body).toMatchObject({
      ...{ groupId: 'g1', version: 7, fastingDays: 2, exchanges: 3, taste: false, reason: 'small fish, clean water' },
    });
  });

  test('who changed it before, from what to what and why, stays to be read', () => {
    const changes = [
      {
        ...{ day: '2026-06-07', by: 'Ines', reason: 'muddy last time', fastingDays: 4, exchanges: 3 },
        was: { fastingDays: 3, exchanges: 2 },
      },
    ];
    show(<BatchRules batch={batch({ changes })} mayChange={false} />);
    expect(
      screen.getByText(/7 Jun, Ines: 3 days became 4 days, 2 water changes became 3. “muddy last time”/),
    ).toBeTruthy();
  });
});

describe('a sum looked up', () => {
  const look = (word: string) => {
    const field = screen.getByRole('combobox', { name: /^Calculation, one of/ });
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: word } });
  };

  test('by a word of its name, and the page goes to it', async () => {
    show(<PickSum current={SUMS[0]!} />);
    look('ammonia');
    const found = within(await screen.findByRole('listbox')).getAllByRole('option');
    expect(found.length).toBeGreaterThan(0);
    expect(found.length).toBeLessThan(SUMS.length);
    fireEvent.click(found[0]!);
    expect(replaced[0]).toMatch(/^\/sums\?sum=/);
  });

  test('a word that none has is said', async () => {
    show(<PickSum current={SUMS[0]!} />);
    look('zzz');
    expect(await screen.findByText('No calculation has that word')).toBeTruthy();
  });
});

describe('the farm from above', () => {
  type Props = Parameters<typeof PlanBoard>[0];
  const thing = (id: string, xM: number, yM: number) => ({ id, xM, yM, widthM: 2, heightM: 2 });
  const mark = (id: string, over: Record<string, unknown>) => ({
    ...{ id, code: id.toUpperCase(), room: 'Hall', loop: 'heron', fill: 0, tone: 'good', cells: [], lines: [] },
    ...over,
  });
  const board = (over: Partial<Props> = {}) => {
    const props = {
      plan: {
        ...{ widthM: 20, heightM: 12, rooms: [{ name: 'Hall', xM: 0, yM: 0, widthM: 20, heightM: 12 }] },
        things: [thing('h1', 1, 1), thing('r1', 1, 8), thing('cold', 15, 1)],
      },
      marks: [
        mark('h1', { kind: 'tank', fill: 0.6, tone: 'danger', lines: ['420 fish', '61 kg/m³'] }),
        mark('r1', { kind: 'bed', cells: [null, 30, 10, 0], lines: ['mizuna, 90 places held'] }),
        mark('cold', { kind: 'store', loop: null, lines: ['24 kg'] }),
      ],
      loops: [
        {
          code: 'heron',
          through: [
            { name: 'Drum', kind: 'solids' },
            { name: 'Pump 1', kind: 'pump' },
          ],
        },
      ],
      ...{ chosen: null, onChoose: vi.fn(), arranging: false, onMove: vi.fn() },
      ...over,
    } as unknown as Props;
    show(<PlanBoard {...props} />);
    return props;
  };

  test('says of each thing what stands in it, and is chosen by mouse and by keys', () => {
    const { onChoose } = board();
    const tank = screen.getByRole('button', { name: 'H1: 420 fish, 61 kg/m³' });
    fireEvent.click(tank);
    fireEvent.keyDown(screen.getByRole('button', { name: /^R1/ }), { key: 'Enter' });
    fireEvent.keyDown(screen.getByRole('button', { name: /^COLD/ }), { key: 'x' });
    expect(vi.mocked(onChoose).mock.calls).toEqual([['h1'], ['r1']]);
  });

  test('what is chosen is told to those who hear it; what the water runs through has its name', () => {
    board({ chosen: 'r1' });
    expect(screen.getByRole('button', { name: /^R1/ }).getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByRole('button', { name: /^H1/ }).getAttribute('aria-pressed')).toBe('false');
    expect(screen.getAllByRole('img').map((i) => i.getAttribute('aria-label'))).toEqual(['Drum', 'Pump 1']);
  });

  test('a loop without a bed has no pipe to draw; nothing breaks', () => {
    const props = board();
    cleanup();
    board({ marks: props.marks.filter((m) => m.id !== 'r1') });
    expect(screen.queryAllByRole('img')).toEqual([]);
    expect(screen.getByRole('button', { name: /^H1/ })).toBeTruthy();
  });

  test('while things are arranged a press of Enter picks one up instead of opening it', () => {
    const { onChoose } = board({ arranging: true });
    fireEvent.keyDown(screen.getByRole('button', { name: /^H1/ }), { key: 'Enter', code: 'Enter' });
    expect(onChoose).not.toHaveBeenCalled();
  });
});
