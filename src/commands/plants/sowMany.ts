import { RuleBroken } from '../../core/errors';
import { RANGES } from '../../core/quantity/ranges';
import { all, plural, say, word } from '../../core/words/words';
import { freeSowing } from '../../db/doing/plantings';
import { sowSeed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants } from '../../server/plantings';
import { CREW, said, tickStep } from '../shared';
import { SowManyInput } from './sowMany.input';

/** Several planned sowings in one press: what the bench holds. One entry, taken back as one. */
export const module = command({
  name: 'plants.sowMany',
  version: 1,
  title: word`Sow what the bench holds`,
  who: CREW,
  input: SowManyInput,
  run: async (doing, { seeds }) => {
    const wanted = Object.entries(seeds);
    for (const [stepId, count] of wanted)
      if (!Number.isInteger(count) || count < 0 || count > RANGES.count.high)
        throw new RuleBroken(stepId, say`Give a whole number of 0 or more.`);
    const sown = wanted.filter(([, count]) => count > 0);
    if (sown.length === 0) throw new RuleBroken('form', say`Say how many seeds of at least one sowing.`);
    const codes: string[] = [];
    for (const [stepId, count] of sown) {
      await tickStep(doing, stepId, say`Sow`);
      codes.push(await sowSeed(doing.tx, doing.entry, { stepId, count, part: `:${codes.length}`, field: stepId }));
    }
    const lines = await followPlants(doing, codes);
    return said(say`${plural(codes.length, '# sowing', '# sowings')} on the bench: ${all(codes)}.`, lines);
  },
  takeBack: {
    words: () => say`Taken back: the seed is in the store again, and the jobs are open.`,
    free: freeSowing,
  },
});
