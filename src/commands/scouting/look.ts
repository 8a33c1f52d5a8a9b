import { decideLook } from '../../core/crops/acts/decideScouting';
import { say, word } from '../../core/words/words';
import { freeFinding } from '../../db/scouting';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { LookInput } from './look.input';

/** Something was seen on plants, or a walk over the beds found nothing. */
export const module = command({
  name: 'scouting.look',
  version: 1,
  title: word`Look over plants`,
  who: CREW,
  input: LookInput,
  run: async (doing, v) => settle(doing, decideLook({ facts: await doing.facts(), on: doing.entry.farmDay }, v), true),
  takeBack: { words: () => say`Taken back: what was seen.`, free: freeFinding },
});
