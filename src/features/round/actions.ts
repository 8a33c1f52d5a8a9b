'use server';
import { feedJobKey } from '../../core/tasks/round';
import { revalidatePath } from 'next/cache';
import { RuleBroken } from '../../core/errors';
import { readingFault, weightFault, type ReadingKind } from '../../core/log/parse';
import {
  exchangeWater,
  feedTank,
  harvestFish,
  receiveFish,
  stopFeed,
  tasteCheck,
  transferFish,
} from '../../db/doing/fish';
import { recordHusbandry } from '../../db/doing/keeping';
import { clearBed, pickStep, sowSeed, transplant } from '../../db/doing/plants';
import { finishTask, recordReadings, recordSample, writeHandover } from '../../db/events';
import { cohortSizes } from '../../db/cohortSizes';
import { loadLibrary } from '../../db/facts';
import type { Role } from '../../db/people';
import { act, type Doing } from '../../server/act';
import type { KeyedInput } from '../../server/input';
import type { Outcome } from '../../ui/outcome';
import {
  ChoreInput,
  CountInput,
  ExchangeInput,
  FeedInput,
  HandoverInput,
  ObserveInput,
  HarvestInput,
  PickInput,
  ReadingInput,
  ReceiveInput,
  SampleInput,
  StepInput,
  TasteInput,
  TransferInput,
} from './inputs';

const CREW: Role[] = ['hand', 'manager'];

/** Runs one job: the job's key first, so that a second doer is told; then its data, all in one transaction. */
async function doJob<I extends KeyedInput>(
  input: new () => I,
  raw: unknown,
  task: (doing: Doing, value: I) => { key: string; title: string; note?: string | null },
  work: (doing: Doing, value: I) => Promise<string | void>,
): Promise<Outcome<string>> {
  const outcome = await act(CREW, input, raw, async (doing, value) => {
    const repeated = await finishTask(doing.tx, doing.entry, task(doing, value));
    if (repeated) return 'Recorded already; nothing was added twice.';
    return (await work(doing, value)) ?? 'Recorded.';
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

const stepTask = (title: string) => (_: Doing, value: StepInput) => ({ key: `step:${value.stepId}`, title });

export async function feed(raw: unknown) {
  const task = ({ today }: Doing, value: FeedInput) => ({ key: feedJobKey(value.placeId, today), title: 'Feed' });
  return doJob(FeedInput, raw, task, ({ tx, entry }, value) => feedTank(tx, entry, value));
}

export async function takeReading(raw: unknown) {
  const task = ({ today }: Doing, v: ReadingInput) => ({
    key: `reading:${v.loopId}:${today}:${v.half}`,
    title: `Water reading, ${v.half}`,
  });
  return doJob(ReadingInput, raw, task, async ({ tx, entry }, value) => {
    const kinds: ReadingKind[] = ['t', 'ph', 'do'];
    const values = kinds.flatMap((kind) =>
      value[kind as 't'] === undefined ? [] : [{ kind, value: value[kind as 't']! }],
    );
    if (values.length === 0) throw new RuleBroken('t', 'Give at least one reading.');
    for (const { kind, value: number } of values) {
      const fault = readingFault(kind, number);
      if (fault) throw new RuleBroken(kind, fault);
    }
    if (!(await tx('loop').where({ id: value.loopId }).first('id')))
      throw new RuleBroken('form', 'That loop is not on this farm.');
    await recordReadings(tx, entry, value.loopId, values);
  });
}

export async function weighSample(raw: unknown) {
  const task = (_: Doing, value: SampleInput) => ({ key: value.key, title: 'Weigh fish' });
  return doJob(SampleInput, raw, task, async ({ tx, entry, units, today }, value) => {
    const [, lotId, placeId] = value.key.split(':') as [string, string, string];
    const held = await tx('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'b.lot_id': lotId, 'b.place_id': placeId })
      .andWhere('b.count', '>', 0)
      .first(
        'b.lot_id',
        'b.place_id',
        'p.kind as place_kind',
        'l.species_code',
        'l.began_on',
        'l.start_mean_g',
        'b.count',
      );
    if (!held) throw new RuleBroken('weightsG', 'There are no fish of that cohort in that tank.');
    if (value.weightsG.length > held.count)
      throw new RuleBroken('weightsG', `There are only ${held.count} fish in the tank.`);
    const { loops, places, species } = await loadLibrary(tx);
    const size = (await cohortSizes(tx, today, [held], loops, places, species)).get(lotId);
    for (const weightG of value.weightsG) {
      const fault = weightFault(weightG, size?.referenceG ?? null, units);
      if (fault) throw new RuleBroken('weightsG', fault);
    }
    await recordSample(tx, entry, { lotId, placeId, weightsG: value.weightsG });
  });
}

export async function observe(raw: unknown) {
  const task = (_: Doing, value: ObserveInput) => ({
    key: value.key,
    title: 'Observe the quarantine',
    note: value.words,
  });
  return doJob(ObserveInput, raw, task, async ({ tx, entry }, v) => {
    const [, lotCode, placeId] = v.key.split(':') as [string, string, string];
    const lot = await tx('lot').where({ code: lotCode, kind: 'cohort' }).first('id');
    if (!lot) throw new RuleBroken('form', 'Those fish are not on this farm.');
    await recordHusbandry(tx, entry, { kind: 'observe', lotId: lot.id, placeId, words: v.words, state: v.state });
  });
}

export async function stopFeeding(raw: unknown) {
  return doJob(StepInput, raw, stepTask('Stop feed'), ({ tx, entry }, v) => stopFeed(tx, entry, v.stepId));
}

export async function moveFish(raw: unknown) {
  return doJob(TransferInput, raw, stepTask('Move fish'), ({ tx, entry }, v) =>
    transferFish(tx, entry, { ...v, kind: 'move' }),
  );
}

export async function moveToPurge(raw: unknown) {
  return doJob(TransferInput, raw, stepTask('Move to purge tank'), ({ tx, entry }, v) =>
    transferFish(tx, entry, { ...v, kind: 'purge' }),
  );
}

export async function stockFish(raw: unknown) {
  return doJob(ReceiveInput, raw, stepTask('Receive fish'), ({ tx, entry }, v) =>
    receiveFish(tx, entry, {
      ...v,
      supplier: v.supplier ?? null,
      permit: v.permit,
      costMinor: v.price === undefined ? null : Math.round(v.price * 100),
    }),
  );
}

export async function exchangePurgeWater(raw: unknown) {
  return doJob(ExchangeInput, raw, stepTask('Exchange purge water'), ({ tx, entry }, v) => exchangeWater(tx, entry, v));
}

/** A taste that is not clean is recorded, and the job stays open for the next try. */
export async function tasteFish(raw: unknown) {
  const task = (_: Doing, v: TasteInput) => ({
    key: v.passed ? `step:${v.stepId}` : `taste:${v.entryKey}`,
    title: 'Taste check',
  });
  return doJob(TasteInput, raw, task, async ({ tx, entry }, v) => {
    await tasteCheck(tx, entry, { ...v, note: v.note ?? null });
    return v.passed ? 'Recorded: taste clean.' : 'Recorded: not clean. Purge on and taste again tomorrow.';
  });
}

export async function harvestAndPack(raw: unknown) {
  return doJob(HarvestInput, raw, stepTask('Harvest and pack'), async ({ tx, entry, person }, v) => {
    const done = { ...v, overrideReason: v.overrideReason ?? null, mayOverride: person.role === 'manager' };
    return `Packed as ${await harvestFish(tx, entry, done)}.`;
  });
}

export async function sow(raw: unknown) {
  return doJob(CountInput, raw, stepTask('Sow'), ({ tx, entry }, v) => sowSeed(tx, entry, v));
}

export async function transplantOut(raw: unknown) {
  return doJob(CountInput, raw, stepTask('Transplant'), ({ tx, entry }, v) => transplant(tx, entry, v));
}

export async function pickAndPack(raw: unknown) {
  return doJob(
    PickInput,
    raw,
    stepTask('Pick'),
    async ({ tx, entry }, v) => `Packed as ${await pickStep(tx, entry, v)}.`,
  );
}

export async function clearPlanting(raw: unknown) {
  return doJob(StepInput, raw, stepTask('Clear and clean'), ({ tx, entry }, v) => clearBed(tx, entry, v));
}

export async function doChore(raw: unknown) {
  const task = ({ today }: Doing, v: ChoreInput) => ({
    key: `chore:${v.choreId}:${today}`,
    title: 'Chore',
    note: v.note ?? null,
  });
  return doJob(ChoreInput, raw, task, async ({ tx }, v) => {
    if (!(await tx('chore').where({ id: v.choreId }).first('id')))
      throw new RuleBroken('form', 'That chore is not on this farm.');
  });
}

export async function leaveHandover(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(['hand', 'manager', 'office'], HandoverInput, raw, async ({ tx, entry }, v) => {
    await writeHandover(tx, entry, v.words);
    return 'Left for the next shift.';
  });
  if (outcome.ok) revalidatePath('/round');
  return outcome;
}
