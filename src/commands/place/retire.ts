import { decideRetirePlace } from '../../core/setup/decidePlaces';
import { placesKnown, stepsAt } from '../../db/places';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { RetirePlaceInput } from './retire.input';

export const module = command({
  name: 'place.retire',
  version: 1,
  title: word`Retire a place`,
  who: BOSS,
  input: RetirePlaceInput,
  run: async (doing, wish) => {
    const { tx, units } = doing;
    const there = { places: await placesKnown(tx), steps: await stepsAt(tx, wish.id) };
    return settle(doing, decideRetirePlace({ ...there, facts: await doing.facts(), units }, wish), true);
  },
  takeBack: SET_UP_STAYS,
});
