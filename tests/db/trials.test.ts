import { describe, expect, test } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, place, run, said, TODAY, visit } from './visitor';

visit();

const wish = async (over: Record<string, unknown> = {}) => ({
  question: 'Is butterhead at 26 a m² as heavy?',
  measure: 'weight',
  arms: [
    { name: 'as usual', cropCode: 'butterhead-lettuce' },
    { name: 'denser', cropCode: 'butterhead-lettuce', perM2: 26 },
  ],
  bedIds: [await place('R1')],
  blocksPerBed: 3,
  startsOn: TODAY,
  measureFrom: TODAY,
  everyDays: 7,
  endsOn: addDays(TODAY, 28),
  ...over,
});
const begun = async () => {
  const answer = await run('trial.begin', await wish());
  expect(answer, said(answer)).toMatchObject({ ok: true });
  const [, code] = /(T-\d+)/.exec(said(answer))!;
  const trial = await desk.owner('trial').where({ code }).first();
  const plots = await desk
    .owner('trial_plot as p')
    .join('trial_arm as a', 'a.id', 'p.arm_id')
    .where({ 'p.trial_id': trial.id })
    .orderBy('p.block')
    .select('p.id', 'a.letter', 'p.block');
  return { code: code!, trialId: trial.id as string, plots: plots as { id: string; letter: string; block: number }[] };
};

describe('a trial', () => {
  test('begun, measured on the round, decided, and its spacing and weight kept as the recipe', async () => {
    await as('ines');
    const { code, trialId, plots } = await begun();
    expect(plots).toHaveLength(6);
    for (const block of [1, 2, 3])
      expect(
        plots
          .filter((p) => p.block === block)
          .map((p) => p.letter)
          .sort(),
      ).toEqual(['A', 'B']);

    const { trialsToMeasure } = await import('../../src/db/trials');
    const { readFarm } = await import('../../src/server/farmView');
    const due = await readFarm(async (tx) => trialsToMeasure(tx, TODAY));
    expect(due.map((t) => t.code)).toContain(code);

    await as('bram');
    const grams = (letter: string, i: number) => (letter === 'A' ? 190 + i : 210 + i);
    const values = Object.fromEntries(plots.map((p, i) => [p.id, grams(p.letter, i)]));
    const key = randomUUID();
    const measured = await run('trial.measure', { trialId, values }, key);
    expect(said(measured)).toMatch(/6 plots measured/);
    // Sent twice, it is there once; the job of the day is done.
    expect((await run('trial.measure', { trialId, values }, key)).ok).toBe(true);
    expect(await desk.owner('trial_measure').where({ entry_key: key })).toHaveLength(6);
    expect(await desk.owner('task_done').where({ job_kind: 'trial', subject: trialId })).toHaveLength(1);

    expect((await run('trial.decide', { trialId })).ok).toBe(false);
    await as('ines');
    const arm = await desk.owner('trial_arm').where({ trial_id: trialId, letter: 'B' }).first();
    const decided = await run('trial.decide', { trialId, armId: arm.id, keep: true });
    expect(said(decided)).toMatch(/B \(denser\) did best/);
    expect(said(decided)).toMatch(/plants a m² 26/);
    const crop = await desk.owner('crop').where({ code: 'butterhead-lettuce' }).first('params');
    expect(crop.params.finalPerM2).toBe(26);
    expect(crop.params.yieldG).toBeGreaterThan(205);
    expect(said(await run('trial.measure', { trialId, values }))).toMatch(/is decided: nothing more is measured/);
  });

  test('measures taken back are gone from its verdict, and the job is open again', async () => {
    await as('ines');
    const { trialId, plots } = await begun();
    const key = randomUUID();
    await run('trial.measure', { trialId, values: { [plots[0]!.id]: 150 } }, key);
    expect(await desk.owner('trial_measure').where({ entry_key: key, withdrawn: false })).toHaveLength(1);
    expect(said(await run('entry.takeBack', { recordedKey: key }))).toMatch(/Taken back: those measures/);
    expect(await desk.owner('trial_measure').where({ entry_key: key, withdrawn: false })).toHaveLength(0);
    const { loadTrials } = await import('../../src/db/trials');
    const { readFarm } = await import('../../src/server/farmView');
    const [trial] = await readFarm((tx) => loadTrials(tx, { id: trialId }));
    expect(trial!.plots.every((p) => p.value === null)).toBe(true);
    expect(await desk.owner('task_done').where({ job_kind: 'trial', subject: trialId })).toHaveLength(0);
  });

  test('one arm, one block, a crop that is not grown, an end before its beginning: refused beside the field', async () => {
    await as('ines');
    const refused = async (over: Record<string, unknown>) => said(await run('trial.begin', await wish(over)));
    expect(await refused({ arms: [{ name: 'only one', cropCode: 'butterhead-lettuce' }] })).toMatch(
      /Two arms at least/,
    );
    expect(await refused({ blocksPerBed: 1 })).toMatch(/at least twice/);
    expect(
      await refused({
        arms: [
          { name: 'a', cropCode: 'butterhead-lettuce' },
          { name: 'b', cropCode: 'moon-cress' },
        ],
      }),
    ).toMatch(/Choose a crop of this farm/);
    expect(await refused({ endsOn: addDays(TODAY, -1) })).toMatch(/ends after it was first measured/);
    expect(await refused({ bedIds: [] })).toMatch(/at least one bed/);
  });

  test('points go from 1 to 9, and a plot of another trial is refused', async () => {
    await as('ines');
    const one = await begun();
    const answer = await run('trial.begin', await wish({ measure: 'score', question: 'Which looks better?' }));
    const [, code] = /(T-\d+)/.exec(said(answer))!;
    const { id: trialId } = await desk.owner('trial').where({ code }).first('id');
    const plot = await desk.owner('trial_plot').where({ trial_id: trialId }).first('id');
    expect(said(await run('trial.measure', { trialId, values: { [plot.id]: 12 } }))).toMatch(/Points go from 1 to 9/);
    expect(said(await run('trial.measure', { trialId, values: { [one.plots[0]!.id]: 5 } }))).toMatch(
      /not of this trial/,
    );
    expect(said(await run('trial.measure', { trialId, values: {} }))).toMatch(/at least one plot/);
  });
});

describe('the farm’s own weather', () => {
  const days = (from: number, n: number) =>
    Array.from({ length: n }, (_, i) => ({ day: addDays(TODAY, from + i), airC: 15 + (i % 3), lightMol: 12 }));

  test('comes in once a day, and takes the stand-in’s place', async () => {
    await as('ines');
    const answer = await run('bring.weather', { rows: days(-60, 40) });
    expect(answer, said(answer)).toMatchObject({ ok: true });
    expect(said(await run('bring.weather', { rows: days(-60, 40) }))).toMatch(/40 were in the books already/);
    expect(await desk.owner('weather_day').count('* as n')).toEqual([{ n: expect.anything() }]);
    const { farmClimate } = await import('../../src/db/weather');
    const { readFarm } = await import('../../src/server/farmView');
    const { own, climate } = await readFarm((tx) => farmClimate(tx));
    expect(own.days).toBe(40);
    expect(Math.max(...climate.ownDays)).toBeGreaterThan(9);
  });

  test('with gaps it is refused, says which days, and what of it can be taken', async () => {
    await as('ines');
    const rows = [...days(-30, 5), ...days(-22, 10)];
    const answer = said(await run('bring.weather', { rows }));
    expect(answer).toMatch(/3 days are missing, first/);
    expect(answer).toMatch(/longest run without a gap by itself/);
    expect(said(await run('bring.weather', { rows: [...days(-9, 3), ...days(-9, 1)] }))).toMatch(/stands in it twice/);
    expect(said(await run('bring.weather', { rows: [{ day: TODAY, airC: 210 }] }))).toMatch(/Between −60 and 60/);
  });
});
