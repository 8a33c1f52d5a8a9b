import { decideChangePlace } from '../../core/setup/decidePlaces';
import { placesKnown } from '../../db/places';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
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
    await settle(doing, decideChangePlace(await placesKnown(doing.tx), wish), true);
    return said(say`Kept.`, await askAboutChange(doing, before, confirmed));
  },
  takeBack: SET_UP_STAYS,
});
