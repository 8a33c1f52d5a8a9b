import { decideStanding } from '../../core/plan/acts/decideSowings';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planKnown } from '../planKnown';
import { CREW, PLAN_STAYS } from '../shared';
import { StandingInput } from './standing.input';

/** Plans picking and clearing of what stands without a plan, as it ripens. */
export const module = command({
  name: 'plan.standing',
  version: 1,
  title: word`Plan the picking of what stands`,
  who: CREW,
  input: StandingInput,
  run: async (doing, { confirmed }) => settle(doing, decideStanding(await planKnown(doing)), confirmed),
  takeBack: PLAN_STAYS,
});
