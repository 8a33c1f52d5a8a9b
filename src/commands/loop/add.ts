import { decideAddLoop } from '../../core/setup/decideFarm';
import { farmKnown, loopCodes } from '../../db/farmChanges';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { AddLoopInput } from './add.input';

export const module = command({
  name: 'loop.add',
  version: 1,
  title: (v) => say`Another loop: ${v.name}`,
  who: BOSS,
  input: AddLoopInput,
  run: async (doing, v) => {
    const known = { codes: await loopCodes(doing.tx), farm: await farmKnown(doing.tx) };
    return settle(doing, decideAddLoop(known, v), true);
  },
  takeBack: SET_UP_STAYS,
});
