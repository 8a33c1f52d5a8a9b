import { decideOpeningFeed } from '../../core/setup/decideOpening';
import { prefixesInUse } from '../../db/lotPrefix';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { OpeningFeedInput } from './feed.input';

export const module = command({
  name: 'opening.feed',
  version: 1,
  title: word`Record the feed that was here before`,
  who: BOSS,
  input: OpeningFeedInput,
  run: async (doing, v) => {
    const known = { prefixes: await prefixesInUse(doing.tx), today: doing.entry.farmDay };
    return settle(doing, decideOpeningFeed(known, v.rows), true);
  },
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
