import { say } from '../../core/words/words';
import { changeEquipment } from '../../db/doing/equipment';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { EquipmentInput } from './change.input';

export const module = command({
  name: 'equipment.change',
  version: 1,
  title: (v) => say`Change the equipment ${v.name}`,
  who: BOSS,
  input: EquipmentInput,
  run: async (doing, v) => {
    const before = await doing.facts();
    await changeEquipment(doing.tx, v);
    return said(say`${v.name} is kept.`, await askAboutChange(doing, before, v.confirmed));
  },
  takeBack: SET_UP_STAYS,
});
