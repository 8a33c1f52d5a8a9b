import { decideBringFeedings } from '../../core/setup/decideBringing';
import { feedingsKnown } from '../../db/opening';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { BringFeedingsInput } from './feedings.input';

export const module = command({
  name: 'bring.feedings',
  version: 1,
  title: word`Bring in feedings`,
  who: BOSS,
  input: BringFeedingsInput,
  run: async (doing, v) => {
    const known = { ...(await feedingsKnown(doing.tx, v.rows)), today: doing.entry.farmDay };
    return settle(doing, decideBringFeedings(known, v.rows), true);
  },
  takeBack: { words: () => word`Taken back: those feedings.` },
});
