import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { orderFingerlings } from '../../db/doing/orderFish';
import { command } from '../../server/command';
import { askAboutPlan, BOSS, PLAN_STAYS, said } from '../shared';
import { OrderFishInput } from './orderFish.input';

export const module = command({
  name: 'plan.orderFish',
  version: 1,
  title: (v) => say`Order ${formatNumber(v.count)} fingerlings`,
  who: BOSS,
  input: OrderFishInput,
  run: async (doing, v) => {
    if (v.day < doing.today) throw new RuleBroken('day', say`That day has passed.`);
    const facts = await doing.facts();
    const rule = facts.feedRules.find((r) => r.speciesCode === v.speciesCode);
    const code = await orderFingerlings({
      tx: doing.tx,
      farmId: doing.person.farmId,
      facts,
      order: {
        ...v,
        thenPlaceId: v.thenPlaceId ?? null,
        note: v.note ?? null,
        quarantineDays: rule?.quarantineDays ?? 14,
      },
      pass: (steps) => askAboutPlan(doing, steps, v.confirmed),
    });
    return said(
      say`Ordered: ${formatNumber(v.count)} fish arrive as ${code} on ${shortDay(v.day)}. The round of that day receives them.`,
    );
  },
  takeBack: PLAN_STAYS,
});
