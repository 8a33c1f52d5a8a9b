import { decideGrowingCosts } from '../../core/setup/decideFarm';
import { farmKnown } from '../../db/farmChanges';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { GrowingCostsInput } from './growingCosts.input';

/** What floor, work and current cost this farm in each way of growing; the comparison by floor reckons with it. */
export const module = command({
  name: 'setup.growingCosts',
  version: 1,
  title: word`Set what growing costs here`,
  who: BOSS,
  input: GrowingCostsInput,
  run: async (doing, v) => settle(doing, decideGrowingCosts(await farmKnown(doing.tx), v), true),
  takeBack: SET_UP_STAYS,
});
