import { decideBeginCulture } from '../../core/cultures/decideCulture';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS } from '../shared';
import { BeginCultureInput } from './begin.input';

export const module = command({
  name: 'culture.begin',
  version: 1,
  title: word`Begin a side culture`,
  who: BOSS,
  input: BeginCultureInput,
  run: (doing, v) => settle(doing, decideBeginCulture(v), true),
  takeBack: { stays: word`End it; what was weighed of it stays in the books.` },
});
