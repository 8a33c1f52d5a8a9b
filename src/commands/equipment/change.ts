import { decideChangeEquipment } from '../../core/setup/decideEquipment';
import { equipmentKnown } from '../../db/equipment';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { EquipmentInput } from './change.input';

export const module = command({
  name: 'equipment.change',
  version: 1,
  title: (v) => say`Change the equipment ${v.name}`,
  who: BOSS,
  input: EquipmentInput,
  run: async (doing, { confirmed, ...wish }) => {
    const before = await doing.facts();
    await settle(doing, decideChangeEquipment(await equipmentKnown(doing.tx, wish.id), wish), true);
    return said(say`${wish.name} is kept.`, await askAboutChange(doing, before, confirmed));
  },
  takeBack: SET_UP_STAYS,
});
