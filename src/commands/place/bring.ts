import { word } from '../../core/words/words';
import { decideBringPlaces } from '../../core/setup/decidePlaces';
import { openLoops, placesKnown } from '../../db/places';
import { settle } from '../../server/settle';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { BringPlacesInput } from './bring.input';

export const module = command({
  name: 'place.bring',
  version: 1,
  title: word`Bring in places`,
  who: BOSS,
  input: BringPlacesInput,
  run: async (doing, v) => {
    const ground = { places: await placesKnown(doing.tx), loops: await openLoops(doing.tx) };
    return settle(doing, decideBringPlaces(ground, v.rows), true);
  },
  takeBack: SET_UP_STAYS,
});
