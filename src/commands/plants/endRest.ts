import { decideEndRest } from '../../core/crops/acts/decideRest';
import { word } from '../../core/words/words';
import { restNamed } from '../../db/bedRests';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS } from '../shared';
import { EndRestInput } from './endRest.input';

/** A bed is planted again before its rest was to be over. */
export const module = command({
  name: 'plants.endRest',
  version: 1,
  title: word`End the rest of a bed`,
  who: BOSS,
  input: EndRestInput,
  run: async (doing, { restId }) => settle(doing, decideEndRest(await restNamed(doing.tx, restId)), true),
  takeBack: { stays: word`Rest the bed anew.` },
});
