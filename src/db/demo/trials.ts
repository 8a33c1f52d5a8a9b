import type { Knex } from 'knex';
import { layOutTrial } from '../../core/crops/trialLayout';
import { addDays, type Day } from '../../core/quantity/days';
import { Random } from './random';
import type { DemoWorld } from './world';

interface DemoTrial {
  code: string;
  question: string;
  measure: 'weight' | 'score';
  beds: string[];
  blocksPerBed: number;
  /** Days ago. */
  began: number;
  measured: number;
  ends: number;
  decided: number | null;
  arms: { name: string; crop: string; perM2?: number; mean: number }[];
  spread: number;
}

/** One that was decided in spring, and one that runs. */
const TRIALS: DemoTrial[] = [
  {
    ...{ code: 'T-1', question: 'Does oakleaf at 30 a m² still fill its head?', measure: 'weight' },
    ...{ beds: ['R2'], blocksPerBed: 5, began: 210, measured: 178, ends: 171, decided: 170 },
    arms: [
      { name: 'as usual', crop: 'oakleaf-lettuce', mean: 172 },
      { name: 'denser', crop: 'oakleaf-lettuce', perM2: 30, mean: 138 },
    ],
    spread: 9,
  },
  {
    ...{ code: 'T-2', question: 'Is mint from runners better than from cuttings?', measure: 'score' },
    ...{ beds: ['M1'], blocksPerBed: 4, began: 34, measured: 6, ends: -22, decided: null },
    arms: [
      { name: 'cuttings, as usual', crop: 'mint', mean: 6.4 },
      { name: 'runners', crop: 'mint', mean: 6.7 },
    ],
    spread: 0.9,
  },
];
const TRIAL_SEED = 90210;

/** Trials of the demo farm. They draw from numbers of their own, so that what else is made up stays as it is. */
export async function addTrials(tx: Knex.Transaction, world: DemoWorld, farmId: string): Promise<void> {
  const random = new Random(TRIAL_SEED);
  for (const trial of TRIALS) await addTrial({ tx, world, farmId, random }, trial);
}

interface Adding {
  tx: Knex.Transaction;
  world: DemoWorld;
  farmId: string;
  random: Random;
}

async function addTrial({ tx, world, farmId, random }: Adding, trial: DemoTrial): Promise<void> {
  const day = (ago: number): Day => addDays(world.today, -ago);
  const id = random.uuid();
  const armIds = trial.arms.map(() => random.uuid());
  await tx('trial').insert({
    ...{ farm_id: farmId, id, code: trial.code, question: trial.question, measure: trial.measure, every_days: 7 },
    ...{ starts_on: day(trial.began), measure_from: day(trial.measured), ends_on: day(trial.ends) },
    person_id: world.person('tess'),
  });
  await tx('trial_arm').insert(
    trial.arms.map((a, i) => ({
      ...{ farm_id: farmId, id: armIds[i], trial_id: id, letter: String.fromCharCode(65 + i) },
      ...{ name: a.name, crop_code: a.crop, per_m2: a.perM2 ?? null },
    })),
  );
  const plots = layOutTrial({
    arms: trial.arms.length,
    beds: trial.beds.length,
    blocksPerBed: trial.blocksPerBed,
    seed: TRIAL_SEED,
  });
  for (const plot of plots) {
    const plotId = random.uuid();
    await tx('trial_plot').insert({
      ...{ farm_id: farmId, id: plotId, trial_id: id, arm_id: armIds[plot.arm] },
      ...{ place_id: world.place(trial.beds[plot.bed]!).id, block: plot.block, position: plot.position },
    });
    const { mean } = trial.arms[plot.arm]!;
    await tx('trial_measure').insert({
      ...{ farm_id: farmId, id: random.uuid(), entry_key: `demo-${trial.code}`, plot_id: plotId },
      ...{ farm_day: day(trial.measured), person_id: world.person('bram') },
      value: Math.round((mean + random.normal() * trial.spread) * 10) / 10,
    });
  }
  if (trial.decided !== null)
    await tx('trial')
      .where({ farm_id: farmId, id })
      .update({
        decided_on: day(trial.decided),
        verdict: 'A (as usual) did best: the denser heads stayed too light to sell one by one.',
        kept_arm_id: armIds[0],
      });
}
