import { decideOpeningFish } from '../../core/setup/decideOpening';
import { speciesOfFarm } from '../../db/kinds';
import { prefixesInUse } from '../../db/lotPrefix';
import { placesToFill } from '../../db/opening';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { OpeningFishInput } from './fish.input';

export const module = command({
  name: 'opening.fish',
  version: 1,
  title: word`Record the fish that were here before`,
  who: BOSS,
  input: OpeningFishInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const known = {
      ...{ places: await placesToFill(tx), species: await speciesOfFarm(tx) },
      ...{ prefixes: await prefixesInUse(tx), today: entry.farmDay },
    };
    return settle(doing, decideOpeningFish(known, v.rows), v.confirmed);
  },
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
