import { decideReading, requireReadings } from '../../core/water/decideReading';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { judgeLoop } from '../../server/judgeLoops';
import { library, places } from '../../db/slices';
import { command } from '../../server/command';
import { CREW } from '../shared';
import { ReadingInput } from './read.input';

export const module = command({
  name: 'water.read',
  version: 1,
  title: (v) => (v.half ? say`Water reading, ${v.half}` : say`Water reading`),
  who: CREW,
  input: ReadingInput,
  // What instruments show rests on nothing that another act decides.
  places: () => [],
  run: async (doing, v) => {
    const { tx, entry } = doing;
    requireReadings(v.values);
    const get = await doing.moment();
    const known = (await get(places)).loops.find((l) => l.id === v.loopId);
    // One that was retired since is still this farm's.
    const loop = known ?? (await tx('loop').where({ id: v.loopId }).first('id', 'name'));
    if (!loop) throw new RuleBroken('form', say`That loop is not on this farm.`);
    // What it means for the fish is worked out first; what is written comes last, since others wait from then on.
    const { farmDay: on, at } = entry;
    const { species } = await get(library);
    const seen = await judgeLoop(tx, { loop, species, units: doing.units }, { values: v.values, on, at });
    return settle(doing, decideReading({ ...seen, on, at, units: doing.units }, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: those readings.` },
});
