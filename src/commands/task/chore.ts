import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { choreJob } from '../../core/tasks/sources/chore';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { CREW } from '../shared';
import { ChoreInput } from './chore.input';

export const module = command({
  name: 'task.chore',
  version: 1,
  title: word`Chore`,
  who: CREW,
  input: ChoreInput,
  run: async ({ tx, entry }, v) => {
    const chore = await tx('chore').where({ id: v.choreId }).first('title');
    if (!chore) throw new RuleBroken('form', say`That chore is not on this farm.`);
    await finishTask(tx, entry, { job: choreJob(v.choreId, entry.farmDay), title: chore.title, note: v.note ?? null });
    return say`Recorded.`;
  },
  takeBack: { words: () => say`Taken back: that chore is open again.` },
});
