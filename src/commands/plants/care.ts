import { CARE_NAMES } from '../../core/crops/care';
import { RuleBroken } from '../../core/errors';
import { careJob } from '../../core/tasks/sources/care';
import { say, told } from '../../core/words/words';
import { recordHusbandry } from '../../db/events';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { CareInput } from './care.input';

/** Work on plants that stand for months: training, side shoots, lowering, thinning. From when it was done the next is counted. */
export const module = command({
  name: 'plants.care',
  version: 1,
  title: (v) => told(CARE_NAMES[v.what]),
  who: CREW,
  input: CareInput,
  run: async (doing, { lotCode, placeId, what, dueOn, note }) => {
    const { tx, entry } = doing;
    const facts = await doing.facts();
    const plants = facts.plantings.find((p) => p.lotCode === lotCode && p.placeId === placeId);
    if (!plants || plants.transplantedOn === null)
      throw new RuleBroken('form', say`None of that planting stand there any more. Reload.`);
    const title = told(CARE_NAMES[what]);
    const job = careJob(lotCode, dueOn ?? entry.farmDay, { placeId, what });
    await finishTask(tx, entry, { job, title, note: note ?? null });
    const words = note ? `${title}: ${note}` : title;
    await recordHusbandry({
      tx,
      entry,
      event: { kind: 'care', lotId: plants.lotId, placeId, words, detail: { what } },
    });
    const place = facts.places.find((p) => p.id === placeId)?.code ?? '';
    return said(say`${title}: ${lotCode} in ${place}.`);
  },
  takeBack: { words: () => say`Taken back: that work is still to be done.` },
});
