import { say, word } from '../../core/words/words';
import { retirePlace } from '../../db/doing/places';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { RetirePlaceInput } from './retire.input';

export const module = command({
  name: 'place.retire',
  version: 1,
  title: word`Retire a place`,
  who: BOSS,
  input: RetirePlaceInput,
  run: async (doing, { id, version }) => {
    const { tx, today, units } = doing;
    const code = await retirePlace(tx, { id, version, day: today, facts: await doing.facts(), units });
    return said(say`${code} is retired from today on; its records stay.`);
  },
  takeBack: SET_UP_STAYS,
});
