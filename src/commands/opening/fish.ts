import { openFish } from '../../db/doing/opening';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { OpeningFishInput } from './fish.input';

export const module = command({
  name: 'opening.fish',
  version: 1,
  title: word`Record the fish that were here before`,
  who: BOSS,
  input: OpeningFishInput,
  run: async ({ tx, entry }, v) =>
    said(plural(await openFish(tx, entry, v), '# lot of fish is in the books.', '# lots of fish are in the books.')),
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
