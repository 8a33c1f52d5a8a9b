import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { METRIC, type UnitChoice } from '../../src/core/quantity/units';
import { lifeSupportMargin } from '../../src/core/water/lifeSupport';
import { ActionForm } from '../../src/ui/form/ActionForm';
import { aFarm, someTrout, TROUT_PRODUCT } from '../core/farm';

const sent: Record<string, unknown>[] = [];
let answer: unknown = { ok: true, value: { words: 'Recorded.', lines: ['one thing moved'] } };
let answerPreview: (outcome: unknown) => void = () => undefined;
const record = (name: string) => async (raw: Record<string, unknown>) => {
  sent.push({ action: name, ...raw });
  return answer;
};
vi.mock('../../src/features/cohorts/actions', () =>
  Object.fromEntries(
    [
      'move',
      'grade',
      'merge',
      'sample',
      'husbandry',
      'planStep',
      'editStep',
      'orderFish',
      'takeFeed',
      'keepFeedRule',
      'compare',
      'layWater',
      'dropTemperature',
      'keepSpecies',
      'keepLifeSupport',
      'keepSale',
      'sellLive',
      'layDraft',
      'takeBack',
    ]
      .map((name) => [name, record(name)])
      .concat([['preview', () => new Promise((resolve) => (answerPreview = resolve))]]),
  ),
);
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }));

afterEach(() => {
  cleanup();
  sent.length = 0;
  answer = { ok: true, value: { words: 'Recorded.', lines: ['one thing moved'] } };
});

const person = { personId: 'p', farmId: 'f', name: 'Ines', role: 'manager', timeZone: 'UTC' } as never;
const day = {
  person,
  units: METRIC as UnitChoice,
  today: '2026-06-10',
  day: '2026-06-10',
  when: 'today' as const,
  at: 0,
};
const fish = { lotCode: 'TRT-1', placeId: 'k1', place: 'K1', count: 500, meanG: 300, quarantined: false };
const tanks = [
  { id: 'k1', code: 'K1', kind: 'tank' as const, says: 'K1 · Kingfisher', tempC: 12, pH: 7, loopId: 'k' },
  { id: 'k2', code: 'K2', kind: 'tank' as const, says: 'K2 · Kingfisher · empty', tempC: 12, pH: 7, loopId: 'k' },
  { id: 'p1', code: 'P1', kind: 'purge' as const, says: 'P1 · purge · empty', tempC: null, pH: null, loopId: null },
];
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('a form that records', () => {
  const fields = [
    { name: 'count', label: 'Fish', kind: 'count' as const, start: '' },
    { name: 'massG', label: 'Weight', kind: 'quantity' as const, quantity: 'mass' as const, start: 1500 },
  ];
  const show = (send: (v: Record<string, unknown>) => Promise<never>, onDone = vi.fn()) => {
    render(<ActionForm fields={fields} units={METRIC} submit="Send" send={send} onDone={onDone} />);
    return onDone;
  };

  test('starts in shown units, sends stored units with a key, and is done', async () => {
    const send = vi.fn(async () => ({ ok: true, value: 'yes' }) as never);
    const onDone = show(send);
    expect((screen.getByLabelText('Weight') as HTMLInputElement).value).toBe('1.5');
    type('Fish', '12');
    press('Send');
    await waitFor(() => expect(onDone.mock.calls[0]![0]).toEqual('yes'));
    expect(send).toHaveBeenCalledWith({ count: 12, massG: 1500, entryKey: expect.stringMatching(/^[0-9a-f-]{36}$/) });
  });

  test('a fault stands beside its field and what was typed stays', async () => {
    show(async () => ({ ok: false, fields: { count: ['There are only 5.'] } }) as never);
    type('Fish', '12');
    press('Send');
    expect(await screen.findByText('There are only 5.')).toBeTruthy();
    expect((screen.getByLabelText('Fish') as HTMLInputElement).value).toBe('12');
  });

  test('what only looks wrong is asked; the button waits for a yes, then it is sent as confirmed', async () => {
    const send = vi.fn(
      async (v: Record<string, unknown>) =>
        (v.confirmed
          ? { ok: true, value: 'yes' }
          : { ok: false, fields: { confirm: ['Heavy?\nRight tank?'] } }) as never,
    );
    const onDone = show(send);
    type('Fish', '12');
    press('Send');
    expect(await screen.findByText('Right tank?')).toBeTruthy();
    const send_ = (await screen.findByRole('button', { name: 'Send' })) as HTMLButtonElement;
    expect(send_.disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('Yes, that is right'));
    press('Send');
    await waitFor(() => expect(onDone).toHaveBeenCalled());
    const keys = send.mock.calls.map(([v]) => v.entryKey);
    expect(keys[0]).toBe(keys[1]);
  });

  test('no connection: it says so and keeps everything', async () => {
    show(async () => {
      throw new Error('offline');
    });
    type('Fish', '12');
    press('Send');
    expect(await screen.findByText(/No connection: nothing you typed is lost/)).toBeTruthy();
    expect((screen.getByLabelText('Fish') as HTMLInputElement).value).toBe('12');
  });

  test('text that is no number never leaves the page', async () => {
    const send = vi.fn();
    show(send as never);
    type('Fish', 'many');
    press('Send');
    expect(await screen.findByText('“many” is not a number')).toBeTruthy();
    expect(send).not.toHaveBeenCalled();
  });
});

describe('what the planner is asked', () => {
  const species = aFarm().species.filter((s) => s.code === 'rainbow-trout');
  const asked = { by: 'steady' as const, species, units: METRIC as UnitChoice, today: '2026-06-10', currency: 'EUR' };
  const values = {
    weeks: '52',
    seconds: 60,
    short: 30,
    batch: 90,
    move: 40,
    'sizes_rainbow-trout': [10, 40],
    'from_rainbow-trout': 350,
  };
  const read = async (over: Record<string, unknown>, how: Partial<typeof asked> = {}) => {
    const { readTarget } = await import('../../src/features/cohorts/planner/target');
    return readTarget({ ...values, ...over }, { ...asked, ...how });
  };

  test('so many fish of a size a week, over a season of whole weeks', async () => {
    const got = await read({
      'amount_rainbow-trout': 60,
      'unit_rainbow-trout': 'fish',
      from: '2027-03-01',
      until: '2027-04-11',
    });
    if (!got.ok) throw new Error(JSON.stringify(got.fields));
    expect(got.value.target.species[0]).toMatchObject({
      amount: 60,
      counted: true,
      fromG: 350,
      fromWeek: 37,
      untilWeek: 43,
    });
  });

  test.each([
    [undefined, undefined, { fromWeek: 0, untilWeek: 52 }],
    ['2026-06-20', undefined, { fromWeek: 0, untilWeek: 52 }],
    ['2026-06-29', '2026-06-29', { fromWeek: 2, untilWeek: 3 }],
    ['2028-01-01', undefined, null],
    [undefined, '2026-06-01', null],
  ] as const)('a season from %s until %s', async (from, until, weeks) => {
    const { seasonWeeks } = await import('../../src/features/cohorts/planner/target');
    expect(seasonWeeks('2026-06-15', 52, { from, until })).toEqual(weeks);
  });

  test('pounds are planned in kilograms, and so is what a missing one costs', async () => {
    const got = await read(
      { 'amount_rainbow-trout': 100, 'unit_rainbow-trout': 'mass' },
      { units: { mass: 'us', temperature: 'F' } },
    );
    if (!got.ok) throw new Error(JSON.stringify(got.fields));
    expect(got.value.target.species[0]!.amount).toBeCloseTo(45.36, 2);
    expect(got.value.target.costs.shortMinorPerKg).toBe(6614);
  });

  test.each([
    [{ 'amount_rainbow-trout': -1 }, 'amount_rainbow-trout', /0 or more/],
    [{ 'amount_rainbow-trout': 5, seconds: 1 }, 'seconds', /Between 2 and 600/],
    [{ 'amount_rainbow-trout': 5, from: '2027-05-01', until: '2027-04-01' }, 'until', /ends before it begins/],
    [{ 'amount_rainbow-trout': 5, 'sizes_rainbow-trout': [400] }, 'sizes_rainbow-trout', /smaller than what is wanted/],
    [{}, 'form', /Nothing is wanted/],
  ])('%o is refused beside its field', async (over, field, words) => {
    const got = await read(over);
    expect(got.ok ? '' : got.fields[field]?.[0]).toMatch(words);
  });
});

describe('handling fish', () => {
  async function handle(over: Partial<typeof fish> = {}, role = 'manager') {
    const { HandleAll } = await import('../../src/features/cohorts/handling/HandleFish');
    render(<HandleAll handled={[{ ...fish, ...over }]} tanks={tanks} units={METRIC} role={role} today={day.today} />);
  }

  test('weights typed one by one go out in grams; what they moved is said', async () => {
    await handle();
    press('Weigh or measure');
    type('Weights, one fish each', '301 288,5 312');
    press('Record the sample');
    expect(await screen.findByText('one thing moved')).toBeTruthy();
    expect(sent[0]).toMatchObject({
      action: 'sample',
      lotCode: 'TRT-1',
      fromPlaceId: 'k1',
      weightsG: [301, 288.5, 312],
    });
  });

  test('a bulk weighing sends count and total, lengths go out in cm', async () => {
    await handle();
    press('Weigh or measure');
    press('Many together');
    type('Fish weighed together', '100');
    type('Their weight together', '30.5');
    press('Record the sample');
    await waitFor(() => expect(sent[0]).toMatchObject({ bulkCount: 100, bulkG: 30_500 }));
    // What was sent comes first, the form closes after it.
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Record the sample' })).toBeNull());
    press('Weigh or measure');
    press('Lengths');
    type(/Lengths in cm/, '28 29');
    press('Record the sample');
    await waitFor(() => expect(sent[1]).toMatchObject({ lengthsCm: [28, 29] }));
  });

  test('moving to another water asks for both waters and proposes minutes', async () => {
    await handle();
    press('Move');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /To which tank/ }));
    fireEvent.click(screen.getByRole('option', { name: /P1/ }));
    type('P1 °C', '16');
    type('P1 pH', '7');
    expect(screen.getByText('take 60 minutes')).toBeTruthy();
    type('P1 °C', '120');
    expect(screen.getByText(/Temperature is 120 °C; it must be between/)).toBeTruthy();
  });

  test('a box is counted by weight: a few weighed, all weighed, the number goes into its field', async () => {
    await handle();
    press('Move');
    type('Their weight together', '60');
    const few = within(screen.getByText('Count them by weight').closest('details')!);
    expect(few.queryByRole('button')).toBeNull();
    fireEvent.change(few.getByLabelText('A few of them'), { target: { value: '12' } });
    fireEvent.change(few.getByLabelText('weigh, g'), { target: { value: '3600' } });
    fireEvent.click(few.getByRole('button', { name: 'Take 200 fish' }));
    expect((screen.getByLabelText('Fish moved, as they come') as HTMLInputElement).value).toBe('200');
  });

  test('both tanks of a grading have their rows before they are worked out, so nothing moves under the finger', async () => {
    await handle();
    press('Grade');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /Large ones go to/ }));
    fireEvent.click(screen.getByRole('option', { name: /K2/ }));
    const rows = () =>
      within(screen.getByTestId('both-tanks'))
        .getAllByRole('row')
        .map((r) => r.textContent);
    expect(
      rows()
        .slice(1)
        .map((r) => r!.slice(0, 8)),
    ).toEqual(['K1before', 'K1after…', 'K2before', 'K2after…']);
    const state = (count: number) => ({ count, kg: 1, densityKgM3: 1.5, limitKgM3: 40, feedG: 100, fullInDays: null });
    await waitFor(() => expect(answerPreview.length).toBe(1));
    const box = (count: number) => ({ count, meanG: 300, cv: 0.1 });
    answerPreview({
      ok: true,
      value: {
        tanks: ['K1', 'K2'].map((code) => ({ placeId: code, code, before: state(500), after: state(250) })),
        boxes: { large: box(250), small: box(250) },
      },
    });
    expect(await screen.findByText(/large ones of/)).toBeTruthy();
    expect(rows()).toHaveLength(5);
    expect(rows()[4]).toContain('250');
  });

  test('a hand neither plans nor treats; in quarantine a manager may clear', async () => {
    await handle({ quarantined: true }, 'hand');
    expect(screen.queryByRole('button', { name: 'Plan a step' })).toBeNull();
    press('Observe, treat, clear');
    expect(screen.queryByRole('button', { name: 'Treatment' })).toBeNull();
    cleanup();
    await handle({ quarantined: true });
    press('Observe, treat, clear');
    press('Clear from quarantine');
    type('On what grounds', 'Fourteen quiet days');
    press('Clear them');
    await waitFor(() => expect(sent[0]).toMatchObject({ action: 'husbandry', kind: 'quarantine_clear' }));
  });

  test('a treatment shows who decides and asks for the last day of its withdrawal period', async () => {
    await handle();
    press('Observe or treat');
    press('Treatment');
    expect(screen.getByText(/Only by veterinarian and label/)).toBeTruthy();
    expect(await screen.findByLabelText(/Not for sale up to and with/)).toBeTruthy();
  });

  test('a harvest can be purged in a purge tank or in place', async () => {
    await handle();
    press('Plan a step');
    press('Harvest, all or part');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /Purged where/ }));
    const names = screen.getAllByRole('option').map((o) => o.textContent);
    expect(names).toEqual(['in its own tank, without feed', 'P1 · purge · empty']);
  });
});

describe('what happened', () => {
  const weighing = {
    id: 's1',
    personId: 'p',
    day: '2026-06-09',
    meanG: 301,
    count: 20,
    by: 'Tess',
    takenBack: false,
    mayTakeBack: true,
  };
  const died = { ...weighing, id: 'm1', reason: 'dead', count: 40, massG: 0, from: 'K1', to: 'DEAD', note: null };
  const fed = {
    movementId: 'f1',
    personId: 'p',
    takenBack: false,
    mayTakeBack: true,
    day: '2026-06-09',
    place: 'K1',
    feedLot: 'FD-1',
    massG: 1200,
    response: 'eager',
    withheldG: 0,
    farmGrownG: 0,
  };
  const show = async (over: object = {}) => {
    const { CohortStory } = await import('../../src/features/cohorts/cohort/CohortStory');
    const page = {
      ...day,
      lotCode: 'TRT-1',
      grades: null,
      record: [died],
      weighings: [weighing],
      events: [],
      feedings: [fed],
      more: { feedings: 0, movements: 0 },
      ...over,
    };
    render(<CohortStory page={page as never} />);
  };

  test('an entry is taken back at the second press, and a no leaves it', async () => {
    await show();
    press('Take back: 40 died');
    expect(sent).toEqual([]);
    press('No');
    press('Take back: 40 died');
    press('Yes, take back');
    await waitFor(() => expect(sent).toMatchObject([{ action: 'takeBack', kind: 'movement', id: 'm1' }]));
  });

  test('weighings and feedings too; a refusal is said where it was pressed', async () => {
    answer = { ok: false, fields: { form: ['That was taken back already.'] } };
    await show();
    press('Take back: 20 weighed');
    press('Yes, take back');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('That was taken back already.'));
    expect(sent).toMatchObject([{ kind: 'sample', id: 's1' }]);
    expect(screen.getByRole('button', { name: 'Take back: 1.2 kg fed' })).toBeTruthy();
  });

  test('what was taken back is still to be read and has no button; nor has what others recorded', async () => {
    await show({
      record: [{ ...died, takenBack: true, mayTakeBack: false }],
      weighings: [{ ...weighing, mayTakeBack: false }],
      feedings: [],
    });
    expect(screen.getByText('died').closest('tr')!.className).toMatch(/gone/);
    expect(screen.getByText('taken back')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Take back/ })).toBeNull();
  });
});

describe('the plan in place', () => {
  const step = {
    id: 's1',
    version: 3,
    kind: 'harvest',
    day: '2026-06-20',
    words: 'Harvest',
    count: 80,
    from: 'K1',
    to: 'P1',
  };

  test('a manager changes a step or takes it out; others read it', async () => {
    const { PlanSteps } = await import('../../src/features/cohorts/handling/PlanSteps');
    render(<PlanSteps steps={[step]} today={day.today} units={METRIC} mayEdit />);
    press('change');
    type('Fish', '90');
    press('Change');
    await waitFor(() => expect(sent[0]).toMatchObject({ action: 'editStep', stepId: 's1', version: 3, count: 90 }));
    press('change');
    press('Take out of the plan');
    await waitFor(() => expect(sent[1]).toMatchObject({ drop: true }));
    cleanup();
    render(<PlanSteps steps={[{ ...step, day: '2026-06-01' }]} today={day.today} units={METRIC} mayEdit={false} />);
    expect(screen.getByText('late')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'change' })).toBeNull();
  });
});

describe('rooms of Cohorts', () => {
  test('life support: each need beside what there is, the tightest named, minutes by tank', async () => {
    const { LifeStation } = await import('../../src/features/cohorts/life/LifeStation');
    const support = {
      aerators: [{ name: 'Blower A', kgO2PerDay: 6 }],
      media: [{ name: 'Bed', volumeM3: 1, surfaceM2PerM3: 300, gTanPerM2Day: 0.5 }],
      energy: null,
    };
    const load = { feedKgPerDay: 10, biomassKg: 400, ammoniaGPerDay: 300, waterTempC: 20 };
    const margin = lifeSupportMargin(support, load);
    const because = {
      title: 'minutes in H6',
      formula: 'litres × oxygen ÷ breathing',
      inputs: [],
      source: '',
      change: '',
    };
    const loop = {
      id: 'heron',
      version: 4,
      name: 'Heron',
      margin,
      support,
      tempC: 20,
      pH: 7,
      biomassKg: 400,
      feedKg: 10,
      firstShort: '2026-06-10',
      spare: { feedKgPerDay: -2, limitedBy: 'nitrification', bedM2: 0 },
      because: { oxygen: because, oxygenWithoutOne: because, ammonia: because, media: because },
      tanks: [{ code: 'H6', kg: 461, minutes: 18, lots: 'HSB-31', because }],
      readings: [{ name: 'total ammonia', place: null, said: '1.2 mg/L', age: '2 days ago', holds: true }],
      maturity: null,
      judged: [
        {
          kind: 'ammonia' as const,
          tone: 'danger' as const,
          value: '0.060 mg/L',
          words: 'Free ammonia 0.060 mg/L: over',
          because,
          on: '2026-06-01',
        },
      ],
    };
    render(<LifeStation page={{ ...day, loops: [loop] }} />);
    expect(screen.getByText(/tightest: nitrification, 0.5 times the need/)).toBeTruthy();
    expect(screen.getByText(/It is not enough for the load of this day/)).toBeTruthy();
    expect(screen.getByText('1.2 mg/L')).toBeTruthy();
    expect(screen.getByText(/Free ammonia/).closest('p')!.className).toContain('danger');
    expect(screen.getByText('18').closest('td')!.className).toContain('danger');
    expect(screen.getAllByText('too little').length).toBe(2);
    fireEvent.click(screen.getByText('Aerators and filters of this loop'));
    const aerators = within(await screen.findByRole('group', { name: 'Aerators' }));
    press('Another aerator');
    const cell = (label: string, row: number) => aerators.getAllByLabelText(label)[row]!;
    fireEvent.change(cell('Oxygen, kg a day', 0), { target: { value: '6' } });
    fireEvent.change(cell('Name', 1), { target: { value: 'Blower B' } });
    press('Keep');
    expect(await aerators.findByText('Oxygen, kg a day: give it first')).toBeTruthy();
    expect(sent).toEqual([]);
    fireEvent.change(cell('Oxygen, kg a day', 1), { target: { value: '7,5' } });
    press('Another aerator');
    press('Keep');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        action: 'keepLifeSupport',
        loopId: 'heron',
        version: 4,
        aerators: [
          { name: 'Blower A', kgO2PerDay: 6 },
          { name: 'Blower B', kgO2PerDay: 7.5 },
        ],
        media: [{ volumeM3: 1, surfaceM2PerM3: 300 }],
      }),
    );
    press('18');
    expect(await screen.findByText(/litres × oxygen ÷ breathing/)).toBeTruthy();
  });

  test('ornamental fish are netted by grade, with how many are of each; food fish are not', async () => {
    const { HandleFish } = await import('../../src/features/cohorts/handling/HandleFish');
    const koi = { ...fish, lotCode: 'KOI-1', grades: [{ code: 'koi-middle', name: 'Koi 14–18 cm', count: 63.4 }] };
    render(
      <HandleFish fish={koi} tanks={tanks} units={METRIC} role="hand" today={day.today} onSaid={() => undefined} />,
    );
    press('Net for live sale');
    expect(screen.getByText(/Not for food/)).toBeTruthy();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Size grade' }));
    fireEvent.click(await screen.findByRole('option', { name: 'Koi 14–18 cm · about 63 here' }));
    type('Fish netted', '12');
    type('Their weight together', '0.74');
    press('Netted into holding');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        action: 'sellLive',
        lotCode: 'KOI-1',
        productCode: 'koi-middle',
        count: 12,
        massG: 740,
      }),
    );
    cleanup();
    render(
      <HandleFish fish={fish} tanks={tanks} units={METRIC} role="hand" today={day.today} onSaid={() => undefined} />,
    );
    expect(screen.queryByRole('button', { name: 'Net for live sale' })).toBeNull();
  });

  test('after a loss: ways side by side, nothing to lay for waiting', async () => {
    const { LossStation } = await import('../../src/features/cohorts/loss/LossStation');
    const way = (id: 'wait' | 'bigger', steps: number, missingKg: number) => ({
      way: {
        id,
        title: id,
        words: `${id} words`,
        costMinor: steps * 1000,
        changes:
          steps === 0
            ? []
            : [
                {
                  change: 'add' as const,
                  steps: [
                    {
                      id: 'x',
                      groupId: 'g',
                      kind: 'stock' as const,
                      day: '2026-06-20',
                      lotCode: 'TRT-R1',
                      speciesCode: 'rainbow-trout',
                      cropCode: null,
                      fromPlaceId: null,
                      toPlaceId: 'k1',
                      count: 10,
                      detail: { meanG: 50 },
                      version: 1,
                    },
                  ],
                },
              ],
      },
      weeks: [{ week: 30, from: '2026-07-20', missingKg, otherKg: 0 }],
      missingKg,
      otherKg: 0,
      backOn: steps === 0 ? null : '2026-09-01',
      because: { title: 'what is missing', formula: 'before less after', inputs: [], source: '', change: '' },
    });
    const losses = [
      {
        id: 'TRT-1|K1',
        lotCode: 'TRT-1',
        place: 'K1',
        species: 'Rainbow trout',
        count: 260,
        day: '2026-06-09',
        notes: null,
        left: 40,
      },
    ];
    const rehearsals = [{ code: 'K4', says: 'K4: TRT-2' }];
    render(
      <LossStation
        page={{
          ...day,
          losses,
          chosen: 'TRT-1|K1',
          rehearsals,
          supposed: null,
          rotations: [],
          gap: null,
          ways: [way('wait', 0, 80), way('bigger', 1, 12)],
          currency: 'EUR',
        }}
      />,
    );
    expect(screen.getByRole('link', { name: /lost by/ }).textContent).toMatch(
      /260 rainbow trout lost by 9 Jun, 40 left/,
    );
    expect(within(screen.getByTestId('way-wait')).getByText('not within a year')).toBeTruthy();
    expect(within(screen.getByTestId('way-wait')).queryByRole('button', { name: 'See it on Season' })).toBeNull();
    fireEvent.click(within(screen.getByTestId('way-bigger')).getByRole('button', { name: 'See it on Season' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ action: 'layDraft', drops: [] }));
    expect(Object.keys((sent[0]!.steps as object[])[0]!)).not.toContain('version');
    expect(screen.getByRole('link', { name: 'K4: TRT-2' }).getAttribute('href')).toContain('suppose=K4');
    cleanup();
    render(
      <LossStation
        page={{
          ...day,
          losses: [],
          chosen: null,
          rehearsals,
          supposed: 'K4',
          rotations: [],
          gap: null,
          ways: [way('bigger', 1, 12)],
          currency: 'EUR',
        }}
      />,
    );
    expect(screen.getByText(/A rehearsal: nothing was lost in K4/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'See it on Season' })).toBeNull();
  });

  test('rotation arithmetic answers, and says what is wrong', async () => {
    const { RotationSheet } = await import('../../src/features/cohorts/planner/RotationSheet');
    const farm = aFarm({ fish: [someTrout()] });
    const facts = { ...farm, species: farm.species.filter((s) => s.code === 'rainbow-trout') };
    render(<RotationSheet page={{ ...day, facts, plan: [], currency: 'EUR' }} />);
    press('Work it out');
    expect((await screen.findByTestId('rotation')).textContent).toMatch(/cohorts alive at once/);
    type('A harvest every so many weeks', '0');
    press('Work it out');
    expect(await screen.findByText(/Weeks between harvests is 0; it must be between 0.5 and 52/)).toBeTruthy();
  });

  test('temperatures side by side, with dates and money against the plan', async () => {
    const { TemperatureStation } = await import('../../src/features/cohorts/temperature/TemperatureStation');
    const result = (tempC: number | null, feedMinor: number) => ({
      tempC,
      ready: [{ lotCode: 'TRT-1', day: tempC === 8 ? null : '2026-08-01' }],
      feedKg: 100,
      feedMinor,
      heatMinor: 0,
      coolMinor: 500,
      supplyKg: 300,
      salesMinor: tempC === 8 ? 290_000 : 300_000,
      limits: tempC === 8 ? ['8.0 °C from 3 Jun for 2 days: too cold'] : [],
      shortKg: 5,
    });
    answer = { ok: true, value: [result(null, 20_000), result(8, 15_000)] };
    const loops = [
      {
        id: '11111111-1111-4111-8111-111111111111',
        name: 'Kingfisher',
        todayC: 12,
        plan: [],
        hasEnergy: true,
        weeks: [],
      },
    ];
    render(<TemperatureStation page={{ ...day, loops, currency: 'EUR' }} />);
    press('Compare');
    const table = await screen.findByTestId('temperatures');
    // 50.00 less for feed, 100.00 less from its harvests.
    expect(table.textContent).toContain('-€50');
    expect(table.textContent).toContain('too cold');
    expect(table.textContent).toContain('later');
    expect(sent[0]).toMatchObject({ action: 'compare', tempsC: [10, 14] });
  });

  test('feed: what lasts how long, a table with a wrong row is refused beside it', async () => {
    const { FeedStation } = await import('../../src/features/cohorts/feed/FeedStation');
    const rule = {
      speciesCode: 'rainbow-trout',
      name: 'Rainbow trout',
      ration: 'growth' as const,
      table: [],
      feederTimes: ['07:00'],
      farmGrownShare: 0,
      feedMinorPerKg: 210,
      fingerlingMinor: 55,
      leadDays: 10,
      quarantineDays: 14,
      version: 1,
    };
    const store = [
      {
        species: 'Rainbow trout',
        speciesCode: 'rainbow-trout',
        lots: [],
        leftG: 20_000,
        perDayG: 5000,
        daysLeft: 4,
        emptyOn: '2026-06-14',
        orderBy: '2026-06-04',
        costPerDayMinor: 1050,
      },
    ];
    const rations = [
      {
        place: 'K1',
        lots: 'TRT-1',
        species: 'Rainbow trout',
        count: 500,
        meanG: 300,
        byGrowthG: 5000,
        byTableG: null,
        givenG: 0,
        feedings: 3,
        eachG: 0,
        pelletMm: 6,
        times: [],
        because: { title: 'feed for K1', formula: '', inputs: [], source: '', change: '' },
      },
    ];
    render(<FeedStation page={{ ...day, tanks: rations, rules: [rule], store, currency: 'EUR' }} />);
    expect(screen.getByText('NO FEED')).toBeTruthy();
    expect(screen.getByText('now (4 Jun)').className).toContain('danger');
    const table = within(await screen.findByRole('group', { name: 'Ration by size' }));
    const put = (label: string, row: number, value: string) =>
      fireEvent.change(table.getAllByLabelText(label)[row]!, { target: { value } });
    press('Another size');
    put('Fish up to', 0, 'x');
    put('% of their weight a day', 0, '2');
    press('Keep');
    expect(await table.findByText('“x” is not a number')).toBeTruthy();
    expect(sent).toEqual([]);
    // From a file: the rows of the form are the file's.
    const file = new File(['up to g;percent\n200;2\n50;3,5\n'], 'feed.csv', { type: 'text/csv' });
    fireEvent.change(screen.getByLabelText('Table from CSV'), { target: { files: [file] } });
    await waitFor(() =>
      expect(table.getAllByLabelText<HTMLInputElement>('Fish up to').map((f) => f.value)).toEqual(['50', '200']),
    );
    put('% of their weight a day', 0, '3');
    press('Keep');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ action: 'keepFeedRule', feederTimes: ['07:00'], leadDays: 10 }),
    );
    expect(sent[0]!.table).toEqual([
      { uptoG: 50, percentPerDay: 3 },
      { uptoG: 200, percentPerDay: 2 },
    ]);
  });

  test('species: only what was changed is sent, a default is taken over whole', async () => {
    const { SpeciesStation } = await import('../../src/features/cohorts/species/SpeciesStation');
    const { SPECIES_DEFAULTS } = await import('../../src/core/library/defaults');
    const [nile, ...others] = SPECIES_DEFAULTS;
    const sale = { food: { ...TROUT_PRODUCT, name: 'Tilapia', priceMinor: 850, shelfLifeDays: 6 }, grades: [] };
    render(
      <SpeciesStation
        page={{
          ...day,
          currency: 'EUR',
          own: [{ species: nile!, version: 2, deaths: { died: 3, expected: 9, times: null }, sale }],
          others: others.slice(0, 2),
        }}
      />,
    );
    type('Highest density', '55');
    press('Keep for this farm');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        code: 'nile-tilapia',
        version: 2,
        values: [{ name: 'densityMaxKgM3', value: 55 }],
      }),
    );
    press(/Red tilapia/);
    press('Take onto this farm');
    await waitFor(() => expect((sent[1]!.values as unknown[]).length).toBeGreaterThan(15));
    expect(screen.queryByText('Red tilapia: how it is sold')).toBeNull();
  });

  test('how a species is sold: a price and how long it keeps, or grades alive; a bad line is named and nothing is sent', async () => {
    const { SpeciesSale } = await import('../../src/features/cohorts/species/SpeciesSale');
    const { SPECIES_DEFAULTS } = await import('../../src/core/library/defaults');
    const koi = SPECIES_DEFAULTS.find((s) => s.code === 'koi')!;
    const page = { ...day, currency: 'EUR', own: [], others: [] };
    render(
      <SpeciesSale
        own={{
          species: koi,
          version: 3,
          deaths: { died: 0, expected: 0, times: null },
          sale: { food: null, grades: [{ name: 'Small', fromCm: 10, toCm: 14, priceMinor: 750 }] },
        }}
        page={page}
      />,
    );
    const grades = within(await screen.findByRole('group', { name: 'Alive, by grade' }));
    const cell = (label: string, row: number) => grades.getAllByLabelText<HTMLInputElement>(label)[row]!;
    const put = (label: string, row: number, value: string) =>
      fireEvent.change(cell(label, row), { target: { value } });
    expect(['Name', 'From', 'To', 'EUR a fish'].map((l) => cell(l, 0).value)).toEqual(['Small', '10', '14', '7.5']);
    put('EUR a fish', 0, '8');
    press('Another grade');
    put('Name', 1, 'Large');
    put('From', 1, 'a hand');
    press('Keep');
    expect(await grades.findByText('“a hand” is not a number')).toBeTruthy();
    expect(grades.getByText('To: give it first')).toBeTruthy();
    press('Take out row 2');
    type(/^As food: name/, 'Koi');
    press('Keep');
    expect(await screen.findByText('Give its price')).toBeTruthy();
    expect(screen.getByText('Give the days it keeps')).toBeTruthy();
    expect(sent).toEqual([]);
    type(/^As food: name/, '');
    press('Another grade');
    for (const [label, value] of [
      ['Name', 'Large'],
      ['From', '14'],
      ['To', '20'],
      ['EUR a fish', '12,50'],
    ] as const)
      put(label, 1, value);
    press('Keep');
    await waitFor(() => expect(sent[0]).toMatchObject({ action: 'keepSale', code: 'koi', version: 3 }));
    expect(sent[0]).not.toHaveProperty('food');
    expect(sent[0]!.grades).toEqual([
      { name: 'Small', fromCm: 10, toCm: 14, priceMinor: 800 },
      { name: 'Large', fromCm: 14, toCm: 20, priceMinor: 1250 },
    ]);
  });

  test('a tank: who is in it, when it is too small; an empty one may rest', async () => {
    const { TankView } = await import('../../src/features/cohorts/tanks/TankView');
    const because = { title: 'why', formula: '150 kg ÷ 9 m³', inputs: [], source: '', change: '' };
    const place = {
      id: 'k1',
      code: 'K1',
      name: 'K1',
      kind: 'tank' as const,
      volumeL: 9000,
      densityLimitKgM3: 45,
      stage: 'grow-out',
    };
    const page = {
      ...day,
      place,
      loop: 'Kingfisher',
      here: [{ lotCode: 'TRT-1', species: 'Rainbow trout', count: 500, meanG: 300, kg: 150 }],
      dangers: [],
      series: [{ day: '2026-06-10', kgM3: 16.7 }],
      because: { density: because, minutes: because },
      fullOn: '2026-09-01',
      feedG: 900,
      minutes: 70,
      resting: null,
      events: [],
      next: [],
    };
    render(<TankView page={page} />);
    expect(screen.getByText('16.7').closest('strong')!.textContent).toBe('16.7 of 45 kg/m³');
    expect(screen.getByText('70 minutes')).toBeTruthy();
    expect(screen.getByText('from 1 Sept')).toBeTruthy();
    expect(screen.getByText(/A tank rests when it is empty/)).toBeTruthy();
    cleanup();
    render(<TankView page={{ ...page, here: [], feedG: 0, minutes: null, fullOn: null }} />);
    type('Why, and how it will be cleaned', 'After the trout');
    press('Let it rest');
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'fallow', placeId: 'k1', untilDay: day.today }));
  });

  test('arrivals: fingerlings are ordered into quarantine first', async () => {
    const { ArrivalsStation } = await import('../../src/features/cohorts/arrivals/ArrivalsStation');
    const species = [{ code: 'rainbow-trout', name: 'Rainbow trout', fingerlingMinor: 55, quarantineDays: 14 }];
    const quarantine = {
      id: 'q1',
      code: 'Q1',
      kind: 'quarantine' as const,
      says: 'Q1 · quarantine · empty',
      tempC: null,
      pH: null,
      loopId: null,
    };
    render(<ArrivalsStation page={{ ...day, species, tanks: [...tanks, quarantine], coming: [], apart: [] }} />);
    expect(screen.getByText('No fish are in quarantine.')).toBeTruthy();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Species' }));
    fireEvent.click(screen.getByRole('option', { name: 'Rainbow trout' }));
    type('Fish', '500');
    type('Weight of one', '4');
    press('Order');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ action: 'orderFish', toPlaceId: 'q1', meanG: 4, day: '2026-06-24' }),
    );
    expect(sent[0]).not.toHaveProperty('thenPlaceId');
  });
});

describe('two waters', () => {
  const tank = (code: string, tempC: number | null) => ({
    ...{ id: code, code, kind: 'tank' as const, says: '', tempC, pH: 7, loopId: null },
  });

  test('are measured in the person’s own degrees: 9 °F apart is no 9 °C', async () => {
    const { Waters } = await import('../../src/features/cohorts/handling/Waters');
    render(<Waters from={tank('A', 20)} to={tank('B', null)} units={{ mass: 'us', temperature: 'F' }} />);
    expect(screen.getByLabelText<HTMLInputElement>('A °F').value).toBe('68');
    fireEvent.change(screen.getByLabelText('B °F'), { target: { value: '77' } });
    expect(screen.getByText(/9.0 °F and 0.00 pH apart/)).toBeTruthy();
    // 5 °C at 4 °C an hour; 9 °C would be 135 minutes.
    expect(screen.getByText('take 75 minutes')).toBeTruthy();
  });
});
