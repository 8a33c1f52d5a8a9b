import { say } from '../../core/words/words';
import { settled } from '../../core/acts/decision';
import { decideFeedRule } from '../../core/fish/decideSpecies';
import { apply } from '../../db/apply';
import { feedRuleKnown } from '../../db/kinds';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { FeedRuleInput } from './feedRule.input';

export const module = command({
  name: 'setup.feedRule',
  version: 1,
  title: (v) => say`Change feeding of ${v.speciesCode}`,
  who: BOSS,
  input: FeedRuleInput,
  run: async ({ tx, entry }, v) => {
    await apply(tx, entry, settled(decideFeedRule(await feedRuleKnown(tx, v.speciesCode), v), true));
    return said(say`Feeding is kept. Rations follow from today.`);
  },
  takeBack: SET_UP_STAYS,
});
