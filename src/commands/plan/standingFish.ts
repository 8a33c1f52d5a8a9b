import { decideStandingFish } from '../../core/plan/acts/decideStandingFish';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planKnown } from '../planKnown';
import { BOSS, PLAN_STAYS } from '../shared';
import { StandingFishInput } from './standingFish.input';

/** Plans harvests and moves of the fish that stand without a plan: so much every so often. */
export const module = command({
  name: 'plan.standingFish',
  version: 1,
  title: word`Plan the harvests of fish that stand`,
  who: BOSS,
  input: StandingFishInput,
  run: async (doing, { confirmed, speciesCode, firstOn, ...wish }) =>
    settle(
      doing,
      decideStandingFish(await planKnown(doing), {
        ...wish,
        speciesCode: speciesCode ?? null,
        firstOn: firstOn ?? null,
      }),
      confirmed,
    ),
  takeBack: PLAN_STAYS,
});
