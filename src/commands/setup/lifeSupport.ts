import { say, word } from '../../core/words/words';
import { saveLifeSupport } from '../../db/doing/equipment';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { LifeSupportInput } from './lifeSupport.input';

export const module = command({
  name: 'setup.lifeSupport',
  version: 1,
  title: word`Change life support`,
  who: BOSS,
  input: LifeSupportInput,
  run: async ({ tx, entry }, v) => {
    await saveLifeSupport(tx, entry, v);
    return said(say`Kept. Margins and minutes follow at once.`);
  },
  takeBack: SET_UP_STAYS,
});
