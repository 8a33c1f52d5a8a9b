import { decideFishSale } from '../../core/fish/decideFishSale';
import { fishSaleKnown } from '../../db/products';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { FishSaleInput } from './fishSale.input';

export const module = command({
  name: 'setup.fishSale',
  version: 1,
  title: (v) => say`Change how ${v.code} is sold`,
  who: BOSS,
  input: FishSaleInput,
  run: async (doing, v) => settle(doing, decideFishSale(await fishSaleKnown(doing.tx, v.code), v), true),
  takeBack: SET_UP_STAYS,
});
