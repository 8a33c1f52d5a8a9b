import { decideSowNow } from '../../core/crops/acts/decideSowing';
import { sowingCode } from '../../core/crops/gaps';
import { say, word } from '../../core/words/words';
import { freeSowing } from '../../db/restsOn';
import { freePlanCode } from '../../db/plan';
import { seedLots } from '../../db/seedStore';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW } from '../shared';
import { SowNowInput } from './sowNow.input';

/** Sown without having been planned; where it goes and when it is picked is planned at once. */
export const module = command({
  name: 'plants.sowNow',
  version: 1,
  title: word`Sow`,
  who: CREW,
  input: SowNowInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const lotCode = await freePlanCode(tx, sowingCode(v.cropCode, entry.farmDay));
    const known = { ...(await plantKnown(doing)), lotCode, seeds: await seedLots(tx) };
    return settle(doing, decideSowNow(known, v), true);
  },
  takeBack: {
    words: () => say`Taken back: the seed is in the store again, and the plan as it was.`,
    free: freeSowing,
  },
});
