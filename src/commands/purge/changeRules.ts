import { say, word } from '../../core/words/words';
import { changeBatch } from '../../db/purgeBatch';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { ChangeRulesInput } from './changeRules.input';

/** What a batch under way must meet, changed by a manager; the reason stays with it. */
export const module = command({
  name: 'purge.changeRules',
  version: 1,
  title: word`Change what a purge batch must meet`,
  who: BOSS,
  input: ChangeRulesInput,
  run: async ({ tx, entry }, v) => {
    await changeBatch(tx, entry, v);
    return said(say`Changed. Name, day and reason stand with the batch.`);
  },
  takeBack: { stays: word`Change it again, with a reason: both stay in the record.` },
});
