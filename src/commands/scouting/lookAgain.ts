import { decideLookAgain } from '../../core/crops/acts/decideScouting';
import { say, word } from '../../core/words/words';
import { firstLook } from '../../db/scouting';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { LookAgainInput } from './lookAgain.input';

/** How something that was found looks now; gone, it is asked for no more. */
export const module = command({
  name: 'scouting.lookAgain',
  version: 1,
  title: word`Look again`,
  who: CREW,
  input: LookAgainInput,
  run: async (doing, v) => {
    const known = { first: await firstLook(doing.tx, v.findingId), on: doing.entry.farmDay };
    return settle(doing, decideLookAgain(known, v), true);
  },
  takeBack: { words: () => say`Taken back: that look.` },
});
