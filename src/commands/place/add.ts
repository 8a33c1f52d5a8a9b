import { RuleBroken } from '../../core/errors';
import { readParts } from '../../core/setup/readParts';
import { plural, say } from '../../core/words/words';
import { addEquipment } from '../../db/doing/equipment';
import { addPlace } from '../../db/doing/places';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { AddPlacesInput } from './add.input';

/** Tanks, beds, stores and equipment that came to the farm, said as in the set-up. */
export const module = command({
  name: 'place.add',
  version: 1,
  title: (v) => say`Add to the farm: ${v.line}`,
  who: BOSS,
  input: AddPlacesInput,
  run: async ({ tx, entry }, { line }) => {
    const loops: string[] = await tx('loop').where({ retired_on: null }).orderBy('code').pluck('code');
    const taken: string[] = await tx('place').pluck('code');
    const read = readParts(line, { loop: loops.length === 1 ? loops[0]! : null, loops, taken });
    if (typeof read === 'string') throw new RuleBroken('line', read);
    for (const part of read.places) await addPlace(tx, entry.farmId, part);
    for (const part of read.equipment) await addEquipment(tx, entry.farmId, part);
    return said(
      plural(read.places.length + read.equipment.length, '# part is on the farm.', '# parts are on the farm.'),
    );
  },
  takeBack: SET_UP_STAYS,
});
