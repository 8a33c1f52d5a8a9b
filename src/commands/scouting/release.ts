import { decideRelease } from '../../core/crops/acts/decideScouting';
import { say, word } from '../../core/words/words';
import { helpersLot } from '../../db/scouting';
import { places } from '../../db/slices';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { ReleaseHelpersInput } from './release.input';

/** Beneficials let go in a bed. */
export const module = command({
  name: 'scouting.release',
  version: 1,
  title: word`Release beneficials`,
  who: CREW,
  input: ReleaseHelpersInput,
  run: async (doing, v) => {
    const known = { lot: await helpersLot(doing.tx, v.lotId), places: (await doing.get(places)).places };
    return settle(doing, decideRelease(known, v), true);
  },
  takeBack: { words: () => say`Taken back: that release.` },
});
