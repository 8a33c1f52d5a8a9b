import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { LoopFact } from '../../src/core/facts/farm';
import { METRIC } from '../../src/core/quantity/units';
import type { Outcome } from '../../src/ui/outcome';

/** By which school a loop warns: set on Farm, drawn on Season. */
const sent: { act: string; body: Record<string, unknown> }[] = [];
let answer: () => Outcome<unknown>;
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    return answer();
  },
}));
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace: vi.fn(), push: vi.fn(), refresh: vi.fn() }),
  usePathname: () => '/farm/limits',
  useSearchParams: () => new URLSearchParams(),
}));

const { LimitsRoom } = await import('../../src/features/farm/LimitsRoom');
const { BalanceBand } = await import('../../src/features/season/BalanceBand');
const { laneOfLoop } = await import('../../src/features/season/Labels');

beforeEach(() => {
  sent.length = 0;
  answer = () => ({ ok: true, value: { words: 'Heron is kept.' } });
  localStorage.clear();
});
afterEach(cleanup);

type Page = Parameters<typeof LimitsRoom>[0]['page'];
const PAGE: Page = {
  units: METRIC,
  currency: 'EUR',
  mayChange: true,
  farm: {
    version: 1,
    name: 'Quillwater Farm',
    locale: 'en-GB',
    mass: 'metric',
    temperature: 'C',
    entryBackDays: 14,
    mostOfOnePercent: 50,
    scoutEveryDays: 7,
  },
  loops: [
    {
      id: 'l1',
      version: 4,
      code: 'heron',
      name: 'Heron',
      lowGM2: 60,
      highGM2: 100,
      warnsBy: 'feed',
      lowNPercent: 100,
      highNPercent: 200,
    },
  ],
};

describe('Habits and limits', () => {
  test('a loop goes over to nitrogen with limits of its own, in the version that was seen', async () => {
    render(<LimitsRoom page={PAGE} />);
    const heron = within(screen.getByRole('region', { name: 'Heron' }));
    fireEvent.mouseDown(heron.getByRole('combobox', { name: 'Warns by' }));
    fireEvent.click(await screen.findByRole('option', { name: 'nitrogen given, of what its plants take up' }));
    fireEvent.change(heron.getByLabelText('Hungry below, % of nitrogen'), { target: { value: '90' } });
    fireEvent.click(heron.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      act: 'loop.change@1',
      body: { id: 'l1', version: 4, warnsBy: 'nitrogen', lowNPercent: 90, highNPercent: 200, lowGM2: 60 },
    });
    expect(await screen.findByText('Heron is kept.')).toBeTruthy();
  });

  test('what it would do to the plan is asked about and nothing typed is lost', async () => {
    answer = () => ({ ok: false, fields: { confirm: ['Heron loop drops to 80 % of its nitrogen'] } });
    render(<LimitsRoom page={PAGE} />);
    const heron = within(screen.getByRole('region', { name: 'Heron' }));
    fireEvent.change(heron.getByLabelText('Name'), { target: { value: 'Great heron' } });
    fireEvent.click(heron.getByRole('button', { name: 'Keep' }));
    expect(await heron.findByText(/drops to 80 % of its nitrogen/)).toBeTruthy();
    expect(heron.getByLabelText<HTMLInputElement>('Name').value).toBe('Great heron');
    fireEvent.click(heron.getByLabelText('Yes, that is right'));
    fireEvent.click(heron.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toMatchObject({ name: 'Great heron', confirmed: true });
  });

  test('who may not change them reads them in words, of the school that counts', () => {
    const [loop] = PAGE.loops;
    const loops = [loop!, { ...loop!, id: 'l2', code: 'king', name: 'Kingfisher', warnsBy: 'nitrogen' as const }];
    render(<LimitsRoom page={{ ...PAGE, mayChange: false, loops }} />);
    expect(screen.getByText('60 g/m² to 100 g/m² of feed a day')).toBeTruthy();
    expect(screen.getByText('fish give 100 to 200 % of the nitrogen that its plants take up')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull();
  });
});

describe('the band of a loop on Season', () => {
  const loop = { id: 'l1', code: 'heron', name: 'Heron', bandGM2: [60, 100] } as unknown as LoopFact;
  const scale = { x: (i: number) => 100 + i * 10, from: 0, until: 6, dayPx: 10, width: 300 };
  const draw = (own: LoopFact, series: (number | null)[]) =>
    render(
      <svg>
        <BalanceBand
          loop={own}
          top={0}
          height={60}
          series={series}
          before={series}
          scale={scale as unknown as Parameters<typeof BalanceBand>[0]['scale']}
        />
      </svg>,
    );

  test('by feed: the limits stand at their lines and hungry days are counted', () => {
    draw(loop, [70, 50, 40, null, 80]);
    expect(screen.getByText('60')).toBeTruthy();
    expect(screen.getByText('100')).toBeTruthy();
    expect(screen.getByText('short of feed 2 days')).toBeTruthy();
    expect(laneOfLoop(loop, 0, METRIC).says).toBe('g/m² a day');
  });

  test('by nitrogen: percent, in its own words', () => {
    const own: LoopFact = { ...loop, school: 'nitrogen', bandNPercent: [100, 200] };
    draw(own, [150, 90, 210]);
    expect(screen.getByText('200')).toBeTruthy();
    expect(screen.getByText('short of nitrogen 1 day')).toBeTruthy();
    expect(laneOfLoop(own, 0, METRIC).says).toBe('% of its nitrogen');
  });

  test('with enough on every day nothing is said', () => {
    draw(loop, [70, 80]);
    expect(screen.queryByText(/short of/)).toBeNull();
  });
});
