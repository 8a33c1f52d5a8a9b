import { openPlants } from '../../db/doing/opening';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { OpeningPlantsInput } from './plants.input';

export const module = command({
  name: 'opening.plants',
  version: 1,
  title: word`Record the plants that were here before`,
  who: BOSS,
  input: OpeningPlantsInput,
  run: async ({ tx, entry }, v) =>
    said(plural(await openPlants(tx, entry, v.rows), '# planting is in the books.', '# plantings are in the books.')),
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
