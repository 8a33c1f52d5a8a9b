import { decideRetireKind } from '../../core/setup/decideKinds';
import { kindKnown } from '../../db/kinds';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { askRetire } from '../../core/plan/askRetire';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { RetireKindInput } from './retireKind.input';

/** A species or crop leaves the farm's choices; what is here of it goes on. */
export const module = command({
  name: 'setup.retireKind',
  version: 1,
  title: word`Put a species or crop away`,
  who: BOSS,
  input: RetireKindInput,
  run: async (doing, v) => {
    const asked = askRetire({ facts: await doing.facts(), plan: await doing.steps(), what: v.what, code: v.code });
    const own = await kindKnown(doing.tx, v.what, v.code);
    return settle(doing, decideRetireKind({ own, asked }, v), v.confirmed);
  },
  takeBack: SET_UP_STAYS,
});
