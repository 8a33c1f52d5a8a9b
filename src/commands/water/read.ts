import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { readingJob } from '../../core/tasks/sources/reading';
import { readingFault } from '../../core/water/readings/readings';
import { placeWords } from '../../core/water/lastWater';
import { judgeLoop } from '../../server/judgeLoops';
import { finishTask } from '../../db/events';
import { recordReadings } from '../../db/readings';
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
    const values = Object.entries(v.values);
    if (values.length === 0) throw new RuleBroken('t', say`Give at least one reading.`);
    for (const [kind, value] of values) {
      const fault = typeof value === 'number' ? readingFault(kind, value) : say`Give a number.`;
      if (fault) throw new RuleBroken(kind.slice(0, 40), fault);
    }
    const get = await doing.moment();
    const known = (await get(places)).loops.find((l) => l.id === v.loopId);
    // One that was retired since is still this farm's.
    const loop = known ?? (await tx('loop').where({ id: v.loopId }).first('id', 'name'));
    if (!loop) throw new RuleBroken('form', say`That loop is not on this farm.`);
    // What it means for the fish is said where it was typed; what is written comes last, since others wait from then on.
    const { farmDay: on, at } = entry;
    const judged = await judgeLoop(tx, { loop, species: (await get(library)).species }, { values: v.values, on, at });
    if (v.half)
      await finishTask(tx, entry, {
        job: readingJob(v.loopId, entry.farmDay, v.half),
        title: say`Water reading, ${v.half}`,
      });
    await recordReadings(tx, entry, { loopId: v.loopId, values: v.values });
    return [say`Recorded.`, ...judged.filter((j) => j.tone !== 'good').map(placeWords)].join(' ');
  },
  takeBack: { words: () => say`Taken back: those readings.` },
});
