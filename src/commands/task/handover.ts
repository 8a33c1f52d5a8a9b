import { say, word } from '../../core/words/words';
import { writeHandover } from '../../db/events';
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
  run: async ({ tx, entry }, v) => {
    await writeHandover(tx, entry, v.words);
    return say`Left for the next shift.`;
  },
  takeBack: { stays: word`What was left for the next shift may be read already. Leave another word.` },
});
