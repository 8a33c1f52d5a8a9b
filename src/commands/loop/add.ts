import { say } from '../../core/words/words';
import { addLoop } from '../../db/doing/limits';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { AddLoopInput } from './add.input';

export const module = command({
  name: 'loop.add',
  version: 1,
  title: (v) => say`A loop more: ${v.name}`,
  who: BOSS,
  input: AddLoopInput,
  run: async ({ tx, entry }, v) => {
    await addLoop(tx, entry.farmId, v);
    return said(say`${v.name} is on the farm. Its tanks, beds and pumps are added on Loops and places.`);
  },
  takeBack: SET_UP_STAYS,
});
