import { decideAddParts } from '../../core/setup/decidePlaces';
import { openLoops, placesKnown } from '../../db/places';
import { settle } from '../../server/settle';
import { RuleBroken } from '../../core/errors';
import { readParts } from '../../core/setup/readParts';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { AddPlacesInput } from './add.input';

/** Tanks, beds, stores and equipment that came to the farm, said as in the set-up. */
export const module = command({
  name: 'place.add',
  version: 1,
  title: (v) => say`Add to the farm: ${v.line}`,
  who: BOSS,
  input: AddPlacesInput,
  run: async (doing, { line }) => {
    const ground = { places: await placesKnown(doing.tx), loops: await openLoops(doing.tx) };
    const { loops } = ground;
    const taken = ground.places.map((p) => p.code);
    const read = readParts(line, { loop: loops.length === 1 ? loops[0]!.code : null, loops, taken });
    if (typeof read === 'string') throw new RuleBroken('line', read);
    return settle(doing, decideAddParts(ground, read), true);
  },
  takeBack: SET_UP_STAYS,
});
