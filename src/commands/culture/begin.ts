import { CULTURES } from '../../core/cultures/kinds';
import { say, told, word } from '../../core/words/words';
import { beginCulture } from '../../db/doing/cultures';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { BeginCultureInput } from './begin.input';

export const module = command({
  name: 'culture.begin',
  version: 1,
  title: word`Begin a side culture`,
  who: BOSS,
  input: BeginCultureInput,
  run: async ({ tx, entry }, v) => {
    const code = await beginCulture(tx, entry, v);
    return said(say`${code} (${told(CULTURES[v.what].words)}) is begun.`, [told(CULTURES[v.what].caution)]);
  },
  takeBack: { stays: word`End it; what was weighed of it stays in the books.` },
});
