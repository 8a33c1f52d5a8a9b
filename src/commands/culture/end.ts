import { decideEndCulture } from '../../core/cultures/decideCulture';
import { word } from '../../core/words/words';
import { cultureNamed } from '../../db/cultures';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS } from '../shared';
import { EndCultureInput } from './end.input';

export const module = command({
  name: 'culture.end',
  version: 1,
  title: word`End a side culture`,
  who: BOSS,
  input: EndCultureInput,
  run: async (doing, { cultureId }) => settle(doing, decideEndCulture(await cultureNamed(doing.tx, cultureId)), true),
  takeBack: { stays: word`Begin it anew under its name.` },
});
