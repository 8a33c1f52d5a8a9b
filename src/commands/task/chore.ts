import { say, word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { choreJob } from '../../core/tasks/sources/chore';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { IdField, TextField } from '../inputs';
import { CREW } from '../shared';

class ChoreInput {
  @IdField(word`This job is no longer on the round. Reload.`) choreId!: string;
  @IsOptional() @TextField(500) note?: string;
}

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
