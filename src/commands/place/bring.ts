import { word } from '../../core/words/words';
import { bringPlaces } from '../../db/doing/bringPlaces';
import { command } from '../../server/command';
import { BOSS, saidBrought, SET_UP_STAYS } from '../shared';
import { BringPlacesInput } from './bring.input';

export const module = command({
  name: 'place.bring',
  version: 1,
  title: word`Bring in places`,
  who: BOSS,
  input: BringPlacesInput,
  run: async ({ tx, entry }, v) => saidBrought(await bringPlaces(tx, entry.farmId, v.rows)),
  takeBack: SET_UP_STAYS,
});
