import { decideOpeningPlants } from '../../core/setup/decideOpening';
import { cropsKnown } from '../../db/kinds';
import { placesToFill, plantsStanding } from '../../db/opening';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { OpeningPlantsInput } from './plants.input';

export const module = command({
  name: 'opening.plants',
  version: 1,
  title: word`Record the plants that were here before`,
  who: BOSS,
  input: OpeningPlantsInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const known = {
      ...{ places: await placesToFill(tx), crops: await cropsKnown(tx) },
      ...{ standing: await plantsStanding(tx), today: entry.farmDay },
    };
    return settle(doing, decideOpeningPlants(known, v.rows), true);
  },
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
