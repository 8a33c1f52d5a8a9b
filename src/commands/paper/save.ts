import { say, word } from '../../core/words/words';
import { savePaper } from '../../db/papers';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { PaperInput } from './save.input';

export const module = command({
  name: 'paper.save',
  version: 1,
  title: word`Keep a permit, rule or contact`,
  who: SALES,
  input: PaperInput,
  run: async ({ tx, entry }, v) => {
    await savePaper(tx, entry.farmId, v);
    return said(say`${v.title} is kept.`);
  },
  takeBack: SET_UP_STAYS,
});
