import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { observeJob } from '../../core/tasks/sources/observe';
import { recordHusbandry, requireEmpty, requireObserved } from '../../db/doing/keeping';
import { finishTask } from '../../db/events';
import { cohortId } from '../../db/cohorts';
import { keeping, places } from '../../db/slices';
import { command, type Doing } from '../../server/command';
import { CREW, said } from '../shared';
import { TITLES, type Kind, NoteInput } from './note.input';

/** Kinds that only a manager decides, and kinds that hold until a day. */
const DECIDED: ReadonlySet<Kind> = new Set(['quarantine_clear', 'quarantine_extend', 'treat']);

const UNTIL: ReadonlySet<Kind> = new Set(['treat', 'quarantine_extend', 'fallow']);

async function tickObservation(doing: Doing, { lotCode, placeId, words }: NoteInput) {
  const { tx, entry } = doing;
  const tank = (await doing.get(places)).places.find((p) => p.id === placeId);
  if (tank?.kind !== 'quarantine') return;
  const apart = (await doing.get(keeping)).quarantine.find(
    (q) => q.lotCode === lotCode && q.placeId === placeId && !q.clearedOn,
  );
  if (!apart) return;
  const job = observeJob(apart.lotCode, apart.placeId, entry.farmDay);
  const seen = await tx('task_done')
    .where({ job_kind: job.kind, subject: job.subject, job_day: job.day, slot: job.slot })
    .first('id');
  // Looking twice is no fault; the job of the day is done by the first look.
  if (!seen) await finishTask(tx, entry, { job, title: say`Observe the quarantine`, note: words });
}

export const module = command({
  name: 'fish.note',
  version: 1,
  title: (v) => TITLES[v.kind] ?? say`Note on fish or tank`,
  who: CREW,
  input: NoteInput,
  run: async (doing, v) => {
    const { tx, entry, person, today } = doing;
    if (DECIDED.has(v.kind) && person.role !== 'manager')
      throw new RuleBroken('form', say`Clearing, extending and treating are for a manager.`);
    const lotId = v.lotCode ? await cohortId(tx, v.lotCode) : null;
    if (v.lotCode && !lotId) throw new RuleBroken('form', say`There is no cohort ${v.lotCode} on this farm.`);
    if (!lotId && !v.placeId) throw new RuleBroken('form', say`Say which fish or which tank.`);
    if (v.placeId && !(await doing.get(places)).places.some((p) => p.id === v.placeId))
      throw new RuleBroken('placeId', say`Choose a tank of this farm.`);
    if (!lotId && (v.kind === 'observe' || v.kind === 'treat' || v.kind.startsWith('quarantine')))
      throw new RuleBroken('form', say`Say which fish.`);
    if (UNTIL.has(v.kind) && !v.untilDay) throw new RuleBroken('untilDay', say`Give the last day.`);
    if (UNTIL.has(v.kind) && v.untilDay! < today) throw new RuleBroken('untilDay', say`That day has passed.`);
    if (v.kind === 'quarantine_clear') await requireObserved(tx, lotId!, v.lotCode!);
    if (v.kind === 'fallow' || v.kind === 'clean') await requireEmpty(tx, v.placeId);
    if (v.kind === 'observe') await tickObservation(doing, v);
    await recordHusbandry({ tx, entry, event: { ...v, lotId } });
    return said(say`${TITLES[v.kind]}: recorded.`);
  },
  takeBack: { words: () => say`Taken back: it clears nothing, and its withdrawal period holds no more.` },
});
