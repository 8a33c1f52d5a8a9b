import { openFeed } from '../../db/doing/opening';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { OpeningFeedInput } from './feed.input';

export const module = command({
  name: 'opening.feed',
  version: 1,
  title: word`Record the feed that was here before`,
  who: BOSS,
  input: OpeningFeedInput,
  run: async ({ tx, entry }, v) =>
    said(
      plural(await openFeed(tx, entry, v.rows), '# lot of feed is in the books.', '# lots of feed are in the books.'),
    ),
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
