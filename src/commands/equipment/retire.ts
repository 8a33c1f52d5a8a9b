import { decideRetireEquipment } from '../../core/setup/decideEquipment';
import { equipmentKnown } from '../../db/equipment';
import { settle } from '../../server/settle';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { ThingInput } from '../inputs';

export const module = command({
  name: 'equipment.retire',
  version: 1,
  title: word`Retire equipment`,
  who: BOSS,
  input: ThingInput,
  run: async (doing, wish) => {
    const name = await settle(doing, decideRetireEquipment(await equipmentKnown(doing.tx, wish.id), wish), true);
    return said(say`${name} is retired from today on.`);
  },
  takeBack: SET_UP_STAYS,
});
