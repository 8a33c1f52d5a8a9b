import { cleanup, fireEvent, render, screen, within, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { aLoop } from '../core/farm';
import { METRIC } from '../../src/core/quantity/units';
import type { PlaceFact } from '../../src/core/facts/farm';

const replace = vi.fn();
const push = vi.fn();
let search = new URLSearchParams();
vi.mock('next/navigation', () => ({
  useRouter: () => ({ replace, push }),
  usePathname: () => '/round',
  useSearchParams: () => search,
}));

const sent: Record<string, unknown>[] = [];
const answer: { ok: true; value: string; stays?: true } = { ok: true, value: 'Recorded.' };
vi.mock('../../src/features/round/actions', () => ({
  doJob: async (command: string, values: Record<string, unknown>) => {
    sent.push({ command, ...values });
    return answer;
  },
  leaveHandover: async () => answer,
  takeBack: async (values: Record<string, unknown>) => {
    sent.push({ command: 'entry.takeBack@1', ...values });
    return answer;
  },
}));

const { DayDial } = await import('../../src/ui/shell/DayDial');
const { useDay } = await import('../../src/ui/shell/useDay');
const { Shell } = await import('../../src/ui/shell/Shell');
const { Handle } = await import('../../src/features/season/Handle');
const { BedLane, TankLane } = await import('../../src/features/season/lanes');
const { BalanceBand } = await import('../../src/features/season/BalanceBand');
const { SupplyRows } = await import('../../src/features/season/SupplyRows');
const { JobList } = await import('../../src/features/round/JobList');
const { JobDialog } = await import('../../src/features/round/JobDialog');
const { jobForm } = await import('../../src/core/tasks/round');
const { jobId } = await import('../../src/core/tasks/jobs');
type RoundJob = Parameters<typeof JobDialog>[0]['job'];

const openJob = (job: RoundJob) =>
  render(
    <JobDialog
      {...{ job, units: METRIC, mayDo: true, refusal: '' }}
      onClose={() => undefined}
      onDone={() => undefined}
    />,
  );

const TODAY = '2026-06-10';
/** Every act by name and shape, as its file says. */
const acts = new Set(
  Object.values(
    import.meta.glob('../../src/commands/*/*.ts', { query: '?raw', import: 'default', eager: true }) as Record<
      string,
      string
    >,
  ).map((code) => `${/name: '([^']+)'/.exec(code)?.[1]}@${/version: (\d+)/.exec(code)?.[1]}`),
);

function Dial() {
  return <DayDial today={TODAY} {...useDay(TODAY)} onPick={() => undefined} />;
}

beforeEach(() => {
  search = new URLSearchParams();
  replace.mockReset();
  push.mockClear();
  sent.length = 0;
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
});
afterEach(cleanup);

/** The address follows once the dial has been drawn. */
const replacedBy = (...said: unknown[]) => waitFor(() => expect(replace).toHaveBeenLastCalledWith(...said));

describe('the day dial', () => {
  test('arrow keys go a day, page keys a week, home to today', async () => {
    // As in a browser: what is asked for is the address from then on, whether its screen is drawn yet or not.
    replace.mockImplementation((address: string) => {
      search = new URLSearchParams(address.split('?')[1] ?? '');
    });
    const { rerender } = render(<Dial />);
    const dial = screen.getByRole('slider', { name: 'Day dial' });
    expect(dial.getAttribute('aria-valuetext')).toMatch(/^Wednesday,? 10 June 2026, today$/);
    const press = async (key: string, address: string) => {
      fireEvent.keyDown(dial, { key });
      await replacedBy(address, { scroll: false });
      rerender(<Dial />);
    };
    await press('ArrowRight', '/round?day=2026-06-11');
    await press('PageDown', '/round?day=2026-06-04');
    await press('PageUp', '/round?day=2026-06-11');
    await press('Home', '/round');
  });

  test('on a phone there are two big buttons and the way back', async () => {
    search = new URLSearchParams({ day: '2026-06-12' });
    render(<Dial />);
    fireEvent.click(screen.getByRole('button', { name: 'A day back' }));
    await replacedBy('/round?day=2026-06-11', { scroll: false });
    fireEvent.click(screen.getByRole('button', { name: /back to today/ }));
    await replacedBy('/round', { scroll: false });
  });

  test('a day can be typed; what is none is said beside it, and nothing moves', async () => {
    const { PickDay } = await import('../../src/ui/shell/PickDay');
    const [setDay, onClose] = [vi.fn(), vi.fn()];
    render(<PickDay today={TODAY} day="2026-06-12" setDay={setDay} onClose={onClose} />);
    const field = screen.getByLabelText('Day that every screen shows');
    fireEvent.change(field, { target: { value: '' } });
    fireEvent.click(screen.getByRole('button', { name: 'Show it' }));
    expect(screen.getByText('Give a day between 2000 and 2100.')).toBeTruthy();
    expect(setDay).not.toHaveBeenCalled();
    fireEvent.change(field, { target: { value: '2026-05-14' } });
    fireEvent.click(screen.getByRole('button', { name: 'Show it' }));
    expect(setDay).toHaveBeenLastCalledWith('2026-05-14');
    fireEvent.click(screen.getByRole('button', { name: 'Back to today' }));
    expect(setDay).toHaveBeenLastCalledWith(TODAY);
    expect(onClose).toHaveBeenCalledTimes(2);
  });

  test('an address with a day that is none shows today', () => {
    search = new URLSearchParams({ day: '2026-02-31' });
    render(<Dial />);
    expect(screen.getByRole('slider').getAttribute('aria-valuenow')).toBe('0');
  });
});

describe('the shell', () => {
  const shell = () =>
    render(
      <Shell
        personId="p1"
        today={TODAY}
        isDemo
        farmName="Quillwater Farm"
        who={<span>Ines</span>}
        notices={null}
        logLine={<span>log</span>}
      >
        <h1>Round</h1>
        <input aria-label="note" />
      </Shell>,
    );

  test('number keys open stations, brackets move the day, and both stay quiet while someone types', async () => {
    shell();
    fireEvent.keyDown(document.body, { key: '7' });
    expect(push).toHaveBeenLastCalledWith('/season');
    fireEvent.keyDown(document.body, { key: ']' });
    await replacedBy('/round?day=2026-06-11', { scroll: false });
    push.mockClear();
    fireEvent.keyDown(screen.getByLabelText('note'), { key: '7' });
    fireEvent.keyDown(document.body, { key: '7', ctrlKey: true });
    expect(push).not.toHaveBeenCalled();
  });

  test('stations that are not built are not shown, and their keys do nothing', () => {
    shell();
    const rail = screen.getAllByRole('navigation', { name: 'Stations' })[0]!;
    expect(
      within(rail)
        .getAllByRole('link')
        .map((a) => a.textContent),
    ).toEqual(['Round1', 'Cohorts2', 'Beds4', 'Purge & pick5', 'Market6', 'Season7', 'Farm8']);
    fireEvent.keyDown(document.body, { key: '3' });
    expect(push).not.toHaveBeenCalled();
  });

  test('the demo farm is marked as made up, and the open station is marked', () => {
    shell();
    expect(screen.getByText('Quillwater Farm, a made-up farm')).toBeTruthy();
    expect(screen.getAllByRole('link', { current: 'page' })[0]!.textContent).toContain('Round');
  });
});

describe('the season board', () => {
  const scale = { x: (day: number) => 100 + (day + 14) * 10, dayPx: 10, width: 1150, from: -14, until: 91 };
  const handle = {
    groupId: 'g',
    kind: 'harvest' as const,
    placeId: 'k1',
    at: 20,
    lotCode: 'TRT-31',
    count: 82,
    earliest: -5,
  };

  test('what a slide means is asked while the handle is dragged, before it is let go', () => {
    const onSlide = vi.fn();
    const onBlocked = vi.fn();
    vi.stubGlobal('PointerEvent', MouseEvent);
    render(
      <svg>
        <Handle
          handle={handle}
          shift={0}
          top={0}
          scale={scale}
          today={TODAY}
          onSlide={onSlide}
          onBlocked={onBlocked}
          isStop
          onStop={vi.fn()}
          onDecide={vi.fn()}
        />
      </svg>,
    );
    const slider = screen.getByRole('slider', { name: /Harvest of 82/ });
    Object.assign(slider, { setPointerCapture: () => undefined });
    fireEvent.pointerDown(slider, { clientX: 100 });
    fireEvent.pointerMove(slider, { clientX: 100 + scale.dayPx * 3 });
    expect(onSlide).toHaveBeenLastCalledWith('g', 3, false);
    // Pushed to where its first step would be past, it says so at once.
    fireEvent.pointerMove(slider, { clientX: 100 - scale.dayPx * 9 });
    expect(onSlide).toHaveBeenLastCalledWith('g', -5, false);
    expect(onBlocked).toHaveBeenLastCalledWith(handle, -5);
    fireEvent.pointerUp(slider);
    expect(onSlide).toHaveBeenLastCalledWith('g', -5, true);
    vi.unstubAllGlobals();
  });

  test('a harvest is slid by arrow keys, and not beyond where its feed stop would be past', () => {
    const onSlide = vi.fn();
    const onBlocked = vi.fn();
    const onDecide = vi.fn();
    const draw = (shift: number) => (
      <svg>
        <Handle
          handle={handle}
          shift={shift}
          top={0}
          scale={scale}
          today={TODAY}
          onSlide={onSlide}
          onBlocked={onBlocked}
          isStop
          onStop={vi.fn()}
          onDecide={onDecide}
        />
      </svg>
    );
    const { rerender } = render(draw(0));
    const slider = screen.getByRole('slider', { name: /Harvest of 82 from TRT-31/ });
    fireEvent.keyDown(slider, { key: 'Enter' });
    expect(onDecide).toHaveBeenCalledTimes(1);
    fireEvent.keyDown(slider, { key: 'ArrowLeft' });
    expect(onSlide).toHaveBeenLastCalledWith('g', -1, true);
    fireEvent.keyDown(slider, { key: 'ArrowRight' });
    expect(onSlide).toHaveBeenLastCalledWith('g', 1, true);
    onSlide.mockClear();
    rerender(draw(-5));
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowLeft' });
    expect(onSlide).not.toHaveBeenCalled();
    // Why nothing moved is said.
    expect(onBlocked).toHaveBeenCalled();
    expect(screen.getByRole('slider').getAttribute('aria-valuetext')).toMatch(/Thu/);
  });

  const place: PlaceFact = {
    id: 'k1',
    code: 'K1',
    name: 'K1',
    kind: 'tank',
    loopId: 'l',
    stage: null,
    volumeL: 9000,
    densityLimitKgM3: 20,
    positions: null,
    areaM2: null,
    method: null,
    pieceSize: null,
    walk: '',
    walkOrder: 1,
    role: null,
  };

  test('a tank lane names its cohort and says in words when it is too full', () => {
    const stays = [
      { lotCode: 'TRT-31', placeId: 'k1', from: 0, kg: Array(40).fill(190), meanG: Array(40).fill(380), count: 500 },
    ];
    render(
      <svg>
        <TankLane place={place} top={0} height={18} stays={stays} marks={[]} scale={scale} />
      </svg>,
    );
    expect(screen.getByText(/TRT-31 · 500 · too full/)).toBeTruthy();
  });

  test('the name of a lot keeps clear of what can be grabbed: number first gives way, then the name', () => {
    const arriving = {
      lotCode: 'TRT-40',
      placeId: 'k1',
      from: 3,
      kg: Array(60).fill(20),
      meanG: Array(60).fill(40),
      count: 519,
    };
    const shown = (marks: number[]) => {
      const { container, unmount } = render(
        <svg>
          <TankLane place={place} top={0} height={18} stays={[arriving]} marks={marks} scale={scale} />
        </svg>,
      );
      const words = [...container.querySelectorAll('text')].map((t) => t.textContent).join();
      unmount();
      return words;
    };
    const nearest = (words: string) => Math.ceil((words.length * 6.3 + 22) / scale.dayPx) + 3;
    expect(shown([])).toBe('TRT-40 · 519');
    expect(shown([3, nearest('TRT-40')])).toBe('TRT-40');
    expect(shown([3, 4])).toBe('');
  });

  test('days short of feed are shaded and counted', () => {
    const loop = aLoop({ id: 'l' });
    const series = [80, 80, 50, 40, null, 80];
    render(
      <svg>
        <BalanceBand loop={loop} top={0} height={50} series={series} before={series} scale={scale} />
      </svg>,
    );
    expect(screen.getByText('short of feed 2 days')).toBeTruthy();
    expect(screen.getByTestId('balance-heron').getAttribute('d')).not.toContain('NaN');
  });

  test('a bed lane draws each planting with its positions', () => {
    const stays = [
      { lotCode: 'B-1', cropCode: 'x', placeId: 'r1', from: -10, until: 20, positions: 96 },
      { lotCode: 'B-2', cropCode: 'x', placeId: 'r1', from: 5, until: 40, positions: 110 },
    ];
    const { container } = render(
      <svg>
        <BedLane
          place={{ ...place, id: 'r1', code: 'R1', kind: 'bed' }}
          top={0}
          height={12}
          stays={stays}
          crops={[]}
          scale={scale}
        />
      </svg>,
    );
    expect([...container.querySelectorAll('rect title')].map((t) => t.textContent)).toEqual([
      'B-1: 96 positions',
      'B-2: 110 positions',
    ]);
  });

  test('a week that is short says by how much, others say promised of expected', () => {
    const week = {
      weekStart: '2026-06-15',
      week: 25,
      expected: 30_000,
      expectedLow: 0,
      expectedHigh: 0,
      promised: 24_000,
      promisedMade: 0,
      short: 0,
      available: 0,
      availableOn: '2026-06-04',
      account: { carried: 10_000, ripening: 30_000, given: 24_000, later: 0, free: 16_000 },
      free: 16_000,
      swimming: 0,
      shortLines: [],
    };
    const product = {
      code: 'rainbow-trout',
      name: 'Rainbow trout',
      unit: 'kg' as const,
      speciesCode: 'rainbow-trout',
      cropCode: null,
      shelfLifeDays: 8,
      priceMinor: 1,
    };
    const rows = [
      { product, weeks: [week, { ...week, weekStart: '2026-06-22', week: 26, promised: 41_000, short: 11_000 }] },
    ];
    render(
      <svg>
        <SupplyRows rows={rows} top={0} scale={scale} today={TODAY} units={METRIC} />
      </svg>,
    );
    expect(screen.getByText('24/40')).toBeTruthy();
    expect(screen.getByText('short 11')).toBeTruthy();
    expect(screen.getByTestId('supply-rainbow-trout').querySelectorAll('[data-short="11000"]')).toHaveLength(1);
  });
});

function aJob(over: Partial<RoundJob>): RoundJob {
  return {
    id: jobId('feed', 'k1', TODAY),
    key: 'step:s1',
    kind: 'feed',
    placeId: 'k1',
    place: 'K1',
    title: 'Feed 4.5 mm',
    detail: '500 fish of 300 g',
    amount: '3 × 840 g',
    walk: 'Fish hall',
    walkOrder: 1,
    lateDays: 0,
    minutes: 5,
    stepId: 's1',
    lotCode: 'TRT-1',
    loopCode: null,
    expected: {},
    caution: null,
    done: null,
    because: null,
    ...over,
  };
}

describe('the round', () => {
  test('a done job cannot be opened again, a late one says so, a tank without feed shouts', () => {
    const jobs = [
      aJob({ key: 'a', done: { by: 'Bram', at: '07:12' } }),
      aJob({ key: 'b', lateDays: 2 }),
      aJob({ key: 'c', kind: 'no_feed', notice: true, title: 'No feed: purging' }),
    ];
    render(<JobList jobs={jobs} units={METRIC} mayDo refusal="" />);
    expect(screen.getAllByRole('button')).toHaveLength(1);
    expect(screen.getByText('07:12 Bram')).toBeTruthy();
    expect(screen.getByText('2 days late')).toBeTruthy();
    expect(screen.getByText('NO FEED: PURGING')).toBeTruthy();
  });

  test('what was done is said with a way back, which takes back just that', async () => {
    render(<JobList jobs={[aJob({ expected: { massG: 2500 } })]} units={METRIC} mayDo refusal="" />);
    fireEvent.click(screen.getAllByRole('button')[0]!);
    fireEvent.click(await screen.findByRole('button', { name: 'Fed' }));
    expect((await screen.findByRole('status')).textContent).toMatch(/Recorded\./);
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await vi.waitFor(() => expect(screen.getByRole('status').textContent).toMatch(/^Taken back:/));
    expect(sent[1]).toMatchObject({ command: 'entry.takeBack@1', recordedKey: sent[0]!.entryKey });
    expect(sent[1]!.entryKey).not.toBe(sent[0]!.entryKey);
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
  });

  test('what is not taken back offers no way back', async () => {
    answer.stays = true;
    render(<JobList jobs={[aJob({ expected: { massG: 2500 } })]} units={METRIC} mayDo refusal="" />);
    fireEvent.click(screen.getAllByRole('button')[0]!);
    fireEvent.click(await screen.findByRole('button', { name: 'Fed' }));
    expect((await screen.findByRole('status')).textContent).toMatch(/Recorded\./);
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
    delete answer.stays;
  });

  test('an empty day says so', () => {
    render(<JobList jobs={[]} units={METRIC} mayDo refusal="" />);
    expect(screen.getByText('Nothing is due on this day.')).toBeTruthy();
  });

  test.each<[RoundJob['kind'], Partial<RoundJob>, string[]]>([
    ['feed', { expected: { massG: 2500 } }, ['massG', 'withheldG', 'farmGrownG', 'response']],
    ['reading', { id: jobId('reading', 'l1', '2026-06-10', 'morning'), loopCode: 'heron' }, ['t', 'ph', 'do']],
    ['sample', { id: jobId('sample', 'a', '2026-06-10', 'b') }, ['weightsG']],
    ['feed_stop', {}, []],
    ['purge', { expected: { count: 80 } }, ['count', 'massG', 'dead']],
    ['move', {}, ['count', 'massG', 'dead']],
    ['stock', {}, ['count', 'dead', 'meanG', 'supplier', 'permit', 'price']],
    ['exchange', { expected: { litres: 1500, saltG: 7500 } }, ['litres', 'saltG']],
    ['taste', {}, ['passed', 'note']],
    ['harvest', {}, ['count', 'massG', 'trimG', 'dead', 'overrideReason']],
    ['sow', {}, ['count']],
    ['transplant', {}, ['count']],
    ['pick', {}, ['quantity', 'massG']],
    ['pick', { expected: { massG: 0 } }, ['quantity']],
    ['clear', {}, []],
    ['chore', { id: jobId('chore', 'c1', '2026-06-10') }, ['note']],
  ])('the job “%s” asks for what it records and nothing else', async (kind, over, fields) => {
    const sources = ['feed', 'reading', 'sample', 'chore'];
    const id = sources.includes(kind) ? jobId(kind, 'x', TODAY) : jobId('step', 's1');
    const form = jobForm(aJob({ id, kind, ...over }));
    expect(form.fields.map((f) => f.name)).toEqual(fields);
    const body = form.body({ passed: 'true' });
    if (!sources.includes(kind)) expect(body.stepId).toBe('s1');
    // Every form is sent to an act that there is, in the shape it has.
    expect(acts.has(form.command)).toBe(true);
  });

  test('the form comes filled with what is expected, and sends stored units', async () => {
    const onDone = vi.fn();
    render(
      <JobDialog
        job={aJob({ expected: { massG: 2500 } })}
        units={METRIC}
        mayDo
        refusal=""
        onClose={() => undefined}
        onDone={onDone}
      />,
    );
    expect((screen.getByLabelText('Total for the day') as HTMLInputElement).value).toBe('2.5');
    fireEvent.change(screen.getByLabelText('Total for the day'), { target: { value: '2,4' } });
    fireEvent.click(screen.getByRole('button', { name: 'Fed' }));
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledWith('Recorded.', sent[0]!.entryKey));
    expect(sent[0]).toMatchObject({ command: 'fish.feed@1', massG: 2400, response: 'eager', placeId: 'k1' });
  });

  test('a feeding at a time: the weight follows the ticks, and what was typed over it stays typed', async () => {
    const left: [string, string][] = [
      ['1', '07:30'],
      ['2', '12:00'],
      ['3', '16:30'],
    ];
    const job = aJob({ expected: { massG: 1500 }, feedings: { left, of: 3, eachG: 500, begun: false } });
    openJob(job);
    const weight = () => (screen.getByLabelText('Total for the day') as HTMLInputElement).value;
    const tick = async (name: string) => fireEvent.click(await screen.findByRole('checkbox', { name }));
    expect(weight()).toBe('1.5');
    await tick('12:00');
    await tick('16:30');
    await vi.waitFor(() => expect(weight()).toBe('0.5'));
    expect(screen.getByText('K1 fed 0.5 1/3')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Total for the day'), { target: { value: '0,45' } });
    fireEvent.click(screen.getByRole('button', { name: 'Fed' }));
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ command: 'fish.feed@1', massG: 450, feedings: [1] });
  });

  test('a walk takes as many findings as there were, and is sent once', async () => {
    const asks = [
      ['n1', 'N1'],
      ['n2', 'N2'],
    ] as const;
    const job = aJob({ kind: 'scout', id: jobId('scout', 'Glasshouse two', TODAY), asks });
    openJob(job);
    const choose = async (label: string, option: RegExp, at = 0) => {
      fireEvent.mouseDown(screen.getAllByLabelText(label)[at]!);
      const chosen = () => [...document.querySelectorAll('[role=option]')].find((o) => option.test(o.textContent!));
      await vi.waitFor(() => expect(chosen()).toBeTruthy());
      fireEvent.click(chosen()!);
      await vi.waitFor(() => expect(document.querySelector('[role=listbox]')).toBeNull());
    };
    await choose('What was found', /^aphids/);
    fireEvent.click(await screen.findByRole('button', { name: 'One more finding' }));
    await choose('What was found', /^thrips/, 1);
    await choose('In', /^N2/, 1);
    await choose('How bad', /many/, 1);
    fireEvent.click(screen.getByRole('button', { name: 'Walked' }));
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      ...{ command: 'scouting.look@1', what: 'aphids', placeId: 'n1', howBad: 1, lookAgainDays: 4 },
      ...{ walk: 'Glasshouse two', dueOn: TODAY, others: [{ what: 'thrips', placeId: 'n2', howBad: 3 }] },
    });
  });

  test('who may not do jobs sees why, and no form', () => {
    render(
      <JobDialog
        job={aJob({})}
        units={METRIC}
        mayDo={false}
        refusal="This day has not come yet."
        onClose={() => undefined}
        onDone={() => undefined}
      />,
    );
    expect(screen.getByText('This day has not come yet.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Fed' })).toBeNull();
  });

  test('dangerous work shows its caution in the form', () => {
    render(
      <JobDialog
        job={aJob({ kind: 'harvest', caution: 'Ice, knives and cold hands: gloves on.' })}
        units={METRIC}
        mayDo
        refusal=""
        onClose={() => undefined}
        onDone={() => undefined}
      />,
    );
    expect(screen.getByText('Ice, knives and cold hands: gloves on.')).toBeTruthy();
  });
});
