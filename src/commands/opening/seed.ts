import { decideOpeningSeed } from '../../core/setup/decideOpening';
import { cropsKnown } from '../../db/kinds';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { OpeningSeedInput } from './seed.input';

export const module = command({
  name: 'opening.seed',
  version: 1,
  title: word`Record the seed that was here before`,
  who: BOSS,
  input: OpeningSeedInput,
  run: async (doing, v) => {
    const known = { crops: await cropsKnown(doing.tx), today: doing.entry.farmDay };
    return settle(doing, decideOpeningSeed(known, v.rows), true);
  },
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
