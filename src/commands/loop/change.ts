import { say } from '../../core/words/words';
import { saveLoop } from '../../db/doing/limits';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { LoopInput } from './change.input';

export const module = command({
  name: 'loop.change',
  version: 1,
  title: (v) => say`Change the loop ${v.name}`,
  who: BOSS,
  input: LoopInput,
  run: async (doing, v) => {
    const before = await doing.facts();
    await saveLoop(doing.tx, v);
    const notes = await askAboutChange(doing, before, v.confirmed);
    return said(say`${v.name} is kept. It warns by the new limits from now on.`, notes);
  },
  takeBack: SET_UP_STAYS,
});
