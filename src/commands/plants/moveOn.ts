import { decideMoveOn } from '../../core/crops/acts/decideMoveOn';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { plantKnown, settlePlants } from '../plantsKnown';
import { CREW } from '../shared';
import { MoveOnInput } from './moveOn.input';

/** Plants go to another bed, to their next spacing, or both; all of them or a part. */
export const module = command({
  name: 'plants.moveOn',
  version: 1,
  title: word`Move or re-space plants`,
  who: CREW,
  input: MoveOnInput,
  run: async (doing, v) => settlePlants(doing, decideMoveOn(await plantKnown(doing), v), v.confirmed),
  takeBack: { words: () => say`Taken back: the plants stand where they stood.` },
});
