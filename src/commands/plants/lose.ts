import { decideLoss } from '../../core/crops/acts/decideLoss';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW } from '../shared';
import { LoseInput } from './lose.input';

/** Plants that are lost, with the cause; they go to compost. */
export const module = command({
  name: 'plants.lose',
  version: 1,
  title: word`Plants lost`,
  who: CREW,
  input: LoseInput,
  run: async (doing, v) => settle(doing, decideLoss(await plantKnown(doing), v), true),
  takeBack: { words: () => say`Taken back: they stand where they stood.` },
});
