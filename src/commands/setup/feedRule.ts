import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { saveFeedRule } from '../../db/doing/rules';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { FeedRuleInput } from './feedRule.input';

export const module = command({
  name: 'setup.feedRule',
  version: 1,
  title: (v) => say`Change feeding of ${v.speciesCode}`,
  who: BOSS,
  input: FeedRuleInput,
  run: async ({ tx }, v) => {
    if (v.ration === 'table' && v.table.length === 0)
      throw new RuleBroken('table', say`A table needs at least one row.`);
    await saveFeedRule(tx, v);
    return said(say`Feeding is kept. Rations follow from today.`);
  },
  takeBack: SET_UP_STAYS,
});
