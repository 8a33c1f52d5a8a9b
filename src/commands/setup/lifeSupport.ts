import { decideLifeSupport } from '../../core/setup/decideEquipment';
import { loopMachines } from '../../db/equipment';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { LifeSupportInput } from './lifeSupport.input';

export const module = command({
  name: 'setup.lifeSupport',
  version: 1,
  title: word`Change life support`,
  who: BOSS,
  input: LifeSupportInput,
  run: async (doing, v) => settle(doing, decideLifeSupport(await loopMachines(doing.tx, v.loopId), v), true),
  takeBack: SET_UP_STAYS,
});
