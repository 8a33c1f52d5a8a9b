import { decideChangeLoop } from '../../core/setup/decideFarm';
import { loopKnown } from '../../db/farmChanges';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { LoopInput } from './change.input';

export const module = command({
  name: 'loop.change',
  version: 1,
  title: (v) => say`Change the loop ${v.name}`,
  who: BOSS,
  input: LoopInput,
  run: async (doing, { confirmed, ...wish }) => {
    const before = await doing.facts();
    await settle(doing, decideChangeLoop(await loopKnown(doing.tx, wish.id), wish), true);
    const notes = await askAboutChange(doing, before, confirmed);
    return said(say`${wish.name} is kept. It warns by the new limits from now on.`, notes);
  },
  takeBack: SET_UP_STAYS,
});
