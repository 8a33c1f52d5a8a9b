import { decideSaveSeed } from '../../core/crops/acts/decideSowing';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW } from '../shared';
import { SaveSeedInput } from './saveSeed.input';

/** Seed saved from plants that stand: a lot of its own that knows its mother. */
export const module = command({
  name: 'plants.saveSeed',
  version: 1,
  title: word`Save seed`,
  who: CREW,
  input: SaveSeedInput,
  run: async (doing, v) => settle(doing, decideSaveSeed(await plantKnown(doing), v), true),
  takeBack: { words: () => say`Taken back: that seed.` },
});
