import { openSeed } from '../../db/doing/opening';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { OpeningSeedInput } from './seed.input';

export const module = command({
  name: 'opening.seed',
  version: 1,
  title: word`Record the seed that was here before`,
  who: BOSS,
  input: OpeningSeedInput,
  run: async ({ tx, entry }, v) =>
    said(
      plural(await openSeed(tx, entry, v.rows), '# lot of seed is in the books.', '# lots of seed are in the books.'),
    ),
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
