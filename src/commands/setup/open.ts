import { openFarm } from '../../db/doing/setUp';
import { plural, say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { OpenInput } from './open.input';

export const module = command({
  name: 'setup.open',
  version: 1,
  title: word`Open the farm`,
  who: BOSS,
  input: OpenInput,
  run: async ({ tx, today, entry, person }, { version }) => {
    const laid = await openFarm(tx, { farmId: entry.farmId, version, today, by: person.personId, at: entry.at });
    return said(say`The farm is open: ${plural(laid, '# place', '# places')}.`);
  },
  takeBack: SET_UP_STAYS,
});
