import { say } from '../../core/words/words';
import { changePlace } from '../../db/doing/places';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { ChangePlaceInput } from './change.input';

export const module = command({
  name: 'place.change',
  version: 1,
  title: (v) => say`Change the place ${v.code}`,
  who: BOSS,
  input: ChangePlaceInput,
  run: async (doing, { confirmed, ...wish }) => {
    const before = await doing.facts();
    await changePlace(doing.tx, doing.entry.farmId, wish);
    const notes = await askAboutChange(doing, before, confirmed);
    return said(say`Kept.`, notes);
  },
  takeBack: SET_UP_STAYS,
});
