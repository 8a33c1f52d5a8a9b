import { say, word } from '../../core/words/words';
import { saveGrowingCosts } from '../../db/doing/limits';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { GrowingCostsInput } from './growingCosts.input';

/** What floor, work and current cost this farm in each way of growing; the comparison by floor reckons with it. */
export const module = command({
  name: 'setup.growingCosts',
  version: 1,
  title: word`Set what growing costs here`,
  who: BOSS,
  input: GrowingCostsInput,
  run: async ({ tx }, v) => {
    await saveGrowingCosts(tx, v);
    return said(say`Kept. The comparison by floor reckons with your own numbers now.`);
  },
  takeBack: SET_UP_STAYS,
});
