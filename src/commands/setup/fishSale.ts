import { say } from '../../core/words/words';
import { saveFishSale } from '../../db/doing/fishSale';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { FishSaleInput } from './fishSale.input';

export const module = command({
  name: 'setup.fishSale',
  version: 1,
  title: (v) => say`Change how ${v.code} is sold`,
  who: BOSS,
  input: FishSaleInput,
  run: async ({ tx, person }, v) => {
    await saveFishSale(tx, person.farmId, v);
    return said(say`Kept. Prices hold for orders taken from now on.`);
  },
  takeBack: SET_UP_STAYS,
});
