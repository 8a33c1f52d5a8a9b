import { formatNumber } from '../../core/quantity/units';
import { say, word } from '../../core/words/words';
import { saveSeed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { cropInWords, plantsAt } from '../../server/plantings';
import { CREW, said } from '../shared';
import { SaveSeedInput } from './saveSeed.input';

/** Seed saved from plants that stand: a lot of its own that knows its mother. */
export const module = command({
  name: 'plants.saveSeed',
  version: 1,
  title: word`Save seed`,
  who: CREW,
  input: SaveSeedInput,
  run: async (doing, v) => {
    const { plants, crop } = await plantsAt(doing, v);
    const code = await saveSeed(doing.tx, doing.entry, { mother: plants, count: v.count });
    return said(
      say`${formatNumber(v.count)} seeds of ${cropInWords(crop)} are in the store as ${code}, from ${plants.lotCode}.`,
      [say`Seed of a hybrid does not come true; protected varieties may not be multiplied.`],
    );
  },
  takeBack: { words: () => say`Taken back: that seed.` },
});
