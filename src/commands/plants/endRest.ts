import { say, word } from '../../core/words/words';
import { endRest } from '../../db/doing/bedRest';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { EndRestInput } from './endRest.input';

/** A bed is planted again before its rest was to be over. */
export const module = command({
  name: 'plants.endRest',
  version: 1,
  title: word`End the rest of a bed`,
  who: BOSS,
  input: EndRestInput,
  run: async (doing, { restId }) => {
    const placeId = await endRest(doing.tx, restId);
    const place = (await doing.facts()).places.find((p) => p.id === placeId)?.code ?? '';
    return said(say`${place} may be planted again.`);
  },
  takeBack: { stays: word`Rest the bed anew.` },
});
