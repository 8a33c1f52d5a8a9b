import { decideReading, requireReadings } from '../../core/water/decideReading';
import { settle } from '../../server/settle';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { airAt } from '../../core/facts/airAt';
import { fromMonths } from '../../core/quantity/days';
import { plannedWaterC } from '../../core/water/plannedTemperature';
import { judgeLoop, plantsIn } from '../../server/judgeLoops';
import { library, places, plants } from '../../db/slices';
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
    const where = await get(places);
    const known = where.loops.find((l) => l.id === v.loopId);
    // One that was retired since is still this farm's.
    const loop = known ?? (await tx('loop').where({ id: v.loopId }).first('id', 'name'));
    if (!loop) throw new RuleBroken('form', say`That loop is not on this farm.`);
    const place = where.places.find((p) => p.id === v.placeId);
    if (v.placeId && place?.loopId !== v.loopId) throw new RuleBroken('placeId', say`That place is not in this loop.`);
    // What it means for the fish is worked out first; what is written comes last, since others wait from then on.
    const { farmDay: on, at } = entry;
    const { species, crops } = await get(library);
    const plantings = 'air' in v.values ? await get(plants) : [];
    const about = {
      ...{ loop, species, units: doing.units },
      plants: plantsIn({ places: where.places, plantings, crops }, v.loopId),
      houses: new Map(where.places.map((p) => [p.id, p.houseId ?? null])),
    };
    const seen = await judgeLoop(tx, about, { values: v.values, placeId: v.placeId ?? null, on, at });
    const air = known && airAt({ loops: [known], houses: where.houses }, place ?? { loopId: known.id });
    const reckoned = known && air && { t: plannedWaterC(known, on), air: fromMonths(air.plannedAirTempC, on) };
    const told = { ...seen, on, at, units: doing.units, ...(reckoned ? { reckoned } : {}) };
    return settle(doing, decideReading(told, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: those readings.` },
});
