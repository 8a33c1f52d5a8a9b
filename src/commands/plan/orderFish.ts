import { decideFingerlings } from '../../core/plan/acts/decideFingerlings';
import { say } from '../../core/words/words';
import { formatNumber } from '../../core/quantity/units';
import { prefixesInUse } from '../../db/lotPrefix';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planWithCodes } from '../planKnown';
import { BOSS, PLAN_STAYS } from '../shared';
import { OrderFishInput } from './orderFish.input';

export const module = command({
  name: 'plan.orderFish',
  version: 1,
  title: (v) => say`Order ${formatNumber(v.count)} fingerlings`,
  who: BOSS,
  input: OrderFishInput,
  run: async (doing, v) => {
    const known = { ...(await planWithCodes(doing)), prefixes: await prefixesInUse(doing.tx) };
    return settle(doing, decideFingerlings(known, v), v.confirmed);
  },
  takeBack: PLAN_STAYS,
});
