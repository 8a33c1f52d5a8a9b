import { say } from '../../core/words/words';
import { saveCrop } from '../../db/doing/rules';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { CropInput } from './crop.input';

export const module = command({
  name: 'setup.crop',
  version: 1,
  title: (v) => say`Change the crop ${v.code}`,
  who: BOSS,
  input: CropInput,
  run: async (doing, v) => {
    const before = await doing.facts();
    const name = await saveCrop(doing.tx, v);
    const notes = await askAboutChange(doing, before, v.confirmed);
    return said(say`${name} is kept. Beds, plan and market follow at once.`, notes);
  },
  takeBack: SET_UP_STAYS,
});
