import { say, word } from '../../core/words/words';
import { retireEquipment } from '../../db/doing/equipment';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { ThingInput } from '../inputs';

export const module = command({
  name: 'equipment.retire',
  version: 1,
  title: word`Retire equipment`,
  who: BOSS,
  input: ThingInput,
  run: async ({ tx, today }, v) => said(say`${await retireEquipment(tx, v, today)} is retired from today on.`),
  takeBack: SET_UP_STAYS,
});
