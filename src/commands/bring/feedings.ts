import { word } from '../../core/words/words';
import { bringFeedings } from '../../db/doing/bring';
import { command } from '../../server/command';
import { BOSS, saidBrought } from '../shared';
import { BringFeedingsInput } from './feedings.input';

export const module = command({
  name: 'bring.feedings',
  version: 1,
  title: word`Bring in feedings`,
  who: BOSS,
  input: BringFeedingsInput,
  run: async ({ tx, entry }, v) => saidBrought(await bringFeedings(tx, entry, v.rows)),
  takeBack: { words: () => word`Taken back: those feedings.` },
});
