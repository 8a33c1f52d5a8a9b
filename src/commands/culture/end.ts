import { say, word } from '../../core/words/words';
import { endCulture } from '../../db/doing/cultures';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { EndCultureInput } from './end.input';

export const module = command({
  name: 'culture.end',
  version: 1,
  title: word`End a side culture`,
  who: BOSS,
  input: EndCultureInput,
  run: async ({ tx, entry }, { cultureId }) => said(say`${await endCulture(tx, entry, cultureId)} is ended.`),
  takeBack: { stays: word`Begin it anew under its name.` },
});
