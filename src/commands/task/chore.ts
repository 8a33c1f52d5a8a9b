import { decideChoreDone } from '../../core/tasks/decideTask';
import { settle } from '../../server/settle';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { CREW } from '../shared';
import { ChoreInput } from './chore.input';

export const module = command({
  name: 'task.chore',
  version: 1,
  title: word`Chore`,
  who: CREW,
  input: ChoreInput,
  run: async (doing, v) => {
    const chore = await doing.tx('chore').where({ id: v.choreId }).first('title');
    return settle(doing, decideChoreDone({ chore: chore ?? null, on: doing.entry.farmDay }, v), true);
  },
  takeBack: { words: () => say`Taken back: that chore is open again.` },
});
