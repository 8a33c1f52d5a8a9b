import { decideHandover } from '../../core/tasks/decideTask';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { EVERYONE } from '../shared';
import { HandoverInput } from './handover.input';

export const module = command({
  name: 'task.handover',
  version: 1,
  title: word`Leave a handover`,
  who: EVERYONE,
  input: HandoverInput,
  places: () => [],
  run: async (doing, v) => settle(doing, decideHandover(v.words), true),
  takeBack: { stays: word`What was left for the next shift may be read already. Leave another word.` },
});
